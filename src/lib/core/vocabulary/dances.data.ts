import type { Beats, Bpm, Ticks } from '../base';
import type { Feel } from './time.data';
import type { FormationId, HoldId } from './couple.data';
import type { MusicStyle } from './music.data';

/** `slot`: a slot the follower travels · `line-of-dance`: anticlockwise round the room · `spot`: about a centre. */
export type Frame = 'slot' | 'line-of-dance' | 'spot';

export type DanceId =
  | 'slot-swing'
  | 'six-count-swing'
  | 'eight-count-swing'
  | 'lindy-hop'
  | 'balboa'
  | 'shag-six'
  | 'shag-eight'
  | 'boogie-woogie'
  | 'modern-jive'
  | 'close-walk'
  | 'flowing-embrace'
  | 'social-walk'
  | 'salsa-on-1'
  | 'salsa-on-2'
  | 'casino'
  | 'mambo'
  | 'bachata'
  | 'merengue'
  | 'cumbia'
  | 'zouk'
  | 'kizomba'
  | 'tango'
  | 'tango-milonga'
  | 'tango-vals'
  | 'bolero'
  | 'hustle'
  | 'country-two-step'
  | 'nightclub-two-step'
  | 'waltz'
  | 'viennese-waltz'
  | 'foxtrot'
  | 'quickstep'
  | 'ballroom-tango'
  | 'cha-cha'
  | 'rumba'
  | 'samba'
  | 'paso-doble'
  | 'jive';

