import { ROLES, TICKS_PER_BEAT, otherFoot, otherRole, type Foot, type Role, type Ticks } from '../base';
import { answersTo, type Analysis, type Weighed } from '../analysis';
import { positionAt } from '../time';
import { FEELS, danceOf } from '../vocabulary';
import { MENDED_WITHIN_UNITS } from './limits.data';
import {
  complete,
  broken,
  actionOf,
  countsOf,
  inRanges,
  insertStep,
  parityRepairs,
  remedy,
  removeAction,
  say,
  setAction,
  unitTicks,
} from './steps';
import type { Finding, FindingCode, Remedy, Rule } from './types';

/** Two actions of one role at the same time, or a count that goes back. */
export const overlap: Rule = {
  code: 'overlap',
  find: (a) =>
    ROLES.flatMap((role) =>
      a.roles[role].clashes.map((c): Finding => ({
        code: 'overlap',
        severity: 'wrong',
        role,
        tick: c.tick,
        ref: c.ref,
        details: { count: say(a, c.tick) },
      })),
    ),
  mend: (a, f) => {
    const w = actionOf(a, f);
    if (!w || !f.role) return [];
    const role = f.role;
    const named = [6, 4, 8, 12, -4, -6, -12, 24].filter((by) => positionAt(w.tick + by, a.figure.feel));
    const moves = named.map((by) =>
      remedy(
        'move',
        role,
        { count: say(a, w.tick), to: say(a, w.tick + by) },
        { type: 'move', role, at: w.ref, by },
      ),
    );
    return [...moves, remedy('remove', role, { count: say(a, w.tick) }, removeAction(role, w))];
  },
};

const faulty =
  (code: FindingCode, severity: Finding['severity'], fault: Weighed['fault']) =>
  (a: Analysis): Finding[] =>
    ROLES.flatMap((role) =>
      a.roles[role].actions
        .filter((w) => w.fault === fault)
        .map((w): Finding => ({
          code,
          severity,
          role,
          tick: w.tick,
          ref: w.ref,
          details: {
            count: say(a, w.tick),
            foot: w.foot ?? '',
            other: w.foot ? otherFoot(w.foot) : '',
            kind: w.action.kind,
          },
        })),
    );

/** A step onto the foot that already carries the weight. */
export const standingStep: Rule = {
  code: 'standing-step',
  find: faulty('standing-step', 'wrong', 'standing-step'),
  mend: (a, f) => {
    const w = actionOf(a, f);
    if (!w?.foot || !f.role) return [];
    const count = say(a, w.tick);
    const role = f.role;
    const foot = otherFoot(w.foot);
    const and = Math.floor((w.tick - 1) / TICKS_PER_BEAT) * TICKS_PER_BEAT + FEELS[a.figure.feel].ticks['&'];
    const said = a.roles[role].actions.filter((x) => x.tick >= w.tick && x.said);
    return [
      remedy('other-foot', role, { count, foot }, setAction(role, w, { foot: undefined })),
      remedy('other-foot', role, { count, foot }, setAction(role, w, { foot })),
      ...stepsMissed(a, role, w),
      remedy('leave-foot-out', role, { count }, ...said.map((x) => setAction(role, x, { foot: undefined }))),
      ...(and >= 0 && and < w.tick
        ? [remedy('add-step', role, { count: say(a, and) }, insertStep(role, and))]
        : []),
      remedy('make-hop', role, { count }, setAction(role, w, { kind: 'hop' })),
    ];
  },
};

/**
 * A step too few or too many before a step onto the standing foot: the written foot is evidence of it, so the mends are
 * those of a line without feet, up to the last foot that was right.
 */
function stepsMissed(a: Analysis, role: Role, at: Weighed): Remedy[] {
  const before = a.roles[role].actions.filter((x) => x.tick < at.tick && x.said && !x.fault);
  const from = before.at(-1)?.tick ?? a.start;
  return parityRepairs(a, role, from, at.tick)
    .map((p) => p.remedy)
    .filter((r) =>
      r.edits.every((e) => e.type !== 'delete' && !(e.type === 'set-action' && sameRef(e.at, before.at(-1)))),
    );
}
const sameRef = (x: Weighed['ref'], w: Weighed | undefined): boolean =>
  w !== undefined && x.line === w.ref.line && x.item === w.ref.item && x.step === w.ref.step;

