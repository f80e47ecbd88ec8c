import { readFileSync } from 'node:fs';
import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';

/** Combinations through the real board, on the demo data. */
const open = async (page: Page, id: string) => {
  await page.goto(`/combinations/demo-combination-${id}`);
  await expect(page.getByRole('region', { name: 'Sums' })).toBeVisible();
};
const parts = async (page: Page) =>
  (await page.locator('[data-part]').allTextContents()).map((t) => t.trim().replace(/\s+/g, ' '));
const saved = (page: Page) => expect(page.locator('.saved')).toHaveText('Saved');
const sums = (page: Page) => page.getByRole('region', { name: 'Sums' });

test('the list says how long each is, whether it holds, and opens it', async ({ page }) => {
  await page.goto('/combinations');
  const list = page.getByRole('list', { name: 'Combinations' });
  await expect(list.getByRole('listitem')).toHaveCount(7);
  await expect(list.getByRole('listitem').filter({ hasText: 'Natural and reverse' })).toContainText(
    'one link does not fit',
  );
  await page.getByLabel('Search').fill('blues');
  await expect(list.getByRole('listitem')).toHaveCount(1);
  await list.getByRole('link').click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Eight sixes over a blues');
  await expect(sums(page)).toContainText('48 beats · 6 eights · 0:28');
  await expect(sums(page)).toContainText('fills the 48 exactly');
  await expect(sums(page)).toContainText('nothing to mend');
});

test('parts by keyboard: move, repeat, duplicate, take out, undo; it is all there after reloading', async ({
  page,
}) => {
  await open(page, 'break');
  const before = await parts(page);
  await page.keyboard.press('r');
  await expect(page.locator('[data-part="0"]')).toBeFocused();
  await page.keyboard.press('Alt+ArrowRight');
  await expect(page.locator('[data-part="1"]')).toBeFocused();
  expect(await parts(page)).toEqual([before[1], before[0], before[2], before[3]]);
  await page.keyboard.press('+');
  await expect(sums(page)).toContainText('40 beats');
  await page.keyboard.press('d');
  await expect(sums(page)).toContainText('56 beats');
  await page.keyboard.press('Delete');
  await expect(sums(page)).toContainText('40 beats');
  await saved(page);
  await page.reload();
  await expect(sums(page)).toContainText('40 beats');
  expect((await parts(page))[1]).toBe('Eight-count basic × 2');
});

test('undo goes back step by step', async ({ page }) => {
  await open(page, 'break');
  const before = await parts(page);
  await page.keyboard.press('r');
  await page.keyboard.press('Alt+ArrowRight');
  await page.keyboard.press('d');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  expect(await parts(page)).toEqual(before);
  await page.keyboard.press('Control+Shift+z');
  expect(await parts(page)).toEqual([before[1], before[0], before[2], before[3]]);
});

test('parts are dragged to another count, and figures from the library onto the board', async ({ page }) => {
  await open(page, 'break');
  const before = await parts(page);
  const rows = page.locator('.beats');
  await page
    .locator('.span')
    .first()
    .dragTo(rows.nth(2), { sourcePosition: { x: 300, y: 15 }, targetPosition: { x: 700, y: 60 } });
  await expect.poll(() => parts(page)).toEqual([before[1], before[2], before[0], before[3]]);
  const figure = page
    .getByRole('region', { name: 'Library' })
    .getByRole('button', { name: /Kick-ball-change break/ });
  await figure.dragTo(rows.nth(0), { targetPosition: { x: 120, y: 60 } });
  await expect.poll(async () => (await parts(page))[0]).toBe('Kick-ball-change break');
  await expect(sums(page)).toContainText('40 beats');
});

test('a joint that does not fit says why, and a mend is one action that can be undone', async ({ page }) => {
  await open(page, 'waltz-gap');
  await expect(page.locator('.facts')).toContainText('one link does not fit');
  await expect(page.getByRole('list', { name: 'Found in the whole' })).toContainText(
    'You are already standing on L',
  );
  await page.getByRole('button', { name: /^Link into Reverse turn: Does not fit, wrong foot/ }).click();
  const joint = page.getByRole('region', { name: 'Link' });
  await expect(joint).toContainText('The leader has the right foot free; the left is needed.');
  await joint.getByRole('button', { name: /Closed change, right foot in between/ }).click();
  expect(await parts(page)).toEqual(['Natural turn', 'Closed change, right foot', 'Reverse turn']);
  await expect(page.locator('.facts')).toContainText('every link holds');
  await expect(sums(page)).toContainText('nothing to mend');
  await page.keyboard.press('Control+z');
  await expect(page.locator('.facts')).toContainText('one link does not fit');
  await page.keyboard.press('g');
  await joint
    .getByRole('button', { name: /Both: adds a step at/ })
    .first()
    .click();
  await expect(page.locator('.tag')).toHaveText('mended');
  await expect(page.locator('.facts')).toContainText('every link holds');
});

