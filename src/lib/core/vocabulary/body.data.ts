import type { Degrees } from '../base';

/**
 * Where the head looks. Row: place → words (the first is printed), how far it is turned from the chest, degrees. Source:
 * common practice; degrees our estimate for drawing, and for what is far for a neck.
 */
export type HeadPlace = 'left' | 'right' | 'centre' | 'back' | 'up' | 'down' | 'partner' | 'out' | 'free';
export const HEAD_PLACES = {
  left: { words: ['left', 'over left shoulder'], turn: -60, says: 'head to the left' },
  right: { words: ['right', 'over right shoulder'], turn: 60, says: 'head to the right' },
  centre: { words: ['centre', 'center', 'straight', 'front', 'forward'], turn: 0, says: 'head straight' },
  back: { words: ['back', 'backward', 'backwards', 'drop back', 'thrown back'], turn: 0, says: 'head back' },
  up: { words: ['up'], turn: 0, says: 'head up' },
  down: { words: ['down'], turn: 0, says: 'head down' },
  partner: { words: ['partner', 'at partner', 'to partner'], turn: 0, says: 'looks at the partner' },
  out: { words: ['out', 'away', 'outward'], turn: 0, says: 'looks away from the partner' },
  free: { words: ['free', 'loose'], turn: 0, says: 'head free' },
} as const satisfies Record<
  HeadPlace,
  { words: readonly [string, ...string[]]; turn: Degrees; says: string }
>;
export const HEAD_PLACE_NAMES = Object.keys(HEAD_PLACES) as HeadPlace[];

/** Where a lean or a bend goes, seen from the dancer or from the partner. Source: common practice. */
export type Lean = 'fwd' | 'back' | 'left' | 'right' | 'towards' | 'away';
export const LEANS = {
  fwd: { words: ['fwd', 'forward', 'forwards', 'in front'], says: 'forward' },
  back: { words: ['back', 'backward', 'backwards'], says: 'back' },
  left: { words: ['left'], says: 'to the left' },
  right: { words: ['right'], says: 'to the right' },
  towards: { words: ['towards', 'toward', 'in', 'on partner'], says: 'towards the partner' },
  away: { words: ['away', 'out', 'apart'], says: 'away from the partner' },
} as const satisfies Record<Lean, { words: readonly [string, ...string[]]; says: string }>;
export const LEAN_NAMES = Object.keys(LEANS) as Lean[];

/** What bends. */
export type Bend = 'knees' | 'fwd' | 'back' | 'left' | 'right';
export const BENDS = {
  knees: { words: ['knees', 'knee'], says: 'knees bent' },
  fwd: { words: ['fwd', 'forward', 'forwards'], says: 'bent forward' },
  back: { words: ['back', 'backward', 'backwards'], says: 'bent back' },
  left: { words: ['left'], says: 'bent to the left' },
  right: { words: ['right'], says: 'bent to the right' },
} as const satisfies Record<Bend, { words: readonly [string, ...string[]]; says: string }>;
export const BEND_NAMES = Object.keys(BENDS) as Bend[];

/** What head and upper body do besides. Row: act → words, says. Source: common practice. */
export type BodyAct = 'dip' | 'drop' | 'lift' | 'rise' | 'lower' | 'upright';
export const BODY_ACTS = {
  dip: { words: ['dip', 'dipped', 'dip back', 'dipped back', 'into dip'], says: 'dip' },
  drop: { words: ['drop', 'fall back'], says: 'drop' },
  lift: { words: ['lift', 'lifted'], says: 'lifted' },
  rise: { words: ['rise', 'on the toes', 'on toes', 'rise on the toes'], says: 'rise' },
  lower: { words: ['lower', 'lower the heels', 'down on the heels'], says: 'lower' },
  upright: {
    words: [
      'upright',
      'straighten',
      'straighten up',
      'come up',
      'recover',
      'no sway',
      'no lean',
      'no bend',
      'stand up',
      'back up',
    ],
    says: 'upright',
  },
} as const satisfies Record<BodyAct, { words: readonly [string, ...string[]]; says: string }>;
export const BODY_ACT_NAMES = Object.keys(BODY_ACTS) as BodyAct[];

/** What is turned against the hips, by any name. */
export const TRUNK = ['upper body', 'torso', 'chest', 'shoulders', 'body', 'trunk', 'ribcage'] as const;
/** What looks. */
export const LOOKS = ['head', 'look', 'eyes', 'chin', 'nose', 'gaze', 'face'] as const;
/** How far the upper body turns where nobody says; our choice, and printed. */
export const TWIST_MEANT: Degrees = 45;
