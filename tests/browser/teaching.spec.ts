import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import AxeBuilder from '@axe-core/playwright';
import { chromium, expect, test, type BrowserContext, type Locator, type Page } from '@playwright/test';
import ICAL from 'ical.js';
import { launchOptions } from '../../scripts/chromium.mjs';

/** As a person types: a key after the other, 60 to 150 ms each. */
const type = (page: Page, text: string) => page.keyboard.type(text, { delay: 80 });
async function put(field: Locator, text: string) {
  await field.click();
  await field.page().keyboard.press('Control+a', { delay: 80 });
  await type(field.page(), text);
  await field.page().keyboard.press('Tab', { delay: 80 });
}
async function noFaults(page: Page) {
  const found = (await new AxeBuilder({ page }).analyze()).violations.filter((v) =>
    ['serious', 'critical'].includes(v.impact ?? ''),
  );
  expect(found.map((v) => `${v.id} ${v.nodes[0]?.html}`)).toEqual([]);
}
const minutesOf = (page: Page) =>
  page.getByRole('list', { name: 'The hour' }).locator('li.end .num').first().textContent();

test('tomorrow’s hour is planned from the demo repertoire, and the plan answers', async ({ page }) => {
  await page.goto('/classes');
  await page.getByRole('button', { name: 'New class' }).click();
  const name = page.getByRole('textbox', { name: 'Name' });
  await put(name, 'Tomorrow at the quay');
  await page.getByRole('combobox', { name: 'group', exact: true }).selectOption({ label: 'Harbour swing' });
  await page.getByRole('combobox', { name: 'room', exact: true }).selectOption({ label: 'Net loft' });
  await put(page.getByRole('spinbutton', { name: 'minutes' }).first(), '75');
  await page.getByRole('button', { name: 'Suggest a class' }).click();
  const suggested = page.getByRole('region', { name: 'A class suggested' });
  await expect(suggested).toContainText('promised');
  await expect(suggested).toContainText('due: last');
  await suggested.getByRole('button', { name: 'Take it' }).click();
  await expect.poll(() => minutesOf(page)).toBe('75');
  await expect(page.getByRole('region', { name: 'Does it fit' })).toContainText(
    'exactly as long as the class',
  );
  // A block made longer by its edge, with the keyboard: the hour is over, and what gives way is said.
  const edge = page.getByRole('slider', { name: 'Length of With hands' });
  await edge.focus();
  for (let i = 0; i < 8; i++) await page.keyboard.press('ArrowDown', { delay: 90 });
  await expect(page.getByRole('region', { name: 'Does it fit' })).toContainText('4 min too long');
  await page.getByRole('button', { name: 'Leave these out' }).click();
  await expect.poll(() => minutesOf(page)).toBe('75');
  // What is written on a block stays; how often it is danced follows from the minutes.
  const joined = page.getByRole('button', { name: /^Joined up/ });
  await joined.click();
  const block = page.getByRole('region', { name: 'Block' });
  await expect(joined).toContainText(/\d+(?: × \d+)?, 0:\d\d each, at \d+/);
  await block.getByRole('textbox', { name: 'what you say and look at' }).click();
  await type(page, 'Breathe.');
  await expect(joined).toContainText('Breathe.');
  // Moved with the keyboard.
  await joined.focus();
  const before = await page.getByRole('list', { name: 'The hour' }).getByRole('button').allTextContents();
  await page.keyboard.press('Alt+ArrowUp', { delay: 90 });
  await expect
    .poll(() => page.getByRole('list', { name: 'The hour' }).getByRole('button').allTextContents())
    .not.toEqual(before);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('button', { name: /^Joined up/ })).toContainText('Breathe.');
  await noFaults(page);
});

test('a block is dragged to another place', async ({ page }) => {
  await page.goto('/classes/demo-class-swing');
  const hour = page.getByRole('list', { name: 'The hour' });
  const rows = hour.locator('li:not(.end):not(.limit)');
  await expect(rows.first()).toContainText('Arrive');
  await rows
    .nth(2)
    .getByRole('button')
    .dragTo(rows.nth(0), { targetPosition: { x: 200, y: 8 } });
  await expect(rows.first()).toContainText('Review');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(rows.first()).toContainText('Arrive');
});

