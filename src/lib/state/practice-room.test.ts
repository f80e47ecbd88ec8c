import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { analyse } from '$lib/core/analysis';
import { recipeOf } from '$lib/core/band';
import type { DrillResult, PracticeItem, Question } from '$lib/core/practice';
import { memoryOf } from '$lib/core/practice/memory';
import { bandSong, type Song } from '$lib/core/song';
import { demoFigures } from '$lib/demo';
import { fakeStage } from './stage';

const { stage } = vi.hoisted(() => ({ stage: { now: undefined as unknown } }));
vi.mock('./sounding.svelte', () => ({
  get sounding() {
    return (stage.now as ReturnType<typeof fakeStage>).sounding;
  },
}));
const { FloorRun } = await import('./floor-run.svelte');
const { DrillRoom } = await import('./drill-room.svelte');
const { TapTrainer } = await import('./tap-trainer.svelte');
const { SongDesk } = await import('./song-desk.svelte');
const { LiveBand } = await import('./live-band.svelte');

let s: ReturnType<typeof fakeStage>;
beforeEach(() => {
  stage.now = s = fakeStage();
  vi.stubGlobal('requestAnimationFrame', s.frame);
  vi.stubGlobal('cancelAnimationFrame', () => {});
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

const basic = demoFigures.find((f) => f.id === 'demo-six-triple')!;
const analysis = analyse(basic);
const buffer = { length: 44_100, sampleRate: 44_100, numberOfChannels: 1 } as unknown as AudioBuffer;
const song = bandSong('s', 'Song', recipeOf('groove', { bpm: 120, choruses: 1 })) as Song & {
  map: NonNullable<Song['map']>;
};
const thought: Question = {
  drill: 'free-foot',
  about: 'free-foot x',
  figure: 'X',
  count: '1',
  options: ['L', 'R'],
  right: 1,
  hard: 0.3,
};
const item = (what: PracticeItem['what'], other: Partial<PracticeItem> = {}): PracticeItem => ({
  key: JSON.stringify(what),
  what,
  times: 2,
  music: { type: 'click' },
  ...other,
});
const figure = item({ type: 'figure', id: basic.id }, { bpm: 120 });
const pause = item({ type: 'pause', says: 'Change partners' }, { seconds: 5 });
const drill = item({ type: 'drill', drill: 'free-foot' });

function run(items: readonly PracticeItem[]) {
  return new FloorRun(
    items,
    items.map((i) => i.key),
    {
      resolve: async () => ({ name: basic.name, analysis, bpm: 120 }),
      song: async () => song,
      sound: async () => buffer,
      ask: async (d) =>
        d === 'the-one'
          ? { type: 'heard', hearing: { song, from: 8 } }
          : { type: 'thought', question: thought },
    },
  );
}
const settle = () => new Promise<void>((r) => setTimeout(r));

describe('floor time', () => {
  it('counts in, then shows the count of the figure, round after round', async () => {
    const floor = run([figure]);
    await floor.go(0);
    // Derived: an eight at 120 a minute is 4 s.
    expect(s.last?.countIn?.lead).toBe(4);
    expect(floor.numeral).toBe('1');
    s.heard(-0.5);
    expect(floor.numeral).toBe('8');
    for (const [at, numeral, round] of [
      [0, '1', 0],
      [1, '3', 0],
      [2.6, '6', 0],
      [3, '1', 1],
    ] as const) {
      s.heard(at);
      expect([floor.numeral, floor.round]).toEqual([numeral, round]);
    }
    // Two rounds of six at 120: 6 s, of which 3 are over.
    expect(floor.left).toBeCloseTo(3, 6);
  });
  it('every count of both rounds is called, on its beat', async () => {
    const floor = run([figure]);
    await floor.go(0);
    const words = s.last!.cues.filter((c) => c.type === 'word');
    expect(words.map((c) => (c.type === 'word' ? c.word : '')).slice(0, 8)).toEqual([
      '1',
      'and',
      '2',
      '3',
      'and',
      '4',
      '5',
      '6',
    ]);
    expect(words).toHaveLength(16);
  });
  it('goes on to the next by itself; a pause rings, waits and rings again', async () => {
    vi.useFakeTimers();
    const floor = run([figure, pause, figure]);
    await floor.go(0);
    s.performer.onend();
    await vi.advanceTimersByTimeAsync(10);
    expect([floor.index, floor.pause, s.performer.rung]).toEqual([1, 5, 1]);
    floor.toggle();
    await vi.advanceTimersByTimeAsync(20_000);
    expect(floor.index).toBe(1);
    floor.toggle();
    await vi.advanceTimersByTimeAsync(5_500);
    expect([floor.index, floor.pause, s.performer.rung]).toEqual([2, undefined, 2]);
    floor.stop();
  });
  it('again goes to its beginning, at its beginning to the one before; next does not leave the end', async () => {
    const floor = run([figure, figure]);
    await floor.go(1);
    s.heard(2);
    floor.again();
    await settle();
    expect(floor.index).toBe(1);
    s.heard(0.2);
    floor.again();
    await settle();
    expect(floor.index).toBe(0);
    floor.next();
    await settle();
    floor.next();
    expect(floor.index).toBe(1);
  });
  it('holds and goes on where it was', async () => {
    const floor = run([figure]);
    await floor.go(0);
    s.heard(1.5);
    floor.toggle();
    expect(floor.playing).toBe(false);
    floor.toggle();
    expect(s.last?.from).toBeCloseTo(1.5, 6);
  });
  it('the band plays live, in the style of the dance; a song from its first phrase', async () => {
    await run([{ ...figure, music: { type: 'band' } }]).go(0);
    expect(s.last!.music).toBeUndefined();
    expect(s.last!.cues.filter((c) => c.type === 'note').length).toBeGreaterThan(40);
    await run([{ ...figure, music: { type: 'song', id: 's' }, bpm: 90 }]).go(0);
    expect(s.last!.music).toBe(buffer);
    expect(s.last!.ramp[0]?.speed).toBeCloseTo(0.75, 6);
  });
  it('asks the room: first the question, then the answer, then the next, then what follows', async () => {
    const floor = run([drill, figure]);
    await floor.go(0);
    expect([floor.numeral, floor.question?.index, floor.left]).toEqual(['?', 0, 40]);
    floor.toggle();
    // The second answer of two is right: fingers are counted from one.
    expect([floor.numeral, floor.question?.shown]).toEqual(['2', true]);
    floor.toggle();
    await settle();
    expect([floor.numeral, floor.question?.index, floor.left]).toEqual(['?', 1, 20]);
    floor.toggle();
    floor.toggle();
    await settle();
    expect([floor.index, floor.question]).toEqual([1, undefined]);
    expect(s.played).toHaveLength(1);
  });
  it('again asks a drill anew once it has begun; at its first question it goes to the one before', async () => {
    const floor = run([figure, drill]);
    await floor.go(1);
    floor.toggle();
    floor.again();
    await settle();
    expect([floor.index, floor.question?.index, floor.question?.shown]).toEqual([1, 0, false]);
    floor.again();
    await settle();
    expect([floor.index, floor.question]).toEqual([0, undefined]);
  });
  it('plays for a question to be heard without a click, and shows its count as the answer', async () => {
    const floor = run([item({ type: 'drill', drill: 'the-one' }, { times: 1 })]);
    await floor.go(0);
    expect([s.last?.cues, s.last?.countIn, floor.numeral]).toEqual([[], undefined, '?']);
    s.heard(song.map.beats[10]! + 0.01);
    floor.toggle();
    expect(floor.numeral).toBe('3');
  });
  it('says what is gone', async () => {
    const floor = new FloorRun([figure], ['x'], {
      resolve: async () => undefined,
      song: async () => undefined,
      sound: async () => buffer,
      ask: async () => 'There is no song to listen to yet.',
    });
    await floor.go(0);
    expect(floor.problem).toMatch('not in the repertoire any more');
    const asks = new FloorRun([drill], ['x'], {
      resolve: async () => undefined,
      song: async () => undefined,
      sound: async () => buffer,
      ask: async () => 'There is no song to listen to yet.',
    });
    await asks.go(0);
    expect(asks.problem).toMatch('no song');
  });
});

describe('questions', () => {
  function room(before: readonly DrillResult[] = []) {
    const kept = new Map<string, DrillResult>(before.map((r) => [r.id, r]));
    let now = 1_000_000;
    const asked: unknown[][] = [];
    const one = new DrillRoom(
      async () => ({
        questions: {
          ready: async () => {},
          next: async (...args: unknown[]) => (
            asked.push(args),
            args[0] === 'the-one'
              ? { type: 'heard', hearing: { song, from: 8 } }
              : { type: 'thought', question: thought }
          ),
        } as never,
        results: async () => [...kept.values()],
        keep: async (r) => void kept.set(r.id, r),
      }),
      (d) => `Kind ${d}`,
      () => (now += 1_000),
    );
    return { one, kept, asked };
  }
  const source = { sound: async () => buffer };

  it('a sitting keeps every answer; another kind begins another', async () => {
    const { one, kept } = room();
    for (const option of [1, 0, 1]) {
      await one.ask('free-foot', source);
      await one.answer(option);
      await one.answer(option);
    }
    await one.ask('eights', source);
    await one.answer(1);
    expect([...kept.values()].map((r) => [r.name, r.answers.map((a) => a.right)])).toEqual([
      ['Kind free-foot', [true, false, true]],
      ['Kind eights', [true]],
    ]);
    expect(one.answers).toEqual([true, false, true, true]);
  });
  it('what is due is worked out from what was kept, by whom it may be brought', async () => {
    const first = room();
    await first.one.ask('free-foot', source);
    await first.one.answer(0);
    const second = room([...first.kept.values()]);
    await second.one.ask('free-foot', source);
    expect(second.asked[0]?.[1]).toEqual(memoryOf([...first.kept.values()]));
    expect(Object.keys(second.asked[0]?.[1] as object)).toEqual(['free-foot x']);
  });
  it('a tap on the 1 is right, one beside it is not', async () => {
    for (const [beat, right] of [
      [16, true],
      [17, false],
    ] as const) {
      const { one } = room();
      await one.ask('the-one', source);
      expect(one.listening).toBe(true);
      s.performer.at = song.map.beats[beat]! + 0.03;
      await one.tap(performance.now());
      expect([one.right, one.listening]).toEqual([right, false]);
    }
  });
});

describe('tapping along', () => {
  const exercise = {
    figure: basic.id,
    name: basic.name,
    analysis,
    role: 'leader',
    to: 'click',
    bpm: 120,
    rounds: 2,
  } as const;
  /** Taps 30 ms early on every step, the third on the wrong foot, the last left out. */
  it('measures what was tapped against what was due', async () => {
    const trainer = new TapTrainer();
    await trainer.start(exercise, { sound: async () => buffer });
    expect(s.last?.countIn?.lead).toBe(4);
    trainer.due.forEach((d, i) => {
      if (i === trainer.due.length - 1) return;
      s.performer.at = d.at - 0.03;
      trainer.tap(i === 2 ? (d.foot === 'L' ? 'R' : 'L') : d.foot, performance.now());
    });
    s.performer.onend();
    expect(trainer.figures?.mean).toBeCloseTo(-0.03, 2);
    expect([trainer.figures?.missed, trainer.figures?.wrongFeet, trainer.figures?.extra]).toEqual([1, 1, 0]);
    expect(trainer.result?.taps).toHaveLength(15);
  });
  it('keeps nothing where nothing was tapped, and says so of a song that is too short', async () => {
    const trainer = new TapTrainer();
    await trainer.start(exercise, { sound: async () => buffer });
    trainer.finish();
    expect(trainer.result).toBeUndefined();
    await trainer.start({ ...exercise, to: 'song', song, rounds: 90 }, { sound: async () => buffer });
    expect(trainer.problem).toMatch('too short');
  });
});

describe('a song', () => {
  const desk = () => new SongDesk(song, {} as never, async () => buffer);
  it('plays from where it is, counted in to the next beat; what is set differently is heard at once', async () => {
    const d = desk();
    await d.open();
    expect(d.busy).toBeUndefined();
    d.at = song.map.beats[4]! - 0.2;
    await d.play();
    expect(s.last?.from).toBe(d.at);
    // Counted so that the beat after it falls where the count-in ends: 8 beats less the 0.2 s before it.
    expect(s.last?.countIn?.lead).toBeCloseTo(8 * 0.5 - 0.2, 2);
    d.counting = true;
    d.refresh();
    expect(s.changed.at(-1)?.cues?.some((c) => c.type === 'word')).toBe(true);
    s.heard(7);
    expect(d.at).toBe(7);
  });
  it('goes round a section, faster when it went well, or again', async () => {
    const d = desk();
    await d.open();
    d.loopBeats(8, 16);
    d.rampToggle();
    await d.play();
    expect(s.last?.loop).toBe(true);
    expect(s.last?.ramp.map((r) => r.speed)).toEqual([0.7, 0.8, 0.9, 1]);
    s.performer.speed = () => 0.7;
    d.rampNext(true);
    expect(s.changed.at(-1)?.ramp?.[0]?.speed).toBe(0.8);
    d.rampNext(false);
    expect(s.changed.at(-1)?.ramp?.[0]?.speed).toBe(0.8);
    d.loopBeats(8, 16);
    expect(d.loop).toBeUndefined();
  });
  it('half and double are one step each, and can be undone', async () => {
    const d = desk();
    const { bpm } = d;
    d.double();
    expect(d.bpm).toBeCloseTo(2 * bpm!, 0);
    d.undo();
    expect(d.bpm).toBe(bpm);
    d.halve();
    expect(d.bpm).toBeCloseTo(bpm! / 2, 0);
    d.undo();
    d.redo();
    expect(d.canRedo).toBe(false);
  });
  it('what would be heard can be rendered: from the beginning, with its count-in', () => {
    const d = desk();
    d.speed = 80;
    const p = d.asHeard();
    expect([p.from, p.ramp[0]?.speed]).toEqual([0, 0.8]);
    expect(p.countIn!.lead).toBeGreaterThan(4);
  });
  it('says why there is no sound', async () => {
    const d = new SongDesk(song, {} as never, async () => {
      throw new Error('The file “x” is not in this browser.');
    });
    await d.open();
    expect(d.problem).toMatch('not in this browser');
    await d.busyWith('making the file', async () => {
      expect(d.busy?.what).toBe('making the file');
      throw new Error('No room for it.');
    });
    expect([d.problem, d.busy]).toEqual(['No room for it.', undefined]);
  });
});

describe('the band live', () => {
  it('plays on from the beat it is at when it is asked for something else', async () => {
    const band = new LiveBand();
    await band.change(recipeOf('swing'));
    expect(s.played).toHaveLength(0);
    await band.play(recipeOf('groove', { bpm: 120 }));
    expect(s.last?.cues.every((c) => c.type === 'note')).toBe(true);
    // Ten beats on, at 120: half a second each after the silence before the first.
    s.performer.at = s.last!.span.from + 5;
    await band.change(recipeOf('groove', { bpm: 60 }));
    expect(s.last!.from - s.last!.span.from).toBeCloseTo(10, 6);
    band.stop();
    expect(band.playing).toBe(false);
  });
});
