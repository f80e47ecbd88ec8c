/** The zone’s name is known here. @example isZone('Europe/Berlin') // true */
export function isZone(zone: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    return true;
  } catch {
    return false;
  }
}

/** The zone of this machine. */
export const hereZone = (): string => new Intl.DateTimeFormat().resolvedOptions().timeZone;
