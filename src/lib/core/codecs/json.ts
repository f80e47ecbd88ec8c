import * as z from 'zod/mini';
import { fail, nothingElse, ok, IN_WORDS, type Result } from '../base';
import {
  FIGURE_VERSION,
  MOST_LINES,
  MOST_TEXT,
  figureFields,
  isVersion,
  type Figure,
  type Kept,
  type Version,
} from '../figure';
import { versionSchema } from '../figure/version-schema';
import { shippedDance } from '../vocabulary';
import { jsonPlace } from './json-place';
import { eachOf, figureFirst, versionFirst } from './lift';

export const FORMAT = 'brisk-partner/figures';
export const VERSION = FIGURE_VERSION;

/** Together no longer than the text they make. */
const linesInFile = z.array(z.string().check(z.maxLength(MOST_TEXT))).check(
  z.maxLength(MOST_LINES),
  z.refine((list) => list.reduce((n, l) => n + l.length + 1, -1) <= MOST_TEXT, {
    message: `more than ${MOST_TEXT} characters in all`,
  }),
);

/** A figure in a file: as kept, with the breakdown as one string a line. */
const figureInFile = nothingElse(z.extend(figureFields, { lines: linesInFile }));
/** The file: a header, figures, and versions of figures, which hold only what they change. Version 5. */
export const fileSchema = z.strictObject({
  format: z.literal(FORMAT),
  version: z.literal(VERSION),
  figures: z.array(figureInFile).check(z.maxLength(100_000)),
  versions: z.array(nothingElse(versionSchema)).check(z.maxLength(100_000)),
});

/** Why a file cannot be read: `at` names the place, such as `figures[2].tempo.max` or `line 4`. */
export interface FileError {
  readonly at: string;
  readonly message: string;
  readonly figure?: string;
}

/** Writes figures and versions as our JSON, version 5, two-space indent, ending in a newline. */
export function writeJson(kept: readonly Kept[]): string {
  return JSON.stringify({ format: FORMAT, version: VERSION, ...keptInFile(kept) }, null, 2) + '\n';
}

/** Figures and versions in the form files have them. */
export const keptInFile = (kept: readonly Kept[]) => ({
  figures: kept.flatMap((k) => (isVersion(k) ? [] : [{ ...k, lines: k.lines.split('\n') }])),
  versions: kept.filter(isVersion),
});

/** The inverse of {@link keptInFile}, for what a schema has let through. */
export function parseKept(file: {
  readonly figures: readonly { readonly lines: readonly string[] }[];
  readonly versions: readonly unknown[];
}): Result<Kept[], FileError> {
  const figures = file.figures.map((f) => ({ ...f, lines: f.lines.join('\n') }) as unknown as Figure);
  const strange = strangeDance(figures);
  if (strange) return fail(strange);
  return uniqueIds([...figures, ...(file.versions as Version[])]);
}

/** Every dance is one that ships, or told by the figure itself. */
export function strangeDance(figures: readonly Figure[], path = 'figures'): FileError | undefined {
  const i = figures.findIndex((f) => !shippedDance(f.dance) && f.ownDance?.id !== f.dance);
  const f = figures[i];
  return (
    f && {
      at: `${path}[${i}].dance`,
      message: `“${f.dance}” is no dance that ships, and ownDance does not say what it is.`,
      figure: f.name,
    }
  );
}

/**
 * One step from a version to the next. 1 to 2: versions of figures are new. 2 to 3: words are danced in the order they
 * are said, so that turns stand first where they stood behind. 3 to 4: a figure may bring a dance of the teacher's own;
 * 4 to 5: and tags; nothing older changes.
 */
export type Migration = (file: Record<string, unknown>) => Record<string, unknown>;
export const MIGRATIONS: readonly Migration[] = [
  (file) => ({ ...file, versions: [] }),
  (file) => ({
    ...file,
    figures: eachOf(file.figures, figureFirst),
    versions: eachOf(file.versions, versionFirst),
  }),
  (file) => file,
  (file) => file,
];

/** Lifts a file of an older version to `current`. Errors: no version, or a newer one than this program knows. */
export function migrate(
  raw: unknown,
  steps: readonly Migration[],
  current: number,
): Result<unknown, FileError> {
  if (typeof raw !== 'object' || raw === null || Array.isArray(raw))
    return fail({ at: 'the whole file', message: 'Expected an object with format, version and figures.' });
  const file = raw as Record<string, unknown>;
  if (file.format !== FORMAT) return fail({ at: 'format', message: `Expected "${FORMAT}".` });
  const { version } = file;
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1)
    return fail({ at: 'version', message: 'Expected a whole number from 1.' });
  if (version > current)
    return fail({
      at: 'version',
      message: `This file is version ${version}; this program reads up to ${current}. Update it first.`,
    });
  const lifted = steps.slice(version - 1, current - 1).reduce((f, step) => step(f), file);
  return ok({ ...lifted, version: current });
}

/**
 * Reads our JSON, whole or not at all. Errors name the place.
 * @example readJson(writeJson([figure])) // { ok: true, value: [figure] }
 */
export function readJson(text: string): Result<Kept[], FileError> {
  const parsed = parseText(text);
  return parsed.ok ? figuresIn(parsed.value) : parsed;
}

/** The same of what has been JSON. */
export function figuresIn(raw: unknown): Result<Kept[], FileError> {
  const current = migrate(raw, MIGRATIONS, VERSION);
  if (!current.ok) return current;
  const file = fileSchema.safeParse(current.value, IN_WORDS);
  if (!file.success) return fail(firstIssue(file.error.issues, current.value));
  return parseKept(file.data);
}

/** Ids must differ inside one file. */
export function uniqueIds<T extends Kept>(figures: T[]): Result<T[], FileError> {
  const seen = new Map<string, number>();
  for (const [i, f] of figures.entries()) {
    const before = seen.get(f.id);
    if (before !== undefined)
      return fail({
        at: `figures[${i}].id`,
        message: `Has the same id as figures[${before}].`,
        ...('name' in f ? { figure: f.name } : {}),
      });
    seen.set(f.id, i);
  }
  return ok(figures);
}

/** The place of the first thing a schema refused, as a path a person can follow. */
export function firstIssue(issues: readonly z.core.$ZodIssue[], raw: unknown): FileError {
  const issue = issues[0];
  if (!issue) return { at: 'the whole file', message: 'It does not have the form of a figure file.' };
  const at =
    issue.path
      .map((p) => (typeof p === 'number' ? `[${p}]` : `.${String(p)}`))
      .join('')
      .replace(/^\./, '') || 'the whole file';
  const index = issue.path[0] === 'figures' && typeof issue.path[1] === 'number' ? issue.path[1] : undefined;
  const name =
    index === undefined ? undefined : (raw as { figures?: { name?: unknown }[] }).figures?.[index]?.name;
  return typeof name === 'string'
    ? { at, message: issue.message, figure: name }
    : { at, message: issue.message };
}

/** A text as JSON; where it stops being that, line and column are named. */
export function parseText(text: string): Result<unknown, FileError> {
  try {
    return ok(JSON.parse(text.replace(/^\uFEFF/, '')));
  } catch (e) {
    return fail({
      at: jsonPlace(text, e),
      message: 'This is not JSON: it breaks off or has a stray character here.',
    });
  }
}
