import { ok, same, type Ticks } from '../base';
import { parse, printItem, readItem, type Body } from '../notation';
import { sayCount, tickOf } from '../time';
import { TRACK_NAMES, isMoveTrack, type Sub, type Track } from '../vocabulary';
import { align } from './align';
import { countAt, lineFor, rewriteTrack, rowsOf, uncounted, type Row } from './rows';
import type { Figure } from './schema';

/**
 * What happens to one item of a line. `at` and `was` say where it stood and what it said, `to` and `now` where it
 * stands and what it says; without the first pair it is new, without the second it is gone. Places are counts from
 * the beginning of the figure (`3`, `3&`), whatever the feel.
 */
export interface ItemChange {
  readonly track: Track;
  readonly at?: string;
  readonly was?: string;
  readonly to?: string;
  readonly now?: string;
}
export interface DetailChange {
  readonly was?: unknown;
  readonly now?: unknown;
}
/** A value: {@link applyChange} applies it, {@link invertChange} turns it round. */
export interface Change {
  readonly details: Readonly<Record<string, DetailChange>>;
  readonly items: readonly ItemChange[];
  readonly remarks?: { readonly was: string; readonly now: string };
}

/**
 * Where a change meets a figure that is no longer as it was: the item says something else (`changed`), is not there
 * any more (`gone`), or its new place is taken (`taken`); a detail or the remarks differ. `mine` is what the change
 * wants, `theirs` what the figure says.
 */
export type Conflict =
  | {
      readonly code: 'changed' | 'gone' | 'taken';
      readonly item: ItemChange;
      readonly mine: string;
      readonly theirs: string;
    }
  | { readonly code: 'detail'; readonly key: string; readonly mine: unknown; readonly theirs: unknown }
  | { readonly code: 'remarks'; readonly mine: string; readonly theirs: string };

const KEPT = new Set(['id', 'lines']);
/** A version has a name, a level and a remark of its own: its parent's are no correction of them. */
const OWN = new Set(['name', 'level', 'mistake', 'notes', 'cautions', 'tags']);

const textOf = (content: Body | string): string =>
  typeof content === 'string' ? content : printItem(content);

/**
 * What turns `a` into `b`. Items are aligned in order, so that a step that only moves keeps its identity.
 * O(items²) a track. @example changeBetween(f, f) // { details: {}, items: [] }
 */
export function changeBetween(a: Figure, b: Figure): Change {
  const pa = parse(a.lines);
  const pb = parse(b.lines);
  const items = TRACK_NAMES.flatMap((track) => {
    const ra = entriesOf(rowsOf(unfelt(a), pa, track));
    const rb = entriesOf(rowsOf(unfelt(b), pb, track));
    return align(ra, rb).flatMap(([x, y]) => itemChange(track, x, y));
  });
  const details: Record<string, DetailChange> = {};
  const va = a as unknown as Record<string, unknown>;
  const vb = b as unknown as Record<string, unknown>;
  for (const key of new Set([...Object.keys(a), ...Object.keys(b)])) {
    if (KEPT.has(key) || same(va[key], vb[key])) continue;
    details[key] = {
      ...(va[key] === undefined ? {} : { was: va[key] }),
      ...(vb[key] === undefined ? {} : { now: vb[key] }),
    };
  }
  const [was, now] = [remarksOf(a), remarksOf(b)];
  return was === now ? { details, items } : { details, items, remarks: { was, now } };
}

/** Counts are compared as written: how a beat is divided when danced moves none of them. */
const unfelt = (f: Figure): Figure => (f.feel === 'straight' ? f : { ...f, feel: 'straight' });
const placeOf = (t: Ticks): string => sayCount(t, 'straight');
function tickOfPlace(p: string): Ticks {
  const found = /^(\d+)([e&a]?)$/.exec(p);
  return tickOf({ beat: Number(found?.[1] ?? 1), sub: (found?.[2] ?? '') as Sub }, 'straight');
}

interface Entry {
  readonly tick: Ticks;
  readonly text: string;
}
const entriesOf = (rows: readonly Row[]): Entry[] =>
  rows.map((r) => ({ tick: r.tick, text: textOf(r.content) })).sort((x, y) => x.tick - y.tick);

