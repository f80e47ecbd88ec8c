import { IN_WORDS, fail, ok, type Result } from '../base';
import ICAL from 'ical.js';
import {
  WEEK_DAYS,
  dateIn,
  isLastInMonth,
  isLocal,
  nthInMonth,
  plusDays,
  timeIn as clockIn,
  weekDay,
  type WeekDay,
} from './days';
import { seriesSchema, type Repeat, type Series } from './series';
import { instantOf, localAt } from './zone';
import { isZone } from './zone-name';
import { OWN, UID_END, shownEnd } from './ical-write';

/** Why an event is not kept as a series. The sentences are in `messages/calendar`. */
export type EventFault =
  | {
      readonly code: 'cancelled' | 'no-start' | 'whole-days' | 'days-listed' | 'other-weekday' | 'unreadable';
    }
  | { readonly code: 'no-such-time' | 'unknown-zone' | 'frequency' | 'rule-part'; readonly value: string }
  | { readonly code: 'out-of-range'; readonly field: string };
/** Why a text is not read at all. */
export type CalendarFault =
  | { readonly code: 'no-calendar' }
  | { readonly code: 'too-many'; readonly events: number; readonly most: number };

/** What is in a calendar: series that can be kept, and what cannot, by name and why. */
export interface CalendarRead {
  readonly series: readonly Series[];
  readonly places: Readonly<Record<string, string>>;
  readonly left: readonly { readonly name: string; readonly why: EventFault }[];
}

/** Events of one calendar at most: far beyond a term of any school. Our choice. */
const MOST_EVENTS = 2_000;

/**
 * Reads iCalendar (RFC 5545). Times without a zone are those of `here`; a zone that is not known by its name is worked
 * out from the rules the file gives for it and becomes `here`. What was cancelled does not take place: a whole event is
 * left out, one time of a series is a day off. What cannot be kept as a series is named in `left`. O(events).
 * @example const read = readCalendar(text, 'Europe/Berlin', makeId); // read.value.series[0].start: '2026-11-26T19:30'
 */
export function readCalendar(
  text: string,
  here: string,
  makeId: () => string,
): Result<CalendarRead, CalendarFault> {
  const count = text.match(/^BEGIN:VEVENT/gim)?.length ?? 0;
  if (count > MOST_EVENTS) return fail({ code: 'too-many', events: count, most: MOST_EVENTS });
  const calendars = calendarsIn(text);
  if (!calendars) return fail({ code: 'no-calendar' });
  const byUid = new Map<string, ICAL.Component[]>();
  for (const e of calendars.flatMap((c) => c.getAllSubcomponents('vevent'))) {
    const uid = e.getFirstPropertyValue('uid')?.toString() ?? makeId();
    byUid.set(uid, [...(byUid.get(uid) ?? []), e]);
  }
  const series: Series[] = [];
  const left: { name: string; why: EventFault }[] = [];
  const places: Record<string, string> = {};
  for (const [uid, all] of byUid) {
    const main = all.find((e) => !e.hasProperty('recurrence-id')) ?? all[0];
    if (!main) continue;
    const made = readSeries(uid, main, all, here, makeId);
    if (!made.ok) {
      left.push({ name: nameOf(main) || uid, why: made.error });
      continue;
    }
    series.push(made.value);
    const place = main.getFirstPropertyValue('location')?.toString();
    if (place) places[made.value.id] = place;
  }
  return ok({ series, places, left });
}

function calendarsIn(text: string): ICAL.Component[] | undefined {
  try {
    const root = new ICAL.Component(ICAL.parse(withUnreadIntervals(text)) as never);
    const calendars = root.name === 'vcalendar' ? [root] : root.getAllSubcomponents('vcalendar');
    for (const c of calendars) dropEndlessZones(c);
    return calendars.length > 0 ? calendars : undefined;
  } catch {
    return undefined;
  }
}

/** The package reads an interval of nothing or less as one: such a rule is marked beforehand. */
const UNREAD_INTERVAL = 'X-BRISK-UNREAD-INTERVAL';
const withUnreadIntervals = (text: string): string =>
  text
    .replace(/\r?\n[ \t]/g, '')
    .replace(/^RRULE.*INTERVAL=(0+|-\d+)(?![\d]).*$/gim, `$&\r\n${UNREAD_INTERVAL}:$1`);

/** Clocks change by the year. A zone whose rule says otherwise would be laid out second by second: it is not known. */
function dropEndlessZones(calendar: ICAL.Component): void {
  for (const zone of calendar.getAllSubcomponents('vtimezone')) {
    const rules = [...zone.getAllSubcomponents('standard'), ...zone.getAllSubcomponents('daylight')].map(
      (part) => part.getFirstPropertyValue('rrule') as ICAL.Recur | null,
    );
    if (rules.some((r) => r && r.freq !== 'YEARLY')) calendar.removeSubcomponent(zone);
  }
}

