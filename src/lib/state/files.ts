import { FilesFinder } from '$lib/workers/files-finder';

/** Reads and writes files in a worker of its own. */
export const filesFinder = (): FilesFinder =>
  new FilesFinder(
    () => new Worker(new URL('../workers/files.worker.ts', import.meta.url), { type: 'module' }),
  );
