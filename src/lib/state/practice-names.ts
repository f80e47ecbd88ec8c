import type { PracticeItem } from '$lib/core/practice';
import { DRILL_WORDS } from '$lib/messages';
import { loadDoc, type Database } from '$lib/storage';

/** The names of what items are danced from, for lists. */
export async function namesOf(db: Database, items: readonly PracticeItem[]): Promise<string[]> {
  return Promise.all(
    items.map(async ({ what }) => {
      if (what.type === 'pause') return what.says || 'Pause';
      if (what.type === 'drill') return DRILL_WORDS[what.drill];
      if (what.type === 'figure') return (await figureName(db, what.id)) ?? 'a figure that is not here';
      const doc = await loadDoc(db, what.type, what.id);
      return (
        doc?.name ?? (what.type === 'song' ? 'a song that is not here' : 'a combination that is not here')
      );
    }),
  );
}

/** A version may have its name from what it is a version of: it is grown for it. */
async function figureName(db: Database, id: string): Promise<string | undefined> {
  const { loadFigure } = await import('$lib/storage/figures');
  return (await loadFigure(db, id))?.figure.name;
}
