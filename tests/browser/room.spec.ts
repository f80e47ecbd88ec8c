import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { launchOptions } from '../../scripts/chromium.mjs';

/** What the room needs: files of what is heard, the band live, voices, remotes, a screen that stays on, questions. */
// The browser's own stand-in for a microphone: it beeps.
test.use({
  permissions: ['microphone'],
  launchOptions: {
    ...launchOptions,
    args: [...launchOptions.args, '--use-fake-device-for-media-stream', '--use-fake-ui-for-media-stream'],
  },
});

const openSong = async (page: Page, id: string) => {
  await page.goto(`/songs/demo-song-${id}`);
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeEnabled({ timeout: 20_000 });
};

/** Samples of the left channel of a 16-bit WAV file. Source: Multimedia Programming Interface 1.0, 1991 (from memory). */
function samplesOf(path: string): { rate: number; left: Float32Array } {
  const bytes = readFileSync(path);
  expect(bytes.toString('latin1', 0, 4)).toBe('RIFF');
  const [channels, rate] = [bytes.readUInt16LE(22), bytes.readUInt32LE(24)];
  const data = bytes.indexOf('data') + 8;
  const frames = Math.floor((bytes.length - data) / 2 / channels);
  return {
    rate,
    left: Float32Array.from(
      { length: frames },
      (_, i) => bytes.readInt16LE(data + 2 * i * channels) / 32_768,
    ),
  };
}
/** Where something begins to sound after it was quiet for a tenth of a second. */
function begins({ rate, left }: ReturnType<typeof samplesOf>): number[] {
  const found: number[] = [];
  let last = -Infinity;
  left.forEach((x, i) => {
    if (Math.abs(x) <= 0.02) return;
    if (i - last > 0.1 * rate) found.push(i / rate);
    last = i;
  });
  return found;
}
/** How loud it is on average, from one time to another, where it sounds at all. */
function loudness({ rate, left }: ReturnType<typeof samplesOf>, from: number, to: number): number {
  const part = left.slice(Math.round(from * rate), Math.round(to * rate)).filter((x) => Math.abs(x) > 0.012);
  return Math.sqrt(part.reduce((s, x) => s + x * x, 0) / Math.max(1, part.length));
}
async function heardAsFile(page: Page) {
  await page.getByRole('button', { name: 'More' }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: /As it is heard now/ }).click(),
  ]);
  return samplesOf(await download.path());
}

test.describe('what is heard, as a file', () => {
  /** An eight of the practice groove, which goes round four times in the file. */
  const PERIOD = 60 / 132;
  const [COUNTED, ROUNDS] = [8, 4];
  const eight = async (page: Page) => {
    await openSong(page, 'floor');
    await page.getByRole('button', { name: /^Eight 3,/ }).click();
    await page.getByRole('slider', { name: 'music' }).fill('0');
  };

  test('clicks lie at their beats to a thousandth of a second, after a count-in', async ({ page }) => {
    await eight(page);
    const clicks = begins(await heardAsFile(page));
    expect(clicks).toHaveLength(COUNTED + 8 * ROUNDS);
    clicks.forEach((at, i) => expect(Math.abs(at - clicks[0]! - i * PERIOD)).toBeLessThan(0.001));
  });

  test('words are even and do not run into each other; the whole is as loud as music is', async ({
    page,
  }) => {
    await eight(page);
    await page.getByRole('button', { name: 'Click', exact: true }).click();
    await page.getByRole('button', { name: 'Count aloud' }).click();
    const file = await heardAsFile(page);
    const first = begins(file)[0]!;
    const words = Array.from({ length: COUNTED + 8 * ROUNDS }, (_, i) => first + i * PERIOD);
    // Within 6 dB of each other: every count is heard, and over when the next begins.
    const loud = words.map((at) => loudness(file, at, at + PERIOD));
    expect(Math.max(...loud) / Math.min(...loud)).toBeLessThan(2);
    for (const at of words.slice(1)) expect(loudness(file, at - 0.004, at - 0.0005)).toBeLessThan(0.05);
    await page.getByRole('slider', { name: 'music' }).fill('0.8');
    const { left, rate } = await heardAsFile(page);
    expect(left.reduce((m, x) => Math.max(m, Math.abs(x)), 0)).toBeLessThanOrEqual(1);
    // Every second of the music is within 9 dB of the whole.
    const from = first + COUNTED * PERIOD;
    const seconds = Array.from({ length: 12 }, (_, i) => loudness({ left, rate }, from + i, from + i + 1));
    expect(Math.max(...seconds) / Math.min(...seconds)).toBeLessThan(2.8);
  });
});

