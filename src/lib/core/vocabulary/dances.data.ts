import type { Beats, Bpm, Ticks } from '../base';
import type { Feel } from './time.data';
import type { FormationId, HoldId } from './couple.data';

/** `slot`: a lane the follower travels · `line-of-dance`: anticlockwise round the room · `spot`: about a centre. */
export type Frame = 'slot' | 'line-of-dance' | 'spot';

export type DanceId =
  | 'slot-swing'
  | 'six-count-swing'
  | 'eight-count-swing'
  | 'close-walk'
  | 'salsa-on-1'
  | 'salsa-on-2'
  | 'tango'
  | 'bolero'
  | 'hustle'
  | 'waltz'
  | 'viennese-waltz'
  | 'foxtrot'
  | 'quickstep'
  | 'ballroom-tango'
  | 'cha-cha'
  | 'rumba'
  | 'samba'
  | 'jive';

export interface DanceRow {
  readonly name: string;
  readonly frame: Frame;
  readonly feel: Feel;
  /** Counting starts again at 1 after this many beats. */
  readonly cycle: Beats;
  /** Ticks of a quick and a slow. */
  readonly quick: Ticks;
  readonly slow: Ticks;
  /** Usual total lengths in beats are multiples of this, or one of `lengths`. */
  readonly multiple: Beats;
  readonly lengths: readonly Beats[];
  /**
   * `start`: each role is known to end on the free foot it began with · `partners`: figures may change feet, only the
   * partners' relation must be kept; the foot is a fact for the joint.
   */
  readonly ending: 'start' | 'partners';
  /** A normal step as a share of the dancer's height. Our estimate. */
  readonly step: number;
  readonly tempo: { readonly min: Bpm; readonly max: Bpm };
  readonly formation: FormationId;
  readonly hold: HoldId;
  readonly says: string;
}

const beats = { quick: 12, slow: 24 } as const;
const swing = { ...beats, feel: 'swung', ending: 'start', formation: 'open', hold: 'left-right' } as const;
const ballroom = {
  ...beats,
  feel: 'straight',
  frame: 'line-of-dance',
  ending: 'partners',
  lengths: [],
  formation: 'closed',
  hold: 'closed',
} as const;
const latin = {
  ...beats,
  feel: 'straight',
  frame: 'spot',
  ending: 'partners',
  lengths: [],
  formation: 'open',
  hold: 'two-hand',
} as const;

/**
 * Source: lengths, cycles and endings are common practice. Beat values: ISTD, The Ballroom Technique, and Laird,
 * Technique of Latin Dancing; tempi of the ten competition dances: WDSF competition rules, bars a minute times
 * beats a bar (all from memory). Other tempi: common practice.
 */
