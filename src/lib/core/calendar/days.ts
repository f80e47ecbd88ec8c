/** Dates without a clock, as `YYYY-MM-DD`, and local times as `YYYY-MM-DDTHH:mm`. Source: ISO 8601; the Gregorian calendar. */

const DAY = 86_400_000;
const DATE = /^(\d{4})-(\d\d)-(\d\d)$/;
const LOCAL = /^(\d{4}-\d\d-\d\d)T([01]\d|2[0-3]):([0-5]\d)$/;

export const WEEK_DAYS = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'] as const;
export type WeekDay = (typeof WEEK_DAYS)[number];

/** Days since 1 January 1970. @example dayNumber('1970-01-02') // 1 */
export function dayNumber(date: string): number {
  const m = DATE.exec(date);
  return m ? Date.UTC(Number(m[1]), Number(m[2]) - 1, Number(m[3])) / DAY : NaN;
}
/** @example dateOf(1) // '1970-01-02' */
export const dateOf = (day: number): string => new Date(day * DAY).toISOString().slice(0, 10);

/** It is written as a date, and there is such a day. @example isDate('2025-02-29') // false */
export const isDate = (date: string): boolean => DATE.test(date) && dateOf(dayNumber(date)) === date;
/** @example isLocal('2026-11-26T19:30') // true */
export const isLocal = (local: string): boolean => LOCAL.test(local) && isDate(local.slice(0, 10));

export const dateIn = (local: string): string => local.slice(0, 10);
export const timeIn = (local: string): string => local.slice(11, 16);

/** @example plusDays('2024-02-28', 1) // '2024-02-29' */
export const plusDays = (date: string, n: number): string => dateOf(dayNumber(date) + n);

/** Minutes later by the clock on the wall, whatever the zone does. @example plusMinutes('2026-11-26T23:30', 60) // '2026-11-27T00:30' */
export const plusMinutes = (local: string, n: number): string =>
  new Date(Date.parse(`${local}:00Z`) + n * 60_000).toISOString().slice(0, 16);

/** @example weekDay('2026-11-26') // 'TH' */
export function weekDay(date: string): WeekDay {
  // 1 January 1970 was a Thursday.
  return WEEK_DAYS[(((dayNumber(date) + 3) % 7) + 7) % 7] as WeekDay;
}
/** The first day of its week, whatever day weeks start on. @example weekOf('2026-11-26', 'SU') // '2026-11-22' */
export const weekOf = (date: string, startsOn: WeekDay = 'MO'): string =>
  plusDays(date, -((WEEK_DAYS.indexOf(weekDay(date)) - WEEK_DAYS.indexOf(startsOn) + 7) % 7));

/** Which of its weekday in the month, from 1. @example nthInMonth('2026-11-26') // 4 */
export const nthInMonth = (date: string): number => Math.ceil(Number(date.slice(8)) / 7);

/** No such weekday comes after it in its month. @example isLastInMonth('2026-11-26') // true */
export const isLastInMonth = (date: string): boolean => !plusDays(date, 7).startsWith(date.slice(0, 7));

/** The last such weekday of a month. @example lastWeekDay('2026-11', 'FR') // '2026-11-27' */
export const lastWeekDay = (month: string, day: WeekDay): string =>
  nthWeekDay(month, day, 5) ?? (nthWeekDay(month, day, 4) as string);

/** The same weekday of another month, by number; undefined where that month has no such day. */
export function nthWeekDay(month: string, day: WeekDay, nth: number): string | undefined {
  const first = `${month}-01`;
  const ahead = (WEEK_DAYS.indexOf(day) - WEEK_DAYS.indexOf(weekDay(first)) + 7) % 7;
  const date = plusDays(first, ahead + 7 * (nth - 1));
  return date.startsWith(month) ? date : undefined;
}

/** @example plusMonths('2026-11', 2) // '2027-01' */
export function plusMonths(month: string, n: number): string {
  const all = Number(month.slice(0, 4)) * 12 + Number(month.slice(5, 7)) - 1 + n;
  return `${String(Math.floor(all / 12)).padStart(4, '0')}-${String((all % 12) + 1).padStart(2, '0')}`;
}
