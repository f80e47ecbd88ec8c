import type { Completion } from '@codemirror/autocomplete';
import { BODY_WORDS, HAND_WORDS } from '$lib/core/notation';
import {
  AMOUNT_WORDS,
  FILLERS,
  LEAD_KINDS,
  LEAD_KIND_NAMES,
  TRACKS,
  TRACK_NAMES,
  TURN_NOUNS,
  WORDS,
  type Meaning,
} from '$lib/core/vocabulary';
import { says } from './says';

const TURNS = [
  'r1/8',
  'r1/4',
  'r3/8',
  'r1/2',
  'r3/4',
  'r1',
  'r1+1/2',
  'l1/8',
  'l1/4',
  'l3/8',
  'l1/2',
  'l3/4',
  'l1',
  'l1+1/2',
];
/** Turns as they are said. */
const SAID_TURNS = [
  'half turn right',
  'half turn left',
  'quarter turn right',
  'quarter turn left',
  'full turn right',
  'full turn left',
  'spin right',
  'spin left',
];
/** One entry a word, whatever way it is spelt; the first spelling stands. */
const spelt = new Map<string, { readonly word: string; readonly meaning: Meaning }>();
for (const [word, meaning] of WORDS) {
  const key = word.replaceAll('-', ' ').replace('center', 'centre');
  if (!spelt.has(key)) spelt.set(key, { word, meaning });
}
export const moveWords: Completion[] = [
  ...[...spelt.values()].map(({ word, meaning }) => ({
    label: word,
    detail: says(meaning),
    type: 'keyword',
  })),
  ...TURNS.map((label) => ({
    label,
    detail: `turn made into the step, to the ${label[0] === 'r' ? 'right' : 'left'}`,
    type: 'constant',
  })),
  ...SAID_TURNS.map((label) => ({ label, detail: 'a turn as it is said', type: 'constant' })),
];
export const movePhrases: readonly Completion[] = [
  ...[...WORDS]
    .filter(([word]) => word.includes(' '))
    .map(([label, meaning]) => ({ label, detail: says(meaning), type: 'keyword' })),
  ...SAID_TURNS.map((label) => ({ label, detail: 'a turn as it is said', type: 'constant' })),
];
/** A hold is offered before what is done with it. */
export const handWords: Completion[] = HAND_WORDS.map((label, i) => ({
  label,
  type: 'keyword',
  boost: -i / 100,
}));
/** Words of the hands line; those of several are finished word by word. */
export const HAND_FINISHED: ReadonlySet<string> = new Set(HAND_WORDS.flatMap((w) => w.split(/[\s-]/)));
/** Head and upper body. */
export const bodyWords: Completion[] = BODY_WORDS.map((label) => ({ label, type: 'keyword' }));
/** The usual leads; everything else is free text. */
export const leadWords: Completion[] = LEAD_KIND_NAMES.flatMap((k) =>
  LEAD_KINDS[k].words.map((label) => ({ label, detail: LEAD_KINDS[k].says, type: 'keyword' })),
);
export const trackWords: Completion[] = TRACK_NAMES.map((t) => ({
  label: t,
  detail: TRACKS[t].says,
  type: 'class',
  apply: `${t} `,
}));

/** Words of a turn, and those that stand round the others. */
export const SAID: ReadonlySet<string> = new Set([
  ...Object.keys(TURN_NOUNS),
  ...Object.keys(AMOUNT_WORDS).flatMap((w) => w.split(' ')),
  ...FILLERS,
  'left',
  'right',
  'or',
]);
