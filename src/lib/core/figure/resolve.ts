import { TICKS_PER_BEAT, type Span, type Ticks } from '../base';
import {
  shareTurn,
  type Action,
  type Body,
  type Label,
  type MoveLine,
  type Parsed,
  type UnitWord,
  type WordLine,
} from '../notation';
import { ticksOfValue } from '../time';
import {
  FEELS,
  KINDS,
  UNITS,
  danceOf,
  type Danced,
  type Dance,
  type Direction,
  type Feel,
  type MoveTrack,
  type Sub,
  type UnitName,
  type WordTrack,
} from '../vocabulary';

/** Which written thing a danced thing comes from: line of the text, item of the line, step of its unit word. */
export interface Ref {
  readonly line: number;
  readonly item: number;
  readonly step: number;
}

/** One action in time. */
export interface Placed {
  readonly ref: Ref;
  /** 0, or which repetition this is. */
  readonly pass: number;
  readonly tick: Ticks;
  /** Where the next action begins, or the line ends. */
  readonly end: Ticks;
  readonly action: Action;
  /** The word that expanded to this step. */
  readonly unit: UnitName | undefined;
  /** The item in the text. */
  readonly span: Span;
}

export interface PlacedWords {
  readonly track: WordTrack;
  readonly ref: Ref;
  readonly tick: Ticks;
  readonly end: Ticks;
  readonly text: string;
}

/** A count that starts before the one before it is over. */
export interface Clash {
  readonly ref: Ref;
  readonly tick: Ticks;
  readonly earlier: Ref;
}

export interface RoleLine {
  readonly placed: readonly Placed[];
  readonly clashes: readonly Clash[];
  readonly start: Ticks;
  readonly end: Ticks;
}

export interface Timebase extends Danced {
  readonly feel: Feel;
  readonly repeat?: { readonly from: number; readonly to: number; readonly times: number };
}

/** An item with its place in time, before unit words are opened and repeats are run. */
export interface Timed<T> {
  readonly ref: Ref;
  readonly tick: Ticks;
  /** The absolute beat of its label, from 1. */
  readonly beat: number;
  readonly sub: Sub;
  /** Where it ends when nothing follows. */
  readonly last: Ticks;
  readonly label: Label;
  readonly content: T;
  readonly span: Span;
  /** True when the written number is not the absolute beat. */
  readonly renumbered: boolean;
}

type Lines<L> = readonly {
  readonly index: number;
  readonly line: L;
  readonly spans: readonly { readonly all: Span }[];
}[];

/** The lines of one track with their index in the text. */
export function linesOf<T extends MoveTrack | WordTrack>(
  parsed: Parsed,
  track: T,
): Lines<T extends MoveTrack ? MoveLine : WordLine> {
  return parsed.lines.flatMap((l, index) =>
    l.line.type !== 'other' && l.line.track === track
      ? [{ index, line: l.line as never, spans: l.items }]
      : [],
  );
}

interface Cursor {
  beat: number;
  /** Added to written numbers, after counting has started again at 1. */
  base: number;
  written: number;
  /** Where a following quick or slow begins. */
  next: Ticks;
  /** Beats before each new 1, in order. */
  readonly restarts: number[];
}

/** Beats of the cells a dance is counted in: two, or a bar where the bar is three. */
export const unitBeats = (figure: Danced): number => (danceOf(figure).cycle === 3 ? 3 : 2);

/**
 * A 1 after a larger count begins a new span where the last one ended, its last unit at its full length. Lines of
 * words begin theirs with the steps: `given` holds the steps' own.
 */
function restart(cursor: Cursor, base: Timebase, given: readonly number[]): void {
  const unit = unitBeats(base);
  const reached = Math.max(cursor.written, Math.ceil(cursor.next / TICKS_PER_BEAT) - cursor.base);
  const own = cursor.base + Math.ceil(reached / unit) * unit;
  cursor.base = given[cursor.restarts.length] ?? own;
  cursor.restarts.push(cursor.base);
}

