import { AxeBuilder } from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { readFile } from 'node:fs/promises';

const open = async (page: Page, path = '/arms') => {
  await page.goto(path);
  await expect(page.getByText('Opening …')).toHaveCount(0);
};
const hold = (page: Page, name: string) =>
  expect(page.getByRole('heading', { level: 2, name, exact: true })).toBeVisible();
const turnTo = (page: Page, amount: string, name: RegExp) =>
  page.getByRole('region', { name: amount, exact: true }).getByRole('button', { name }).first();

test('a turn is followed, undone and followed again; what is impossible says why', async ({ page }) => {
  await open(page);
  await hold(page, 'Two-hand hold');
  await expect(
    page.getByText('the follower’s right arm locks at the second half turn').first(),
  ).toBeVisible();
  await turnTo(page, 'One turn', /both hands over: Double cross, left on top/).click();
  await hold(page, 'Double cross, left on top');
  await expect(page.getByRole('region', { name: 'The hold now' })).toContainText('Crossed twice between you');
  await page.keyboard.press('Control+z');
  await hold(page, 'Two-hand hold');
  await page.getByRole('button', { name: 'Forward again' }).click();
  await hold(page, 'Double cross, left on top');
});

test('a hold is picked by picture or built hand by hand', async ({ page }) => {
  await open(page);
  await page
    .getByRole('list', { name: 'Holds' })
    .getByRole('button', { name: 'Hammerlock, follower’s left arm' })
    .click();
  await hold(page, 'Hammerlock, follower’s left arm');
  await page.getByLabel('they stand').selectOption('facing');
  await page.getByLabel('leader’s left holds').selectOption('follower’s left');
  await page.getByLabel('leader’s right holds').selectOption('follower’s right');
  await hold(page, 'Crossed hands, right on top');
  await page.getByRole('combobox', { name: /on top/ }).selectOption('leader’s left to right');
  await hold(page, 'Crossed hands, left on top');
});

test('both may turn at once: rolling back to back', async ({ page }) => {
  await open(page);
  await page.getByRole('button', { name: 'both, opposite ways' }).click();
  await turnTo(page, 'Half a turn', /Back to back, arms at the sides/).click();
  await hold(page, 'Back to back, arms at the sides');
});

test('a way to a goal is found within limits, played, and written into a figure that then says so', async ({
  page,
}) => {
  await open(page);
  await page
    .getByRole('button', { name: /both hands over: Double cross, left on top/ })
    .first()
    .click();
  await page.getByLabel('hands stay joined').check();
  await page.getByLabel('only the follower turns').check();
  const first = page.getByRole('list', { name: 'Ways' }).getByRole('listitem').first();
  await expect(first).toContainText('Follower, one turn right');
  await page.getByLabel('Beats there are').fill('1');
  await expect(page.getByText('The shortest way needs 2 beats.')).toBeVisible();
  await page.getByLabel('Beats there are').fill('4');
  await first.getByRole('button', { name: /Play/ }).click();
  await expect(page.getByText('on the way')).toBeVisible();
  await first.getByRole('button', { name: 'Stop' }).click();
  await first.getByRole('button', { name: /Use in a figure/ }).click();
  await page.getByRole('combobox', { name: /^into/ }).selectOption('Basic on 1 · 8 counts');
  await page.getByLabel('from count').fill('9');
  await expect(page.getByText('The figure ends before the route does')).toBeVisible();
  await page.getByRole('button', { name: /^Lengthen it by \d counts?, on the spot/ }).click();
  await expect(page.getByRole('region', { name: 'After' })).toContainText('Double cross, left on top');
  await page.getByLabel('from count').fill('5');
  await expect(page.getByRole('region', { name: 'Before' })).not.toContainText('Double cross');
  await expect(page.getByText('Basic on 1: Salsa on 1, 8 counts.')).toBeVisible();
  await expect(page.getByText('It then ends in “Double cross, left on top”.')).toBeVisible();
  await page.getByRole('button', { name: 'Write it in' }).click();
  await page.getByRole('link', { name: 'Basic on 1' }).click();
  await expect(page.locator('.cm-content')).toContainText('raise left');
  await expect(page.getByRole('button', { name: /^Arms at \S+: Double cross, left on top/ })).toBeVisible();
});

