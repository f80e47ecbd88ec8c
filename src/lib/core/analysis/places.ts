import { fromBody, signedHeading, type Degrees, type Role, type Ticks } from '../base';
import type { Figure } from '../figure';
import {
  solveFloor,
  type Anchor,
  type FloorAction,
  type Guess,
  type Place,
  type Problem,
  type Solved,
} from '../floor';
import { FORMATIONS, danceOf, type FormationId } from '../vocabulary';
import { embraces, type Contacts } from './arms';
import type { Analysis, RoleAnalysis, Setting } from './analyse';
import { LEAD_IN } from './turns';

/** One role with what the floor needs of it. */
export type Placed = Omit<RoleAnalysis, 'path'> & {
  readonly step: number;
  readonly facing: Float64Array;
  readonly chest: Float64Array;
  readonly moves: readonly FloorAction[];
};

/** A place in a chain of figures: where one begins, and in which formation. */
export interface Link {
  readonly tick: Ticks;
  readonly formation: FormationId;
  /** How far to the right of the lane the leader stands there on purpose, metres. */
  readonly over: number;
}
/** Figures danced one after the other, solved as one. `guess`: where a foot lands in its figure alone. */
export interface Chain {
  readonly links: readonly Link[];
  readonly guess?: (role: Role, tick: Ticks) => { readonly x: number; readonly y: number } | undefined;
}

export interface PlacesInput {
  readonly figure: Figure;
  readonly placed: Readonly<Record<Role, Placed>>;
  readonly contacts: Contacts;
  readonly end: Ticks;
  readonly setting: Setting;
}

const placeOf = (id: FormationId): Place => FORMATIONS[id];

/** Solves where both dancers are from everything said about it. */
export function solvePlaces({ figure, placed, contacts, end, setting }: PlacesInput): Solved {
  const dancer = (r: Role) => ({
    actions: placed[r].moves,
    facing: placed[r].facing,
    chest: placed[r].chest,
    stance: placed[r].size.stance,
    halfBreadth: placed[r].size.halfBreadth,
    reach: placed[r].size.reach,
    step: placed[r].step,
  });
  return solveFloor(
    {
      from: -LEAD_IN,
      end,
      dancers: { leader: dancer('leader'), follower: dancer('follower') },
      holds: embraces(contacts).map((h) => ({
        from: h.from,
        to: h.to,
        place: placeOf(h.close ? 'close-embrace' : 'closed'),
      })),
      hands: contacts.joins,
      alone: isAlone(placed),
      anchors: anchorsOf(figure, placed, contacts, end, setting),
      lane: laneOf(figure),
      reference: danceOf(figure).frame === 'spot' ? figure.start.facing : (laneOf(figure) ?? 0),
    },
    guessOf(setting),
  );
}

/**
 * The lane of a slot runs along the leader's facing where the follower stands ahead or behind, and across it where the
 * follower stands beside.
 */
function laneOf(figure: Figure): Degrees | undefined {
  if (danceOf(figure).frame !== 'slot') return undefined;
  const { right, ahead } = FORMATIONS[figure.start.formation];
  return figure.start.facing + (Math.abs(right) > Math.abs(ahead) ? 90 : 0);
}

const isAlone = (placed: PlacesInput['placed']): boolean =>
  placed.leader.actions.length === 0 || placed.follower.actions.length === 0;

/** Facings within this of a formation's own are in it. Half of the smallest difference between formations. */
const IN_FORMATION: Degrees = 45;

function anchorsOf(
  figure: Figure,
  placed: PlacesInput['placed'],
  contacts: Contacts,
  end: Ticks,
  setting: Setting,
): Anchor[] {
  const links = setting.chain?.links;
  const starts = links?.length ? links : [{ tick: -LEAD_IN, formation: figure.start.formation, over: 0 }];
  const anchors = starts.map((l, i): Anchor => ({
    tick: i === 0 ? -LEAD_IN : l.tick,
    place: placeOf(l.formation),
    over: l.over,
  }));
  const wanted = isAlone(placed) ? undefined : endFormation(figure, contacts, end);
  const turn = relativeAt(placed, end);
  const last = anchors.at(-1);
  if (wanted && end > 0 && Math.abs(signedHeading(turn - FORMATIONS[wanted].turn)) <= IN_FORMATION)
    anchors.push({
      tick: end,
      place: placeOf(wanted),
      over: last?.over ?? 0,
      stays: true,
      supposed: figure.end.formation === undefined,
    });
  return anchors;
}

const relativeAt = (placed: PlacesInput['placed'], end: Ticks): Degrees =>
  (placed.follower.facing[end + LEAD_IN] ?? 0) - (placed.leader.facing[end + LEAD_IN] ?? 0);

/** What a figure ends in: as declared, or as it began while it is held as it was. */
function endFormation(figure: Figure, contacts: Contacts, end: Ticks): FormationId | undefined {
  if (figure.end.formation) return figure.end.formation;
  const held = embraces(contacts);
  const at = (tick: Ticks): boolean => held.some((h) => h.from <= tick && tick < h.to);
  const [before, after] = [at(0) || at(-LEAD_IN), at(end - 1)];
  if (after) return undefined;
  return before ? 'open' : figure.start.formation;
}

/** A first guess for every block, from a chain's figures or from an analysis of much the same figure. */
function guessOf(setting: Setting): ((p: Problem) => Guess | undefined) | undefined {
  const { chain, near } = setting;
  if (near) return (p) => nearGuess(p, near);
  const guess = chain?.guess;
  if (!guess) return undefined;
  return (p) => {
    const x = new Float64Array(2 * p.blocks);
    const start = p.input.anchors[0];
    const d = fromBody(
      p.input.dancers.leader.facing[0] ?? 0,
      start?.place.right ?? 0,
      start?.place.ahead ?? 0,
    );
    x[2] = d.x;
    x[3] = d.y;
    for (const l of p.landings) {
      if (l.fixed) continue;
      const at = guess(l.role, l.tick);
      if (!at) return undefined;
      x[2 * l.spot.block] = at.x;
      x[2 * l.spot.block + 1] = at.y;
    }
    return { x, settled: true };
  };
}

/** The places of an analysis whose actions stand one for one for those of a problem. */
function nearGuess(p: Problem, near: Analysis): Guess | undefined {
  const before = near.solved.problem;
  const alike =
    before.landings.length === p.landings.length &&
    before.blocks === p.blocks &&
    before.landings.every((l, i) => {
      const m = p.landings[i];
      return m !== undefined && l.role === m.role && l.spot.block === m.spot.block && l.tick === m.tick;
    });
  return alike ? { x: near.solved.solution.x, settled: false } : undefined;
}
