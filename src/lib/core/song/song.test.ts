import { describe, expect, it } from 'vitest';
import { demoCombinations, demoFigures, demoSongs } from '$lib/demo';
import { recipeOf } from '../band';
import { Repertoire, combinationSchema, hits, phraseStarts, planOf, clockFor, edited } from '../combination';
import { countedAt, tempoOf, type SongMap } from '../music';
import { DANCES, danceOf, musicOf, type Dance } from '../vocabulary';
import {
  bandSong,
  laidOn,
  meetWays,
  metIn,
  planToDance,
  songSchema,
  startWays,
  isMapped,
  isSuitable,
  stylesOf,
  suits,
  type Mapped,
  type Song,
  type ToDance,
} from './index';

const mapped = (s: Song): Mapped => ({ source: s.source, map: s.map! });
const song = (bpm: number, other: Parameters<typeof recipeOf>[1] = {}): Mapped =>
  mapped(bandSong('s', 'S', recipeOf('groove', { bpm, choruses: 1, ...other })));
const six: ToDance = { beats: 6, range: { min: 100, max: 140 }, bar: 4, accents: [], music: ['groove'] };
const repertoire = new Repertoire(demoFigures);
let keys = 0;

describe('which music suits', () => {
  // Derived: 6 beats meet a phrase of 32 after 96 beats = 16 rounds, one of 48 at once (arithmetic of the trade).
  it('by tempo, also half and double, and by phrase', () => {
    expect(suits(six, song(120))).toMatchObject({ pace: 'beat', off: 0, bars: true, rounds: undefined });
    expect(suits(six, song(120, { form: 'blues' }))).toMatchObject({ rounds: 1 });
    expect(suits(six, song(220))).toMatchObject({ pace: 'half', bpm: 110, off: 0 });
    expect(suits(six, song(60))).toMatchObject({ pace: 'double', bpm: 120, off: 0 });
    const off = suits({ ...six, range: { min: 100, max: 110 } }, song(150));
    expect(off.off).toBeGreaterThan(0.25);
    expect(off.score).toBeLessThan(suits(six, song(120)).score);
  });
  it('bars of three go with bars of three', () => {
    const waltz = mapped(bandSong('w', 'W', recipeOf('waltz', { bpm: 110, choruses: 1 })));
    expect(suits(six, waltz).bars).toBe(false);
    expect(suits({ ...six, bar: 3 }, waltz).bars).toBe(true);
    expect(suits({ ...six, bar: 3, beats: 24 }, waltz).rounds).toBe(1);
  });
  it('breaks count where an accent falls on them, danced over and over', () => {
    const plain = song(120);
    const marks = [16, 40].map((beat) => ({ beat, kind: 'break' as const, beats: 4, sure: 1 }));
    const map = { ...plain, map: { ...plain.map, phrases: [0], marks } };
    expect(suits({ ...six, beats: 8, accents: [0] }, map)).toMatchObject({ met: 2, breaks: 2 });
    expect(suits({ ...six, beats: 8, accents: [36] }, map)).toMatchObject({ met: 0, breaks: 2 });
  });
  // Common practice: a dance is danced to its own music first. Tempi of the dances: vocabulary.
  it.each([
    ['salsa-on-1', 'demo-song-salt', ['demo-song-stomp', 'demo-song-blues', 'demo-song-tide']],
    ['tango', 'demo-song-tide', ['demo-song-salt', 'demo-song-floor', 'demo-song-ferry']],
    ['eight-count-swing', 'demo-song-stomp', ['demo-song-salt', 'demo-song-tide', 'demo-song-floor']],
    ['waltz', 'demo-song-boats', ['demo-song-ferry', 'demo-song-floor']],
    ['foxtrot', 'demo-song-ferry', ['demo-song-tide', 'demo-song-floor']],
  ])('%s: its own music first, and no other style is recommended', (dance, first, never) => {
    const own = danceOf({ dance });
    const d: ToDance = { beats: 32, range: own.tempo, bar: own.bar, accents: [], music: musicOf(own) };
    const ranked = demoSongs()
      .filter(isMapped)
      .map((s) => ({ id: s.id, suit: suits(d, s) }))
      .sort((a, b) => b.suit.score - a.suit.score);
    expect(ranked[0]?.id).toBe(first);
    for (const id of never)
      expect([id, isSuitable(ranked.find((r) => r.id === id)!.suit)]).toEqual([id, false]);
  });
  it('a teacher’s own dance is played in its bars and its time', () => {
    const own = (like: Partial<Dance>): Dance => ({
      ...danceOf({ dance: 'social-walk' }),
      ...like,
      id: 'chavZ3q',
    });
    expect(musicOf(own({ bar: 3 }))).toEqual(['waltz']);
    expect(musicOf(own({ feel: 'swung' }))).toEqual(['swing']);
    expect(musicOf(own({}))).toEqual(['groove']);
    for (const [id, row] of Object.entries(DANCES))
      expect([id, musicOf(danceOf({ dance: id })).includes('waltz')]).toEqual([id, row.bar === 3]);
  });
  it('a recording tells its style by bar, clave and swing', () => {
    const heard = (map: Partial<SongMap>) =>
      stylesOf({ source: { type: 'audio', media: 'm', file: 'f' }, map: { ...song(120).map, ...map } });
    expect(heard({ bar: 3 })).toEqual(['waltz']);
    expect(heard({ clave: { clave: 'son', side: '2-3', sure: 0.9 } })).toEqual(['salsa']);
    expect(heard({ clave: { clave: 'son', side: '2-3', sure: 0.1 }, swing: 1.9 })).toEqual([
      'swing',
      'foxtrot',
    ]);
    expect(heard({ swing: 1 })).not.toContain('swing');
  });
  it('every demo combination that can be danced finds a song of the demo', () => {
    for (const c of demoCombinations) {
      const d = planToDance(planOf(c, repertoire));
      if (!d) continue;
      const fits = demoSongs().filter((s) => isMapped(s) && isSuitable(suits(d, s)));
      expect([c.name, fits.length > 0]).toEqual([c.name, true]);
    }
  });
});

