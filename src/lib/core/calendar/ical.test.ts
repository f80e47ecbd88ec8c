import fc from 'fast-check';
import ICAL from 'ical.js';
import { describe, expect, it } from 'vitest';
import { calendarFaultText, eventFaultText } from '../../messages/calendar';
import { isLastInMonth, nthInMonth } from './days';
import { readCalendar as readResult, type CalendarRead } from './ical-read';
import { writeCalendar } from './ical-write';
import {
  WEEK_DAYS,
  dateOf,
  instantOf,
  localAt,
  occurrences,
  seriesSchema,
  weekDay,
  type Series,
} from './index';

const STAMP = Date.UTC(2026, 10, 26, 12);
let made = 0;
/** What is in a calendar that can be read. */
function readCalendar(text: string, here: string, make: () => string): CalendarRead {
  const read = readResult(text, here, make);
  if (!read.ok) throw new Error(read.error.code);
  return read.value;
}
const makeId = () => `made-${++made}`;
const term: Series = {
  id: 'term',
  name: 'Thursday swing; first steps, “easy” \\ all',
  zone: 'Europe/Berlin',
  start: '2026-09-17T19:30',
  minutes: 75,
  repeat: { every: 'week', by: 1, days: ['TH'], count: 12 },
  off: [{ date: '2026-10-22', why: 'Autumn break' }],
  moved: [{ date: '2026-11-05', to: '2026-11-06T18:00' }],
  remind: 60,
  notes: 'Bring soft soles.\nWater is there.',
};
const unfolded = (text: string) => text.replace(/\r\n[ \t]/g, '');

describe('iCalendar out', () => {
  const text = writeCalendar([{ series: term, place: 'Harbour hall' }], STAMP);
  // Source: RFC 5545, 3.1 (CRLF, folding at 75 octets), 3.3.11 (escapes), 3.8.5.1, 3.8.5.3, 3.8.4.4, 3.6.6.
  it('is written as the standard says', () => {
    expect(text.startsWith('BEGIN:VCALENDAR\r\nVERSION:2.0\r\n')).toBe(true);
    expect(text.replace(/\r\n/g, '')).not.toMatch(/[\r\n]/);
    for (const line of text.split('\r\n'))
      expect(new TextEncoder().encode(line).length).toBeLessThanOrEqual(75);
    const flat = unfolded(text);
    expect(flat).toContain('SUMMARY:Thursday swing\\; first steps\\, “easy” \\\\ all');
    expect(flat).toContain('DTSTART;TZID=Europe/Berlin:20260917T193000');
    expect(flat).toContain('DTEND;TZID=Europe/Berlin:20260917T204500');
    expect(flat).toContain('RRULE:FREQ=WEEKLY;COUNT=12;INTERVAL=1;BYDAY=TH;WKST=MO');
    expect(flat).toContain('EXDATE;TZID=Europe/Berlin:20261022T193000');
    expect(flat).toContain('RECURRENCE-ID;TZID=Europe/Berlin:20261105T193000');
    expect(flat).toContain('TRIGGER:-PT1H');
    expect(flat).toContain('DESCRIPTION:Bring soft soles.\\nWater is there.');
    expect(flat).toContain('BEGIN:VTIMEZONE\r\nTZID:Europe/Berlin');
  });
  it('comes back as it went', () => {
    const read = readCalendar(text, 'UTC', makeId);
    expect(read.left).toEqual([]);
    expect(read.series).toEqual([term]);
    expect(read.places).toEqual({ term: 'Harbour hall' });
  });
});

/** Every time of a series as another library lays it out, in UTC, by the zone’s rules in the file itself. */
function independent(text: string, most: number): { wall: string; at: number }[] {
  const calendar = new ICAL.Component(ICAL.parse(text) as never);
  const events = calendar.getAllSubcomponents('vevent');
  const main = events.find((e) => !e.hasProperty('recurrence-id'))!;
  const event = new ICAL.Event(main, {
    exceptions: events.filter((e) => e !== main).map((e) => new ICAL.Event(e)),
  } as never);
  const found: { wall: string; at: number }[] = [];
  const iterator = event.iterator();
  for (let t = iterator.next(); t && found.length < most; t = iterator.next())
    found.push(timeOf(event.getOccurrenceDetails(t).startDate));
  return found;
}
const timeOf = (t: ICAL.Time) => ({ wall: t.toString().slice(0, 16), at: t.toJSDate().getTime() });
/** The clock shows it once: of an hour that is there twice this library takes the second, RFC 5545 the first. */
const once = (local: string, zone: string) =>
  localAt(instantOf(local, zone), zone) === local &&
  [-60, -30, 30, 60].every((m) => localAt(instantOf(local, zone) + m * 60_000, zone) !== local);

