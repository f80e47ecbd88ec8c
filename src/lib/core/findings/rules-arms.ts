import { ROLES, TICKS_PER_BEAT, type Hand, type Role, type Ticks } from '../base';
import { LEAD_WINDOW, joinedAt, type Analysis, type ArmFault, type TurnSpan } from '../analysis';
import { writtenTick, type FigureEdit } from '../figure';
import { printHands, readHands } from '../notation';
import { BODY_PARTS, type WordTrack } from '../vocabulary';
import { LED_TURN, TOLERANCE } from './limits.data';
import { lessTurn } from './rules-turn';
import { broken, complete, remedy, say, setAction } from './steps';
import type { Finding, FindingCode, Remedy, Rule, Severity } from './types';

/** What the arms cannot do, or should not, with the turns as they are written. */

type FaultCode = ArmFault['code'];
type FaultOf<C extends FaultCode> = Extract<ArmFault, { code: C }>;

const SIDE = { L: 'left', R: 'right' } as const;
const handWord = (h: Hand): string => SIDE[h];
const beat = (tick: Ticks): Ticks => Math.max(0, Math.floor(tick / TICKS_PER_BEAT) * TICKS_PER_BEAT);
const ref = (fault: ArmFault) => (fault.ref ? { ref: fault.ref } : {});

/** Which way round the partners go past each other is anybody's guess once their bodies overlap. */
const GUESSED: ReadonlySet<FaultCode> = new Set(['locks', 'too-crossed', 'behind-back', 'blocked']);
const undecided = (before: readonly Finding[], tick: Ticks): boolean =>
  before.some(
    (f) => (f.code === 'lane-blocked' || f.code === 'collision') && f.tick <= tick + TICKS_PER_BEAT,
  );

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
            if (GUESSED.has(f.code) && undecided(before, f.tick)) return [];
            const found = read(a, f);
            return found ? [{ code, severity, tick: Math.max(0, f.tick), ...ref(f), ...found }] : [];
          }),
    mend: (a, finding) => {
      const f = faults(a).find(
        (x) => Math.max(0, x.tick) === finding.tick && (!('role' in x) || x.role === finding.role),
      );
      return f ? mend(a, f) : [];
    },
  };
}

const write = (
  a: Analysis,
  track: WordTrack,
  tick: Ticks,
  text: string | undefined,
  add = false,
): FigureEdit => {
  const at = writtenTick(tick, a.figure);
  return text === undefined
    ? { type: 'write-words', track, tick: at }
    : { type: 'write-words', track, tick: at, text, add };
};
const hands = (a: Analysis, tick: Ticks, text: string): FigureEdit => write(a, 'hands', tick, text, true);

const BEATS_BACK = [1, 2, 3, 4, 0, 5, 6];

/** Raise a hand some counts before and lower it some counts after. */
function raises(a: Analysis, arm: Hand, tick: Ticks): Remedy[] {
  const text = handWord(arm);
  return BEATS_BACK.flatMap((n) => {
    const up = beat(tick) - n * TICKS_PER_BEAT;
    if (up < 0) return [];
    return [1, 2, 3, 4].flatMap((k) => {
      const down = beat(tick) + k * TICKS_PER_BEAT;
      if (down > a.end) return [];
      const lower = down >= a.end ? [] : [hands(a, down, `lower ${text}`)];
      return [
        remedy(
          'raise-hand',
          undefined,
          { hand: text, count: say(a, up), to: say(a, Math.min(down, a.end - TICKS_PER_BEAT)) },
          hands(a, up, `raise ${text}`),
          ...lower,
        ),
      ];
    });
  });
}

function releases(a: Analysis, arm: Hand, tick: Ticks): Remedy[] {
  const text = handWord(arm);
  return BEATS_BACK.flatMap((n) => {
    const at = beat(tick) - n * TICKS_PER_BEAT;
    if (at < 0) return [];
    return [
      remedy('release-hand', undefined, { hand: text, count: say(a, at) }, hands(a, at, `release ${text}`)),
    ];
  });
}

/** Another pair of hands before the turn. */
function changes(a: Analysis, arm: Hand, tick: Ticks): Remedy[] {
  const held = a.arms.held.find((h) => h.leader === arm && h.from <= tick && tick < h.to);
  if (!held) return [];
  const other = (h: Hand): Hand => (h === 'L' ? 'R' : 'L');
  const pairs: [Hand, Hand][] = [
    [arm, other(held.follower)],
    [other(arm), held.follower],
  ];
  return [1, 2, 3].flatMap((n) => {
    const at = beat(tick) - n * TICKS_PER_BEAT;
    if (at < 0) return [];
    return pairs.map(([l, f]) => {
      const pair = `${SIDE[l]} to ${SIDE[f]}`;
      return remedy(
        'change-hands',
        undefined,
        { hands: pair, count: say(a, at) },
        hands(a, at, `change to ${pair}`),
      );
    });
  });
}

/** The steps that turn round a tick, turned the other way, or one turn fewer. */
function otherTurns(a: Analysis, role: Role, tick: Ticks): Remedy[] {
  const turning = a.roles[role].actions.filter(
    (w) => w.action.turn !== undefined && w.tick > tick - LEAD_WINDOW && w.tick <= tick + 2 * TICKS_PER_BEAT,
  );
  const first = turning[0];
  if (!first) return [];
  const reverse = remedy(
    'reverse-turns',
    role,
    { count: say(a, first.tick) },
    ...turning.map((w) => setAction(role, w, { turn: -(w.action.turn ?? 0) })),
  );
  const single = turning.map((w) =>
    remedy('no-turn', role, { count: say(a, w.tick) }, setAction(role, w, { turn: undefined })),
  );
  return [reverse, ...lessTurn(a, role), ...single];
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

export const takenOutOfReach = faultRule(
  'hand-reach',
  'take-out-of-reach',
  'look',
  (a, f) =>
    f.over <= TOLERANCE.stretch
      ? undefined
      : { details: { over: Math.round(f.over * 100), count: say(a, beat(f.tick)) } },
  (a, f) => {
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
);

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

/** The follower turns half or more and nothing led it a count before. */
export const noLead: Rule = {
  code: 'no-lead',
  find: (a, before) => {
    if (broken(before) || !complete(a) || !writesHands(a)) return [];
    return ledTurns(a, 'follower')
      .filter((t) => Math.abs(t.amount) >= LED_TURN && t.first >= TICKS_PER_BEAT)
      .filter((t) => touching(a, t.first - TICKS_PER_BEAT))
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

/** Letting the worst-stretched hands go for the time they are apart. */
export function letGoWhileApart(a: Analysis): Remedy[] {
  const { stretch } = a.floor;
  if (!stretch) return [];
  return releases(a, stretch.arm, stretch.from).slice(0, 3);
}
