import { ROLES, TICKS_PER_BEAT, type Degrees, type Foot, type Role, type Ticks } from '../base';
import {
  resolveMoves,
  type RoleLine,
  resolveWords,
  spansOf,
  unitBeats,
  type Clash,
  type Figure,
  type PlacedWords,
} from '../figure';
import type { Side, Solved } from '../floor';
import { parse, type Parsed } from '../notation';
import { FORMATIONS, TRACK_NAMES, isMoveTrack } from '../vocabulary';
import { contactsOf, followHands, type Arms, type Contacts } from './arms';
import { bodySize, defaultHeights, stepLength, type BodySize, type Heights } from './bodies';
import { measure, type Floor } from './couple';
import { floorAction, pathOf, roundInHold, type Path } from './path';
import { solvePlaces, type Chain, type Placed } from './places';
import {
  LEAD_IN,
  chestFacings,
  facings,
  fastestTurn,
  totalTurn,
  turnSpans,
  type FastestTurn,
  type TurnSpan,
} from './turns';
import { rhythmUnits, weigh, weightChanges, type RhythmUnit, type Weighed } from './weight';

import { trunkSpans, type TrunkSpan } from './trunk';

export { unitBeats } from '../figure';

/** What is known of one role before anybody is anywhere: exact, from the words alone. */
export interface RoleAnalysis {
  readonly role: Role;
  readonly actions: readonly Weighed[];
  readonly clashes: readonly Clash[];
  readonly start: Ticks;
  readonly end: Ticks;
  readonly startFree: Foot;
  /** Undefined when the line ends on both feet. */
  readonly endFree: Foot | undefined;
  readonly changes: number;
  readonly units: readonly RhythmUnit[];
  readonly turns: readonly TurnSpan[];
  readonly total: Degrees;
  readonly fastest: FastestTurn;
  /** Where the dancer is: an estimate, solved with the partner's. */
  readonly path: Path;
  readonly size: BodySize;
}
/** Everything computed about a figure. Nothing here is ever stored. */
export interface Analysis {
  readonly figure: Figure;
  readonly parsed: Parsed;
  readonly start: Ticks;
  readonly end: Ticks;
  readonly counts: number;
  readonly unitBeats: number;
  /** Beats after which counting begins again at 1, as written. */
  readonly spans: readonly number[];
  readonly roles: Readonly<Record<Role, RoleAnalysis>>;
  readonly words: readonly PlacedWords[];
  /** What head and upper body do. */
  readonly trunks: Readonly<Record<Role, readonly TrunkSpan[]>>;
  /** Who holds what when, from the hands line alone. */
  readonly contacts: Contacts;
  readonly arms: Arms;
  readonly floor: Floor;
  /** The places as solved, for what is judged by solving again. */
  readonly solved: Solved;
  /** The arms with the partners passing on the other side, where that side is undecided; worked out when asked. */
  readonly otherArms: () => Arms | undefined;
}

interface Danced {
  readonly solved: Solved;
  readonly paths: Readonly<Record<Role, Path>>;
  readonly arms: Arms;
}

/**
 * Where the other side of a pass is possible and an arm locks on the better one only, the couple passes on the other: a
 * joined hand is not soft. `other`: the undecided side not taken.
 */
function withArms(
  danced: (places: Solved) => Danced,
  first: Solved,
): { best: Danced; other: () => Danced | undefined } {
  const best = danced(first);
  const ways = first.sides.filter((s) => s.other).sort((a, b) => a.decidedBy - b.decidedBy);
  const flipped = (side: Side): Danced => danced(flip(first, side));
  const undecided = ways.find((s) => s.undecided);
  if (locks(best))
    for (const side of ways) {
      const made = flipped(side);
      if (!locks(made)) return { best: made, other: () => (side.undecided ? best : undefined) };
    }
  return { best, other: () => undecided && flipped(undecided) };
}

const locks = (d: Danced): boolean => d.arms.faults.some((f) => f.code === 'locks');

/** The same problem with one pass on the other side. */
function flip(s: Solved, side: Side): Solved {
  const other = s.solution;
  const sides = s.sides.map((x): Side =>
    x === side ? { ...x, leader: x.leader === 'left' ? 'right' : 'left', other } : x,
  );
  return { ...s, solution: side.other ?? s.solution, sides };
}

/** A role's line reads as it did in another analysis: its steps need not be made anew. */
function sameSteps(near: Analysis, figure: Figure, parsed: Parsed, role: Role): boolean {
  const was = near.figure;
  const base =
    was.dance === figure.dance &&
    was.ownDance === figure.ownDance &&
    was.feel === figure.feel &&
    was.repeat === figure.repeat &&
    was.start === figure.start;
  const own = (p: Parsed) => p.lines.filter((l) => l.line.type === 'moves' && l.line.track === role);
  const [now, then] = [own(parsed), own(near.parsed)];
  // Spans name the line by its number.
  return (
    base &&
    now.length === then.length &&
    now.every((l, i) => l === then[i] && parsed.lines.indexOf(l) === near.parsed.lines.indexOf(l))
  );
}

