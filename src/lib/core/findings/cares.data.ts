import type { Trunk } from '../analysis';
import type { Level } from '../vocabulary';

/**
 * What head and upper body do that wants care. Row: what → when it is so, up to which level it is said, and words that
 * say it is known already. Drops, lifts and dips are said at every level. Source: common practice; the levels are our
 * choice.
 */
export type Care = 'lift' | 'drop' | 'dip' | 'head-back' | 'head-quick' | 'bend-back' | 'twist' | 'lean';

interface CareRow {
  readonly is: (t: Trunk) => boolean;
  readonly upTo: Level;
  readonly known: RegExp;
}

export const CARES = {
  lift: { is: (t) => t.lift === true, upTo: 4, known: /\blift/i },
  drop: { is: (t) => t.drop === true, upTo: 4, known: /\bdrop/i },
  dip: { is: (t) => t.dip === true, upTo: 4, known: /\bdip/i },
  'head-back': { is: (t) => t.head === 'back', upTo: 3, known: /\b(head|neck)/i },
  'head-quick': { is: (t) => t.quick === true, upTo: 3, known: /\b(head|neck)/i },
  'bend-back': { is: (t) => t.bend === 'back', upTo: 3, known: /\b(back|bend|spine)/i },
  twist: { is: (t) => Math.abs(t.twist) >= 75, upTo: 3, known: /\b(twist|upper body|shoulders)/i },
  lean: { is: (t) => t.lean !== undefined && !t.dip && !t.drop, upTo: 3, known: /\blean/i },
} as const satisfies Record<Care, CareRow>;
export const CARE_NAMES = Object.keys(CARES) as Care[];
