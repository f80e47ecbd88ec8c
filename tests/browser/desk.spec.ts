import { expect, test, type Page } from '@playwright/test';

/** Everything here drives the real screens of the built application on the demo data. */
const desk = async (page: Page, id: string) => {
  await page.goto(`/figures/${id}`);
  await expect(page.locator('.cm-content')).toBeVisible();
};
const editor = (page: Page) => page.locator('.cm-content');
const step = (page: Page, name: RegExp) => page.getByRole('button', { name });
const finding = (page: Page, code: string) => page.locator(`[data-code="${code}"]`);
const text = async (page: Page) => (await page.locator('.cm-line').allTextContents()).join('\n');
const saved = (page: Page) => expect(page.locator('.saved')).toHaveText('Saved');

async function write(page: Page, lines: string[]) {
  await editor(page).click();
  await page.keyboard.press('Control+a');
  await page.keyboard.press('Delete');
  for (const [i, line] of lines.entries()) {
    await page.keyboard.type(line, { delay: 60 });
    if (i < lines.length - 1) await page.keyboard.press('Enter');
  }
}

test('the newcomer’s five minutes: write, be told, fix, watch from the follower’s side, take away', async ({
  page,
}) => {
  await page.goto('/figures');
  await page.getByRole('button', { name: 'New figure' }).click();
  await expect(editor(page)).toBeVisible();
  await write(page, [
    'leader 1 back 2 close 3 triple 5 anchor',
    'follower 1 fwd 2 fwd 3 triple 5 back 6 back',
  ]);
  await expect(finding(page, 'same-foot')).toContainText('same foot');
  await page.locator('[data-fix="add-step"]').first().click();
  await expect(page.getByText('Can be danced as written.')).toBeVisible();
  expect(await text(page)).toContain('5 back & place 6 back');
  await page.getByLabel('Seen from', { exact: true }).selectOption('follower');
  await expect(page.getByRole('img', { name: /seen from the follower’s side/ })).toBeVisible();
  const before = await page
    .locator('.dancer.follower .torso')
    .first()
    .evaluate((e) => (e.parentElement as Element).getAttribute('transform'));
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect
    .poll(() =>
      page
        .locator('.dancer.follower .torso')
        .first()
        .evaluate((e) => (e.parentElement as Element).getAttribute('transform')),
    )
    .not.toBe(before);
  await page.getByRole('button', { name: 'Pause' }).click();
  await page.getByRole('button', { name: 'More' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Notation text' }).click();
  expect((await download).suggestedFilename()).toBe('new-figure.txt');
});

test('text, rail and floor stay in step, with one undo history', async ({ page }) => {
  await desk(page, 'demo-push');
  const original = await text(page);
  await step(page, /^Leader 4, left, forward/).click();
  await page.getByLabel('direction').selectOption('side');
  await expect.poll(() => text(page)).toContain('4 side 5 hook');
  await expect(step(page, /^Leader 4, left, to its own side/)).toBeVisible();

  const print = page.locator('[data-print="leader-4"]');
  const box = (await print.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 8, box.y - 60, { steps: 6 });
  await page.mouse.up();
  await expect.poll(() => text(page)).not.toContain('4 side 5 hook');

  await editor(page).click();
  await page.keyboard.press('Control+End');
  await page.keyboard.type(' free', { delay: 60 });
  await expect.poll(() => text(page)).toContain('free');
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z');
  await expect.poll(() => text(page)).toBe(original);
  await page.keyboard.press('Control+Shift+Z');
  await expect.poll(() => text(page)).toContain('4 side 5 hook');
});

test('a step is dragged in time, added, taken out and opened from its rhythm word', async ({ page }) => {
  await desk(page, 'demo-six-triple');
  const mark = step(page, /^Follower 5, right, back/);
  const box = (await mark.boundingBox())!;
  const cell = (await page.locator('.cell').first().boundingBox())!.width / 2;
  await page.mouse.move(box.x + box.width / 2, box.y + 20);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + cell / 2, box.y + 20, { steps: 5 });
  await page.mouse.up();
  await expect.poll(() => text(page)).toContain('5& back 6 replace');
  await expect(finding(page, 'own-timing')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect.poll(() => text(page)).toContain('5 rock step');

  await step(page, /^Leader 6, right/).click();
  await page.getByRole('button', { name: 'Add on the next beat' }).click();
  await expect(step(page, /^Leader 7/)).toBeVisible();
  await page.getByRole('button', { name: 'Take out' }).click();
  await expect(step(page, /^Leader 7/)).toHaveCount(0);
});

test('mistakes are underlined with what was expected and a quick fix, and the rest still shows', async ({
  page,
}) => {
  await desk(page, 'demo-push');
  await write(page, ['leader 1 bakc 2 close', 'follower 1 fwd 2 fwd']);
  await expect(page.locator('.cm-doubt')).toHaveText('bakc');
  const notes = page.getByRole('list', { name: 'Not understood' });
  await expect(notes).toContainText('Did you mean back?');
  await expect(step(page, /^Leader 2/)).toBeVisible();
  await editor(page).click();
  await page.keyboard.press('Control+.');
  await page.keyboard.press('Tab');
  await expect(notes.getByRole('button', { name: 'Write “back”' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect.poll(() => text(page)).toContain('1 back 2 close');
});

test('completion offers the words while typing', async ({ page }) => {
  await desk(page, 'demo-push');
  await write(page, ['leader 1 ']);
  await page.keyboard.type('anc', { delay: 90 });
  await expect(page.locator('.cm-tooltip-autocomplete')).toContainText('hook, replace, place');
  await page.keyboard.press('Tab');
  await expect.poll(() => text(page)).toContain('leader 1 anchor');
});

test('edits survive a reload, and an edit made just before the tab is killed', async ({ page, context }) => {
  await desk(page, 'demo-push');
  await step(page, /^Leader 1, left, back/).click();
  await page.getByLabel('size').selectOption('large');
  await saved(page);
  await page.reload();
  await expect.poll(() => text(page)).toContain('1 back large');

  await step(page, /^Leader 2, right/).click();
  await page.getByLabel('does').selectOption('touch');
  await saved(page);
  await page.close({ runBeforeUnload: false });
  const again = await context.newPage();
  await desk(again, 'demo-push');
  await expect.poll(() => text(again)).toContain('2 touch');
  await expect(again.getByText('Another tab')).toHaveCount(0);
});

test('two tabs do not overwrite each other silently', async ({ page, context }) => {
  await desk(page, 'demo-push');
  const other = await context.newPage();
  await desk(other, 'demo-push');
  await step(page, /^Leader 1, left, back/).click();
  await page.getByLabel('size').selectOption('large');
  await saved(page);
  await expect.poll(() => text(other)).toContain('1 back large');
  await expect(other.getByText('Another tab changed this figure')).toBeVisible();
  await other.keyboard.press('Control+z');
  await expect.poll(() => text(page)).not.toContain('1 back large');

  // Both while the store is held: neither has heard of the other.
  const held = await other.evaluateHandle(
    () =>
      new Promise<{ free: () => void }>((resolve) => {
        const request = indexedDB.open('brisk-partner');
        request.onsuccess = () => {
          const t = request.result.transaction(['figures', 'dances'], 'readwrite');
          let busy = true;
          const keep = () => {
            if (busy) t.objectStore('figures').get('demo-push').onsuccess = keep;
          };
          keep();
          resolve({ free: () => ((busy = false), request.result.close()) });
        };
      }),
  );
  await step(other, /^Leader 2, right/).click();
  await other.getByLabel('does').selectOption('touch');
  await step(page, /^Leader 1, left, back/).click();
  await page.getByLabel('size').selectOption('small');
  await held.evaluate((h) => h.free());
  await expect
    .poll(async () => {
      for (const p of [page, other])
        if (await p.getByText('Another tab has saved this figure meanwhile').isVisible()) return true;
      return false;
    })
    .toBe(true);
  const loser = (await page.getByText('Another tab has saved this figure meanwhile').isVisible())
    ? page
    : other;
  await loser.getByRole('button', { name: 'Take the other, keep mine as a copy' }).click();
  await expect.poll(() => text(loser)).toContain(loser === page ? '2 touch' : '1 back small');
  await loser.goto('/figures');
  await expect(loser.getByRole('link', { name: /Push \(mine\)/ })).toBeVisible();
});

test('everything by keyboard: find, move on the rail, edit, fix, play', async ({ page }) => {
  await page.goto('/figures');
  await expect(page.locator('main a[href^="/figures/demo-"]').first()).toBeVisible();
  await page.keyboard.press('Control+k');
  await expect(page.getByRole('combobox', { name: 'Find' })).toBeFocused();
  await page.keyboard.type('step short');
  await expect(page.locator('[data-command-item]')).toHaveCount(1);
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/demo-push-short/);
  await expect(finding(page, 'same-foot')).toBeVisible();
  await expect(page.locator('[data-fix]').first()).toBeVisible();
  await page.keyboard.press('x');
  await expect(page.getByText('Can be danced as written.')).toBeVisible();
  await page.keyboard.press('r');
  await page.keyboard.press('ArrowRight');
  await expect(page.locator('.mark:focus')).toHaveAccessibleName(/^Leader 2/);
  await page.keyboard.press('ArrowDown');
  await expect(page.locator('.mark:focus')).toHaveAccessibleName(/^Follower 2/);
  await page.keyboard.press('Alt+ArrowRight');
  await expect(page.locator('.mark:focus')).toHaveAccessibleName(/^Follower 2&/);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Home');
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Pause' })).toBeVisible();
  await page.keyboard.press('Space');
  await page.keyboard.press('v');
  await expect(page.getByLabel('Seen from', { exact: true })).toHaveValue('follower');
  await page.keyboard.press('m');
  await expect(page.getByRole('button', { name: 'Mirrored' })).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('f');
  await expect(page.locator('.dancer')).toHaveCount(1);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('Loop the unit under the playhead');
});

test('loops a unit, at another speed, and steps from count to count', async ({ page }) => {
  await desk(page, 'demo-push');
  await page.getByRole('button', { name: '3–4' }).click();
  await page.getByLabel('Speed', { exact: true }).selectOption('150');
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  const seen = new Set<string>();
  await expect(page.locator('.transport .now')).toHaveText(/^(3|&|4)$/);
  const until = Date.now() + 2500;
  while (Date.now() < until) {
    seen.add((await page.locator('.transport .now').textContent()) ?? '');
    await page.waitForTimeout(60);
  }
  expect([...seen].sort()).toEqual(['&', '3', '4']);
  await page.getByRole('button', { name: 'Pause' }).click();
  await page.getByRole('button', { name: 'Next count' }).click();
  await expect(page.locator('.transport .now')).toHaveText(/^(4|5|&)$/);
});

test('the step sheet prints both roles and the floor', async ({ page }) => {
  await desk(page, 'demo-push-turn');
  await page.emulateMedia({ media: 'print' });
  await page.evaluate(() => dispatchEvent(new Event('beforeprint')));
  const sheet = page.getByRole('article', { name: 'Step sheet' });
  await expect(sheet).toBeVisible();
  await expect(sheet.locator('tbody tr')).toHaveCount(8);
  await expect(sheet.locator('svg path')).toHaveCount(16);
  await expect(page.locator('.desk')).toBeHidden();
  expect((await page.pdf({ format: 'A4' })).byteLength).toBeGreaterThan(8000);
});

test('details change the figure: a repeat, a declared plan, a name', async ({ page }) => {
  await desk(page, 'demo-tango-walk');
  await page.getByRole('button', { name: 'Details' }).click();
  await page.getByLabel('Times').fill('5');
  await page.getByLabel('Times').press('Tab');
  await expect(page.locator('.facts')).toContainText('12 counts');
  await page.getByLabel('name', { exact: true }).fill('Long walk');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Long walk');
  await page.getByLabel(/same foot on purpose/).fill('three');
  await page.getByLabel(/same foot on purpose/).press('Tab');
  await expect(page.getByRole('alert')).toContainText('“three” is not a count');
});

/** As a person types: a key every 90 ms, Enter at the end of a line, nothing pressed to close a list. */
async function typed(page: Page, lines: readonly string[]) {
  await editor(page).click();
  await page.keyboard.press('Control+a');
  await page.keyboard.press('Delete');
  for (const [i, line] of lines.entries()) {
    await page.keyboard.type(line, { delay: 90 });
    if (i < lines.length - 1) await page.keyboard.press('Enter');
  }
}

test('typed at a person’s pace: Enter makes a line, arrows move the caret, a finished word closes the list', async ({
  page,
}) => {
  test.setTimeout(90_000);
  await page.goto('/figures');
  await page.getByRole('button', { name: 'New figure' }).click();
  await expect(editor(page)).toBeVisible();
  const lines = [
    'leader 1 back 2 close 3 triple',
    'follower 1 fwd 2 fwd 3 tripl',
    'hands 1 two hands low 3 rais',
    'leader-body 1 he',
  ];
  await typed(page, lines);
  expect((await text(page)).split('\n')).toEqual(lines);
  const list = page.locator('.cm-tooltip-autocomplete');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('End');
  await page.keyboard.type('e', { delay: 90 });
  await expect(list).toHaveCount(0);
  await page.keyboard.type(' 5 anch', { delay: 90 });
  await expect(list).toBeVisible();
  await page.keyboard.press('ArrowUp');
  await expect(list).toHaveCount(0);
  await page.keyboard.press('End');
  await page.keyboard.type(' 5 anch', { delay: 90 });
  await expect(list).toBeVisible();
  await page.keyboard.press('Tab');
  await expect
    .poll(async () => (await text(page)).split('\n').slice(0, 2))
    .toEqual(['leader 1 back 2 close 3 triple 5 anchor', 'follower 1 fwd 2 fwd 3 triple 5 anch']);
});

test('the name is edited where it stands, the menu closes on Escape and on a click outside', async ({
  page,
}) => {
  await desk(page, 'demo-push');
  const name = page.getByRole('textbox', { name: 'Name', exact: true });
  await name.fill('Push, our way');
  await page.keyboard.press('Enter');
  await expect(page.locator('h1')).toContainText('Push, our way');
  await saved(page);
  await name.fill('  ');
  await page.keyboard.press('Enter');
  await expect(name).toHaveValue('Push, our way');
  const more = page.getByRole('button', { name: 'More' });
  await more.click();
  await expect(page.getByRole('button', { name: 'Duplicate' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'Duplicate' })).toHaveCount(0);
  await expect(more).toBeFocused();
  await more.click();
  await page.locator('.facts').first().click();
  await expect(page.getByRole('button', { name: 'Duplicate' })).toHaveCount(0);
  await page.reload();
  await expect(name).toHaveValue('Push, our way');
});

test('a deleted figure comes back, by the notice and by Ctrl+Z', async ({ page }) => {
  await desk(page, 'demo-push');
  const remove = async () => {
    await page.getByRole('button', { name: 'More' }).click();
    await page.getByRole('button', { name: 'Delete …' }).click();
    await page.getByRole('button', { name: 'Delete', exact: true }).click();
    await expect(page.getByText('“Push” is deleted.')).toBeVisible();
    await expect(page.getByText('53 in the repertoire')).toBeVisible();
  };
  await remove();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByText('54 in the repertoire')).toBeVisible();
  await desk(page, 'demo-push');
  await remove();
  await page.keyboard.press('Control+z');
  await expect(page.getByText('54 in the repertoire')).toBeVisible();
});
