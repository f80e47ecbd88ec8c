/** The name of what the browser's store throws, also where the library wraps it. */
const nameOf = (e: unknown): string =>
  (e as { inner?: { name?: string } } | null)?.inner?.name ?? (e instanceof Error ? e.name : '');

/** Why something could not be stored, and what to do. */
export function storeProblem(e: unknown): string {
  switch (nameOf(e)) {
    case 'QuotaExceededError':
      return 'This browser has no room left for it. Delete songs you no longer need, or free space on this device, then try again.';
    case 'VersionError':
      return 'A newer version of Brisk Partner has stored your figures here. Reload this page to get it.';
    case 'DatabaseClosedError':
      return 'The store was closed by another tab. Reload this page.';
    default:
      return e instanceof Error ? e.message : String(e);
  }
}

/** Why nothing can be shown, where the browser does not give its storage. */
export const closedStore = (e: unknown): string =>
  `The browser’s storage cannot be opened: ${storeProblem(e)}`;
