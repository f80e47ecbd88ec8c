/**
 * Words that stand round the words that mean something when a breakdown is spoken. They are read past.
 * Source: common practice.
 */
export const FILLERS: ReadonlySet<string> = new Set(
  (
    'a an the your its own with foot feet on onto in into at of to by as for it and now just so weight take make do ' +
    'bring put inside outside also again still under underarm free go going come move travel - – — ='
  ).split(' '),
);

/** Numbers as they are called. */
export const NUMBER_WORDS: Readonly<Record<string, number>> = Object.fromEntries(
  'one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen'
    .split(' ')
    .map((w, i) => [w, i + 1]),
);

/** Amounts of turn in words, as a share of a whole one. */
export const AMOUNT_WORDS: Readonly<Record<string, number>> = {
  half: 1 / 2,
  quarter: 1 / 4,
  eighth: 1 / 8,
  third: 1 / 3,
  full: 1,
  whole: 1,
  complete: 1,
  single: 1,
  double: 2,
  'three quarter': 3 / 4,
  'three quarters': 3 / 4,
  'three-quarter': 3 / 4,
  'three-quarters': 3 / 4,
  'three eighth': 3 / 8,
  'three eighths': 3 / 8,
  'three-eighths': 3 / 8,
  'five eighths': 5 / 8,
  'five-eighths': 5 / 8,
  'two thirds': 2 / 3,
};

/**
 * What turning is called. Row: word → what it is, and how much is meant where no amount is said, as a share of a whole
 * turn. `on` is made on the supporting foot. Source: common practice; the amount meant is our choice and is printed.
 */
export const TURN_NOUNS = {
  turn: { how: 'turn', meant: 1 },
  rotate: { how: 'turn', meant: 1 },
  rotation: { how: 'turn', meant: 1 },
  spin: { how: 'pivot', meant: 1 },
  pivot: { how: 'pivot', meant: 1 / 2 },
  swivel: { how: 'swivel', meant: 1 / 4 },
} as const satisfies Record<string, { how: 'turn' | 'pivot' | 'swivel'; meant: number }>;
export type TurnNoun = keyof typeof TURN_NOUNS;

/** Who chooses, said after alternatives. Row: words → the role; the dancer's own where none is named. */
export const CHOOSERS: readonly (readonly [words: string, role: 'leader' | 'follower' | 'own'])[] = [
  ['as the follower likes', 'follower'],
  ['as the follower chooses', 'follower'],
  ['follower’s choice', 'follower'],
  ["follower's choice", 'follower'],
  ['as the leader likes', 'leader'],
  ['as the leader chooses', 'leader'],
  ['leader’s choice', 'leader'],
  ["leader's choice", 'leader'],
  ['as you like', 'own'],
  ['if you like', 'own'],
];

/** Plain endings a verb takes: `steps`, `crosses`, `stepping`, `closing`. Candidates, longest ending first. */
export function stems(word: string): readonly string[] {
  const found: string[] = [];
  if (word.endsWith('ing') && word.length > 5) {
    const root = word.slice(0, -3);
    found.push(root, `${root}e`);
    if (root.at(-1) === root.at(-2)) found.push(root.slice(0, -1));
  }
  if (word.endsWith('es') && word.length > 4) found.push(word.slice(0, -2));
  if (word.endsWith('s') && word.length > 3) found.push(word.slice(0, -1));
  return found;
}
