import type { Trunk } from '$lib/core/analysis';
import { sayTurn } from '$lib/core/findings';
import { BENDS, HEAD_PLACES, LEANS } from '$lib/core/vocabulary';

const SIDE = { L: 'left', R: 'right' } as const;

/** How head and upper body are held, in a few words; empty where nothing is said of them. @example 'head to the left, leaning back' */
export function trunkText(t: Trunk): string {
  const parts = [
    t.head && HEAD_PLACES[t.head].says + (t.quick ? ', snapped' : ''),
    t.tilt && `head tilted ${SIDE[t.tilt]}`,
    t.twist !== 0 && `upper body ${sayTurn(t.twist)} ${t.twist > 0 ? 'right' : 'left'} of the hips`,
    t.lean && (t.lean === 'any' ? 'leaning' : `leaning ${LEANS[t.lean].says}`),
    t.bend && BENDS[t.bend].says,
    t.sway && `sway ${SIDE[t.sway]}`,
    t.dip && 'in a dip',
    t.drop && 'in a drop',
    t.lift && 'lifted',
    t.rise && 'risen',
  ];
  return parts.filter(Boolean).join(', ');
}
