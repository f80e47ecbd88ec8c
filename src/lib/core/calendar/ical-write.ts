import ical, { ICalAlarmType, ICalEventRepeatingFreq, ICalWeekday } from 'ical-generator';
import { dateIn, nthInMonth, plusDays, plusMinutes, timeIn, weekDay } from './days';
import { occurrences, type Repeat, type Series } from './series';
import { clockChanges, instantOf, localAt, offsetAt } from './zone';

/** A series with what a calendar shows beside it. */
export interface CalendarEntry {
  readonly series: Series;
  /** Where it is, by name. */
  readonly place?: string;
}

/** What of ours a calendar of others has no word for stands in properties of this name (RFC 5545, 3.8.8.2). */
export const OWN = {
  off: 'X-BRISK-OFF',
  group: 'X-BRISK-GROUP',
  room: 'X-BRISK-ROOM',
  minutes: 'X-BRISK-MINUTES',
} as const;
/** What tells our events from those of others. */
export const UID_END = '@brisk-partner';

/** Zones are described so many years beyond the last day said, for series that go on. Our choice. */
const YEARS_ON = 10;

/**
 * A calendar of series, as iCalendar (RFC 5545): CRLF, lines folded at 75 octets, times in their zone with its rules,
 * days off and moved ones as exceptions, reminders as alarms. `stamp`: when it was written.
 * @example writeCalendar([{ series: term }], Date.now()).split('\r\n')[0] // 'BEGIN:VCALENDAR'
 */
export function writeCalendar(entries: readonly CalendarEntry[], stamp: number): string {
  const calendar = ical({
    prodId: { company: 'Brisk Partner', product: 'Classes', language: 'EN' },
    timezone: { name: null as never, generator: (zone) => zoneText(zone, entries) },
  });
  for (const entry of entries) for (const event of eventsOf(entry, stamp)) calendar.createEvent(event);
  return calendar.toString();
}

type EventData = Parameters<ReturnType<typeof ical>['createEvent']>[0];

function eventsOf({ series: s, place }: CalendarEntry, stamp: number): EventData[] {
  const base = {
    id: `${s.id}${UID_END}`,
    stamp: wall(localAt(stamp, 'UTC')),
    summary: s.name,
    timezone: s.zone,
    ...(place ? { location: place } : {}),
  };
  const first: EventData = {
    ...base,
    ...span(s.start, s),
    ...(s.notes ? { description: s.notes } : {}),
    ...(s.remind === undefined
      ? {}
      : { alarms: [{ type: ICalAlarmType.display, trigger: s.remind * 60, description: s.name }] }),
    ...(s.repeat ? { repeating: rule(s, s.repeat) } : {}),
    x: [
      { key: OWN.minutes, value: String(s.minutes) },
      ...s.off.map((o) => ({ key: OWN.off, value: `${o.date} ${o.why}`.trim() })),
      ...(s.group ? [{ key: OWN.group, value: s.group }] : []),
      ...(s.room ? [{ key: OWN.room, value: s.room }] : []),
    ],
  };
  const moved = s.moved.map((m): EventData => ({
    ...base,
    ...span(m.to, s),
    recurrenceId: wall(`${m.date}T${timeIn(s.start)}`),
  }));
  return [first, ...moved];
}

/** It lasts its minutes, whatever the clock does meanwhile. */
const span = (start: string, s: Series) => ({ start: wall(start), end: wall(shownEnd(start, s)) });

/**
 * When it ends on the clock. In the hour a clock shows twice that can be before its start, which no calendar takes: then
 * it is as if the clock went on, and our own property says how long it lasts.
 */
export function shownEnd(start: string, s: Pick<Series, 'minutes' | 'zone'>): string {
  const end = endOf(start, s);
  return end > start ? end : plusMinutes(start, s.minutes);
}
export const endOf = (start: string, { minutes, zone }: Pick<Series, 'minutes' | 'zone'>): string =>
  localAt(instantOf(start, zone) + minutes * 60_000, zone);

const FREQ = {
  day: ICalEventRepeatingFreq.DAILY,
  week: ICalEventRepeatingFreq.WEEKLY,
  month: ICalEventRepeatingFreq.MONTHLY,
} as const;

function rule(s: Series, r: Repeat) {
  return {
    freq: FREQ[r.every],
    interval: r.by,
    startOfWeek: ICalWeekday[r.weekStart ?? 'MO'],
    ...(r.count === undefined ? {} : { count: r.count }),
    ...(r.until === undefined ? {} : { until: utc(`${r.until}T23:59`, s.zone) }),
    ...(r.every === 'week' && r.days ? { byDay: r.days.map((d) => ICalWeekday[d]) } : {}),
    ...(r.every === 'month' ? monthly(s, r) : {}),
    ...(s.off.length === 0 ? {} : { exclude: s.off.map((o) => wall(`${o.date}T${timeIn(s.start)}`)) }),
  };
}
function monthly(s: Series, { last }: Repeat) {
  const date = dateIn(s.start);
  return { byDay: [ICalWeekday[weekDay(date)]], bySetPos: last ? -1 : nthInMonth(date) };
}

/** A time on the wall, as the package takes times: it prints what is given, whatever zone this machine is in. */
function wall(local: string) {
  const value = {
    format: (as?: string): string =>
      as === 'YYYYMMDD' ? local.slice(0, 10).replace(/-/g, '') : `${local.slice(11).replace(':', '')}00`,
    isValid: () => true,
    toDate: () => new Date(`${local}:00Z`),
    toJSON: () => local,
  };
  return { ...value, tz: () => value, utc: () => value };
}
const utc = (local: string, zone: string) => wall(localAt(instantOf(local, zone), 'UTC'));

/** A zone with every change of its clock in the years that are used (RFC 5545, 3.6.5). */
function zoneText(zone: string, entries: readonly CalendarEntry[]): string {
  const own = entries.filter((e) => e.series.zone === zone).map((e) => e.series);
  const days = own.flatMap((s) => [dateIn(s.start), ...s.moved.map((m) => dateIn(m.to))]);
  const lasts = own.map((s) => lastDay(s));
  const from = instantOf(`${plusDays([...days].sort()[0] ?? '2026-01-01', -400)}T00:00`, 'UTC');
  const to = instantOf(`${plusDays([...days, ...lasts].sort().at(-1) ?? '2026-01-01', 400)}T00:00`, 'UTC');
  const changes = clockChanges(zone, from, to);
  const start = { at: from, from: offsetAt(from, zone), to: offsetAt(from, zone) };
  const lines = [start, ...changes].flatMap(({ at, from: was, to: now }) => {
    const name = now > was ? 'DAYLIGHT' : 'STANDARD';
    return [
      `BEGIN:${name}`,
      `DTSTART:${new Date(at + was * 60_000).toISOString().slice(0, 19).replace(/[-:]/g, '')}`,
      `TZOFFSETFROM:${offsetText(was)}`,
      `TZOFFSETTO:${offsetText(now)}`,
      `END:${name}`,
    ];
  });
  return ['BEGIN:VTIMEZONE', `TZID:${zone}`, ...lines, 'END:VTIMEZONE'].join('\r\n');
}

function lastDay(s: Series): string {
  const far = plusDays(dateIn(s.start), 366 * YEARS_ON);
  return occurrences(s, far).at(-1)?.date ?? dateIn(s.start);
}

/** @example offsetText(-210) // '-0330' */
function offsetText(minutes: number): string {
  const all = Math.abs(minutes);
  const two = (n: number): string => String(n).padStart(2, '0');
  return `${minutes < 0 ? '-' : '+'}${two(Math.floor(all / 60))}${two(all % 60)}`;
}
