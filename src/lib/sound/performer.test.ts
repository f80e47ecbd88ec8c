import { describe, expect, it, vi } from 'vitest';
import { recipeOf, scoreOf } from '$lib/core/band';
import { bandCues, clicks, countIn, type SoundCue } from '$lib/core/practice';
import { bandSong } from '$lib/core/song';
import { FakeContext } from './fake-context';
import { Clips } from './instruments';
import { Performer, latencyOf, type Programme } from './performer';
import { browserSpeaker, type Speaker, type Speech } from './speaker';

const FRAME = 1 / 60;
const song = bandSong('s', 'S', recipeOf('groove', { bpm: 132, choruses: 1, drift: 0.03 }));
const map = song.map!;

/** A performer on a device of so much delay, with a clock moved on by hand in steps of `tick` seconds. */
function stage(late = 0.02, speaker?: () => Speaker) {
  const context = new FakeContext(0.01, late);
  const worker = { onmessage: null as (() => void) | null, terminate: () => {} };
  const performer = new Performer(() => worker as unknown as Worker, new Clips(), context.asContext, speaker);
  const until = (time: number, tick = 0.25, each: () => void = () => {}) => {
    while (context.currentTime < time) {
      context.currentTime = Math.min(time, context.currentTime + tick);
      worker.onmessage?.();
      each();
    }
  };
  return { context, performer, until };
}
const programme = (cues: readonly SoundCue[], other: Partial<Programme> = {}): Programme => ({
  cues,
  span: { from: 0, to: song.length },
  from: 0,
  loop: false,
  ramp: [{ speed: 1, times: 1 }],
  voice: 'low',
  ...other,
});

describe('what is handed to the output', () => {
  it('every click lies on its beat, whatever the page does between', async () => {
    for (const tick of [0.02, 0.25, 1.1]) {
      const { context, performer, until } = stage();
      const start = (await performer.play(programme(clicks(map))))!;
      until(song.length + 1, tick);
      expect(context.begun).toHaveLength(map.beats.length);
      context.begun.forEach((b, i) => expect(b.at).toBeCloseTo(start + map.beats[i]!, 6));
    }
  });
  it('a count-in comes before, and the first beat where it ends', async () => {
    const { context, performer, until } = stage();
    const counted = countIn(4, 1, 0.5, false);
    const start = (await performer.play(programme(clicks(map), { countIn: counted })))!;
    until(start + 1);
    expect(context.begun.slice(0, 8).map((b) => Math.round((start - b.at) * 1000))).toEqual(
      [8, 7, 6, 5, 4, 3, 2, 1].map((n) => n * 500),
    );
  });
  /** An hour of going round in an accelerated clock: derived, every click at a multiple of the length. */
  it('does not drift in an hour of going round', async () => {
    const { context, performer, until } = stage();
    const eight = Array.from({ length: 8 }, (_, i): SoundCue => ({
      at: i * 0.461,
      type: 'click',
      accent: 'beat',
    }));
    const length = 8 * 0.461;
    const start = (await performer.play(programme(eight, { span: { from: 0, to: length }, loop: true })))!;
    until(start + 3600, 1);
    const last = context.begun.filter((b) => b.at <= start + 3600).length - 1;
    expect(last).toBeGreaterThan(7800);
    for (const i of [0, 1, 4000, last])
      expect(context.begun[i]!.at - start).toBeCloseTo(Math.floor(i / 8) * length + (i % 8) * 0.461, 6);
  });
  it('another speed goes on from where it is; what was handed over is stopped', async () => {
    const { context, performer, until } = stage();
    await performer.play(programme(clicks(map)));
    until(5);
    const before = performer.position()!;
    const handed = context.begun.filter((b) => b.at > 5);
    expect(handed.length).toBeGreaterThan(0);
    await performer.change({ ramp: [{ speed: 0.8, times: 1 }] });
    expect(handed.every((b) => b.stopped !== undefined)).toBe(true);
    until(15);
    // 0.08 s at the old speed, the rest at the new.
    expect(performer.position()! - before).toBeCloseTo(0.08 + 9.92 * 0.8, 1);
  });
  it('the band plays live at any speed: its notes on their beats, its pitches as they are', async () => {
    const score = scoreOf(recipeOf('swing', { choruses: 1 }));
    const notes = bandCues(score);
    for (const speed of [1, 0.7]) {
      const { context, performer, until } = stage();
      const span = { from: 0, to: score.seconds };
      const start = (await performer.play(programme(notes, { span, ramp: [{ speed, times: 1 }] })))!;
      until(score.seconds / speed + 2);
      expect(context.begun).toHaveLength(notes.length);
      context.begun.forEach((b, i) => expect(b.at).toBeCloseTo(start + notes[i]!.at / speed, 6));
      performer.stop();
      expect(performer.running).toBe(false);
    }
  });
});

