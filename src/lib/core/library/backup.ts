import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate';
import * as z from 'zod/mini';
import { fail, ok, IN_WORDS, type Result } from '../base';
import { parseText, type FileError } from '../codecs/json';
import type { Bundle, KindId } from './kind';
import { formOf } from './forms';
import { KIND_IDS, bundleOf, inBundle, isKind, kindOf, readDoc, refKey } from './registry';

export const BACKUP_FORMAT = 'brisk-partner/backup';
export const BACKUP_VERSION = 1;
export const BACKUP_EXTENSION = '.brisk.zip';

/** A row that could not be read, as it lies in the store. */
export const rawRowSchema = z.strictObject({
  kind: z.string().check(z.refine(isKind)),
  id: z.string().check(z.minLength(1)),
  schema: z.int(),
  doc: z.unknown(),
});
export type RawRow = z.infer<typeof rawRowSchema>;

/** Everything a browser keeps. `media` are files as they were brought, by name. */
export interface Backup {
  readonly documents: Bundle;
  readonly unreadable: readonly RawRow[];
  readonly settings: Readonly<Record<string, unknown>>;
  readonly media: Readonly<Record<string, Uint8Array>>;
}

const manifestSchema = z.object({
  format: z.literal(BACKUP_FORMAT),
  version: z.int().check(z.gte(1)),
  /** When it was made, ISO 8601. */
  made: z.string(),
  files: z.array(z.object({ name: z.string(), documents: z.int().check(z.gte(0)) })),
});

/** What may be unpacked: far beyond what anybody keeps, and an end for a file made to fill the memory. Our choice. */
const MOST_BYTES = 1024 * 1024 * 1024;
const MOST_FILES = 5_000;

/** Called with the share done, from 0 to 1, and what is being done. */
export type Progress = (done: number, what: string) => void;

/**
 * Everything in one zip: a manifest, one JSON a kind, media as they were brought.
 * @example readBackup(writeBackup(all, new Date(0))) // { ok: true, value: all }
 */
export function writeBackup(b: Backup, made: Date, progress: Progress = () => {}): Uint8Array {
  const mtime = zipDate(made);
  const files: Zippable = {};
  const listed: { name: string; documents: number }[] = [];
  const add = (name: string, text: string, documents: number): void => {
    files[name] = [strToU8(text), { level: 6, mtime }];
    listed.push({ name, documents });
  };
  KIND_IDS.forEach((id, i) => {
    progress(i / (KIND_IDS.length + 1), kindOf(id).table);
    const docs = b.documents[id] ?? [];
    add(`${kindOf(id).table}.json`, formOf(id).write(docs as never), docs.length);
  });
  add('unreadable.json', JSON.stringify(b.unreadable, null, 2), b.unreadable.length);
  add('settings.json', JSON.stringify(b.settings, null, 2), Object.keys(b.settings).length);
  for (const [name, bytes] of Object.entries(b.media)) files[`media/${name}`] = [bytes, { level: 0, mtime }];
  const manifest = {
    format: BACKUP_FORMAT,
    version: BACKUP_VERSION,
    made: made.toISOString(),
    files: listed,
  };
  files['manifest.json'] = [strToU8(JSON.stringify(manifest, null, 2) + '\n'), { mtime }];
  progress(KIND_IDS.length / (KIND_IDS.length + 1), 'packing');
  return zipSync(files);
}

/** Zip knows the years 1980 to 2099: a clock that is wrong costs no backup. */
const zipDate = (d: Date): Date =>
  d.getFullYear() > 1980 && d.getFullYear() < 2099 ? d : new Date(2000, 0, 1);

/** A zip begins so. @example isZip(strToU8('PK\u0003\u0004')) // true */
export const isZip = (bytes: Uint8Array): boolean =>
  bytes[0] === 0x50 && bytes[1] === 0x4b && (bytes[2] === 3 || bytes[2] === 5);

