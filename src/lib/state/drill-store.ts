import type { DrillResult } from '$lib/core/practice';
import { loadDocs, rowsOf, save, type Database } from '$lib/storage';
import type { DrillStore } from './drill-room.svelte';
import { Questions } from './questions';

/** The person's own store: questions out of it, sittings into it. */
export const drillStore = (db: Database): DrillStore => ({
  questions: new Questions(db),
  results: async () => (await loadDocs(db, 'result')).map((r) => r.doc),
  keep: async (sitting: DrillResult) => {
    const before = await rowsOf(db, 'result').get(sitting.id);
    const kept = await save(db, 'result', sitting, before, undefined, Date.now());
    if (!kept.ok) throw new Error(kept.error.type);
  },
});
