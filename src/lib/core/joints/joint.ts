import { ROLES, TICKS_PER_BEAT, signedHeading, type Degrees, type Metres, type Role } from '../base';
import type { HandAct } from '../notation';
import { handsBetween } from './hands';
import { JOINT } from './limits.data';
import type { Ends, Stand } from './stand';

/** From joins as it is to cannot be joined at all. */
export type Fit = 'fits' | 'small' | 'bridge' | 'impossible';
export const FITS: readonly Fit[] = ['fits', 'small', 'bridge', 'impossible'];

export type DifferenceCode =
  | 'foot'
  | 'hands'
  | 'rests'
  | 'place'
  | 'facing'
  | 'heading'
  | 'lane'
  | 'momentum'
  | 'overlap'
  | 'dance'
  | 'counting';

/** One thing that is otherwise where the next figure begins, and what it costs. */
export interface Difference {
  readonly code: DifferenceCode;
  readonly fit: Fit;
  readonly cost: number;
  readonly role?: Role;
  /** Metres, degrees or hands, whichever the code is about. */
  readonly amount: number;
  readonly was?: string;
  readonly wanted?: string;
}

/** The join of the end of one figure to the beginning of the next. */
export interface Joint {
  readonly fit: Fit;
  /** The sum of the differences' costs; Infinity where it needs a bridge or cannot be. */
  readonly cost: number;
  readonly differences: readonly Difference[];
  /** What the hands do on the first count, where that is enough. */
  readonly acts: readonly HandAct[];
  /** What each turns more into the first step, to stand as the figure begins. */
  readonly settle: Readonly<Record<Role, Degrees>>;
}

const worse = (a: Fit, b: Fit): Fit => (FITS.indexOf(a) >= FITS.indexOf(b) ? a : b);
const band = (x: number, easy: number, small: number): Fit =>
  x <= easy + 1e-9 ? 'fits' : x <= small + 1e-9 ? 'small' : 'bridge';
const danced = (fit: Fit): boolean => fit === 'fits' || fit === 'small';

/** How far to the right of the lane the leader starts on purpose, metres: in the figure before, and in the next. */
export interface Over {
  readonly was: Metres;
  readonly will: Metres;
}
const NOT_OVER: Over = { was: 0, will: 0 };

/**
 * Joins the end of one figure to the beginning of another. Pure; O(arms).
 * @example jointBetween(endsOf(push), endsOf(pass)).fit // 'small'
 */
export function jointBetween(from: Ends, to: Ends, over: Over = NOT_OVER): Joint {
  const [x, e] = [from.exit, to.entry];
  const hands = handsBetween(x.arms, e.arms);
  const differences = [
    ...musical(from, to),
    ...feet(x, e),
    ...handDifferences(x, e, hands),
    ...place(from, to),
    ...direction(from, to, over),
    ...momentum(x, e),
    ...overlap(x, e),
  ];
  const fit = differences.reduce<Fit>((f, d) => worse(f, d.fit), 'fits');
  const cost = danced(fit) ? differences.reduce((sum, d) => sum + d.cost, 0) : Infinity;
  const facings = differences.filter((d) => d.code === 'facing' || d.code === 'heading');
  const turns = facings.every((d) => danced(d.fit));
  return {
    fit,
    cost,
    differences,
    acts: hands.reaches && turns ? hands.acts : [],
    settle: turns ? settling(from, to) : { leader: 0, follower: 0 },
  };
}

function musical(from: Ends, to: Ends): Difference[] {
  if (from.feel !== to.feel || from.unitBeats !== to.unitBeats)
    return [{ code: 'counting', fit: 'impossible', cost: 0, amount: 0, was: from.feel, wanted: to.feel }];
  if (from.dance.id === to.dance.id) return [];
  return [
    {
      code: 'dance',
      fit: 'fits',
      cost: JOINT.otherDance,
      amount: 0,
      was: from.dance.name,
      wanted: to.dance.name,
    },
  ];
}

function feet(x: Stand, e: Stand): Difference[] {
  return ROLES.flatMap((role): Difference[] => {
    const [was, wanted] = [x.free[role], e.free[role]];
    if (was === wanted) return [];
    const split = was === 'both';
    return [
      {
        code: 'foot',
        fit: split ? 'small' : 'bridge',
        cost: split ? JOINT.splitFoot : 0,
        role,
        amount: 0,
        was,
        wanted,
      },
    ];
  });
}

