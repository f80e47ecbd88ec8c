import { Inflate, deflateSync, strFromU8, strToU8 } from 'fflate';
import { fail, ok, type Result } from '../base';
import type { FileError } from '../codecs/json';
import type { Bundle, KindId, Ref } from './kind';
import { bundleOf, inBundle, isKind, kindOf, readDoc, refKey, type AnyDoc } from './registry';

/** What a link carries: the document it is about, and those it needs. */
export interface Shared {
  readonly main: Ref;
  readonly documents: Bundle;
}

const LINK_VERSION = 1;
/** What a link may unpack to, bytes. */
const MOST = 4_000_000;
/** What may be shared so. */
export const SHAREABLE = ['figure', 'combination', 'recap'] as const satisfies readonly KindId[];
export type Shareable = (typeof SHAREABLE)[number];
/** What a link of each kind may bring along, and nothing else: whoever keeps it is told of just these. */
const CARRIED: Readonly<Record<Shareable, readonly KindId[]>> = {
  figure: ['figure', 'dance'],
  combination: ['combination', 'figure', 'dance'],
  recap: ['recap', 'combination', 'figure', 'dance'],
};
const isShareable = (kind: unknown): kind is Shareable => SHAREABLE.some((k) => k === kind);

/**
 * A document and what it needs as one word for the part of an address behind `#`: JSON, deflated (RFC 1951), in
 * base64url (RFC 4648). `readLink` is its inverse.
 * @example writeLink({ main: { kind: 'figure', id: 'push' }, documents: { figure: [push] } })
 */
export function writeLink({ main, documents }: Shared): string {
  const list = inBundle(documents).map(({ kind, doc }) => [kind, kindOf(kind).version, doc]);
  const text = JSON.stringify([LINK_VERSION, main.kind, main.id, list]);
  return toBase64Url(deflateSync(strToU8(text), { level: 9 }));
}

/** Reads a link, validated like a file, whole or not at all. */
export function readLink(word: string): Result<Shared, FileError> {
  const bytes = fromBase64Url(word);
  const text = bytes && inflated(bytes);
  if (text === undefined) return fail(whole('It is cut off or changed. Ask for it again.'));
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return fail(whole('It is cut off or changed. Ask for it again.'));
  }
  return readShared(json);
}
const OTHER_VERSION = {
  newer: 'A later version of this application made it.',
  older: 'An early version of this application made it.',
} as const;
const whole = (message: string): FileError => ({ at: 'the whole link', message });

function readShared(json: unknown): Result<Shared, FileError> {
  if (!Array.isArray(json) || json.length !== 4) return fail(whole('It is none of ours.'));
  const [version, kind, id, list] = json as unknown[];
  if (typeof version !== 'number' || version > LINK_VERSION)
    return fail(whole('A later version of this application made it.'));
  if (!isShareable(kind) || typeof id !== 'string' || !Array.isArray(list))
    return fail(whole('It is none of ours.'));
  const read: { kind: KindId; doc: AnyDoc }[] = [];
  for (const [i, entry] of (list as unknown[]).entries()) {
    const [k, v, raw] = Array.isArray(entry) ? (entry as unknown[]) : [];
    if (!isKind(k) || typeof v !== 'number')
      return fail({ at: `document ${i + 1}`, message: 'It is of no known kind.' });
    if (!CARRIED[kind].includes(k))
      return fail({ at: `document ${i + 1}`, message: 'It carries something that does not belong to it.' });
    const doc = readDoc(k, raw, v);
    if (!doc.ok)
      return fail(
        doc.error.code !== 'unreadable'
          ? { at: `document ${i + 1}`, message: OTHER_VERSION[doc.error.code] }
          : { at: `document ${i + 1}, ${doc.error.at}`, message: doc.error.message },
      );
    read.push({ kind: k, doc: doc.value });
  }
  const main = { kind, id };
  const keys = read.map((x) => refKey({ kind: x.kind, id: x.doc.id }));
  if (new Set(keys).size < keys.length) return fail(whole('Two documents in it have the same id.'));
  const named = namedFrom(refKey(main), read);
  const strange = keys.findIndex((key) => !named.has(key));
  if (strange >= 0 && keys.includes(refKey(main)))
    return fail({
      at: `document ${strange + 1}`,
      message: 'It carries something that does not belong to it.',
    });
  if (!read.some((x) => refKey({ kind: x.kind, id: x.doc.id }) === refKey(main)))
    return fail(whole('What it is about is not in it.'));
  return ok({ main, documents: bundleOf(read) });
}

/** Everything a document names, and what that names: the keys of all of it. */
function namedFrom(
  main: string,
  docs: readonly { readonly kind: KindId; readonly doc: AnyDoc }[],
): ReadonlySet<string> {
  const byKey = new Map(docs.map((x) => [refKey({ kind: x.kind, id: x.doc.id }), x]));
  const found = new Set<string>();
  const open = [main];
  for (let key = open.pop(); key !== undefined; key = open.pop()) {
    const x = byKey.get(key);
    if (found.has(key) || !x) continue;
    found.add(key);
    for (const ref of kindOf(x.kind).refs(x.doc as never)) open.push(refKey(ref));
  }
  return found;
}

/** Unpacks as far as is allowed; undefined where it is damaged or too much. */
function inflated(bytes: Uint8Array): string | undefined {
  const parts: Uint8Array[] = [];
  let [size, done] = [0, false];
  try {
    const stream = new Inflate((chunk, final) => {
      size += chunk.length;
      if (size > MOST) throw new Error('too much');
      parts.push(chunk);
      done ||= final;
    });
    for (let i = 0; i < bytes.length; i += 4096)
      stream.push(bytes.subarray(i, i + 4096), i + 4096 >= bytes.length);
  } catch {
    return undefined;
  }
  if (!done) return undefined;
  const all = new Uint8Array(size);
  let at = 0;
  for (const p of parts) {
    all.set(p, at);
    at += p.length;
  }
  return strFromU8(all);
}

const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789-_';
const VALUES = new Map([...LETTERS].map((c, i) => [c, i]));

function toBase64Url(bytes: Uint8Array): string {
  let out = '';
  for (let i = 0; i < bytes.length; i += 3) {
    const [a = 0, b = 0, c = 0] = bytes.subarray(i, i + 3);
    const n = (a << 16) | (b << 8) | c;
    const left = Math.min(3, bytes.length - i);
    for (let k = 0; k <= left; k++) out += LETTERS[(n >> (18 - 6 * k)) & 63];
  }
  return out;
}
function fromBase64Url(word: string): Uint8Array | undefined {
  if (word === '' || word.length % 4 === 1) return undefined;
  const out = new Uint8Array(Math.floor((word.length * 3) / 4));
  let [n, bits, at] = [0, 0, 0];
  for (const c of word) {
    const v = VALUES.get(c);
    if (v === undefined) return undefined;
    n = ((n << 6) | v) & 0xff_ffff;
    bits += 6;
    if (bits < 8) continue;
    bits -= 8;
    out[at++] = (n >> bits) & 255;
  }
  return out.subarray(0, at);
}
