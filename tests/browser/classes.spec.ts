import { readFileSync } from 'node:fs';
import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';

/** Who dances with whom, for the numbers that are there. */
test('partners for uneven numbers, typed in, with names, and taken away', async ({ page }) => {
  await page.goto('/floor');
  await page.getByRole('link', { name: 'Partners', exact: true }).click();
  const form = page.getByRole('form', { name: 'Who is there' });
  const fill = async (name: string, value: string) => {
    await form.getByRole('spinbutton', { name, exact: true }).click();
    await page.keyboard.press('Control+a', { delay: 70 });
    await page.keyboard.type(value, { delay: 90 });
    await page.keyboard.press('Tab', { delay: 80 });
  };
  await fill('leaders', '5');
  await fill('followers', '3');
  await fill('of both roles', '1');
  await fill('rounds', '4');
  // Five and three, one of both: four couples, one sits out.
  const rounds = page.getByRole('list').filter({ hasText: 'round' }).first().locator('> li');
  await expect(rounds).toHaveCount(4);
  await expect(rounds.first().getByRole('listitem')).toHaveCount(5);
  await expect(page.getByRole('status')).toContainText('Nobody dances with the same partner twice.');
  await expect(page).toHaveURL(/leaders=5&followers=3&both=1/);
  await form.getByRole('button', { name: 'With names' }).click();
  await form.getByRole('textbox', { name: 'names, a line each' }).first().click();
  await page.keyboard.type('Ada', { delay: 80 });
  await expect(rounds.first()).toContainText('Ada');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Table (CSV)' }).click(),
  ]);
  const csv = readFileSync(await file.path(), 'utf8');
  expect(csv).toMatch(/^round,leads,follows\r\n1,/);
  // Four rounds of four couples and one who sits out.
  expect(csv.trim().split('\r\n')).toHaveLength(1 + 4 * 5);
  // As people stand: a circle, then two lines, round after round.
  await page.getByRole('button', { name: 'Circle' }).click();
  // Five leaders for four couples: who sat out in the first round dances in the next.
  await expect(page.getByRole('img', { name: '4 couples in a circle' })).not.toContainText('Ada');
  await page.getByRole('button', { name: 'The next round' }).click();
  await expect(page.getByRole('img', { name: '4 couples in a circle' })).toContainText('Ada');
  await page.getByRole('button', { name: 'Two lines' }).click();
  await expect(page.getByRole('img', { name: '4 couples in a line' })).toBeVisible();
  await page.reload();
  await expect(rounds.first()).toContainText('Ada');
  await expect(form.getByRole('spinbutton', { name: 'leaders', exact: true })).toHaveValue('5');
  const serious = (await new AxeBuilder({ page }).analyze()).violations.filter((v) =>
    ['serious', 'critical'].includes(v.impact ?? ''),
  );
  expect(serious.map((v) => `${v.id} ${v.nodes[0]?.html}`)).toEqual([]);
});

test('how often a combination is really danced in the minutes there are', async ({ page }) => {
  await page.goto('/combinations/demo-combination-blues');
  await page.getByRole('button', { name: 'Music and length' }).click();
  const group = page.getByRole('group', { name: 'in a class' });
  // Derived: 48 beats at 104 are 27.7 s, with an eight counted in 32.3 s; (600 + 20) / 52.3 = 11.85.
  await expect(group).toContainText('11 times, 0:28 each');
  await group.getByRole('spinbutton', { name: 'Minutes for it' }).click();
  await page.keyboard.press('Control+a', { delay: 70 });
  await page.keyboard.type('1', { delay: 90 });
  // Two rounds would be 84.6 s.
  await expect(group).toContainText('once, 0:28 each');
});