export interface DanceRow {
  readonly name: string;
  readonly frame: Frame;
  readonly feel: Feel;
  /** Beats in a bar of its music, as they are counted. */
  readonly bar: Beats;
  /** Counting starts again at 1 after this many beats. */
  readonly cycle: Beats;
  /** Where the middle step of a triple falls: on the "and", or a quarter before the beat (¾ ¼ 1). */
  readonly split: '&' | 'a';
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

/** A dance that ships also says what it is danced to: the style the band plays first, then others it goes with. */
interface ShippedRow extends DanceRow {
  readonly music: readonly [MusicStyle, ...MusicStyle[]];
}

const beats = { quick: 12, slow: 24, split: '&', bar: 4 } as const;
const halves = { quick: 6, slow: 12, split: '&', bar: 4 } as const;
const swing = {
  ...beats,
  feel: 'swung',
  ending: 'start',
  lengths: [],
  formation: 'open',
  hold: 'left-right',
} as const;
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
 * beats a bar (all from memory; paso doble 60–62 bars of two). Other tempi, steps and endings: common practice, from memory.
 */
export const DANCES = {
  'slot-swing': {
    ...swing,
    name: 'Slot swing',
    frame: 'slot',
    cycle: 8,
    multiple: 2,
    step: 0.22,
    tempo: { min: 90, max: 124 },
    music: ['swing', 'groove'],
    says: 'The follower travels a lane; the leader clears it.',
  },
  'six-count-swing': {
    ...swing,
    name: 'Six-count swing',
    frame: 'spot',
    cycle: 6,
    multiple: 2,
    step: 0.16,
    tempo: { min: 126, max: 176 },
    music: ['swing', 'groove'],
    says: 'Rock step and two triples, or single steps.',
  },
  'eight-count-swing': {
    ...swing,
    name: 'Eight-count swing',
    frame: 'spot',
    cycle: 8,
    multiple: 2,
    step: 0.19,
    tempo: { min: 120, max: 190 },
    music: ['swing'],
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
    step: 0.12,
    tempo: { min: 160, max: 230 },
    music: ['swing'],
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
    music: ['salsa'],
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
    music: ['salsa'],
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
    music: ['tango'],
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
    music: ['salsa', 'groove'],
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
    music: ['groove'],
    says: 'And-one-two-three: four changes in three beats.',
  },
  waltz: {
    ...ballroom,
    name: 'Waltz',
    bar: 3,
    cycle: 3,
    multiple: 3,
    step: 0.32,
    tempo: { min: 84, max: 90 },
    music: ['waltz'],
    says: 'Three to the bar; turns in eighths against the line of dance.',
  },
  'viennese-waltz': {
    ...ballroom,
    name: 'Viennese waltz',
    bar: 3,
    cycle: 3,
    multiple: 3,
    step: 0.26,
    tempo: { min: 174, max: 180 },
    music: ['waltz'],
    says: 'The fast rotating waltz.',
  },
  foxtrot: {
    ...ballroom,
    name: 'Foxtrot',
    cycle: 4,
    multiple: 1,
    step: 0.36,
    tempo: { min: 112, max: 120 },
    music: ['foxtrot', 'swing'],
    says: 'Slow 2, quick 1; long passing steps.',
  },
  quickstep: {
    ...ballroom,
    name: 'Quickstep',
    cycle: 4,
    multiple: 1,
    step: 0.34,
    tempo: { min: 200, max: 208 },
    music: ['foxtrot', 'swing'],
    says: 'Slow 2, quick 1, fast.',
  },
  'ballroom-tango': {
    ...ballroom,
    name: 'Ballroom tango',
    bar: 2,
    quick: 6,
    slow: 12,
    cycle: 4,
    multiple: 1,
    step: 0.32,
    tempo: { min: 62, max: 66 },
    music: ['tango'],
    says: 'In 2/4: slow 1, quick a half.',
  },
  'cha-cha': {
    ...latin,
    name: 'Cha cha',
    cycle: 4,
    multiple: 4,
    step: 0.17,
    tempo: { min: 120, max: 128 },
    music: ['salsa'],
    says: '2 3 4 & 1.',
  },
  rumba: {
    ...latin,
    name: 'Rumba',
    cycle: 4,
    multiple: 4,
    step: 0.2,
    tempo: { min: 100, max: 108 },
    music: ['salsa'],
    says: '2 3 4–1.',
  },
  samba: {
    ...latin,
    name: 'Samba',
    bar: 2,
    split: 'a',
    cycle: 2,
    multiple: 2,
    step: 0.2,
    tempo: { min: 100, max: 104 },
    music: ['salsa'],
    says: 'In 2/4: 1 a 2, three quarters, a quarter, one.',
  },
  jive: {
    ...latin,
    ending: 'start',
    name: 'Jive',
    split: 'a',
    cycle: 8,
    multiple: 2,
    step: 0.14,
    tempo: { min: 168, max: 176 },
    formation: 'open',
    hold: 'left-right',
    music: ['swing'],
    says: 'Rock step and two chassés of ¾ ¼ 1; a school that says ⅔ ⅓ takes the swung feel and writes the counts.',
  },
  'lindy-hop': {
    ...swing,
    name: 'Lindy hop',
    frame: 'spot',
    cycle: 8,
    multiple: 2,
    step: 0.19,
    tempo: { min: 120, max: 200 },
    music: ['swing'],
    says: 'Six- and eight-count figures side by side, from the swing-out.',
  },
  balboa: {
    ...swing,
    formation: 'close-embrace',
    hold: 'close-embrace',
    name: 'Balboa',
    frame: 'spot',
    cycle: 8,
    multiple: 4,
    step: 0.07,
    tempo: { min: 170, max: 260 },
    music: ['swing'],
    says: 'Chest to chest, small shuffling steps at fast tempi; opens for turns.',
  },
  'shag-six': {
    ...swing,
    formation: 'closed',
    hold: 'closed',
    name: 'Shag, six-count',
    frame: 'spot',
    cycle: 6,
    multiple: 2,
    step: 0.09,
    tempo: { min: 180, max: 260 },
    music: ['swing'],
    says: 'Slow, slow, quick, quick with a hop or tap in each slow.',
  },
  'shag-eight': {
    ...swing,
    formation: 'closed',
    hold: 'closed',
    name: 'Shag, eight-count',
    frame: 'spot',
    cycle: 8,
    multiple: 2,
    step: 0.09,
    tempo: { min: 160, max: 220 },
    music: ['swing'],
    says: 'Triples and kicks in eights, on the spot.',
  },
  'boogie-woogie': {
    ...swing,
    name: 'Boogie-woogie',
    frame: 'spot',
    cycle: 6,
    multiple: 2,
    step: 0.14,
    tempo: { min: 168, max: 200 },
    music: ['swing'],
    says: 'Fast six-count swing with kicks; own footwork in long solos.',
  },
  'modern-jive': {
    ...beats,
    feel: 'straight',
    ending: 'partners',
    lengths: [],
    formation: 'open',
    hold: 'left-right',
    name: 'Modern jive',
    frame: 'spot',
    cycle: 8,
    multiple: 2,
    step: 0.16,
    tempo: { min: 110, max: 140 },
    music: ['groove', 'swing'],
    says: 'Hands and turns lead; the footwork is the dancers’ own, a step to each beat.',
  },
  'flowing-embrace': {
    ...beats,
    feel: 'straight',
    ending: 'partners',
    lengths: [],
    formation: 'close-embrace',
    hold: 'close-embrace',
    name: 'Flowing close embrace',
    frame: 'spot',
    cycle: 8,
    multiple: 1,
    step: 0.2,
    tempo: { min: 60, max: 100 },
    music: ['groove', 'tango'],
    says: 'Slow music of any kind, led from the body, walked, turned and paused.',
  },
  'social-walk': {
    ...beats,
    feel: 'straight',
    frame: 'line-of-dance',
    ending: 'partners',
    lengths: [],
    formation: 'closed',
    hold: 'closed',
    name: 'Social walking basic',
    cycle: 4,
    multiple: 2,
    step: 0.28,
    tempo: { min: 100, max: 132 },
    music: ['foxtrot', 'swing', 'groove'],
    says: 'Walks and a side close, anticlockwise round the room.',
  },
  casino: {
    ...latin,
    ending: 'start',
    name: 'Casino',
    frame: 'spot',
    cycle: 8,
    multiple: 8,
    step: 0.18,
    tempo: { min: 150, max: 210 },
    music: ['salsa'],
    says: 'Salsa danced round each other, no lane; also in a circle of couples.',
  },
  mambo: {
    ...latin,
    ending: 'start',
    name: 'Mambo',
    frame: 'spot',
    cycle: 8,
    multiple: 8,
    step: 0.18,
    tempo: { min: 160, max: 208 },
    music: ['salsa'],
    says: 'Breaks on 2, holds on 1.',
  },
  bachata: {
    ...latin,
    ending: 'start',
    name: 'Bachata',
    cycle: 8,
    multiple: 4,
    step: 0.16,
    tempo: { min: 120, max: 144 },
    music: ['salsa'],
    says: 'Three steps and a tap, side to side.',
  },
  merengue: {
    ...latin,
    name: 'Merengue',
    bar: 2,
    formation: 'closed',
    hold: 'closed',
    cycle: 8,
    multiple: 2,
    step: 0.1,
    tempo: { min: 120, max: 160 },
    music: ['salsa'],
    says: 'A step to every beat.',
  },
  cumbia: {
    ...latin,
    name: 'Cumbia',
    cycle: 8,
    multiple: 4,
    step: 0.16,
    tempo: { min: 80, max: 110 },
    music: ['salsa'],
    says: 'Break behind, replace and a triple, to either side.',
  },
  zouk: {
    ...latin,
    ...halves,
    name: 'Zouk',
    formation: 'closed',
    hold: 'closed',
    cycle: 4,
    multiple: 2,
    step: 0.22,
    tempo: { min: 70, max: 100 },
    music: ['groove'],
    says: 'Slow 1, quick a half: slow, quick, quick in two beats.',
  },
  kizomba: {
    ...beats,
    feel: 'straight',
    ending: 'partners',
    lengths: [],
    formation: 'close-embrace',
    hold: 'close-embrace',
    name: 'Kizomba',
    frame: 'line-of-dance',
    cycle: 8,
    multiple: 1,
    step: 0.2,
    tempo: { min: 80, max: 110 },
    music: ['groove'],
    says: 'Walked close, slow 2 and quick 1, with syncopations.',
  },
  'tango-milonga': {
    ...halves,
    bar: 2,
    feel: 'straight',
    frame: 'line-of-dance',
    ending: 'partners',
    lengths: [],
    name: 'Tango milonga',
    cycle: 4,
    multiple: 1,
    step: 0.22,
    tempo: { min: 92, max: 116 },
    formation: 'close-embrace',
    hold: 'close-embrace',
    music: ['tango'],
    says: 'In 2/4: a step to each beat, or quick steps in between.',
  },
  'tango-vals': {
    ...beats,
    bar: 3,
    slow: 36,
    feel: 'straight',
    frame: 'line-of-dance',
    ending: 'partners',
    lengths: [],
    name: 'Tango vals',
    cycle: 3,
    multiple: 3,
    step: 0.28,
    tempo: { min: 170, max: 220 },
    formation: 'close-embrace',
    hold: 'close-embrace',
    music: ['waltz'],
    says: 'In 3/4: a step to each bar, with quick steps on 2 or 3.',
  },
  'country-two-step': {
    ...ballroom,
    name: 'Country two-step',
    cycle: 6,
    multiple: 2,
    step: 0.3,
    tempo: { min: 160, max: 200 },
    music: ['foxtrot', 'groove'],
    says: 'Quick, quick, slow, slow round the room; some begin with the slows.',
  },
  'nightclub-two-step': {
    ...latin,
    ...halves,
    name: 'Nightclub two-step',
    formation: 'closed',
    hold: 'closed',
    cycle: 4,
    multiple: 2,
    step: 0.26,
    tempo: { min: 56, max: 76 },
    music: ['groove'],
    says: 'Slow 1, quick a half, side to side; some count it quick, quick, slow.',
  },
  'paso-doble': {
    ...ballroom,
    name: 'Paso doble',
    bar: 2,
    cycle: 8,
    multiple: 1,
    step: 0.26,
    tempo: { min: 120, max: 124 },
    music: ['groove'],
    says: 'In 2/4, a step to each beat, marched.',
  },
} as const satisfies Record<DanceId, ShippedRow>;

export const DANCE_IDS = Object.keys(DANCES) as DanceId[];

/** A dance with its name in files: one that ships, or a teacher's own. */
export interface Dance extends DanceRow {
  readonly id: string;
}

/** What a figure says of its dance: a name in files, and the dance itself where it is a teacher's own. */
export interface Danced {
  readonly dance: string;
  readonly ownDance?: Dance;
}

const SHIPPED: ReadonlyMap<string, Dance> = new Map(
  DANCE_IDS.map((id) => {
    // What a teacher's own dance can be made from: the music is not part of it.
    const { music: _, ...row } = DANCES[id];
    return [id, { id, ...row }];
  }),
);

/** A dance that ships; undefined for a name nobody knows. @example shippedDance('waltz')?.cycle // 3 */
export const shippedDance = (id: string): Dance | undefined => SHIPPED.get(id);

/**
 * The styles of music a dance is danced to, the usual one first. A teacher's own dance says no style: bars of three are
 * waltzes, swung time is swing, anything else is played plain. Source of the table's column: common practice, from memory.
 * @example musicOf(danceOf({ dance: 'quickstep' })) // ['foxtrot', 'swing']
 */
export const musicOf = (d: Dance): readonly MusicStyle[] =>
  (DANCES as Readonly<Record<string, ShippedRow>>)[d.id]?.music ?? [
    d.bar % 3 === 0 ? 'waltz' : d.feel === 'swung' ? 'swing' : 'groove',
  ];

/** The dance of a figure. A name nobody knows is danced as the social walk, so that nothing else is lost. */
export const danceOf = (d: Danced): Dance =>
  SHIPPED.get(d.dance) ?? d.ownDance ?? (SHIPPED.get('social-walk') as Dance);

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
