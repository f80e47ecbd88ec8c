import { deflateRawSync } from 'node:zlib';
import { expect, test, type Page } from '@playwright/test';
import { Person } from './person';

/** What once broke, lost, stalled or misled, as a person would meet it again. */
const text = (page: Page) => page.locator('.cm-content');
const lines = (page: Page) => page.locator('.cm-line').allInnerTexts();

test('two clicks on a word in the text choose the word, and nothing moves between them', async ({ page }) => {
  for (const between of [100, 180, 260]) {
    await page.goto('/figures/demo-six-triple');
    await expect(text(page)).toBeVisible();
    // The desk stands as it will stand: its parts are there and its letters are drawn.
    await expect(page.locator('.findings .good')).toBeVisible();
    await page.waitForLoadState('networkidle');
    await page.evaluate(() => document.fonts.ready.then(() => undefined));
    const before = await lines(page);
    const at = await page.evaluate(() => {
      const walker = document.createTreeWalker(document.querySelector('.cm-content')!, NodeFilter.SHOW_TEXT);
      for (let n = walker.nextNode(); n; n = walker.nextNode()) {
        const from = n.textContent?.indexOf('triple') ?? -1;
        if (from < 0) continue;
        const range = document.createRange();
        range.setStart(n, from);
        range.setEnd(n, from + 6);
        const box = range.getBoundingClientRect();
        return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
      }
      throw new Error('no such word');
    });
    await page.mouse.move(at.x, at.y);
    await page.mouse.down();
    await page.mouse.up();
    await page.waitForTimeout(between);
    await page.mouse.down({ clickCount: 2 });
    await page.mouse.up({ clickCount: 2 });
    expect(await page.evaluate(() => getSelection()?.toString())).toBe('triple');
    // The row of the step comes once the pointer has done.
    await expect(page.locator('.left > .chosen')).toBeVisible();
    expect(await lines(page)).toEqual(before);
  }
});

test('what is typed right before a reload is there after it', async ({ page }) => {
  const person = new Person(page);
  await page.goto('/figures/demo-six-triple');
  await text(page).click();
  await page.keyboard.press('Control+End');
  await person.type(' (soft knees)');
  await page.reload();
  await expect(text(page)).toContainText('(soft knees)');
  await page.goto('/combinations/demo-combination-layers');
  const name = page.getByRole('textbox', { name: 'Name' });
  if (!(await name.isVisible())) await page.getByRole('heading', { level: 1 }).click();
  await name.fill('Thursday, layered');
  await name.press('Enter');
  await page.reload();
  await expect(
    page.getByText('Thursday, layered').or(page.locator('input[value="Thursday, layered"]')).first(),
  ).toBeVisible();
});

