import type { Result } from '../base';
import { combinationFirst, figureFirst, versionFirst } from '../codecs/lift';
import type { Docs, KindId, Lift } from './kind';
import { kindOf, readDoc, type Unread } from './registry';

/** What was written in notation 1 in the words of notation 2, by kind. It reads breakdowns, and few ever need it. */
const FIRST: { readonly [K in KindId]?: Lift } = {
  figure: (doc) =>
    typeof doc === 'object' && doc !== null && 'of' in doc ? versionFirst(doc) : figureFirst(doc),
  combination: combinationFirst,
};

/** {@link readDoc}, of whatever version. @example readOlder('figure', figure, 1) */
export function readOlder<K extends KindId>(id: K, doc: unknown, version: number): Result<Docs[K], Unread> {
  const { since } = kindOf(id);
  const lift = FIRST[id];
  return lift && version < since ? readDoc(id, lift(doc), since) : readDoc(id, doc, version);
}
