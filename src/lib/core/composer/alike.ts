import { analyse } from '../analysis';
import type { Reading } from '../combination';
import type { Figure } from '../figure';
import { scoreOfLikeness, signatureOf, type Signature } from '../likeness';
import type { Alike } from './varied';

/** From this likeness on two figures look the same in a combination. Our choice. */
const ALIKE = 0.96;
const signatures = new WeakMap<Figure, Signature>();

function signature({ figure }: Reading): Signature {
  let known = signatures.get(figure);
  if (!known) signatures.set(figure, (known = signatureOf(analyse(figure))));
  return known;
}

/** Whether figures, by index, are alike; each is looked at once, when it is first asked for. */
export function alikeIn(readings: readonly Reading[]): Alike {
  const known = new Map<number, boolean>();
  return (a, b) => {
    if (a === b) return true;
    const key = Math.min(a, b) * readings.length + Math.max(a, b);
    const there = known.get(key);
    if (there !== undefined) return there;
    const [x, y] = [readings[a], readings[b]];
    const yes = x !== undefined && y !== undefined && scoreOfLikeness(signature(x), signature(y)) >= ALIKE;
    known.set(key, yes);
    return yes;
  };
}