/** How a figure is analysed otherwise than alone and from nothing. */
export interface Setting {
  /** Figures of a chain: where each begins, and what is known of its places. */
  readonly chain?: Chain;
  /** An analysis of much the same figure, whose places are a first guess. */
  readonly near?: Analysis;
}

/**
 * Analyses a figure: timing, weight, turns, hands and floor of both roles. Pure; about O(actions + ticks).
 * @example analyse(figure).roles.leader.changes // 8
 */
export function analyse(
  figure: Figure,
  heights: Heights = defaultHeights,
  parsed: Parsed = parse(figure.lines),
  setting: Setting = {},
): Analysis {
  const kept = (role: Role): RoleAnalysis | undefined =>
    setting.near && sameSteps(setting.near, figure, parsed, role) ? setting.near.roles[role] : undefined;
  const before = { leader: kept('leader'), follower: kept('follower') };
  const lineOf = (role: Role): RoleLine => {
    const was = before[role];
    return was ? { ...was, placed: was.actions } : resolveMoves(parsed, role, figure);
  };
  const lines = { leader: lineOf('leader'), follower: lineOf('follower') };
  const begun = ROLES.filter((r) => lines[r].placed.length > 0);
  const start = Math.min(...begun.map((r) => lines[r].start), ...(begun.length ? [] : [0]));
  const end = Math.max(0, ...ROLES.map((r) => lines[r].end));
  const cells = unitBeats(figure);
  const one = (role: Role): Placed => {
    const line = lines[role];
    const startFree = role === 'leader' ? figure.start.leaderFree : figure.start.followerFree;
    const actions = before[role]?.actions ?? weigh(line, startFree);
    const turns = turnSpans(actions);
    const after = actions.at(-1)?.after;
    const begins = figure.start.facing + (role === 'leader' ? 0 : FORMATIONS[figure.start.formation].turn);
    const facing = facings(turns, begins, -LEAD_IN, end);
    return {
      role,
      actions,
      clashes: line.clashes,
      start: line.start,
      end: line.end,
      startFree,
      endFree: after === undefined ? startFree : after === 'both' ? undefined : after === 'L' ? 'R' : 'L',
      changes: weightChanges(actions),
      units: rhythmUnits(actions, startFree, start, end, cells),
      turns,
      total: totalTurn(turns),
      fastest: fastestTurn(turns, start, end),
      size: bodySize(heights[role]),
      step: stepLength(heights[role], figure),
      facing,
      chest: chestFacings(turns, facing, -LEAD_IN),
      moves: actions.map((w) => floorAction(w, facing)),
    };
  };
  const placed = { leader: one('leader'), follower: one('follower') };
  const words = TRACK_NAMES.flatMap((t) => (isMoveTrack(t) ? [] : resolveWords(parsed, t, figure, end)));
  const contacts = contactsOf({ from: -LEAD_IN, end, hold: figure.start.hold, words });
  const solve = (both: Readonly<Record<Role, Placed>>): Solved =>
    solvePlaces({ figure, placed: both, contacts, end, setting });
  const pathsOf = (places: Solved): Readonly<Record<Role, Path>> => {
    const path = (role: Role): Path =>
      pathOf(places, role, placed[role].actions, placed[role].facing, placed[role].chest, end);
    const leader = path('leader');
    const { input, grid } = places.problem;
    return { leader, follower: roundInHold(leader, path('follower'), input.holds, grid) };
  };
  const sizes = { leader: placed.leader.size, follower: placed.follower.size };
  const danced = (places: Solved): Danced => {
    const paths = pathsOf(places);
    return { solved: places, paths, arms: followHands({ paths, sizes, hold: figure.start.hold, contacts }) };
  };
  const { best, other } = withArms(danced, solve(placed));
  const { solved, paths, arms } = best;
  const floor = measure({ paths, sizes, arms, solved, contacts });
  const role = ({ step: _, facing: __, chest: ___, moves: ____, ...rest }: Placed): RoleAnalysis => ({
    ...rest,
    path: paths[rest.role],
  });
  return {
    figure,
    parsed,
    start,
    end,
    counts: (end - start) / TICKS_PER_BEAT,
    unitBeats: cells,
    spans: spansOf(parsed, figure),
    roles: { leader: role(placed.leader), follower: role(placed.follower) },
    words,
    trunks: {
      leader: trunkSpans('leader', words, placed.leader.actions, end),
      follower: trunkSpans('follower', words, placed.follower.actions, end),
    },
    contacts,
    arms,
    floor,
    solved,
    otherArms: () => other()?.arms,
  };
}