export const DANCES = {
  'slot-swing': {
    ...swing,
    name: 'Slot swing',
    frame: 'slot',
    cycle: 8,
    multiple: 2,
    lengths: [],
    step: 0.22,
    tempo: { min: 90, max: 124 },
    says: 'The follower travels a lane; the leader clears it.',
  },
  'six-count-swing': {
    ...swing,
    name: 'Six-count swing',
    frame: 'spot',
    cycle: 6,
    multiple: 2,
    lengths: [],
    step: 0.16,
    tempo: { min: 126, max: 176 },
    says: 'Rock step and two triples, or single steps.',
  },
  'eight-count-swing': {
    ...swing,
    name: 'Eight-count swing',
    frame: 'spot',
    cycle: 8,
    multiple: 2,
    lengths: [],
    step: 0.19,
    tempo: { min: 120, max: 190 },
    says: 'Swing-outs, circles and Charleston in eights.',
  },
  'close-walk': {
    ...swing,
    formation: 'close-embrace',
    hold: 'close-embrace',
    name: 'Close-embrace eight-count walk',
    frame: 'line-of-dance',
    cycle: 8,
    multiple: 2,
    lengths: [],
    step: 0.12,
    tempo: { min: 160, max: 230 },
    says: 'Small shuffling walks, chest to chest.',
  },
  'salsa-on-1': {
    ...latin,
    ending: 'start',
    name: 'Salsa on 1',
    frame: 'slot',
    cycle: 8,
    multiple: 8,
    step: 0.18,
    tempo: { min: 150, max: 210 },
    says: 'Breaks forward and back on 1 and 5.',
  },
  'salsa-on-2': {
    ...latin,
    ending: 'start',
    name: 'Salsa on 2',
    frame: 'slot',
    cycle: 8,
    multiple: 8,
    step: 0.18,
    tempo: { min: 150, max: 200 },
    says: 'Breaks on 2 and 6.',
  },
  tango: {
    ...beats,
    feel: 'straight',
    frame: 'line-of-dance',
    ending: 'partners',
    lengths: [],
    name: 'Tango',
    cycle: 8,
    multiple: 1,
    step: 0.3,
    tempo: { min: 112, max: 132 },
    formation: 'close-embrace',
    hold: 'close-embrace',
    says: 'The social dance: walks, crosses and pauses, led step by step.',
  },
  bolero: {
    ...latin,
    name: 'Bolero',
    formation: 'closed',
    hold: 'closed',
    cycle: 4,
    multiple: 4,
    step: 0.28,
    tempo: { min: 96, max: 104 },
    says: 'Slow, quick, quick; the free foot changes each bar.',
  },
  hustle: {
    ...latin,
    ending: 'start',
    name: 'Hustle',
    frame: 'slot',
    cycle: 3,
    multiple: 3,
    step: 0.2,
    tempo: { min: 104, max: 124 },
    says: 'And-one-two-three: four changes in three beats.',
  },
  waltz: {
    ...ballroom,
    name: 'Waltz',
    cycle: 3,
    multiple: 3,
    step: 0.32,
    tempo: { min: 84, max: 90 },
    says: 'Three to the bar; turns in eighths against the line of dance.',
  },
  'viennese-waltz': {
    ...ballroom,
    name: 'Viennese waltz',
    cycle: 3,
    multiple: 3,
    step: 0.26,
    tempo: { min: 174, max: 180 },
    says: 'The fast rotating waltz.',
  },
  foxtrot: {
    ...ballroom,
    name: 'Foxtrot',
    cycle: 4,
    multiple: 1,
    step: 0.36,
    tempo: { min: 112, max: 120 },
    says: 'Slow 2, quick 1; long passing steps.',
  },
  quickstep: {
    ...ballroom,
    name: 'Quickstep',
    cycle: 4,
    multiple: 1,
    step: 0.34,
    tempo: { min: 200, max: 208 },
    says: 'Slow 2, quick 1, fast.',
  },
  'ballroom-tango': {
    ...ballroom,
    name: 'Ballroom tango',
    quick: 6,
    slow: 12,
    cycle: 4,
    multiple: 1,
    step: 0.32,
    tempo: { min: 62, max: 66 },
    says: 'In 2/4: slow 1, quick a half.',
  },
  'cha-cha': {
    ...latin,
    name: 'Cha cha',
    cycle: 4,
    multiple: 4,
    step: 0.17,
    tempo: { min: 120, max: 128 },
    says: '2 3 4 & 1.',
  },
  rumba: {
    ...latin,
    name: 'Rumba',
    cycle: 4,
    multiple: 4,
    step: 0.2,
    tempo: { min: 100, max: 108 },
    says: '2 3 4–1.',
  },
  samba: {
    ...latin,
    name: 'Samba',
    cycle: 2,
    multiple: 2,
    step: 0.2,
    tempo: { min: 100, max: 104 },
    says: 'In 2/4: 1 a 2, three quarters, a quarter, one.',
  },
  jive: {
    ...latin,
    ending: 'start',
    name: 'Jive',
    feel: 'swung',
    cycle: 8,
    multiple: 2,
    step: 0.14,
    tempo: { min: 168, max: 176 },
    formation: 'open',
    hold: 'left-right',
    says: 'Rock step and two chassés, fast.',
  },
} as const satisfies Record<DanceId, DanceRow>;

export const DANCE_IDS = Object.keys(DANCES) as DanceId[];

export type Level = 1 | 2 | 3 | 4;
/**
 * Turn limits by level, revolutions a second over at least one beat. No published limit is known: these are our
 * design choice. For scale: one turn in two beats at 176 a minute is 1.47 (derived).
 */
export const LEVELS = {
  1: { name: 'Beginner', turnRate: 1.1 },
  2: { name: 'Improver', turnRate: 1.4 },
  3: { name: 'Intermediate', turnRate: 1.8 },
  4: { name: 'Advanced', turnRate: 2.6 },
} as const satisfies Record<Level, { name: string; turnRate: number }>;
export const LEVEL_IDS: readonly Level[] = [1, 2, 3, 4];

export const FAMILIES = ['basic', 'push', 'pass', 'whip', 'turn', 'travelling', 'kicks', 'wrap'] as const;
