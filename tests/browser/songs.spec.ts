import { readFileSync } from 'node:fs';
import midi from '@tonejs/midi';
import { expect, test, type Page } from '@playwright/test';
import { recipeOf, render, scoreOf, wavOf } from '../../src/lib/core/band';
import { midiOf } from '../../src/lib/core/codecs/map-midi';

/** Songs, sound, floor time and the trainer, on the built server, with real audio contexts. */
const open = async (page: Page, id: string) => {
  await page.goto(`/songs/demo-song-${id}`);
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeEnabled({ timeout: 20_000 });
};
/** Everything handed to the output, as it was: when, and how long it is. */
const listenIn = (page: Page) =>
  page.addInitScript(() => {
    const log: { when: number; seconds: number; offset: number | undefined }[] = [];
    Object.assign(window, { sounded: log });
    const { start } = AudioBufferSourceNode.prototype;
    AudioBufferSourceNode.prototype.start = function (when = 0, ...rest: number[]) {
      log.push({ when, seconds: this.buffer?.duration ?? 0, offset: rest[0] });
      return start.call(this, when, ...rest);
    };
  });
const sounded = (page: Page) =>
  page.evaluate(
    () => (window as never as { sounded: { when: number; seconds: number; offset?: number }[] }).sounded,
  );
const CLICK = 0.06;
/** When clicks were handed over, in order, once there are so many. */
const clicksWhen = async (page: Page, n: number) => {
  const times = async () =>
    (await sounded(page))
      .filter((s) => s.seconds < CLICK)
      .map((s) => s.when)
      .sort((a, b) => a - b);
  await expect.poll(async () => (await times()).length, { timeout: 30_000 }).toBeGreaterThanOrEqual(n);
  return times();
};
/** Each a beat after the one before, to a thousandth of a second. */
const evenly = (clicks: readonly number[], period: number) => {
  for (const [i, when] of clicks.entries())
    expect(Math.abs(when - clicks[0]! - i * period)).toBeLessThan(0.001);
};
const recording = (bpm: number, seed = 3) => {
  const score = scoreOf(recipeOf('swing', { bpm, choruses: 1, seed }));
  return { score, wav: Buffer.from(wavOf(render(score, 22_050, 1) ?? [], 22_050)) };
};

