import { ROLES, TICKS_PER_BEAT, type Role, type Ticks } from '../base';
import { analyse, type Heights } from '../analysis';
import { keyOfState, routes, stateOfHold, type ArmState, type Route } from '../arms';
import {
  danced,
  edited,
  findingsOf,
  joint,
  planOf,
  read,
  wholeOf,
  type BoardEdit,
  type Part,
  type Plan,
  type Reading,
  type Repertoire,
} from '../combination';
import { applyEdits, changeBetween, newFigure, writeRoute, type Figure } from '../figure';
import { keyOf } from '../findings';
import { asideAfter, type Joint } from '../joints';
import { otherEnding } from '../vary';
import { FORMATION_IDS, HOLD_IDS, danceOf, type FormationId, type HoldId } from '../vocabulary';
import { bridges, type Bridge } from './fill';
import type { Graph } from './graph';

/** One way to mend a joint, tried: with it the joint (or both new ones) can be danced. */
export type Mend =
  /** The leader of the next figure starts further over in the lane, metres to the right. */
  | { readonly type: 'over'; readonly over: number; readonly cost: number }
  /** The figure before ends on another foot. */
  | {
      readonly type: 'repair';
      readonly roles: readonly Role[];
      readonly said: readonly { readonly role: Role; readonly code: string; readonly tick: Ticks }[];
      /** The figure as it is danced here. */
      readonly result: Figure;
      readonly cost: number;
    }
  /** A short figure of turns on the spot that brings the arms round. */
  | {
      readonly type: 'route';
      readonly figure: Figure;
      readonly route: Route;
      readonly beats: number;
      readonly cost: number;
    }
  /** Figures of the repertoire in between. */
  | { readonly type: 'fill'; readonly bridge: Bridge; readonly cost: number };

/** What a repair weighs against the points of joints. Our choice. */
const REPAIR = 2;
const ROUTE = 3;
/** Longest filler looked for, beats. */
const LONGEST = 16;

export interface MendInput {
  readonly before: Reading;
  readonly after: Reading;
  readonly was: number;
  readonly will: number;
  readonly readings: readonly Reading[];
  readonly graph?: Graph;
  readonly heights?: Heights;
}

/** Every kind of mend for a joint, cheapest first. Costs several analyses and a search of the repertoire. */
export function mendsFor(input: MendInput): Mend[] {
  const { before, after, was, will } = input;
  const j = joint(before.ends, after.ends, was, will);
  const found = [
    ...overs(input, j),
    ...(danced(j) ? [] : [...repaired(input, j), ...routed(input, j), ...filled(input)]),
  ];
  return found.sort((a, b) => a.cost - b.cost);
}

function overs({ before, after, was, will }: MendInput, j: Joint): Mend[] {
  if (!j.differences.some((d) => d.code === 'lane')) return [];
  const over = Math.max(-1, Math.min(1, Math.round(asideAfter(before.ends, was) * 20) / 20));
  const next = joint(before.ends, after.ends, was, over);
  const better = next.cost < j.cost || (danced(next) && !danced(j));
  return over !== will && better && danced(next) ? [{ type: 'over', over, cost: next.cost }] : [];
}

/** Repairs of the feet that are wrong, one step each, so that the joint can then be danced. */
function repaired({ before, after, was, will, heights }: MendInput, j: Joint): Mend[] {
  const roles = ROLES.filter((role) =>
    j.differences.some((d) => d.code === 'foot' && d.role === role && !fine(d.fit)),
  );
  const [first, second] = roles;
  if (!first) return [];
  const ways = otherEnding(analyse(before.figure, heights), first, heights).slice(0, 6);
  const found: Mend[] = [];
  for (const one of ways) {
    const both = second
      ? otherEnding(analyse(one.result, heights), second, heights).filter(
          (x) => x.code === one.code && x.tick === one.tick,
        )
      : [undefined];
    for (const two of both) {
      const result = two?.result ?? one.result;
      const ends = read(result, heights);
      const next = joint(ends.ends, after.ends, was, will);
      if (!danced(next)) continue;
      const said = [one, ...(two ? [two] : [])].map(({ role, code, tick }) => ({ role, code, tick }));
      found.push({
        type: 'repair',
        roles,
        said,
        result,
        cost: next.cost + REPAIR * said.length,
      });
    }
  }
  return found.slice(0, 4);
}

