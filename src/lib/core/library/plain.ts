import type * as z from 'zod/mini';
import type { Docs, Kind, KindId, Lift, Ref } from './kind';

type To = (ref: Ref) => string;

/**
 * A kind whose documents are kept as they are worked on. `renaming` gives a document whose
 * references have other ids; what it names is read off from the same.
 */
export function plainKind<K extends KindId>(
  id: K,
  how: {
    readonly table: string;
    readonly schema: z.ZodMiniType;
    readonly renaming: (doc: Docs[K], to: To) => Docs[K];
    readonly nameOf: (doc: Docs[K]) => string;
    readonly named: (doc: Docs[K], name: string) => Docs[K];
    readonly path: (id: string) => string | undefined;
    readonly list: string;
    readonly media?: (doc: Docs[K]) => readonly string[];
    /** From version 1 on; none for a kind in its first version. */
    readonly lifts?: readonly Lift[];
  },
): Kind<K> {
  const { renaming, table, schema, lifts = [], ...rest } = how;
  return {
    ...rest,
    id,
    table,
    version: 1 + lifts.length,
    since: 1,
    lifts,
    schema,
    refs: (doc) => refsIn((to) => renaming(doc, to)),
    renamed: (doc, to) => ({ ...renaming(doc, to), id: to({ kind: id, id: doc.id }) }),
    standsOn: () => undefined,
    brings: () => [],
  };
}

function refsIn(rename: (to: To) => unknown): Ref[] {
  const found: Ref[] = [];
  rename((ref) => {
    found.push(ref);
    return ref.id;
  });
  return found;
}

/** The same document with a reference of one field renamed, where there is one. */
export const renamedField = <T, F extends string>(
  doc: T,
  field: F & keyof T,
  kind: KindId,
  to: To,
): Partial<T> => {
  const value = doc[field];
  return typeof value === 'string' ? ({ [field]: to({ kind, id: value }) } as unknown as Partial<T>) : {};
};
