import { readFileSync } from 'node:fs';
import { reveal } from './person';
import { expect, test, type Page } from '@playwright/test';

const saved = (page: Page) => expect(page.locator('.saved')).toHaveText('Saved');
const text = (page: Page) => page.locator('.cm-content').innerText();
const take = async (page: Page, button: string) => {
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: button }).click();
  const file = await waiting;
  return { name: file.suggestedFilename(), bytes: readFileSync(await file.path()) };
};
const bring = (page: Page, name: string, buffer: Buffer) =>
  page
    .getByLabel(/A backup, a file of figures/)
    .setInputFiles({ name, mimeType: 'application/octet-stream', buffer });

/** A combination but for its name and its parts. */
const BARE = {
  notes: '',
  start: 1,
  phrase: 32,
  tempo: [{ beat: 1, bpm: 100 }],
  marks: [],
  loop: false,
  own: [],
};

/** Writes a row past every check, as an earlier version might have left it. */
const putRaw = (page: Page, table: string, row: unknown) =>
  page.evaluate(
    ([name, value]) =>
      new Promise<void>((resolve) => {
        const request = indexedDB.open('brisk-partner');
        request.onsuccess = () => {
          const t = request.result.transaction(name as string, 'readwrite');
          t.objectStore(name as string).put(value);
          t.oncomplete = () => (request.result.close(), resolve());
        };
      }),
    [table, row],
  );
/** Everything the store holds, as one text. */
const everything = (page: Page): Promise<string> =>
  page.evaluate(
    () =>
      new Promise<string>((resolve) => {
        const request = indexedDB.open('brisk-partner');
        request.onsuccess = () => {
          const names = ['figures', 'bin', 'notes'];
          const t = request.result.transaction(names);
          const found: unknown[] = [];
          for (const name of names)
            t.objectStore(name).getAll().onsuccess = (e) => found.push((e.target as IDBRequest).result);
          t.oncomplete = () => (request.result.close(), resolve(JSON.stringify(found)));
        };
      }),
  );

test('one backup of everything, restored into an empty browser with a preview', async ({ page, browser }) => {
  await page.goto('/figures/demo-push');
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Push, ours');
  await page.keyboard.press('Enter');
  await saved(page);
  await page.goto('/data');
  await page.getByRole('button', { name: 'dark', exact: true }).click();
  await expect(page.getByText('No backup has been made yet.')).toBeVisible();
  const backup = await take(page, 'Back up everything (zip)');
  expect(backup.name).toMatch(/^brisk-partner-\d{4}-\d\d-\d\d-\d{4}\.brisk\.zip$/);
  await expect(page.getByText(/Last backup less than a minute ago/)).toBeVisible();

  const context = await browser.newContext();
  const fresh = await context.newPage();
  await fresh.goto('/data');
  await expect(fresh.getByText(/are kept in this browser/)).toBeVisible();
  await bring(fresh, backup.name, backup.bytes);
  const preview = fresh.getByRole('alertdialog');
  await expect(preview).toContainText('1 figure here otherwise: “Push, ours”');
  await expect(preview).toContainText(
    '53 figures, 7 combinations, 8 songs, 3 classes, 3 series of classes, 3 groups, 2 rooms, 15 log entries, 1 recap, ' +
      '1 practice, 1 dance of your own, 1 cue of your own and 16 practice results here already',
  );
  await fresh.getByRole('button', { name: 'Replace those here' }).click();
  await expect(fresh.locator('.said')).toContainText('0 added, 1 replaced');
  await expect(fresh.locator('html')).toHaveAttribute('data-theme', 'dark');
  await fresh.goto('/figures/demo-push');
  await expect(fresh.locator('h1')).toContainText('Push, ours');
  await context.close();
});