/** A kick, touch or the like with the foot that carries the weight, or a hop onto the other. */
export const standingGesture: Rule = {
  code: 'standing-gesture',
  find: faulty('standing-gesture', 'wrong', 'standing-gesture'),
  mend: (a, f) => {
    const w = actionOf(a, f);
    if (!w?.foot || !f.role) return [];
    const details = { count: say(a, w.tick), foot: otherFoot(w.foot) };
    return [
      remedy('other-foot', f.role, details, setAction(f.role, w, { foot: undefined })),
      remedy('hold-instead', f.role, details, setAction(f.role, w, { kind: 'hold' })),
    ];
  },
};

/** After weight on both feet the next step should say which foot is kept. */
export const splitUnsaid: Rule = {
  code: 'split-unsaid',
  find: faulty('split-unsaid', 'look', 'unsaid'),
  mend: (a, f) => {
    const w = actionOf(a, f);
    const role = f.role;
    if (!w?.foot || !role) return [];
    return [w.foot, otherFoot(w.foot)].map((foot: Foot) =>
      remedy(
        'keep-foot',
        role,
        { count: say(a, w.tick), foot: otherFoot(foot) },
        setAction(role, w, { foot }),
      ),
    );
  },
};

/** One role has no steps while the other has. */
export const roleEmpty: Rule = {
  code: 'role-empty',
  find: (a) =>
    ROLES.filter((r) => a.roles[r].actions.length === 0 && a.roles[otherRole(r)].actions.length > 0).map(
      (role): Finding => ({ code: 'role-empty', severity: 'look', role, tick: 0, details: {} }),
    ),
  mend: (a, f) => {
    const role = f.role;
    if (!role) return [];
    return [remedy('mirror-partner', role, {}, { type: 'place-steps', role, items: answersTo(a, role) })];
  },
};

/** Both roles must cover the same counts. */
export const totalsDiffer: Rule = {
  code: 'totals-differ',
  find: (a, before) => {
    const { leader, follower } = a.roles;
    if (
      before.some((f) => f.code === 'role-empty' || f.code === 'overlap') ||
      (leader.end === follower.end && leader.start === follower.start)
    )
      return [];
    const shorter: Role = leader.end - leader.start <= follower.end - follower.start ? 'leader' : 'follower';
    const counts = (r: Role): number => (a.roles[r].end - a.roles[r].start) / TICKS_PER_BEAT;
    const late = a.roles[shorter].start > a.roles[otherRole(shorter)].start;
    const tick = late ? a.roles[otherRole(shorter)].start : a.roles[shorter].end;
    return [
      {
        code: 'totals-differ',
        severity: 'wrong',
        role: shorter,
        tick,
        details: { leader: counts('leader'), follower: counts('follower'), count: say(a, tick) },
      },
    ];
  },
  mend: (a, f) => {
    const role = f.role;
    if (!role) return [];
    const own = a.roles[role];
    const partner = a.roles[otherRole(role)];
    const missing = beatsBetween(partner.start, Math.min(own.start, partner.end)).concat(
      beatsBetween(own.end, partner.end),
    );
    const holds = missing.map((t) => insertStep(role, t, 'hold'));
    const partnerSteps = partner.actions
      .filter((w) => w.change && (w.tick < own.start || w.tick >= own.end))
      .map((w) => w.tick);
    const steps = partnerSteps.map((t) => insertStep(role, t));
    const tail = partner.actions.filter((w) => w.tick >= own.end);
    const count = say(a, f.tick);
    return [
      remedy('fill-steps', role, { count, n: steps.length }, ...steps),
      remedy('fill-hold', role, { count, n: holds.length }, ...holds),
      remedy(
        'fill-steps',
        role,
        { count, n: 1 },
        ...missing.map((t, i) => insertStep(role, t, i === 0 ? 'step' : 'hold')),
      ),
      remedy(
        'cut-end',
        otherRole(role),
        { count },
        ...tail.toReversed().map((w) => removeAction(otherRole(role), w)),
      ),
    ].filter((r) => r.edits.length > 0);
  },
};

const beatsBetween = (from: Ticks, to: Ticks): Ticks[] =>
  Array.from(
    { length: Math.max(0, Math.round((to - from) / TICKS_PER_BEAT)) },
    (_, i) => from + i * TICKS_PER_BEAT,
  );

/** Roles whose feet an earlier finding already explains. */
const explained = (before: readonly Finding[], role: Role): boolean =>
  before.some(
    (f) => f.role === role && ['overlap', 'standing-step', 'totals-differ', 'role-empty'].includes(f.code),
  );

