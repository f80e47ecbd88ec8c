import { TICKS_PER_BEAT } from '$lib/core/base';
import type { Conflict } from '$lib/core/figure';
import type { Aspect, Breach, Gist, GistPart, Likeness, Placement } from '$lib/core/likeness';
import { capital, spanOfCounts as span } from './words';

/** The one place where versions, layers and likeness become sentences. */

const BREACHES: Readonly<Record<Breach['what'], (b: Breach) => string>> = {
  length: () => 'not as long',
  timing: () => 'steps at other times',
  foot: () => 'another foot',
  place: (b) => `about ${Math.round((b.far ?? 0) * 100)} cm elsewhere`,
};
/** @example 'Follower 3: steps at other times' */
export const breachText = (b: Breach): string =>
  `${capital(b.role)} ${Math.floor(b.tick / TICKS_PER_BEAT) + 1}: ${BREACHES[b.what](b)}`;

const GIST: Readonly<Record<GistPart, string>> = {
  timing: 'timing',
  steps: 'steps',
  turns: 'turns',
  hands: 'hands',
  words: 'words',
  details: 'details',
};
/** Said only where nothing else is. */
const MINOR: ReadonlySet<GistPart> = new Set(['words', 'details']);

/** @example 'from 3: turns, hands' */
export function gistText(g: Gist): string {
  const parts = g.parts
    .filter((p) => !MINOR.has(p) || g.parts.every((q) => MINOR.has(q)))
    .map((p) => GIST[p]);
  const what = parts.length > 0 ? parts.join(', ') : 'the same steps';
  return g.from === undefined ? what : `from ${g.from}: ${what}`;
}

const ASPECTS: Readonly<Record<Aspect, string>> = {
  rhythm: 'rhythm',
  feet: 'feet',
  direction: 'directions',
  turn: 'turns',
  hold: 'hands',
  body: 'head and body',
};

/** Reads an alignment as a teacher would say it. @example 'the same up to count 2; 3–4 differ in turns; then the same' */
export function likenessText(l: Likeness, unit: number): string {
  const parts: string[] = [];
  let i = 0;
  const counts = (from: number, to: number): string =>
    span(from * unit * TICKS_PER_BEAT, to * unit * TICKS_PER_BEAT);
  while (i < l.matches.length) {
    const kind = kindOf(l.matches[i]);
    let j = i;
    while (j < l.matches.length && kindOf(l.matches[j]) === kind) j++;
    const first = l.matches[i];
    const from = first?.here ?? 0;
    const to = (l.matches[j - 1]?.here ?? from) + 1;
    if (kind === 'same')
      parts.push(
        i === 0
          ? j === l.matches.length
            ? 'the same throughout'
            : `the same up to count ${to * unit}`
          : `the same on ${counts(from, to)}`,
      );
    else if (kind === 'here') parts.push(`only this one has ${counts(from, to)}`);
    else if (kind === 'there') parts.push(`it goes on ${(j - i) * unit} counts longer`);
    else parts.push(`${counts(from, to)} differ in ${kind}`);
    i = j;
  }
  return parts.join('; ');
}
const kindOf = (m: Likeness['matches'][number] | undefined): string => {
  if (!m || m.there === undefined) return 'here';
  if (m.here === undefined) return 'there';
  return m.differ.length === 0 ? 'same' : m.differ.map((d) => ASPECTS[d]).join(', ');
};

export function placementText(p: Placement, nameOf: (id: string) => string): string {
  switch (p.type) {
    case 'version-of':
      return `Looks like a version of “${nameOf(p.core)}”.`;
    case 'family':
      return `Not a version of anything here; nearest in kind: ${p.family || 'no family'}.`;
    case 'new':
      return 'Nothing here is much like it: a core figure of its own.';
  }
}

const DETAILS: Readonly<Record<string, string>> = {
  dance: 'the dance',
  family: 'the family',
  start: 'the beginning',
  end: 'the ending',
  feel: 'the feel',
  tempo: 'the tempo',
  sameFoot: 'the counts on the same foot',
  ownTiming: 'the counts of own timing',
  repeat: 'the repeat',
};

/** Where a version and its parent have both changed something. */
export function conflictText(c: Conflict): string {
  switch (c.code) {
    case 'detail':
      return `${capital(DETAILS[c.key] ?? c.key)}: both have changed it.`;
    case 'remarks':
      return 'The remarks differ.';
    default: {
      const { item } = c;
      const where = `${capital(item.track)} ${item.to ?? item.at ?? ''}`;
      const word = (t: string): string => (t === '' ? 'nothing' : `“${t}”`);
      return c.code === 'gone'
        ? `${where}: here ${word(c.mine)}; there the step is gone.`
        : `${where}: here ${word(c.mine)}, there ${word(c.theirs)}.`;
    }
  }
}
