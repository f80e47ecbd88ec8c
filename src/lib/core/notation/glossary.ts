import {
  ARM_PLACES,
  ARM_PLACE_NAMES,
  BENDS,
  BEND_NAMES,
  BODY_ACTS,
  BODY_ACT_NAMES,
  BODY_PARTS,
  BODY_PART_NAMES,
  DIRECTIONS,
  DIRECTION_NAMES,
  FOOTWORK,
  FOOTWORK_NAMES,
  GRIPS,
  GRIP_NAMES,
  HEAD_PLACES,
  HEAD_PLACE_NAMES,
  HEIGHTS,
  HEIGHT_NAMES,
  KINDS,
  KIND_NAMES,
  LANE_WORDS,
  LEAD_KINDS,
  LEAD_KIND_NAMES,
  LEAD_WORDS,
  LEAD_WORD_NAMES,
  LEANS,
  LEAN_NAMES,
  REST_HOWS,
  REST_HOW_NAMES,
  SIZES,
  STEP_STYLES,
  STEP_STYLE_NAMES,
  TURN_NOUNS,
  UNITS,
  UNIT_NAMES,
  WHOLE_HOLDS,
  WHOLE_HOLD_NAMES,
  turnsInPlace,
  type LaneWord,
  type SizeName,
} from '../vocabulary';

/** One word of the notation: how it is printed, what else may be written, what it means, and a line for each. */
export interface GlossaryRow {
  readonly write: string;
  readonly also: readonly string[];
  readonly says: string;
  /** A line in which a word of this row stands. */
  readonly line: (word: string) => string;
}
export interface GlossaryGroup {
  readonly title: string;
  readonly rows: readonly GlossaryRow[];
}

const row = (words: readonly string[], says: string, line: (word: string) => string): GlossaryRow => ({
  write: words[0] ?? '',
  also: words.slice(1),
  says,
  line,
});
const step = (word: string): string => `leader 1 ${word}`;
const withStep = (word: string): string => `leader 1 side ${word}`;
const hands = (word: string): string => `hands 1 ${word}`;
const body = (before: string) => (word: string) => `leader-body 1 ${before}${word}`;

/** Said alone, a word that is also a hold is the hold. */
const HELD: ReadonlySet<string> = new Set(
  WHOLE_HOLD_NAMES.flatMap((h) => WHOLE_HOLDS[h].words as readonly string[]),
);
function alone(words: readonly string[]): readonly string[] {
  return words.filter((w) => !HELD.has(w));
}

