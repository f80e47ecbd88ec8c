import { modulo, type Seconds } from '../base';
import {
  beatClock,
  countedAt,
  eightOf,
  sectionAt,
  type Bar,
  type Mark,
  type Section,
  type SectionKind,
  type SongMap,
} from './song-map';
import type { TapFit } from './taps';

const sorted = (list: Iterable<number>): number[] => [...new Set(list)].sort((a, b) => a - b);
/** Beats are kept to a tenth of a millisecond: far below what is heard, and half the size. */
const told = (seconds: Seconds): Seconds => Math.round(seconds * 1e4) / 1e4;
/** Two beats lie this far apart at least. */
export const LEAST_STEP: Seconds = 0.05;

/** The stretch of counting a beat lies in: the index of its 1 in the list. */
const stretchOf = (ones: readonly number[], beat: number): number =>
  Math.max(
    0,
    ones.findLastIndex((o) => o <= beat),
  );

/**
 * A beat is the 1 of an eight, and with it all others of its stretch; phrases move to the nearest 1.
 * @example countedAt(thisIsOne(map, 5), 5).count // 1
 */
export function thisIsOne(m: SongMap, beat: number): SongMap {
  const eight = eightOf(m.bar);
  const k = stretchOf(m.ones, beat);
  const from =
    k === 0
      ? 0
      : (m.ones[k] as number) - eight + 1 > (m.ones[k - 1] as number)
        ? (m.ones[k] as number) - eight + 1
        : (m.ones[k - 1] as number) + 1;
  const one = from + modulo(beat - from, eight);
  const ones = m.ones.map((o, i) => (i === k ? one : o));
  const shifted = { ...m, ones: sorted(ones) };
  return {
    ...shifted,
    phrases: sorted(m.phrases.map((p) => (stretchOf(m.ones, p) === k ? nearestOne(shifted, p) : p))),
  };
}

/** The nearest beat counted as 1, in the map. */
function nearestOne(m: SongMap, beat: number): number {
  for (let d = 0; d < 16; d++)
    for (const i of [beat - d, beat + d])
      if (i >= 0 && i < m.beats.length && countedAt(m, i).count === 1) return i;
  return beat;
}

/** Counting starts again here, as after a bar too many: at the 1 of an eight and of a phrase. */
export const countAnew = (m: SongMap, beat: number): SongMap => ({
  ...m,
  ones: sorted([...m.ones, beat]),
  phrases: sorted([...m.phrases, beat]),
});

/** A phrase begins here, and all others of that length with it; the beat is a 1 as well. */
export function phraseHere(m: SongMap, beat: number, length = m.phrase): SongMap {
  const one = countedAt(m, beat).count === 1 ? m : thisIsOne(m, beat);
  return { ...one, phrase: length, phrases: [modulo(beat, length)] };
}

/** Bars of another length, counted from the same 1. */
export function inBars(m: SongMap, bar: Bar): SongMap {
  const phrase = bar === 3 ? 24 : 32;
  return {
    ...m,
    bar,
    phrase,
    ones: m.ones.map((o) => modulo(o, eightOf(bar))).slice(0, 1),
    phrases: [modulo(m.phrases[0] ?? 0, phrase)],
  };
}

/**
 * Puts a beat where it belongs and holds it there; the others follow, less and less towards the next that is held.
 * Undefined where it would pass a beat that is held.
 */
export function beatMoved(m: SongMap, beat: number, to: Seconds): SongMap | undefined {
  const left = m.locked.findLast((i) => i < beat);
  const right = m.locked.find((i) => i > beat);
  const by = to - (m.beats[beat] as number);
  const beats = m.beats.map((at, i) => {
    const held = i < beat ? left : right;
    if (i === beat) return told(to);
    if (held === undefined) return told(at + by);
    const beyond = i < beat ? i <= held : i >= held;
    return beyond ? at : told(at + (by * (i - held)) / (beat - held));
  });
  const fits = beats.every((b, i) => b >= 0 && (i === 0 || b - (beats[i - 1] as number) >= LEAST_STEP));
  return fits ? { ...m, beats, locked: sorted([...m.locked, beat]) } : undefined;
}

export const lockSet = (m: SongMap, beat: number, held: boolean): SongMap => ({
  ...m,
  locked: held ? sorted([...m.locked, beat]) : m.locked.filter((i) => i !== beat),
});

