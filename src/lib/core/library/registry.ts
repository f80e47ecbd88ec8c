import { fail, keyedOnce, ok, IN_WORDS, type Result } from '../base';
import { classKind, cueKind, entryKind, groupKind, recapKind, roomKind, seriesKind } from './class-kinds';
import { combinationKind } from './combination-kind';
import { danceKind } from './dance-kind';
import { figureKind } from './figure-kind';
import { practiceKind } from './practice-kind';
import { resultKind } from './result-kind';
import { songKind } from './song-kind';
import type { Bundle, Docs, Kind, KindId, Ref } from './kind';

/** What every kind is held to at the door, whatever its schema says: keys that a list is drawn by stand in it once. */
const checked = <K extends KindId>(kind: Kind<K>): Kind<K> => ({ ...kind, schema: keyedOnce(kind.schema) });

/** Every kind of document there is. Those a document may name come before it. */
export const KINDS: { readonly [K in KindId]: Kind<K> } = {
  dance: checked(danceKind),
  figure: checked(figureKind),
  song: checked(songKind),
  combination: checked(combinationKind),
  practice: checked(practiceKind),
  result: checked(resultKind),
  room: checked(roomKind),
  group: checked(groupKind),
  series: checked(seriesKind),
  class: checked(classKind),
  entry: checked(entryKind),
  recap: checked(recapKind),
  cue: checked(cueKind),
};
export const KIND_IDS = Object.keys(KINDS) as readonly KindId[];
export type AnyDoc = Docs[KindId];

/** A kind as one of any: what the library does is the same for all. */
export const kindOf = <K extends KindId>(id: K): Kind<K> => KINDS[id] as Kind<K>;

export const isKind = (id: unknown): id is KindId =>
  typeof id === 'string' && (KIND_IDS as readonly string[]).includes(id);

/**
 * Why a document cannot be read; `newer`: it was written by a later version of this program; `older`: in
 * notation 1, before the store or a file's own lifts have rewritten it.
 */
export type Unread =
  | { readonly code: 'older'; readonly version: number }
  | { readonly code: 'newer'; readonly version: number }
  | { readonly code: 'unreadable'; readonly at: string; readonly message: string };

/**
 * A document as it lies in the store, lifted to today's version and checked.
 * @example readDoc('dance', { id: 'x' }, 1) // { ok: false, error: { code: 'unreadable', at: 'name', … } }
 */
export function readDoc<K extends KindId>(id: K, doc: unknown, version: number): Result<Docs[K], Unread> {
  const kind = kindOf(id);
  if (version > kind.version) return fail({ code: 'newer', version });
  if (version < kind.since) return fail({ code: 'older', version });
  const lifted = kind.lifts.slice(version - kind.since).reduce((d, lift) => lift(d), doc);
  const read = kind.schema.safeParse(lifted, IN_WORDS);
  const issue = read.error?.issues[0];
  if (issue) return fail({ code: 'unreadable', at: placeOf(issue.path), message: issue.message });
  return ok(read.data as Docs[K]);
}

/** A path a person can follow. @example placeOf(['parts', 0, 'times']) // 'parts[0].times' */
export const placeOf = (path: readonly PropertyKey[]): string =>
  path
    .map((p) => (typeof p === 'number' ? `[${p}]` : `.${String(p)}`))
    .join('')
    .replace(/^\./, '') || 'the whole';

/** A reference as one word, for indices. @example refKey({ kind: 'figure', id: 'a' }) // 'figure:a' */
export const refKey = (ref: Ref): string => `${ref.kind}:${ref.id}`;

/** Every document of a bundle with its kind, those that may be named first. */
export const inBundle = (b: Bundle): { readonly kind: KindId; readonly doc: AnyDoc }[] =>
  KIND_IDS.flatMap((kind) => (b[kind] ?? []).map((doc: AnyDoc) => ({ kind, doc })));

export const bundleOf = (list: readonly { readonly kind: KindId; readonly doc: AnyDoc }[]): Bundle =>
  Object.fromEntries(
    KIND_IDS.map((kind) => [kind, list.filter((x) => x.kind === kind).map((x) => x.doc)]),
  ) as Bundle;

/** The first document of a list under an id that one before it has; -1 where each has its own. */
export function repeatedId(docs: readonly { readonly id: string }[]): number {
  const seen = new Set<string>();
  return docs.findIndex(({ id }) => seen.size === seen.add(id).size);
}

/** A bundle with the documents its own carry copies of, each once. */
export function withBrought(b: Bundle): Bundle {
  const all = inBundle(b);
  const there = new Set(all.map(({ kind, doc }) => refKey({ kind, id: doc.id })));
  const brought = all.flatMap(({ kind, doc }) => [...kindOf(kind).brings(doc as never)]);
  const missing = brought.filter(({ kind, doc }) => {
    const key = refKey({ kind, id: doc.id });
    return !there.has(key) && there.add(key);
  });
  return bundleOf([...all, ...missing]);
}
