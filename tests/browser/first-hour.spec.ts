import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import jsQR from 'jsqr';
import { Person } from './person';
import { PNG } from './png';

/**
 * Tasks of somebody who is new, at a person's pace, on the built application. Every key, click and choice counts.
 * Source of the limits: the product's own aims.
 */
const editor = (page: Page) => page.locator('.cm-content');
const text = async (page: Page) => (await page.locator('.cm-line').allTextContents()).join('\n');
const saved = (page: Page) => expect(page.locator('.saved')).toHaveText('Saved');
const good = (page: Page) => page.getByText('Can be danced as written.');

test('writes and mends a six-count figure for both roles in 100 keys and 4 clicks', async ({ page }) => {
  test.setTimeout(120_000);
  const me = new Person(page);
  await page.goto('/figures');
  await me.click(page.getByRole('button', { name: 'New figure' }).first());
  await expect(editor(page)).toBeFocused();
  await me.type('1 back 2 close 3 triple 5 anchor');
  await expect(page.getByText('Cannot be danced')).toHaveCount(0);
  await expect(page.getByText(/So far:.*6 counts.*leader left/)).toBeVisible();
  await me.press('ArrowDown');
  await me.type('1 fwd 2 fwd 3 triple 5 back 6 back');
  await expect(page.getByText('Cannot be danced')).toHaveCount(0, { timeout: 500 });
  const announced = page.locator('.findings [aria-live]');
  await expect(announced).toHaveText('', { timeout: 500 });
  await expect(page.locator('[data-code="same-foot"]')).toBeVisible();
  await expect(announced).toHaveText('1 to look at.');
  await me.click(page.locator('[data-fix="add-step"]').first());
  await me.click(page.getByRole('textbox', { name: 'Name', exact: true }));
  await me.press('Control+a');
  await me.type('Push\n');
  await expect(good(page)).toBeVisible();
  expect(await text(page)).toContain('follower 1 fwd 2 fwd 3 triple 5 back & place 6 back');
  await saved(page);
  expect(me.keys).toBeLessThanOrEqual(100);
  expect(me.clicks).toBeLessThanOrEqual(4);
  await page.goto('/figures');
  await expect(page.getByRole('link', { name: /Push.*Slot swing/ }).first()).toBeVisible();
});

test('writes the same with the mouse only in 40 actions', async ({ page }) => {
  test.setTimeout(120_000);
  const me = new Person(page);
  await page.goto('/figures');
  await me.click(page.getByRole('button', { name: 'New figure' }).first());
  await expect(page.locator('.ghost')).toHaveCount(16);
  const say = async (word: string) => {
    await page.waitForTimeout(150);
    await me.click(page.locator('.strip').getByRole('button', { name: word, exact: true }));
  };
  for (const w of ['back', 'close', 'triple', 'anchor']) await say(w);
  expect(await text(page)).toContain('leader 1 back 2 close 3 triple 5 anchor');
  await me.click(page.getByRole('button', { name: 'Follower from the leader’s steps' }));
  await expect.poll(() => text(page)).toContain('follower 1 fwd 2 close');
  await me.click(page.getByRole('button', { name: /^Follower 2, left/ }));
  await say('fwd');
  await expect.poll(() => text(page)).toContain('follower 1 fwd 2 fwd');
  await expect(good(page)).toBeVisible();
  expect(me.keys).toBe(0);
  expect(me.actions).toBeLessThanOrEqual(40);
});

test('writes a 14-count figure with a catch; the count that is written stays in sight', async ({ page }) => {
  test.setTimeout(120_000);
  const me = new Person(page);
  await page.goto('/figures');
  await me.click(page.getByRole('button', { name: 'New figure' }).first());
  await expect(editor(page)).toBeFocused();
  const steps = (first: string) => `${first} 3 triple 5 triple 7 walk 8 walk 9 triple 11 triple 13 anchor`;
  await me.type(steps('1 back 2 back'));
  await expect(page.locator('.rail .row')).toHaveCount(2);
  const last = page.locator('.count.whole', { hasText: /^14$/ });
  await expect(last).toBeInViewport();
  await me.press('ArrowDown');
  await me.type(steps('1 fwd 2 fwd'));
  await me.press('ArrowDown');
  await me.type('1 left to right low 6 right catch hip 7 release right');
  await expect.poll(() => text(page)).toContain('6 right catch hip');
  await expect(page.locator('.restmark')).not.toHaveCount(0);
  await saved(page);
});

