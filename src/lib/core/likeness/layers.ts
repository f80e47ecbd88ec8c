import { ROLES, TICKS_PER_BEAT, fromBody, type Metres, type Point, type Role, type Ticks } from '../base';
import { stepLength, type Analysis, type Weighed } from '../analysis';
import { actionScale } from '../floor';
import { printBody } from '../notation';
import { DIRECTIONS, TRACK_NAMES, frameOfDirection, isMoveTrack, type WordTrack } from '../vocabulary';

/** A beat at which a layer does not stand on the same footprints as what it is a layer of. */
export interface Breach {
  readonly tick: Ticks;
  readonly role: Role;
  /** Another length, steps at other times, another foot, or somewhere else. */
  readonly what: 'length' | 'timing' | 'foot' | 'place';
  /** Metres away, for a place. */
  readonly far?: number;
}

/** Steps that differ by less than this in the room are one footprint: less than a small step. Our choice, metres. */
const FOOTPRINT: Metres = 0.15;

/**
 * Checks that a layer keeps the counts, the feet and the footprints of the figure under it, step by step: the same
 * words as danced, whichever way the dancer has been turned meanwhile. Nothing here is an estimate. Empty: both can be
 * danced side by side. O(actions).
 */
export function breaches(base: Analysis, layer: Analysis): Breach[] {
  const found: Breach[] = [];
  for (const role of ROLES) {
    if (base.end !== layer.end || base.start !== layer.start)
      found.push({ tick: Math.min(base.end, layer.end), role, what: 'length' });
    for (let tick = base.start; tick < Math.min(base.end, layer.end); tick += TICKS_PER_BEAT) {
      const breach = breachAt(base, layer, role, tick);
      if (breach) found.push(breach);
    }
  }
  return found.sort((a, b) => a.tick - b.tick);
}

function breachAt(base: Analysis, layer: Analysis, role: Role, tick: Ticks): Breach | undefined {
  const steps = (a: Analysis): Weighed[] =>
    a.roles[role].actions.filter((w) => w.change && w.tick >= tick && w.tick < tick + TICKS_PER_BEAT);
  const [x, y] = [steps(base), steps(layer)];
  if (x.map((w) => w.tick).join() !== y.map((w) => w.tick).join()) return { tick, role, what: 'timing' };
  if (x.map((w) => w.foot).join() !== y.map((w) => w.foot).join()) return { tick, role, what: 'foot' };
  for (const [i, w] of x.entries()) {
    const v = y[i];
    if (!v) continue;
    const [p, q] = [stepOf(base, role, w), stepOf(layer, role, v)];
    const far = Math.hypot(p.x - q.x, p.y - q.y);
    if (far > FOOTPRINT) return { tick, role, what: 'place', far };
  }
  return undefined;
}

/** Where a step's words lead in the room, from the foot it is made from; feet that come together lead nowhere. */
function stepOf(a: Analysis, role: Role, w: Weighed): Point {
  const { actions, path, size } = a.roles[role];
  const { kind, direction } = w.action;
  if (kind === 'close' || kind === 'replace' || direction === undefined) return { x: 0, y: 0 };
  const row = DIRECTIONS[direction];
  const scale = actionScale(w.action) * stepLength(size.height, a.figure);
  const frame = frameOfDirection(direction);
  if (frame !== 'body') return { x: row.out * scale, y: row.ahead * scale };
  const side = w.foot === 'R' ? 1 : -1;
  const facing = path.placings[actions.indexOf(w)]?.frame ?? 0;
  return fromBody(facing, side * row.out * scale, row.ahead * scale);
}

/** What stands otherwise at a tick of a version. */
export interface Difference {
  readonly track: Role | WordTrack;
  readonly tick: Ticks;
  /** `new`: only in the version · `gone`: only in the other · `changed`: says something else. */
  readonly kind: 'new' | 'gone' | 'changed';
}

/** Every count at which two figures do not say the same, track by track. O(items). */
export function differences(base: Analysis, other: Analysis): Difference[] {
  const moves = ROLES.flatMap((role) => compare(role, movesOf(base, role), movesOf(other, role)));
  const words = TRACK_NAMES.flatMap((t) =>
    isMoveTrack(t) ? [] : compare(t, wordsOf(base, t), wordsOf(other, t)),
  );
  return [...moves, ...words];
}

const movesOf = (a: Analysis, role: Role): Map<Ticks, string> =>
  new Map(
    a.roles[role].actions
      .filter((w) => w.action.kind !== 'hold')
      .map((w) => {
        const { note: _, ...action } = w.action;
        return [w.tick, `${w.foot ?? ''} ${printBody(action)}`];
      }),
  );
const wordsOf = (a: Analysis, track: WordTrack): Map<Ticks, string> =>
  new Map(a.words.filter((w) => w.track === track).map((w) => [w.tick, w.text]));

function compare(
  track: Difference['track'],
  base: ReadonlyMap<Ticks, string>,
  other: ReadonlyMap<Ticks, string>,
): Difference[] {
  const ticks = [...new Set([...base.keys(), ...other.keys()])].sort((a, b) => a - b);
  return ticks.flatMap((tick): Difference[] => {
    const [x, y] = [base.get(tick), other.get(tick)];
    if (x === y) return [];
    return [{ track, tick, kind: x === undefined ? 'new' : y === undefined ? 'gone' : 'changed' }];
  });
}