test('after a figure whose leader ends beside the lane the next starts further over', async ({ page }) => {
  await page.goto('/figures');
  await page.getByRole('button', { name: 'New figure' }).click();
  await page.locator('.cm-content').click();
  await page.keyboard.press('Control+a');
  await page.keyboard.press('Delete');
  await page.keyboard.type('leader 1 side off the lane left 2 close', { delay: 60 });
  await page.keyboard.press('Enter');
  await page.keyboard.type('follower 1 place 2 place', { delay: 60 });
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Beside the lane');
  await page.keyboard.press('Enter');
  await page.getByRole('link', { name: 'Combinations' }).click();
  await page.getByRole('button', { name: 'New combination' }).click();
  await expect(page.getByText('This board is empty.')).toBeVisible();
  const library = page.getByRole('region', { name: 'Library' });
  await library.getByLabel('Search the library').fill('Beside the lane');
  await library.getByRole('button', { name: /^Beside the lane/ }).click();
  await library.getByLabel('Search the library').fill('Left side pass');
  await library.getByRole('button', { name: /Left side pass\s*back into the slot/ }).click();
  await page
    .getByRole('button', { name: /^Link into Left side pass: Mended in the link, back into the slot/ })
    .click();
  await page
    .getByRole('region', { name: 'Link' })
    .getByRole('button', { name: /Start 35 cm further over to the left/ })
    .click();
  await expect(page.locator('.tag')).toHaveText('35 cm left');
  await expect(page.getByRole('button', { name: /^Link into Left side pass: Fits/ })).toBeVisible();
});

test('counts are straight, or from each figure’s 1', async ({ page }) => {
  await open(page, 'blues');
  const first = page.locator('.beats').first().locator('.count');
  await expect(first).toHaveText(['1', '2', '3', '4', '5', '6', '7', '8']);
  await page.getByRole('button', { name: 'From each figure’s 1' }).click();
  await expect(first).toHaveText(['1', '2', '3', '4', '5', '6', '1', '2']);
});

test('layers show their figures and are said to keep counts, feet and footprints', async ({ page }) => {
  await open(page, 'layers');
  await expect(page.getByText('they can be danced side by side')).toBeVisible();
  await page.keyboard.press('3');
  expect(await parts(page)).toContain('Cross-body lead, inside turn, into a handshake');
  await page.keyboard.press('1');
  expect(await parts(page)).toEqual(['Basic on 1', 'Cross-body lead', 'Basic on 1', 'Cross-body lead']);
});

test('composing: the number follows what is wanted, and one is put on the board', async ({ page }) => {
  await open(page, 'blues');
  await page.keyboard.press('n');
  const panel = page.getByRole('region', { name: 'Compose' });
  const many = panel.getByRole('status');
  await expect(many).toHaveText(/^[\d,]+ exist$/);
  const first = await many.textContent();
  await panel.getByLabel('must be in it: add').selectOption({ label: 'Double cross and back' });
  await expect(many).toHaveText(/^[\d,]+ exist$/);
  expect(await many.textContent()).not.toBe(first);
  await expect(panel.getByRole('listitem').first()).toContainText(/change|joint/i);
  await expect(panel).not.toContainText(/\bcost\b/);
  await panel.getByRole('button', { name: 'Put on the board' }).first().click();
  await expect(page.locator('.facts')).toContainText('32 beats');
  await expect(page.locator('.facts')).toContainText('every link holds');
  expect((await parts(page)).join()).toContain('Double cross and back');
  await page.keyboard.press('Control+z');
  await expect(page.locator('.facts')).toContainText('48 beats');
});

test('where none exist it is said why, and one thing is given up with one action', async ({ page }) => {
  await open(page, 'waltz');
  await page.getByRole('button', { name: 'Compose' }).click();
  const panel = page.getByRole('region', { name: 'Compose' });
  await panel.getByLabel('beats, exactly').fill('31');
  await expect(panel).toContainText('None exist: 31 beats cannot be filled with these figures.');
  await panel.getByRole('button', { name: '18 beats instead' }).click();
  await expect(panel.getByRole('status')).toHaveText('4 exist');
  await panel.getByLabel('links').selectOption('fits');
  await panel.getByLabel('no harder than').selectOption('1');
  await expect(panel).toContainText('None exist');
  await panel.getByRole('button', { name: 'Give up: no harder than beginner' }).click();
  await expect(panel.getByRole('status')).toHaveText('4 exist');
  await panel.getByLabel('beats, exactly').fill('0');
  await expect(panel.getByRole('alert')).toHaveText('A whole number of beats from 1 to 256.');
});

