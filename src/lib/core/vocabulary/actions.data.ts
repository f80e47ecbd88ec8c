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
  | 'ronde'
  | 'sweep'
  | 'drag'
  | 'hitch'
  | 'scuff'
  | 'stamp'
  | 'stamp-up'
  | 'lunge'
  | 'hold'
  | 'sway'
  | 'dip'
  | 'lean'
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
  /** The foot stays off the floor. */
  readonly air?: true;
  /** How much longer than a normal step. Source: our estimate. */
  readonly scale?: number;
}

export const KINDS = {
  step: { weight: 'takes', words: ['step'], says: 'step' },
  replace: {
    weight: 'takes',
    words: [
      'replace',
      'recover',
      'replace weight',
      'transfer weight',
      'weight back',
      'change',
      'step back onto',
    ],
    says: 'weight back onto the foot left in place',
  },
  close: {
    weight: 'takes',
    words: ['close', 'together', 'feet together', 'close together', 'step together'],
    says: 'feet together, weight changes',
  },
  hop: { weight: 'same', words: ['hop'], says: 'lands on the foot it left' },
  split: { weight: 'both', words: ['split', 'split weight'], says: 'weight on both feet' },
  touch: { weight: 'free', words: ['touch'], says: 'touch, no weight' },
  tap: { weight: 'free', words: ['tap', 'dig'], says: 'tap, no weight' },
  point: { weight: 'free', words: ['point'], says: 'point, no weight' },
  kick: { weight: 'free', words: ['kick'], says: 'kick, no weight', air: true },
  flick: { weight: 'free', words: ['flick'], says: 'flick, no weight', air: true },
  brush: { weight: 'free', words: ['brush'], says: 'brush, no weight' },
  ronde: {
    weight: 'free',
    words: ['ronde', 'rondé', 'ronde action'],
    says: 'the free foot draws an arc, no weight',
  },
  sweep: {
    weight: 'free',
    words: ['sweep', 'sweep round', 'sweep around'],
    says: 'the free foot sweeps round on the floor, no weight',
  },
  drag: {
    weight: 'free',
    words: ['drag', 'draw', 'drag in', 'draw in', 'drag the foot in', 'draw the foot in'],
    says: 'the free foot is drawn in, no weight',
  },
  hitch: {
    weight: 'free',
    words: ['hitch', 'knee lift', 'knee up', 'lift the knee', 'knee'],
    says: 'the knee is lifted, no weight',
    air: true,
  },
  scuff: { weight: 'free', words: ['scuff'], says: 'the heel brushes the floor, no weight' },
  stamp: {
    weight: 'takes',
    words: ['stamp', 'stomp'],
    says: 'a step put down with the whole foot, heard',
  },
  'stamp-up': {
    weight: 'free',
    words: ['stamp-up', 'stomp-up', 'stamp no weight', 'stomp no weight'],
    says: 'a stamp without weight',
  },
  lunge: {
    weight: 'takes',
    words: ['lunge'],
    says: 'a long step onto a bent knee',
    scale: 1.5,
  },
  hold: {
    weight: 'none',
    words: ['hold', 'wait', 'pause', 'freeze', 'stay', 'stand', 'stand still'],
    says: 'hold, nothing moves',
  },
  sway: { weight: 'none', words: ['sway'], says: 'sway, weight stays' },
  dip: {
    weight: 'none',
    words: ['dip'],
    says: 'dip: the partner is let down over a bent knee, weight stays',
  },
  lean: { weight: 'none', words: ['lean'], says: 'lean, weight stays' },
  pivot: { weight: 'none', words: ['pivot'], says: 'turn on the supporting foot' },
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
  | 'lock-front'
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
  /** The feet touch, so that hardly anything is left to the step. */
  readonly tight?: true;
  readonly words: readonly [string, ...string[]];
  readonly says: string;
}

