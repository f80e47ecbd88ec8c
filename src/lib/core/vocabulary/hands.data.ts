import { LEAD_KINDS } from './leads.data';

/** How high a contact is. Row: height → words, says. Source: common practice. */
export type Height = 'low' | 'shoulder' | 'neck' | 'overhead';
export const HEIGHTS = {
  low: { words: ['low', 'down', 'waist', 'hips'], says: 'low' },
  shoulder: { words: ['shoulder', 'chest'], says: 'at shoulder height' },
  neck: { words: ['neck', 'head'], says: 'at neck height' },
  overhead: { words: ['overhead', 'high', 'up'], says: 'overhead' },
} as const satisfies Record<Height, { words: readonly string[]; says: string }>;
export const HEIGHT_NAMES = Object.keys(HEIGHTS) as Height[];

/** How a hand holds. `swivels` where the hand can turn in the other. Source: common practice. */
export type Grip = 'loose' | 'palm-up' | 'palm-down' | 'thumb-down' | 'on-top' | 'clamped';
export const GRIPS = {
  loose: { words: ['loose', 'loosely', 'fingertips'], swivels: true, says: 'loose' },
  'palm-up': {
    words: [
      'palm up',
      'palms up',
      'palm turned up',
      'palm turn up',
      'turn palm up',
      'turn the palm up',
      'palm facing up',
    ],
    swivels: true,
    says: 'palm up',
  },
  'palm-down': {
    words: [
      'palm down',
      'palms down',
      'palm turned down',
      'palm turn down',
      'turn palm down',
      'turn the palm down',
      'palm facing down',
    ],
    swivels: true,
    says: 'palm down',
  },
  'thumb-down': { words: ['thumb down', 'thumbs down'], swivels: true, says: 'thumb down' },
  'on-top': {
    words: ['on top', 'on top of hand', 'on top of the hand', 'on top of partner hand'],
    swivels: true,
    says: 'the leader’s hand on top of the follower’s',
  },
  clamped: {
    words: ['clamped', 'closed grip', 'thumb over', 'tight'],
    swivels: false,
    says: 'clamped thumb',
  },
} as const satisfies Record<Grip, { words: readonly string[]; swivels: boolean; says: string }>;
export const GRIP_NAMES = Object.keys(GRIPS) as Grip[];

/** Where on the partner's arm a hand is after sliding. */
export type ArmPlace = 'hand' | 'wrist' | 'forearm' | 'elbow';
export const ARM_PLACES = {
  hand: { words: ['hand', 'hands'], says: 'hand' },
  wrist: { words: ['wrist', 'wrists'], says: 'wrist' },
  forearm: { words: ['forearm', 'forearms'], says: 'forearm' },
  elbow: { words: ['elbow', 'elbows'], says: 'elbow' },
} as const satisfies Record<ArmPlace, { words: readonly string[]; says: string }>;
export const ARM_PLACE_NAMES = Object.keys(ARM_PLACES) as ArmPlace[];

/**
 * Parts of the body a hand may rest on. Row: part → words, height as a share of stature (our estimate), how far the
 * partner may turn relative to the one whose hand it is before the hand is in the way, degrees (our estimate).
 */
export type BodyPart = 'shoulder-blade' | 'back' | 'waist' | 'hip' | 'shoulder' | 'upper-arm' | 'neck';
export const BODY_PARTS = {
  'shoulder-blade': {
    words: ['shoulder blade', 'shoulder-blade'],
    height: 0.75,
    gives: 90,
    says: 'shoulder blade',
  },
  back: { words: ['back', 'small of the back'], height: 0.65, gives: 90, says: 'back' },
  waist: { words: ['waist'], height: 0.6, gives: 90, says: 'waist' },
  hip: { words: ['hip', 'hips'], height: 0.53, gives: 90, says: 'hip' },
  shoulder: { words: ['shoulder', 'shoulders'], height: 0.82, gives: 135, says: 'shoulder' },
  'upper-arm': { words: ['upper arm', 'upper-arm'], height: 0.72, gives: 135, says: 'upper arm' },
  neck: { words: ['neck'], height: 0.85, gives: 180, says: 'neck' },
} as const satisfies Record<
  BodyPart,
  { words: readonly string[]; height: number; gives: number; says: string }
