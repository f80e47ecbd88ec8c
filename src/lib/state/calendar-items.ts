import { instantOf, localAt, occurrences, type Occurrence, type Series } from '$lib/core/calendar';
import type { ClassPlan, Entry } from '$lib/core/classes';
import { create, rowsOf, sorted, type Database } from '$lib/storage';

/** One class in the calendar: planned, only due by its series, held, or off. Times are instants. */
export interface CalendarItem {
  readonly id: string;
  readonly name: string;
  readonly from: number;
  readonly to: number;
  readonly state: 'planned' | 'due' | 'held' | 'off';
  readonly why: string;
  readonly href: string | undefined;
  readonly series: Series | undefined;
  readonly occurrence: Occurrence | undefined;
}

/**
 * Everything there is between two instants, in order: what series say, what is planned, what was held; each class
 * once. O(series · times + classes).
 */
export function calendarItems(
  series: readonly Series[],
  plans: readonly ClassPlan[],
  log: readonly Entry[],
  from: number,
  to: number,
): CalendarItem[] {
  const items: CalendarItem[] = [];
  const held = new Set<string>();
  const heldOn = new Map(
    log.flatMap((e) => (e.series === undefined ? [] : [[`${e.series} ${dayOf(e, series)}`, e] as const])),
  );
  const planOn = new Map(
    plans.flatMap((p) =>
      p.series !== undefined && p.date !== undefined ? [[`${p.series} ${p.date}`, p] as const] : [],
    ),
  );
  const planned = new Set<string>();
  for (const s of series)
    for (const o of occurrences(s, localAt(to, s.zone).slice(0, 10))) {
      const at = instantOf(o.at, s.zone);
      const entry = heldOn.get(`${s.id} ${o.at.slice(0, 10)}`);
      const plan = planOn.get(`${s.id} ${o.date}`);
      if (entry) held.add(entry.id);
      if (plan) planned.add(plan.id);
      const start = plan?.at === undefined ? at : instantOf(plan.at, plan.zone);
      if (start + s.minutes * 60_000 < from || start > to) continue;
      items.push({
        id: `${s.id} ${o.date}`,
        name: plan?.name ?? s.name,
        from: start,
        to: start + (plan?.minutes ?? s.minutes) * 60_000,
        state: o.off !== undefined ? 'off' : entry ? 'held' : plan ? 'planned' : 'due',
        why: o.off ?? '',
        href: plan ? `/classes/${plan.id}` : entry ? `/log/${entry.id}` : undefined,
        series: s,
        occurrence: o,
      });
    }
  for (const p of plans) {
    if (planned.has(p.id) || p.at === undefined) continue;
    const start = instantOf(p.at, p.zone);
    if (start + p.minutes * 60_000 < from || start > to) continue;
    const e = log.find((x) => x.class === p.id);
    if (e) held.add(e.id);
    items.push(single(p.id, p.name, start, p.minutes, e ? 'held' : 'planned', `/classes/${p.id}`));
  }
  for (const e of log)
    if (!held.has(e.id) && e.at <= to && e.at + e.minutes * 60_000 >= from)
      items.push(single(e.id, e.name, e.at, e.minutes, 'held', `/log/${e.id}`));
  return items.sort((a, b) => a.from - b.from);
}
const dayOf = (e: Entry, series: readonly Series[]): string =>
  localAt(e.at, series.find((s) => s.id === e.series)?.zone ?? 'UTC').slice(0, 10);
const single = (
  id: string,
  name: string,
  from: number,
  minutes: number,
  state: CalendarItem['state'],
  href: string,
): CalendarItem => ({
  id,
  name,
  from,
  to: from + minutes * 60_000,
  state,
  why: '',
  href,
  series: undefined,
  occurrence: undefined,
});

/** The class of a day of a series: the one there is, or a new one that takes over what the series and the last one say. */
export async function classOn(
  db: Database,
  s: Series,
  o: Occurrence,
  fresh: ClassPlan,
): Promise<string | undefined> {
  const rows = sorted(
    'class',
    await rowsOf(db, 'class').where('refs').equals(`series:${s.id}`).toArray(),
  ).good;
  const there = rows.find((r) => r.doc.date === o.date);
  if (there) return there.id;
  const last = rows
    .map((r) => r.doc)
    .filter((p) => (p.date ?? '') < o.date)
    .sort((a, b) => (a.date ?? '').localeCompare(b.date ?? ''))
    .at(-1);
  const plan: ClassPlan = {
    ...fresh,
    name: s.name,
    at: o.at,
    zone: s.zone,
    series: s.id,
    date: o.date,
    minutes: s.minutes,
    level: last?.level ?? fresh.level,
    ...(s.group === undefined ? {} : { group: s.group }),
    ...(s.room === undefined ? {} : { room: s.room }),
  };
  const saved = await create(db, 'class', plan, Date.now());
  return saved.ok ? plan.id : undefined;
}
