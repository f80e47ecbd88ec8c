import { radians, signedHeading, type Degrees, type Metres } from '../../base';
import type { Path } from '../path';
import type { Both } from './types';

/** Partners nearer than this have no line between them that means anything. */
const NO_LINE: Metres = 0.12;

/** Where each dancer's shoulders face relative to the line to the partner, unwrapped. O(ticks). */
export function relativeFacings(l: Path, f: Path): Both<Float64Array> {
  const n = Math.min(l.x.length, f.x.length);
  const leader = new Float64Array(n);
  const follower = new Float64Array(n);
  let bearing = 0;
  for (let i = 0; i < n; i++) {
    const dx = (f.x[i] ?? 0) - (l.x[i] ?? 0);
    const dy = (f.y[i] ?? 0) - (l.y[i] ?? 0);
    if (i === 0 || dx * dx + dy * dy > NO_LINE * NO_LINE) {
      const now = Math.atan2(dx, dy) / radians(1);
      bearing += signedHeading(now - bearing);
    }
    leader[i] = (l.chest[i] ?? 0) - bearing;
    follower[i] = (f.chest[i] ?? 0) - bearing - 180;
  }
  return { leader: fromNear(leader), follower: fromNear(follower) };
}

/** The same list shifted by whole turns so that it begins within half a turn of 0. */
function fromNear(phi: Float64Array): Float64Array {
  const shift = signedHeading(phi[0] ?? 0) - (phi[0] ?? 0);
  if (Math.abs(shift) > 1) for (let i = 0; i < phi.length; i++) phi[i] = (phi[i] ?? 0) + shift;
  return phi;
}

/** Rounded to quarter turns. */
export const quarter = (a: Degrees): Degrees => Math.round(a / 90) * 90 || 0;
