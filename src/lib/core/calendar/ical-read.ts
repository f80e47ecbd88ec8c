import { IN_WORDS } from '../base';
import ICAL from 'ical.js';
import { WEEK_DAYS, dateIn, nthInMonth, plusDays, timeIn as clockIn, weekDay, type WeekDay } from './days';
import { seriesSchema, type Repeat, type Series } from './series';
import { instantOf, localAt } from './zone';
import { isZone } from './zone-name';
import { OWN, UID_END, endOf } from './ical-write';

/** What is in a calendar: series that can be kept, and what cannot, by name and why. */
export interface CalendarRead {
  readonly series: readonly Series[];
  readonly places: Readonly<Record<string, string>>;
  readonly left: readonly { readonly name: string; readonly why: string }[];
}

/**
 * Reads iCalendar (RFC 5545). Times without a zone are those of `here`; a zone that is not known by its name is worked
 * out from the rules the file gives for it and becomes `here`. Throws where it is no calendar; what cannot be kept as a
 * series is named in `left`.
 * @example readCalendar(text, 'Europe/Berlin', makeId).series[0]?.start // '2026-11-26T19:30'
 */
export function readCalendar(text: string, here: string, makeId: () => string): CalendarRead {
  const root = new ICAL.Component(ICAL.parse(text) as never);
  const calendars = root.name === 'vcalendar' ? [root] : root.getAllSubcomponents('vcalendar');
  const events = calendars.flatMap((c) => c.getAllSubcomponents('vevent'));
  const byUid = new Map<string, ICAL.Component[]>();
  for (const e of events) {
    const uid = e.getFirstPropertyValue('uid')?.toString() ?? makeId();
    byUid.set(uid, [...(byUid.get(uid) ?? []), e]);
  }
  const series: Series[] = [];
  const left: { name: string; why: string }[] = [];
  const places: Record<string, string> = {};
  for (const [uid, all] of byUid) {
    const main = all.find((e) => !e.hasProperty('recurrence-id')) ?? all[0];
    if (!main) continue;
    const name = main.getFirstPropertyValue('summary')?.toString().trim() ?? '';
    try {
      const made = seriesOf(uid, main, all, here, makeId);
      series.push(made);
      const place = main.getFirstPropertyValue('location')?.toString();
      if (place) places[made.id] = place;
    } catch (e) {
      left.push({ name: name || uid, why: e instanceof Error ? e.message : String(e) });
    }
  }
  return { series, places, left };
}

const text = (c: ICAL.Component, name: string): string => c.getFirstPropertyValue(name)?.toString() ?? '';

function seriesOf(
  uid: string,
  main: ICAL.Component,
  all: readonly ICAL.Component[],
  here: string,
  makeId: () => string,
): Series {
  const begins = timeIn(main, 'dtstart');
  if (!begins) throw new Error('it has no beginning');
  if (begins.time.isDate) throw new Error('it lasts whole days, without a time');
  const zone = zoneOf(begins, here);
  const start = localOf(begins, zone);
  const minutes = minutesOf(main, start, zone);
  const off = offDays(main, zone);
  const moved = all.flatMap((e) => {
    const id = timeIn(e, 'recurrence-id');
    const to = timeIn(e, 'dtstart');
    return id && to ? [{ date: dateIn(localOf(id, zone)), to: localOf(to, zone) }] : [];
  });
  const group = text(main, OWN.group.toLowerCase());
  const room = text(main, OWN.room.toLowerCase());
  const remind = alarmOf(main);
  const repeat = repeatOf(main, start, zone);
  const made = {
    id: uid.endsWith(UID_END) ? uid.slice(0, -UID_END.length) : makeId(),
    name: text(main, 'summary').trim().slice(0, 120) || 'Without a name',
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
  if (issue) throw new Error(`${issue.path.join('.')}: ${issue.message}`);
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
  return { time, zone };
}
function timeIn(c: ICAL.Component, property: string): Named | undefined {
  const p = c.getFirstProperty(property);
  const time = p?.getFirstValue();
  return p && time instanceof ICAL.Time ? named(p, time) : undefined;
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
  if (own > 0 && endOf(start, { minutes: own, zone }) === local) return own;
  return Math.round((instantOf(local, zone) - instantOf(start, zone)) / 60_000);
}

function offDays(main: ICAL.Component, zone: string): { date: string; why: string }[] {
  const why = new Map(
    main.getAllProperties(OWN.off.toLowerCase()).map((p) => {
      const value = String(p.getFirstValue());
      return [value.slice(0, 10), value.slice(11)] as const;
    }),
  );
  const dates = main
    .getAllProperties('exdate')
    .flatMap((p) => (p.getValues() as ICAL.Time[]).map((t) => dateIn(localOf(named(p, t), zone))));
  return [...new Set([...dates, ...why.keys()])].map((date) => ({ date, why: why.get(date) ?? '' }));
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
  if (main.hasProperty('rdate')) throw new Error('its days are listed one by one');
  if (!r) return undefined;
  const every = EVERY[r.freq as keyof typeof EVERY];
  if (!every) throw new Error(`it repeats ${String(r.freq).toLowerCase()}`);
  const parts = r.parts as Readonly<Record<string, (string | number)[] | undefined>>;
  const days = (parts.BYDAY ?? []).map(String);
  const known = every === 'week' ? ['BYDAY'] : every === 'month' ? ['BYDAY', 'BYSETPOS'] : [];
  const more = Object.keys(parts).filter((p) => !known.includes(p));
  if (more.length > 0) throw new Error(`it repeats by ${more.join(', ')}`);
  if (every === 'month') sameWeekday(days, Number(parts.BYSETPOS?.[0] ?? NaN), start);
  const until = r.until as ICAL.Time | null;
  return {
    every,
    by: r.interval,
    ...(every === 'week' && days.length > 0
      ? { days: WEEK_DAYS.filter((d) => days.includes(d)) as WeekDay[] }
      : {}),
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
function sameWeekday(days: readonly string[], position: number, start: string): void {
  const [only] = days;
  const m = /^([+-]?\d+)?(MO|TU|WE|TH|FR|SA|SU)$/.exec(only ?? '');
  const nth = m?.[1] === undefined ? position : Number(m[1]);
  if (days.length !== 1 || !m || m[2] !== weekDay(dateIn(start)) || nth !== nthInMonth(dateIn(start)))
    throw new Error('it repeats monthly on other days than the weekday it begins on');
}