test('a unit says which feet are free, what goes wrong and the own cue first', async ({ page }) => {
  await page.goto('/cues');
  const form = page.getByRole('form', { name: 'A cue of your own' });
  await form.getByRole('combobox').selectOption({ label: 'hand over a head' });
  await form.getByRole('textbox', { name: 'what goes wrong' }).click();
  await type(page, 'The hand hurries');
  await form.getByRole('textbox', { name: 'what you say' }).click();
  await type(page, 'Late is polite');
  await form.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('Late is polite')).toBeVisible();
  await noFaults(page);
  await page.goto('/classes/demo-class-swing');
  const figure = page.getByRole('region', { name: 'Push with a turn' });
  await figure.getByRole('button', { name: /^3–4/ }).click();
  await expect(figure).toContainText('Free: leader L');
  await expect(figure).toContainText('Late is polite');
});

test.describe('on the phone', () => {
  test('the class is run in one hand; the browser is killed five times in the hour and nothing is lost', async ({
    baseURL,
  }) => {
    test.setTimeout(150_000);
    const dir = mkdtempSync(join(tmpdir(), 'phone-'));
    let context: BrowserContext | undefined;
    const open = async (): Promise<Page> => {
      context = await chromium.launchPersistentContext(dir, {
        ...launchOptions,
        baseURL: baseURL ?? '',
        viewport: { width: 390, height: 844 },
        hasTouch: true,
      });
      return context.pages()[0] ?? (await context.newPage());
    };
    /** As if the battery was taken out. */
    const kill = async () => {
      const pids = execFileSync('pgrep', ['-f', `user-data-dir=${dir}`], { encoding: 'utf8' })
        .trim()
        .split('\n');
      for (const pid of pids)
        try {
          process.kill(Number(pid), 'SIGKILL');
        } catch {
          // Gone with its parent.
        }
      await context?.close().catch(() => {});
      for (const lock of readdirSync(dir).filter((f) => f.startsWith('Singleton')))
        rmSync(join(dir, lock), { force: true });
    };
    try {
      let page = await open();
      await page.goto('/classes/demo-class-swing');
      await page.getByRole('button', { name: 'Run' }).click();
      await expect(page.getByRole('heading', { name: 'Arrive' })).toBeVisible();
      const address = page.url();
      const next = () => page.locator('button.next');
      const back = async () => {
        await kill();
        page = await open();
        await page.goto(address);
      };
      await next().click();
      await expect(page.getByRole('heading', { name: 'Warm up' })).toBeVisible();
      await expect(page.getByRole('status')).toHaveText('');
      await back(); // 1
      await expect(page.getByRole('heading', { name: 'Warm up' })).toBeVisible();
      await expect(page.getByText('Walk to the music until warm')).toBeVisible();
      await next().click();
      await page.getByRole('button', { name: 'good', exact: true }).click();
      await expect(page.getByRole('button', { name: 'good', exact: true })).toHaveAttribute(
        'aria-pressed',
        'true',
      );
      await expect(page.getByRole('status')).toHaveText('');
      await back(); // 2
      await expect(page.getByRole('button', { name: 'good', exact: true })).toHaveAttribute(
        'aria-pressed',
        'true',
      );
      await page.getByRole('button', { name: 'Note' }).click();
      await page.getByRole('textbox', { name: 'a note' }).click();
      await type(page, 'Anchors are better');
      await page.getByRole('button', { name: 'Keep the note' }).click();
      await expect(page.getByRole('status')).toHaveText('');
      await back(); // 3
      await page.getByRole('button', { name: 'Note' }).click();
      await expect(page.getByText('Anchors are better')).toBeVisible();
      await page.getByRole('button', { name: 'Who' }).click();
      await page.getByRole('button', { name: 'Lumi' }).click();
      await expect(page.getByText('7 leaders, 7 followers, 1 of both.')).toBeVisible();
      await expect(page.getByRole('status')).toHaveText('');
      await back(); // 4
      await page.getByRole('button', { name: 'Partners' }).click();
      await expect(page.getByText('Round 1', { exact: true })).toBeVisible();
      await expect(page.getByRole('region', { name: 'Partners' })).not.toContainText('Lumi');
      await page.getByRole('button', { name: 'Change partners' }).click();
      await expect(page.getByText('Round 2', { exact: true })).toBeVisible();
      await expect(page.getByRole('status')).toHaveText('');
      const second = await page.getByRole('region', { name: 'Partners' }).getByRole('list').textContent();
      await back(); // 5
      await page.getByRole('button', { name: 'Partners' }).click();
      await expect(page.getByText('Round 2', { exact: true })).toBeVisible();
      await expect(page.getByRole('region', { name: 'Partners' }).getByRole('list')).toHaveText(
        second ?? '-',
      );
      await page.getByRole('button', { name: 'What comes' }).click();
      await page.getByRole('button', { name: 'End the class' }).click();
      await expect(page.getByRole('heading', { name: 'It is over' })).toBeVisible();
      await expect(page.getByRole('status')).toHaveText('');
      await back(); // and once more
      await expect(page.getByRole('heading', { name: 'It is over' })).toBeVisible();
      await page.getByRole('link', { name: 'Look it over' }).click();
      await expect(page.getByRole('list', { name: 'Taught' })).toContainText('Right side pass under the arm');
      await expect(page.getByRole('list', { name: 'Notes' })).toContainText('Anchors are better');
      await expect(page.getByText('Away: Lumi.')).toBeVisible();
    } finally {
      await kill().catch(() => {});
      rmSync(dir, { recursive: true, force: true });
    }
  });

  test('block, time, count and rating are there at once, large enough to hit', async ({
    browser,
    baseURL,
  }) => {
    const context = await browser.newContext({
      viewport: { width: 390, height: 844 },
      hasTouch: true,
      baseURL: baseURL ?? '',
      serviceWorkers: 'block',
    });
    const page = await context.newPage();
    await page.goto('/classes/demo-class-swing');
    await page.getByRole('button', { name: 'Run' }).click();
    for (let i = 0; i < 3; i++) await page.locator('button.next').click();
    await expect(page.getByRole('heading', { name: 'Solo footwork, each role' })).toBeVisible();
    await expect(page.getByLabel('Left of this block')).toHaveText(/^\d+:\d\d$/);
    for (const b of await page.locator('.run button, .run a.button').all()) {
      const box = await b.boundingBox();
      if (box) expect(box.height).toBeGreaterThanOrEqual(40);
    }
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    await page.getByRole('link', { name: /^Count it/ }).click();
    await expect(page).toHaveURL(/\/floor\/run\?figure=demo-push-turn.*run=/);
    await page.goBack();
    await noFaults(page);
    await context.close();
  });
});

