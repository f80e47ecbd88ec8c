import type { Direction, Kind } from './actions.data';
import type { Sub } from './time.data';

/** One step of a rhythm unit: when it falls after the unit's count, and what it is. */
export interface UnitStep {
  readonly beat: number;
  readonly sub: Sub;
  readonly kind: Kind;
  /** `given` takes the direction written with the unit, or the unit's own; `lock` hooks behind, or in front going back. */
  readonly direction?: Direction | 'given' | 'lock';
}

export interface UnitRow {
  readonly beats: number;
  readonly direction: Direction;
  readonly words: readonly [string, ...string[]];
  readonly says: string;
  readonly steps: readonly UnitStep[];
}

export type UnitName =
  | 'walk'
  | 'walks'
  | 'triple'
  | 'chasse'
  | 'rock-step'
  | 'anchor'
  | 'coaster'
  | 'sailor'
  | 'lock-step'
  | 'kick-ball-change'
  | 'ball-change'
  | 'step-touch'
  | 'touch-step'
  | 'rest'
  | 'mambo'
  | 'grapevine'
  | 'jazz-box';

const step = (beat: number, sub: Sub, direction?: UnitStep['direction'], kind: Kind = 'step'): UnitStep =>
  direction === undefined ? { beat, sub, kind } : { beat, sub, kind, direction };

/**
 * Words for common rhythm units. Row: name → length in beats, own direction, words, steps.
 * Source: common practice; where schools place the feet differently, write the steps out.
 */
export const UNITS = {
  walk: {
    beats: 1,
    direction: 'fwd',
    words: ['walk'],
    says: 'one step forward',
    steps: [step(0, '', 'given')],
  },
  walks: {
    beats: 2,
    direction: 'fwd',
    words: ['walks'],
    says: 'two steps',
    steps: [step(0, '', 'given'), step(1, '', 'given')],
  },
  triple: {
    beats: 2,
    direction: 'place',
    words: ['triple', 'triple step', 'shuffle', 'shuffle step', 'cha cha cha', 'cha-cha-cha', 'polka step'],
    says: 'three steps in two beats',
    steps: [step(0, '', 'given'), step(0, '&', undefined, 'close'), step(1, '', 'given')],
  },
  chasse: {
    beats: 2,
    direction: 'side',
    words: ['chasse', 'chassé', 'chassee'],
    says: 'side, close, side',
    steps: [step(0, '', 'given'), step(0, '&', undefined, 'close'), step(1, '', 'given')],
  },
  'rock-step': {
    beats: 2,
    direction: 'back',
    words: ['rock-step', 'rock and replace', 'rock and recover', 'rock recover', 'rock replace'],
    says: 'step away and replace',
    steps: [step(0, '', 'given'), step(1, '', undefined, 'replace')],
  },
  anchor: {
    beats: 2,
    direction: 'back',
    words: ['anchor', 'anchor step'],
    says: 'hook, replace, place',
    steps: [step(0, '', 'hook'), step(0, '&', undefined, 'replace'), step(1, '', 'place')],
  },
  coaster: {
    beats: 2,
    direction: 'back',
    words: ['coaster', 'coaster step'],
    says: 'back, close, forward',
    steps: [step(0, '', 'back'), step(0, '&', undefined, 'close'), step(1, '', 'fwd')],
  },
  sailor: {
    beats: 2,
    direction: 'behind',
    words: ['sailor', 'sailor step'],
    says: 'behind, side, side',
    steps: [step(0, '', 'behind'), step(0, '&', 'side'), step(1, '', 'place')],
  },
  'lock-step': {
    beats: 2,
    direction: 'fwd',
    words: ['lock-step'],
    says: 'forward, hook behind, forward',
    steps: [step(0, '', 'given'), step(0, '&', 'lock'), step(1, '', 'given')],
  },
  'kick-ball-change': {
    beats: 2,
    direction: 'fwd',
    words: ['kick-ball-change'],
    says: 'kick, ball, replace',
    steps: [step(0, '', 'fwd', 'kick'), step(0, '&', 'place'), step(1, '', 'place')],
  },
  'ball-change': {
    beats: 1,
    direction: 'place',
    words: ['ball-change'],
    says: 'ball, replace, half a beat apart',
    steps: [step(0, '', 'given'), step(0, '&', undefined, 'replace')],
  },
  'step-touch': {
    beats: 2,
    direction: 'side',
    words: ['step-touch'],
    says: 'a step and a touch',
    steps: [step(0, '', 'given'), step(1, '', 'place', 'touch')],
  },
  'touch-step': {
    beats: 2,
    direction: 'side',
    words: ['touch-step'],
    says: 'a touch and a step',
    steps: [step(0, '', 'place', 'touch'), step(1, '', 'given')],
  },
  rest: {
    beats: 2,
    direction: 'place',
    words: ['rest'],
    says: 'nothing for two beats',
    steps: [step(0, '', undefined, 'hold')],
  },
  mambo: {
    beats: 4,
    direction: 'fwd',
    words: ['mambo', 'mambo step'],
    says: 'break, replace, close, hold',
    steps: [
      step(0, '', 'given'),
      step(1, '', undefined, 'replace'),
      step(2, '', undefined, 'close'),
      step(3, '', undefined, 'hold'),
    ],
  },
  grapevine: {
    beats: 4,
    direction: 'side',
    words: ['grapevine', 'vine'],
    says: 'side, behind, side, across',
    steps: [step(0, '', 'side'), step(1, '', 'behind'), step(2, '', 'side'), step(3, '', 'across')],
  },
  'jazz-box': {
    beats: 4,
    direction: 'across',
    words: ['jazz-box'],
    says: 'across, back, side, forward',
    steps: [step(0, '', 'across'), step(1, '', 'back'), step(2, '', 'side'), step(3, '', 'fwd')],
  },
} as const satisfies Record<UnitName, UnitRow>;

export const UNIT_NAMES = Object.keys(UNITS) as UnitName[];