test('a value that could not be read back is not taken: the field says so, and the last good one stays', async ({
  page,
}) => {
  await page.goto('/combinations/demo-combination-blues');
  await page.locator('[data-part]').first().click();
  const times = page.getByLabel('Times in a row');
  await times.fill('2.5');
  await times.press('Tab');
  await expect(page.getByRole('alert')).toContainText(
    'Not changed: how often part 1 is danced: it takes a whole number. What was there stays.',
  );
  await expect(times).toHaveValue('1');
  await page.getByRole('button', { name: 'Music and length' }).click();
  const start = page.getByLabel('its 1 falls on beat');
  await start.fill('5000');
  await start.press('Tab');
  await expect(page.getByRole('alert')).toContainText('the beat its 1 falls on: it goes up to 4096');
  await expect(start).toHaveValue('1');
  const marks = page.getByLabel('marks: beats that break or hit');
  await marks.fill(Array.from({ length: 300 }, (_, i) => i + 1).join(' '));
  await marks.press('Tab');
  await expect(page.getByRole('alert').first()).toContainText('the marks: there can be up to 256');
  await page.reload();
  await expect(page.locator('.facts')).toContainText('every link holds');
});

test('what cannot be read is listed, put right as text, deleted and brought back; the others are shown', async ({
  page,
}) => {
  await page.goto('/combinations');
  await expect(page.getByText('7 kept')).toBeVisible();
  await putRaw(page, 'combinations', {
    id: 'odd',
    rev: 1,
    updated: 1,
    schema: 4,
    refs: [],
    doc: {
      id: 'odd',
      name: 'Odd one',
      ...BARE,
      parts: [{ key: 'a', figure: 'demo-push', times: 2.5 }],
    },
  });
  await putRaw(page, 'figures', {
    id: 'later',
    rev: 1,
    updated: 1,
    schema: 99,
    refs: [],
    doc: { name: 'From later' },
  });
  await page.reload();
  await expect(page.getByText('7 kept')).toBeVisible();
  await page.goto('/combinations/odd');
  await page.getByRole('link', { name: 'See what needs mending' }).click();
  const odd = page.getByRole('listitem').filter({ hasText: 'Odd one' });
  await expect(odd).toContainText('how often part 1 is danced: it takes a whole number');
  await expect(page.getByRole('listitem').filter({ hasText: 'From later' })).toContainText(
    'later version of this program',
  );
  await odd.getByRole('button', { name: 'Put right as text' }).click();
  const area = page.getByLabel('Text of Odd one');
  await area.fill((await area.inputValue()).replace('2.5', '33'));
  await odd.getByRole('button', { name: 'Save' }).click();
  await expect(odd.getByRole('alert')).toContainText('it goes up to 32');
  await area.fill((await area.inputValue()).replace('33', '2'));
  await odd.getByRole('button', { name: 'Save' }).click();
  await expect(page.locator('.said')).toContainText('“Odd one” was put right.');
  await page.goto('/combinations/odd');
  await expect(page.locator('.facts')).toContainText('12 beats');
  await page.goto('/data');
  await page
    .getByRole('listitem')
    .filter({ hasText: 'From later' })
    .getByRole('button', { name: 'Delete' })
    .click();
  await expect(page.getByRole('heading', { name: 'Needs mending' })).toBeHidden();
  await page.getByRole('button', { name: 'Take back' }).first().click();
  await expect(page.getByRole('heading', { name: 'Needs mending' })).toBeVisible();
});

