import { readFileSync } from 'node:fs';
import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';

/** Breakdowns as they are spoken, choices, heads and dances of one's own, on the built application. */
const editor = (page: Page) => page.locator('.cm-content');
const text = async (page: Page) => (await page.locator('.cm-line').allTextContents()).join('\n');
const finding = (page: Page, code: string) => page.locator(`[data-code="${code}"]`);
const saved = (page: Page) => expect(page.locator('.saved')).toHaveText('Saved');
const desk = async (page: Page, id: string) => {
  await page.goto(`/figures/${id}`);
  await expect(editor(page)).toBeVisible();
};

async function fresh(page: Page, dance: string) {
  await page.goto('/figures');
  await page.getByRole('button', { name: 'New figure' }).click();
  await expect(editor(page)).toBeVisible();
  await page.getByLabel('Dance', { exact: true }).selectOption(dance);
}
/** Types as a person does: Enter at line ends, 70 ms a key. */
async function write(page: Page, lines: string[]) {
  await editor(page).click();
  await page.keyboard.press('Control+a');
  await page.keyboard.press('Delete');
  for (const [i, line] of lines.entries()) {
    await page.keyboard.type(line, { delay: 70 });
    if (i < lines.length - 1) await page.keyboard.press('Enter');
  }
}
const unfocus = (page: Page) => page.getByRole('heading', { level: 1 }).first().click();

test('a breakdown is entered as it is spoken', async ({ page }) => {
  test.setTimeout(120_000);
  await fresh(page, 'six-count-swing');
  const lines = [
    'leader 1 rock back 2 step, 3&4 triple step to the side, 5&6 triple step to the side',
    'follower 1-2 rock step 3 and 4 triple side 5 and 6 triple full turn right',
    'hands 1 left to right low 4 raise left, palm up 6& lower left',
    'follower-body 5 look left 6 head centre',
    'leads 4 elbow out and raise the hand',
  ];
  await write(page, lines);
  expect(await text(page)).toBe(lines.join('\n'));
  await unfocus(page);
  // A whole turn in two beats, at a beginner's level and a fast tempo: that is all there is to say.
  await expect(page.locator('[data-code]')).toHaveCount(1);
  await expect(finding(page, 'turn-too-fast')).toBeVisible();
  await expect(page.getByText('8 weight changes')).toHaveCount(2);
  await page.getByRole('button', { name: 'To count 5', exact: true }).click();
  await expect(page.getByText('follower: head to the left')).toBeVisible();
});

test('a word nobody knows is told with a line that works', async ({ page }) => {
  await fresh(page, 'six-count-swing');
  await write(page, ['leader 1 bakc 2 wobble', 'follower 1 fwd 2 fwd']);
  await unfocus(page);
  await expect(
    page.getByText('“bakc” is not known here. Did you mean back? Write for instance: 1 back.'),
  ).toBeVisible();
  await expect(page.getByText('“wobble” is not known here. Write for instance: 2 side.')).toBeVisible();
  await page.getByRole('button', { name: 'Write “back”' }).click();
  expect(await text(page)).toContain('leader 1 back 2 wobble');
});

test('another way is shown, played, made the main line, and taken back', async ({ page }) => {
  await desk(page, 'demo-six-choices');
  const original = await text(page);
  const choice = page.getByRole('combobox', { name: 'At 1, as the leader likes (leader’s steps)' });
  await choice.selectOption('1');
  await expect(page.getByRole('button', { name: /^Leader 1, .*touch/ })).toBeVisible();
  await expect(page.getByText('Shown with “1 touch 2 touch” at 1.')).toBeVisible();
  expect(await text(page)).toBe(original);
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await choice.selectOption('0');
  await expect(page.getByRole('button', { name: /^Leader 1, .*back/ })).toBeVisible();
  await page.getByRole('button', { name: 'Pause' }).click();
  await choice.selectOption('1');
  await page.getByRole('button', { name: 'Make it the main line' }).click();
  await expect.poll(() => text(page)).toContain('leader [1 touch 2 touch or 1 rock-step] 3');
  await page.keyboard.press('Control+z');
  await expect.poll(() => text(page)).toBe(original);
});

test('a way that cannot be danced is named by its choice, and can be taken out', async ({ page }) => {
  await fresh(page, 'six-count-swing');
  await write(page, [
    'leader 1 rock step 3 triple 5 triple or [5 step 6 step]',
    'follower 1 rock step 3 triple 5 triple',
  ]);
  await unfocus(page);
  await expect(finding(page, 'branch')).toContainText('Danced with “5 step 6 step” at 5:');
  await page.getByRole('button', { name: 'Show it danced so' }).click();
  await expect(page.getByText('Shown with “5 step 6 step” at 5.')).toBeVisible();
  await page.getByRole('button', { name: 'Back to the main line' }).click();
  await page.getByRole('button', { name: 'Take this way out' }).click();
  await expect
    .poll(() => text(page))
    .toBe('leader 1 rock-step 3 triple 5 triple\nfollower 1 rock step 3 triple 5 triple');
  await expect(page.getByText('Can be danced as written.')).toBeVisible();
});

