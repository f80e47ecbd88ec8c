import type { DanceRef, Entry } from '$lib/core/classes';
import type { Stock } from '$lib/workers/class-finder';

const figuresOf = (r: DanceRef, stock: Stock | undefined): readonly string[] =>
  r.type === 'figure'
    ? [r.id]
    : (stock?.combinations.find((c) => c.id === r.id)?.parts.map((p) => p.figure) ?? []);

/** How often each family was taught, the most first; a figure counts once a class. */
export function covered(
  log: readonly Entry[],
  stock: Stock | undefined,
): { readonly family: string; readonly times: number }[] {
  const families = new Map(stock?.figures.map((f) => [f.id, f.family]) ?? []);
  const counts = new Map<string, number>();
  for (const e of log)
    for (const id of new Set(e.taught.flatMap((t) => figuresOf(t.what, stock)))) {
      const family = families.get(id);
      if (family !== undefined) counts.set(family, (counts.get(family) ?? 0) + 1);
    }
  return [...counts].map(([family, times]) => ({ family, times })).sort((a, b) => b.times - a.times);
}

export interface TempoLine {
  readonly name: string;
  readonly points: readonly { readonly at: number; readonly bpm: number }[];
}
/** Lines drawn at once. */
const MOST = 4;
/** At what tempo the things taught most often were danced, over time. */
export function tempi(log: readonly Entry[], stock: Stock | undefined): TempoLine[] {
  const names = new Map(
    [...(stock?.figures ?? []), ...(stock?.combinations ?? [])].map((f) => [f.id, f.name]),
  );
  const lines = new Map<string, { at: number; bpm: number }[]>();
  for (const e of [...log].sort((a, b) => a.at - b.at))
    for (const t of e.taught)
      if (t.bpm !== undefined)
        lines.set(t.what.id, [...(lines.get(t.what.id) ?? []), { at: e.at, bpm: t.bpm }]);
  return [...lines]
    .filter(([, points]) => points.length > 1)
    .sort((a, b) => b[1].length - a[1].length)
    .slice(0, MOST)
    .map(([id, points]) => ({ name: names.get(id) ?? id, points }));
}

export interface Persistent {
  readonly what: string;
  readonly group: string | undefined;
  readonly times: number;
  readonly last: number;
}
/** What went “again” or “so-so” at least twice with a group, and has not gone well since. */
export function persistent(log: readonly Entry[]): Persistent[] {
  const open = new Map<string, Persistent>();
  for (const e of [...log].sort((a, b) => a.at - b.at))
    for (const t of e.taught) {
      const key = `${e.group ?? ''} ${t.what.id}`;
      if (t.rating === 'good' || t.rating === 'easy') open.delete(key);
      else if (t.rating)
        open.set(key, {
          what: t.what.id,
          group: e.group,
          times: (open.get(key)?.times ?? 0) + 1,
          last: e.at,
        });
    }
  return [...open.values()].filter((p) => p.times > 1).sort((a, b) => b.times - a.times);
}