/** Gives every item of a track its place in time, in the order written. */
export function timeItems<T>(
  lines: readonly {
    readonly index: number;
    readonly items: readonly { readonly label: Label; readonly content: T; readonly beats: number }[];
    readonly spans: readonly { readonly all: Span }[];
  }[],
  base: Timebase,
  given: readonly number[] = [],
  restarts: number[] = [],
): Timed<T>[] {
  const timed: Timed<T>[] = [];
  const cursor: Cursor = { beat: 0, base: 0, written: 0, next: 0, restarts };
  for (const line of lines) {
    line.items.forEach((item, i) => {
      const at = place(item.label, item.beats, cursor, base, given);
      const span = line.spans[i]?.all ?? { from: 0, to: 0 };
      timed.push({
        tick: at.tick,
        beat: at.beat,
        sub: at.sub,
        last: at.last,
        renumbered: at.renumbered,
        ref: { line: line.index, item: i, step: 0 },
        label: item.label,
        content: item.content,
        span,
      });
    });
  }
  return timed;
}

function place(
  label: Label,
  beats: number,
  cursor: Cursor,
  base: Timebase,
  given: readonly number[],
): Pick<Timed<unknown>, 'tick' | 'beat' | 'sub' | 'last' | 'renumbered'> {
  if (label.type === 'value') {
    const dance = danceOf(base);
    const tick = cursor.next;
    const beat = Math.floor(tick / TICKS_PER_BEAT) + 1;
    const last = tick + (beats > 0 ? beats * TICKS_PER_BEAT : ticksOfValue(label.value, dance));
    // What follows as a bare "and" is the one of its last beat.
    const reached = Math.max(beat, Math.ceil(last / TICKS_PER_BEAT));
    Object.assign(cursor, { beat: reached, written: reached - cursor.base, next: last });
    const rest = tick - (beat - 1) * TICKS_PER_BEAT;
    const sub = (['', 'e', '&', 'a'] as const).find((s) => FEELS[base.feel].ticks[s] === rest) ?? '';
    return { tick, beat, sub, last, renumbered: true };
  }
  if (label.type === 'count') {
    if (label.beat === 1 && cursor.written > 1) restart(cursor, base, given);
    cursor.written = label.beat;
    cursor.beat = label.beat + cursor.base;
  }
  const { beat } = cursor;
  const start = (beat - 1) * TICKS_PER_BEAT;
  const tick = start + FEELS[base.feel].ticks[label.sub];
  const last = beats > 0 ? tick + beats * TICKS_PER_BEAT : start + TICKS_PER_BEAT;
  cursor.next = Math.max(last, cursor.next);
  return { tick, beat, sub: label.sub, last, renumbered: cursor.base > 0 };
}

const beatsOf = (body: Body): number => (body.type === 'unit' ? UNITS[body.unit].beats : 0);

/** The items of a role's lines in time, units closed and repeats not run: what edits work on. */
export function timeMoves(
  parsed: Parsed,
  role: MoveTrack,
  base: Timebase,
  restarts: number[] = [],
): Timed<Body>[] {
  const lines = linesOf(parsed, role).map((l) => ({
    index: l.index,
    spans: l.spans,
    items: l.line.items.map((i) => ({ label: i.label, content: i.body, beats: beatsOf(i.body) })),
  }));
  return timeItems(lines, base, [], restarts);
}

/** Beats after which counting begins again at 1, as the steps are written. @example spansOf(parse('leader 1 fwd 6 fwd 1 fwd'), base) // [6] */
export function spansOf(parsed: Parsed, base: Timebase): readonly number[] {
  const [l, f]: [number[], number[]] = [[], []];
  timeMoves(parsed, 'leader', base, l);
  timeMoves(parsed, 'follower', base, f);
  return l.length >= f.length ? l : f;
}

/**
 * One role's actions in time: unit words opened, repeats run, each lasting until the next.
 * Counts that overlap are kept in the order of time and listed as clashes.
 */
