import type { CalendarFault, EventFault } from '$lib/core/calendar/ical-read';

const FIELDS: Readonly<Record<string, string>> = {
  minutes: 'it must last between 5 minutes and 24 hours',
  off: 'it has more than 400 days off',
  moved: 'more than 400 of its days are moved',
  remind: 'its reminder is more than two weeks ahead',
  repeat: 'it repeats more than 1,000 times, or less than once a year',
};

/** Why an event was not imported. @example eventFaultText({ code: 'cancelled' }) // 'it was cancelled' */
export function eventFaultText(fault: EventFault): string {
  switch (fault.code) {
    case 'cancelled':
      return 'it was cancelled';
    case 'no-start':
      return 'it has no start time';
    case 'whole-days':
      return 'it lasts whole days and has no start time';
    case 'days-listed':
      return 'its days are listed one by one';
    case 'other-weekday':
      return 'it repeats monthly on another day than its first';
    case 'unreadable':
      return 'part of it can’t be read';
    case 'no-such-time':
      return `there is no such date or time: ${fault.value}`;
    case 'unknown-zone':
      return `its time zone isn’t known: ${fault.value}`;
    case 'frequency':
      return `it repeats ${fault.value}`;
    case 'rule-part':
      return `it repeats by a rule that isn’t supported: ${fault.value}`;
    case 'out-of-range':
      return FIELDS[fault.field] ?? `its ${fault.field} can’t be kept`;
  }
}

/** Why a calendar could not be read, and what to do. */
export function calendarFaultText(file: string, fault: CalendarFault): string {
  return fault.code === 'no-calendar'
    ? `Couldn’t import “${file}”: it isn’t a calendar file. Export it again as iCalendar (.ics).`
    : `Couldn’t import “${file}”: it has ${fault.events.toLocaleString('en-GB')} events; up to ${fault.most.toLocaleString('en-GB')} can be imported at once. Export a shorter period.`;
}

/** What came of an import. @example importedText(2, []) // '2 series imported.' */
export function importedText(
  count: number,
  left: readonly { readonly name: string; readonly why: EventFault }[],
): string {
  const done = `${count.toLocaleString('en-GB')} series imported.`;
  if (left.length === 0) return done;
  const named = left.slice(0, 5).map((l) => `“${l.name}” (${eventFaultText(l.why)})`);
  const more = left.length > 5 ? `, and ${(left.length - 5).toLocaleString('en-GB')} more` : '';
  return `${done} Not imported: ${named.join(', ')}${more}.`;
}
