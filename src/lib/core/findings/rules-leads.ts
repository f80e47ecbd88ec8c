import { TICKS_PER_BEAT, type Role, type Ticks } from '../base';
import { leadKindsIn } from '../notation';
import { LEAD_KINDS, type LeadKind } from '../vocabulary';
import { LEAD_WINDOW, armsAt, embracedAt, type Analysis, type TurnSpan } from '../analysis';
import { LED_TURN } from './limits.data';
import { beat, hands, write } from './mends-arms';
import { broken, complete, remedy, say, touching } from './steps';
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
      .filter((t) => !lateLead(a, t) && !before.some((f) => f.code === 'lead-contrary' && f.tick < t.first))
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

/** A lead that comes only after the turn it should cause has begun, or a hand lowered in the middle of one. */
export const leadLate: Rule = {
  code: 'lead-late',
  find: (a, before) => {
    if (broken(before) || !complete(a) || !writesHands(a)) return [];
    return ledTurns(a, 'follower')
      .filter((t) => Math.abs(t.amount) >= LED_TURN && t.first >= TICKS_PER_BEAT && !asOne(a, t))
      .flatMap((t): Finding[] => {
        const late = lateLead(a, t) ?? lowered(a, t);
        if (!late) return [];
        return [
          {
            code: 'lead-late',
            severity: 'look',
            role: 'follower',
            tick: late.tick,
            details: { count: say(a, late.tick), turn: say(a, t.first), what: late.what },
          },
        ];
      });
  },
  mend: (a, f) => {
    const to = f.details.what === 'lead' ? f.tick - 2 * TICKS_PER_BEAT : f.tick + 2 * TICKS_PER_BEAT;
    const words = a.words.filter((w) => w.tick === f.tick && (w.track === 'leads' || w.track === 'hands'));
    if (to < 0 || to >= a.end) return [];
    return words.map((w) =>
      remedy(
        'move-words',
        undefined,
        { count: say(a, w.tick), to: say(a, to) },
        write(a, w.track, w.tick, undefined),
        write(a, w.track, to, w.text, true),
      ),
    );
  },
};

/** Nothing leads it before; something does once it has begun. */
function lateLead(a: Analysis, t: LedTurn): { tick: Ticks; what: 'lead' } | undefined {
  const leads = a.arms.leads.filter((l) => l.prepares);
  const early = leads.some((l) => l.tick <= t.first && l.tick >= t.first - LEAD_WINDOW);
  const late = leads.find((l) => l.tick > t.first && l.tick < t.to + TICKS_PER_BEAT);
  return early || !late ? undefined : { tick: late.tick, what: 'lead' };
}

/** A raised hand comes down while a good part of the turn under it is still to be made. */
function lowered(a: Analysis, t: LedTurn): { tick: Ticks; what: 'hand' } | undefined {
  for (const h of a.arms.held) {
    const up = h.heights.findLast((x) => x.value === 'overhead' && x.tick <= t.first);
    const down = h.heights.find((x) => x.value !== 'overhead' && up && x.tick > up.tick);
    if (down && down.tick > t.first - TICKS_PER_BEAT / 2 && down.tick < t.to - TICKS_PER_BEAT / 4)
      return { tick: down.tick, what: 'hand' };
  }
  return undefined;
}

interface Reversal {
  readonly turn: LedTurn;
  readonly next: LedTurn;
}

/** Half a turn or more, and at once the other way. */
const reversals = (a: Analysis): Reversal[] => {
  const turns = ledTurns(a, 'follower');
  return turns.flatMap((turn, i) => {
    const next = turns[i + 1];
    const hurried = next && next.from - turn.to < TICKS_PER_BEAT / 2 && Math.abs(next.amount) >= LED_TURN / 2;
    return hurried && Math.abs(turn.amount) >= LED_TURN && !asOne(a, turn) ? [{ turn, next }] : [];
  });
};

/** A hand is joined, but low, and goes easily along with the turn: it stops nothing. Which way it turns decides. */
function goesAlong(a: Analysis, { turn }: Reversal): boolean {
  const state = armsAt(a.arms, Math.min(turn.to, a.end - 1));
  if (state.arms.length === 0 || state.rests.length > 0) return false;
  return state.arms.every((arm) => {
    if (arm.height === 'overhead') return false;
    const on = arm.w.follower - Math.sign(turn.amount) * 180;
    return Math.abs(on) <= 180;
  });
}

const endsNear = (a: Analysis, tick: Ticks): boolean =>
  a.arms.leads.some((l) => l.ends && Math.abs(l.tick - tick) <= TICKS_PER_BEAT);
const sentBefore = (a: Analysis, t: LedTurn): boolean =>
  a.arms.leads.some((l) => l.sends && l.tick <= t.first && l.tick >= t.first - LEAD_WINDOW);