test('a line that is said again, or another’s, is understood where it is typed', async ({ page }) => {
  test.setTimeout(120_000);
  const me = new Person(page);
  await page.goto('/figures');
  await me.click(page.getByRole('button', { name: 'New figure' }).first());
  await expect(editor(page)).toBeFocused();
  await me.type('leader 1 back 2 close');
  await me.press('ArrowUp');
  await me.press('End');
  await me.press('ArrowDown');
  await me.type('1 fwd');
  await me.press('ArrowDown');
  await me.type('follower ');
  expect((await text(page)).split('\n')).toEqual([
    'leader 1 back 2 close',
    'follower 1 fwd',
    'follower ',
    'calls ',
  ]);
});

test('typed slowly on a version, spaces and unfinished words stay where they are', async ({ page }) => {
  test.setTimeout(90_000);
  await page.goto('/figures/demo-push-turn');
  await expect(editor(page)).toBeVisible();
  await page.locator('.cm-line').nth(1).click();
  await page.keyboard.press('End');
  for (const c of ' 7 fwd 8 ') {
    await page.keyboard.type(c);
    await page.waitForTimeout(400);
  }
  expect((await text(page)).split('\n')[1]).toMatch(/6 back 7 fwd 8 $/);
  await expect(page.getByText('has changed; that has been carried over')).toHaveCount(0);
});

test('a breakdown pasted from elsewhere is shown before it replaces anything', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await page.goto('/figures');
  await page.getByRole('button', { name: 'New figure' }).first().click();
  await expect(editor(page)).toBeFocused();
  await page.evaluate(() =>
    navigator.clipboard.writeText(
      'Evening push\nL: 1. back, 2. close, 3. triple\nF: 1. fwd, 2. fwd, 3. triple\nmind the frame',
    ),
  );
  await page.keyboard.press('Control+v');
  const panel = page.getByRole('region', { name: 'Pasted breakdown' });
  await expect(panel).toContainText('leader 1 back 2 close 3 triple');
  await expect(panel).toContainText('kept as a remark');
  expect(await text(page)).not.toContain('triple');
  await panel.getByRole('button', { name: 'Put it in', exact: true }).click();
  await expect
    .poll(() => text(page))
    .toBe('leader 1 back 2 close 3 triple\nfollower 1 fwd 2 fwd 3 triple\n# mind the frame');
  await expect(page.getByRole('textbox', { name: 'Name', exact: true })).toHaveValue('Evening push');
  await page.keyboard.press('Control+z');
});

test('a breakdown is said; words in doubt are marked and put right', async ({ page }) => {
  test.setTimeout(90_000);
  await page.goto('/figures');
  await page.getByRole('button', { name: 'New figure' }).first().click();
  await expect(editor(page)).toBeFocused();
  await page.getByRole('button', { name: 'Say it' }).click();
  const panel = page.getByRole('region', { name: 'Say it' });
  await panel.getByLabel('listens to').selectOption({ label: 'Recording: A basic, misheard in two places' });
  await panel.getByRole('button', { name: 'Listen' }).click();
  await expect(panel.getByText('1 word in doubt')).toBeVisible({ timeout: 25_000 });
  await panel.getByRole('textbox', { name: /replays/ }).fill('replace');
  await page.keyboard.press('Tab');
  await panel.getByRole('button', { name: 'Put it in' }).click();
  await expect
    .poll(() => text(page))
    .toBe(
      'leader 1 forward 2 replace 3 close 5 back 6 replace 7 close\nfollower 1 back 2 replace 3 close 5 forward 6 replace 7 close',
    );
});

test('several steps are chosen, changed together, copied on and mirrored to the partner', async ({
  page,
}) => {
  await page.goto('/figures');
  await page.getByRole('button', { name: 'New figure' }).first().click();
  await expect(editor(page)).toBeFocused();
  await page.keyboard.type('1 back 2 close 3 side 4 close', { delay: 70 });
  await page.getByRole('button', { name: /^Leader 1, left/ }).click();
  await page.getByRole('button', { name: /^Leader 4, right/ }).click({ modifiers: ['Shift'] });
  await expect(page.getByText('4 steps together')).toBeVisible();
  await page.getByRole('button', { name: 'Mirror to the follower' }).click();
  await expect.poll(() => text(page)).toContain('follower 1 fwd 2 close 3 side 4 close');
  await page.getByRole('button', { name: 'Copy', exact: true }).click();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /^Leader 4, right/ }).click();
  await page.getByRole('button', { name: 'Add on the next beat' }).click();
  await page.getByRole('button', { name: 'Put the copied steps here' }).click();
  await expect
    .poll(() => text(page))
    .toContain('leader 1 back 2 close 3 side 4 close 5 back 6 close 7 side 8 close');
});

