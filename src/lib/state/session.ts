import { nanoid } from 'nanoid';

const PREFIX = 'brisk-partner:session:';

/** This tab, for as long as it is loaded. */
export const SESSION: string = `s${nanoid(10)}`;

/** Holds a lock for as long as this tab lives: other tabs see by it that its notes are its own. */
export function holdSession(): void {
  if (typeof navigator === 'undefined' || !navigator.locks) return;
  void navigator.locks.request(PREFIX + SESSION, () => new Promise(() => {})).catch(() => {});
}

/**
 * Which sessions are still there. Where the browser has no locks, none but this one counts as alive: text is then shown
 * twice rather than not at all.
 */
export async function liveSessions(): Promise<(session: string) => boolean> {
  const names = new Set([PREFIX + SESSION]);
  if (typeof navigator !== 'undefined' && navigator.locks) {
    const { held = [], pending = [] } = await navigator.locks.query();
    for (const lock of [...held, ...pending]) if (lock.name) names.add(lock.name);
  }
  return (session) => names.has(PREFIX + session);
}