test('a room holds what has room, and the posted limit is said', async ({ page }) => {
  await page.goto('/rooms/demo-room-net-loft?class=demo-class-swing');
  const says = page.getByRole('status').filter({ hasText: 'couples' });
  await expect(says).toContainText('All 8 couples have room');
  await put(page.getByRole('spinbutton', { name: 'couples' }), '30');
  await expect(says).toContainText('too many');
  await expect(page.getByText('21 more than the 40 allowed here')).toBeVisible();
  await put(page.getByRole('spinbutton', { name: 'width, m' }), '4');
  await expect(page.getByRole('group', { name: /Net loft, 4 by 13 metres/ })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  // A pillar is moved with the arrow keys.
  const pillar = page.getByRole('button', { name: /^Pillar, 4.5 metres from the left, 4.6/ });
  await pillar.focus();
  await page.keyboard.press('ArrowRight', { delay: 90 });
  await expect(page.getByRole('button', { name: /^Pillar, 4.6 metres from the left, 4.6/ })).toBeVisible();
  await noFaults(page);
});

test('a series is taken away as iCalendar, and brought in again', async ({ page }) => {
  await page.goto('/series/demo-series-swing');
  const days = page.getByRole('list', { name: 'Days' }).getByRole('listitem');
  await expect(days).toHaveCount(12);
  await expect(days.nth(3)).toHaveClass(/off/);
  await days.nth(8).getByRole('checkbox').check();
  await days.nth(8).getByRole('textbox').click();
  await type(page, 'Storm');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Calendar file (iCalendar)' }).click(),
  ]);
  const path = await file.path();
  const calendar = new ICAL.Component(ICAL.parse(readFileSync(path, 'utf8')) as never);
  const event = new ICAL.Event(calendar.getFirstSubcomponent('vevent')!);
  const iterator = event.iterator();
  let n = 0;
  while (iterator.next() && n < 100) n++;
  expect([event.summary, n]).toEqual(['Harbour swing', 10]);
  await days.nth(8).getByRole('checkbox').uncheck();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.goto('/classes');
  await page.locator('input[type=file]').setInputFiles(path);
  await expect(page.getByText('1 series imported.')).toBeVisible();
  await page.goto('/series/demo-series-swing');
  await expect(days.nth(8)).toHaveClass(/off/);
  await page.goto('/classes');
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'x.ics', mimeType: 'text/calendar', buffer: Buffer.from('hello') });
  await expect(page.getByRole('alert')).toContainText('it isn’t a calendar file');
  for (const view of ['month', 'week']) {
    await page.getByRole('button', { name: view, exact: true }).click();
    await expect(page.locator('.ec-event').filter({ hasText: 'Harbour swing' }).first()).toBeVisible();
  }
  await page.getByRole('button', { name: 'list', exact: true }).click();
  await noFaults(page);
});

