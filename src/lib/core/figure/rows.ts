import { TICKS_PER_BEAT, type Ticks } from '../base';
import { printLabel, printLine, type Body, type Label, type Line, type Parsed } from '../notation';
import { positionAt } from '../time';
import { TRACK_NAMES, isMoveTrack, type Track } from '../vocabulary';
import { linesOf, timeMoves, timeWords, type Timebase, type Timed } from './resolve';
import type { Figure } from './schema';

/** A line item while the lines are being rewritten: a body on a role's line, words on any other. */
export interface Row<T extends Body | string = Body | string> {
  /** The line of the text it stands on; −1 for a new line. */
  readonly line: number;
  /** As written, before repeats. */
  readonly tick: Ticks;
  readonly label: Label;
  readonly content: T;
  /** Its count is new or its number must be written out. */
  readonly relabel: boolean;
  /** Its place follows from the items before it: a quick, a slow, or a count after counting has begun again. */
  readonly chained?: boolean;
  /** Where it ends when nothing follows. */
  readonly last?: Ticks;
}

export type ContentOf<T extends Track> = T extends 'leader' | 'follower' ? Body : string;

/** The items of a track as written. */
export function rowsOf<T extends Track>(figure: Figure, parsed: Parsed, track: T): Row<ContentOf<T>>[] {
  const timed: readonly Timed<Body | string>[] = isMoveTrack(track)
    ? timeMoves(parsed, track, figure)
    : timeWords(parsed, track as Exclude<Track, 'leader' | 'follower'>, figure);
  return timed.map((t) => ({
    line: t.ref.line,
    tick: t.tick,
    label: t.label,
    content: t.content as ContentOf<T>,
    relabel: false,
    chained: t.renumbered,
    last: t.last,
  }));
}

/** Rows whose items have moved: where a place followed from what stood before, every count is written out. */
export const uncounted = <T extends Body | string>(rows: readonly Row<T>[]): Row<T>[] =>
  rows.some((r) => r.chained) ? rows.map((r) => ({ ...r, relabel: true })) : [...rows];

export function countAt(tick: Ticks, base: Timebase): Label {
  const p = positionAt(tick, base.feel) ?? { beat: Math.floor(tick / TICKS_PER_BEAT) + 1, sub: '' as const };
  return { type: 'count', ...p };
}

/** The line a new item at a tick belongs on. */
export const lineFor = (rows: readonly Row[], tick: Ticks): number =>
  (rows.filter((r) => r.tick <= tick).at(-1) ?? rows[0])?.line ?? -1;

/**
 * The figure with a track's items written as given. Lines on which nothing changes keep their text; a track without
 * a line gets one in the order of the tracks; an emptied line stays.
 */
export function rewriteTrack(figure: Figure, parsed: Parsed, track: Track, rows: readonly Row[]): Figure {
  const sorted = [...rows].sort((a, b) => a.tick - b.tick);
  const labelled = sorted.map((r, i) => {
    const label = labelFor(r, sorted[i - 1], figure);
    return { line: r.line, content: carried(r.content, r.label, label), label };
  });
  const texts = figure.lines.split('\n');
  const own: readonly { readonly index: number; readonly line: Line }[] = linesOf(parsed, track);
  if (own.length === 0) {
    if (rows.length > 0) texts.splice(placeFor(parsed, track), 0, printTrack(track, labelled, undefined));
    return { ...figure, lines: texts.join('\n') };
  }
  for (const { index, line } of own) {
    const first = own[0]?.index === index;
    const items = labelled.filter((l) => l.line === index || (first && !own.some((o) => o.index === l.line)));
    if (line.type === 'other' || unchanged(items, line)) continue;
    texts[index] = printTrack(track, items, line.stray);
  }
  return { ...figure, lines: texts.join('\n') };
}

interface Labelled {
  readonly label: Label;
  readonly content: Body | string;
}

const contentsOf = (line: Line): readonly Labelled[] =>
  line.type === 'moves'
    ? line.items.map((i) => ({ label: i.label, content: i.body }))
    : line.type === 'words'
      ? line.items.map((i) => ({ label: i.label, content: i.text }))
      : [];

function unchanged(items: readonly Labelled[], line: Line): boolean {
  const before = contentsOf(line);
  return (
    items.length === before.length &&
    items.every((it, i) => it.content === before[i]?.content && it.label === before[i].label)
  );
}

function printTrack(track: Track, items: readonly Labelled[], stray: string | undefined): string {
  const kept = stray === undefined ? {} : { stray };
  return isMoveTrack(track)
    ? printLine({
        type: 'moves',
        track,
        items: items.map((i) => ({ label: i.label, body: i.content as Body })),
        ...kept,
      })
    : printLine({
        type: 'words',
        track,
        items: items.map((i) => ({ label: i.label, text: i.content as string })),
        ...kept,
      });
}

/** Written labels stay where they still say the same; a bare `&` is kept only behind its own beat. */
function labelFor(row: Row, before: Row | undefined, base: Timebase): Label {
  const count = countAt(row.tick, base);
  if (row.label.type === 'value' && !row.relabel) return row.label;
  if (count.type === 'count' && count.beat < 1 && count.sub !== '') return { type: 'sub', sub: count.sub };
  if (row.relabel && count.type === 'count') {
    return count.sub !== '' && before && beatAt(before) === count.beat
      ? { type: 'sub', sub: count.sub }
      : count;
  }
  if (row.label.type === 'sub' && !(before && beatAt(before) === beatAt(row))) return count;
  return row.label;
}

/** What else may be danced at a count goes with it when it is moved. */
export function carried<T extends Body | string>(content: T, was: Label, now: Label): T {
  if (typeof content === 'string' || !content.choice || printLabel(was) === printLabel(now)) return content;
  const { choice } = content;
  const others = choice.others.map((o) => o.map((m) => ({ ...m, label: shifted(m.label, was, now) })));
  return { ...(content as Body), choice: { ...choice, others } } as unknown as T;
}

function shifted(label: Label, was: Label, now: Label): Label {
  if (printLabel(label) === printLabel(was)) return now;
  if (label.type !== 'count' || was.type !== 'count' || now.type !== 'count') return label;
  return { ...label, beat: Math.max(1, label.beat + now.beat - was.beat) };
}

const beatAt = (row: Row): number => Math.floor(row.tick / TICKS_PER_BEAT) + 1;

/** New lines stand in the order of the tracks. */
function placeFor(parsed: Parsed, track: Track): number {
  const before = TRACK_NAMES.slice(0, TRACK_NAMES.indexOf(track));
  let at = 0;
  parsed.lines.forEach(({ line }, i) => {
    if (line.type !== 'other' && before.includes(line.track)) at = i + 1;
  });
  return at;
}
