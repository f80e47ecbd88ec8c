import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';

/** Every variation through the real desk, on the demo figures. */
const open = async (page: Page, id: string) => {
  await page.goto(`/figures/${id}`);
  await expect(page.locator('.cm-content')).toBeVisible();
};
async function vary(page: Page, tab: string, counts?: string, whose?: string) {
  const panel = page.getByRole('region', { name: 'Vary' });
  if (!(await panel.isVisible())) await page.getByRole('button', { name: 'Vary', exact: true }).click();
  await page.getByRole('tab', { name: tab, exact: true }).click();
  if (counts)
    await page
      .getByRole('group', { name: 'Counts' })
      .getByRole('button', { name: counts, exact: true })
      .click();
  if (whose)
    await page
      .getByRole('group', { name: 'Whose part' })
      .getByRole('button', { name: whose, exact: true })
      .click();
}
const offer = (page: Page, name: string | RegExp) =>
  page.getByRole('region', { name: 'Vary' }).locator('.look').filter({ hasText: name });
async function use(page: Page, name: string | RegExp) {
  await offer(page, name).first().click();
  await expect(page.getByText('nothing is changed yet')).toBeVisible();
  await page.getByRole('button', { name: 'Use it' }).click();
}
const text = async (page: Page) => {
  const close = page
    .getByRole('region', { name: 'Vary' })
    .getByRole('button', { name: 'Close', exact: true });
  if (await close.isVisible()) await close.click();
  return (await page.locator('.cm-line').allTextContents()).join('\n');
};
const saved = (page: Page) => expect(page.locator('.saved')).toHaveText('Saved');

test('timing: seen before it is taken over, undone by one step', async ({ page }) => {
  await open(page, 'demo-push');
  await vary(page, 'Timing', '3–4');
  const longer = offer(page, '3 lasts a beat longer');
  await expect(longer).toContainText('7 counts instead of 6, must be led');
  await longer.click();
  await expect(page.locator('.facts').first()).toContainText('7 counts');
  await expect(page.locator('.mark.changed').first()).toBeVisible();
  await longer.click();
  await expect(page.locator('.facts').first()).toContainText('6 counts');
  await use(page, '3 lasts a beat longer');
  expect(await text(page)).toContain('leader 1 back 2 close 3 place 4& place 5 fwd');
  await page.getByRole('button', { name: 'Undo' }).click();
  expect(await text(page)).toContain('leader 1 back 2 close 3 place & place 4 fwd');
});

test('rhythm: what the partner feels no difference of is said to be yours alone', async ({ page }) => {
  await open(page, 'demo-six-triple');
  await vary(page, 'Rhythm', '3–4', 'the follower');
  await expect(page.getByText('Changes the free foot')).toBeVisible();
  await expect(offer(page, /^Triple/)).toHaveCount(0);
  await expect(offer(page, 'Single').first()).toContainText('the follower’s alone');
  await use(page, 'Touch, step');
  expect(await text(page)).toContain('follower 1 triple side 3 touch 4 side');
});

test('feet: the repairs of a wrong foot, ranked and explained', async ({ page }) => {
  await open(page, 'demo-push-short');
  await vary(page, 'Which foot', '5–6', 'the follower');
  await expect(offer(page, 'Add a step').first()).toContainText('triple instead of double');
  await expect(offer(page, 'Add a step').first()).toContainText('where the partner does the same');
  await use(page, 'Add a step');
  await text(page);
  await expect(page.getByText('Can be danced as written.')).toBeVisible();
});

test('turns: every amount with its rate, its end hold and its mends', async ({ page }) => {
  await open(page, 'demo-push-turn');
  await vary(page, 'Turn', '3–4', 'the follower');
  await expect(offer(page, 'One and a half turns right')).toContainText('turns a second at the fastest');
  await expect(offer(page, 'Two and a half turns right')).toBeVisible();
  await use(page, 'No turn');
  expect(await text(page)).toContain('follower 1 fwd 2 fwd 3 place & place 4 back');
});

