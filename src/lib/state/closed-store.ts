/** Why nothing can be shown, where the browser does not give its storage. */
export const closedStore = (e: unknown): string =>
  `The browser’s storage cannot be opened: ${e instanceof Error ? e.message : String(e)}`;
