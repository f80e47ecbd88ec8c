import { signedHeading, type Degrees, type Foot } from '../base';
import { radians } from '../base';
import type { Body } from '../notation';
import { DIRECTIONS, SIZES, type Direction } from '../vocabulary';

/** Directions a step may be given so that it lands where it landed, and how far off one may be, degrees. */
const CANDIDATES: readonly Direction[] = ['fwd', 'back', 'side', 'diag-fwd', 'diag-back', 'across', 'behind'];
const OFF: Degrees = 32;

/**
 * A step written so that it lands on the same footprint although its dancer is now turned `by` further round: the
 * direction is said from the new facing. Steps on the spot, and those no direction fits, stay as they are.
 * @example onSamePrint({ type: 'action', kind: 'step', direction: 'side' }, 'R', 90) // direction: 'fwd'
 */
export function onSamePrint(body: Body, foot: Foot, by: Degrees): Body {
  const turned = signedHeading(by);
  const { direction } = body;
  if (turned === 0 || direction === undefined || body.type !== 'action') return body;
  const row = DIRECTIONS[direction];
  const side = foot === 'R' ? 1 : -1;
  const [right, ahead] = [row.out * side, row.ahead];
  const length = Math.hypot(right, ahead);
  if (length < 0.5) return body;
  const [c, s] = [Math.cos(radians(turned)), Math.sin(radians(turned))];
  const wanted = { out: side * (right * c - ahead * s), ahead: ahead * c + right * s };
  const fit = CANDIDATES.map((d) => ({ d, off: between(wanted, DIRECTIONS[d]) })).sort(
    (a, b) => a.off - b.off,
  )[0];
  if (!fit || fit.off > OFF) return body;
  const next = DIRECTIONS[fit.d];
  const was = typeof body.size === 'number' ? body.size : body.size ? SIZES[body.size].scale : 1;
  const size = Math.round((was * length * 10) / Math.hypot(next.out, next.ahead)) / 10;
  const { size: _, ...rest } = body;
  const kept = Math.abs(size - was) < 0.05 ? body.size : size === 1 ? undefined : size;
  return { ...rest, direction: fit.d, ...(kept === undefined ? {} : { size: kept }) };
}

interface Way {
  readonly out: number;
  readonly ahead: number;
}
const between = (a: Way, b: Way): Degrees => {
  const dot = (a.out * b.out + a.ahead * b.ahead) / (Math.hypot(a.out, a.ahead) * Math.hypot(b.out, b.ahead));
  return (Math.acos(Math.max(-1, Math.min(1, dot))) * 180) / Math.PI;
};