function itemChange(track: Track, x: Entry | undefined, y: Entry | undefined): ItemChange[] {
  if (x && y && x.tick === y.tick && x.text === y.text) return [];
  return [
    {
      track,
      ...(x ? { at: placeOf(x.tick), was: x.text } : {}),
      ...(y ? { to: placeOf(y.tick), now: y.text } : {}),
    },
  ];
}

/** The lines that carry no breakdown, blank ones at the ends left out. */
function remarksOf(f: Figure): string {
  return parse(f.lines)
    .lines.flatMap((l) => (l.line.type === 'other' ? [l.line.text] : []))
    .join('\n')
    .trim();
}

/** @example applyChange(invertChange(c), applyChange(c, f).figure).figure // f again */
export function invertChange(c: Change): Change {
  const details = Object.fromEntries(
    Object.entries(c.details).map(([k, d]) => [
      k,
      { ...('now' in d ? { was: d.now } : {}), ...('was' in d ? { now: d.was } : {}) },
    ]),
  );
  const items = c.items.map((i): ItemChange => ({
    track: i.track,
    ...(i.now !== undefined && i.to !== undefined ? { at: i.to, was: i.now } : {}),
    ...(i.was !== undefined && i.at !== undefined ? { to: i.at, now: i.was } : {}),
  }));
  return {
    details,
    items,
    ...(c.remarks ? { remarks: { was: c.remarks.now, now: c.remarks.was } } : {}),
  };
}

/**
 * The figure after a change, and where the change met something else than it was made for. There the change's own
 * word stands in the result and the conflict says so: nothing is decided silently. What both have changed in
 * different parts of one step (its turn, its size) is put together.
 */
export function applyChange(change: Change, figure: Figure): { figure: Figure; conflicts: Conflict[] } {
  const conflicts: Conflict[] = [];
  let next = unfelt(figure);
  const tracks = new Set(change.items.map((i) => i.track));
  if ('dance' in change.details) next = countedOut(next);
  for (const track of TRACK_NAMES)
    if (tracks.has(track))
      next = trackChanged(
        change.items.filter((i) => i.track === track),
        next,
        track,
        conflicts,
      );
  if (change.remarks) next = withRemarks(change.remarks, next, conflicts);
  next = withDetails(change, { ...next, feel: figure.feel }, conflicts);
  return { figure: next, conflicts };
}

/** Every count written from the beginning: another dance may count or hold its quicks otherwise. */
function countedOut(figure: Figure): Figure {
  return TRACK_NAMES.reduce((f, track) => {
    const parsed = parse(f.lines);
    const rows: readonly Row[] = rowsOf(f, parsed, track);
    return rows.some((r) => r.chained) ? rewriteTrack(f, parsed, track, uncounted(rows)) : f;
  }, figure);
}

function withDetails(change: Change, figure: Figure, conflicts: Conflict[]): Figure {
  const values: Record<string, unknown> = { ...figure };
  for (const [key, d] of Object.entries(change.details)) {
    const theirs = values[key];
    if (!OWN.has(key) && !same(theirs, d.was) && !same(theirs, d.now))
      conflicts.push({ code: 'detail', key, mine: d.now, theirs });
    if (d.now === undefined) delete values[key];
    else values[key] = d.now;
  }
  return values as unknown as Figure;
}

function trackChanged(
  items: readonly ItemChange[],
  figure: Figure,
  track: Track,
  conflicts: Conflict[],
): Figure {
  const parsed = parse(figure.lines);
  const before: readonly Row[] = rowsOf(figure, parsed, track);
  const left = new Set(before);
  const placed: { readonly from: Row | undefined; readonly row: Row; readonly item: ItemChange }[] = [];
  for (const item of items) {
    const row = item.at === undefined ? undefined : rowAt(left, item);
    if (row) left.delete(row);
    const after = changedRow(item, row, figure, before, track, conflicts);
    if (after) placed.push({ from: row, row: after, item });
  }
  for (const { row, item } of placed) {
    if (item.at === item.to) continue;
    const there = [...left].find((r) => r.tick === row.tick);
    if (!there) continue;
    left.delete(there);
    if (textOf(there.content) !== item.now)
      conflicts.push({ code: 'taken', item, mine: item.now ?? '', theirs: textOf(there.content) });
  }
  const stays = placed.every((p) => p.item.at === p.item.to) && items.length === placed.length;
  const inPlace = before.flatMap((r) =>
    left.has(r) ? [r] : placed.flatMap((p) => (p.from === r ? [p.row] : [])),
  );
  const rows = [...inPlace, ...placed.flatMap((p) => (p.from ? [] : [p.row]))];
  return rewriteTrack(figure, parsed, track, stays ? rows : uncounted(rows));
}

