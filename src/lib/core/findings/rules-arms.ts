import { ROLES, TICKS_PER_BEAT, type Hand, type Role, type Ticks } from '../base';
import type { Analysis, ArmFault } from '../analysis';
import type { FigureEdit } from '../figure';
import { printHands, readHands } from '../notation';
import { BODY_PARTS } from '../vocabulary';
import { TOLERANCE } from './limits.data';
import {
  BEATS_BACK,
  SIDE,
  beat,
  changes,
  handWord,
  hands,
  otherTurns,
  raises,
  releases,
  write,
} from './mends-arms';
import { broken, complete, remedy, say } from './steps';
import type { Finding, FindingCode, Remedy, Rule, Severity } from './types';

/** What the arms cannot do, or should not, with the turns as they are written. */

type FaultCode = ArmFault['code'];
type FaultOf<C extends FaultCode> = Extract<ArmFault, { code: C }>;

const ref = (fault: ArmFault) => (fault.ref ? { ref: fault.ref } : {});

/** What depends on where the partners are, by the line between them. */
const PLACED: ReadonlySet<FaultCode> = new Set(['locks', 'too-crossed', 'tight', 'behind-back']);

/** It is so on whichever side the partners pass, or the side is known. */
function holdsEitherWay(a: Analysis, f: ArmFault): boolean {
  if (!PLACED.has(f.code)) return true;
  if (!a.floor.sides.some((s) => s.undecided && s.tick <= f.tick + TICKS_PER_BEAT)) return true;
  const other = a.otherArms();
  const same = (x: ArmFault): boolean =>
    x.code === f.code && (!('role' in x) || !('role' in f) || x.role === f.role);
  return other === undefined || other.faults.some(same);
}

/** Without a hands line the starting hold is taken to stay as it is: worth a look, not a mistake. */
const saysHands = (a: Analysis): boolean => a.words.some((w) => w.track === 'hands');

/** A rule that turns the faults of one kind into findings. */
function faultRule<C extends FaultCode>(
  fault: C,
  code: FindingCode,
  severity: Severity,
  read: (
    a: Analysis,
    f: FaultOf<C>,
  ) => { readonly role?: Role; readonly details: Finding['details'] } | undefined,
  mend: (a: Analysis, f: FaultOf<C>) => readonly Remedy[],
): Rule {
  const faults = (a: Analysis) => a.arms.faults.filter((f): f is FaultOf<C> => f.code === fault);
  return {
    code,
    find: (a, before) =>
      broken(before) || !complete(a)
        ? []
        : faults(a).flatMap((f): Finding[] => {
            const found = read(a, f);
            if (!found) return [];
            const guessed = PLACED.has(f.code) || f.code === 'blocked';
            const unsaid = (guessed && !saysHands(a)) || !holdsEitherWay(a, f);
            if (unsaid && severity === 'caution') return [];
            const grade = unsaid ? 'look' : severity;
            return [{ code, severity: grade, tick: Math.max(0, f.tick), ...ref(f), ...found }];
          }),
    mend: (a, finding) => {
      const f = faults(a).find(
        (x) => Math.max(0, x.tick) === finding.tick && (!('role' in x) || x.role === finding.role),
      );
      return f ? mend(a, f) : [];
    },
  };
}

export const armLocks = faultRule(
  'locks',
  'arm-locks',
  'wrong',
  (a, f) => ({
    role: f.role,
    details: { hand: handWord(f.hand), arm: handWord(f.arm), half: f.half, count: say(a, beat(f.tick)) },
  }),
  (a, f) => [
    ...raises(a, f.arm, f.tick),
    ...changes(a, f.arm, f.tick),
    ...releases(a, f.arm, f.tick),
    ...otherTurns(a, f.role, f.tick),
  ],
);

export const armsCrossed = faultRule(
  'too-crossed',
  'arms-crossed',
  'wrong',
  (_a, f) => ({ details: { times: Math.abs(f.crossing) } }),
  (a, f) => [
    ...releases(a, 'L', f.tick),
    ...releases(a, 'R', f.tick),
    ...ROLES.flatMap((role) => otherTurns(a, role, f.tick)),
  ],
);

export const armsTight = faultRule(
  'tight',
  'arms-tight',
  'caution',
  (_a, f) => ({ details: { times: Math.abs(f.crossing) } }),
  (a, f) => [...releases(a, 'L', f.tick), ...releases(a, 'R', f.tick)],
);