/** The same map with other beats: `to` says which new beat an old one is. */
function renumbered(m: SongMap, beats: readonly Seconds[], to: (beat: number) => number): SongMap {
  const last = beats.length - 1;
  const now = (i: number): number => Math.max(0, Math.min(last, Math.round(to(i))));
  const eachOnce = <T>(list: readonly T[], beat: (x: T) => number): T[] =>
    list.filter((x, i) => i === 0 || beat(x) > beat(list[i - 1] as T));
  const sections = m.sections.map((s) => ({ ...s, from: now(s.from) }));
  return {
    ...m,
    beats,
    ones: sorted(m.ones.map(now)),
    phrases: sorted(m.phrases.map(now)),
    sections: eachOnce(sections, (s) => s.from),
    marks: m.marks.map((k) => ({ ...k, beat: now(k.beat) })),
    locked: sorted(m.locked.map(now)),
  };
}

/** Counted twice as fast: a beat between each two. */
export function doubled(m: SongMap): SongMap {
  const beats = m.beats.flatMap((b, i) => {
    const next = m.beats[i + 1];
    return next === undefined ? [b] : [b, told((b + next) / 2)];
  });
  const twice = renumbered(m, beats, (i) => 2 * i);
  return { ...twice, marks: twice.marks.map((k) => ({ ...k, beats: Math.min(64, k.beats * 2) })), swing: 1 };
}

/** Counted half as fast, so that the 1 stays a 1. */
export function halved(m: SongMap): SongMap {
  if (m.beats.length < 4) return m;
  const odd = modulo(m.ones[0] ?? 0, 2);
  const beats = m.beats.filter((_, i) => i % 2 === odd);
  const half = renumbered(m, beats, (i) => (i - odd) / 2);
  return { ...half, marks: half.marks.map((k) => ({ ...k, beats: Math.max(0.25, k.beats / 2) })), swing: 1 };
}

/**
 * A steady tempo through what was tapped, over a whole song; beats that are held stay, and the others follow them.
 * Taps come early (20 to 80 ms; Aschersleben 2002, from memory): `early` is added to where they lie.
 */
export function fromTaps(fit: TapFit, length: Seconds, m?: SongMap, early: Seconds = 0): SongMap {
  const period = 60 / fit.bpm;
  const first = fit.first + early;
  const before = Math.floor(first / period);
  const n = Math.max(2, Math.floor((length - first) / period) + before + 1);
  const beats = Array.from({ length: n }, (_, i) => told(first + (i - before) * period));
  const one = modulo(before, eightOf(m?.bar ?? 4));
  if (!m)
    return {
      beats,
      bar: 4,
      ones: [one],
      phrase: 32,
      phrases: [modulo(before, 32)],
      sections: [],
      marks: [],
      swing: 1,
      locked: [],
    };
  const clock = beatClock(beats);
  return renumbered({ ...m, locked: [] }, beats, (i) => clock.beat(m.beats[i] ?? 0));
}

/** Breaks and hits: one at a beat, in the place of what was there; `undefined` takes it away. */
export function marked(m: SongMap, beat: number, mark: Omit<Mark, 'beat'> | undefined): SongMap {
  const others = m.marks.filter((k) => k.beat !== beat);
  const marks = mark ? [...others, { beat, ...mark }].sort((a, b) => a.beat - b.beat) : others;
  return { ...m, marks };
}

/** A section begins here; it carries the name of the one it is cut from, and is named anew by the person. */
export function split(m: SongMap, beat: number, name?: string): SongMap {
  if (m.sections.some((s) => s.from === beat)) return m;
  const cut = sectionAt(m, beat);
  const made: Section = {
    from: beat,
    name: name ?? cut?.name ?? 'A',
    kind: cut?.kind ?? 'part',
    slow: cut?.slow ?? false,
  };
  return { ...m, sections: [...m.sections, made].sort((a, b) => a.from - b.from) };
}

export const sectionSet = (
  m: SongMap,
  from: number,
  patch: { readonly name?: string; readonly kind?: SectionKind; readonly slow?: boolean },
): SongMap => ({
  ...m,
  sections: m.sections.map((s) => (s.from === from ? { ...s, ...patch } : s)),
});
/** A section becomes part of the one before. */
export const joined = (m: SongMap, from: number): SongMap => ({
  ...m,
  sections: m.sections.filter((s) => s.from !== from),
});