const fine = (fit: Joint['fit']): boolean => fit === 'fits' || fit === 'small';

/** Turns of the arms on the spot, where only the hands stand between the figures. */
function routed({ before, after, was, will, heights }: MendInput, j: Joint): Mend[] {
  if (j.differences.some((d) => d.code !== 'hands' && d.code !== 'rests' && !fine(d.fit))) return [];
  const ways = routes(
    settled(before.ends.exit.arms),
    settled(after.ends.entry.arms),
    { mostHalfTurns: 6 },
    3,
  );
  if (!ways.ok) return [];
  return ways.value.flatMap((route): Mend[] => {
    const figure = routeFigure(before, route);
    if (!figure) return [];
    const between = read(figure, heights);
    const [a, b] = [joint(before.ends, between.ends, was, will), joint(between.ends, after.ends, will, will)];
    if (between.wrong.length > 0 || !danced(a) || !danced(b)) return [];
    return [
      {
        type: 'route',
        figure,
        route,
        beats: between.beats,
        cost: a.cost + b.cost + ROUTE + route.moves.length,
      },
    ];
  });
}

const settled = (s: ArmState): ArmState => ({ ...s, rests: [] });

/** Steps on the spot, an even number, with the route written into them; undefined where the hold has no name. */
function routeFigure(before: Reading, route: Route): Figure | undefined {
  const hold = holdOf(before.ends.exit.arms);
  const formation = formationOf(before);
  const { free } = before.ends.exit;
  if (!hold || !formation || free.leader === 'both' || free.follower === 'both') return undefined;
  const beats = 2 * Math.ceil((route.moves.length + 1) / 2);
  const places = Array.from({ length: beats }, (_, i) => `${i + 1} place`).join(' ');
  const base = newFigure(`way-${keyHash(route)}`, danceOf(before.figure), 'Way between');
  const figure: Figure = {
    ...base,
    family: 'turn',
    level: before.figure.level,
    feel: before.figure.feel,
    start: {
      formation,
      hold,
      facing: before.figure.start.facing,
      leaderFree: free.leader,
      followerFree: free.follower,
    },
    lines: `leader ${places}\nfollower ${places}\nhands `,
  };
  const edits = writeRoute(figure, route, TICKS_PER_BEAT);
  if (!edits.ok) return undefined;
  const done = applyEdits(figure, edits.value);
  return done.ok ? done.value : undefined;
}

function holdOf(s: ArmState): HoldId | undefined {
  const key = keyOfState(settled(s));
  return HOLD_IDS.find((h) => keyOfState(settled(stateOfHold(h, s.phi))) === key);
}
function formationOf(r: Reading): FormationId | undefined {
  const { end, start } = r.figure;
  const wanted = end.formation ?? start.formation;
  return FORMATION_IDS.includes(wanted) ? wanted : undefined;
}
const keyHash = (route: Route): string =>
  [...JSON.stringify(route.moves)]
    .reduce((h, c) => (Math.imul(h, 31) + c.charCodeAt(0)) >>> 0, 7)
    .toString(36);

function filled({ before, after, readings, graph }: MendInput): Mend[] {
  return bridges(readings, { before: before.ends, after: after.ends }, LONGEST, graph)
    .slice(0, 5)
    .map((bridge) => ({ type: 'fill', bridge, cost: bridge.cost + bridge.beats / 4 }));
}