test('a figure deleted while it is danced: said in heading, list and sums of an open board; back from the bin', async ({
  page,
  context,
}) => {
  await page.goto('/combinations/demo-combination-blues');
  await expect(page.locator('.facts')).toContainText('every link holds');
  const other = await context.newPage();
  await other.goto('/figures/demo-left-pass');
  await other.getByRole('button', { name: 'More' }).click();
  await other.getByRole('button', { name: 'Delete …' }).click();
  await other.getByRole('button', { name: 'Delete', exact: true }).click();
  await expect(page.locator('.facts')).toContainText(/figures? (is|are) gone/);
  await expect(page.getByRole('region', { name: 'Sums' })).toContainText('without what is gone');
  await other.goto('/combinations');
  await expect(other.getByRole('listitem').filter({ hasText: 'Eight sixes over a blues' })).toContainText(
    'gone',
  );
  const gone = page.getByRole('region', { name: 'Figures that are gone' });
  await expect(gone).toContainText('Part 2, “Left side pass”, is no longer in the repertoire.');
  await gone
    .getByRole('button', { name: /instead, part 2$/ })
    .first()
    .click();
  await expect(gone).not.toContainText('Part 2');
  await expect(
    page.getByRole('button', { name: /^Left side pass with one and a half turns, 6 beats/ }),
  ).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(gone.getByRole('button', { name: 'Bring it back, part 2' })).toBeVisible();
  await other.goto('/data');
  await other
    .getByRole('listitem')
    .filter({ hasText: 'Left side pass” was deleted' })
    .getByRole('button', { name: 'Take back' })
    .click();
  await expect(page.locator('.facts')).toContainText('every link holds');
});

test('a version open in one tab, its parent corrected in another: nothing is taken back', async ({
  page,
  context,
}) => {
  await page.goto('/figures/demo-push-turn');
  await saved(page);
  const parent = await context.newPage();
  await parent.goto('/figures/demo-push');
  await parent.locator('.cm-content').click();
  await parent.keyboard.press('Control+End');
  await parent.keyboard.press('Enter');
  await parent.keyboard.type('feels 6 corrected', { delay: 80 });
  await saved(parent);
  await expect.poll(() => text(page)).toContain('feels 6 corrected');
  await expect(page.getByText('has changed; that has been carried over here')).toBeVisible();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Turned push');
  await page.keyboard.press('Enter');
  await saved(page);
  await page.reload();
  await expect.poll(() => text(page)).toContain('feels 6 corrected');
  await expect(page.getByRole('alert')).toHaveCount(0);
});

test('a combination with a dance there is none of is refused at its place, and nothing is locked', async ({
  page,
}) => {
  await page.goto('/data');
  await expect(page.getByText(/are kept in this browser/)).toBeVisible();
  const c = {
    id: 'x',
    name: 'X',
    ...BARE,
    parts: [
      {
        key: 'a',
        figure: 'demo-push',
        times: 1,
        change: { details: { dance: { now: 'polka' } }, items: [] },
      },
    ],
  };
  const file = {
    format: 'brisk-partner/combinations',
    version: 4,
    combinations: [c],
    figures: [],
    versions: [],
  };
  await bring(page, 'x.json', Buffer.from(JSON.stringify(file)));
  await expect(page.getByRole('alert').last()).toContainText(
    'combinations[0].parts[0].change.details.dance.now',
  );
  await page.goto('/combinations');
  await expect(page.getByText('7 kept')).toBeVisible();
});

