import { expect, test, type Page } from '@playwright/test';
import { Person, reveal } from './person';

/**
 * The fourth and fifth of six tasks of somebody who is new, counted, and all six with the keyboard only; the others stand
 * with the first hour. Source of the limits: the product's own aims.
 */
const editor = (page: Page) => page.locator('.cm-content');
const text = async (page: Page) => (await page.locator('.cm-line').allTextContents()).join('\n');
const saved = (page: Page) => expect(page.locator('.saved')).toHaveText('Saved');
const good = (page: Page) => page.getByText('Can be danced as written.');
const facts = (page: Page) => page.locator('.facts').first();

async function printing(page: Page): Promise<() => Promise<number>> {
  await page.addInitScript(() => {
    const w = window as unknown as { printed: number };
    w.printed = 0;
    window.print = () => void w.printed++;
  });
  return () => page.evaluate(() => (window as unknown as { printed: number }).printed);
}

test('a variation is seen, kept and compared with what it came from, in 10 actions', async ({ page }) => {
  test.setTimeout(90_000);
  const me = new Person(page);
  await page.goto('/figures');
  const push = page.getByRole('link', { name: /\bPush\b.*Slot swing.*Beginner/ });
  await reveal(page, push);
  await me.click(push.first());
  await me.click(page.getByRole('button', { name: 'Vary', exact: true }));
  const panel = page.getByRole('region', { name: 'Vary' });
  await me.click(panel.locator('.look').filter({ hasText: 'lasts a beat longer' }).first());
  await expect(page.getByText('nothing is changed yet')).toBeVisible();
  await expect(facts(page)).toContainText('7 counts');
  await me.click(page.getByRole('button', { name: 'Keep as a version' }));
  await expect(page.getByText('version of Push')).toBeVisible();
  await me.click(page.getByRole('link', { name: 'Versions', exact: true }));
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Versions of Push');
  await expect(page.locator('.differs').first()).toBeVisible();
  expect(me.actions).toBeLessThanOrEqual(10);
});

test('four are composed so that they loop, a link is mended, and the call sheet is printed, in 20 actions', async ({
  page,
}) => {
  test.setTimeout(90_000);
  const printed = await printing(page);
  const me = new Person(page);
  await page.goto('/combinations');
  await me.click(page.getByRole('button', { name: 'Compose one' }));
  const panel = page.getByRole('region', { name: 'Compose' });
  await me.choose(panel.getByLabel('dance'), { label: 'Waltz (4)' });
  await me.click(panel.getByLabel('beats, exactly'));
  await me.press('Control+a');
  await me.type('18');
  await me.choose(panel.getByLabel('ends'), { label: 'as it begins (loops)' });
  await expect(panel.getByRole('status')).toHaveText('4 exist');
  await me.click(panel.getByRole('button', { name: 'Put on the board: number 1' }));
  await expect(facts(page)).toContainText('18 beats');
  await expect(facts(page)).toContainText('every link holds');
  // Without the change between them the turns no longer link: the wrong foot is free.
  await me.click(page.getByRole('button', { name: /^Closed change, right foot, 3 beats/ }));
  await me.click(page.getByRole('button', { name: 'Take out' }));
  await expect(facts(page)).toContainText('one link does not fit');
  await me.click(page.getByRole('button', { name: /^Link into Reverse turn: Does not fit/ }));
  const link = page.getByRole('region', { name: 'Link' });
  await me.click(link.getByRole('button', { name: /Closed change, right foot in between/ }));
  await expect(facts(page)).toContainText('every link holds');
  await me.click(page.getByRole('link', { name: 'Call sheet' }));
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await me.click(page.getByRole('button', { name: 'Print' }));
  expect(await printed()).toBe(1);
  expect(me.actions).toBeLessThanOrEqual(20);
});

