import {
  ROLES,
  TICKS_PER_BEAT,
  fromBody,
  invariant,
  radians,
  type Degrees,
  type Point,
  type Role,
  type Ticks,
} from '../base';
import { analyse, type Analysis, type Chain, type Heights } from '../analysis';
import { carried, type CountRange, type Figure, type Row } from '../figure';
import { printHands, printLine, type Body, type Label } from '../notation';
import { positionAt } from '../time';
import { FORMATIONS, KINDS, TRACK_NAMES, danceOf, isMoveTrack, type Track } from '../vocabulary';
import { moved, scoreOf, writtenOut, type Score } from '../vary';
import { danced, joint, type Pass, type Plan } from './plan';
import { frameOf, type Pose, type Reading } from './reading';

/** A combination danced as one figure: the state that leaves one figure enters the next. */
export interface Whole {
  readonly figure: Figure;
  readonly analysis: Analysis;
  /** Every pass with where it begins on the floor. */
  readonly passes: readonly (Pass & { readonly pose: Pose })[];
  /** Where the next round would begin. */
  readonly leaves: Pose;
}

/**
 * Writes the passes of a plan as one figure and analyses it by the ordinary path. `rounds`: how often it goes round.
 * Hands are let go and taken at the joints, first steps turn and land where the next figure begins; joints that need
 * a bridge are danced as they stand, and what is wrong shows. O(actions + ticks).
 * @example wholeOf(plan).analysis.counts // 32
 */
export function wholeOf(plan: Plan, heights?: Heights, rounds = 1): Whole | undefined {
  const guessed = laidOut(plan, rounds);
  if (guessed.length === 0) return undefined;
  const figure = written(plan, guessed);
  const analysis = analyse(figure, heights, undefined, { chain: chainOf(guessed) });
  const passes = guessed.map((p) => ({ ...p, pose: solvedPose(analysis, p.at) }));
  return { figure, analysis, passes, leaves: solvedPose(analysis, analysis.end) };
}

/** Where the leader is in the chain as solved. */
function solvedPose(a: Analysis, tick: Ticks): Pose {
  const { path } = a.roles.leader;
  const i = Math.max(0, Math.min(path.x.length - 1, tick - path.from));
  return { x: path.x[i] ?? 0, y: path.y[i] ?? 0, facing: path.facing[i] ?? 0 };
}

/** The passes, each with the pose its leader begins in. */
function laidOut(plan: Plan, rounds: number): Whole['passes'] {
  const found: (Pass & { pose: Pose })[] = [];
  const length = plan.end - plan.from;
  for (let round = 0; round < rounds; round++)
    for (const p of plan.passes) {
      const before = found.at(-1);
      const into = before && joint(before.reading.ends, p.reading.ends, before.over, p.over);
      const pose = before ? poseAfter(before, p.reading, into) : startPose(p.reading);
      found.push({ ...p, at: p.at + round * length, joint: into, pose });
    }
  return found;
}

const startPose = (r: Reading): Pose => ({ x: 0, y: 0, facing: r.figure.start.facing });

/** A place of a figure's own floor, seen from where its leader begins. */
function placed(pose: Pose, r: Reading, p: Point): Point {
  const d = fromBody(pose.facing - r.figure.start.facing, p.x, p.y);
  return { x: pose.x + d.x, y: pose.y + d.y };
}

const endPose = (p: Pass & { readonly pose: Pose }): Pose => ({
  ...placed(p.pose, p.reading, p.reading.leaves),
  facing: p.pose.facing + p.reading.leaves.facing - p.reading.figure.start.facing,
});

/** Where the leader begins after a pass: turned as the joint says and, in a lane, back in its middle. */
function poseAfter(before: Pass & { readonly pose: Pose }, next: Reading, j: Pass['joint']): Pose {
  const end = endPose(before);
  if (!j || !danced(j)) return end;
  const facing = end.facing + j.settle.leader;
  if (frameOf(next) !== 'slot') return { ...end, facing };
  const aside = fromBody(facing, 1, 0);
  const off = end.x * aside.x + end.y * aside.y;
  return { x: end.x - off * aside.x, y: end.y - off * aside.y, facing };
}