test('a way of the arms written into a figure says where else it is danced, and is taken back with one action', async ({
  page,
}) => {
  await page.goto('/arms');
  await page.getByRole('list', { name: 'Holds' }).getByRole('button').nth(3).click();
  await page
    .getByRole('list', { name: 'Ways' })
    .getByRole('button', { name: /Use in a figure/ })
    .first()
    .click();
  await page.getByRole('combobox', { name: /^into/ }).selectOption('Basic on 1 · 8 counts');
  await expect(
    page.getByText(/It is also used in .*Monday salsa, three levels.*A copy leaves those alone/),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Write it in', exact: true }).click();
  await expect(page.getByText('A way of the arms was written into “Basic on 1”.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Taken back.')).toBeVisible();
});

test('several figures are chosen at once: tagged, found by the tag, combined, deleted and brought back', async ({
  page,
}) => {
  await page.goto('/figures');
  const link = (name: RegExp) => page.getByRole('link', { name });
  const box = (name: string) =>
    page.getByRole('checkbox', { name: `Choose ${name}, Slot swing`, exact: true });
  await reveal(page, link(/Push with a turn.*Slot swing/));
  await link(/Push with a turn.*Slot swing/).focus();
  await page.keyboard.press('Space');
  // By name: Push stands right before Push with a turn.
  await box('Push').click({ modifiers: ['Shift'] });
  const bar = page.getByRole('region', { name: 'What is chosen' });
  await expect(bar).toContainText('2 figures chosen');
  await box('Push').click();
  await box('Left side pass').click();
  await expect(bar).toContainText('2 figures chosen');
  await bar.getByLabel('Tag for what is chosen').fill('Monday');
  await page.keyboard.press('Enter');
  await expect(page.getByText('The tag “Monday” was put on.')).toBeVisible();
  await page.getByLabel('Tag', { exact: true }).selectOption('Monday');
  // Three versions of the left side pass wear what it wears.
  await expect(page.getByText('5 of 54')).toBeVisible();
  await page.getByLabel('Tag', { exact: true }).selectOption('');
  await bar.getByRole('button', { name: 'Delete …' }).click();
  await expect(bar).toContainText('Eight sixes over a blues');
  await bar.getByRole('button', { name: 'Delete 2 figures' }).click();
  await expect(page.getByText('52 in the repertoire')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByText('54 in the repertoire')).toBeVisible();
  // What was written last stands first.
  await page.goto('/figures');
  for (const name of ['Left side pass', 'Push']) {
    await reveal(page, box(name));
    await box(name).click();
  }
  const file = page.waitForEvent('download');
  await bar.getByRole('button', { name: 'As a file' }).click();
  const kept = JSON.parse(readFileSync(await (await file).path(), 'utf8')) as {
    figures: { name: string; tags?: string[] }[];
  };
  expect(kept.figures.map((f) => [f.name, f.tags]).toSorted()).toEqual([
    ['Left side pass', ['Monday']],
    ['Push', ['first evening']],
  ]);
  await bar.getByRole('button', { name: 'New combination of them' }).click();
  await expect(page.locator('.facts')).toContainText('12 beats');
  await expect(page.getByRole('button', { name: /^Left side pass, 6 beats, part \d of 2/ })).toBeVisible();
});

test('two tabs, a hundred steps: every word is in the store, in the bin, or shown as a conflict', async ({
  page,
  context,
}) => {
  test.setTimeout(180_000);
  let a = 11;
  const random = () => ((a = (Math.imul(a, 1103515245) + 12345) >>> 0) >>> 8) / 0x1000000;
  const pages = [page, await context.newPage()];
  for (const p of pages) {
    await p.goto('/figures/demo-push');
    await saved(p);
  }
  const first = pages[0] as Page;
  await first.locator('.cm-content').click();
  await first.keyboard.press('Control+End');
  await first.keyboard.press('Enter');
  await first.keyboard.type('calls 1 go', { delay: 60 });
  await saved(first);
  await expect.poll(() => text(pages[1] as Page)).toContain('calls 1 go');
  const typed: string[] = [];
  for (let step = 0; step < 100; step++) {
    const p = pages[Math.floor(random() * 2)] as Page;
    await p.bringToFront();
    const conflict = p.getByRole('button', {
      name: random() < 0.5 ? 'Keep this version' : /keep mine as a copy/,
    });
    if (await conflict.isVisible()) {
      await conflict.click();
      await expect(conflict).toBeHidden();
      continue;
    }
    const word = `w${step}w`;
    await p.locator('.cm-content').click();
    await p.keyboard.press('Control+End');
    await p.keyboard.type(` ${word}`, { delay: 12 });
    typed.push(word);
    if (random() < 0.3) await expect(p.locator('.saved')).toHaveText(/Saved|Not saved/);
  }
  await expect
    .poll(async () => {
      const there = await everything(page);
      return typed.filter((w) => !there.includes(w));
    })
    .toEqual([]);
});
