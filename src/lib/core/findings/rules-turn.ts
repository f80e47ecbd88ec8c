import { ROLES, TICKS_PER_BEAT, type Degrees, type Role } from '../base';
import { longestSpin, turnRate, type Analysis } from '../analysis';
import type { FigureEdit } from '../figure';
import { fractionOf } from '../notation';
import { LEVELS, type Level } from '../vocabulary';
import { DIZZY } from './limits.data';
import { remedy, say, setAction, takesWeight } from './steps';
import type { Finding, Remedy, Rule } from './types';

/** More turn in a beat, at the figure's fastest tempo, than its level is given. */
export const turnTooFast: Rule = {
  code: 'turn-too-fast',
  find: (a) =>
    ROLES.flatMap((role): Finding[] => {
      const { fastest, turns } = a.roles[role];
      const rate = turnRate(fastest.revolutions, TICKS_PER_BEAT, a.figure.tempo.max);
      const limit = LEVELS[a.figure.level].turnRate;
      if (rate <= limit + 1e-9) return [];
      const cause = turns.find((t) => t.to > fastest.from && t.from < fastest.to);
      const tick = a.roles[role].actions[cause?.index ?? 0]?.tick ?? fastest.from;
      return [
        {
          code: 'turn-too-fast',
          severity: 'caution',
          role,
          tick,
          details: {
            rate: round2(rate),
            limit,
            bpm: a.figure.tempo.max,
            level: LEVELS[a.figure.level].name,
            count: say(a, tick),
            amount: sayTurn(fastest.revolutions * 360),
          },
        },
      ];
    }),
  mend: (a, f) => {
    const role = f.role;
    if (!role) return [];
    const { fastest } = a.roles[role];
    const slowest = Math.floor((LEVELS[a.figure.level].turnRate * 60) / fastest.revolutions);
    const tempo = { min: Math.min(a.figure.tempo.min, slowest), max: slowest };
    const slower =
      slowest >= 20
        ? [remedy('slower', undefined, { bpm: slowest }, { type: 'set-details', patch: { tempo } })]
        : [];
    const levels = ([2, 3, 4] as Level[])
      .filter((l) => l > a.figure.level)
      .map((level) =>
        remedy(
          'raise-level',
          undefined,
          { level: LEVELS[level].name },
          { type: 'set-details', patch: { level } },
        ),
      );
    return [...spreads(a, role), ...slower, ...lessTurn(a, role), ...levels];
  },
};

/** Gives part of a step's turn to the step before or after it. */
function spreads(a: Analysis, role: Role): Remedy[] {
  const steps = a.roles[role].actions.filter((w) => w.foot !== undefined);
  const busy = steps
    .filter((w) => w.action.turn !== undefined)
    .sort((x, y) => Math.abs(y.action.turn ?? 0) - Math.abs(x.action.turn ?? 0));
  return busy.slice(0, 3).flatMap((w) => {
    const turn = w.action.turn ?? 0;
    const i = steps.indexOf(w);
    return [1, -1, 2, -2].flatMap((d) => {
      const other = steps[i + d];
      if (!other || !takesWeight(other)) return [];
      return [1 / 2, 1 / 4, 3 / 4].map((share) => {
        const part = Math.round((turn * share) / 15) * 15;
        return remedy(
          'spread-turn',
          role,
          { count: say(a, w.tick), to: say(a, other.tick) },
          setAction(role, w, { turn: turn - part || undefined }),
          setAction(role, other, { turn: (other.action.turn ?? 0) + part || undefined }),
        );
      });
    });
  });
}

/** One turn fewer at a step that has it whole, or taken off the last steps that turn the same way. */
export function lessTurn(a: Analysis, role: Role): Remedy[] {
  const turning = a.roles[role].actions.filter((w) => w.action.turn !== undefined);
  const whole = turning.filter((w) => Math.abs(w.action.turn ?? 0) >= 360);
  const single = whole.map((w) => {
    const turn = w.action.turn ?? 0;
    return remedy(
      'less-turn',
      role,
      { count: say(a, w.tick) },
      setAction(role, w, { turn: turn - 360 * Math.sign(turn) || undefined }),
    );
  });
  const last = turning.at(-1);
  const side = Math.sign(last?.action.turn ?? 0);
  const edits: FigureEdit[] = [];
  let left = 360;
  for (const w of turning.toReversed()) {
    const turn = w.action.turn ?? 0;
    if (left === 0 || Math.sign(turn) !== side) break;
    const off = Math.min(left, Math.abs(turn));
    left -= off;
    edits.push(setAction(role, w, { turn: turn - side * off || undefined }));
  }
  return last && left === 0
    ? [...single, remedy('less-turn', role, { count: say(a, last.tick) }, ...edits)]
    : single;
}

/** Many turns one way in a row. */
export const longSpin: Rule = {
  code: 'long-spin',
  find: (a) =>
    ROLES.flatMap((role): Finding[] => {
      const spin = longestSpin(a.roles[role].turns, DIZZY.within);
      if (Math.abs(spin.amount) < DIZZY.degrees) return [];
      return [
        {
          code: 'long-spin',
          severity: 'caution',
          role,
          tick: a.roles[role].actions[spin.index]?.tick ?? 0,
          details: { amount: sayTurn(spin.amount), side: spin.amount > 0 ? 'right' : 'left' },
        },
      ];
    }),
  mend: (a, f) => (f.role ? lessTurn(a, f.role) : []),
};

const round2 = (x: number): number => Math.round(x * 100) / 100;

/** An amount of turn in words, to the nearest 15°. @example sayTurn(-540) // '1 1/2' */
export function sayTurn(turn: Degrees): string {
  const { whole, top, bottom } = fractionOf(Math.round(turn / 15) * 15);
  return [whole || '', top ? `${top}/${bottom}` : ''].filter(Boolean).join(' ') || '0';
}