test('length: a walk goes on by an even number of steps', async ({ page }) => {
  await open(page, 'demo-tango-walk');
  await vary(page, 'Length');
  await expect(offer(page, '1–2 danced 5 times')).toContainText('12 counts instead of 8');
  await use(page, '1–2 danced 5 times');
  await expect(page.locator('.facts').first()).toContainText('12 counts');
});

test('level: easier and harder, the hands with it', async ({ page }) => {
  await open(page, 'demo-push-turn');
  await page.getByRole('heading', { name: 'Checked as you write' }).click();
  await page.keyboard.press('w');
  await expect(page.getByRole('region', { name: 'Vary' })).toBeVisible();
  await vary(page, 'Easier, harder');
  await expect(page.getByRole('heading', { name: 'Easier' })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Harder' })).toBeVisible();
  await use(page, 'No turn');
  await expect(page.getByRole('region', { name: 'Vary' })).toBeVisible();
});

test('turned round: mirrored, on 2, and why not', async ({ page }) => {
  await open(page, 'demo-salsa1-basic');
  await vary(page, 'Turned round');
  await use(page, 'Break on 2, stepping 2 3 4');
  await expect(page.locator('.facts').first()).toContainText('Salsa on 2');
  await use(page, 'Left and right exchanged');
  await open(page, 'demo-charleston');
  await vary(page, 'Turned round');
  await expect(page.getByText('Left and right exchanged: not possible.')).toBeVisible();
});

test('a version follows its parent, step by step, and nobody is asked', async ({ page }) => {
  await open(page, 'demo-push');
  await vary(page, 'Timing', '1–2', 'the leader');
  await offer(page, 'comes half a beat later').first().click();
  await page.getByLabel('Name of the version').fill('Push, late');
  await page.getByRole('button', { name: 'Keep as a version' }).click();
  await expect(page.getByRole('heading', { name: 'Push, late' })).toBeVisible();
  await expect(page.locator('.facts').nth(1)).toContainText('version of Push');
  const version = page.url();
  const replace = async (from: string, to: string) => {
    const all = (await page.locator('.cm-line').allTextContents()).join('\n');
    expect(all).toContain(from);
    await page.locator('.cm-content').click();
    await page.keyboard.press('Control+a');
    await page.keyboard.insertText(all.replace(from, to));
    await saved(page);
    await page.waitForTimeout(200);
  };
  await open(page, 'demo-push');
  await replace('follower 1 fwd', 'follower 1 fwd small');
  await page.goto(version);
  await expect(page.locator('.cm-content')).toContainText('follower 1 fwd small');
  await open(page, 'demo-push');
  await replace('3 place & place', '3 side & place');
  await page.goto(version);
  await expect(page.locator('.cm-content')).toBeVisible();
  const conflict = page.getByText('The figure it is a version of has changed here too.');
  await expect(page.locator('.cm-content')).toContainText('side');
  await expect(conflict).toHaveCount(0);
});

test('a conflict is shown with both words and is settled by choice', async ({ page }) => {
  await open(page, 'demo-left-pass');
  const all = (await page.locator('.cm-line').allTextContents()).join('\n');
  await page.locator('.cm-content').click();
  await page.keyboard.press('Control+a');
  await page.keyboard.insertText(all.replace('l1/4 fwd 4 l1/4 back', 'r1/4 fwd 4 r1/4 back'));
  await saved(page);
  await page.waitForTimeout(200);
  await open(page, 'demo-left-pass-turn');
  const bands = page.getByText('The figure it is a version of has changed here too.');
  await expect(bands).toHaveCount(2);
  await expect(bands.last()).toContainText('Follower 4: here “l3/4 back”, there “r1/4 back”.');
  await page.goto('/figures');
  await page.getByRole('group', { name: 'Shown as' }).getByRole('button', { name: 'Tree' }).click();
  await expect(page.getByText('2 to decide')).toBeVisible();
  await open(page, 'demo-left-pass-turn');
  await page.getByRole('button', { name: 'Keep this version’s' }).first().click();
  await expect(bands).toHaveCount(1);
  await page.getByRole('button', { name: 'Take the other’s' }).first().click();
  await expect(bands).toHaveCount(0);
  await expect(page.locator('.cm-content')).toContainText('4 r1/4 back');
  await page.reload();
  await expect(page.locator('.cm-content')).toContainText('l3/4 back 4 r1/4 back');
});

test('three layers side by side: what differs is marked, what is equal is quiet', async ({ page }) => {
  await page.goto('/figures/demo-six-turn-change/versions');
  await expect(page.getByRole('heading', { name: 'Versions of Basic with triples' })).toBeVisible();
  const layer = (name: string) => page.getByRole('region', { name, exact: true });
  await expect(page.locator('section.layer')).toHaveCount(3);
  await expect(layer('Basic with a turn into a handshake')).toContainText(
    'Same counts, same feet, same footprints.',
  );
  await expect(layer('Basic with a turn into a handshake').locator('.mark.differs')).toHaveCount(3);
  await page.getByRole('checkbox', { name: 'Basic with taps' }).check();
  await expect(layer('Basic with taps')).toContainText('steps at other times');
  await expect(page.getByText('Not all of these stand on the same footprints.')).toBeVisible();
  await layer('Basic with a turn').getByRole('button', { name: 'Compare with this one' }).click();
  await expect(layer('Basic with a turn into a handshake').locator('.mark.differs')).toHaveCount(0);
});

test('the tree: fold, walk by keyboard, open', async ({ page }) => {
  await page.goto('/figures');
  await page.getByRole('group', { name: 'Shown as' }).getByRole('button', { name: 'Tree' }).click();
  const tree = page.getByRole('region', { name: 'What grows out of what' });
  await expect(tree.getByText('from 5: hands').first()).toBeVisible();
  const core = tree.getByRole('link', { name: 'Basic with triples', exact: true });
  await core.focus();
  await page.keyboard.press('ArrowLeft');
  await expect(tree.getByRole('link', { name: 'Basic with taps' })).toHaveCount(0);
  await expect(tree.getByText('5 versions folded')).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowDown');
  await expect(tree.getByRole('link', { name: 'Basic with a turn', exact: true })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Basic with a turn' })).toBeVisible();
});

test('what is this like: explained, and a place suggested', async ({ page }) => {
  await page.goto('/figures/demo-kick-ball?like');
  const like = page.getByRole('region', { name: 'What is this like?' });
  await expect(like.getByRole('listitem').first()).toBeVisible();
  await expect(like).toContainText('%');
  await page.goto('/figures/demo-push-turn?like');
  await expect(like.getByRole('listitem').filter({ hasText: 'Push, a step short' })).toContainText(
    'the same up to count 2',
  );
  await like.getByRole('button', { name: 'Close' }).click();
  await expect(like).toHaveCount(0);
});

for (const scheme of ['light', 'dark'] as const) {
  test(`axe finds nothing serious while varying, side by side and on the tree (${scheme})`, async ({
    page,
  }) => {
    // Three whole looks at large pages: half a minute on a quiet machine.
    test.setTimeout(180_000);
    await page.emulateMedia({ colorScheme: scheme });
    const clean = async () => {
      const { violations } = await new AxeBuilder({ page }).analyze();
      expect(violations.map((v) => `${v.id} ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`)).toEqual(
        [],
      );
    };
    await open(page, 'demo-push');
    await vary(page, 'Turn', '3–4', 'the follower');
    await expect(page.getByText(/Working on/)).toHaveCount(0);
    await offer(page, 'One turn right').click();
    await clean();
    await page.goto('/figures/demo-push/versions');
    await expect(page.locator('section.layer').first()).toBeVisible();
    await clean();
    await page.goto('/figures');
    await page.getByRole('group', { name: 'Shown as' }).getByRole('button', { name: 'Tree' }).click();
    await clean();
  });
}

test('on a phone nothing of it runs out of the screen', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const fits = async () =>
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await open(page, 'demo-push');
  await vary(page, 'Turn');
  await fits();
  await page.goto('/figures/demo-push/versions');
  await expect(page.locator('section.layer').first()).toBeVisible();
  await fits();
  await page.goto('/figures');
  await page.getByRole('group', { name: 'Shown as' }).getByRole('button', { name: 'Tree' }).click();
  await fits();
});