/** The words at the count of a fault with one of its acts put differently. */
function rewritten(a: Analysis, tick: Ticks, change: (text: string) => string | undefined): FigureEdit[] {
  return a.words
    .filter((w) => w.track === 'hands' && Math.max(w.tick, a.arms.from) === tick)
    .map((w) => write(a, 'hands', w.tick, change(w.text)));
}

export const handTwice = faultRule(
  'hand-twice',
  'hand-twice',
  'wrong',
  (a, f) => ({ role: f.role, details: { hand: handWord(f.hand), count: say(a, beat(f.tick)) } }),
  (a, f) => {
    const asChange = rewritten(a, f.tick, (text) =>
      printHands(readHands(text).acts.map((act) => (act.type === 'take' ? { ...act, how: 'change' } : act))),
    );
    const owner =
      f.role === 'leader'
        ? f.hand
        : a.arms.held.find((h) => h.follower === f.hand && h.to === f.tick)?.leader;
    return [
      remedy('say-change', undefined, { count: say(a, f.tick) }, ...asChange),
      ...(owner ? releases(a, owner, f.tick) : []),
      remedy(
        'take-words-out',
        undefined,
        { count: say(a, f.tick) },
        ...rewritten(a, f.tick, () => undefined),
      ),
    ];
  },
);

export const handNotHeld = faultRule(
  'not-held',
  'hand-not-held',
  'look',
  (a, f) => ({
    role: f.role,
    details: { hand: f.hand ? handWord(f.hand) : 'none', count: say(a, beat(f.tick)) },
  }),
  (a, f) => {
    const pairs: [Hand, Hand][] =
      f.role === 'leader' && f.hand
        ? [
            [f.hand, 'R'],
            [f.hand, 'L'],
          ]
        : [
            ['L', 'R'],
            ['R', 'L'],
          ];
    const takes = [1, 2, 3].flatMap((n) => {
      const at = beat(f.tick) - n * TICKS_PER_BEAT;
      if (at < 0) return [];
      return pairs.map(([l, g]) =>
        remedy(
          'take-hands',
          undefined,
          { hands: `${SIDE[l]} to ${SIDE[g]}`, count: say(a, at) },
          hands(a, at, `${SIDE[l]} to ${SIDE[g]}`),
        ),
      );
    });
    return [
      remedy(
        'take-words-out',
        undefined,
        { count: say(a, f.tick) },
        ...rewritten(a, f.tick, () => undefined),
      ),
      ...takes,
    ];
  },
);

export const notRaised = faultRule(
  'not-raised',
  'not-raised',
  'wrong',
  (a, f) => ({ role: f.role, details: { arm: handWord(f.arm), count: say(a, beat(f.tick)) } }),
  (a, f) => raises(a, f.arm, f.tick),
);

export const turnBlocked = faultRule(
  'blocked',
  'turn-blocked',
  'wrong',
  (a, f) => ({
    role: f.role,
    details: {
      hand: handWord(f.rest.hand),
      who: f.rest.role,
      part: BODY_PARTS[f.rest.on].says,
      count: say(a, beat(f.tick)),
    },
  }),
  (a, f) => {
    const name = `${f.rest.role === 'follower' ? 'follower ' : ''}${SIDE[f.rest.hand]}`;
    const off = BEATS_BACK.flatMap((n) => {
      const at = beat(f.tick) - n * TICKS_PER_BEAT;
      return at < 0
        ? []
        : [
            remedy(
              'release-hand',
              undefined,
              { hand: name, count: say(a, at) },
              hands(a, at, `release ${name}`),
            ),
          ];
    });
    return [...off, ...otherTurns(a, f.role, f.tick)];
  },
);

export const gripClamped = faultRule(
  'clamped',
  'grip-clamped',
  'caution',
  (a, f) => ({ role: f.role, details: { arm: handWord(f.arm), count: say(a, beat(f.tick)) } }),
  (a, f) =>
    (['palm up', 'loose', 'thumb down'] as const).map((grip) =>
      remedy(
        'open-grip',
        undefined,
        { grip, hand: handWord(f.arm), count: say(a, beat(f.tick)) },
        hands(a, f.tick, `${SIDE[f.arm]} ${grip}`),
      ),
    ),
);