const wantedEnd = (a: Analysis, role: Role): Foot =>
  (role === 'leader' ? a.figure.end.leaderFree : a.figure.end.followerFree) ?? a.roles[role].startFree;

interface Run {
  readonly first: number;
  readonly last: number;
}

/** Stretches of units that end with the partners on other feet to each other than the writer means. */
function strayRuns(a: Analysis): Run[] {
  const { figure, roles } = a;
  const sameAtStart = roles.leader.startFree === roles.follower.startFree;
  const runs: { first: number; last: number }[] = [];
  roles.leader.units.forEach((unit, i) => {
    const l = unit.free;
    const f = roles.follower.units[i]?.free;
    if (l === undefined || f === undefined) return;
    const planned = inRanges(figure.sameFoot, unit.to - 1, unit.to);
    const wantSame = sameAtStart ? !planned : planned;
    if ((l === f) === wantSame || inRanges(figure.ownTiming, unit.from, unit.to)) return;
    const run = runs.at(-1);
    if (run && run.last === i - 1) run.last = i;
    else runs.push({ first: i, last: i });
  });
  return runs;
}

/** Both on the same foot, or no longer on the same foot, without saying so. */
export const sameFoot: Rule = {
  code: 'same-foot',
  find: (a, before) => {
    if (ROLES.some((r) => explained(before, r))) return [];
    const lastUnit = a.roles.leader.units.length - 1;
    const endSaid = a.figure.end.leaderFree !== undefined && a.figure.end.followerFree !== undefined;
    return strayRuns(a).flatMap((run): Finding[] => {
      const unit = a.roles.leader.units[run.first];
      if (
        !unit ||
        (run.last === lastUnit &&
          run.first === lastUnit &&
          endSaid &&
          ROLES.every((r) => a.roles[r].endFree === wantedEnd(a, r)))
      )
        return [];
      const toEnd = run.last === lastUnit;
      const role = culprit(a);
      const short = !toEnd && run.last - run.first < MENDED_WITHIN_UNITS;
      const same = unit.free === a.roles.follower.units[run.first]?.free;
      const to = a.roles.leader.units[run.last]?.to ?? unit.to;
      return [
        {
          code: 'same-foot',
          severity: short ? 'look' : 'wrong',
          ...(role ? { role } : {}),
          tick: unit.from,
          details: { from: say(a, unit.from), to: Math.ceil(to / TICKS_PER_BEAT), same: same ? 1 : 0 },
        },
      ];
    });
  },
  mend: (a, f) => {
    const to = f.tick + unitTicks(a);
    const roles: readonly Role[] = f.role ? [f.role] : ROLES;
    const range = countsOf(f.tick, Number(f.details.to) * TICKS_PER_BEAT);
    const declare = remedy(
      'declare-same-foot',
      undefined,
      { ...range },
      { type: 'set-details', patch: { sameFoot: [...a.figure.sameFoot, range] } },
    );
    return [...roles.flatMap((r) => parityRepairs(a, r, f.tick, to).map((p) => p.remedy)), declare];
  },
};

/** The role that leaves its expected foot in the unit, when that can be told from the ending. */
function culprit(a: Analysis): Role | undefined {
  const off = ROLES.filter((r) => a.roles[r].endFree !== wantedEnd(a, r));
  return off.length === 1 ? off[0] : undefined;
}

/** Does the role end on another foot than the dance or the writer wants, with nothing earlier to explain it? */
function endsOff(a: Analysis, role: Role, before: readonly Finding[]): boolean {
  const said = role === 'leader' ? a.figure.end.leaderFree : a.figure.end.followerFree;
  const judged = said !== undefined || danceOf(a.figure).ending === 'start';
  const { endFree, actions } = a.roles[role];
  if (!judged || actions.length === 0 || endFree === wantedEnd(a, role) || explained(before, role))
    return false;
  return !before.some((f) => f.code === 'same-foot' && f.severity === 'wrong' && (f.role ?? role) === role);
}

