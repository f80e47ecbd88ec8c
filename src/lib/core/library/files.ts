import { fail, ok, type Result } from '../base';
import { keptFor, parseText, readText, writeCombinations, type FileError } from '../codecs';
import { KINDS, KIND_IDS, kindOf, type AnyDoc } from './registry';
import type { Bundle, Docs, KindId } from './kind';

/**
 * Reads a file of any kind, or notation text, whole or not at all. Errors name the place.
 * @example readFile('push.brisk.json', KINDS.figure.file.write([push]), makeId) // { ok: true, value: { figure: [push] } }
 */
export function readFile(name: string, text: string, makeId: () => string): Result<Bundle, FileError> {
  const json = /^\s*[{[]/.test(text.replace(/^\uFEFF/, '')) || name.endsWith('.json');
  if (!json) {
    const read = readText(text, makeId);
    return read.ok ? ok({ figure: read.value }) : read;
  }
  const parsed = parseText(text);
  return parsed.ok ? readJsonFile(parsed.value) : parsed;
}

/** The same of what has been JSON. */
export function readJsonFile(json: unknown): Result<Bundle, FileError> {
  const format = (json as { format?: unknown } | null)?.format;
  const kind = KIND_IDS.find((id) => KINDS[id].file.format === format);
  if (kind) return kindOf(kind).file.read(json);
  return fail({
    at: typeof json === 'object' && json !== null && !Array.isArray(json) ? 'format' : 'the whole file',
    message: `Expected ${KIND_IDS.map((id) => `"${KINDS[id].file.format}"`).join(' or ')}.`,
  });
}

/** Writes documents of one kind; combinations go with the figures they are danced with. */
export function writeFile<K extends KindId>(
  id: K,
  docs: readonly Docs[K][],
  all: readonly AnyDoc[] = [],
): string {
  if (id !== 'combination') return kindOf(id).file.write(docs);
  const combinations = docs as readonly Docs['combination'][];
  return writeCombinations({ combinations, kept: keptFor(combinations, all as readonly Docs['figure'][]) });
}