/** Where figures begin, and as a first guess every foot where it lands in its figure alone. */
function chainOf(passes: Whole['passes']): Chain {
  const at: Record<Role, Map<Ticks, Point>> = { leader: new Map(), follower: new Map() };
  for (const p of passes) {
    const d = fromBody(p.pose.facing, p.over, 0);
    for (const role of ROLES)
      for (const l of p.reading.landings[role]) {
        const point = placed(p.pose, p.reading, l.at);
        const over = role === 'leader' ? d : { x: 0, y: 0 };
        at[role].set(p.at + l.tick, { x: point.x + over.x, y: point.y + over.y });
      }
  }
  /** 1 where the leader looks along the lane as at the beginning of the chain, −1 where back along it. */
  const along = (p: Pass & { readonly pose: Pose }): number =>
    Math.round(Math.cos(radians(p.pose.facing - (passes[0]?.pose.facing ?? 0))));
  const links = passes.flatMap((p, i) =>
    i > 0 && !danced(p.joint)
      ? []
      : [{ tick: p.at, formation: p.reading.figure.start.formation, over: p.over * along(p) }],
  );
  return { links, guess: (role, tick) => at[role].get(tick) };
}

const scores = new WeakMap<Figure, Score>();
function scoreFor(figure: Figure): Score {
  let score = scores.get(figure);
  if (!score) scores.set(figure, (score = scoreOf(writtenOut(figure))));
  return score;
}

function written(plan: Plan, passes: Whole['passes']): Figure {
  const [first, last] = [passes[0], passes.at(-1)];
  invariant(first && last, 'a whole has passes');
  const { figure } = first.reading;
  const end = last.at + last.reading.beats * TICKS_PER_BEAT;
  const tracks = TRACK_NAMES.map((track) => trackOf(track, passes, end)).filter((t) => t !== '');
  const bpms = plan.combination.tempo.map((t) => t.bpm);
  const ending = last.reading.figure;
  return {
    ...figure,
    id: plan.combination.id,
    name: plan.combination.name,
    family: 'combination',
    level: passes.reduce<Figure['level']>(
      (l, p) => (p.reading.figure.level > l ? p.reading.figure.level : l),
      1,
    ),
    end: { ...formationAtEnd(figure, ending), ...feetAtEnd(last.reading) },
    tempo: { min: Math.min(...bpms), max: Math.max(...bpms) },
    sameFoot: rangesOf(passes, 'sameFoot'),
    ownTiming: rangesOf(passes, 'ownTiming'),
    notes: plan.combination.notes,
    cautions: [...new Set(passes.flatMap((p) => p.reading.figure.cautions))],
    lines: tracks.join('\n'),
  };
}

/** The last figure's own formation is the one meant; one that it only supposes stays supposed where it can. */
function formationAtEnd(first: Figure, last: Figure): Figure['end'] {
  if (last.end.formation) return { formation: last.end.formation };
  const supposed = last.start.formation;
  return FORMATIONS[supposed].turn === FORMATIONS[first.start.formation].turn ? {} : { formation: supposed };
}

/** The last figure's own ending is the one meant. */
function feetAtEnd(r: Reading): Figure['end'] {
  const { free } = r.ends.exit;
  return {
    ...(free.leader === 'both' ? {} : { leaderFree: free.leader }),
    ...(free.follower === 'both' ? {} : { followerFree: free.follower }),
  };
}

function rangesOf(passes: Whole['passes'], which: 'sameFoot' | 'ownTiming'): CountRange[] {
  return passes.flatMap((p) => {
    const by = (p.at - p.reading.from) / TICKS_PER_BEAT;
    return writtenOut(p.reading.figure)[which].map((r) => ({ from: r.from + by, to: r.to + by }));
  });
}

type AnyRow = Row<Body | string>;

/** One line of the whole: the items of every pass at their new places. */
function trackOf(track: Track, passes: Whole['passes'], end: Ticks): string {
  const rows: AnyRow[] = [];
  passes.forEach((p, i) => {
    const own = (scoreFor(p.reading.figure)[track] as readonly AnyRow[]).map((r) =>
      moved(r, r.tick + p.at - p.reading.from),
    );
    rows.push(...(i > 0 && danced(p.joint) ? joined(track, own, p, rows.at(-1)?.tick ?? -Infinity) : own));
  });
  if (rows.length === 0) return '';
  const sorted = together(rows.sort((a, b) => a.tick - b.tick));
  const items = sorted.map((r) => {
    const label = labelOf(r.tick);
    return { label, content: carried(r.content, r.label, label) };
  });
  if (isMoveTrack(track)) {
    const tail = end - TICKS_PER_BEAT;
    if ((sorted.at(-1)?.tick ?? tail) < tail && !fills(sorted.at(-1), end))
      items.push({ label: labelOf(tail), content: { type: 'action', kind: 'hold' } });
    return printLine({
      type: 'moves',
      track,
      items: items.map((i) => ({ label: i.label, body: i.content as Body })),
    });
  }
  return printLine({
    type: 'words',
    track,
    items: items.map((i) => ({ label: i.label, text: i.content as string })),
  });
}