test.describe('with the keyboard only', () => {
  test.beforeEach(({ page: _ }) => test.setTimeout(120_000));

  test('writes and mends a figure for both roles', async ({ page }) => {
    const me = new Person(page);
    await page.goto('/figures');
    await me.reach('New figure');
    await me.press('Enter');
    await expect(editor(page)).toBeFocused();
    await me.type('1 back 2 close 3 triple 5 anchor');
    await me.press('ArrowDown');
    await me.type('1 fwd 2 fwd 3 triple 5 back 6 back');
    await expect(page.locator('[data-fix="add-step"]').first()).toBeVisible();
    await me.press('Escape');
    await me.press('x');
    await expect(good(page)).toBeVisible();
    await me.call('rename');
    await expect(page.getByRole('textbox', { name: 'Name', exact: true })).toBeFocused();
    await me.press('Control+a');
    await me.type('Push\n');
    await saved(page);
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Push');
  });

  test('builds the same from the strip of words, and the partner from it', async ({ page }) => {
    const me = new Person(page);
    await page.goto('/figures');
    await expect(page.getByText(/in the repertoire/)).toBeVisible();
    await me.call('new figure');
    await expect(editor(page)).toBeFocused();
    await me.press('Escape');
    await me.press('r');
    await me.press('Enter');
    for (const word of ['back', 'close', 'triple', 'anchor']) {
      await me.reach(new RegExp(`^${word}$`));
      await me.press('Enter');
    }
    await expect.poll(() => text(page)).toContain('leader 1 back 2 close 3 triple 5 anchor');
    await me.reach('Follower from the leader’s steps', 120);
    await me.press('Enter');
    await expect.poll(() => text(page)).toContain('follower 1 fwd 2 close');
  });

  test('writes fourteen counts with a catch', async ({ page }) => {
    const me = new Person(page);
    await page.goto('/figures');
    await expect(page.getByText(/in the repertoire/)).toBeVisible();
    await me.call('new figure');
    await expect(editor(page)).toBeFocused();
    await me.type('1 back 2 back 3 triple 5 triple 7 walk 8 walk 9 triple 11 triple 13 anchor');
    await me.press('ArrowDown');
    await me.type('1 fwd 2 fwd 3 triple 5 triple 7 walk 8 walk 9 triple 11 triple 13 anchor');
    await me.press('ArrowDown');
    await me.type('1 left to right low 6 right catch hip 7 release right');
    await expect(page.locator('.restmark')).not.toHaveCount(0);
    await expect(page.locator('.count.whole', { hasText: /^14$/ })).toBeVisible();
    await saved(page);
  });

  test('keeps a variation and compares it', async ({ page }) => {
    const me = new Person(page);
    await page.goto('/figures');
    await expect(page.getByText(/in the repertoire/)).toBeVisible();
    await me.call('push');
    await expect(editor(page)).toBeVisible();
    await me.press('w');
    const panel = page.getByRole('region', { name: 'Vary' });
    await expect(panel.locator('.look').nth(2)).toBeVisible();
    await me.reach(/lasts a beat longer/);
    await me.press('Enter');
    await me.reach('Keep as a version');
    await me.press('Enter');
    await expect(page.getByText(/^version of /)).toBeVisible();
    await me.call('versions side');
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^Versions of /);
    await expect(page.locator('.differs').first()).toBeVisible();
  });

  test('composes four that loop, puts a link right and prints', async ({ page }) => {
    const printed = await printing(page);
    const me = new Person(page);
    await page.goto('/combinations');
    await expect(page.getByText('7 kept')).toBeVisible();
    await me.reach('Compose one');
    await me.press('Enter');
    const panel = page.getByRole('region', { name: 'Compose' });
    await expect(panel.getByRole('status')).toHaveText(/^[\d,]+ exist$/);
    await me.reach(/^dance/);
    await me.type('Waltz');
    await me.reach('beats, exactly');
    await me.press('Control+a');
    await me.type('18');
    await me.reach(/^ends/);
    await me.press('ArrowDown');
    await expect(panel.getByLabel('ends')).toHaveValue('loop');
    await expect(panel.getByRole('status')).toHaveText('4 exist');
    await me.reach('Put on the board');
    await me.press('Enter');
    await expect(facts(page)).toContainText('18 beats');
    // The parts of the board are one stop; arrows go from one to the next.
    await me.reach(/beats, part 1 of 4$/, 120);
    while (!/^Closed change, right foot/.test(await me.focused())) await me.press('ArrowRight');
    await me.press('Enter');
    await me.reach('Take out', 120);
    await me.press('Enter');
    await expect(facts(page)).toContainText('one link does not fit');
    await me.reach(/^Link into Reverse turn: Does not fit/, 120);
    await me.press('Enter');
    await me.reach(/^Closed change, right foot in between/, 120);
    await me.press('Enter');
    await expect(facts(page)).toContainText('every link holds');
    await me.reach('Call sheet', 120);
    await me.press('Enter');
    await expect(page.getByRole('button', { name: 'Print' })).toBeVisible();
    await me.reach('Print');
    await me.press('Enter');
    expect(await printed()).toBe(1);
  });

  test.describe('on a small screen', () => {
    test.use({ viewport: { width: 390, height: 844 } });
    test('finds, plays and changes a step', async ({ page }) => {
      const me = new Person(page);
      await page.goto('/figures');
      await me.reach('Search');
      await me.type('push turn');
      await me.reach(/^6 ?Push with a turn/);
      await me.press('Enter');
      await expect(page.locator('.mark').first()).toBeVisible();
      await me.press(' ');
      await expect(page.locator('.studio .count')).toBeVisible();
      await me.press('Escape');
      await expect(page.locator('.studio')).toHaveCount(0);
      await me.press('r');
      await me.press('ArrowRight');
      await me.press('Enter');
      await me.reach('does');
      await me.press('ArrowDown');
      await saved(page);
    });
  });
});