/** Everything handed to the output. */
const listenIn = (page: Page) =>
  page.addInitScript(() => {
    const log: { when: number; at: number }[] = [];
    Object.assign(window, { sounded: log });
    const { start } = AudioBufferSourceNode.prototype;
    AudioBufferSourceNode.prototype.start = function (when = 0, ...rest: number[]) {
      log.push({ when, at: performance.now() });
      return start.call(this, when, ...rest);
    };
  });
const sounded = (page: Page) =>
  page.evaluate(() => (window as never as { sounded: { when: number; at: number }[] }).sounded);

test('the band plays live: at once, and goes on where it is at another tempo', async ({ page }) => {
  await listenIn(page);
  await page.goto('/songs');
  await page.getByRole('button', { name: 'Let the band play' }).click();
  const form = page.getByRole('form', { name: 'Let the band play' });
  await form.getByRole('combobox', { name: 'style' }).selectOption('groove');
  const pressed = await page.evaluate(() => performance.now());
  await form.getByRole('button', { name: 'Hear it' }).click();
  await expect.poll(async () => (await sounded(page)).length).toBeGreaterThan(8);
  // Nothing is rendered first: the first notes are handed over well within a second of the touch.
  expect((await sounded(page))[0]!.at - pressed).toBeLessThan(1000);
  const before = (await sounded(page)).length;
  await form.getByRole('spinbutton', { name: 'beats a minute' }).click();
  await page.keyboard.press('Control+a', { delay: 80 });
  await page.keyboard.type('140', { delay: 90 });
  await page.keyboard.press('Tab', { delay: 80 });
  await expect
    .poll(async () => (await sounded(page)).length, { timeout: 15_000 })
    .toBeGreaterThan(before + 20);
  await form.getByRole('button', { name: 'Stop' }).click();
  await expect(form.getByRole('button', { name: 'Hear it' })).toBeVisible();
});

test('the browser’s own voice counts where it is chosen, on the beats', async ({ page }) => {
  // A stand-in for a browser that speaks: what it is asked to say, and when.
  await page.addInitScript(() => {
    const said: { text: string; at: number }[] = [];
    const speech = {
      speaking: false,
      getVoices: () => [{ name: 'stand-in' }],
      cancel: () => {},
      speak: (u: { text: string }) => void said.push({ text: u.text, at: performance.now() }),
      addEventListener: () => {},
      removeEventListener: () => {},
    };
    Object.defineProperty(window, 'speechSynthesis', { value: speech });
    Object.assign(window, { said });
  });
  await openSong(page, 'floor');
  await page.getByRole('combobox', { name: 'voice is' }).selectOption('browser');
  await page.getByRole('button', { name: 'Count aloud' }).click();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  const said = () => page.evaluate(() => (window as never as { said: { text: string; at: number }[] }).said);
  await expect.poll(async () => (await said()).length, { timeout: 20_000 }).toBeGreaterThanOrEqual(12);
  const words = await said();
  expect(words.slice(0, 8).map((w) => w.text)).toEqual('one two three four five six seven eight'.split(' '));
  const between = (words[11]!.at - words[3]!.at) / 8;
  expect(Math.abs(between - 60_000 / 132)).toBeLessThan(40);
});

test('a browser without a voice says so where voices are chosen', async ({ page }) => {
  await page.addInitScript(() => Object.defineProperty(window, 'speechSynthesis', { value: undefined }));
  await openSong(page, 'floor');
  const option = page.getByRole('combobox', { name: 'voice is' }).locator('option', { hasText: 'own' });
  await expect(option).toHaveText(/it has none/);
  await expect(option).toBeDisabled();
});

test('media keys act, the screen stays on, and a locked phone goes on', async ({ page }) => {
  await listenIn(page);
  await page.addInitScript(() => {
    const handlers: Record<string, (() => void) | null> = {};
    const awake = { asked: 0, released: 0 };
    navigator.mediaSession.setActionHandler = (name: string, f: unknown) =>
      void (handlers[name] = f as () => void);
    const request = async () => (awake.asked++, { release: async () => void awake.released++ });
    Object.defineProperty(navigator, 'wakeLock', { value: { request } });
    Object.assign(window, { handlers, awake });
  });
  const key = (name: string) =>
    page.evaluate((n) => (window as never as { handlers: Record<string, () => void> }).handlers[n]?.(), name);
  const awake = () =>
    page.evaluate(() => (window as never as { awake: { asked: number; released: number } }).awake);
  const seen = (state: 'hidden' | 'visible') =>
    page.evaluate((s) => {
      Object.defineProperty(document, 'visibilityState', { value: s, configurable: true });
      document.dispatchEvent(new Event('visibilitychange'));
    }, state);
  await page.goto('/floor/run?practice=demo-practice-thursday');
  await expect(page.getByText('Eight-count basic').first()).toBeVisible();
  await key('play');
  await expect(page.getByRole('button', { name: 'Pause', exact: true })).toBeVisible();
  await expect.poll(async () => (await awake()).asked).toBe(1);
  // The phone is locked: sounds are still handed over; unlocked, the screen is kept on again.
  await seen('hidden');
  const before = (await sounded(page)).length;
  await expect
    .poll(async () => (await sounded(page)).length, { timeout: 15_000 })
    .toBeGreaterThan(before + 4);
  await seen('visible');
  await expect.poll(async () => (await awake()).asked).toBe(2);
  await key('nexttrack');
  await expect(page.getByLabel('Count', { exact: true })).toHaveText(/^[1-8]$/, { timeout: 15_000 });
  await key('pause');
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  await expect.poll(async () => (await awake()).released).toBeGreaterThan(0);
});

