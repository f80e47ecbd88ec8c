import { fail, ok, IN_WORDS, type Result } from '$lib/core/base';
import { kindOf, placeOf, type Docs, type KindId } from '$lib/core/library';
import { rowFor, rowsOf, type Database, type Row } from './db';

export type SaveError<R> =
  /** `but`: what went wrong while one of the two was being kept aside. */
  | { readonly type: 'changed-elsewhere'; readonly theirs: R; readonly but?: SaveError<never> }
  | { readonly type: 'deleted-elsewhere'; readonly but?: SaveError<never> }
  | { readonly type: 'failed'; readonly message: string }
  /** No room is left. Nothing was written. */
  | { readonly type: 'full' }
  /** What lies there was written by a later version of this program. */
  | { readonly type: 'newer' }
  /** It could not be read back: `at` names the place. Nothing was written. */
  | { readonly type: 'unreadable'; readonly at: string; readonly message: string };

/** Which state of a document something was made on: a row that was deleted and came again has its revision anew. */
export interface Stamp {
  readonly rev: number;
  readonly updated: number;
}
export const isAt = (row: Stamp | undefined, stamp: Stamp | undefined): boolean =>
  row?.rev === stamp?.rev && row?.updated === stamp?.updated;

/** Which edit of which session is being saved. */
export interface Edit {
  readonly session: string;
  readonly seq: number;
}
/** Sessions remembered in a row: more tabs than anybody has open. */
const SESSIONS = 8;

/** What the schema that will read a document says against it; undefined where it can be read back. */
export function unreadable(kind: KindId, doc: unknown): SaveError<never> | undefined {
  const issue = kindOf(kind).schema.safeParse(doc, IN_WORDS).error?.issues[0];
  return issue && { type: 'unreadable', at: placeOf(issue.path), message: issue.message };
}

/** What went wrong in the store, as a value. */
export function failure(e: unknown): SaveError<never> {
  const name = e instanceof Error ? e.name : '';
  const inner = (e as { inner?: { name?: string } } | null)?.inner?.name;
  if (name === 'QuotaExceededError' || inner === 'QuotaExceededError') return { type: 'full' };
  return { type: 'failed', message: e instanceof Error ? e.message : String(e) };
}

/**
 * Saves a document over the state `base` (undefined: new). Nothing is written when another tab has saved meanwhile: the error
 * carries what lies there. Documents it carries copies of are kept beside it.
 */
export async function save<K extends KindId>(
  db: Database,
  kind: K,
  doc: Docs[K],
  base: Stamp | undefined,
  edit: Edit | undefined,
  now: number,
): Promise<Result<Row<K>, SaveError<Row<K>>>> {
  const refused = unreadable(kind, doc);
  if (refused) return fail(refused);
  const brought = kindOf(kind).brings(doc);
  const table = rowsOf(db, kind);
  const tables = [table, ...brought.map((b) => db.table(kindOf(b.kind).table))];
  try {
    return await db.transaction('rw', tables, async () => {
      const there = await table.get(doc.id);
      if (there && there.schema > kindOf(kind).version) return fail<SaveError<Row<K>>>({ type: 'newer' });
      if (there && !isAt(there, base))
        return fail<SaveError<Row<K>>>({ type: 'changed-elsewhere', theirs: there });
      if (!there && base) return fail<SaveError<Row<K>>>({ type: 'deleted-elsewhere' });
      const row = rowFor(kind, doc, (base?.rev ?? 0) + 1, now, sessions(there?.by, edit));
      await table.put(row);
      for (const b of brought)
        if (!(await rowsOf(db, b.kind).get(b.doc.id)))
          await rowsOf(db, b.kind).put(rowFor(b.kind, b.doc as never, 1, now) as never);
      return ok(row);
    });
  } catch (e) {
    return fail(failure(e));
  }
}

function sessions(before: Row['by'], edit: Edit | undefined): Row['by'] {
  if (!edit) return before;
  const others = Object.entries(before ?? {}).filter(([session]) => session !== edit.session);
  return Object.fromEntries([...others, [edit.session, edit.seq]].slice(-SESSIONS));
}

/** Keeps a new document. */
export const create = <K extends KindId>(
  db: Database,
  kind: K,
  doc: Docs[K],
  now: number,
): Promise<Result<Row<K>, SaveError<Row<K>>>> => save(db, kind, doc, undefined, undefined, now);