>;
export const BODY_PART_NAMES = Object.keys(BODY_PARTS) as BodyPart[];

/** Which of the partner's two a hand goes to. */
export type BodySide = 'near' | 'far';

/** What a resting hand is there for: to rest, to end a turn, or laid over the neck or shoulder. */
export type RestHow = 'rest' | 'block' | 'drape';
export const REST_HOWS = {
  rest: { words: ['place', 'put', 'rest', 'lay'], says: 'on' },
  block: { words: ['block', 'stop', 'catch', 'catch and slide'], says: 'blocking at' },
  drape: { words: ['drape', 'halo'], says: 'draped on' },
} as const satisfies Record<RestHow, { words: readonly string[]; says: string }>;
export const REST_HOW_NAMES = Object.keys(REST_HOWS) as RestHow[];

/**
 * Words that take a whole hold at once: what is let go and what is taken follows from it. Row: hold → words. `open`
 * keeps the joined hands and takes the others off the body; `promenade` holds as closed does. Source: common practice.
 */
export type WholeHold = 'closed' | 'close-embrace' | 'promenade' | 'open' | 'none';
export const WHOLE_HOLDS = {
  closed: {
    words: [
      'closed',
      'closed hold',
      'closed position',
      'pick up into closed',
      'pick up closed',
      'pick up',
      'into closed',
      'into closed hold',
      'take closed hold',
      'take closed',
    ],
  },
  'close-embrace': { words: ['close embrace', 'close-embrace', 'into close embrace'] },
  promenade: { words: ['promenade', 'into promenade', 'promenade position', 'promenade hold'] },
  open: { words: ['open hold', 'open', 'open position', 'into open hold'] },
  none: { words: ['no hold', 'let go of everything', 'no hands', 'hands free'] },
} as const satisfies Record<WholeHold, { words: readonly string[] }>;
export const WHOLE_HOLD_NAMES = Object.keys(WHOLE_HOLDS) as WholeHold[];

/** Words that say what a hand does to cause or end something. `prepares` a turn, or `ends` one. */
export type LeadWord = 'prepare' | 'press' | 'send' | 'draw' | 'turn' | 'guide' | 'check';
export const LEAD_WORDS = {
  prepare: { words: ['prepare', 'prep', 'preparation', 'wind up'], prepares: true, ends: false },
  press: { words: ['press', 'push', 'meet'], prepares: true, ends: false },
  send: { words: ['send', 'send on', 'throw'], prepares: true, ends: false },
  draw: { words: ['draw', 'pull', 'lead', 'open'], prepares: true, ends: false },
  turn: { words: ['turn', 'wrap', 'roll', 'unroll', 'spin'], prepares: true, ends: false },
  guide: { words: ['guide', 'point', 'keep', 'follow'], prepares: true, ends: false },
  // What stops on the lines of leads stops here, too.
  check: {
    words: [...new Set<string>(['check', ...LEAD_KINDS.stop.words, 'slow', 'hold back'])],
    prepares: false,
    ends: true,
  },
} as const satisfies Record<LeadWord, { words: readonly string[]; prepares: boolean; ends: boolean }>;
export const LEAD_WORD_NAMES = Object.keys(LEAD_WORDS) as LeadWord[];

/** Which hands are joined, whatever the arms then do. */
export type Pairing =
  'none' | 'left-right' | 'right-left' | 'right-right' | 'left-left' | 'opposite' | 'same';

/** How turns are named. Row: school → one line on what it does. Source: common practice. */
export type TurnSchool = 'left-right' | 'inside-outside';
export const TURN_SCHOOLS = {
  'left-right': { name: 'left and right', says: 'Every turn is named by the dancer’s own left or right.' },
  'inside-outside': {
    name: 'inside and outside',
    says: 'With one hand held, a turn towards the side opposite that hand is inside, towards it outside; with two hands, left and right.',
  },
} as const satisfies Record<TurnSchool, { name: string; says: string }>;
export const TURN_SCHOOL_NAMES = Object.keys(TURN_SCHOOLS) as TurnSchool[];
