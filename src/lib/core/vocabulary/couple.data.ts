import type { Degrees, Hand, Metres, Role } from '../base';
import type { BodyPart, Height } from './hands.data';

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
  | 'crossed-left'
  | 'closed'
  | 'close-embrace'
  | 'shadow'
  | 'wrap'
  | 'hammerlock'
  | 'double-cross';

interface HoldRow {
  /** Joined hands as leader's hand, follower's hand. */
  readonly hands: readonly (readonly [Hand, Hand])[];
  readonly height: Height;
  /** The leader's hand on top where the arms must cross. */
  readonly top?: Hand;
  /** Hands resting on the partner. */
  readonly rests: readonly {
    readonly role: Role;
    readonly hand: Hand;
    readonly on: BodyPart;
    readonly how: 'rest';
  }[];
  /** The follower's turn, facing, that leads to it, and the leader's hands that go over in it. */
  readonly turned?: { readonly by: Degrees; readonly over: readonly Hand[] };
  /** Held body to body: the follower is kept in place. */
  readonly body: boolean;
  readonly says: string;
}

const OPPOSITE: HoldRow['hands'] = [
  ['L', 'R'],
  ['R', 'L'],
];
const SAME: HoldRow['hands'] = [
  ['L', 'L'],
  ['R', 'R'],
];
const onBack = (hand: Hand, on: BodyPart, role: Role = 'leader') => ({
  role,
  hand,
  on,
  how: 'rest' as const,
});

/** The holds a figure may begin in. Source: common practice. */
export const HOLDS: Readonly<Record<HoldId, HoldRow>> = {
  none: { hands: [], height: 'low', rests: [], body: false, says: 'no hold' },
  'left-right': {
    hands: [['L', 'R']],
    height: 'low',
    rests: [],
    body: false,
    says: 'one hand, leader’s left to follower’s right',
  },
  'right-left': {
    hands: [['R', 'L']],
    height: 'low',
    rests: [],
    body: false,
    says: 'one hand, leader’s right to follower’s left',
  },
  'two-hand': { hands: OPPOSITE, height: 'low', rests: [], body: false, says: 'two hands, open' },
  handshake: { hands: [['R', 'R']], height: 'low', rests: [], body: false, says: 'right to right' },
  'left-left': { hands: [['L', 'L']], height: 'low', rests: [], body: false, says: 'left to left' },
  crossed: {
    hands: SAME,
    height: 'low',
    top: 'R',
    rests: [],
    body: false,
    says: 'both hands, crossed, right on top',
  },
  'crossed-left': {
    hands: SAME,
    height: 'low',
    top: 'L',
    rests: [],
    body: false,
    says: 'both hands, crossed, left on top',
  },
  closed: {
    hands: [['L', 'R']],
    height: 'shoulder',
    rests: [onBack('R', 'shoulder-blade'), onBack('L', 'upper-arm', 'follower')],
    body: true,
    says: 'closed hold',
  },
  'close-embrace': {
    hands: [['L', 'R']],
    height: 'shoulder',
    rests: [onBack('R', 'back'), onBack('L', 'shoulder', 'follower')],
    body: true,
    says: 'close embrace',
  },
  shadow: { hands: SAME, height: 'shoulder', rests: [], body: false, says: 'shadow hold' },
  wrap: {
    hands: OPPOSITE,
    height: 'low',
    rests: [],
    turned: { by: -180, over: ['L'] },
    body: false,
    says: 'wrap into the leader’s right arm',
  },
  hammerlock: {
    hands: OPPOSITE,
    height: 'low',
    rests: [],
    turned: { by: 360, over: ['L'] },
    body: false,
    says: 'hammerlock, follower’s left arm behind the back',
  },
  'double-cross': {
    hands: OPPOSITE,
    height: 'low',
    rests: [],
    turned: { by: 360, over: ['L', 'R'] },
    body: false,
    says: 'double cross, left on top',
  },
};
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
