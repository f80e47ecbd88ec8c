import type { Degrees } from './units';

/** The same heading in [0, 360). @example heading(-90) // 270 */
export const heading = (a: Degrees): Degrees => ((a % 360) + 360) % 360;

/** The same heading in (−180, 180]. @example signedHeading(270) // -90 */
export const signedHeading = (a: Degrees): Degrees => {
  const h = heading(a);
  return h > 180 ? h - 360 : h;
};

export const radians = (a: Degrees): number => (a * Math.PI) / 180;

/** A point in metres: x to the right of the reference line, y along it. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

/** What lies `right` and `ahead` of a dancer facing `facing`, in floor axes (metres in, metres out). */
export const fromBody = (facing: Degrees, right: number, ahead: number): Point => {
  const a = radians(facing);
  const s = Math.sin(a);
  const c = Math.cos(a);
  return { x: right * c + ahead * s, y: ahead * c - right * s };
};

/** The inverse of {@link fromBody}: `x` is to the dancer's right, `y` ahead. */
export const toBody = (facing: Degrees, x: number, y: number): Point => {
  const a = radians(facing);
  const s = Math.sin(a);
  const c = Math.cos(a);
  return { x: x * c - y * s, y: x * s + y * c };
};