test('a class that runs is one touch away on every screen until it is ended', async ({ page }) => {
  await page.goto('/classes/demo-class-swing');
  await page.getByRole('button', { name: 'Run' }).click();
  await expect(page).toHaveURL(/\/run\//);
  const run = page.url();
  const bar = page.getByRole('link', { name: /is running, started .* Back to the class/ });
  await expect(bar).toHaveCount(0);
  await expect(page.getByRole('main')).toHaveCount(1);
  for (const path of ['/figures', '/figures/demo-push', '/songs', '/data', '/classes']) {
    await page.goto(path);
    await expect(bar).toBeVisible();
  }
  await expect(page.getByRole('list', { name: 'Coming' }).getByText(/Running now/)).toBeVisible();
  await bar.click();
  await expect(page).toHaveURL(run);
  const ends = page.getByRole('button', { name: 'End the class' });
  for (let i = 0; i < 20 && (await ends.count()) === 0; i++) await page.locator('button.next').click();
  await ends.click();
  await page.goto('/figures');
  await expect(page.locator('main a[href^="/figures/"]').first()).toBeVisible();
  await expect(bar).toHaveCount(0);
});

test('keys of the desk do what the sheet says, and say what they did', async ({ page }) => {
  await page.goto('/figures/demo-push-short');
  await expect(page.locator('.findings .fix').first()).toBeVisible();
  await page.keyboard.press('F8');
  await expect(page.locator('.findings .where').first()).toBeFocused();
  await page.keyboard.press('Control+.');
  await expect(page.locator('.findings .fix').first()).toBeFocused();
  await page
    .locator('h1, .desk')
    .first()
    .click({ position: { x: 2, y: 2 } });
  await page.keyboard.press('x');
  await expect(page.getByText(/^Applied: .*Ctrl\+Z undoes it/)).toBeVisible();
});

test('a store the browser has cleared is said, and nothing is put in its place unasked', async ({ page }) => {
  await page.goto('/figures');
  await expect(page.getByText('Basic', { exact: false }).first()).toBeVisible();
  // Another page of the same origin, which has the store not open.
  await page.goto('/favicon.svg');
  await page.evaluate(
    () =>
      new Promise<void>((done, no) => {
        const gone = indexedDB.deleteDatabase('brisk-partner');
        gone.onsuccess = () => done();
        gone.onerror = () => no(new Error('not deleted'));
      }),
  );
  await page.goto('/figures');
  const alert = page.getByRole('alert', { name: 'Your figures' });
  await expect(alert).toContainText('Your figures are no longer in this browser.');
  await expect(alert.getByRole('link', { name: 'Restore a backup' })).toHaveAttribute('href', '/data');
  await alert.getByRole('button', { name: 'Start again with the demo' }).click();
  await expect(page.locator('main a[href^="/figures/demo-"]').first()).toBeVisible();
  await expect(alert).toHaveCount(0);
});

test('a link that carries more than it says is refused, and nothing is kept', async ({ page }) => {
  const figure = {
    id: 'x9',
    dance: 'slot-swing',
    name: 'Push',
    family: '',
    level: 1,
    feel: 'straight',
    school: 'numbers',
    tempo: { min: 90, max: 124 },
    lines: 'leader 1 back',
  };
  const entry = {
    id: 'e9',
    name: 'Old',
    at: 9e15,
    minutes: 60,
    visits: [],
    taught: [],
    there: { leader: 0, follower: 0, both: 0 },
    promised: [],
    notes: [],
  };
  const word = deflateRawSync(
    JSON.stringify([
      1,
      'figure',
      'x9',
      [
        ['figure', 5, figure],
        ['entry', 1, entry],
      ],
    ]),
  ).toString('base64url');
  await page.goto(`/shared#${word}`);
  await expect(page.getByRole('alert')).toContainText('cannot be read');
  await page.goto('/log');
  await expect(page.getByRole('link', { name: /swing/i }).first()).toBeVisible();
});

test('absurd calendars are refused in words, off the main thread', async ({ page }) => {
  await page.goto('/classes');
  await expect(page.getByRole('button', { name: 'iCalendar in' })).toBeVisible();
  const file = page.locator('input[type=file][aria-label="Calendar file"]');
  const put = (name: string, content: string) =>
    file.setInputFiles({ name, mimeType: 'text/calendar', buffer: Buffer.from(content) });
  const zone =
    'BEGIN:VTIMEZONE\r\nTZID:Own\r\nBEGIN:STANDARD\r\nDTSTART:00010101T000000\r\nRRULE:FREQ=SECONDLY\r\nTZOFFSETFROM:+9999\r\nTZOFFSETTO:-9999\r\nEND:STANDARD\r\nEND:VTIMEZONE\r\n';
  const calendar = (inside: string) => `BEGIN:VCALENDAR\r\nVERSION:2.0\r\n${inside}END:VCALENDAR\r\n`;
  const event = (n: number, zoned = '') =>
    `BEGIN:VEVENT\r\nUID:${n}\r\nSUMMARY:Class\r\nDTSTART${zoned}:20260701T180000\r\nDURATION:PT1H\r\nEND:VEVENT\r\n`;
  await put('zone.ics', calendar(zone + event(1, ';TZID=Own')));
  await expect(
    page.getByText('0 series imported. Not imported: “Class” (its time zone isn’t known: Own).'),
  ).toBeVisible();
  await put('many.ics', calendar(Array.from({ length: 20_000 }, (_, i) => event(i)).join('')));
  await expect(page.getByRole('alert')).toContainText('it has 20,000 events; up to 2,000');
  await put('empty.ics', '');
  await expect(page.getByRole('alert')).toContainText('it isn’t a calendar file');
});

test('the licences of what is served are one click from Data', async ({ page, request }) => {
  await page.goto('/data');
  const link = page.getByRole('link', { name: 'Licences of everything in it' });
  const notices = await (await request.get((await link.getAttribute('href'))!)).text();
  for (const name of ['svelte', 'dexie', 'ical.js', 'apexcharts', '@fontsource-variable/schibsted-grotesk'])
    expect(notices).toMatch(new RegExp(`^${name.replace(/[/.@-]/g, '\\$&')} \\d`, 'm'));
  expect(notices).toContain('Mozilla Public License');
});

test('a backup that is cancelled writes nothing and counts as none', async ({ page }) => {
  let downloads = 0;
  page.on('download', () => downloads++);
  await page.goto('/data');
  await expect(page.getByText('No backup has been made yet.')).toBeVisible();
  // At once: as soon as there is something to cancel.
  await page.evaluate(() => {
    new MutationObserver(() => {
      [...document.querySelectorAll('button')].find((b) => b.textContent?.trim() === 'Cancel')?.click();
    }).observe(document.body, { childList: true, subtree: true });
  });
  await page.getByRole('button', { name: 'Back up everything (zip)' }).click();
  await expect(page.getByRole('button', { name: 'Back up everything (zip)' })).toBeEnabled();
  await page.waitForLoadState('networkidle');
  await page.reload();
  await expect(page.getByText('No backup has been made yet.')).toBeVisible();
  expect(downloads).toBe(0);
});

test('a newer program that opens the store is said in the older tab', async ({ page }) => {
  await page.goto('/figures');
  await expect(page.locator('main a[href^="/figures/demo-"]').first()).toBeVisible();
  await page.evaluate(
    () =>
      new Promise<void>((done) => {
        const newer = indexedDB.open('brisk-partner', 990);
        newer.onsuccess = newer.onblocked = () => done();
      }),
  );
  await expect(page.getByRole('alert', { name: 'Newer version' })).toContainText('open in another tab');
});

test('a store that is deleted while it is open is said at once', async ({ page }) => {
  await page.goto('/figures');
  await expect(page.locator('main a[href^="/figures/demo-"]').first()).toBeVisible();
  await page.evaluate(() => void indexedDB.deleteDatabase('brisk-partner'));
  await expect(page.getByRole('alert', { name: 'Your figures' })).toContainText('no longer in this browser');
});

test('the length of a figure with foot letters and an odd unit can be varied', async ({ page }) => {
  const faults: string[] = [];
  page.on('pageerror', (e) => faults.push(e.message));
  const person = new Person(page);
  await page.goto('/figures/foot-letters?new');
  await text(page).click();
  await page.keyboard.press('Control+Home');
  await page.keyboard.press('End');
  await person.type('1 L fwd 2 R fwd 3 L fwd 4 R fwd 5 L close');
  await page.keyboard.press('ArrowDown');
  await person.type('1 R back 2 L back 3 R back 4 L back 5 R close');
  await page.getByRole('button', { name: 'Vary', exact: true }).click();
  await page.getByRole('tab', { name: 'Length', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Vary' }).locator('li').first()).toBeVisible();
  expect(faults).toEqual([]);
});