/** Words at the same moment are one item. */
const together = (rows: readonly AnyRow[]): AnyRow[] =>
  rows.reduce<AnyRow[]>((all, r) => {
    const last = all.at(-1);
    return last?.tick === r.tick && typeof last.content === 'string' && typeof r.content === 'string'
      ? [...all.slice(0, -1), { ...last, content: `${last.content}, ${r.content}` }]
      : [...all, r];
  }, []);

/** A rhythm word that lasts to the end keeps the time itself. */
const fills = (row: AnyRow | undefined, end: Ticks): boolean =>
  typeof row?.content === 'object' && row.content.type === 'unit' && (row.last ?? 0) >= end;

function labelOf(tick: Ticks): Label {
  const p = positionAt(tick, 'straight');
  invariant(p, 'a written place has a count');
  return p.beat < 1 && p.sub !== '' ? { type: 'sub', sub: p.sub } : { type: 'count', ...p };
}

/** The items of a figure that joins another: what the hands do first, and what its first steps turn more. */
function joined(track: Track, rows: AnyRow[], p: Pass, before: Ticks): AnyRow[] {
  if (!p.joint) return rows;
  if (track === 'hands') return withActs(rows, p, before);
  if (!isMoveTrack(track)) return rows;
  const by = p.joint.settle[track];
  const at = rows.findIndex((r) => typeof r.content === 'object' && takesWeight(r.content));
  if (by === 0 || at < 0) return rows;
  return rows.map((r, i) => (i === at ? { ...r, content: turnedMore(r.content as Body, by) } : r));
}

const takesWeight = (b: Body): boolean =>
  b.type === 'unit' || (b.type === 'action' && KINDS[b.kind].weight === 'takes');

function turnedMore(body: Body, by: Degrees): Body {
  const { turn, ...rest } = body;
  const sum = (turn ?? 0) + by;
  return sum === 0 ? rest : { ...rest, turn: sum };
}

/**
 * What the hands do at a joint. They let go before the first steps begin to turn, once all is done that the figure
 * before says of them, and take as the figure begins. `before`: when its last word on the hands falls.
 */
function withActs(rows: AnyRow[], p: Pass, before: Ticks): AnyRow[] {
  const acts = p.joint?.acts ?? [];
  const turning = turnsIn(p);
  const early = turning ? acts.filter((act) => act.type === 'release') : [];
  const first = printHands(early);
  const text = printHands(acts.filter((act) => act.type !== 'release' || !turning));
  const label: Label = { type: 'count', beat: 1, sub: '' };
  const row = (tick: Ticks, content: string): AnyRow => ({ line: -1, tick, label, content, relabel: true });
  const letGo = first === '' ? [] : [row(Math.max(p.at - TICKS_PER_BEAT, before), first)];
  const here = rows.findIndex((r) => r.tick <= p.at);
  if (text === '') return [...letGo, ...rows];
  if (here < 0) return [...letGo, row(p.at, text), ...rows];
  return [
    ...letGo,
    ...rows.map((r, i) => (i === here ? { ...r, content: `${text}, ${String(r.content)}` } : r)),
  ];
}

/** Does either role turn into its first step? */
const turnsIn = (p: Pass): boolean =>
  ROLES.some((role) => {
    const first = (scoreFor(p.reading.figure)[role] as readonly AnyRow[])[0]?.content;
    return (typeof first === 'object' && first.turn !== undefined) || (p.joint?.settle[role] ?? 0) !== 0;
  });

/** Which pass is danced at a tick. O(passes). */
export const passAt = (plan: Pick<Plan, 'passes'>, tick: number): number =>
  Math.max(
    0,
    plan.passes.findLastIndex((p) => p.at <= tick + 1e-6),
  );

/** How a round moves the couple: metres right and along the reference line, and degrees. */
export interface Drift {
  readonly x: number;
  readonly y: number;
  readonly turn: Degrees;
}
/** Where the couple is after one round, seen from where it began. Estimates. */
export function driftOf(w: Whole): Drift {
  const first = w.passes[0]?.pose ?? { x: 0, y: 0, facing: 0 };
  return { x: w.leaves.x - first.x, y: w.leaves.y - first.y, turn: w.leaves.facing - first.facing };
}

/** The dances of a plan, in order of appearance. */
export const dancesIn = (p: Plan): string[] => [
  ...new Set(p.passes.map((x) => danceOf(x.reading.figure).name)),
];
