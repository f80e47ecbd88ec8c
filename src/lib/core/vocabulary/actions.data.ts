/**
 * What a dancer can do at a count. Row: kind → what it does with the weight, the words that write it
 * (the first is printed), and its name as spoken. Source: common practice.
 */
export type Kind =
  | 'step'
  | 'replace'
  | 'close'
  | 'hop'
  | 'split'
  | 'touch'
  | 'tap'
  | 'point'
  | 'kick'
  | 'flick'
  | 'brush'
  | 'hold'
  | 'sway'
  | 'pivot'
  | 'swivel';

/**
 * - `takes`: weight goes onto the acting foot · `same`: lands on the foot it left · `both`: weight on both feet
 * - `free`: the free foot acts without weight · `none`: no foot acts
 */
export type WeightEffect = 'takes' | 'same' | 'both' | 'free' | 'none';

export interface KindRow {
  readonly weight: WeightEffect;
  readonly words: readonly [string, ...string[]];
  readonly says: string;
}

export const KINDS = {
  step: { weight: 'takes', words: ['step'], says: 'step' },
  replace: {
    weight: 'takes',
    words: ['replace', 'recover'],
    says: 'weight back onto the foot left in place',
  },
  close: { weight: 'takes', words: ['close', 'together'], says: 'feet together, weight changes' },
  hop: { weight: 'same', words: ['hop'], says: 'lands on the foot it left' },
  split: { weight: 'both', words: ['split'], says: 'weight on both feet' },
  touch: { weight: 'free', words: ['touch'], says: 'touch, no weight' },
  tap: { weight: 'free', words: ['tap'], says: 'tap, no weight' },
  point: { weight: 'free', words: ['point'], says: 'point, no weight' },
  kick: { weight: 'free', words: ['kick'], says: 'kick, no weight' },
  flick: { weight: 'free', words: ['flick'], says: 'flick, no weight' },
  brush: { weight: 'free', words: ['brush'], says: 'brush, no weight' },
  hold: { weight: 'none', words: ['hold', 'wait'], says: 'hold, nothing moves' },
  sway: { weight: 'none', words: ['sway'], says: 'sway, weight stays' },
  pivot: { weight: 'none', words: ['pivot', 'spin'], says: 'turn on the supporting foot' },
  swivel: { weight: 'none', words: ['swivel'], says: 'feet and hips turn under a still chest' },
} as const satisfies Record<Kind, KindRow>;

/** Turns on the supporting foot, at its own count. */
export const turnsInPlace = (kind: Kind): boolean => kind === 'pivot' || kind === 'swivel';

/**
 * What a direction is said in: the dancer's own body, the line to the partner, or the room (the lane, the line of
 * dance; the wall is on its right).
 */
export type DirectionFrame = 'body' | 'partner' | 'room';

/**
 * Where the foot goes. Row: direction → `out` (towards the foot's own side) and `ahead`, in step lengths
 * relative to the dancer's facing, for a normal size. In the other frames `ahead` is towards the partner, or along the
 * lane or line, and `out` to the right of it. Source: geometry; crossing amounts are our estimate.
 */
export type Direction =
  | 'fwd'
  | 'back'
  | 'side'
  | 'diag-fwd'
  | 'diag-back'
  | 'across'
  | 'behind'
  | 'hook'
  | 'third'
  | 'place'
  | 'towards'
  | 'away'
  | 'along'
  | 'against'
  | 'to-centre'
  | 'to-wall';

export interface DirectionRow {
  readonly out: number;
  readonly ahead: number;
  readonly frame?: DirectionFrame;
  readonly words: readonly [string, ...string[]];
  readonly says: string;
}

