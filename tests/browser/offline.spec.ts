import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { rmSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';

/**
 * A server of its own for each test here: it is stopped under an open page, or changed for another build. The worker that
 * keeps the application is allowed, as with a person.
 */
test.use({ serviceWorkers: 'allow' });
test.describe.configure({ mode: 'serial' });

/** Those a test that failed has left running would answer the next. */
const running = new Set<ChildProcess>();
test.afterEach(() => {
  for (const server of running) server.kill('SIGTERM');
  running.clear();
});

async function serve(port: number, build = 'build'): Promise<{ origin: string; stop: () => Promise<void> }> {
  const origin = `http://127.0.0.1:${port}`;
  const server: ChildProcess = spawn(process.execPath, ['scripts/serve.mjs'], {
    env: { ...process.env, HOST: '127.0.0.1', PORT: String(port), ORIGIN: origin, BRISK_BUILD: build },
    stdio: 'ignore',
  });
  await expect
    .poll(
      () =>
        fetch(origin, { redirect: 'manual' }).then(
          (r) => r.status,
          () => 0,
        ),
      { timeout: 20_000 },
    )
    .toBeGreaterThan(0);
  running.add(server);
  const stop = (): Promise<void> =>
    new Promise((resolve) => {
      running.delete(server);
      server.once('exit', () => resolve());
      server.kill('SIGTERM');
    });
  return { origin, stop };
}

/** One visit: everything is kept once the worker is in charge. */
async function visit(page: Page, origin: string): Promise<void> {
  await page.goto(`${origin}/figures`);
  await expect(page.getByText('54 in the repertoire')).toBeVisible();
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
}

test('after one visit every screen opens, reloads and works with the server gone', async ({ page }) => {
  test.setTimeout(120_000);
  const { origin, stop } = await serve(4291);
  const errors: string[] = [];
  page.on('pageerror', (e) => errors.push(e.message));
  await visit(page, origin);
  await stop();
  for (const [path, shows] of [
    ['/figures', '54 in the repertoire'],
    ['/figures/demo-push', 'Checked as you write'],
    ['/figures/demo-push/versions', 'Versions of Push'],
    ['/arms', 'What each turn makes of it'],
    ['/combinations', '7 kept'],
    ['/combinations/demo-combination-blues', 'beats at'],
    ['/combinations/demo-combination-blues/calls', 'To the board'],
    ['/songs', '8 kept'],
    ['/songs/demo-song-lamp', '150 a minute'],
    ['/classes', 'Harbour swing'],
    ['/classes/demo-class-swing', 'With hands'],
    ['/rooms/demo-room-net-loft', 'What stands in it'],
    ['/recaps/demo-recap-swing', 'Push with a turn'],
    ['/log', 'The corner by the door'],
    ['/due', 'Lighthouse waltz'],
    ['/floor', 'Thursday warm-up'],
    ['/trainer', 'Which foot is free'],
    ['/results', '16 kept'],
    ['/notation', 'How to write'],
    ['/data', 'Back up everything'],
    ['/', '54 in the repertoire'],
  ] as const) {
    await page.goto(origin + path);
    await expect(page.getByText(shows).filter({ visible: true }).first()).toBeVisible();
  }
  // A class is begun, and goes on where it was after the page was loaded again.
  await page.goto(`${origin}/classes/demo-class-swing`);
  await page.getByRole('button', { name: 'Run' }).click();
  await expect(page.getByRole('heading', { name: 'Arrive' })).toBeVisible();
  await page.locator('button.next').click();
  await expect(page.getByRole('heading', { name: 'Warm up' })).toBeVisible();
  await expect(page.getByRole('status')).toHaveText('');
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Warm up' })).toBeVisible();
  await page.goto(`${origin}/figures/demo-push`);
  await page.getByRole('button', { name: 'Details' }).click();
  await expect(page.getByRole('region', { name: 'Details' })).toBeVisible();
  await page.keyboard.press('w');
  await expect(page.getByRole('region', { name: 'Vary' })).toBeVisible();
  await page.keyboard.press('w');
  for (const item of ['Figure file (JSON)', 'Notation text', 'Step table (CSV)']) {
    await page.getByRole('button', { name: 'More' }).click();
    const waiting = page.waitForEvent('download');
    await page.getByRole('button', { name: item }).click();
    expect((await (await waiting).path()).length).toBeGreaterThan(0);
  }
  await page.goto(`${origin}/data`);
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Back up everything (zip)' }).click();
  expect((await waiting).suggestedFilename()).toMatch(/\.brisk\.zip$/);
  await page.goto(`${origin}/combinations/demo-combination-blues`);
  await page.getByRole('button', { name: 'Compose', exact: true }).click();
  await expect(page.getByText(/exist/).first()).toBeVisible({ timeout: 20_000 });
  expect(errors).toEqual([]);
});

test('on a phone, too, and what is typed without a server is there when it is back', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const first = await serve(4292);
  await visit(page, first.origin);
  await first.stop();
  await page.goto(`${first.origin}/figures/demo-push`);
  const name = page.getByRole('textbox', { name: 'Name', exact: true });
  await name.fill('Written on the way');
  await name.press('Enter');
  await expect(page.locator('.saved')).toHaveText('Saved');
  const again = await serve(4292);
  await page.reload();
  await expect(page.locator('h1')).toContainText('Written on the way');
  await again.stop();
});

