import { fromAbsolute, parseDateTime, toZoned } from '@internationalized/date';

/**
 * When it is, milliseconds since 1970. A time the clock leaves out in spring is an hour later; of one it shows twice
 * in autumn the first is meant (RFC 5545, 3.3.5). @example instantOf('2026-07-01T12:00', 'Europe/Berlin') // 10:00 UTC
 */
export const instantOf = (local: string, zone: string): number =>
  toZoned(parseDateTime(local), zone, 'compatible').toDate().getTime();

/** What the clock on the wall shows. @example localAt(0, 'Europe/Berlin') // '1970-01-01T01:00' */
export function localAt(instant: number, zone: string): string {
  const z = fromAbsolute(instant, zone);
  const two = (n: number): string => String(n).padStart(2, '0');
  return `${String(z.year).padStart(4, '0')}-${two(z.month)}-${two(z.day)}T${two(z.hour)}:${two(z.minute)}`;
}

/** How far its clock is ahead of UTC, minutes. */
export const offsetAt = (instant: number, zone: string): number =>
  fromAbsolute(instant, zone).offset / 60_000;

/** A change of a zone’s clock: when, and minutes ahead of UTC before and after. */
export interface ClockChange {
  readonly at: number;
  readonly from: number;
  readonly to: number;
}

const WEEK = 7 * 86_400_000;
const years = new Map<string, readonly ClockChange[]>();
/** Every change of a zone’s clock between two instants, to the minute, in order. Years are looked through once. */
export function clockChanges(zone: string, from: number, to: number): ClockChange[] {
  const found: ClockChange[] = [];
  for (let year = new Date(from).getUTCFullYear(); Date.UTC(year, 0, 1) < to; year++) {
    const key = `${zone} ${year}`;
    const changes = years.get(key) ?? changesIn(zone, Date.UTC(year, 0, 1), Date.UTC(year + 1, 0, 1));
    years.set(key, changes);
    found.push(...changes.filter((c) => c.at > from && c.at <= to));
  }
  return found;
}

function changesIn(zone: string, from: number, to: number): ClockChange[] {
  const found: ClockChange[] = [];
  let [low, was] = [from, offsetAt(from, zone)];
  while (low < to) {
    const high = Math.min(to, low + WEEK);
    const now = offsetAt(high, zone);
    if (now !== was) {
      let [a, b] = [low, high];
      while (b - a > 60_000) {
        const m = Math.floor((a + b) / 2 / 60_000) * 60_000;
        if (m <= a) break;
        if (offsetAt(m, zone) === was) a = m;
        else b = m;
      }
      found.push({ at: Math.ceil(b / 60_000) * 60_000, from: was, to: now });
    }
    [low, was] = [high, now];
  }
  return found;
}