test('the free foot is dragged on the floor to add a step', async ({ page }) => {
  await page.goto('/figures');
  await page.getByRole('button', { name: 'New figure' }).first().click();
  await expect(editor(page)).toBeFocused();
  const foot = page.locator('[data-free="leader"]').first();
  const box = (await foot.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 + 50, { steps: 6 });
  await page.mouse.up();
  await expect.poll(() => text(page)).toMatch(/leader 1 back/);
  await page.keyboard.press('Control+z');
  await expect.poll(() => text(page)).toMatch(/^leader\s*\n/);
});

test('a figure nobody wrote anything of is not listed, and the next begins as the last', async ({ page }) => {
  await page.goto('/figures');
  await expect(page.getByText(/\d+ in the repertoire/)).toBeVisible();
  const before = await page.getByText(/\d+ in the repertoire/).textContent();
  await page.getByRole('button', { name: 'New figure' }).first().click();
  await expect(editor(page)).toBeFocused();
  await page.getByLabel('Dance', { exact: true }).selectOption({ label: 'Foxtrot' });
  await page.goto('/figures');
  await expect(page.getByText(/\d+ in the repertoire/)).toHaveText(before ?? '');
  await page.getByRole('button', { name: 'New figure' }).first().click();
  await expect(page.getByLabel('Dance', { exact: true })).toHaveValue('foxtrot');
});