function handDifferences(x: Stand, e: Stand, hands: ReturnType<typeof handsBetween>): Difference[] {
  const found: Difference[] = [];
  if (!hands.reaches || hands.changes > 0)
    found.push({
      code: 'hands',
      fit: hands.reaches && hands.changes <= JOINT.mostHandChanges ? 'small' : 'bridge',
      cost: hands.changes * JOINT.handChange,
      amount: hands.changes,
      was: x.arms.arms.map((a) => a.leader + a.follower).join(' '),
      wanted: e.arms.arms.map((a) => a.leader + a.follower).join(' '),
    });
  if (hands.rests > 0)
    found.push({ code: 'rests', fit: 'small', cost: JOINT.restChange, amount: hands.rests });
  return found;
}

/** In a lane the leader's first step brings the couple back to its middle: the follower is measured from there. */
const inSlot = (to: Ends): boolean => to.dance.frame === 'slot';

function place(from: Ends, to: Ends): Difference[] {
  const [x, e] = [from.exit, to.entry];
  const found: Difference[] = [];
  const right = x.right + (inSlot(to) ? x.aside : 0);
  const off = Math.hypot(right - e.right, x.ahead - e.ahead);
  const fit = band(off, JOINT.place.fits, JOINT.place.small);
  if (off > JOINT.place.said)
    found.push({
      code: 'place',
      fit,
      cost: steps(off - JOINT.place.fits, JOINT.place.step),
      amount: off,
    });
  const turn = Math.abs(signedHeading(e.turn - x.turn));
  if (turn > 0)
    found.push({
      code: 'facing',
      fit: band(turn, JOINT.turn.fits, JOINT.turn.small),
      cost: steps(turn, JOINT.turn.step),
      amount: signedHeading(e.turn - x.turn),
    });
  return found;
}

/** How far to the right of the lane the leader ends who began `over` to its right. */
export const asideAfter = (ends: Ends, over: Metres): Metres =>
  ends.exit.aside + (ends.turnsBack ? -over : over);

/** The leader's facing against the line of dance or the lane, and how far the leader stands off the lane. */
function direction(from: Ends, to: Ends, over: Over): Difference[] {
  const off = headingOff(from, to);
  const found: Difference[] = [];
  if (off !== 0)
    found.push({
      code: 'heading',
      fit: band(Math.abs(off), JOINT.turn.fits, JOINT.turn.small),
      cost: steps(Math.abs(off), JOINT.turn.step),
      amount: off,
    });
  if (!inSlot(to)) return found;
  const beside = asideAfter(from, over.was) - over.will;
  const aside = Math.abs(beside);
  if (aside > JOINT.lane.fits + 1e-9)
    found.push({
      code: 'lane',
      fit: band(aside, JOINT.lane.fits, JOINT.lane.small),
      cost: steps(aside - JOINT.lane.fits, JOINT.lane.step),
      amount: beside,
    });
  return found;
}

/** What the leader must turn to face as the next figure begins; on the spot any facing will do. */
function headingOff(from: Ends, to: Ends): Degrees {
  const { frame } = to.dance;
  if (frame === 'spot') return 0;
  const off = signedHeading(to.entry.facing - from.exit.facing);
  if (frame === 'line-of-dance') return off;
  return Math.abs(off) > 90 ? signedHeading(off - 180) : off;
}

function settling(from: Ends, to: Ends): Joint['settle'] {
  const leader = headingOff(from, to);
  return { leader, follower: leader + signedHeading(to.entry.turn - from.exit.turn) };
}

/** Travelling one way into a figure that begins by travelling the other. */
function momentum(x: Stand, e: Stand): Difference[] {
  return ROLES.flatMap((role): Difference[] => {
    const [a, b] = [x.moving[role], e.moving[role]];
    const [p, q] = [Math.hypot(a.x, a.y), Math.hypot(b.x, b.y)];
    if (p < JOINT.travelling || q < JOINT.travelling) return [];
    const cos = (a.x * b.x + a.y * b.y) / (p * q);
    if (cos > -0.7) return [];
    return [{ code: 'momentum', fit: 'fits', cost: JOINT.reversal, role, amount: Math.min(p, q) }];
  });
}

/** A step before count 1 meets the last step of the figure before. */
function overlap(x: Stand, e: Stand): Difference[] {
  return ROLES.flatMap((role): Difference[] => {
    const borrowed = e.spare[role];
    if (borrowed === 0 || borrowed < x.spare[role]) return [];
    return [{ code: 'overlap', fit: 'bridge', cost: 0, role, amount: borrowed / TICKS_PER_BEAT }];
  });
}

const steps = (x: number, each: number): number => Math.max(0, Math.ceil(x / each - 1e-9));
