import type { Ticks } from '../base';

/** The subdivision of a written count. */
export type Sub = '' | 'e' | '&' | 'a';
export const SUBS: readonly Sub[] = ['', 'e', '&', 'a'];

/** How the beat is divided when danced. */
export type Feel = 'straight' | 'swung' | 'rolling';

/**
 * Row: feel → ticks after the beat for each subdivision (12 ticks a beat).
 * Straight e & a = 1/4 1/2 3/4; swung & = 2/3; rolling & = 1/3, a = 2/3. Source: common practice.
 * The labels those schools do not use are placed so that every label keeps its own tick, in order.
 */
export const FEELS = {
  straight: { ticks: { '': 0, e: 3, '&': 6, a: 9 }, says: 'The & falls half-way between the beats.' },
  swung: { ticks: { '': 0, e: 4, '&': 8, a: 10 }, says: 'The & falls two thirds into the beat.' },
  rolling: { ticks: { '': 0, e: 2, '&': 4, a: 8 }, says: 'Three to the beat: & is the second, a the third.' },
} as const satisfies Record<Feel, { ticks: Record<Sub, Ticks>; says: string }>;

export const FEEL_NAMES = Object.keys(FEELS) as Feel[];
