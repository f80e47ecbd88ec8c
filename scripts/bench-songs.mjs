/* What is held in memory while songs are opened and closed, one after another, with their sound. */

/** `times`: how many are opened. */
export async function songsOpened(page, base, report, times) {
  const client = await page.context().newCDPSession(page);
  const heap = async () => {
    await client.send('HeapProfiler.collectGarbage');
    const { usedSize } = await client.send('Runtime.getHeapUsage');
    return usedSize / 1e6;
  };
  await page.goto(`${base}/songs`);
  const list = page.getByRole('list', { name: 'Songs' }).getByRole('link');
  await list.first().waitFor();
  const n = await list.count();
  const seen = [];
  for (let i = 0; i < times; i++) {
    await list.nth(i % n).click();
    await page.waitForFunction(() => document.querySelector('button.play')?.disabled === false);
    await page.getByRole('link', { name: 'Songs', exact: true }).click();
    await list.first().waitFor();
    if (i === Math.floor(times / 5) || i === times - 1) seen.push(await heap());
  }
  report(
    `memory after ${Math.floor(times / 5) + 1} and ${times} songs opened and closed`,
    `${seen.map((x) => x.toFixed(0)).join(', ')} MB`,
    'the same',
  );
}
