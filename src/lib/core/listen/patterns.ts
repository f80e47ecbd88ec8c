import type { Bpm } from '../base';

/** How a bar is usually played, in eighths, for bass and kick, the middle, and cymbals. Only the shape counts, not the size. */
export interface Pattern {
  readonly name: string;
  readonly bar: 3 | 4;
  readonly bands: readonly [readonly number[], readonly number[], readonly number[]];
  /** Beats a minute it is usually played at. */
  readonly range: readonly [Bpm, Bpm];
  /** The beat of the bar on which the harmony changes: 0, but where the bass comes before the bar. */
  readonly harmony: number;
}

/** Common practice of rhythm sections, from memory; sizes are our choice. */
export const PATTERNS: readonly Pattern[] = [
  {
    name: 'backbeat',
    bar: 4,
    bands: [
      [1, 0.1, 0.2, 0.3, 0.8, 0.2, 0.2, 0.3],
      [0.6, 0.1, 1, 0.2, 0.6, 0.2, 1, 0.2],
      [0.6, 0.35, 1, 0.35, 0.6, 0.35, 1, 0.35],
    ],
    range: [60, 150],
    harmony: 0,
  },
  {
    name: 'syncopated backbeat',
    bar: 4,
    bands: [
      [1, 0.1, 0.2, 0.8, 0.6, 0.1, 0.7, 0.2],
      [0.7, 0.1, 1, 0.5, 0.5, 0.3, 1, 0.3],
      [0.6, 0.35, 1, 0.35, 0.6, 0.35, 1, 0.35],
    ],
    range: [60, 150],
    harmony: 0,
  },
  {
    name: 'walking',
    bar: 4,
    bands: [
      [1, 0.05, 0.85, 0.05, 0.95, 0.05, 0.85, 0.05],
      [0.8, 0.5, 0.8, 0.5, 0.8, 0.5, 0.8, 0.5],
      [0.6, 0.1, 1, 0.5, 0.6, 0.1, 1, 0.5],
    ],
    range: [90, 260],
    harmony: 0,
  },
  {
    name: 'two-beat',
    bar: 4,
    bands: [
      [1, 0.05, 0.25, 0.05, 0.9, 0.05, 0.25, 0.05],
      [0.6, 0.2, 1, 0.2, 0.6, 0.2, 1, 0.2],
      [0.5, 0.1, 1, 0.2, 0.5, 0.1, 1, 0.2],
    ],
    range: [90, 220],
    harmony: 0,
  },
  {
    name: 'tumbao',
    bar: 4,
    bands: [
      [0.1, 0, 0.1, 1, 0, 0, 0.8, 0.1],
      [0.4, 0.5, 0.7, 0.9, 0.3, 0.7, 0.6, 0.9],
      [0.9, 0.35, 0.9, 0.6, 0.7, 0.5, 0.6, 0.6],
    ],
    range: [145, 235],
    harmony: 3,
  },
  {
    name: 'marcato',
    bar: 4,
    bands: [
      [1, 0.1, 0.6, 0.1, 0.85, 0.1, 0.6, 0.1],
      [1, 0.15, 0.65, 0.15, 0.85, 0.15, 0.65, 0.15],
      [1, 0.15, 0.65, 0.15, 0.85, 0.15, 0.65, 0.15],
    ],
    range: [95, 145],
    harmony: 0,
  },
  {
    name: 'waltz',
    bar: 3,
    bands: [
      [1, 0.05, 0.2, 0.05, 0.2, 0.05],
      [0.6, 0.2, 1, 0.2, 1, 0.2],
      [0.4, 0.1, 1, 0.1, 1, 0.2],
    ],
    range: [75, 200],
    harmony: 0,
  },
];