test('what is left to the phrase is filled from the board', async ({ page }) => {
  await open(page, 'swing');
  await sums(page).getByRole('button', { name: 'Fill 4 beats' }).click();
  const panel = page.getByRole('region', { name: 'Compose' });
  await expect(panel.getByRole('status')).toHaveText('None exist');
  await panel.getByRole('button', { name: '6 beats instead' }).click();
  await expect(panel.getByRole('status')).toHaveText(/^\d+ exist$/);
  await panel.getByRole('button', { name: 'Add at the end' }).first().click();
  await expect(sums(page)).toContainText('42 beats');
});

test('a mark is met, or said to be missed', async ({ page }) => {
  await open(page, 'break');
  await expect(sums(page)).toContainText('Rock step, triple and stop meets the mark at beat 29');
  await page.getByRole('button', { name: 'Music and length' }).click();
  const details = page.getByRole('region', { name: 'Music and length' });
  await details.getByLabel(/marks/).fill('29, 30');
  await details.getByLabel(/marks/).blur();
  await expect(sums(page)).toContainText('nothing falls on the mark at beat 30');
  await details.getByLabel(/marks/).fill('29, soon');
  await details.getByLabel(/marks/).blur();
  await expect(details.getByRole('alert')).toContainText('“soon” is not a beat of the music');
});

test('trimmed to a length it is filled; merged with another the joint is looked at', async ({ page }) => {
  await open(page, 'blues');
  await page.getByRole('button', { name: 'Music and length' }).click();
  const details = page.getByRole('region', { name: 'Music and length' });
  await details.getByLabel('Beats to trim to').fill('32');
  await details.getByRole('button', { name: 'Trim and fill' }).click();
  await expect(details.getByRole('status')).toContainText(
    '3 taken off the end, filled with Two counts in place',
  );
  await expect(sums(page)).toContainText('32 beats');
  await details.getByLabel('Combination to add').selectOption({ label: 'Stop on the break' });
  await details.getByRole('button', { name: 'Add it' }).click();
  await expect(sums(page)).toContainText('64 beats');
  await expect(page.getByRole('region', { name: 'Link' })).toContainText(
    'From Slot swing to Eight-count swing.',
  );
});

test('plays through, beat by beat and from a part’s loop', async ({ page }) => {
  await open(page, 'blues');
  const count = page.locator('.transport .now');
  await page.keyboard.press('ArrowRight');
  await expect(count).toHaveText('2');
  await page
    .getByRole('group', { name: 'Loop a unit' })
    .getByRole('button', { name: /^3 Right side/ })
    .click();
  await expect(count).toHaveText('5');
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(count).not.toHaveText('5');
  await page.getByRole('button', { name: 'Pause' }).click();
});

test('call sheet, files out and in', async ({ page }) => {
  await open(page, 'blues');
  const take = async (name: string) => {
    await page.getByRole('button', { name: 'More' }).click();
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name }).click(),
    ]);
    return { name: file.suggestedFilename(), path: await file.path() };
  };
  const vtt = await take('Captions of counts and calls (WebVTT)');
  expect(vtt.name).toBe('eight-sixes-over-a-blues.vtt');
  expect(readFileSync(vtt.path, 'utf8')).toMatch(
    /^WEBVTT\n\n1\n00:00:00\.000 --> 00:00:00\.577\nPush\n1 walk/,
  );
  expect(readFileSync((await take('Step table (CSV)')).path, 'utf8')).toContain(
    'figure,music beat,eight,count in eight',
  );
  expect(readFileSync((await take('Call sheet (text)')).path, 'utf8')).toContain('1.7  Left side pass (6)');
  const json = await take('Combination file (JSON)');
  await page.getByRole('link', { name: 'Call sheet' }).click();
  const sheet = page.getByRole('article', { name: 'Call sheet' });
  await expect(sheet.getByRole('listitem')).toHaveCount(8);
  await expect(sheet.getByRole('listitem').nth(1)).toContainText(
    'call it on 4–5 of eight 1 · hands: release right to left',
  );
  await page.goto('/data');
  await page
    .getByLabel(/A backup, a file of figures/)
    .setInputFiles({ name: 'a.json', mimeType: 'application/json', buffer: readFileSync(json.path) });
  await expect(page.getByRole('alertdialog')).toContainText(
    /\d+ figures and 1 combination here already, the same/,
  );
  await page.getByRole('button', { name: 'Close' }).click();
  await page.getByLabel(/A backup, a file of figures/).setInputFiles({
    name: 'a.json',
    mimeType: 'application/json',
    buffer: Buffer.from(readFileSync(json.path, 'utf8').replace('Eight sixes over a blues', 'Theirs')),
  });
  await expect(page.getByRole('alertdialog')).toContainText('1 combination here otherwise: “Theirs”');
  await page.getByRole('button', { name: 'Keep both' }).click();
  await expect(page.getByText(/a\.json: 1 added, \d+ were here already/)).toBeVisible();
  await page.goto('/combinations');
  await expect(page.getByRole('listitem').filter({ hasText: 'Theirs' })).toHaveCount(1);
  await expect(page.getByRole('listitem').filter({ hasText: 'Eight sixes over a blues' })).toHaveCount(1);
});

