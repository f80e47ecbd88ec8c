/** A number that carries its unit in its type: plain numbers fit in, two different units do not mix. */
type Unit<Name extends string> = number & { readonly unit?: Name };

/** Integer time, 12 to the beat; count 1 of a figure is tick 0. */
export type Ticks = Unit<'ticks'>;
/** Degrees clockwise seen from above; a right turn is positive. */
export type Degrees = Unit<'degrees'>;
export type Metres = Unit<'metres'>;
export type Bpm = Unit<'bpm'>;
export type Seconds = Unit<'seconds'>;
/** Beats, counted from 1 in a figure; fractions only where a name says so. */
export type Beats = Unit<'beats'>;
/** Beats of the music, counted from 1; fractions lie between them. */
export type MusicBeat = Unit<'music beat'>;

/** Arithmetic that keeps the unit. @example plus<Ticks>(12, 3) // 15, in ticks */
export const plus = <U extends number>(a: U, b: number): U => (a + b) as U;
export const minus = <U extends number>(a: U, b: number): U => (a - b) as U;
export const times = <U extends number>(a: U, factor: number): U => (a * factor) as U;

/** Divides exactly by 2, 3, 4 and 6, so straight, swung and rolling subdivisions are all integers. */
export const TICKS_PER_BEAT = 12;

/** @example ticksOfBeats(2) // 24 */
export const ticksOfBeats = (beats: number): Ticks => (beats as number) * TICKS_PER_BEAT;
/** The inverse of {@link ticksOfBeats}; with fractions. */
export const beatsOfTicks = (ticks: Ticks): Beats => (ticks as number) / TICKS_PER_BEAT;

export type Role = 'leader' | 'follower';
export const ROLES: readonly Role[] = ['leader', 'follower'];
export const otherRole = (role: Role): Role => (role === 'leader' ? 'follower' : 'leader');

export type Foot = 'L' | 'R';
export const otherFoot = (foot: Foot): Foot => (foot === 'L' ? 'R' : 'L');

/** Hands are named like feet. */
export type Hand = Foot;

/** Half-open place in a text, in UTF-16 code units. */
export interface Span {
  readonly from: number;
  readonly to: number;
}
