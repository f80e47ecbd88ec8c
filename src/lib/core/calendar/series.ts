import * as z from 'zod/mini';
import type { DeepReadonly } from '../base';
import {
  WEEK_DAYS,
  dateIn,
  dateOf,
  dayNumber,
  isDate,
  isLocal,
  lastWeekDay,
  nthInMonth,
  nthWeekDay,
  plusDays,
  plusMonths,
  timeIn,
  weekDay,
  weekOf,
} from './days';
import { isZone } from './zone-name';

const ref = z.string().check(z.minLength(1), z.maxLength(64));
export const dateSchema = z.string().check(z.refine(isDate, { message: 'it is no day of the calendar' }));
export const localSchema = z.string().check(z.refine(isLocal, { message: 'it is no date and time' }));
export const zoneSchema = z
  .string()
  .check(z.maxLength(64), z.refine(isZone, { message: 'it is no time zone known here' }));

/** When it comes again. Monthly: the same weekday of the month as the first, such as the second Thursday. */
export const repeatSchema = z.strictObject({
  every: z.enum(['day', 'week', 'month']),
  by: z.int().check(z.gte(1), z.lte(52)),
  /** Of a week: on which days; the first is on one of them. */
  days: z.optional(z.array(z.enum(WEEK_DAYS)).check(z.minLength(1), z.maxLength(7))),
  /** Of every other week and rarer: the day weeks start on; Monday where nothing is said. */
  weekStart: z.optional(z.enum(WEEK_DAYS)),
  /** Of a month: its last such weekday, rather than the same one of the month as the first. */
  last: z.optional(z.literal(true)),
  /** The last day it may be on, or how often in all; neither: it goes on. */
  until: z.optional(dateSchema),
  count: z.optional(z.int().check(z.gte(1), z.lte(1000))),
});

/** Classes that come again: a term, a workshop of two days. Times are those of its zone. */
export const seriesSchema = z.strictObject({
  id: ref,
  name: z.string().check(z.minLength(1), z.maxLength(120)),
  group: z.optional(ref),
  room: z.optional(ref),
  zone: zoneSchema,
  /** The first, local date and time. */
  start: localSchema,
  minutes: z.int().check(z.gte(5), z.lte(1440)),
  repeat: z.optional(repeatSchema),
  /** Days on which there is none, and why. */
  off: z
    .array(z.strictObject({ date: dateSchema, why: z.string().check(z.maxLength(80)) }))
    .check(z.maxLength(400)),
  /** Days whose class is at another time. */
  moved: z.array(z.strictObject({ date: dateSchema, to: localSchema })).check(z.maxLength(400)),
  /** Minutes before, at which a calendar may remind. */
  remind: z.optional(z.int().check(z.gte(1), z.lte(20_160))),
  notes: z.string().check(z.maxLength(4000)),
});

export type Series = DeepReadonly<z.infer<typeof seriesSchema>>;
export type Repeat = NonNullable<Series['repeat']>;

/** One time of a series. `date` is the day it falls on by its rule, `at` when it is. */
export interface Occurrence {
  readonly date: string;
  readonly at: string;
  /** From 1, those that are off counted too. */
  readonly number: number;
  readonly moved: boolean;
  /** There is none that day, and why; empty where nothing is said. */
  readonly off: string | undefined;
}

/** An end for series that go on: so many times at most are laid out. */
const MOST = 1000;
/** Rounds without any day after which a rule is taken to have none. */
const IDLE = 200;

/**
 * The times of a series that fall on days of the rule up to `to`, in order, those that are off among them. O(times).
 * @example occurrences(term, '2026-12-31').length // 12
 */
export function occurrences(s: Series, to: string): Occurrence[] {
  const off = new Map(s.off.map((o) => [o.date, o.why]));
  const moved = new Map(s.moved.map((m) => [m.date, m.to]));
  return ruleDays(s, to).map((date, i) => ({
    date,
    number: i + 1,
    at: moved.get(date) ?? `${date}T${timeIn(s.start)}`,
    moved: moved.has(date),
    off: off.get(date),
  }));
}

/** Days of the rule, in order. */
function ruleDays(s: Series, to: string): string[] {
  const first = dateIn(s.start);
  const { repeat } = s;
  if (!repeat) return first <= to ? [first] : [];
  const last = repeat.until !== undefined && repeat.until < to ? repeat.until : to;
  const most = Math.min(repeat.count ?? MOST, MOST);
  const found: string[] = [];
  let idle = 0;
  for (let i = 0; found.length < most && idle < IDLE; i++) {
    const days = stretch(first, repeat, i);
    const [start] = days;
    idle = start === undefined ? idle + 1 : 0;
    if (start !== undefined && start > last) break;
    for (const d of days) if (d >= first && d <= last && found.length < most) found.push(d);
  }
  return found;
}

/** The days of the i-th day, week or month of a rule. */
function stretch(first: string, { every, by, days, weekStart, last }: Repeat, i: number): string[] {
  if (every === 'day') return [dateOf(dayNumber(first) + i * by)];
  if (every === 'week') {
    const start = plusDays(weekOf(first, weekStart), 7 * by * i);
    const on = days ?? [weekDay(first)];
    return Array.from({ length: 7 }, (_, n) => plusDays(start, n)).filter((d) => on.includes(weekDay(d)));
  }
  const month = plusMonths(first.slice(0, 7), by * i);
  const date = last
    ? lastWeekDay(month, weekDay(first))
    : nthWeekDay(month, weekDay(first), nthInMonth(first));
  return date === undefined ? [] : [date];
}