const SAID = /\b(arm|arms|back|shoulder|shoulders|elbow|elbows)\b/i;
const CAUTION = 'Never force an arm behind the back: let it follow, and let go at once when asked.';

export const behindTheBack = faultRule(
  'behind-back',
  'behind-back',
  'caution',
  (a, f) =>
    a.figure.cautions.some((c) => SAID.test(c))
      ? undefined
      : { role: f.role, details: { hand: handWord(f.hand), count: say(a, beat(f.tick)) } },
  (a, f) => [
    remedy(
      'note-caution',
      undefined,
      {},
      { type: 'set-details', patch: { cautions: [...a.figure.cautions, CAUTION] } },
    ),
    ...raises(a, f.arm, f.tick),
    ...releases(a, f.arm, f.tick),
  ],
);

/** A hand taken where the steps do not bring the partners within reach. An estimate. */
export const takenOutOfReach: Rule = {
  code: 'take-out-of-reach',
  find: (a, before) => {
    if (broken(before) || !complete(a)) return [];
    const taken = a.contacts.joins
      .filter((j) => j.from > 0)
      .flatMap((j) => {
        const moved = a.floor
          .moved('hands')
          .filter((m) => m.tick >= j.from && m.tick <= j.from + TICKS_PER_BEAT)
          .map((m) => m.by);
        const by = Math.max(0, ...moved);
        return by > TOLERANCE.moved ? [{ tick: j.from, by }] : [];
      });
    const laid = a.arms.faults.flatMap((f) =>
      f.code === 'hand-reach' && f.over > TOLERANCE.stretch ? [{ tick: f.tick, by: f.over }] : [],
    );
    const seen = new Set<Ticks>();
    return [...taken, ...laid]
      .filter((t) => !seen.has(t.tick) && seen.add(t.tick))
      .map(({ tick, by }) => ({
        code: 'take-out-of-reach',
        severity: 'look',
        tick,
        details: { over: Math.max(10, Math.round(by * 10) * 10), count: say(a, beat(tick)) },
      }));
  },
  mend: (a, f) => {
    const words = a.words.find((w) => w.track === 'hands' && w.tick === f.tick);
    if (!words) return [];
    const moved = [1, -1, 2, -2, 3, -3].flatMap((n) => {
      const to = f.tick + n * TICKS_PER_BEAT;
      if (to < 0 || to >= a.end) return [];
      return [
        remedy(
          'move-words',
          undefined,
          { count: say(a, f.tick), to: say(a, to) },
          write(a, 'hands', f.tick, undefined),
          hands(a, to, words.text),
        ),
      ];
    });
    return [
      ...moved,
      remedy('take-words-out', undefined, { count: say(a, f.tick) }, write(a, 'hands', f.tick, undefined)),
    ];
  },
};

export const headroom: Rule = faultRule(
  'too-low',
  'headroom',
  'look',
  (a, f) => ({
    role: f.role,
    details: {
      short: Math.max(1, Math.round(f.short * 100)),
      arm: handWord(f.arm),
      count: say(a, beat(f.tick)),
    },
  }),
  (a, f) => {
    const raised = beat(f.tick);
    const passes = a.arms.passes.filter((p) => p.arm === f.arm && p.raised === f.tick);
    const held = a.arms.held.find((h) => h.leader === f.arm && h.from <= f.tick && f.tick < h.to);
    if (!held || passes.length === 0) return [];
    const pair = `${SIDE[held.leader]} to ${SIDE[held.follower]}`;
    const lastPass = Math.max(...passes.map((p) => p.tick));
    return [2, 3, 1, 4].flatMap((n) => {
      const back = beat(lastPass) + n * TICKS_PER_BEAT;
      if (back >= a.end) return [];
      const between = a.words.filter((w) => w.track === 'hands' && w.tick > raised && w.tick <= back);
      return [
        remedy(
          'let-go-and-catch',
          undefined,
          { hand: SIDE[f.arm], count: say(a, raised), to: say(a, back) },
          write(a, 'hands', f.tick, `release ${SIDE[f.arm]}`),
          ...between.map((w) => write(a, 'hands', w.tick, undefined)),
          hands(a, back, `catch ${pair} low`),
        ),
      ];
    });
  },
);