test('the room recorded becomes a song with its file, kept in this browser', async ({ page }) => {
  await page.goto('/songs');
  await page.getByRole('button', { name: 'Record the room' }).click();
  await expect(page.getByRole('button', { name: /Stop · 0:0[3-9]/ })).toBeVisible({ timeout: 15_000 });
  await page.getByRole('button', { name: /Stop · / }).click();
  await expect(page).toHaveURL(/\/songs\/[\w-]{6,}$/, { timeout: 20_000 });
  await expect(page.getByRole('textbox', { name: 'Name' })).toHaveValue(/^Room \d{4}-\d\d-\d\d/);
  await page.reload();
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeEnabled({ timeout: 20_000 });
});

test('a microphone that may not be used is said, and nothing is lost', async ({ page }) => {
  await page.addInitScript(() => {
    navigator.mediaDevices.getUserMedia = () => Promise.reject(new Error('no'));
  });
  await page.goto('/songs');
  await page.getByRole('button', { name: 'Record the room' }).click();
  await expect(page.getByText(/microphone cannot be used/)).toBeVisible();
});

test('the room is asked: the question, then its answer, by one key; questions stand in a practice', async ({
  page,
}) => {
  await page.goto('/floor');
  await page.getByRole('button', { name: 'New practice' }).click();
  await page.getByRole('combobox', { name: 'add' }).selectOption({ label: 'Counts in the eights' });
  await page.getByRole('spinbutton', { name: 'questions' }).fill('2');
  await page.keyboard.press('Tab', { delay: 80 });
  await expect(page.getByText('0:40 in all')).toBeVisible();
  await page.getByRole('link', { name: 'Start' }).click();
  const count = page.getByLabel('Count', { exact: true });
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  await page.keyboard.press(' ', { delay: 80 });
  await expect(page.getByText(/On which count of the eight/)).toBeVisible({ timeout: 20_000 });
  await expect(count).toHaveText('?');
  await expect(page.getByText('1 of 2')).toBeVisible();
  await page.keyboard.press(' ', { delay: 80 });
  await expect(count).toHaveText(/^[1-4]$/);
  await page.keyboard.press(' ', { delay: 80 });
  await expect(page.getByText('2 of 2')).toBeVisible();
  await expect(count).toHaveText('?');
});

test('answers are kept as results, and taken away as a table', async ({ page }) => {
  await page.goto('/trainer');
  await page.getByRole('button', { name: 'Counts in the eights' }).click();
  await page.getByRole('heading', { name: /begins on/ }).waitFor({ timeout: 20_000 });
  await page.keyboard.press('1', { delay: 80 });
  await expect(page.getByText(/^(Right\.|No: )/)).toBeVisible();
  await page.goto('/results');
  const table = page.getByRole('region', { name: 'Questions answered' });
  await expect(table.getByRole('row', { name: /Counts in the eights [01] of 1/ })).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    table.getByRole('button', { name: 'Answers (CSV)' }).click(),
  ]);
  expect(readFileSync(await download.path(), 'utf8')).toMatch(/^when,questions,asked of,answer,seconds\r\n/);
});

test('every section of a song at its own pace, with what it disturbs, and undone', async ({ page }) => {
  await page.goto('/combinations/demo-combination-swing?song=demo-song-stomp');
  await expect(page.getByRole('combobox', { name: 'Song it is laid on' })).toHaveValue('demo-song-stomp');
  await page.getByRole('combobox', { name: 'Where in the song' }).selectOption({ index: 0 });
  await page.getByRole('button', { name: 'Which pace suits which section?' }).click();
  const intro = page.getByRole('group', { name: /^Pace in Intro/ });
  await expect(intro.getByRole('button', { name: 'as written' })).toHaveAttribute('aria-pressed', 'true');
  await intro.getByRole('button', { name: 'in full steps' }).click();
  await expect(
    page.getByRole('group', { name: /^Pace in Intro/ }).getByRole('button', { name: 'in full steps' }),
  ).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await page.getByRole('button', { name: 'Which pace suits which section?' }).click();
  await expect(
    page.getByRole('group', { name: /^Pace in Intro/ }).getByRole('button', { name: 'as written' }),
  ).toHaveAttribute('aria-pressed', 'true');
});