test('a recording is brought, heard, and kept with its file', async ({ page }) => {
  await page.goto('/songs');
  await expect(page.getByRole('list', { name: 'Songs' }).getByRole('link')).toHaveCount(8);
  const { wav } = recording(142);
  await page
    .getByLabel('Bring a file')
    .setInputFiles({ name: 'Night tram.wav', mimeType: 'audio/wav', buffer: wav });
  await expect(page.getByText(/14[12] a minute · swung/)).toBeVisible({ timeout: 30_000 });
  await expect(page.getByRole('button', { name: '1, eight 1', exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeEnabled({ timeout: 20_000 });
  await expect(page.getByText(/14[12] a minute · swung/)).toBeVisible();
});

test('a MIDI file is brought with its map and played by the band', async ({ page }) => {
  const score = scoreOf(recipeOf('waltz', { bpm: 92, choruses: 1 }));
  await page.goto('/songs');
  await page.getByLabel('Bring a file').setInputFiles({
    name: 'ferry.mid',
    mimeType: 'audio/midi',
    buffer: Buffer.from(midiOf('Last ferry', score.map, score)),
  });
  await expect(page.getByRole('textbox', { name: 'Name' })).toHaveValue('Last ferry');
  await expect(page.getByText(/92 a minute · bars of three/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeEnabled({ timeout: 20_000 });
});

test('what is no music is refused with words, and nothing is kept', async ({ page }) => {
  await page.goto('/songs');
  await page
    .getByLabel('Bring a file')
    .setInputFiles({ name: 'letter.mp3', mimeType: 'audio/mpeg', buffer: Buffer.from('dear friend') });
  await expect(page.getByRole('alert')).toContainText('“letter.mp3” is no sound this browser can play.');
  await expect(page.getByRole('list', { name: 'Songs' }).getByRole('link')).toHaveCount(8);
});

test('put right by ear: the 1, a break, a held beat, and undone', async ({ page }) => {
  await open(page, 'blues');
  await page.getByRole('button', { name: '3, eight 2', exact: true }).click();
  await page.getByRole('button', { name: 'This is the 1' }).click();
  await expect(page.getByRole('heading', { name: /^1 of eight/ })).toBeVisible();
  await page.getByRole('button', { name: 'Break', exact: true }).click();
  await expect(page.getByRole('button', { name: /^1, eight \d+, break/ }).first()).toBeVisible();
  const slider = page.getByRole('slider', { name: 'When the beat is, seconds' });
  const before = Number(await slider.getAttribute('aria-valuenow'));
  await slider.focus();
  await page.keyboard.press('ArrowRight', { delay: 80 });
  await page.keyboard.press('ArrowRight', { delay: 80 });
  await expect(slider).toHaveAttribute('aria-valuenow', String(Math.round((before + 0.02) * 1000) / 1000));
  await expect(page.getByRole('button', { name: 'Held', exact: true })).toBeVisible();
  for (let i = 0; i < 4; i++) {
    const undo = page.getByRole('button', { name: 'Undo', exact: true });
    if (await undo.isEnabled()) await undo.click({ delay: 60 });
  }
  await expect(page.getByRole('button', { name: '3, eight 2', exact: true })).toBeVisible();
});

test('the map goes out as MIDI that another reader reads', async ({ page }) => {
  await open(page, 'stomp');
  await page.getByRole('button', { name: 'More', exact: true }).click();
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: /Map as MIDI/ }).click();
  const file = new midi.Midi(readFileSync(await (await waiting).path()));
  expect(Math.round(file.header.tempos[2]?.bpm ?? 0)).toBe(168);
  expect(file.tracks.map((t) => t.name)).toContain('bass');
});

test.describe('sound', () => {
  test('clicks are handed over at their beats to a thousandth of a second', async ({ page }) => {
    await listenIn(page);
    await open(page, 'floor');
    await page.getByRole('button', { name: 'Play', exact: true }).click();
    evenly(await clicksWhen(page, 14), 60 / 132);
  });

  test('plays, pauses, goes round, changes tempo while it plays, and stays in step', async ({ page }) => {
    await listenIn(page);
    await open(page, 'floor');
    await page.getByRole('combobox', { name: 'count in' }).selectOption('0');
    await page.getByRole('button', { name: /^Eight 3,/ }).click();
    await page.getByRole('button', { name: 'Play', exact: true }).click();
    // Eight beats at 132 are 3.64 s: the second round is handed over ahead of its time.
    const rounds = async () => (await sounded(page)).filter((s) => s.seconds > 30);
    await expect.poll(async () => (await rounds()).length, { timeout: 30_000 }).toBeGreaterThanOrEqual(2);
    const passes = await rounds();
    expect(passes[1]!.when - passes[0]!.when).toBeCloseTo((8 * 60) / 132, 3);
    await page.getByRole('combobox', { name: 'Tempo, per cent' }).selectOption('80');
    const slower = async () => {
      const clicks = await clicksWhen(page, 4);
      return clicks.at(-1)! - clicks.at(-2)!;
    };
    await expect.poll(slower, { timeout: 30_000 }).toBeCloseTo(60 / 132 / 0.8, 3);
    await page.getByRole('button', { name: 'Up to tempo' }).click();
    await expect(page.getByRole('button', { name: /Up to tempo · round 1/ })).toBeVisible({ timeout: 8000 });
    await page.getByRole('button', { name: 'Pause', exact: true }).click();
    await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  });

  test('goes on while another tab is looked at, and without a network', async ({ page, context }) => {
    await listenIn(page);
    await open(page, 'floor');
    await page.getByRole('button', { name: 'Play', exact: true }).click();
    await expect(page.getByRole('button', { name: 'Pause', exact: true })).toBeVisible();
    await clicksWhen(page, 1);
    await context.setOffline(true);
    const other = await context.newPage();
    await other.bringToFront();
    // One eight is counted in; what comes after it was handed over while the other tab was in front.
    evenly(await clicksWhen(page, 14), 60 / 132);
    await page.bringToFront();
    await context.setOffline(false);
  });

  test('the voice: short, even words that begin at once, in two voices', async ({ page }) => {
    await page.goto('/songs');
    const clips = await page.evaluate(async () => {
      const context = new OfflineAudioContext(1, 44100, 44100);
      const words = ['1', '2', '3', '4', '5', '6', '7', '8', 'and', 'quick', 'slow'];
      return Promise.all(
        ['low', 'high'].flatMap((voice) =>
          words.map(async (word) => {
            const sound = await context.decodeAudioData(
              await (await fetch(`/voice/${voice}/${word}.opus`)).arrayBuffer(),
            );
            const samples = sound.getChannelData(0);
            const loud = [...samples].filter((s) => Math.abs(s) > 0.02);
            return {
              word: `${voice} ${word}`,
              seconds: sound.duration,
              first: samples.findIndex((s) => Math.abs(s) > 0.006) / 44100,
              rms: Math.sqrt(loud.reduce((t, s) => t + s * s, 0) / loud.length),
            };
          }),
        ),
      );
    });
    const dB = clips.map((c) => 20 * Math.log10(c.rms));
    for (const c of clips) {
      expect([c.word, c.first < 0.02]).toEqual([c.word, true]);
      expect([c.word, c.seconds < 0.75]).toEqual([c.word, true]);
    }
    expect(Math.max(...dB) - Math.min(...dB)).toBeLessThan(6);
  });

  test('a figure sounds on the desk: clicks and its counts', async ({ page }) => {
    await listenIn(page);
    await page.goto('/figures/demo-push');
    await page.getByRole('button', { name: 'Sound', exact: true }).click();
    await page.getByRole('button', { name: 'Play', exact: true }).click();
    await clicksWhen(page, 10);
    await expect
      .poll(async () => (await sounded(page)).filter((s) => s.seconds > CLICK).length, { timeout: 30_000 })
      .toBeGreaterThan(10);
  });
});

test('a combination laid on a song takes its tempo and breaks, and plays to it', async ({ page }) => {
  await page.goto('/combinations/demo-combination-break?song=demo-song-lamp');
  await expect(page.getByRole('combobox', { name: 'Song it is laid on' })).toHaveValue('demo-song-lamp');
  await expect(page.getByRole('spinbutton', { name: 'Beats a minute' }).first()).toHaveValue(/^150/);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByRole('combobox', { name: 'Song it is laid on' })).toHaveValue('');
});

test('a figure against all songs: what suits it first, and danced to it', async ({ page }) => {
  await page.goto('/figures/demo-swing-basic');
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('button', { name: 'What music suits it?' }).click();
  const panel = page.getByRole('region', { name: 'What music suits it' });
  await expect(panel.getByRole('listitem').first()).toContainText('a minute');
  // A waltz is shown only where all are.
  await expect(panel.getByText('Paper boats')).toBeHidden();
  await panel.getByRole('button', { name: /^All / }).click();
  await expect(panel.getByRole('listitem').filter({ hasText: 'Paper boats' })).toContainText(
    'bars do not go',
  );
  await panel.getByRole('link', { name: 'Dance it to Stop at the lamp' }).click();
  await expect(page.getByText('Eight-count basic').first()).toBeVisible();
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
});

test('the list says what suits each song', async ({ page }) => {
  await page.goto('/songs');
  const row = (name: string) => page.getByRole('listitem').filter({ hasText: name });
  await expect(row('Stop at the lamp')).toContainText(/suits Stop on the break(?! and)/);
  await expect(row('Paper boats')).toContainText(
    /suits (Natural and reverse|Waltz round the room) and 1 more/,
  );
});

test('a song dropped on the page is brought', async ({ page }) => {
  await page.goto('/songs');
  await expect(page.getByText('8 kept')).toBeVisible();
  const { wav } = recording(120, 9);
  const data = await page.evaluateHandle((b64) => {
    const bytes = Uint8Array.from(atob(b64), (c) => c.charCodeAt(0));
    const t = new DataTransfer();
    t.items.add(new File([bytes], 'Dropped.wav', { type: 'audio/wav' }));
    return t;
  }, wav.toString('base64'));
  await page.dispatchEvent('.page', 'drop', { dataTransfer: data });
  await expect(page).toHaveURL(/\/songs\/[\w-]{6,}$/, { timeout: 20_000 });
  await expect(page.getByText(/^1[12]\d a minute/).first()).toBeVisible({ timeout: 20_000 });
});

test.describe('floor time', () => {
  for (const [name, width, height] of [
    ['a projector', 1920, 1080],
    ['a laptop', 1280, 800],
  ] as const)
    test(`the count is at least two fifths of the height on ${name}, four keys do everything`, async ({
      page,
    }) => {
      await page.setViewportSize({ width, height });
      await page.goto('/floor/run?practice=demo-practice-thursday');
      await expect(page.getByText('Eight-count basic').first()).toBeVisible();
      await page.keyboard.press(' ', { delay: 80 });
      await expect(page.getByRole('button', { name: 'Pause', exact: true })).toBeVisible();
      const numeral = page.getByLabel('Count', { exact: true });
      await expect(numeral).toHaveText(/^[1-8]$/, { timeout: 15_000 });
      const size = await numeral.evaluate((e) => parseFloat(getComputedStyle(e).fontSize));
      // Numerals are about seven tenths of the size of their letters.
      expect((0.7 * size) / height).toBeGreaterThanOrEqual(0.4);
      await page.keyboard.press('PageDown', { delay: 80 });
      await page.keyboard.press('PageDown', { delay: 80 });
      await expect(page.getByText('Change partners').first()).toBeVisible();
      await expect(numeral).toHaveText(/^(20|19|18)$/);
      await page.keyboard.press('ArrowLeft', { delay: 80 });
      await expect(page.getByText('Change partners').first()).toBeVisible();
    });

  test('a practice is put together by keyboard and mouse, and timed', async ({ page }) => {
    await page.goto('/floor');
    await page.getByRole('button', { name: 'New practice' }).click();
    await page.getByRole('combobox', { name: 'add' }).selectOption({ label: 'Push' });
    await page.getByRole('spinbutton', { name: 'tempo' }).fill('96');
    await page.keyboard.press('Tab');
    await page.getByRole('combobox', { name: 'add' }).selectOption('pause');
    await expect(page.getByText('1:00 in all')).toBeVisible();
    await page.getByRole('button', { name: /^2, (Pause|Change partners), earlier$/ }).click();
    await expect(
      page.getByRole('list', { name: 'What is danced' }).getByRole('listitem').first(),
    ).toContainText('pause');
  });
});

test('tapping along is measured, kept and shown', async ({ page }) => {
  await page.goto('/trainer');
  await page.getByRole('combobox', { name: /^figure/ }).selectOption({ label: 'Eight-count basic' });
  await page.getByRole('spinbutton', { name: 'rounds' }).fill('1');
  await page.getByRole('button', { name: 'Start', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Left foot' })).toBeVisible();
  for (let i = 0; i < 18; i++) await page.keyboard.press(i % 2 ? 'f' : 'j', { delay: 90 + (i % 3) * 160 });
  await expect(page.getByRole('region', { name: 'What it came to' })).toBeVisible({ timeout: 15_000 });
  await expect(page.getByText('Kept among your results.')).toBeVisible();
  await page.getByRole('link', { name: 'Results over the weeks' }).click();
  await expect(page.getByRole('table').first().getByRole('row')).toHaveCount(12);
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Table (CSV)' }).click();
  expect(readFileSync(await (await waiting).path(), 'utf8')).toContain('mean ms late');
});
