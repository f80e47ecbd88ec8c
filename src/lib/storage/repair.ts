import { fail, ok, type Result } from '$lib/core/base';
import { newFigure, applyChange, isVersion, type Kept } from '$lib/core/figure';
import { KIND_IDS, kindOf, readDoc, type KindId } from '$lib/core/library';
import { acting } from './acts';
import { rowsOf, type Database, type Row } from './db';
import { loadFigures } from './figures';
import { nameIn, sorted, type Troubled } from './rows';

/** Everything that needs mending, of every kind. */
export async function loadTroubled(db: Database): Promise<Troubled[]> {
  const found: Troubled[] = [];
  for (const kind of KIND_IDS)
    if (kind === 'figure') found.push(...(await loadFigures(db)).bad);
    else found.push(...sorted(kind, (await rowsOf(db, kind).toArray()) as Row[] as never).bad);
  return found;
}

/**
 * Puts a row right with an edited text of its document. Errors name the place; nothing is written then. What lay there
 * goes into the bin.
 */
export async function repair(
  db: Database,
  kind: KindId,
  row: Row,
  json: unknown,
  now: number,
): Promise<Result<number | undefined, { at: string; message: string }>> {
  const { version } = kindOf(kind);
  if (row.schema > version)
    return fail({ at: 'the version', message: 'A later version of this program wrote it.' });
  const read = readDoc(kind, json, version);
  if (!read.ok) {
    const { error } = read;
    return fail(
      error.code === 'unreadable' ? error : { at: 'the version', message: 'It is of a later version.' },
    );
  }
  if (read.value.id !== row.id) return fail({ at: 'id', message: `The id stays “${row.id}”.` });
  const what = { code: 'repaired', kind, name: nameIn(kind, row) } as const;
  const { act } = await acting(db, what, now, (w) => w.put(kind, read.value as never));
  return ok(act);
}

/** A version whose line is broken made a figure of what it says itself. */
export async function standFromChange(db: Database, row: Row, now: number): Promise<number | undefined> {
  const kept = row.doc as Kept;
  if (!isVersion(kept)) return undefined;
  const name = nameIn('figure', row);
  const { figure } = applyChange(kept.change, newFigure(row.id, 'slot-swing', name));
  const { act } = await acting(db, { code: 'repaired', kind: 'figure', name }, now, (w) =>
    w.put('figure', { ...figure, id: row.id }),
  );
  return act;
}
