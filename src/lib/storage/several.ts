import { hasTag, tagged } from '$lib/core/figure';
import { acting } from './acts';
import type { Database } from './db';
import { loadSome } from './figures';
import { keepVersions } from './library';
import { figureShelf, openedFigure } from './shelf';

/** "3 figures", for the bin. */
const counted = (n: number): string => `${n} ${n === 1 ? 'figure' : 'figures'}`;

/** Deletes figures into the bin as one act; what has grown out of them stays. Gives the key of the act. */
export async function deleteFigures(
  db: Database,
  ids: readonly string[],
  now: number,
): Promise<number | undefined> {
  const what = { code: 'deleted-several', kind: 'figure', name: counted(ids.length) } as const;
  const { act } = await acting(db, what, now, async (w) => {
    for (const id of ids) {
      await keepVersions(w, id);
      await w.remove('figure', id);
    }
  });
  return act;
}

/** Puts a tag on figures, or takes it off, as one act. What has it already stays as it is. */
export async function tagFigures(
  db: Database,
  ids: readonly string[],
  tag: string,
  on: boolean,
  now: number,
): Promise<number | undefined> {
  const what = { code: on ? 'tagged' : 'untagged', kind: 'figure', name: tag } as const;
  const { act } = await acting(db, what, now, async (w) => {
    for (const row of await loadSome(db, ids)) {
      if (hasTag(row.figure, tag) === on) continue;
      const opened = openedFigure(row);
      await w.put('figure', figureShelf(db).stored(tagged(row.figure, tag, on), opened));
    }
  });
  return act;
}
