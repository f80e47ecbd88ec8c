import { ROLES, TICKS_PER_BEAT, type Degrees, type Foot, type Role, type Ticks } from '../base';
import { resolveMoves, resolveWords, type Clash, type Figure, type PlacedWords } from '../figure';
import { parse, type Parsed } from '../notation';
import { DANCES, TRACK_NAMES, isMoveTrack } from '../vocabulary';
import { bodySize, defaultHeights, stepLength, type BodySize, type Heights } from './bodies';
import { holdFrame, measure, startPlaces, type Floor } from './couple';
import { followHands, type Arms } from './arms';
import { walk, type Frame, type Meet, type Path } from './path';
import { fastestTurn, totalTurn, turnSpans, type FastestTurn, type TurnSpan } from './turns';
import { rhythmUnits, weigh, weightChanges, type RhythmUnit, type Weighed } from './weight';

/** Everything computed about one role. */
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
  readonly roles: Readonly<Record<Role, RoleAnalysis>>;
  readonly words: readonly PlacedWords[];
  readonly arms: Arms;
  readonly floor: Floor;
}

/** Beats of the cells a dance is counted in: two, or a bar where the bar is three. */
export const unitBeats = (figure: Pick<Figure, 'dance'>): number =>
  DANCES[figure.dance].cycle === 3 ? 3 : 2;

/**
 * Analyses a figure: timing, weight, turns and floor of both roles. Pure; about O(actions + ticks). `meet` fixes
 * where feet land that must arrive somewhere, as at the joints of a combination.
 * @example analyse(figure).roles.leader.changes // 8
 */
export function analyse(
  figure: Figure,
  heights: Heights = defaultHeights,
  parsed: Parsed = parse(figure.lines),
  meet?: Readonly<Record<Role, Meet>>,
): Analysis {
  const lines = {
    leader: resolveMoves(parsed, 'leader', figure),
    follower: resolveMoves(parsed, 'follower', figure),
  };
  const begun = ROLES.filter((r) => lines[r].placed.length > 0);
  const start = Math.min(...begun.map((r) => lines[r].start), ...(begun.length ? [] : [0]));
  const end = Math.max(0, ...ROLES.map((r) => lines[r].end));
  const cells = unitBeats(figure);
  const places = startPlaces(figure.start.formation, figure.start.facing);
  const one = (role: Role, frame?: Frame): RoleAnalysis => {
    const line = lines[role];
    const startFree = role === 'leader' ? figure.start.leaderFree : figure.start.followerFree;
    const actions = weigh(line, startFree);
    const turns = turnSpans(actions);
    const size = bodySize(heights[role]);
    const after = actions.at(-1)?.after;
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
      path: walk(
        actions,
        turns,
        places[role],
        size,
        stepLength(heights[role], figure.dance),
        end,
        frame,
        meet?.[role],
      ),
      size,
    };
  };
  const leader = one('leader');
  const roles = {
    leader,
    follower: one('follower', holdFrame(leader.path, figure.start.formation, figure.start.hold)),
  };
  const words = TRACK_NAMES.flatMap((t) => (isMoveTrack(t) ? [] : resolveWords(parsed, t, figure, end)));
  const paths = { leader: roles.leader.path, follower: roles.follower.path };
  const sizes = { leader: roles.leader.size, follower: roles.follower.size };
  const arms = followHands({ paths, sizes, hold: figure.start.hold, words, end });
  const floor = measure({
    paths,
    sizes,
    held: arms.held,
    slot: DANCES[figure.dance].frame === 'slot',
    facing: figure.start.facing,
  });
  return {
    figure,
    parsed,
    start,
    end,
    counts: (end - start) / TICKS_PER_BEAT,
    unitBeats: cells,
    roles,
    words,
    arms,
    floor,
  };
}