function reversed(a: Analysis, before: readonly Finding[], code: 'stop-unmade' | 'no-block'): Finding[] {
  if (broken(before) || !complete(a) || !writesHands(a)) return [];
  return reversals(a)
    .filter((r) => !endsNear(a, r.turn.to) && sentBefore(a, r.turn) === (code === 'no-block'))
    .filter((r) => goesAlong(a, r))
    .map(({ turn }) => ({
      code,
      severity: 'look',
      role: 'follower',
      tick: turn.to,
      details: { count: say(a, beat(turn.to)), side: turn.amount > 0 ? 'right' : 'left' },
    }));
}
const stopMends: Rule['mend'] = (a, f) =>
  [0, 1].flatMap((n) => {
    const tick = beat(f.tick) - n * TICKS_PER_BEAT;
    if (tick < 0) return [];
    return ['block right on hip', 'block right on back', 'check'].map((text) =>
      remedy('add-stop', undefined, { words: text, count: say(a, tick) }, hands(a, tick, text)),
    );
  });

/** The turn is to stop and turn back, and the joined hand goes along with it. */
export const stopUnmade: Rule = {
  code: 'stop-unmade',
  find: (a, before) => reversed(a, before, 'stop-unmade'),
  mend: stopMends,
};
/** The follower is sent on and turns back, and nothing is in the way. */
export const noBlock: Rule = {
  code: 'no-block',
  find: (a, before) => reversed(a, before, 'no-block'),
  mend: stopMends,
};

/** What a lead says it leads is not what comes: a post before a turn, an elbow opened for none. */
export const leadContrary: Rule = {
  code: 'lead-contrary',
  find: (a, before) =>
    broken(before) || !complete(a) ? [] : [...judged(a, 'lead-contrary'), ...feltOtherwise(a)],
  mend: (a, f) => takeOut(a, f),
};
export const leadUnanswered: Rule = {
  code: 'lead-unanswered',
  find: (a, before) => (broken(before) || !complete(a) ? [] : judged(a, 'lead-unanswered')),
  mend: (a, f) => takeOut(a, f),
};

const takeOut = (a: Analysis, f: Finding) =>
  a.words
    .filter((w) => w.tick === f.tick && w.track === (f.details.felt ? 'feels' : 'leads'))
    .map((w) =>
      remedy('take-words-out', undefined, { count: say(a, w.tick) }, write(a, w.track, w.tick, undefined)),
    );

function judged(a: Analysis, code: 'lead-contrary' | 'lead-unanswered'): Finding[] {
  const turns = ledTurns(a, 'follower').filter((t) => Math.abs(t.amount) >= LED_TURN);
  const said = a.words.filter((w) => w.track === 'leads');
  return said.flatMap((w): Finding[] => {
    const lead = a.arms.leads.find((l) => l.tick === w.tick && l.kinds.length > 0 && sameRef(l.ref, w.ref));
    const kinds = lead?.kinds ?? [];
    const only = kinds[0];
    if (!only || kinds.some((k) => LEAD_KINDS[k].leads !== LEAD_KINDS[only].leads)) return [];
    const soon = turns.find((t) => t.first > w.tick && t.first <= w.tick + 2 * TICKS_PER_BEAT);
    const under = turns.find((t) => t.first <= w.tick && w.tick <= t.to + TICKS_PER_BEAT);
    const other = a.arms.leads.some(
      (l) => l.prepares && soon && l !== lead && l.tick < soon.first && l.tick >= w.tick,
    );
    const contrary = LEAD_KINDS[only].leads === 'stop' && soon !== undefined && !under && !other;
    const later = ledTurns(a, 'follower').some((t) => t.to >= w.tick && t.first <= w.tick + LEAD_WINDOW);
    const leaderTurns = a.roles.leader.turns.some((t) => t.to >= w.tick && t.from <= w.tick + LEAD_WINDOW);
    const unanswered = only === 'elbow-out' && !later && !leaderTurns;
    if (code === 'lead-contrary' ? !contrary : !unanswered) return [];
    return [
      {
        code,
        severity: 'look',
        tick: w.tick,
        ref: w.ref,
        details: { count: say(a, w.tick), kind: only, turn: soon ? say(a, soon.first) : '' },
      },
    ];
  });
}
/** What is led and what is felt at one count are each other's opposite. */
const OPPOSITE: Partial<Record<LeadKind, LeadKind>> = { compress: 'stretch', stretch: 'compress' };

function feltOtherwise(a: Analysis): Finding[] {
  const kindsAt = (track: 'leads' | 'feels', tick: Ticks): LeadKind[] =>
    a.words.filter((w) => w.track === track && w.tick === tick).flatMap((w) => leadKindsIn(w.text));
  return a.words
    .filter((w) => w.track === 'feels')
    .flatMap((w): Finding[] => {
      const led = kindsAt('leads', w.tick);
      const felt = leadKindsIn(w.text);
      const kind = led.find((k) => felt.includes(OPPOSITE[k] ?? k) && !felt.includes(k));
      const against = kind && OPPOSITE[kind];
      if (!kind || !against) return [];
      return [
        {
          code: 'lead-contrary',
          severity: 'look',
          tick: w.tick,
          ref: w.ref,
          details: { count: say(a, w.tick), kind, felt: against },
        },
      ];
    });
}
const sameRef = (x: { line: number; item: number }, y: { line: number; item: number }): boolean =>
  x.line === y.line && x.item === y.item;