test('head and upper body are said on the rail, drawn, and cautioned once', async ({ page }) => {
  await desk(page, 'demo-flow-lean');
  await page.getByRole('button', { name: /^Follower 3, / }).click();
  await page.getByRole('button', { name: 'Footwork, pivot, head' }).click();
  await page.getByLabel(/^head/).selectOption('back');
  await expect.poll(() => text(page)).toContain('follower-body 1 head free 3 head back 5 lean towards');
  await expect(finding(page, 'care')).toHaveCount(1);
  await finding(page, 'care')
    .filter({ hasText: 'The head goes back at 3.' })
    .getByRole('button', { name: 'Write the caution on the figure' })
    .click();
  await expect(finding(page, 'care')).toHaveCount(0);
  await page.getByLabel('upper body').selectOption('twist 45');
  await expect.poll(() => text(page)).toContain('3 head back, twist r1/8 5');
  await page.getByRole('button', { name: 'To count 3', exact: true }).click();
  await expect(page.getByText('upper body 1/8 right of the hips')).toBeVisible();
});

test('parts are named from what the repertoire has', async ({ page }) => {
  test.setTimeout(120_000);
  await fresh(page, 'six-count-swing');
  await write(page, [
    'leader 1 rock step 3 triple side 5 triple side 7 rock step 9 triple side 11 triple side',
    'follower 1 rock step 3 triple side 5 triple side 7 rock step 9 triple side 11 triple side',
    'hands 1 left to right low',
  ]);
  await saved(page);
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('button', { name: 'What is this like?' }).click();
  await page.getByRole('button', { name: 'Name the parts so' }).click();
  await expect.poll(() => text(page)).toMatch(/^parts 1 .+ 7 .+$/m);
  await expect(page.locator('.part')).toHaveCount(2);
});

test('a dance of one’s own: made, used, taken away with its figure, deleted while in use, brought back', async ({
  page,
}) => {
  test.setTimeout(120_000);
  await fresh(page, 'waltz');
  await page.getByRole('button', { name: 'Details' }).click();
  await page.getByRole('button', { name: 'A dance of your own' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('name').click();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('Harbour reel', { delay: 70 });
  await dialog.getByLabel('beats in a bar').fill('99');
  await dialog.getByRole('button', { name: 'Save the dance' }).click();
  await expect(dialog.getByRole('alert')).toContainText('beats in a bar');
  await dialog.getByLabel('beats in a bar').fill('6');
  await dialog.getByRole('button', { name: 'Save the dance' }).click();
  await expect(page.getByLabel('Dance', { exact: true }).locator('option:checked')).toHaveText(
    'Harbour reel',
  );
  await page.getByRole('button', { name: 'Details' }).click();
  await write(page, ['leader 1 fwd 2 side 3 close', 'follower 1 back 2 side 3 close']);
  await saved(page);
  await page.getByRole('button', { name: 'More' }).click();
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Figure file (JSON)' }).click();
  const download = await waiting;
  const file = readFileSync(await download.path(), 'utf8');
  expect(file).toContain('"name": "Harbour reel"');

  await page.goto('/data');
  await page.getByRole('button', { name: 'Delete Harbour reel' }).click();
  const ask = page.getByRole('alertdialog', { name: 'The dance is in use' });
  await expect(ask).toContainText('“Harbour reel” is danced in “New figure”.');
  const axe = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa']).analyze();
  expect(axe.violations.map((v) => v.id)).toEqual([]);
  await ask.getByLabel('Danced as').selectOption('foxtrot');
  await ask.getByRole('button', { name: 'Delete, and dance them as Foxtrot' }).click();
  await expect(page.getByText('“Harbour reel” was deleted; 1 now danced as Foxtrot.')).toBeVisible();

  await page
    .getByLabel(/A backup, a file of figures/)
    .setInputFiles({ name: 'reel.brisk.json', mimeType: 'application/json', buffer: Buffer.from(file) });
  await page.getByRole('button', { name: 'Keep both' }).click();
  await expect(page.getByRole('button', { name: 'Edit Harbour reel' })).toBeVisible();
  await page.goto('/figures');
  const dances = page.getByRole('navigation', { name: 'Dances and families' });
  await expect(dances.getByText('Harbour reel')).toBeVisible();
});

test('words of several words are offered from the first of them on, and heads on their line', async ({
  page,
}) => {
  await fresh(page, 'waltz');
  await write(page, ['leader 1 fwd 2 heel tu']);
  await expect(page.locator('.cm-tooltip-autocomplete')).toContainText('heel turn');
  await page.keyboard.press('Tab');
  await expect.poll(() => text(page)).toBe('leader 1 fwd 2 heel turn');
  await page.keyboard.press('Enter');
  await page.keyboard.type('leader-body 1 loo', { delay: 70 });
  await expect(page.locator('.cm-tooltip-autocomplete')).toContainText('look left');
});