/** Ends the reading of one event; `readSeries` turns it into a value. */
class Unkept extends Error {
  constructor(readonly fault: EventFault) {
    super(fault.code);
  }
}
function unkept(fault: EventFault): never {
  throw new Unkept(fault);
}

function readSeries(...of: Parameters<typeof seriesOf>): Result<Series, EventFault> {
  try {
    return ok(seriesOf(...of));
  } catch (e) {
    return fail(e instanceof Unkept ? e.fault : { code: 'unreadable' });
  }
}

const text = (c: ICAL.Component, name: string): string => c.getFirstPropertyValue(name)?.toString() ?? '';
const nameOf = (c: ICAL.Component): string => text(c, 'summary').trim();
const isCancelled = (e: ICAL.Component): boolean =>
  text(e, 'status').toUpperCase() === 'CANCELLED' ||
  (e.parent !== null && text(e.parent, 'method').toUpperCase() === 'CANCEL');

function seriesOf(
  uid: string,
  main: ICAL.Component,
  all: readonly ICAL.Component[],
  here: string,
  makeId: () => string,
): Series {
  if (isCancelled(main)) unkept({ code: 'cancelled' });
  const begins = timeIn(main, 'dtstart') ?? unkept({ code: 'no-start' });
  if (begins.time.isDate) unkept({ code: 'whole-days' });
  const zone = zoneOf(begins, here);
  const start = localOf(begins, zone);
  const minutes = minutesOf(main, start, zone);
  const exceptions = all.flatMap((event) => {
    const id = timeIn(event, 'recurrence-id');
    return id ? [{ event, date: dateIn(localOf(id, zone)) }] : [];
  });
  const cancelled = exceptions.filter((x) => isCancelled(x.event)).map((x) => x.date);
  const off = offDays(main, zone, cancelled);
  const moved = exceptions.flatMap(({ event, date }) => {
    const to = isCancelled(event) ? undefined : timeIn(event, 'dtstart');
    return to ? [{ date, to: localOf(to, zone) }] : [];
  });
  const group = text(main, OWN.group.toLowerCase());
  const room = text(main, OWN.room.toLowerCase());
  const remind = alarmOf(main);
  const repeat = repeatOf(main, start, zone);
  const made = {
    id: uid.endsWith(UID_END) ? uid.slice(0, -UID_END.length) : makeId(),
    name: nameOf(main).slice(0, 120) || 'Without a name',
    zone,
    start,
    minutes,
    off,
    moved,
    notes: text(main, 'description').slice(0, 4000),
    ...(repeat ? { repeat } : {}),
    ...(remind === undefined ? {} : { remind }),
    ...(group ? { group } : {}),
    ...(room ? { room } : {}),
  };
  const read = seriesSchema.safeParse(made, IN_WORDS);
  const issue = read.error?.issues[0];
  if (issue) unkept({ code: 'out-of-range', field: String(issue.path[0] ?? '') });
  return read.data as Series;
}

const UTC = 'UTC';
/** A time with the zone that is named beside it; a file may name one without describing it. */
interface Named {
  readonly time: ICAL.Time;
  readonly zone: string;
}
const FLOATING = 'floating';
function named(p: ICAL.Property, time: ICAL.Time): Named {
  const said = p.getParameter('tzid');
  const own = time.zone?.tzid ?? FLOATING;
  const zone = typeof said === 'string' ? said : own === 'Z' ? UTC : own;
  const described = zone === own;
  if (zone !== FLOATING && !described && !isZone(zone)) unkept({ code: 'unknown-zone', value: zone });
  return { time, zone };
}
function timeIn(c: ICAL.Component, property: string): Named | undefined {
  const p = c.getFirstProperty(property);
  if (!p) return undefined;
  // As it is written: read as a number, 30 February would be 2 March.
  const written = String((p.jCal as unknown[])[3]);
  if (!isLocal(`${written.slice(0, 10)}T${written.slice(11, 16) || '00:00'}`))
    unkept({ code: 'no-such-time', value: written.slice(0, 16) });
  const time = p.getFirstValue();
  return time instanceof ICAL.Time ? named(p, time) : undefined;
}
const zoneOf = ({ zone }: Named, here: string): string => (isZone(zone) ? zone : here);
/** What the clock of a zone shows then. */
function localOf({ time, zone: own }: Named, zone: string): string {
  const shown = time.toString().slice(0, 16);
  if (own === FLOATING || own === zone) return shown;
  return localAt(isZone(own) ? instantOf(shown, own) : time.toUnixTime() * 1000, zone);
}