describe('2,000 random series', () => {
  const zones = fc.constantFrom(
    'Europe/Berlin',
    'America/New_York',
    'Australia/Sydney',
    'UTC',
    'Asia/Kolkata',
  );
  const date = fc.integer({ min: 18_000, max: 24_000 }).map(dateOf);
  const time = fc
    .tuple(fc.integer({ min: 0, max: 23 }), fc.integer({ min: 0, max: 59 }))
    .map(([h, m]) => `${String(h).padStart(2, '0')}:${String(m).padStart(2, '0')}`);
  const words = fc
    .array(fc.constantFrom('swing', 'Tänze', '探戈', 'a;b', 'c,d', '\\', 'long'.repeat(9), '🕺'), {
      minLength: 1,
      maxLength: 6,
    })
    .map((w) => [...w.join(' ')].slice(0, 110).join('').trim() || 'x');
  const series = fc
    .record({
      date,
      time,
      zone: zones,
      name: words,
      notes: fc.oneof(fc.constant(''), words),
      minutes: fc.integer({ min: 5, max: 300 }),
      every: fc.constantFrom<'day' | 'week' | 'month' | 'once'>('day', 'week', 'month', 'once'),
      by: fc.integer({ min: 1, max: 4 }),
      more: fc.subarray([...WEEK_DAYS]),
      end: fc.oneof(
        fc.integer({ min: 1, max: 30 }).map((count) => ({ count })),
        fc.integer({ min: 0, max: 90 }).map((days) => ({ days })),
      ),
      off: fc.array(fc.nat(), { maxLength: 3 }),
      move: fc.option(fc.tuple(fc.nat(), fc.integer({ min: -3, max: 3 }), time)),
      weekStart: fc.constantFrom(...WEEK_DAYS),
      last: fc.boolean(),
      remind: fc.option(fc.integer({ min: 1, max: 2000 }), { nil: undefined }),
    })
    .map((r): Series => {
      const day = Date.parse(`${r.date}T00:00:00Z`) / 86_400_000;
      const on = weekDay(r.date);
      const start = r.every === 'month' && nthInMonth(r.date) > 4 && !r.last ? dateOf(day - 7) : r.date;
      const ends =
        'count' in r.end
          ? { count: r.end.count }
          : { until: dateOf(Date.parse(`${start}T00:00:00Z`) / 86_400_000 + r.end.days) };
      const base: Series = {
        id: 'x',
        name: r.name,
        zone: r.zone,
        start: `${start}T${r.time}`,
        minutes: r.minutes,
        off: [],
        moved: [],
        notes: r.notes,
        ...(r.remind === undefined ? {} : { remind: r.remind }),
        ...(r.every === 'once'
          ? {}
          : {
              repeat: {
                every: r.every,
                by: r.by,
                ...ends,
                ...(r.every === 'week'
                  ? {
                      days: WEEK_DAYS.filter((d) => d === on || r.more.includes(d)),
                      // Said only where it makes a difference.
                      ...(r.by > 1 && r.weekStart !== 'MO' && r.more.some((d) => d !== on)
                        ? { weekStart: r.weekStart }
                        : {}),
                    }
                  : {}),
                ...(r.every === 'month' && r.last && isLastInMonth(start) ? { last: true as const } : {}),
              },
            }),
      };
      if (r.every === 'once') return base;
      const days = occurrences(base, '2100-01-01').map((o) => o.date);
      const off = [...new Set(r.off.map((n) => days[n % days.length]!))].filter((d) => d !== days[0]);
      const m = r.move && days[r.move[0] % days.length];
      const moved =
        m && r.move && !off.includes(m)
          ? [{ date: m, to: `${dateOf(Date.parse(m) / 86_400_000 + r.move[1])}T${r.move[2]}` }]
          : [];
      return { ...base, off: off.map((d, i) => ({ date: d, why: i ? 'holiday' : '' })), moved };
    });
  it('are read back equal, and another library finds the same times', () => {
    fc.assert(
      fc.property(series, (s) => {
        expect(seriesSchema.safeParse(s).success).toBe(true);
        const text = writeCalendar([{ series: s }], STAMP);
        for (const line of text.split('\r\n'))
          if (new TextEncoder().encode(line).length > 75) throw new Error(`too long: ${line}`);
        const read = readCalendar(text, 'UTC', makeId);
        expect(read.left).toEqual([]);
        expect(read.series).toEqual([s]);
        const mine = occurrences(s, '2100-01-01').filter((o) => o.off === undefined);
        const theirs = independent(text, 1001);
        expect(theirs.map((t) => t.wall)).toEqual(mine.map((o) => o.at));
        mine.forEach((o, i) => {
          if (i % 8 === 0 && once(o.at, s.zone)) expect(theirs[i]?.at).toBe(instantOf(o.at, s.zone));
        });
      }),
      { numRuns: 2000 },
    );
  }, 120_000);
});

