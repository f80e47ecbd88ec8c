import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';

const bring = (page: Page, name: string, content: string) =>
  page
    .getByLabel(/A backup, a file of figures/)
    .setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(content) });
const open = async (page: Page) => {
  await page.goto('/data');
  await expect(page.getByText(/\d+ figures, .* are kept in this browser/)).toBeVisible();
};

test('the whole repertoire goes out and comes back in, as JSON and as text', async ({ page }) => {
  await open(page);
  for (const button of ['Whole repertoire (JSON)', 'Whole repertoire (notation text)']) {
    const waiting = page.waitForEvent('download');
    await page.getByRole('button', { name: button }).click();
    const download = await waiting;
    const content = readFileSync(await download.path(), 'utf8');
    await bring(page, download.suggestedFilename(), content);
    if (button.includes('JSON')) {
      await expect(page.getByRole('alertdialog')).toContainText(
        '54 figures and 1 dance of your own here already',
      );
      await page.getByRole('button', { name: 'Close' }).click();
    } else {
      await expect(page.getByRole('alertdialog')).toContainText('54 figures new');
      await page.getByRole('button', { name: 'Bring it in' }).click();
      await expect(page.locator('.said')).toContainText('54 added');
    }
  }
});

test.describe('a bad file names the place, imports nothing and loses nothing', () => {
  const figure = {
    id: 'x',
    name: 'X',
    dance: 'slot-swing',
    family: '',
    level: 1,
    start: { formation: 'open', hold: 'none', facing: 0, leaderFree: 'L', followerFree: 'R' },
    end: {},
    feel: 'swung',
    tempo: { min: 90, max: 100 },
    sameFoot: [],
    ownTiming: [],
    notes: '',
    cautions: [],
    lines: [],
  };
  const file = (figures: unknown[], version = 1) =>
    JSON.stringify({ format: 'brisk-partner/figures', version, figures });
  const cases: [string, string, string | RegExp][] = [
    ['broken.json', '{"format": "brisk-partner/figures",\n "version": 1, ', 'line 2'],
    ['other.json', '{"hello": 1}', 'format'],
    ['newer.json', file([], 9), 'This file is version 9'],
    [
      'second.json',
      file([figure, { ...figure, id: 'y', name: 'Second', tempo: { min: 90, max: 'fast' } }]),
      /figures\[1\]\.tempo\.max.*\(Second\)/,
    ],
    ['twice.json', file([figure, figure]), 'Has the same id as figures[0]'],
    ['plain.txt', 'figure: A\ndance: disco\n\nleader 1 fwd', 'line 2'],
    ['prose.txt', 'Once upon a time', 'line 1'],
    ['empty.txt', '', 'the whole file'],
  ];
  for (const [name, content, says] of cases) {
    test(name, async ({ page }) => {
      await open(page);
      await bring(page, name, content);
      await expect(page.getByRole('alert')).toContainText('was not brought in; nothing has changed');
      await expect(page.getByRole('alert')).toContainText(says);
      await expect(page.getByText('54 figures, 7 combinations')).toBeVisible();
    });
  }
});

test('figures are searched and filtered by dance, level and length', async ({ page }) => {
  await page.goto('/figures');
  const links = page.getByRole('list', { name: 'Figures' }).getByRole('link');
  await expect(page.getByText('54 in the repertoire')).toBeVisible();
  await page.getByLabel('Search').fill('waltz');
  await expect(page.getByText('4 of 54')).toBeVisible();
  await page.getByLabel('Search').fill('charlston');
  await expect(links.first()).toContainText('Charleston');
  await page.getByRole('button', { name: 'Show all' }).click();
  await page
    .getByRole('navigation', { name: 'Dances and families' })
    .getByRole('button', { name: /^Slot swing \d/ })
    .click();
  await expect(page.getByText('12 of 54')).toBeVisible();
  await page.getByLabel('Level').selectOption('3');
  await expect(links).toHaveCount(4);
  await page.getByRole('button', { name: 'Show all' }).click();
  await page.getByLabel('Length').focus();
  await page.getByLabel('Length').selectOption('3');
  await expect(links).toHaveCount(3);
  await page.getByLabel('Search').fill('nothing like it');
  await expect(page.getByText('Nothing fits')).toBeVisible();
});