test('deleted, it is gone and its figures stay; a figure says where it is danced', async ({ page }) => {
  await open(page, 'tango');
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('button', { name: 'Delete …' }).click();
  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  await expect(page.getByRole('list', { name: 'Combinations' }).getByRole('listitem')).toHaveCount(6);
  await page.goto('/figures/demo-left-pass');
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('button', { name: 'Delete …' }).click();
  await expect(page.getByRole('alertdialog')).toContainText(
    'It is danced in “Eight sixes over a blues”, which then shows a gap.',
  );
});

test('what another tab has changed meanwhile is not overwritten', async ({ page, context }) => {
  await open(page, 'break');
  const other = await context.newPage();
  await open(other, 'break');
  await other.keyboard.press('r');
  await other.keyboard.press('Delete');
  await saved(other);
  await expect(page.getByText('Another tab changed this combination')).toBeVisible();
  await expect(sums(page)).toContainText('24 beats');
});

for (const [name, path, act, panel] of [
  ['joint', '/combinations/demo-combination-waltz-gap', 'g', 'Link'],
  ['compose', '/combinations/demo-combination-blues', 'n', 'Compose'],
] as const)
  for (const scheme of ['light', 'dark'] as const)
    test(`accessible: ${name}, ${scheme}`, async ({ page }) => {
      await page.emulateMedia({ colorScheme: scheme });
      await page.goto(path);
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
      await expect(page.getByText('Opening …')).toHaveCount(0);
      await expect(sums(page)).toBeVisible();
      await page.keyboard.press(act);
      await expect(page.getByRole('region', { name: panel })).toBeVisible();
      const { violations } = await new AxeBuilder({ page }).analyze();
      expect(violations.map((v) => `${v.id}: ${v.nodes[0]?.html}`)).toEqual([]);
    });

test('on a phone nothing is wider than the screen', async ({ page }) => {
  await page.setViewportSize({ width: 360, height: 740 });
  for (const path of [
    '',
    '/demo-combination-blues',
    '/demo-combination-layers',
    '/demo-combination-blues/calls',
  ]) {
    await page.goto(`/combinations${path}`);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await expect(page.getByText('Opening …')).toHaveCount(0);
    await page.waitForTimeout(300);
    expect([path, await page.evaluate(() => document.documentElement.scrollWidth)]).toEqual([path, 360]);
  }
});

test('composed from nothing, by keyboard only: found in the list, asked for, put on the board, taken back', async ({
  page,
}) => {
  const to = async (name: string) => {
    for (let i = 0; i < 60; i++) {
      await page.keyboard.press('Tab');
      const there = await page.evaluate(() => {
        const e = document.activeElement as HTMLInputElement | null;
        return (e?.labels?.[0]?.innerText ?? e?.textContent ?? '').trim();
      });
      if (there.startsWith(name)) return;
    }
    throw new Error(`${name} is not reached`);
  };
  await page.goto('/combinations');
  await expect(page.getByText('7 kept')).toBeVisible();
  await to('Compose one');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/ exist$/)).toBeVisible();
  await to('beats, exactly');
  await page.keyboard.press('Control+A');
  await page.keyboard.type('48', { delay: 110 });
  await page.keyboard.press('Enter');
  await to('Put on the board');
  await page.keyboard.press('Enter');
  await expect(page.locator('.facts')).toContainText('48 beats');
  await page.keyboard.press('Control+z');
  await expect(page.locator('.facts')).toContainText('nothing on the board yet');
});