/** Found by exploring: its end stood before its start, and both were exchanged. */
it('a class in the hour the clock shows twice comes back as it went', () => {
  const { off: _o, moved: _m, ...rest } = term;
  const s: Series = {
    ...rest,
    zone: 'Australia/Sydney',
    start: '2021-04-04T02:47',
    minutes: 13,
    repeat: { every: 'day', by: 1, count: 1 },
    off: [],
    moved: [],
  };
  expect(readCalendar(writeCalendar([{ series: s }], STAMP), 'UTC', makeId).series).toEqual([s]);
});

describe('iCalendar in, of others', () => {
  const wrap = (event: string) =>
    `BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//x//EN\r\nBEGIN:VEVENT\r\nUID:1\r\n${event.replace(/\n/g, '\r\n')}\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n`;
  // Source: RFC 5545, 3.8.5.3, its example “Weekly for 10 occurrences”.
  it('weekly for ten occurrences', () => {
    const text = wrap(
      'DTSTART;TZID=America/New_York:19970902T090000\nDURATION:PT1H\nRRULE:FREQ=WEEKLY;COUNT=10',
    );
    const [s] = readCalendar(text, 'UTC', makeId).series;
    expect(s).toMatchObject({ zone: 'America/New_York', minutes: 60, name: 'Without a name' });
    // ==> (1997 9:00 AM EDT) September 2,9,16,23,30;October 7,14,21 · (1997 9:00 AM EST) October 28;November 4
    const at = occurrences(s!, '1999-01-01').map((o) => o.at);
    expect(at.map((a) => a.slice(5, 10))).toEqual(
      '09-02 09-09 09-16 09-23 09-30 10-07 10-14 10-21 10-28 11-04'.split(' '),
    );
    expect(new Date(instantOf(at[7]!, s!.zone)).getUTCHours()).toBe(13);
    expect(new Date(instantOf(at[8]!, s!.zone)).getUTCHours()).toBe(14);
  });
  // Source: the same, “Every other week on Monday, Wednesday, and Friday until December 24, 1997”.
  it('every other week on three days until a day', () => {
    const text = wrap(
      'DTSTART;TZID=America/New_York:19970901T090000\nDTEND;TZID=America/New_York:19970901T100000\nRRULE:FREQ=WEEKLY;INTERVAL=2;UNTIL=19971224T000000Z;WKST=MO;BYDAY=MO,WE,FR',
    );
    const [s] = readCalendar(text, 'UTC', makeId).series;
    const days = occurrences(s!, '1999-01-01').map((o) => o.date.slice(5));
    expect(days).toEqual(
      '09-01 09-03 09-05 09-15 09-17 09-19 09-29 10-01 10-03 10-13 10-15 10-17 10-27 10-29 10-31 11-10 11-12 11-14 11-24 11-26 11-28 12-08 12-10 12-12 12-22'.split(
        ' ',
      ),
    );
  });
  // Source: the same, “Monthly on the first Friday for 10 occurrences”.
  it('monthly on the first Friday', () => {
    const text = wrap(
      'DTSTART;TZID=America/New_York:19970905T090000\nDURATION:PT1H\nRRULE:FREQ=MONTHLY;COUNT=10;BYDAY=1FR',
    );
    const [s] = readCalendar(text, 'UTC', makeId).series;
    expect(occurrences(s!, '1999-01-01').map((o) => o.date)).toEqual(
      '1997-09-05 1997-10-03 1997-11-07 1997-12-05 1998-01-02 1998-02-06 1998-03-06 1998-04-03 1998-05-01 1998-06-05'.split(
        ' ',
      ),
    );
  });
  it('times in UTC and times without a zone', () => {
    const utc = readCalendar(wrap('DTSTART:20260701T180000Z\nDURATION:PT45M'), 'Europe/Berlin', makeId);
    expect(utc.series[0]).toMatchObject({ zone: 'UTC', start: '2026-07-01T18:00', minutes: 45 });
    const bare = readCalendar(wrap('DTSTART:20260701T180000\nDURATION:PT45M'), 'Europe/Berlin', makeId);
    expect(bare.series[0]).toMatchObject({ zone: 'Europe/Berlin', start: '2026-07-01T18:00' });
  });
  // Source: RFC 5545, 3.8.5.3, its example on WKST: the same rule with weeks from Monday and from Sunday.
  it.each([
    ['MO', '08-05 08-10 08-19 08-24'],
    ['SU', '08-05 08-17 08-19 08-31'],
  ])('every other week on Tuesday and Sunday, weeks starting on %s', (wkst, days) => {
    const text = wrap(
      `DTSTART;TZID=America/New_York:19970805T090000\nDURATION:PT1H\nRRULE:FREQ=WEEKLY;INTERVAL=2;COUNT=4;BYDAY=TU,SU;WKST=${wkst}`,
    );
    const [s] = readCalendar(text, 'UTC', makeId).series;
    expect(occurrences(s!, '1999-01-01').map((o) => o.date.slice(5))).toEqual(days.split(' '));
    expect(independent(text, 9).map((t) => t.wall.slice(5, 10))).toEqual(days.split(' '));
    const [again] = readCalendar(writeCalendar([{ series: s! }], STAMP), 'UTC', makeId).series;
    expect(occurrences(again!, '1999-01-01')).toEqual(occurrences(s!, '1999-01-01'));
  });
  // Source: the same, “Monthly on the last Friday” in the form of its “second-to-last Monday”; days by the Gregorian calendar.
  it.each(['BYDAY=-1FR', 'BYDAY=FR;BYSETPOS=-1'])('monthly on the last Friday: %s', (rule) => {
    const text = wrap(`DTSTART:20260130T190000\nDURATION:PT1H\nRRULE:FREQ=MONTHLY;COUNT=5;${rule}`);
    const [s] = readCalendar(text, 'Europe/Berlin', makeId).series;
    const days = '01-30 02-27 03-27 04-24 05-29'.split(' ');
    expect(occurrences(s!, '2027-01-01').map((o) => o.date.slice(5))).toEqual(days);
    const [again] = readCalendar(writeCalendar([{ series: s! }], STAMP), 'UTC', makeId).series;
    expect(again!.repeat).toEqual(s!.repeat);
  });
  it('what was cancelled does not take place: a whole event, and one time of a series', () => {
    const whole = readCalendar(
      wrap('STATUS:CANCELLED\nDTSTART:20260701T180000\nDURATION:PT1H'),
      'UTC',
      makeId,
    );
    expect([whole.series, whole.left[0]?.why]).toEqual([[], { code: 'cancelled' }]);
    const text = wrap(
      'DTSTART:20260701T180000\nDURATION:PT1H\nRRULE:FREQ=WEEKLY;COUNT=3\nEND:VEVENT\nBEGIN:VEVENT\nUID:1\nRECURRENCE-ID:20260708T180000\nDTSTART:20260708T180000\nSTATUS:CANCELLED',
    );
    const [s] = readCalendar(text, 'UTC', makeId).series;
    expect(
      occurrences(s!, '2027-01-01')
        .filter((o) => o.off === undefined)
        .map((o) => o.date),
    ).toEqual(['2026-07-01', '2026-07-15']);
    const method = wrap('DTSTART:20260701T180000\nDURATION:PT1H').replace(
      'PRODID',
      'METHOD:CANCEL\r\nPRODID',
    );
    expect(readCalendar(method, 'UTC', makeId).left[0]?.why).toEqual({ code: 'cancelled' });
  });
  it.each([
    ['DTSTART;VALUE=DATE:20260701\nSUMMARY:Holiday', { code: 'whole-days' }],
    ['DTSTART:20260701T180000Z\nDURATION:PT1H\nRRULE:FREQ=YEARLY', { code: 'frequency', value: 'yearly' }],
    [
      'DTSTART:20260701T180000Z\nDURATION:PT1H\nRRULE:FREQ=SECONDLY',
      { code: 'frequency', value: 'secondly' },
    ],
    [
      'DTSTART:20260701T180000Z\nDURATION:PT1H\nRRULE:FREQ=MONTHLY;BYMONTHDAY=1',
      { code: 'rule-part', value: 'BYMONTHDAY' },
    ],
    [
      'DTSTART:20260701T180000Z\nDURATION:PT1H\nRRULE:FREQ=WEEKLY;INTERVAL=0',
      { code: 'rule-part', value: 'INTERVAL=0' },
    ],
    [
      'DTSTART:20260701T180000Z\nDURATION:PT1H\nRRULE:FREQ=WEEKLY;INTERVAL=-1;COUNT=3',
      { code: 'rule-part', value: 'INTERVAL=-1' },
    ],
    ['DTSTART:20260230T180000\nDURATION:PT1H', { code: 'no-such-time', value: '2026-02-30T18:00' }],
    ['DTSTART:20260201T256100\nDURATION:PT1H', { code: 'no-such-time', value: '2026-02-01T25:61' }],
    ['DTSTART:20260201T180000\nDURATION:P3D', { code: 'out-of-range', field: 'minutes' }],
    [
      'DTSTART;TZID=Nowhere/Land:20260201T180000\nDURATION:PT1H',
      { code: 'unknown-zone', value: 'Nowhere/Land' },
    ],
    ['SUMMARY:Nothing', { code: 'no-start' }],
  ])('what cannot be kept is named: %s', (event, why) => {
    const read = readCalendar(wrap(event), 'UTC', makeId);
    expect(read.series).toEqual([]);
    expect(read.left[0]?.why).toEqual(why);
    expect(eventFaultText(read.left[0]!.why)).toMatch(/^[a-z]/);
  });
  it.each(['', 'hello', 'BEGIN:VCALENDAR', '{"a":1}'])('what is no calendar is refused: %s', (text) => {
    const read = readResult(text, 'UTC', makeId);
    expect(read).toEqual({ ok: false, error: { code: 'no-calendar' } });
  });
  it.each(['SECONDLY', 'DAILY'])('a zone whose clock changes %s from the year 1 is not laid out', (freq) => {
    const zone = `BEGIN:VTIMEZONE\r\nTZID:Own\r\nBEGIN:STANDARD\r\nDTSTART:00010101T000000\r\nRRULE:FREQ=${freq}\r\nTZOFFSETFROM:+9999\r\nTZOFFSETTO:-9999\r\nEND:STANDARD\r\nEND:VTIMEZONE\r\n`;
    const text = wrap('DTSTART;TZID=Own:20260701T180000\nDURATION:PT1H').replace(
      'BEGIN:VEVENT',
      `${zone}BEGIN:VEVENT`,
    );
    expect(readCalendar(text, 'UTC', makeId).left[0]?.why).toEqual({ code: 'unknown-zone', value: 'Own' });
  });
  it('too many events are refused before they are read, and said', () => {
    const read = readResult('BEGIN:VEVENT\r\n'.repeat(20_000), 'UTC', makeId);
    expect(read).toEqual({ ok: false, error: { code: 'too-many', events: 20_000, most: 2_000 } });
    expect(read.ok ? '' : calendarFaultText('term.ics', read.error)).toBe(
      'Couldn’t import “term.ics”: it has 20,000 events; up to 2,000 can be imported at once. Export a shorter period.',
    );
  });
});