/** Every word there is, from the tables that read them: what is listed is what is understood. */
export const GLOSSARY: readonly GlossaryGroup[] = [
  {
    title: 'What the feet do',
    rows: KIND_NAMES.map((k) =>
      row(KINDS[k].words, KINDS[k].says, turnsInPlace(k) ? (w) => `leader 1 ${w} r1/4` : step),
    ),
  },
  {
    title: 'Which way',
    rows: DIRECTION_NAMES.map((d) => row(DIRECTIONS[d].words, DIRECTIONS[d].says, step)),
  },
  {
    title: 'Where in the lane',
    rows: (Object.keys(LANE_WORDS) as LaneWord[]).map((l) =>
      row(LANE_WORDS[l].words, LANE_WORDS[l].says, step),
    ),
  },
  {
    title: 'How big',
    rows: (Object.keys(SIZES) as SizeName[]).map((s) =>
      row(SIZES[s].words, `${SIZES[s].scale} of a normal step`, withStep),
    ),
  },
  {
    title: 'How the foot lands',
    rows: FOOTWORK_NAMES.map((f) => row(FOOTWORK[f].words, FOOTWORK[f].says, withStep)),
  },
  {
    title: 'How the body goes with a step',
    rows: STEP_STYLE_NAMES.map((s) =>
      row(STEP_STYLES[s].words, STEP_STYLES[s].says, (w) => `leader 1 fwd ${w}`),
    ),
  },
  {
    title: 'Several steps in a word',
    rows: UNIT_NAMES.map((u) =>
      row(
        UNITS[u].words,
        `${UNITS[u].beats} ${UNITS[u].beats === 1 ? 'beat' : 'beats'}: ${UNITS[u].says}`,
        step,
      ),
    ),
  },
  {
    title: 'Turning',
    rows: [
      ...Object.entries(TURN_NOUNS).map(([noun, { meant }]) =>
        row(
          [`${noun} right`, `${noun} left`, `half ${noun} right`, `1 1/2 ${noun} l`],
          `with no amount said: ${amount(meant)}`,
          step,
        ),
      ),
      row(
        ['r1/4', '1/4 right', 'right 1/4', 'quarter turn right', '90 degrees right'],
        'a quarter to the right',
        step,
      ),
      row(['rock'], 'a step away; the next one brings the weight back', (w) => `leader 1 ${w} 2 step`),
      row(['lock'], 'hooked close behind, or in front after a step back', (w) => `leader 1 fwd & ${w} 2 fwd`),
      row(
        ['any length', 'any time', 'as long as you like', 'as long as they like'],
        'stay as long as you like',
        (w) => `leader 1 hold ${w}`,
      ),
      row(['or', 'or:'], 'what else may be danced here', (w) => `leader 1 triple ${w} coaster`),
    ],
  },
  {
    title: 'A whole hold',
    rows: WHOLE_HOLD_NAMES.map((h) => row(WHOLE_HOLDS[h].words, 'what is let go and taken follows', hands)),
  },
  {
    title: 'How high a hand is',
    rows: HEIGHT_NAMES.map((h) =>
      row(HEIGHTS[h].words, HEIGHTS[h].says, (w) => `hands 1 left to right ${w}`),
    ),
  },
  { title: 'How a hand holds', rows: GRIP_NAMES.map((g) => row(GRIPS[g].words, GRIPS[g].says, hands)) },
  {
    title: 'A hand on the partner',
    rows: BODY_PART_NAMES.map((p) =>
      row(BODY_PARTS[p].words, BODY_PARTS[p].says, (w) => `hands 1 right on ${w}`),
    ),
  },
  {
    title: 'What it is there for',
    rows: REST_HOW_NAMES.map((h) =>
      row(REST_HOWS[h].words, REST_HOWS[h].says, (w) => `hands 1 ${w} right on hip`),
    ),
  },
  {
    title: 'Along the arm',
    rows: ARM_PLACE_NAMES.map((p) =>
      row(ARM_PLACES[p].words, ARM_PLACES[p].says, (w) => `hands 1 slide left to ${w}`),
    ),
  },
  {
    title: 'What a hand leads',
    rows: LEAD_WORD_NAMES.map((l) =>
      row(alone(LEAD_WORDS[l].words), LEAD_WORDS[l].ends ? 'ends a turn' : 'leads', hands),
    ),
  },
  {
    title: 'Head',
    rows: HEAD_PLACE_NAMES.map((h) => row(HEAD_PLACES[h].words, HEAD_PLACES[h].says, body('head '))),
  },
  { title: 'Lean', rows: LEAN_NAMES.map((l) => row(LEANS[l].words, LEANS[l].says, body('lean '))) },
  { title: 'Bend', rows: BEND_NAMES.map((b) => row(BENDS[b].words, BENDS[b].says, body('bend '))) },
  {
    title: 'Upper body',
    rows: [
      ...BODY_ACT_NAMES.map((b) => row(BODY_ACTS[b].words, BODY_ACTS[b].says, body(''))),
      row(
        ['twist r1/8', 'upper body turned 45 degrees right', 'shoulders 1/8 right', 'chest r1/8'],
        'turned against the hips',
        body(''),
      ),
      row(['square', 'shoulders square'], 'not turned against the hips', body('')),
      row(['sway left', 'sway to the left'], 'sway', body('')),
      row(['tilt left', 'head tilts left'], 'the head tilted', body('')),
    ],
  },
  {
    title: 'What leads, what is felt',
    rows: LEAD_KIND_NAMES.map((k) => row(LEAD_KINDS[k].words, LEAD_KINDS[k].says, (w) => `leads 1 ${w}`)),
  },
];

function amount(share: number): string {
  return share === 1 ? 'a whole turn' : share === 1 / 2 ? 'half a turn' : 'a quarter';
}