/** The ending leaves a role, or both, on another foot than the dance or the writer wants. */
export const endFoot: Rule = {
  code: 'end-foot',
  find: (a, before) => {
    if (before.some((f) => f.code === 'role-empty')) return [];
    const off = ROLES.filter((role) => endsOff(a, role, before));
    const first = off[0];
    const tick = a.roles.leader.units.at(-1)?.from ?? 0;
    if (!first) return [];
    const free = (r: Role): string => a.roles[r].endFree ?? 'both';
    const details = {
      wanted: wantedEnd(a, first),
      free: free(first),
      other: off[1] ? free(off[1]) : '',
      walks: off.length === 2 ? oddWalks(a) : 0,
    };
    return [
      { code: 'end-foot', severity: 'wrong', ...(off.length === 1 ? { role: first } : {}), tick, details },
    ];
  },
  mend: (a, f) => {
    const roles: readonly Role[] = f.role ? [f.role] : ROLES;
    const [own, partner] = roles.map((r) => wholeRepairs(a, r, f.tick));
    const repairs = partner ? together(own ?? [], partner) : (own ?? []);
    return [...repeats(a), ...repairs, ...declareEnd(a, roles)];
  },
};

/**
 * Repairs anywhere in the figure, the likeliest cause first: in a unit whose rhythm is another than its partner's, then
 * in one whose rhythm is another than that of the unit like it, then in the last one, then elsewhere.
 */
function wholeRepairs(a: Analysis, role: Role, last: Ticks): Remedy[] {
  const units = a.roles[role].units;
  const partner = a.roles[otherRole(role)].units;
  const alike = units.filter((u) => u.changes % 2 === 1).length;
  const rank = (from: Ticks): number => {
    const i = units.findIndex((u) => u.from <= from && from < u.to);
    const [u, p] = [units[i], partner[i]];
    if (!u || (p && (u.changes - p.changes) % 2 !== 0)) return 0;
    if (alike > 0 && u.changes % 2 === 0 && u.changes > 0) return 1;
    return from >= last ? 2 : 3;
  };
  return units
    .flatMap((u) =>
      parityRepairs(a, role, u.from, u.to).map((p) => ({ rank: rank(u.from), remedy: p.remedy })),
    )
    .sort((x, y) => x.rank - y.rank)
    .map((r) => r.remedy);
}

/** A repeated span with an odd number of changes: once more or once less keeps the foot. */
function repeats(a: Analysis): Remedy[] {
  const r = a.figure.repeat;
  if (!r) return [];
  return [r.times - 1, r.times + 1]
    .filter((times) => times >= 1 && times <= 32)
    .map((times) =>
      remedy(
        'repeat-times',
        undefined,
        { times, from: r.from, to: r.to },
        { type: 'set-details', patch: { repeat: { ...r, times } } },
      ),
    );
}

/** The longest run of walks in both roles at the same counts, where it is odd: so many should be one more or fewer. */
function oddWalks(a: Analysis): number {
  const walking = (role: Role): Set<Ticks> =>
    new Set(
      a.roles[role].actions
        .filter((w) => w.change && w.tick % TICKS_PER_BEAT === 0 && isWalk(w))
        .map((w) => w.tick),
    );
  const [l, f] = [walking('leader'), walking('follower')];
  let longest = 0;
  let run = 0;
  for (let tick = a.start; tick < a.end; tick += TICKS_PER_BEAT) {
    run = l.has(tick) && f.has(tick) ? run + 1 : 0;
    longest = Math.max(longest, run);
  }
  return longest >= 3 && longest % 2 === 1 ? longest : 0;
}
const isWalk = (w: Weighed): boolean =>
  w.action.kind === 'step' && (w.action.direction === 'fwd' || w.action.direction === 'back');

/** Repairs that both roles can make at the same count. */
function together(own: readonly Remedy[], partner: readonly Remedy[]): Remedy[] {
  return own.flatMap((x) => {
    const y = partner.find((p) => p.code === x.code && p.details.count === x.details.count);
    return y ? [remedy(x.code, undefined, x.details, ...x.edits, ...y.edits)] : [];
  });
}

function declareEnd(a: Analysis, roles: readonly Role[]): Remedy[] {
  const frees = roles.map((r) => a.roles[r].endFree);
  const foot = frees[0];
  if (foot === undefined || frees.includes(undefined)) return [];
  const patch = Object.fromEntries(roles.map((r) => [`${r}Free`, a.roles[r].endFree]));
  return [
    remedy(
      'declare-end-foot',
      roles.length === 1 ? roles[0] : undefined,
      { foot, other: frees[1] ?? '' },
      { type: 'set-details', patch: { end: { ...a.figure.end, ...patch } } },
    ),
  ];
}

