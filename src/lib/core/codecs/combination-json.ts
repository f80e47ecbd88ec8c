import * as z from 'zod/mini';
import { fail, ok, IN_WORDS, type Result } from '../base';
import {
  COMBINATION_VERSION,
  KEYS_DIFFER,
  combinationFields,
  tempoInMusic,
  uniqueKeys,
  type Combination,
} from '../combination';
import { isVersion, type Kept } from '../figure';
import { combinationFirst, eachOf, figureFirst, versionFirst } from './lift';
import {
  parseKept,
  parseText,
  fileSchema,
  firstIssue,
  keptInFile,
  strangeDance,
  type FileError,
} from './json';

export const COMBINATION_FORMAT = 'brisk-partner/combinations';

const { figures, versions } = fileSchema.shape;
const combinationInFile = z
  .extend(combinationFields, { own: z.array(figures.def.element).check(z.maxLength(64)) })
  .check(z.refine(uniqueKeys, KEYS_DIFFER));

/** Combinations with every figure they use, so that the file is whole by itself. Version 7. */
export const combinationFileSchema = z.strictObject({
  format: z.literal(COMBINATION_FORMAT),
  version: z.literal(COMBINATION_VERSION),
  combinations: z.array(combinationInFile).check(z.maxLength(20_000)),
  figures,
  versions,
});

export interface CombinationFile {
  readonly combinations: readonly Combination[];
  readonly kept: readonly Kept[];
}

/** Writes combinations and the figures and versions they use as our JSON. */
export function writeCombinations({ combinations, kept }: CombinationFile): string {
  const file = {
    format: COMBINATION_FORMAT,
    version: COMBINATION_VERSION,
    combinations: combinations.map((c) => ({
      ...c,
      own: c.own.map((f) => ({ ...f, lines: f.lines.split('\n') })),
    })),
    ...keptInFile(kept),
  };
  return JSON.stringify(file, null, 2) + '\n';
}

/**
 * Reads a file of combinations, whole or not at all; errors name the place. A combination may name a figure
 * that is not in the file: it is read whole, and shows the gap. @example readCombinations(writeCombinations(file)).ok // true
 */
export function readCombinations(text: string): Result<CombinationFile, FileError> {
  const parsed = parseText(text);
  if (!parsed.ok) return parsed;
  return combinationsIn(parsed.value);
}

/** The same of what has been JSON. */
export function combinationsIn(file: unknown): Result<CombinationFile, FileError> {
  const version = (file as { version?: unknown } | null)?.version;
  if (typeof version === 'number' && version > COMBINATION_VERSION)
    return fail({
      at: 'version',
      message: `This file is version ${version}; this program reads up to ${COMBINATION_VERSION}. Update it first.`,
    });
  const raw = lifted(file, version);
  const read = combinationFileSchema.safeParse(raw, IN_WORDS);
  if (!read.success) return fail(firstIssue(read.error.issues, raw));
  const kept = parseKept(read.data);
  if (!kept.ok) return kept;
  const combinations = read.data.combinations.map(
    (c) => ({ ...c, own: c.own.map((f) => ({ ...f, lines: f.lines.join('\n') })) }) as unknown as Combination,
  );
  for (const [i, c] of combinations.entries()) {
    const strange = strangeDance(c.own, `combinations[${i}].own`);
    if (strange) return fail(strange);
  }
  return uniqueCombinations({ combinations, kept: kept.value });
}

/**
 * One step from a version to the next. 1 to 2: notation 2. 2 to 3: figures may have a dance of one's own; nothing older
 * changes. 3 to 4: tempo changes stand on beats of the music, as marks do. 4 to 5: a
 * combination may be laid on a song; 5 to 6: figures may have tags; 6 to 7: phrases
 * may start from scratch; nothing older changes.
 */
const LIFTS: readonly ((file: Record<string, unknown>) => Record<string, unknown>)[] = [
  (file) => ({
    ...file,
    combinations: eachOf(file.combinations, combinationFirst),
    figures: eachOf(file.figures, figureFirst),
    versions: eachOf(file.versions, versionFirst),
  }),
  (file) => file,
  (file) => ({ ...file, combinations: eachOf(file.combinations, tempoInMusic) }),
  (file) => file,
  (file) => file,
  (file) => file,
];

function lifted(file: unknown, version: unknown): unknown {
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1) return file;
  const now = LIFTS.slice(version - 1).reduce((f, lift) => lift(f), file as Record<string, unknown>);
  return { ...now, version: COMBINATION_VERSION };
}

function uniqueCombinations(file: CombinationFile): Result<CombinationFile, FileError> {
  const seen = new Set<string>();
  for (const [i, c] of file.combinations.entries()) {
    if (seen.has(c.id))
      return fail({ at: `combinations[${i}].id`, message: 'Two combinations have the same id.' });
    seen.add(c.id);
  }
  return ok(file);
}

/** Every figure some combinations use, with all it is a version of; versions last, as in a file. */
export function keptFor(combinations: readonly Combination[], kept: readonly Kept[]): Kept[] {
  const byId = new Map(kept.map((k) => [k.id, k]));
  const wanted = new Set<string>();
  const want = (id: string | undefined): void => {
    if (id === undefined || wanted.has(id)) return;
    const k = byId.get(id);
    if (!k) return;
    wanted.add(id);
    if (isVersion(k)) want(k.of);
  };
  for (const c of combinations)
    for (const p of c.parts) for (const id of [p.figure, p.layers?.[2], p.layers?.[3]]) want(id);
  const found = kept.filter((k) => wanted.has(k.id));
  return [...found.filter((k) => !isVersion(k)), ...found.filter(isVersion)];
}