test('an empty repertoire says what it is for and brings the demo back', async ({ page }) => {
  await page.goto('/figures');
  await expect(page.getByText('54 in the repertoire')).toBeVisible();
  await page.evaluate(
    () =>
      new Promise<void>((resolve) => {
        const request = indexedDB.open('brisk-partner');
        request.onsuccess = () => {
          const t = request.result.transaction('figures', 'readwrite');
          t.objectStore('figures').clear();
          t.oncomplete = () => (request.result.close(), resolve());
        };
      }),
  );
  await page.reload();
  await expect(page.getByText('No figures yet')).toBeVisible();
  await page.getByRole('button', { name: 'Bring the demo repertoire' }).click();
  await expect(page.getByRole('alertdialog')).toContainText('54 figures of the demo are missing');
  await page.getByRole('button', { name: 'Bring what is missing' }).click();
  await expect(page.getByText('54 in the repertoire')).toBeVisible();
});

test('putting the demo back asks first and leaves alone what was changed', async ({ page }) => {
  await page.goto('/figures/demo-push');
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('My push');
  await page.keyboard.press('Enter');
  await expect(page.locator('.saved')).toHaveText('Saved');
  await page.goto('/data');
  await page.getByRole('button', { name: 'Put the demo repertoire back' }).click();
  await expect(page.getByRole('alertdialog')).toContainText(
    'You have changed “My push”: it stays as it is, unless you put it back.',
  );
  await page.getByRole('button', { name: 'Cancel' }).click();
  await page.goto('/figures/demo-push');
  await expect(page.locator('h1')).toContainText('My push');
  await page.goto('/data');
  await page.getByRole('button', { name: 'Put the demo repertoire back' }).click();
  await page.getByRole('button', { name: 'Put back what I changed, too' }).click();
  await expect(page.locator('.said')).toContainText('1 put back as they came');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Taken back.')).toBeVisible();
  await page.goto('/figures/demo-push');
  await expect(page.locator('h1')).toContainText('My push');
});

test('the plain-text call of the API works on the built server, as any program would send it', async ({
  request,
}) => {
  const send = (headers: Record<string, string>) =>
    request.post('/api/analyse', {
      headers: { 'Content-Type': 'text/plain', ...headers },
      data: 'leader 1 back 2 close 3 triple 5 anchor\nfollower 1 fwd 2 fwd 3 triple 5 back 6 back',
    });
  const answer = await send({});
  expect(answer.status()).toBe(200);
  expect((await answer.json()).counts).toBe(6);
  expect((await send({ Origin: 'http://elsewhere.example' })).status()).toBe(403);
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 360, height: 780 }, hasTouch: true });
  for (const path of [
    '/figures',
    '/figures/demo-push-turn',
    '/data',
    '/notation',
    '/classes',
    '/classes/demo-class-swing',
    '/rooms/demo-room-net-loft',
    '/log',
    '/due',
    '/recaps/demo-recap-swing',
  ]) {
    test(`${path} does not scroll sideways`, async ({ page }) => {
      await page.goto(path);
      await expect(page.locator('main h1').first()).toBeVisible();
      await page.waitForTimeout(500);
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360);
    });
  }
});

test('nothing is fetched from elsewhere and the security headers are there', async ({ page }) => {
  const outside: string[] = [];
  const complaints: string[] = [];
  page.on(
    'request',
    (r) =>
      !r.url().startsWith('http://127.0.0.1') &&
      !r.url().startsWith('blob:') &&
      !r.url().startsWith('data:') &&
      outside.push(r.url()),
  );
  page.on('console', (m) => m.type() === 'error' && complaints.push(m.text()));
  const response = await page.goto('/figures/demo-push');
  await expect(page.locator('.cm-content')).toBeVisible();
  const headers = response?.headers() ?? {};
  expect(headers['x-content-type-options']).toBe('nosniff');
  expect(headers['content-security-policy']).toContain("default-src 'self'");
  expect(headers['content-security-policy']).not.toMatch(/script-src[^;]*unsafe-inline/);
  expect(outside).toEqual([]);
  expect(complaints).toEqual([]);
});