export function resolveMoves(parsed: Parsed, role: MoveTrack, base: Timebase): RoleLine {
  const timed = timeMoves(parsed, role, base);
  const opened = timed.flatMap((t) => openItem(t, base.feel, danceOf(base).split));
  const run = runRepeats(opened, base);
  const clashes: Clash[] = [];
  for (let i = 1; i < run.length; i++) {
    const [a, b] = [run[i - 1], run[i]];
    if (a && b && b.tick <= a.tick) clashes.push({ ref: b.ref, tick: b.tick, earlier: a.ref });
  }
  const sorted = clashes.length > 0 ? [...run].sort((a, b) => a.tick - b.tick) : run;
  const start = beginning(sorted[0]?.tick ?? 0);
  const end = sorted.reduce((e, p) => Math.max(e, p.end), start);
  const placed = sorted.map((p, i) =>
    placeAt(p, p.tick, Math.max(p.tick, sorted[i + 1]?.tick ?? end), p.pass),
  );
  return { placed, clashes, start, end };
}

/** Written out in full: this runs for every action of every keystroke, and spreading is several times slower. */
const placeAt = (p: Placed, tick: Ticks, end: Ticks, pass: number): Placed => ({
  ref: p.ref,
  pass,
  tick,
  end,
  action: p.action,
  unit: p.unit,
  span: p.span,
});

/** Length is counted from the first beat; a step before count 1 borrows from the end of what went before. */
const beginning = (first: Ticks): Ticks => Math.max(0, Math.floor(first / TICKS_PER_BEAT) * TICKS_PER_BEAT);

/** Start and length in ticks of what a role line covers, after repeats; for lists, without opening the steps. */
export function lengthOf(parsed: Parsed, base: Timebase): Ticks {
  let from = Infinity;
  let to = 0;
  for (const role of ['leader', 'follower'] as const) {
    for (const t of timeMoves(parsed, role, base)) {
      from = Math.min(from, t.tick);
      to = Math.max(to, t.last);
    }
  }
  if (from === Infinity) return 0;
  const once = to - beginning(from);
  const r = base.repeat;
  return r ? once + (r.times - 1) * (r.to - r.from + 1) * TICKS_PER_BEAT : once;
}

function openItem(t: Timed<Body>, feel: Feel, split: Dance['split']): Placed[] {
  const { content: body, ref, span } = t;
  if (body.type === 'nothing') return [];
  if (body.type === 'action')
    return [{ ref, pass: 0, tick: t.tick, end: t.last, action: body, unit: undefined, span }];
  return openUnit(body).map((action, step) => {
    const row = UNITS[body.unit].steps[step];
    const own = { line: ref.line, item: ref.item, step };
    const tick = row ? stepTick(t, row.beat, row.sub === '&' ? split : row.sub, feel) : t.tick;
    return { ref: own, pass: 0, tick, end: t.last, action, unit: body.unit, span };
  });
}

/** A word begun on the "and" goes on in half beats from there. */
function stepTick(t: Timed<Body>, beat: number, sub: Sub, feel: Feel): Ticks {
  const halves = FEELS[feel].ticks['&'];
  if (t.sub !== '&' || sub === 'e' || sub === 'a')
    return t.tick + beat * TICKS_PER_BEAT + FEELS[feel].ticks[sub];
  const n = 1 + 2 * beat + (sub === '&' ? 1 : 0);
  return t.tick - halves + Math.floor(n / 2) * TICKS_PER_BEAT + (n % 2 === 1 ? halves : 0);
}

/** Going back, the lock is in front. Source: common practice. */
const lockFor = (way: Direction): Direction =>
  way === 'back' || way === 'diag-back' ? 'lock-front' : 'hook';

/**
 * The steps a unit word stands for. Its turn is shared over the weight-taking steps in multiples of 15°, the
 * earlier ones taking what does not divide; its foot begins it; its pivot follows the last step.
 * @example openUnit({ type: 'unit', unit: 'triple', turn: 180 }).map((a) => a.turn) // [60, 60, 60]
 */