/**
 * The changes of the board that a mend stands for, at the joint into a pass; `passes.length` is the joint that
 * closes the loop. `base`: the figure of a part before any change of its own.
 */
export function mendEdits(
  plan: Plan,
  pass: number,
  mend: Mend,
  base: (part: Part) => Figure | undefined,
  makeKey: () => string,
): BoardEdit[] {
  const closing = pass >= plan.passes.length;
  const [into, from] = [
    plan.passes[closing ? 0 : pass],
    plan.passes[closing ? plan.passes.length - 1 : pass - 1],
  ];
  if (!into || !from) return [];
  const parts = plan.combination.parts;
  const apart = split(parts, from.part, from.time + 1, makeKey);
  switch (mend.type) {
    case 'over':
      return overEdits(parts, into, mend.over, makeKey);
    case 'repair': {
      const alone = split(apart, from.part, from.time, makeKey);
      const at = alone.length - apart.length + from.part;
      const part = alone[at];
      const figure = part && base(part);
      if (!part || !figure) return [];
      const change = changeBetween(figure, mend.result);
      return [{ type: 'parts', parts: alone.with(at, { ...part, change }) }];
    }
    case 'route': {
      const figure = { ...mend.figure, id: makeKey() };
      return [
        {
          type: 'parts',
          parts: apart.toSpliced(from.part + 1, 0, { key: makeKey(), figure: figure.id, times: 1 }),
          own: [figure],
        },
      ];
    }
    case 'fill': {
      const between = mend.bridge.figures.map((f): Part => ({ key: makeKey(), figure: f, times: 1 }));
      return [{ type: 'parts', parts: apart.toSpliced(from.part + 1, 0, ...between) }];
    }
  }
}

/**
 * A leader who starts further over does so in the whole chain, back where the lane is danced the other way. True where
 * with it no joint of the chain gets worse and nothing is wrong that was not before; any other mend changes only what it
 * stands between, and is true. Dances the chain twice.
 * @example holdsInChain(plan, 2, { type: 'over', over: -0.4, cost: 0 }, repertoire) // true
 */
export function holdsInChain(plan: Plan, pass: number, mend: Mend, repertoire: Repertoire): boolean {
  if (mend.type !== 'over') return true;
  let keys = 0;
  const edits = mendEdits(
    plan,
    pass,
    mend,
    () => undefined,
    () => `tried-${keys++}`,
  );
  const next = planOf(edits.reduce(edited, plan.combination), repertoire);
  const joints = ({ passes, loop }: Plan) => [...passes.map((p) => p.joint), loop];
  const before = joints(plan);
  if (joints(next).some((j, i) => !holds(j) && holds(before[i]))) return false;
  const was = new Set(wrongIn(plan, repertoire));
  return wrongIn(next, repertoire).every((w) => was.has(w));
}
const holds = (j: Joint | undefined): boolean => j === undefined || danced(j);

function wrongIn(plan: Plan, repertoire: Repertoire): string[] {
  const whole = wholeOf(plan, repertoire.heights);
  return whole
    ? findingsOf(plan, whole.analysis)
        .filter((p) => p.finding.severity === 'wrong')
        .map((p) => keyOf(p.finding))
    : [];
}

function overEdits(
  parts: readonly Part[],
  into: Plan['passes'][number],
  over: number,
  makeKey: () => string,
): BoardEdit[] {
  const apart = split(parts, into.part, into.time, makeKey);
  const at = into.part + apart.length - parts.length;
  const part = apart[at];
  return part ? [{ type: 'parts', parts: apart.with(at, { ...part, over }) }] : [];
}

/** Parts with one divided after so many of its times; nothing changes at either end. */
function split(parts: readonly Part[], at: number, times: number, makeKey: () => string): Part[] {
  const part = parts[at];
  if (!part || times <= 0 || times >= part.times) return [...parts];
  return parts.toSpliced(at, 1, { ...part, times }, { ...part, key: makeKey(), times: part.times - times });
}
