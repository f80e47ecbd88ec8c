import { TICKS_PER_BEAT, type Beats, type Ticks } from '../base';
import { foldOfPlan, hits, musicBeat, phraseStarts, type Fold, type Pass, type Plan } from '../combination';
import type { Fit } from '../joints';

/** One beat of a row. */
export interface BoardBeat {
  readonly tick: Ticks;
  /** Beat of the music, from 1. */
  readonly music: Beats;
  readonly count: number;
  /** The figure's own count; undefined outside the combination. */
  readonly own: number | undefined;
  readonly phrase: boolean;
  /** A mark of the music, and whether something meets it. */
  readonly mark: 'met' | 'missed' | undefined;
}

/** The piece of a pass that lies in one row. `from` and `to` are beats of the row, `to` not included. */
export interface BoardSpan {
  readonly pass: number;
  readonly part: number;
  readonly from: number;
  readonly to: number;
  /** It begins, or ends, here. */
  readonly first: boolean;
  readonly last: boolean;
  /** How it joins what comes before; only where it begins. */
  readonly fit: Fit | undefined;
}

export interface BoardRow {
  /** Which eight of the music, from 1. */
  readonly eight: number;
  /** Beats in it. */
  readonly fold: Fold;
  readonly beats: readonly BoardBeat[];
  readonly spans: readonly BoardSpan[];
}

/** The count rail folded into rows of eight. O(beats + passes). @example boardRows(plan)[0].beats[0].count // 1 */
export function boardRows(plan: Plan): BoardRow[] {
  const { combination: c, passes } = plan;
  if (passes.length === 0) return [];
  const fold = foldOfPlan(plan);
  const first = Math.floor((musicBeat(c, plan.from) - 1) / fold);
  const lastBeat = musicBeat(c, Math.max(plan.from, plan.end - 1));
  const phrases = new Set(phraseStarts(plan));
  const met = new Map(hits(plan).map((h) => [h.beat, h.pass !== undefined]));
  const marks = new Set(c.marks);
  const rows: BoardRow[] = [];
  let next = 0;
  for (let row = first; row * fold < lastBeat; row++) {
    const from = (row * fold + 1 - c.start) * TICKS_PER_BEAT;
    const to = from + fold * TICKS_PER_BEAT;
    const spans: BoardSpan[] = [];
    for (let i = Math.max(0, next - 1); i < passes.length; i++) {
      const p = passes[i] as Pass;
      if (p.at >= to) break;
      next = i + 1;
      if (endOf(p) > from) spans.push(spanOf(p, i, from, to, fold));
    }
    rows.push({
      eight: row + 1,
      fold,
      spans,
      beats: beatsOf({ row, fold, from, start: c.start, spans, passes, phrases, marks, met }),
    });
  }
  return rows;
}

export const endOf = (p: Pass): Ticks => p.at + p.reading.beats * TICKS_PER_BEAT;

function spanOf(p: Pass, pass: number, from: Ticks, to: Ticks, fold: Fold): BoardSpan {
  const first = p.at >= from;
  return {
    pass,
    part: p.part,
    from: Math.max(0, (p.at - from) / TICKS_PER_BEAT),
    to: Math.min(fold, (endOf(p) - from) / TICKS_PER_BEAT),
    first,
    last: endOf(p) <= to,
    fit: first ? p.joint?.fit : undefined,
  };
}

interface RowInput {
  readonly row: number;
  readonly fold: Fold;
  readonly from: Ticks;
  readonly start: Beats;
  readonly spans: readonly BoardSpan[];
  readonly passes: readonly Pass[];
  readonly phrases: ReadonlySet<number>;
  readonly marks: ReadonlySet<number>;
  readonly met: ReadonlyMap<number, boolean>;
}

function beatsOf({ row, fold, from, start, spans, passes, phrases, marks, met }: RowInput): BoardBeat[] {
  return Array.from({ length: fold }, (_, i) => {
    const music = row * fold + i + 1;
    const tick = (music - start) * TICKS_PER_BEAT;
    const span = spans.find((s) => s.from <= i && i < s.to);
    const p = span && passes[span.pass];
    return {
      tick: from + i * TICKS_PER_BEAT,
      music,
      count: i + 1,
      own: p && (tick - p.at + p.reading.from) / TICKS_PER_BEAT + 1,
      phrase: phrases.has(music),
      mark: marks.has(music) ? (met.get(music) ? 'met' : 'missed') : undefined,
    };
  });
}

/**
 * Where something dropped on a beat of the board goes: before the part danced there, or after it when it is past the
 * middle of that part; after the last where nothing is danced.
 */
export function dropPlace(plan: Plan, tick: number): number {
  const at = plan.passes.findIndex((p) => p.at <= tick && tick < endOf(p));
  if (at < 0) return tick < plan.from ? 0 : plan.combination.parts.length;
  const part = (plan.passes[at] as Pass).part;
  const own = plan.passes.filter((p) => p.part === part);
  const [from, to] = [own[0]?.at ?? 0, endOf(own.at(-1) as Pass)];
  return tick < (from + to) / 2 ? part : part + 1;
}
