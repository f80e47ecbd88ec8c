import { fail, ok, type Result } from '../base';
import { parseText, type FileError } from '../codecs/json';
import { readText } from '../codecs/text';
import { FORMS, formOf } from './forms';
import { KIND_IDS } from './registry';
import type { Bundle } from './kind';

/**
 * Reads a file of any kind, or notation text, whole or not at all. Errors name the place.
 * @example readFile('push.brisk.json', FORMS.figure.write([push]), makeId) // { ok: true, value: { figure: [push] } }
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
  const kind = KIND_IDS.find((id) => FORMS[id].format === format);
  if (kind) return formOf(kind).read(json);
  return fail({
    at: typeof json === 'object' && json !== null && !Array.isArray(json) ? 'format' : 'the whole file',
    message: `Expected ${KIND_IDS.map((id) => `"${FORMS[id].format}"`).join(' or ')}.`,
  });
}