test('it can be installed: manifest and icons are there, as what they say they are', async ({ page }) => {
  const { origin, stop } = await serve(4293);
  await page.goto(`${origin}/figures`);
  const href = await page.locator('link[rel=manifest]').getAttribute('href');
  const manifest = (await (await page.request.get(origin + href)).json()) as {
    icons: { src: string; sizes: string }[];
    start_url: string;
  };
  expect(manifest.start_url).toBe('/figures');
  for (const { src, sizes } of manifest.icons) {
    const png = await (await page.request.get(origin + src)).body();
    expect(png.subarray(1, 4).toString()).toBe('PNG');
    expect(`${png.readUInt32BE(16)}x${png.readUInt32BE(20)}`).toBe(sizes);
  }
  await stop();
});

test('another build under an open page: said, taken when the person says so, and never half of each', async ({
  page,
}) => {
  test.setTimeout(240_000);
  const next = 'build-next';
  const built = spawnSync('npx', ['vite', 'build'], { env: { ...process.env, BRISK_BUILD: next } });
  expect(built.status).toBe(0);
  const first = await serve(4294);
  await visit(page, first.origin);
  await page.goto(`${first.origin}/figures/demo-push`);
  await expect(page.locator('.saved')).toHaveText('Saved');
  const before = await page.evaluate(() => caches.keys());
  await first.stop();
  const second = await serve(4294, next);
  // Parts of the old build are gone from the server: what was not opened yet still opens.
  await page.getByRole('button', { name: 'Details' }).click();
  await expect(page.getByRole('region', { name: 'Details' })).toBeVisible();
  await page.evaluate(async () => void (await (await navigator.serviceWorker.ready).update()));
  await expect(page.getByText('A new version is ready.')).toBeVisible({ timeout: 20_000 });
  await page.getByRole('link', { name: 'Arms' }).click();
  await expect(page.getByText('What each turn makes of it')).toBeVisible();
  await page.getByRole('button', { name: 'Take it' }).click();
  // The page loads anew while it is asked.
  const keys = () => page.evaluate(() => caches.keys()).catch(() => before);
  await expect.poll(keys, { timeout: 20_000 }).not.toEqual(before);
  await expect(page.getByText('What each turn makes of it')).toBeVisible();
  await expect(page.getByText('A new version is ready.')).toBeHidden();
  await second.stop();
  rmSync(next, { recursive: true, force: true });
});

test('without the worker a part that is gone says so: no dead click', async ({ browser }) => {
  const { origin, stop } = await serve(4295);
  const context = await browser.newContext({ serviceWorkers: 'block' });
  const page = await context.newPage();
  await page.goto(`${origin}/figures/demo-push`);
  await expect(page.locator('.saved')).toHaveText('Saved');
  await stop();
  await page.getByRole('button', { name: 'Details' }).click();
  await expect(page.getByText('A part of the application could not be loaded.')).toBeVisible();
  await context.close();
});
