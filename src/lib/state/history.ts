/** Past and future of a value. Edits that share a `group` within {@link GROUP_MS} are undone together. */
export interface History<T> {
  readonly past: readonly T[];
  readonly present: T;
  readonly future: readonly T[];
  readonly group: string | undefined;
  readonly at: number;
}

export const GROUP_MS = 700;
const MOST = 400;

export const begin = <T>(present: T): History<T> => ({
  past: [],
  present,
  future: [],
  group: undefined,
  at: 0,
});

/** @example record(begin(1), 2, undefined, 0).past // [1] */
export function record<T>(h: History<T>, next: T, group: string | undefined, now: number): History<T> {
  if (next === h.present) return h;
  const joins = group !== undefined && group === h.group && now - h.at < GROUP_MS && h.past.length > 0;
  return {
    past: joins ? h.past : [...h.past, h.present].slice(-MOST),
    present: next,
    future: [],
    group,
    at: now,
  };
}

export function undo<T>(h: History<T>): History<T> {
  const previous = h.past.at(-1);
  if (previous === undefined) return h;
  return {
    past: h.past.slice(0, -1),
    present: previous,
    future: [h.present, ...h.future],
    group: undefined,
    at: 0,
  };
}

export function redo<T>(h: History<T>): History<T> {
  const next = h.future[0];
  if (next === undefined) return h;
  return { past: [...h.past, h.present], present: next, future: h.future.slice(1), group: undefined, at: 0 };
}
