import type { Analysis, Weighed } from '../analysis';
import { ROLES, type Role, type Ticks } from '../base';
import type { Figure } from '../figure';
import { sayCount } from '../time';
import { DIRECTIONS, KINDS } from '../vocabulary';
import { turnWords } from './rail-svg';

/** A step as it is said. */
export function stepWords({ foot, action }: Weighed): string {
  const { kind, direction, turn, then } = action;
  const side = foot && (foot === 'L' ? 'left' : 'right');
  const does = kind === 'step' ? DIRECTIONS[direction ?? 'place'].says : KINDS[kind].says;
  const turned = (turn ?? 0) + (then ?? 0);
  return [side, does, turned ? `turn ${turnWords(turned)}` : undefined].filter(Boolean).join(', ');
}

/** @example tempoSaid(figure) // '90–124 beats a minute' */
export const tempoSaid = ({ tempo: { min, max } }: Figure): string =>
  `${min === max ? min : `${min}–${max}`} beats a minute`;

/** One count at which something is done. */
export interface SaidRow {
  readonly tick: Ticks;
  readonly count: string;
  readonly leader: string;
  readonly follower: string;
  readonly call: string;
}

/** A breakdown in words, a row for every count at which one of them does something. @example saidRows(a)[0]?.leader // 'left, back' */
export function saidRows(a: Analysis): SaidRow[] {
  const ticks = new Set(ROLES.flatMap((r) => a.roles[r].actions.map((w) => w.tick)));
  const said = (role: Role, tick: Ticks): string => {
    const w = a.roles[role].actions.find((x) => x.tick === tick);
    return w ? stepWords(w) : '';
  };
  return [...ticks]
    .sort((x, y) => x - y)
    .map((tick) => ({
      tick,
      count: sayCount(tick, a.figure.feel),
      leader: said('leader', tick),
      follower: said('follower', tick),
      call: a.words.find((w) => w.track === 'calls' && w.tick === tick)?.text ?? '',
    }));
}
