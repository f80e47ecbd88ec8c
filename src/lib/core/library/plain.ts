import * as z from 'zod/mini';
import { fail, ok, IN_WORDS } from '../base';
import { firstIssue } from '../codecs/json';
import type { Docs, FileForm, Kind, KindId, Ref } from './kind';

/** A file that is a list of documents as they are kept, under the name of their table. */
export function plainFile<K extends KindId>(
  kind: K,
  table: string,
  schema: z.ZodMiniType,
  version: number,
  most: number,
): FileForm<K> {
  const format = `brisk-partner/${table}`;
  const fileSchema = z.strictObject({
    format: z.literal(format),
    version: z.literal(version),
    [table]: z.array(schema).check(z.maxLength(most)),
  });
  return {
    format,
    extension: `.${table}.json`,
    schema: fileSchema,
    write: (docs) => JSON.stringify({ format, version, [table]: docs }, null, 1) + '\n',
    read: (json) => {
      const read = fileSchema.safeParse(json, IN_WORDS);
      return read.success
        ? ok({ [kind]: (read.data as Record<string, unknown>)[table] as readonly Docs[K][] })
        : fail(firstIssue(read.error.issues, json));
    },
  };
}

type To = (ref: Ref) => string;

/**
 * A kind in its first version whose documents are kept as they are worked on. `renaming` gives a document whose
 * references have other ids; what it names is read off from the same.
 */
export function plainKind<K extends KindId>(
  id: K,
  how: {
    readonly table: string;
    readonly schema: z.ZodMiniType;
    readonly most: number;
    readonly renaming: (doc: Docs[K], to: To) => Docs[K];
    readonly nameOf: (doc: Docs[K]) => string;
    readonly named: (doc: Docs[K], name: string) => Docs[K];
    readonly path: (id: string) => string | undefined;
    readonly list: string;
    readonly media?: (doc: Docs[K]) => readonly string[];
  },
): Kind<K> {
  const { renaming, table, schema, most, ...rest } = how;
  return {
    ...rest,
    id,
    table,
    version: 1,
    lifts: [],
    schema,
    refs: (doc) => refsIn((to) => renaming(doc, to)),
    renamed: (doc, to) => ({ ...renaming(doc, to), id: to({ kind: id, id: doc.id }) }),
    standsOn: () => undefined,
    brings: () => [],
    file: plainFile(id, table, schema, 1, most),
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
