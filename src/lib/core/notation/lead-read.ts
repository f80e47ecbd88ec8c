import { LEAD_KINDS, LEAD_KIND_NAMES, type LeadKind } from '../vocabulary';

const ENTRIES: readonly { readonly words: string; readonly kind: LeadKind }[] = LEAD_KIND_NAMES.flatMap(
  (kind) => LEAD_KINDS[kind].words.map((words) => ({ words, kind })),
).sort((a, b) => b.words.length - a.words.length);
/** What is denied is not said: “non-stop flow” stops nothing. */
const DENIED = '(?<!\\b(?:non|no|not|never|without)[- ])';
const FIND = new RegExp(`${DENIED}\\b(?:${ENTRIES.map((e) => e.words).join('|')})\\b`, 'gi');

/**
 * The usual kinds of lead named in what is said to lead or to be felt, in order. Everything else is free text.
 * @example leadKindsIn('elbow out, then a look') // ['elbow-out', 'look']
 */
export function leadKindsIn(text: string): LeadKind[] {
  const found = [...text.matchAll(FIND)].map((m) => m[0].toLowerCase());
  return found.flatMap((words) => ENTRIES.find((e) => e.words === words)?.kind ?? []);
}
