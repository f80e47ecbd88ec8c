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
  | 'pivot';

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
  pivot: { weight: 'none', words: ['pivot', 'swivel', 'spin'], says: 'turn on the supporting foot' },
} as const satisfies Record<Kind, KindRow>;

/**
 * Where the foot goes. Row: direction → `out` (towards the foot's own side) and `ahead`, in step lengths
 * relative to the new facing, for a normal size. Source: geometry; crossing amounts are our estimate.
 */
export type Direction =
  'fwd' | 'back' | 'side' | 'diag-fwd' | 'diag-back' | 'across' | 'behind' | 'hook' | 'third' | 'place';

export interface DirectionRow {
  readonly out: number;
  readonly ahead: number;
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
} as const satisfies Record<Direction, DirectionRow>;

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
