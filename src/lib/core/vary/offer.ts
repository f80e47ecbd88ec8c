import { ROLES, type Result, type Role, type Ticks } from '../base';
import type { Heights } from '../analysis';
import type { Figure } from '../figure';
import type { Repair } from './repair';
import type { Proposal, VaryFailure, Variation, Whose } from './types';
import { propose } from './vary';

/** What a teacher may want to vary. */
export type Group = 'time' | 'rhythm' | 'feet' | 'turns' | 'length' | 'level' | 'convert';
export const GROUPS: readonly Group[] = ['time', 'rhythm', 'feet', 'turns', 'length', 'level', 'convert'];

/** Ticks of the danced figure, whole beats, `to` not included; whose part. */
export interface Wanted {
  readonly group: Group;
  readonly from: Ticks;
  readonly to: Ticks;
  /** The step timing is about; without it what is danced at `from`. */
  readonly at?: Ticks;
  readonly whose: Whose;
}

/** What an offer is about, for its heading. */
export type Aim = 'as-it-is' | 'other-foot' | 'ending' | 'same-foot' | 'simpler' | 'harder';
export interface Offer {
  readonly aim: Aim;
  readonly variation: Variation;
  readonly made: Result<Proposal, VaryFailure>;
  readonly repair?: Repair;
}

/** Offers that can be made. */
export function* plain(
  figure: Figure,
  variations: Iterable<Variation>,
  heights?: Heights,
  aim: Aim = 'as-it-is',
): Generator<Offer> {
  const seen = new Set<string>();
  for (const variation of variations) {
    const made = propose(figure, variation, heights);
    if (!made.ok || seen.has(made.value.result.lines + JSON.stringify(made.value.result.repeat))) continue;
    seen.add(made.value.result.lines + JSON.stringify(made.value.result.repeat));
    yield { aim, variation, made };
  }
}
/** Offers with the reason where they cannot be made. */
export function* said(figure: Figure, variations: Iterable<Variation>, heights?: Heights): Generator<Offer> {
  for (const variation of variations)
    yield { aim: 'as-it-is', variation, made: propose(figure, variation, heights) };
}

export const rolesOf = (whose: Whose): readonly Role[] => (whose === 'both' ? ROLES : [whose]);