test('a figure is shared: the code reads as the link, the page plays it, and it is kept', async ({
  page,
  browser,
}) => {
  test.setTimeout(90_000);
  await page.goto('/figures/demo-push-turn');
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('button', { name: 'Share …' }).click();
  const panel = page.getByRole('dialog');
  const link = panel.getByRole('textbox', { name: 'link' });
  await expect(link).toHaveValue(/\/shared#[\w-]{100,}$/);
  const address = await link.inputValue();
  const code = panel.getByRole('img', { name: 'QR code of the link' });
  await expect(code).toBeVisible();
  // Source: ISO/IEC 18004, as another library reads it.
  const { data, width, height } = PNG.read(await code.screenshot());
  expect(jsQR(data, width, height)?.data).toBe(address);
  const file = page.waitForEvent('download');
  await panel.getByRole('button', { name: 'Page that plays (HTML)' }).click();
  const html = readFileSync(await (await file).path(), 'utf8');
  expect(html).toContain('<title>Push with a turn</title>');
  await expect(page.getByText('Saved: push-with-a-turn.html')).toBeAttached();
  const sheet = page.waitForEvent('download');
  await panel.getByRole('button', { name: 'Picture of the step sheet (PNG)' }).click();
  const drawn = PNG.read(readFileSync(await (await sheet).path()));
  expect(drawn.width).toBe(2240);
  expect(drawn.height).toBeGreaterThan(1000);

  const student = await (await browser.newContext()).newPage();
  await student.goto(address);
  await expect(student.getByRole('heading', { level: 1 })).toHaveText('Push with a turn');
  await student.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(student.getByRole('button', { name: 'Pause' })).toBeVisible();
  await student.getByRole('button', { name: /Keep it/ }).click();
  await expect(
    student
      .getByRole('textbox', { name: 'Name', exact: true })
      .or(student.getByText('Kept in your library.')),
  ).toBeVisible();
  await student.goto('/shared#broken');
  await expect(student.getByRole('alert')).toContainText('cut off or changed');
  await student.context().close();
});

test('menus and mends by keyboard: arrows move, Escape comes back, the focus goes where the work goes on', async ({
  page,
}) => {
  await page.goto('/figures/demo-push');
  await expect(editor(page)).toBeVisible();
  const more = page.getByRole('button', { name: 'More' });
  await more.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Share …' })).toBeFocused();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('button', { name: 'What is this like?' })).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(more).toBeFocused();
  await page.getByRole('button', { name: /^Leader 1, left/ }).click();
  await page
    .locator('.chosen label', { hasText: /^foot\s/ })
    .locator('select')
    .selectOption('R');
  const mend = page.locator('.fix[data-fix]').first();
  await mend.focus();
  await page.keyboard.press('Enter');
  await expect(page.locator('.findings :focus, .findings:focus')).toHaveCount(1);
  await page.keyboard.press('Control+k');
  await page.keyboard.type('rename', { delay: 80 });
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Name', exact: true })).toBeFocused();
});

test('a screen says what it is for when it is asked, and goes on', async ({ page }) => {
  await page.goto('/figures/demo-push');
  await expect(editor(page)).toBeVisible();
  const ask = page.getByRole('button', { name: 'What is this for?' });
  const said = page.getByText('Write one figure for leader and follower; it is checked as you write.');
  await ask.focus();
  await page.keyboard.press('Enter');
  await expect(said).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(said).toHaveCount(0);
  await expect(ask).toBeFocused();
  await ask.click();
  await page.getByRole('link', { name: 'Arms', exact: true }).click();
  await expect(said).toHaveCount(0);
});

test('a tour of five steps, left at any time and called again', async ({ page }) => {
  await page.goto('/figures');
  await page.getByRole('button', { name: 'New here? Look round in five steps' }).click();
  const tour = page.getByRole('dialog', { name: /A look round/ });
  for (const title of [
    'Your repertoire',
    'One figure',
    'Chains of figures',
    'The class',
    'Now write your own',
  ]) {
    await expect(tour.getByRole('heading')).toHaveText(title);
    if (title !== 'Now write your own') await tour.getByRole('button', { name: 'Next' }).click();
  }
  await tour.getByRole('button', { name: 'Done' }).click();
  await expect(tour).toHaveCount(0);
  await page.goto('/figures');
  await page.getByRole('button', { name: 'Look round again' }).click();
  for (let i = 0; i < 4; i++) await tour.getByRole('button', { name: 'Next' }).click();
  await tour.getByRole('button', { name: 'New figure' }).click();
  await expect(page).toHaveURL(/\/figures\/.*new/);
  await page.goto('/figures');
  await page.getByRole('button', { name: 'Look round again' }).click();
  await page.keyboard.press('Escape');
  await expect(tour).toHaveCount(0);
});

test.describe('in the studio, on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });
  test('finds, plays and changes a step with one hand', async ({ page }) => {
    test.setTimeout(90_000);
    const me = new Person(page);
    await page.goto('/figures');
    await me.click(page.getByRole('searchbox', { name: 'Search' }));
    await me.type('push turn');
    await me.click(page.getByRole('link', { name: /Push with a turn/ }).first());
    await me.click(page.getByRole('button', { name: 'Play', exact: true }));
    const count = page.locator('.studio .count');
    await expect(count).toBeInViewport({ ratio: 1 });
    expect((await count.boundingBox())!.height).toBeGreaterThanOrEqual(120);
    await expect(page.locator('.studio svg .dancer').first()).toBeInViewport();
    const scale = await page.evaluate(() => document.documentElement.scrollWidth);
    expect(scale).toBeLessThanOrEqual(390);
    const swipe = async (from: number, to: number) => {
      await page.mouse.move(from, 300);
      await page.mouse.down();
      await page.mouse.move(to, 300, { steps: 5 });
      await page.mouse.up();
    };
    await me.click(page.getByRole('dialog').getByRole('button', { name: 'Pause' }));
    await swipe(300, 100);
    await swipe(300, 100);
    await swipe(300, 100);
    await expect(count).toHaveText(/^[135]$/);
    await me.click(page.getByRole('button', { name: 'Back to the desk' }));
    await page.getByRole('button', { name: /^Leader 2, right/ }).click();
    await expect(page.getByLabel('does')).toBeInViewport({ ratio: 1 });
    await page.getByLabel('does').selectOption('touch');
    await saved(page);
    const small = await page.locator('.transport button:visible, .chosen select:visible').evaluateAll((all) =>
      all.flatMap((b) => {
        const { width, height } = b.getBoundingClientRect();
        return width < 43.5 || height < 43.5 ? [`${b.outerHTML.slice(0, 90)} ${width}x${height}`] : [];
      }),
    );
    expect(small).toEqual([]);
  });

  test('a combination plays large, with the count of its eight, and goes from figure to figure', async ({
    page,
  }) => {
    await page.goto('/combinations/demo-combination-blues');
    await expect(page.locator('.facts')).toContainText('every link holds');
    await page.getByRole('button', { name: 'Play', exact: true }).click();
    const large = page.getByRole('dialog', { name: 'Eight sixes over a blues, large' });
    await expect(large.locator('.count')).toHaveText(/^[1-8&]$/);
    await large.getByRole('button', { name: 'Pause' }).click();
    await large.getByRole('button', { name: 'Next unit' }).click();
    await expect(large.locator('.count')).toHaveText('7');
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    await large.getByRole('button', { name: 'Back to the board' }).click();
    await expect(large).toHaveCount(0);
  });
});