/** In one unit the roles step at different times without saying so. */
export const ownTiming: Rule = {
  code: 'own-timing',
  find: (a, before) => {
    if (ROLES.some((r) => explained(before, r))) return [];
    return a.roles.leader.units.flatMap((unit): Finding[] => {
      if (inRanges(a.figure.ownTiming, unit.from, unit.to)) return [];
      if (
        before.some(
          (f) =>
            f.code === 'same-foot' &&
            f.tick <= unit.from &&
            unit.from < Number(f.details.to) * TICKS_PER_BEAT,
        )
      )
        return [];
      const times = (r: Role): Ticks[] =>
        a.roles[r].actions
          .filter((w) => w.change && w.tick >= unit.from && w.tick < unit.to)
          .map((w) => w.tick);
      const [l, f] = [times('leader'), times('follower')];
      const tick = [...l, ...f].sort((x, y) => x - y).find((t) => l.includes(t) !== f.includes(t));
      return tick === undefined
        ? []
        : [
            {
              code: 'own-timing',
              severity: 'look',
              tick,
              details: {
                count: say(a, tick),
                who: l.includes(tick) ? 'leader' : 'follower',
                from: countsOf(unit.from, unit.to).from,
                to: countsOf(unit.from, unit.to).to,
              },
            },
          ];
    });
  },
  mend: (a, f) => {
    const who: Role = f.details.who === 'leader' ? 'leader' : 'follower';
    const range = { from: Number(f.details.from), to: Number(f.details.to) };
    const moves = ROLES.flatMap((role) => {
      const partner = a.roles[otherRole(role)].actions.filter(
        (w) => w.change && Math.abs(w.tick - f.tick) <= TICKS_PER_BEAT,
      );
      const own = a.roles[role].actions.filter(
        (w) => w.change && (role === who ? w.tick === f.tick : Math.abs(w.tick - f.tick) <= TICKS_PER_BEAT),
      );
      return own.flatMap((w): Remedy[] =>
        partner
          .filter((p) => p.tick !== w.tick)
          .map((p) =>
            remedy(
              'move',
              role,
              { count: say(a, w.tick), to: say(a, p.tick) },
              { type: 'move', role, at: w.ref, by: p.tick - w.tick },
            ),
          ),
      );
    });
    return [
      ...moves,
      remedy('declare-own-timing', undefined, range, {
        type: 'set-details',
        patch: { ownTiming: [...a.figure.ownTiming, range] },
      }),
    ];
  },
};

/** A length the dance does not usually have. */
export const oddLength: Rule = {
  code: 'odd-length',
  find: (a, before) => {
    const { multiple, lengths } = danceOf(a.figure);
    const usual: readonly number[] = lengths;
    if (a.end === a.start || before.some((f) => f.code === 'totals-differ' || f.code === 'role-empty'))
      return [];
    if (a.counts % multiple === 0 || usual.includes(a.counts)) return [];
    return [
      {
        code: 'odd-length',
        severity: 'look',
        tick: a.end - TICKS_PER_BEAT,
        details: { counts: a.counts, multiple },
      },
    ];
  },
  mend: (a) => {
    const { multiple } = danceOf(a.figure);
    const more = Math.ceil(a.counts / multiple) * multiple - a.counts;
    const holds = ROLES.flatMap((role) =>
      Array.from({ length: more }, (_, i) => insertStep(role, a.end + i * TICKS_PER_BEAT, 'hold')),
    );
    return [remedy('add-count', undefined, { n: more }, ...holds)];
  },
};

/** One waits as long as they like, and the partner goes on counting. */
export const waitAlone: Rule = {
  code: 'wait-alone',
  find: (a, before) => {
    if (broken(before) || !complete(a)) return [];
    return ROLES.flatMap((role) =>
      a.roles[role].actions
        .filter((w) => w.action.anyLength)
        .flatMap((w): Finding[] => {
          const partner = a.roles[otherRole(role)].actions;
          const goesOn = partner.some((p) => p.change && p.tick > w.tick && p.tick < w.end);
          const steps = partner.some((p) => p.change && p.tick === w.tick);
          if (!goesOn && !steps) return [];
          return [
            {
              code: 'wait-alone',
              severity: 'look',
              role,
              tick: w.tick,
              ref: w.ref,
              details: { count: say(a, w.tick) },
            },
          ];
        }),
    );
  },
  mend: (a, f) => {
    const w = actionOf(a, f);
    return w && f.role
      ? [
          remedy(
            'hold-instead',
            f.role,
            { count: say(a, w.tick) },
            setAction(f.role, w, { anyLength: undefined }),
          ),
        ]
      : [];
  },
};