test('the way back from a hammerlock is one picture away, or one button', async ({ page }) => {
  await open(page);
  const holds = page.getByRole('list', { name: 'Holds' });
  const way = page.getByRole('region', { name: 'The way here' });
  await holds.getByRole('button', { name: 'Hammerlock, follower’s left arm' }).click();
  await expect(way).toContainText('from Two-hand hold');
  await holds.getByRole('button', { name: 'Two-hand hold', exact: true }).click();
  await hold(page, 'Two-hand hold');
  await expect(way).toContainText('from Hammerlock, follower’s left arm');
  await expect(way.getByRole('list', { name: 'Ways' }).getByRole('listitem').first()).toContainText('left');
  await way.getByRole('button', { name: 'The way back' }).click();
  await hold(page, 'Hammerlock, follower’s left arm');
});

test('a drawing is saved as SVG that names what it shows', async ({ page }) => {
  await open(page);
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as SVG' }).click(),
  ]);
  expect(file.suggestedFilename()).toBe('two-hand-hold.svg');
  expect(await readFile(await file.path(), 'utf8')).toContain('<title id="arms-title">Two-hand hold</title>');
});

test('the rail names the holds, and from a count one goes on to its turns', async ({ page }) => {
  await open(page, '/figures/demo-double-cross');
  await expect(
    page.getByRole('button', { name: /^Arms at 4: Double cross, left on top\. Two hands/ }),
  ).toBeVisible();
  await page.getByRole('button', { name: /^Arms at 4/ }).focus();
  await expect(page.locator('.armsnow')).toContainText('Double cross');
  await page.getByRole('link', { name: 'Turns from here' }).click();
  await hold(page, 'Double cross, left on top');
  await expect(page.getByText('Begun at 4 of')).toBeVisible();
});

test('arms are drawn at every frame of a dance, and locked arms are mended by one action', async ({
  page,
}) => {
  await open(page, '/figures/demo-push-turn');
  for (let i = 0; i < 9; i++) {
    await page.keyboard.press('ArrowRight');
    await expect(page.locator('.floor .halo + .strand[data-arm="L"]')).toHaveCount(1);
    await expect(page.locator('.floor .halo + .strand[data-arm="R"]')).toHaveCount(1);
    const d = await page.locator('.floor .halo + .strand[data-arm="L"]').getAttribute('d');
    expect(d).not.toMatch(/NaN|undefined/);
  }
  await open(page, '/figures/demo-turn-locked');
  await expect(page.getByText(/The right arm locks at 3/)).toBeVisible();
  await page
    .getByRole('button', { name: /Raise the left|Let go left|Change to/ })
    .first()
    .click();
  await expect(page.getByText(/The right arm locks/)).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText(/The right arm locks at 3/)).toBeVisible();
});

test('the names of turns follow the school that is chosen', async ({ page }) => {
  await open(page, '/data');
  await page.getByLabel(/turns are named/).selectOption('inside and outside');
  await open(page);
  await page
    .getByRole('list', { name: 'Holds' })
    .getByRole('button', { name: 'Open hold, left to right' })
    .click();
  await expect(page.getByRole('region', { name: 'One turn', exact: true })).toContainText('outside');
  await expect(page.getByRole('region', { name: 'One turn', exact: true })).toContainText('inside');
});

for (const scheme of ['light', 'dark'] as const) {
  test(`the arms screen has no accessibility violations, ${scheme}`, async ({ page }) => {
    await page.emulateMedia({ colorScheme: scheme });
    await open(page);
    await page
      .getByRole('button', { name: /Double cross, left on top/ })
      .first()
      .click();
    await page
      .getByRole('button', { name: /Use in a figure/ })
      .first()
      .click();
    const found = await new AxeBuilder({ page }).analyze();
    expect(found.violations.map((v) => `${v.id}: ${v.nodes[0]?.html}`)).toEqual([]);
  });
}

test('on a phone nothing runs out of the screen', async ({ page }) => {
  await page.setViewportSize({ width: 360, height: 740 });
  await open(page);
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360);
});
