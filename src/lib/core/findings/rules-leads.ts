import { TICKS_PER_BEAT, type Role, type Ticks } from '../base';
import { LEAD_WINDOW, embracedAt, joinedAt, type Analysis, type TurnSpan } from '../analysis';
import { LED_TURN } from './limits.data';
import { beat, hands, write } from './mends-arms';
import { broken, complete, remedy, say } from './steps';
import type { Finding, Rule } from './types';

/** What leads a turn, and what ends it. */

/** Consecutive turns one way without a rest between them. */
interface LedTurn {
  readonly amount: number;
  readonly from: Ticks;
  /** The count of the first step that turns. */
  readonly first: Ticks;
  readonly to: Ticks;
}

function ledTurns(a: Analysis, role: Role): LedTurn[] {
  const groups: LedTurn[] = [];
  const startOf = (s: TurnSpan): Ticks => (s.how === 'pivot' ? s.from : s.to);
  for (const s of a.roles[role].turns) {
    const g = groups.at(-1);
    if (g && Math.sign(g.amount) === Math.sign(s.amount) && s.from - g.to <= TICKS_PER_BEAT)
      groups[groups.length - 1] = { ...g, amount: g.amount + s.amount, to: s.to };
    else groups.push({ amount: s.amount, from: s.from, first: startOf(s), to: s.to });
  }
  return groups;
}

const writesHands = (a: Analysis): boolean => a.words.some((w) => w.track === 'hands' || w.track === 'leads');
const touching = (a: Analysis, tick: Ticks): boolean =>
  joinedAt(a.arms, tick).length > 0 || a.arms.rests.some((r) => r.from <= tick && tick < r.to);

/** A turn of the couple as one is led by being in it: the follower hardly turns relative to the leader. */
function asOne(a: Analysis, t: LedTurn): boolean {
  const at = (tick: Ticks): number => {
    const i = Math.max(0, Math.min(a.arms.phi.follower.length - 1, tick - a.arms.from));
    return (a.roles.follower.path.chest[i] ?? 0) - (a.roles.leader.path.chest[i] ?? 0);
  };
  return embracedAt(a.contacts, t.from) && Math.abs(at(t.to) - at(t.from)) < LED_TURN;
}

/** The follower turns half or more and nothing led it a count before. */
export const noLead: Rule = {
  code: 'no-lead',
  find: (a, before) => {
    if (broken(before) || !complete(a) || !writesHands(a)) return [];
    return ledTurns(a, 'follower')
      .filter((t) => Math.abs(t.amount) >= LED_TURN && t.first >= TICKS_PER_BEAT)
      .filter((t) => touching(a, t.first - TICKS_PER_BEAT) && !asOne(a, t))
      .filter(
        (t) =>
          !a.arms.leads.some(
            (l) => l.prepares && l.tick <= t.first - TICKS_PER_BEAT && l.tick >= t.first - LEAD_WINDOW,
          ),
      )
      .map((t) => ({
        code: 'no-lead',
        severity: 'look',
        role: 'follower',
        tick: t.first,
        details: { count: say(a, t.first) },
      }));
  },
  mend: (a, f) =>
    [1, 2].flatMap((n) => {
      const at = beat(f.tick) - n * TICKS_PER_BEAT;
      return at < 0
        ? []
        : [
            remedy(
              'add-lead',
              undefined,
              { count: say(a, at) },
              write(a, 'leads', at, 'prepare the turn', true),
            ),
          ];
    }),
};

/** A turn is stopped, or turns back at once, and no hand is there to do it. */
export const noStop: Rule = {
  code: 'no-stop',
  find: (a, before) => {
    if (broken(before) || !complete(a)) return [];
    const said = a.arms.leads
      .filter((l) => l.ends && l.tick >= 0 && !touching(a, Math.min(l.tick, a.end - 1)))
      .map((l): Finding => ({
        code: 'no-stop',
        severity: 'look',
        tick: l.tick,
        ref: l.ref,
        details: { count: say(a, l.tick) },
      }));
    const turns = ledTurns(a, 'follower');
    const back = turns.flatMap((t, i): Finding[] => {
      const next = turns[i + 1];
      const hurried = next && Math.abs(t.amount) >= LED_TURN && next.from - t.to < TICKS_PER_BEAT / 2;
      const led = writesHands(a) && touching(a, Math.max(0, t.from - 1));
      if (!hurried || !led || touching(a, Math.min(t.to, a.end - 1))) return [];
      return [
        {
          code: 'no-stop',
          severity: 'look',
          role: 'follower',
          tick: t.to,
          details: { count: say(a, beat(t.to)) },
        },
      ];
    });
    return [...said, ...back];
  },
  mend: (a, f) => {
    const at = beat(f.tick);
    const texts = ['catch left to right', 'block right on back', 'catch two hands'];
    const stops = [0, 1].flatMap((n) => {
      const tick = at - n * TICKS_PER_BEAT;
      if (tick < 0) return [];
      return texts.map((text) =>
        remedy('add-stop', undefined, { words: text, count: say(a, tick) }, hands(a, tick, text)),
      );
    });
    const out = a.words
      .filter((w) => w.tick === f.tick && (w.track === 'leads' || w.track === 'hands'))
      .map((w) =>
        remedy('take-words-out', undefined, { count: say(a, w.tick) }, write(a, w.track, w.tick, undefined)),
      );
    return [...stops, ...out];
  },
};