test('a recap becomes PDF, picture, text and captions', async ({ page }) => {
  await page.goto('/recaps/demo-recap-swing');
  await expect(page.getByRole('article', { name: 'Recap sheet' })).toContainText('Push with a turn');
  const take = async (button: string) => {
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: button }).click(),
    ]);
    return { name: file.suggestedFilename(), bytes: readFileSync(await file.path()) };
  };
  const pdf = await take('PDF');
  expect(pdf.name).toBe('harbour-swing-last-time.pdf');
  expect(pdf.bytes.subarray(0, 5).toString()).toBe('%PDF-');
  expect(pdf.bytes.toString('latin1')).toContain('/StructTreeRoot');
  const png = await take('Picture (PNG)');
  expect(png.bytes.subarray(1, 4).toString()).toBe('PNG');
  expect(png.bytes.readUInt32BE(16)).toBe(1080);
  expect((await take('Text')).bytes.toString()).toMatch(/^Harbour swing, last time\n/);
  expect((await take('Captions (WebVTT)')).bytes.toString()).toMatch(/^WEBVTT\n/);
  await page.getByRole('button', { name: 'for a substitute' }).click();
  await expect(page.getByRole('table', { name: 'What they have danced' })).toBeVisible();
  await noFaults(page);
});

test('the log: found by words, at a look, as CSV; corrected; what is due follows', async ({ page }) => {
  await page.goto('/log');
  await page.getByRole('searchbox').click();
  await type(page, 'the catch the harbour group');
  await expect(page.getByRole('list', { name: 'Found' })).toContainText('Free spin');
  await page.getByRole('button', { name: 'At a look' }).click();
  await expect(page.getByRole('img', { name: 'Tempo of what was taught, over time' })).toBeVisible();
  await page.getByLabel('Group').selectOption({ label: 'Quay salsa' });
  await expect(page.getByRole('list', { name: 'Held' }).getByRole('listitem')).toHaveCount(5);
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Table (CSV)' }).click(),
  ]);
  const csv = readFileSync(await file.path(), 'utf8');
  expect(csv).toMatch(/^when,class,group,/);
  // Derived: 1 + 2 + 1 + 2 + 2 things taught, and the head.
  expect(csv.trim().split('\r\n')).toHaveLength(9);
  await noFaults(page);
  await page.goto('/due');
  await page.getByLabel('due within').selectOption({ label: 'today' });
  await expect(page.getByRole('region', { name: 'Quay salsa' })).toContainText('Basic with a right turn');
  // Before a workshop in a year everything is due again.
  await page.getByLabel('Due before a day').fill(`${new Date().getFullYear() + 2}-01-01`);
  await expect(page.getByRole('region', { name: 'Harbour swing' })).toContainText(
    'Right side pass under the arm',
  );
  await noFaults(page);
  await page.goto('/log/demo-entry-salsa-5');
  await page.getByLabel('How Basic with a right turn went').selectOption({ label: 'easy' });
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.goto('/due');
  await page.getByLabel('due within').selectOption({ label: 'today' });
  await expect(page.getByRole('region', { name: 'Quay salsa' })).not.toContainText('Basic with a right turn');
});

test('a group: who missed what, and ten minutes a day for it', async ({ page }) => {
  await page.goto('/groups/demo-group-swing');
  const people = page.getByRole('list', { name: 'People' });
  await expect(people.getByRole('listitem').nth(2)).toContainText('missed Push with a turn');
  await page.getByRole('textbox', { name: 'Somebody more' }).click();
  await type(page, 'Quill');
  await page.keyboard.press('Enter', { delay: 90 });
  await expect(people.getByRole('listitem')).toHaveCount(17);
  await noFaults(page);
  await page.getByRole('button', { name: 'Ten minutes a day' }).click();
  await expect(page).toHaveURL(/\/floor\//);
  await expect(page.getByRole('list', { name: 'What is danced' })).toContainText('Left side pass');
});