export function openUnit(word: UnitWord): Action[] {
  const row = UNITS[word.unit];
  const takers = row.steps.filter((s) => KINDS[s.kind].weight === 'takes').length;
  const shares = shareTurn(word.turn ?? 0, Math.max(1, takers));
  let taker = 0;
  return row.steps.map((s, i): Action => {
    const takes = KINDS[s.kind].weight === 'takes';
    const turn = takes ? shares[taker++] : undefined;
    const given = s.direction === 'given';
    const way = word.direction ?? row.direction;
    const direction = given ? way : s.direction === 'lock' ? lockFor(way) : s.direction;
    return {
      type: 'action',
      kind: s.kind,
      ...(i === 0 && word.foot ? { foot: word.foot } : {}),
      ...(direction ? { direction } : {}),
      ...(given && word.size !== undefined ? { size: word.size } : {}),
      ...(takes && word.footwork ? { footwork: word.footwork } : {}),
      ...(turn ? { turn } : {}),
      ...(turn && word.turnAfter && direction && direction !== 'place' ? { turnAfter: true as const } : {}),
      ...(i === row.steps.length - 1 && word.then !== undefined ? { then: word.then } : {}),
      ...(i === row.steps.length - 1 && word.thenSwivel ? { thenSwivel: true as const } : {}),
      ...(i === row.steps.length - 1 && word.lane ? { lane: word.lane } : {}),
      ...(i === 0 && word.note !== undefined ? { note: word.note } : {}),
      ...(i === 0 && word.choice ? { choice: word.choice } : {}),
      ...(word.within || (i > 0 && word.choice) ? { within: true as const } : {}),
      ...(takes && i === row.steps.length - 1 && word.style ? { style: word.style } : {}),
    };
  });
}

function runRepeats<T extends { readonly tick: Ticks; readonly end: Ticks }>(
  placed: readonly T[],
  base: Timebase,
): T[] {
  const r = base.repeat;
  if (!r || r.times <= 1) return [...placed];
  const from = (r.from - 1) * TICKS_PER_BEAT;
  const to = r.to * TICKS_PER_BEAT;
  const move = (p: T, by: Ticks, pass: number): T => ({ ...p, tick: p.tick + by, end: p.end + by, pass });
  const span = placed.filter((p) => p.tick >= from && p.tick < to);
  return [
    ...placed.filter((p) => p.tick < from),
    ...Array.from({ length: r.times }, (_, pass) =>
      span.map((p) => move(p, pass * (to - from), pass)),
    ).flat(),
    ...placed.filter((p) => p.tick >= to).map((p) => move(p, (r.times - 1) * (to - from), 0)),
  ];
}

/** The written tick that is danced at `tick` when repeats are run. */
export function writtenTick(tick: Ticks, base: Timebase): Ticks {
  const r = base.repeat;
  if (!r || r.times <= 1) return tick;
  const from = (r.from - 1) * TICKS_PER_BEAT;
  const span = (r.to - r.from + 1) * TICKS_PER_BEAT;
  if (tick < from) return tick;
  if (tick < from + span * r.times) return from + ((tick - from) % span);
  return tick - span * (r.times - 1);
}

const isOne = (l: Label): boolean => l.type === 'count' && l.beat === 1;

/** The words of a track in time, as written: repeats are not run. */
export function timeWords(parsed: Parsed, track: WordTrack, base: Timebase): Timed<string>[] {
  const lines = linesOf(parsed, track).map((l) => ({
    index: l.index,
    spans: l.spans,
    items: l.line.items.map((i) => ({ label: i.label, content: i.text, beats: 0 })),
  }));
  const ones = lines.some((l) => l.items.some((i, k) => k > 0 && isOne(i.label)));
  return timeItems(lines, base, ones ? spansOf(parsed, base) : []);
}

/** The words of one line in time, each until the next; `end` closes the last. */
export function resolveWords(parsed: Parsed, track: WordTrack, base: Timebase, end: Ticks): PlacedWords[] {
  const once = timeWords(parsed, track, base).map((t): PlacedWords => ({
    track,
    ref: t.ref,
    tick: t.tick,
    end: t.last,
    text: t.content,
  }));
  const sorted = runRepeats(once, base).sort((a, b) => a.tick - b.tick);
  return sorted.map((t, i) => ({ ...t, end: Math.max(t.tick, sorted[i + 1]?.tick ?? end) }));
}