describe('a combination laid on a song', () => {
  const stop = demoCombinations.find((c) => c.id === 'demo-combination-break')!;
  const lamp = demoSongs().find((s) => s.id === 'demo-song-lamp')!;
  it('takes its tempo, phrase and breaks, and can be kept', () => {
    const laid = { ...stop, ...laidOn({ id: lamp.id, map: lamp.map! }, 0) };
    expect(combinationSchema.safeParse(laid).error).toBeUndefined();
    expect(laid.tempo[0]?.bpm).toBeCloseTo(tempoOf(lamp.map!), 0);
    expect(laid.marks).toEqual(lamp.map!.marks.map((m) => m.beat + 1));
    expect(laid.song).toEqual({ id: lamp.id, beat: 0 });
  });
  it('takes the phrases along that start from scratch after a bar too many, from wherever it begins', () => {
    const map = { ...lamp.map!, phrases: [0, 68] };
    expect(laidOn({ id: 'x', map }, 0).phrases).toEqual([1, 69]);
    expect(laidOn({ id: 'x', map }, 40).phrases).toEqual([25, 29]);
    expect(laidOn({ id: 'x', map }, 70).phrases).toEqual([31]);
    const starts = phraseStarts(planOf({ ...stop, ...laidOn({ id: 'x', map }, 0) }, repertoire));
    // By the song itself: every beat its map counts as the 1 of a phrase.
    const heard = map.beats.flatMap((_, i) => (countedAt(map, i).ofPhrase === 1 ? [i + 1] : []));
    expect(starts).toEqual(heard.filter((b) => b <= starts.at(-1)!));
  });
  it('its beats are those of the song within 13 ms, from wherever it begins', () => {
    const drifting = bandSong(
      'd',
      'D',
      recipeOf('swing', { drift: 0.05, start: 'rubato', choruses: 1 }),
    ).map!;
    for (const from of [0, 32, 64]) {
      const laid = { ...stop, ...laidOn({ id: 'd', map: drifting }, from) };
      const clock = clockFor(laid);
      for (let i = 0; i < 60; i++) {
        const real = drifting.beats[from + i]! - drifting.beats[from]!;
        expect(Math.abs(clock.seconds(clock.tick(i + 1)) - real)).toBeLessThan(0.013);
      }
    }
  });
  /** Against trying every start by hand: no other meets more. */
  it('finds where more breaks are met', () => {
    const laid = { ...stop, ...laidOn({ id: lamp.id, map: lamp.map! }, 0), marks: [30] };
    const ways = startWays(laid, repertoire, 4, 8);
    const by = (start: number): number =>
      hits(planOf({ ...laid, start }, repertoire)).filter((h) => h.pass !== undefined).length;
    const most = Math.max(...Array.from({ length: laid.phrase }, (_, i) => by(i + 1)));
    expect(ways[0]?.met).toBe(most);
    expect(ways[0]?.met).toBeGreaterThan(metIn(planOf(laid, repertoire)).met);
    expect(ways).toHaveLength(laid.phrase);
  });
  /** Held against what each change does when it is really made. */
  it('ways to meet a break are as they say, best first, and every one meets more', () => {
    const laid = { ...stop, ...laidOn({ id: lamp.id, map: lamp.map! }, 0), marks: [37] };
    const now = metIn(planOf(laid, repertoire));
    const kin = demoFigures.filter((f) => f.dance === 'eight-count-swing').map((f) => repertoire.reading(f));
    const ways = meetWays(
      laid,
      repertoire,
      4,
      8,
      kin,
      () => true,
      () => `new-${keys++}`,
    );
    expect(new Set(ways.map((w) => w.kind)).size).toBeGreaterThanOrEqual(2);
    for (const w of ways) {
      const plan = planOf(edited(laid, w.edit), repertoire);
      expect([w.met, w.of]).toEqual([metIn(plan).met, metIn(plan).of]);
      expect(w.met).toBeGreaterThan(now.met);
      expect(combinationSchema.safeParse(edited(laid, w.edit)).error).toBeUndefined();
      expect(plan.beats - planOf(laid, repertoire).beats).toBe(w.longer);
    }
    expect(ways.every((w, i) => i === 0 || w.met <= ways[i - 1]!.met)).toBe(true);
    expect(
      meetWays(
        { ...laid, marks: [] },
        repertoire,
        4,
        8,
        kin,
        () => true,
        () => 'x',
      ),
    ).toEqual([]);
  });
  it('a step is retimed onto a break in the middle: a stop made there, only that time', () => {
    const laid = { ...stop, marks: [3, 9], song: { id: lamp.id, beat: 0 } };
    const twice = { ...laid, parts: [{ key: 'p1', figure: 'demo-swing-basic', times: 3 }] };
    for (const c of [laid, twice]) {
      const ways = meetWays(
        c,
        repertoire,
        4,
        8,
        [],
        () => false,
        () => `new-${keys++}`,
      );
      const retimed = ways.filter((w) => w.kind === 'retime');
      expect(retimed.length).toBeGreaterThan(0);
      for (const w of retimed) {
        const after = edited(c, w.edit);
        expect(combinationSchema.safeParse(after).error).toBeUndefined();
        const plan = planOf(after, repertoire);
        expect(hits(plan).find((h) => h.beat === w.value)?.pass).toBeDefined();
        expect(after.parts.filter((p) => p.change).map((p) => p.times)).toEqual([1]);
        expect(after.parts.reduce((n, p) => n + p.times, 0)).toBe(c.parts.reduce((n, p) => n + p.times, 0));
        expect(plan.beats - planOf(c, repertoire).beats).toBe(w.longer);
      }
    }
  });
  it('songs of the demo can be kept', () => {
    for (const s of demoSongs()) expect(songSchema.safeParse(s).error).toBeUndefined();
  });
});
