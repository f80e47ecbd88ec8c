import * as z from 'zod/mini';
import { fail, nothingElse, ok, IN_WORDS, type Result } from '../base';
import {
  COMBINATION_FORMAT,
  combinationFileSchema,
  combinationsIn,
  writeCombinations,
} from '../codecs/combination-json';
import { FORMAT, figuresIn, fileSchema, firstIssue, writeJson, type FileError } from '../codecs/json';
import { danceSchema } from '../figure';
import type { Bundle, Docs, KindId } from './kind';
import { kindOf, repeatedId } from './registry';

/**
 * How documents of a kind stand in a file of their own. `write` and `read` are inverses. Apart from the kinds: only
 * files need it.
 */
export interface FileForm<K extends KindId> {
  /** What the file says it is. */
  readonly format: string;
  readonly extension: string;
  /** Reads the file. */
  readonly schema: z.ZodMiniType;
  readonly write: (docs: readonly Docs[K][]) => string;
  /** Reads what has been JSON; a file may bring documents of other kinds along. */
  readonly read: (json: unknown) => Result<Bundle, FileError>;
}

/** A file that is a list of documents as they are kept, under the name of their table; older versions read the same. */
function plainForm<K extends KindId>(
  kind: K,
  most: number,
  { schema = kindOf(kind).schema, indent = 1 }: { schema?: z.ZodMiniType; indent?: number } = {},
): FileForm<K> {
  const { table, version } = kindOf(kind);
  const format = `brisk-partner/${table}`;
  const versions = Array.from({ length: version }, (_, i) => i + 1);
  const file = z.strictObject({
    format: z.literal(format),
    version: version === 1 ? z.literal(1) : z.literal(versions),
    [table]: z.array(schema).check(z.maxLength(most)),
  });
  return {
    format,
    extension: `.${table}.json`,
    schema: file,
    write: (docs) => JSON.stringify({ format, version, [table]: docs }, null, indent) + '\n',
    read: (json) => {
      const read = file.safeParse(json, IN_WORDS);
      if (!read.success) return fail(firstIssue(read.error.issues, json));
      const docs = (read.data as Record<string, unknown>)[table] as readonly Docs[K][];
      const twice = repeatedId(docs);
      return twice < 0
        ? ok({ [kind]: docs })
        : fail({ at: `${table}[${twice}].id`, message: 'Another one in this file has the same id.' });
    },
  };
}

/** The file of every kind. A file of songs holds their maps; what they sound from is in a backup. */
export const FORMS: { readonly [K in KindId]: FileForm<K> } = {
  dance: plainForm('dance', 2_000, { schema: nothingElse(danceSchema), indent: 2 }),
  figure: {
    format: FORMAT,
    extension: '.brisk.json',
    schema: fileSchema,
    write: writeJson,
    read: (json) => {
      const read = figuresIn(json);
      return read.ok ? ok({ figure: read.value }) : read;
    },
  },
  song: plainForm('song', 10_000, { indent: 0 }),
  combination: {
    format: COMBINATION_FORMAT,
    extension: '.combination.json',
    schema: combinationFileSchema,
    write: (combinations) => writeCombinations({ combinations, kept: [] }),
    read: (json) => {
      const read = combinationsIn(json);
      return read.ok ? ok({ figure: read.value.kept, combination: read.value.combinations }) : read;
    },
  },
  practice: plainForm('practice', 10_000, { indent: 2 }),
  result: plainForm('result', 100_000),
  room: plainForm('room', 2_000),
  group: plainForm('group', 2_000),
  series: plainForm('series', 5_000),
  class: plainForm('class', 10_000),
  entry: plainForm('entry', 100_000),
  recap: plainForm('recap', 10_000),
  cue: plainForm('cue', 10_000),
};
export const formOf = <K extends KindId>(id: K): FileForm<K> => FORMS[id] as FileForm<K>;