const D = Math.SQRT1_2;
export const DIRECTIONS = {
  fwd: { out: 0, ahead: 1, words: ['fwd', 'forward'], says: 'forward' },
  back: { out: 0, ahead: -1, words: ['back'], says: 'back' },
  side: { out: 1, ahead: 0, words: ['side'], says: 'to its own side' },
  'diag-fwd': { out: D, ahead: D, words: ['diag-fwd', 'diag', 'dfwd'], says: 'diagonally forward' },
  'diag-back': { out: D, ahead: -D, words: ['diag-back', 'dback'], says: 'diagonally back' },
  across: { out: -0.6, ahead: 0.4, words: ['across', 'front'], says: 'crossed in front' },
  behind: { out: -0.6, ahead: -0.4, words: ['behind'], says: 'crossed behind' },
  hook: { out: -0.2, ahead: -0.3, words: ['hook'], says: 'hooked close behind' },
  third: { out: -0.15, ahead: -0.15, words: ['third'], says: 'third position, heel to instep' },
  place: { out: 0, ahead: 0, words: ['place'], says: 'in place, under the body' },
  towards: {
    out: 0,
    ahead: 1,
    frame: 'partner',
    words: ['towards', 'towards partner', 'towards the partner'],
    says: 'towards the partner',
  },
  away: {
    out: 0,
    ahead: -1,
    frame: 'partner',
    words: ['away', 'away from partner', 'away from the partner'],
    says: 'away from the partner',
  },
  along: {
    out: 0,
    ahead: 1,
    frame: 'room',
    words: ['along', 'up the lane', 'along the lane', 'along the line', 'along the line of dance'],
    says: 'up the lane, along the line of dance',
  },
  against: {
    out: 0,
    ahead: -1,
    frame: 'room',
    words: ['against', 'down the lane', 'against the line', 'against the line of dance'],
    says: 'down the lane, against the line of dance',
  },
  'to-centre': {
    out: -1,
    ahead: 0,
    frame: 'room',
    words: ['to-centre', 'to the centre', 'to centre'],
    says: 'to the centre of the room',
  },
  'to-wall': {
    out: 1,
    ahead: 0,
    frame: 'room',
    words: ['to-wall', 'to the wall', 'to wall'],
    says: 'to the wall',
  },
} as const satisfies Record<Direction, DirectionRow>;

export const frameOfDirection = (d: Direction): DirectionFrame =>
  (DIRECTIONS[d] as DirectionRow).frame ?? 'body';

/**
 * Place words of a slot: where the dancer stands after the step. Left and right are seen along the lane, as the leader
 * faces at the beginning.
 */
export type LaneWord = 'left' | 'right' | 'on';
export const LANE_WORDS = {
  left: {
    words: ['off the lane left', 'off the lane to the left', 'off lane left'],
    says: 'off the lane, to its left',
  },
  right: {
    words: ['off the lane right', 'off the lane to the right', 'off lane right'],
    says: 'off the lane, to its right',
  },
  on: { words: ['back on the lane', 'on the lane'], says: 'back on the lane' },
} as const satisfies Record<LaneWord, { words: readonly [string, ...string[]]; says: string }>;

/** Named sizes as a share of a normal step. Source: our estimate, to be changed per step with ×. */
export type SizeName = 'small' | 'large';
export const SIZES = {
  small: { scale: 0.5, words: ['small', 'little'] },
  large: { scale: 1.5, words: ['large', 'big'] },
} as const satisfies Record<SizeName, { scale: number; words: readonly [string, ...string[]] }>;

/** Which part of the foot lands and in which order. Source: common practice. */
export type Footwork =
  | 'heel'
  | 'ball'
  | 'flat'
  | 'toe'
  | 'ball-flat'
  | 'heel-flat'
  | 'heel-toe'
  | 'toe-heel'
  | 'inside-edge'
  | 'leave-toe';
export const FOOTWORK = {
  heel: { words: ['heel'], says: 'heel' },
  ball: { words: ['ball'], says: 'ball of the foot' },
  flat: { words: ['flat'], says: 'whole foot' },
  toe: { words: ['toe'], says: 'toe' },
  'ball-flat': { words: ['ball-flat'], says: 'ball, then flat' },
  'heel-flat': { words: ['heel-flat'], says: 'heel, then flat' },
  'heel-toe': { words: ['heel-toe'], says: 'heel, then toe' },
  'toe-heel': { words: ['toe-heel'], says: 'toe, then heel' },
  'inside-edge': { words: ['inside-edge'], says: 'inside edge' },
  'leave-toe': { words: ['leave-toe'], says: 'the toe stays behind' },
} as const satisfies Record<Footwork, { words: readonly [string, ...string[]]; says: string }>;

export const KIND_NAMES = Object.keys(KINDS) as Kind[];
export const DIRECTION_NAMES = Object.keys(DIRECTIONS) as Direction[];
export const FOOTWORK_NAMES = Object.keys(FOOTWORK) as Footwork[];