/** How long it lasts; its own word where the clock shows its end twice. */
function minutesOf(main: ICAL.Component, start: string, zone: string): number {
  const end = timeIn(main, 'dtend');
  if (!end) return Math.round(new ICAL.Event(main).duration.toSeconds() / 60);
  const local = localOf(end, zone);
  const own = Number(text(main, OWN.minutes.toLowerCase()) || NaN);
  if (own > 0 && shownEnd(start, { minutes: own, zone }) === local) return own;
  return Math.round((instantOf(local, zone) - instantOf(start, zone)) / 60_000);
}

function offDays(
  main: ICAL.Component,
  zone: string,
  cancelled: readonly string[],
): { date: string; why: string }[] {
  const why = new Map(
    main.getAllProperties(OWN.off.toLowerCase()).map((p) => {
      const value = String(p.getFirstValue());
      return [value.slice(0, 10), value.slice(11)] as const;
    }),
  );
  const dates = main
    .getAllProperties('exdate')
    .flatMap((p) => (p.getValues() as ICAL.Time[]).map((t) => dateIn(localOf(named(p, t), zone))));
  return [...new Set([...dates, ...why.keys(), ...cancelled])].map((date) => ({
    date,
    why: why.get(date) ?? '',
  }));
}

function alarmOf(main: ICAL.Component): number | undefined {
  const trigger = main.getFirstSubcomponent('valarm')?.getFirstPropertyValue('trigger');
  if (!trigger || !(trigger instanceof ICAL.Duration)) return undefined;
  const minutes = Math.round(-trigger.toSeconds() / 60);
  return minutes >= 0 ? minutes : undefined;
}

const EVERY = { DAILY: 'day', WEEKLY: 'week', MONTHLY: 'month' } as const;

function repeatOf(main: ICAL.Component, start: string, zone: string): Repeat | undefined {
  const r = main.getFirstPropertyValue('rrule') as ICAL.Recur | null;
  if (main.hasProperty('rdate')) unkept({ code: 'days-listed' });
  if (!r) return undefined;
  const interval = main.getFirstPropertyValue(UNREAD_INTERVAL.toLowerCase());
  if (interval) unkept({ code: 'rule-part', value: `INTERVAL=${String(interval)}` });
  const every = EVERY[r.freq as keyof typeof EVERY];
  if (!every) return unkept({ code: 'frequency', value: String(r.freq).toLowerCase() });
  const parts = r.parts as Readonly<Record<string, (string | number)[] | undefined>>;
  const days = (parts.BYDAY ?? []).map(String);
  const known = every === 'week' ? ['BYDAY'] : every === 'month' ? ['BYDAY', 'BYSETPOS'] : [];
  const more = Object.keys(parts).filter((p) => !known.includes(p));
  if (more.length > 0) unkept({ code: 'rule-part', value: more.join(', ') });
  const last = every === 'month' && monthly(days, Number(parts.BYSETPOS?.[0] ?? NaN), start) === 'last';
  // The package counts days from Sunday, 1.
  const weekStart = WEEK_DAYS[(r.wkst + 5) % 7];
  const until = r.until as ICAL.Time | null;
  return {
    every,
    by: r.interval,
    ...(every === 'week' && days.length > 0
      ? { days: WEEK_DAYS.filter((d) => days.includes(d)) as WeekDay[] }
      : {}),
    ...(every === 'week' && r.interval > 1 && days.length > 1 && weekStart && weekStart !== 'MO'
      ? { weekStart }
      : {}),
    ...(last ? { last } : {}),
    ...(r.count ? { count: r.count } : {}),
    ...(until ? { until: until.isDate ? until.toString() : untilDay(until, start, zone) } : {}),
  };
}
/** The last day that may be: an end before the time of the class means the day before. */
function untilDay(until: ICAL.Time, start: string, zone: string): string {
  const own = until.zone?.tzid === 'UTC' || until.zone?.tzid === 'Z' ? UTC : FLOATING;
  const local = localOf({ time: until, zone: own }, zone);
  if (local.slice(11) >= clockIn(start)) return dateIn(local);
  return plusDays(dateIn(local), -1);
}
/** Whether a monthly rule counts its weekday from the start of the month or takes the last; the first is on that day. */
function monthly(days: readonly string[], position: number, start: string): 'nth' | 'last' {
  const [only] = days;
  const date = dateIn(start);
  const m = /^([+-]?\d+)?(MO|TU|WE|TH|FR|SA|SU)$/.exec(only ?? '');
  const nth = m?.[1] === undefined ? position : Number(m[1]);
  if (days.length === 1 && m?.[2] === weekDay(date)) {
    if (nth === nthInMonth(date)) return 'nth';
    if (nth === -1 && isLastInMonth(date)) return 'last';
  }
  return unkept({ code: 'other-weekday' });
}