const D = Math.SQRT1_2;
export const DIRECTIONS = {
  fwd: { out: 0, ahead: 1, words: ['fwd', 'forward', 'forwards', 'fw', 'ahead'], says: 'forward' },
  back: { out: 0, ahead: -1, words: ['back', 'backward', 'backwards', 'bk', 'bwd'], says: 'back' },
  side: {
    out: 1,
    ahead: 0,
    words: ['side', 'sideways', 'to the side', 'sidewards'],
    says: 'to its own side',
  },
  'diag-fwd': {
    out: D,
    ahead: D,
    words: [
      'diag-fwd',
      'diag',
      'dfwd',
      'diagonal',
      'diagonally',
      'diagonally forward',
      'diagonal forward',
      'forward diagonal',
      'forward diagonally',
      'forward on the diagonal',
      'fwd diag',
    ],
    says: 'diagonally forward',
  },
  'diag-back': {
    out: D,
    ahead: -D,
    words: [
      'diag-back',
      'dback',
      'diagonally back',
      'diagonally backward',
      'diagonally backwards',
      'diagonal back',
      'back diagonal',
      'back diagonally',
      'back on the diagonal',
    ],
    says: 'diagonally back',
  },
  across: {
    out: -0.6,
    ahead: 0.4,
    words: [
      'across',
      'front',
      'in front',
      'cross',
      'cross in front',
      'cross over',
      'cross front',
      'cross fwd',
      'cross forward',
    ],
    says: 'crossed in front',
  },
  behind: {
    out: -0.6,
    ahead: -0.4,
    words: ['behind', 'cross behind', 'cross back', 'in back'],
    says: 'crossed behind',
  },
  hook: {
    out: -0.2,
    ahead: -0.3,
    tight: true,
    words: ['hook', 'hook behind', 'lock behind'],
    says: 'hooked close behind',
  },
  'lock-front': {
    out: -0.2,
    ahead: 0.3,
    tight: true,
    words: ['lock-front', 'lock in front', 'hook in front', 'hook-front'],
    says: 'locked close in front',
  },
  third: {
    out: -0.15,
    ahead: -0.15,
    tight: true,
    words: ['third', 'third position'],
    says: 'third position, heel to instep',
  },
  place: {
    out: 0,
    ahead: 0,
    words: [
      'place',
      'in place',
      'on the spot',
      'weight change',
      'change weight',
      'weight in place',
      'mark time',
      'mark',
      'mark in place',
      'under the body',
    ],
    says: 'in place, under the body',
  },
  towards: {
    out: 0,
    ahead: 1,
    frame: 'partner',
    words: [
      'towards',
      'toward',
      'towards partner',
      'toward partner',
      'towards the partner',
      'towards your partner',
      'toward your partner',
      'to partner',
      'to your partner',
    ],
    says: 'towards the partner',
  },
  away: {
    out: 0,
    ahead: -1,
    frame: 'partner',
    words: ['away', 'away from partner', 'away from the partner', 'away from your partner'],
    says: 'away from the partner',
  },
  along: {
    out: 0,
    ahead: 1,
    frame: 'room',
    words: [
      'along',
      'up the lane',
      'along the lane',
      'along the line',
      'along the line of dance',
      'along line of dance',
      'down the line of dance',
      'down line of dance',
    ],
    says: 'up the lane, along the line of dance',
  },
  against: {
    out: 0,
    ahead: -1,
    frame: 'room',
    words: [
      'against',
      'down the lane',
      'against the line',
      'against the line of dance',
      'against line of dance',
    ],
    says: 'down the lane, against the line of dance',
  },
  'to-centre': {
    out: -1,
    ahead: 0,
    frame: 'room',
    words: ['to-centre', 'to the centre', 'to centre', 'towards the centre', 'toward the centre'],
    says: 'to the centre of the room',
  },
  'to-wall': {
    out: 1,
    ahead: 0,
    frame: 'room',
    words: ['to-wall', 'to the wall', 'to wall', 'towards the wall', 'toward the wall'],
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
  on: { words: ['back on the lane', 'on the lane', 'back in the lane'], says: 'back on the lane' },
} as const satisfies Record<LaneWord, { words: readonly [string, ...string[]]; says: string }>;

/** Named sizes as a share of a normal step. Source: our estimate, to be changed per step with ×. */
export type SizeName = 'small' | 'large';
export const SIZES = {
  small: { scale: 0.5, words: ['small', 'little', 'short', 'tiny'] },
  large: { scale: 1.5, words: ['large', 'big', 'long', 'wide'] },
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
  | 'leave-toe'
  | 'heel-turn'
  | 'heel-pull';
export const FOOTWORK = {
  heel: { words: ['heel', 'heel lead'], says: 'heel' },
  ball: { words: ['ball', 'ball of the foot'], says: 'ball of the foot' },
  flat: { words: ['flat', 'whole foot', 'flat foot'], says: 'whole foot' },
  toe: { words: ['toe'], says: 'toe' },
  'ball-flat': { words: ['ball-flat', 'ball-heel'], says: 'ball, then flat' },
  'heel-flat': { words: ['heel-flat'], says: 'heel, then flat' },
  'heel-toe': { words: ['heel-toe'], says: 'heel, then toe' },
  'toe-heel': { words: ['toe-heel'], says: 'toe, then heel' },
  'inside-edge': {
    words: ['inside-edge', 'inside edge of toe', 'inside edge of ball', 'inside edge of foot'],
    says: 'inside edge',
  },
  'leave-toe': { words: ['leave-toe', 'leave the toe', 'toe left behind'], says: 'the toe stays behind' },
  'heel-turn': {
    words: ['heel-turn'],
    says: 'a turn on the heel of the supporting foot while the other closes',
  },
  'heel-pull': {
    words: ['heel-pull'],
    says: 'a turn on the heel while the other foot is pulled to the side',
  },
} as const satisfies Record<Footwork, { words: readonly [string, ...string[]]; says: string }>;

export const KIND_NAMES = Object.keys(KINDS) as Kind[];
export const DIRECTION_NAMES = Object.keys(DIRECTIONS) as Direction[];
export const FOOTWORK_NAMES = Object.keys(FOOTWORK) as Footwork[];

/** How the upper body goes with a step. Source: ISTD, The Ballroom Technique (from memory). */
export type StepStyle = 'cbm' | 'cbmp';
export const STEP_STYLES = {
  cbm: {
    words: ['cbm', 'contra-body', 'contra body movement', 'contra-body movement', 'contra'],
    says: 'contra-body movement: the opposite side of the body turns towards the moving foot',
  },
  cbmp: {
    words: [
      'cbmp',
      'contra body position',
      'contra-body position',
      'contra body movement position',
      'outside partner',
    ],
    says: 'the foot is placed on or across the line of the other, without turning the body',
  },
} as const satisfies Record<StepStyle, { words: readonly [string, ...string[]]; says: string }>;
export const STEP_STYLE_NAMES = Object.keys(STEP_STYLES) as StepStyle[];
