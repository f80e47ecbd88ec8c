import type { Degrees, Foot, Metres } from '../base';

export type FormationId =
  | 'open'
  | 'closed'
  | 'close-embrace'
  | 'side-by-side'
  | 'shadow'
  | 'tandem'
  | 'promenade'
  | 'fan'
  | 'back-to-back'
  | 'apart';

/**
 * Where the follower stands from the leader. Row: formation → metres to the leader's right and ahead, and the
 * follower's facing less the leader's. Headings: facing 180, shadow and tandem 0, fan 90 (derived, two eighths);
 * promenade −90 (derived: ¼ left of the follower closes it). Distances: our estimate for typical adults.
 */
export const FORMATIONS = {
  open: { right: 0, ahead: 0.9, turn: 180, says: 'facing, apart' },
  closed: { right: 0.06, ahead: 0.36, turn: 180, says: 'facing, in hold' },
  'close-embrace': { right: 0.04, ahead: 0.28, turn: 180, says: 'chest to chest' },
  'side-by-side': { right: 0.6, ahead: 0, turn: 0, says: 'both facing the same way, follower on the right' },
  shadow: {
    right: 0.3,
    ahead: 0.34,
    turn: 0,
    says: 'follower in front and to the right, both facing the same way',
  },
  tandem: { right: 0, ahead: 0.5, turn: 0, says: 'follower straight in front, both facing the same way' },
  promenade: { right: 0.12, ahead: 0.34, turn: -90, says: 'opened out in a V' },
  fan: { right: -0.9, ahead: 0.35, turn: 90, says: 'follower on the left, a quarter turned' },
  'back-to-back': { right: 0, ahead: -0.4, turn: 180, says: 'backs together' },
  apart: { right: 0, ahead: 2, turn: 180, says: 'facing, no contact' },
} as const satisfies Record<FormationId, { right: Metres; ahead: Metres; turn: Degrees; says: string }>;
export const FORMATION_IDS = Object.keys(FORMATIONS) as FormationId[];

export type HoldId =
  | 'none'
  | 'left-right'
  | 'right-left'
  | 'two-hand'
  | 'handshake'
  | 'left-left'
  | 'crossed'
  | 'closed'
  | 'close-embrace'
  | 'shadow';

/** Row: hold → joined hands as leader's hand, follower's hand; `body` where a hand rests on the partner's back. Source: common practice. */
export const HOLDS = {
  none: { hands: [], body: false, says: 'no hold' },
  'left-right': { hands: [['L', 'R']], body: false, says: 'one hand, leader’s left to follower’s right' },
  'right-left': { hands: [['R', 'L']], body: false, says: 'one hand, leader’s right to follower’s left' },
  'two-hand': {
    hands: [
      ['L', 'R'],
      ['R', 'L'],
    ],
    body: false,
    says: 'two hands, open',
  },
  handshake: { hands: [['R', 'R']], body: false, says: 'right to right' },
  'left-left': { hands: [['L', 'L']], body: false, says: 'left to left' },
  crossed: {
    hands: [
      ['R', 'R'],
      ['L', 'L'],
    ],
    body: false,
    says: 'both hands, crossed',
  },
  closed: { hands: [['L', 'R']], body: true, says: 'closed hold' },
  'close-embrace': { hands: [['L', 'R']], body: true, says: 'close embrace' },
  shadow: {
    hands: [
      ['L', 'L'],
      ['R', 'R'],
    ],
    body: false,
    says: 'shadow hold',
  },
} as const satisfies Record<
  HoldId,
  { hands: readonly (readonly [Foot, Foot])[]; body: boolean; says: string }
>;
export const HOLD_IDS = Object.keys(HOLDS) as HoldId[];

/**
 * Shares of stature. Source: Drillis & Contini 1966 as in Winter, Biomechanics and Motor Control of Human Movement
 * (from memory); depth of the chest is our estimate.
 */
export const BODY = {
  upperArm: 0.186,
  forearm: 0.146,
  hand: 0.108,
  shoulderHeight: 0.818,
  shoulderBreadth: 0.259,
  footLength: 0.152,
  footBreadth: 0.055,
  chestDepth: 0.15,
} as const;

/** Heights assumed where nobody says otherwise. Our choice of typical adults. */
export const DEFAULT_HEIGHTS = { leader: 1.75, follower: 1.68 } as const;
