import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  clockChanges,
  dateOf,
  dayNumber,
  instantOf,
  isDate,
  isLocal,
  isZone,
  localAt,
  weekOf,
  nthWeekDay,
  occurrences,
  plusDays,
  plusMinutes,
  plusMonths,
  weekDay,
  type Series,
} from './index';

describe('days', () => {
  // Source: the Gregorian calendar: 2000 and 2024 are leap years, 1900, 2025 and 2100 are not.
  it.each([
    ['2024-02-29', true],
    ['2000-02-29', true],
    ['1900-02-29', false],
    ['2025-02-29', false],
    ['2100-02-29', false],
    ['2026-13-01', false],
    ['2026-1-1', false],
  ])('%s is a day: %s', (date, is) => expect(isDate(date)).toBe(is));
  it('over the end of February', () => {
    expect(plusDays('2024-02-28', 1)).toBe('2024-02-29');
    expect(plusDays('2025-02-28', 1)).toBe('2025-03-01');
    expect(plusMinutes('2026-12-31T23:45', 30)).toBe('2027-01-01T00:15');
    expect(plusMonths('2026-11', 14)).toBe('2028-01');
    expect(isLocal('2026-11-26T24:00')).toBe(false);
  });
  it('weekdays as the language has them', () => {
    fc.assert(
      fc.property(fc.integer({ min: -40_000, max: 80_000 }), (n) => {
        const date = dateOf(n);
        expect(dayNumber(date)).toBe(n);
        expect(['SU', 'MO', 'TU', 'WE', 'TH', 'FR', 'SA'][new Date(`${date}T12:00Z`).getUTCDay()]).toBe(
          weekDay(date),
        );
        expect(weekDay(weekOf(date))).toBe('MO');
        expect(n - dayNumber(weekOf(date))).toBeLessThan(7);
      }),
    );
  });
  it('the second Thursday, and a fifth that is not there', () => {
    expect(nthWeekDay('2026-11', 'TH', 2)).toBe('2026-11-12');
    expect(nthWeekDay('2026-11', 'TH', 5)).toBeUndefined();
  });
});

describe('zones', () => {
  // Source: the law of each place, as in the IANA time zone database: Berlin changes at 01:00 UTC on the last Sundays of
  // March and October; New York at 2:00 on the second Sunday of March and the first of November; Sydney at 2:00 and 3:00
  // on the first Sundays of October and April.
  it.each([
    ['Europe/Berlin', 2026, '2026-03-29T01:00:00.000Z', '2026-10-25T01:00:00.000Z'],
    ['America/New_York', 2026, '2026-03-08T07:00:00.000Z', '2026-11-01T06:00:00.000Z'],
    ['Australia/Sydney', 2026, '2026-04-04T16:00:00.000Z', '2026-10-03T16:00:00.000Z'],
  ])('%s changes its clock in %s', (zone, year, spring, autumn) => {
    const changes = clockChanges(zone, Date.UTC(year, 0, 1), Date.UTC(year, 11, 31));
    expect(changes.map((c) => new Date(c.at).toISOString())).toEqual([spring, autumn]);
  });
  it('summer time moves the instant, not the hour on the wall', () => {
    expect(
      instantOf('2026-10-26T19:30', 'Europe/Berlin') - instantOf('2026-10-24T19:30', 'Europe/Berlin'),
    ).toBe(49 * 3_600_000);
    expect(localAt(instantOf('2026-07-01T19:30', 'America/New_York'), 'Europe/Berlin')).toBe(
      '2026-07-02T01:30',
    );
  });
  it('an hour that is left out comes later, one that is there twice is the first', () => {
    expect(localAt(instantOf('2026-03-29T02:30', 'Europe/Berlin'), 'Europe/Berlin')).toBe('2026-03-29T03:30');
    expect(new Date(instantOf('2026-10-25T02:30', 'Europe/Berlin')).toISOString()).toBe(
      '2026-10-25T00:30:00.000Z',
    );
  });
  it('a zone that is none', () => expect(isZone('Middle/Nowhere')).toBe(false));
});

describe('the times of a series', () => {
  const base: Series = {
    id: 's',
    name: 'S',
    zone: 'Europe/Berlin',
    start: '2026-09-17T19:30',
    minutes: 60,
    off: [{ date: '2026-10-01', why: 'Holiday' }],
    moved: [{ date: '2026-09-24', to: '2026-09-25T18:00' }],
    notes: '',
    repeat: { every: 'week', by: 1, count: 4 },
  };
  it('with a day off and one moved', () => {
    expect(occurrences(base, '2027-01-01').map((o) => [o.number, o.at, o.off])).toEqual([
      [1, '2026-09-17T19:30', undefined],
      [2, '2026-09-25T18:00', undefined],
      [3, '2026-10-01T19:30', 'Holiday'],
      [4, '2026-10-08T19:30', undefined],
    ]);
  });
  it('one that does not repeat is once', () => {
    const { repeat: _, ...once } = base;
    expect(occurrences(once, '2027-01-01')).toHaveLength(1);
    expect(occurrences(once, '2026-01-01')).toHaveLength(0);
  });
  it('a fifth weekday leaves out the months that have none', () => {
    const fifth: Series = {
      ...base,
      start: '2026-10-29T19:30',
      repeat: { every: 'month', by: 1, count: 3 },
      off: [],
      moved: [],
    };
    // Derived from a calendar: Thursdays the 29th to 31st in October and December 2026, April 2027.
    expect(occurrences(fifth, '2028-01-01').map((o) => o.date)).toEqual([
      '2026-10-29',
      '2026-12-31',
      '2027-04-29',
    ]);
  });
});
