import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';

/** No serious or moderate finding, on every screen, in both schemes. Source: the rules of axe-core (WCAG 2.2 A, AA and its own). */
const SCREENS = [
  '/figures',
  '/figures/demo-push-turn',
  '/figures/demo-push-short',
  '/figures/demo-push/versions',
  '/arms',
  '/combinations',
  '/songs',
  '/classes',
  '/floor',
  '/trainer',
  '/results',
  '/partners',
  '/groups',
  '/rooms',
  '/log',
  '/due',
  '/cues',
  '/notation',
  '/data',
  '/combinations/demo-combination-layers',
  '/combinations/demo-combination-layers/calls',
  '/songs/demo-song-stomp',
  '/classes/demo-class-swing',
  '/series/demo-series-swing',
  '/groups/demo-group-swing',
  '/rooms/demo-room-boat-shed',
  '/floor/demo-practice-thursday',
  '/floor/run?practice=demo-practice-thursday',
  '/log/demo-entry-waltz-5',
];

/** `only`: one rule, where the others cannot differ. */
async function found(page: Page, only?: string): Promise<string[]> {
  const axe = new AxeBuilder({ page });
  const { violations } = await (only ? axe.withRules([only]) : axe).analyze();
  return violations
    .filter((v) => v.impact !== 'minor')
    .flatMap((v) => v.nodes.slice(0, 3).map((n) => `${v.id} (${v.impact}): ${n.target.join(' ')}`));
}

/** Controls that cannot be told apart by their name, or have none. */
async function twins(page: Page): Promise<string[]> {
  const seen = new Map<string, number>();
  const control =
    /^\s*- '?(button|checkbox|combobox|spinbutton|textbox|slider|searchbox|switch|radio)(?: "((?:[^"\\]|\\.)*)")?/;
  for (const line of (await page.locator('body').ariaSnapshot()).split('\n')) {
    const [, role, name] = control.exec(line) ?? [];
    if (role) seen.set(`${role} “${name ?? ''}”`, (seen.get(`${role} “${name ?? ''}”`) ?? 0) + 1);
  }
  return [...seen]
    .filter(([what, n]) => n > 1 || what.endsWith('“”'))
    .map(([what, n]) => `${n} times ${what}`);
}

/** Opens whatever opens on the screen: folded parts, and buttons that say they open something. */
async function openAll(page: Page): Promise<number> {
  const folded = page.locator('main details:not([open]) > summary');
  for (let i = await folded.count(); i > 0; i--) await folded.nth(i - 1).click();
  const names = await page.locator('main button[aria-expanded=false]:visible:enabled').allInnerTexts();
  for (const name of names) {
    const button = page.locator('main button[aria-expanded=false]:visible:enabled', { hasText: name });
    if (name.trim() !== '' && (await button.count()) > 0) await button.first().click();
  }
  return names.length + (await page.locator('main details[open]').count());
}

for (const scheme of ['light', 'dark'] as const)
  test(`every screen, ${scheme}`, async ({ page }) => {
    test.setTimeout(400_000);
    page.setDefaultTimeout(10_000);
    await page.emulateMedia({ colorScheme: scheme });
    const all: string[] = [];
    for (const path of SCREENS) {
      await page.goto(path);
      await expect(page.locator('h1').first(), path).toBeVisible();
      await page.waitForLoadState('networkidle');
      all.push(...(await twins(page)).map((t) => `${path} ${t}`));
      if ((await openAll(page)) > 0) all.push(...(await twins(page)).map((t) => `${path}, all opened: ${t}`));
      const contrast = scheme === 'dark' ? 'color-contrast' : undefined;
      all.push(...(await found(page, contrast)).map((f) => `${path}, all opened: ${f}`));
    }
    expect(all).toEqual([]);
  });

test('a class being run, block by block, in both schemes and on a phone', async ({ page }) => {
  test.setTimeout(180_000);
  const all: string[] = [];
  await page.goto('/classes/demo-class-swing');
  await page.getByRole('button', { name: 'Run' }).click();
  await expect(page).toHaveURL(/\/run\//);
  for (const [scheme, width] of [
    ['light', 1280],
    ['dark', 390],
    ['light', 360],
  ] as const) {
    await page.emulateMedia({ colorScheme: scheme });
    await page.setViewportSize({ width, height: 844 });
    for (let block = 0; block < 3; block++) {
      if (block > 0) await page.locator('button.next').click();
      all.push(...(await twins(page)).map((t) => `${scheme} ${width}, block ${block}: ${t}`));
      all.push(...(await found(page)).map((f) => `${scheme} ${width}, block ${block}: ${f}`));
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width);
    }
  }
  expect(all).toEqual([]);
});

/** What opens, and what is to be seen then. */
const PANELS = [
  ['Details', (page: Page) => page.locator('form.details')],
  ['Vary', (page: Page) => page.getByText('Turned round', { exact: true })],
  ['Say it', (page: Page) => page.getByRole('region', { name: 'Say it' })],
] as const;

test('with every panel of the desk open', async ({ page }) => {
  test.setTimeout(120_000);
  page.setDefaultTimeout(15_000);
  await page.goto('/figures/demo-push-turn');
  await expect(page.locator('.cm-content')).toBeVisible();
  const all: string[] = [];
  const look = async (what: string) => all.push(...(await found(page)).map((f) => `${what}: ${f}`));
  await page.getByRole('button', { name: /^Leader 2, right/ }).click();
  await look('a step chosen');
  for (const [name, panel] of PANELS) {
    await page.getByRole('button', { name, exact: true }).click();
    await expect(panel(page)).toBeVisible();
    await look(name);
    if (name === 'Say it') await page.getByRole('button', { name: 'Leave it' }).click();
    else await page.getByRole('button', { name, exact: true }).click();
  }
  await page.getByRole('button', { name: 'More' }).click();
  await look('More');
  await page.getByRole('button', { name: 'Share …' }).click();
  await expect(page.getByRole('img', { name: 'QR code of the link' })).toBeVisible();
  await look('Share');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /^Large/ }).click();
  await expect(page.locator('.studio .count')).toBeVisible();
  await look('Large');
  expect(all).toEqual([]);
});