describe('the recorded voice', () => {
  it('a word that lasts longer than its beat is over when the next begins', async () => {
    vi.stubGlobal('fetch', async () => ({ ok: true, arrayBuffer: async () => new ArrayBuffer(0) }));
    const { context, performer } = stage();
    const words = Array.from({ length: 4 }, (_, i): SoundCue => ({ at: i * 0.33, type: 'word', word: '7' }));
    const countIn = { lead: 0.33, cues: [{ at: -0.33, type: 'word', word: '8' }] as SoundCue[] };
    await performer.play(programme(words, { countIn }));
    const said = [...context.begun].sort((a, b) => a.at - b.at);
    expect(said.length).toBeGreaterThanOrEqual(4);
    said.slice(0, -1).forEach((b, i) => {
      expect(b.seconds).toBe(context.clip);
      expect(b.stopped).toBeCloseTo(said[i + 1]!.at, 9);
    });
    vi.unstubAllGlobals();
  });
});

describe('picture and sound', () => {
  /** A slow speaker: what is seen is what is heard then, within a frame of the screen. */
  it.each([0, 0.02, 0.18, 0.5])('go together through a device %s s late', async (late) => {
    const { context, performer, until } = stage(late);
    const start = (await performer.play(programme(clicks(map))))!;
    const heard: [number, number][] = [];
    until(8, FRAME, () => {
      const shown = performer.position()!;
      heard.push([shown, context.currentTime - late - start]);
    });
    for (const [shown, real] of heard) expect(Math.abs(shown - real)).toBeLessThan(FRAME);
    // A click handed over at t is heard at t + late: then the picture stands on its beat.
    const beat = 6;
    context.currentTime = context.begun[beat]!.at + late;
    expect(Math.abs(performer.position()! - map.beats[beat]!)).toBeLessThan(FRAME);
  });
  it('a browser that says nothing of its device counts as prompt', () => {
    expect(latencyOf({ baseLatency: 0.01 })).toBe(0.01);
    expect(latencyOf({ baseLatency: 0.01, outputLatency: 0.3 })).toBe(0.3);
    expect(latencyOf({ baseLatency: 0.01, outputLatency: -1 })).toBe(0);
  });
});

describe("the browser's own voice", () => {
  const cues: SoundCue[] = [
    { at: 0.5, type: 'word', word: '1' },
    { at: 1, type: 'word', word: '2', text: 'and turn' },
  ];
  it('is asked for each word when the rest of its moment is heard', async () => {
    const said: [string, number][] = [];
    let now = 0;
    const speaker: Speaker = { say: (t, s) => said.push([t, now + s]), hush: () => {} };
    const { context, performer } = stage(0.2, () => speaker);
    now = context.currentTime;
    const start = (await performer.play(programme(cues, { voice: 'browser' })))!;
    expect(said.map(([t]) => t)).toEqual(['one', 'and turn']);
    expect(said[0]![1]).toBeCloseTo(start + 0.5 + 0.2, 6);
    expect(said[1]![1]).toBeCloseTo(start + 1 + 0.2, 6);
    expect(context.begun).toEqual([]);
  });
  it('speaks in time, gives way to the next word and can be hushed', async () => {
    const log: string[] = [];
    const speech: Speech = {
      speaking: true,
      getVoices: () => [{} as SpeechSynthesisVoice],
      cancel: () => void log.push('cancel'),
      speak: (u) => void log.push((u as unknown as { text: string }).text),
    };
    const one = browserSpeaker(speech, (text) => ({ text }) as SpeechSynthesisUtterance)!;
    one.say('one', 0.005, 1);
    one.say('never', 5, 1);
    await new Promise((r) => setTimeout(r, 30));
    one.hush();
    expect(log).toEqual(['cancel', 'one', 'cancel']);
  });
  it('is none where the browser has no voice', () => {
    expect(browserSpeaker(undefined)).toBeUndefined();
    expect(browserSpeaker({ speaking: false, getVoices: () => [], cancel() {}, speak() {} })).toBeUndefined();
  });
});