/** Reads a backup, whole or not at all; errors name the file inside and the place in it. */
export function readBackup(bytes: Uint8Array, progress: Progress = () => {}): Result<Backup, FileError> {
  progress(0, 'unpacking');
  const opened = unpacked(bytes);
  if (!opened.ok) return opened;
  const files = opened.value;
  const manifest = jsonOf(files, 'manifest.json');
  if (!manifest.ok) return manifest;
  const head = manifestSchema.safeParse(manifest.value, IN_WORDS);
  if (!head.success) return fail({ at: 'manifest.json', message: `Expected "${BACKUP_FORMAT}".` });
  if (head.data.version > BACKUP_VERSION)
    return fail({
      at: 'manifest.json',
      message: `This backup is version ${head.data.version}; this program reads up to ${BACKUP_VERSION}. Update it first.`,
    });
  let documents: Bundle = {};
  for (const [i, id] of KIND_IDS.entries()) {
    const name = `${kindOf(id).table}.json`;
    progress((i + 1) / (KIND_IDS.length + 2), kindOf(id).table);
    if (!files[name]) continue;
    const json = jsonOf(files, name);
    const read = json.ok ? formOf(id).read(json.value) : json;
    if (!read.ok) return json.ok ? fail({ ...read.error, at: `${name}, ${read.error.at}` }) : read;
    documents = { ...documents, [id]: read.value[id] ?? [] };
  }
  return others(files, documents);
}

function others(files: Record<string, Uint8Array>, documents: Bundle): Result<Backup, FileError> {
  const unreadable = files['unreadable.json'] ? jsonOf(files, 'unreadable.json') : ok([]);
  if (!unreadable.ok) return unreadable;
  const rows = z.array(rawRowSchema).safeParse(unreadable.value, IN_WORDS);
  if (!rows.success) return fail({ at: 'unreadable.json', message: rows.error.issues[0]?.message ?? '' });
  const readable = promoted(rows.data, documents);
  if (!readable.ok) return readable;
  const settings = files['settings.json'] ? jsonOf(files, 'settings.json') : ok({});
  if (!settings.ok) return settings;
  const set = z.record(z.string(), z.unknown()).safeParse(settings.value, IN_WORDS);
  if (!set.success) return fail({ at: 'settings.json', message: 'Expected an object.' });
  const media = Object.fromEntries(
    Object.entries(files).flatMap(([name, b]) =>
      name.startsWith('media/') && name.length > 6 ? [[name.slice(6), b]] : [],
    ),
  );
  return ok({ ...readable.value, settings: set.data, media });
}

/** Rows that this program can read are documents like the others: they are listed, compared and imported with them. */
function promoted(
  rows: readonly RawRow[],
  documents: Bundle,
): Result<Pick<Backup, 'documents' | 'unreadable'>, FileError> {
  const list = inBundle(documents);
  const there = new Set(list.map((x) => refKey({ kind: x.kind, id: x.doc.id })));
  const unreadable: RawRow[] = [];
  for (const [i, row] of rows.entries()) {
    const kind = row.kind as KindId;
    const read = readDoc(kind, row.doc, row.schema);
    if (!read.ok) unreadable.push(row);
    else if (read.value.id !== row.id || there.has(refKey({ kind, id: row.id })))
      return fail({
        at: `unreadable.json, row ${i + 1}`,
        message: `Its id “${row.id}” belongs to another document.`,
      });
    else list.push({ kind, doc: read.value });
  }
  return ok({ documents: unreadable.length < rows.length ? bundleOf(list) : documents, unreadable });
}

function unpacked(bytes: Uint8Array): Result<Record<string, Uint8Array>, FileError> {
  let [size, count] = [0, 0];
  try {
    const files = unzipSync(bytes, {
      filter: (f) => {
        size += f.originalSize;
        count++;
        if (size > MOST_BYTES || count > MOST_FILES) throw new Error('It holds too much.');
        return true;
      },
    });
    return ok(files);
  } catch {
    const full = size > MOST_BYTES || count > MOST_FILES;
    return fail({ at: 'the whole file', message: full ? 'It holds too much.' : 'This zip is damaged.' });
  }
}

function jsonOf(files: Record<string, Uint8Array>, name: string): Result<unknown, FileError> {
  const bytes = files[name];
  if (!bytes) return fail({ at: 'the whole file', message: `It holds no ${name}: it is no backup of ours.` });
  const parsed = parseText(strFromU8(bytes));
  return parsed.ok ? parsed : fail({ ...parsed.error, at: `${name}, ${parsed.error.at}` });
}
