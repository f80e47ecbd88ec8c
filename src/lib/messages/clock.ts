const TIME = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

/** A moment as the clock here shows it. @example clockText(Date.UTC(2026, 0, 1, 19, 5)) // '19:05', in UTC */
export const clockText = (instant: number): string => TIME.format(instant);