function rowAt(rows: ReadonlySet<Row>, item: ItemChange): Row | undefined {
  const tick = tickOfPlace(item.at ?? '1');
  const there = [...rows].filter((r) => r.tick === tick);
  return there.find((r) => textOf(r.content) === item.was) ?? there[0];
}

/** The row an item becomes; undefined where it is taken out. */
function changedRow(
  item: ItemChange,
  row: Row | undefined,
  figure: Figure,
  before: readonly Row[],
  track: Track,
  conflicts: Conflict[],
): Row | undefined {
  const theirs = row ? textOf(row.content) : '';
  if (item.now === undefined || item.to === undefined) {
    if (row && theirs !== item.was) conflicts.push({ code: 'changed', item, mine: '', theirs });
    return undefined;
  }
  if (item.was !== undefined && !row) conflicts.push({ code: 'gone', item, mine: item.now, theirs: '' });
  const merged = row && item.was !== undefined ? mergeTexts(track, item.was, item.now, theirs) : ok(item.now);
  if (!merged.ok) conflicts.push({ code: 'changed', item, mine: item.now, theirs });
  const text = merged.ok ? merged.value : item.now;
  const content = row && text === theirs ? row.content : contentOf(track, text);
  const tick = tickOfPlace(item.to);
  if (row && row.tick === tick) return { ...row, content };
  const line = row?.line ?? lineFor(before, tick);
  return { line, tick, label: countAt(tick, figure), content, relabel: true };
}

const contentOf = (track: Track, text: string): Body | string => (isMoveTrack(track) ? readItem(text) : text);

type Merged = { readonly ok: true; readonly value: string } | { readonly ok: false };

/** Three-way: what `now` changed of `was`, on top of `theirs`; steps part by part, words act by act. */
function mergeTexts(track: Track, was: string, now: string, theirs: string): Merged {
  if (theirs === was || theirs === now) return { ok: true, value: now };
  if (now === was) return { ok: true, value: theirs };
  return isMoveTrack(track) ? mergeBodies(readItem(was), readItem(now), readItem(theirs)) : { ok: false };
}

function mergeBodies(was: Body, now: Body, theirs: Body): Merged {
  const name = (b: Body): string => (b.type === 'action' ? b.kind : b.type === 'unit' ? b.unit : '');
  const nameKept = name(now) === name(was);
  if (name(theirs) !== name(was) && name(theirs) !== name(now) && !nameKept) return { ok: false };
  const base = nameKept ? theirs : now;
  const out: Record<string, unknown> = { ...base };
  const [w, n, t] = [was, now, theirs].map((b) => b as unknown as Record<string, unknown>);
  const keys = new Set([was, now, theirs].flatMap((b) => Object.keys(b)));
  for (const key of ['type', 'kind', 'unit']) keys.delete(key);
  for (const key of keys) {
    const [x, y, z] = [w?.[key], n?.[key], t?.[key]];
    if (!same(x, y) && !same(x, z) && !same(y, z)) return { ok: false };
    const value = same(x, y) ? z : y;
    if (value === undefined) delete out[key];
    else out[key] = value;
  }
  return { ok: true, value: printItem(out as unknown as Body) };
}

function withRemarks(r: { was: string; now: string }, figure: Figure, conflicts: Conflict[]): Figure {
  const theirs = remarksOf(figure);
  if (theirs !== r.was && theirs !== r.now) conflicts.push({ code: 'remarks', mine: r.now, theirs });
  const kept = parse(figure.lines).lines.flatMap((l, i) =>
    l.line.type === 'other' ? [] : [figure.lines.split('\n')[i] ?? ''],
  );
  return { ...figure, lines: [...kept, ...(r.now === '' ? [] : r.now.split('\n'))].join('\n') };
}
