import { ROLES, TICKS_PER_BEAT, type Role, type Ticks } from '../base';
import { arrival, type Analysis, type Weighed } from '../analysis';
import { printBody } from '../notation';
import { TRACK_NAMES, isMoveTrack, type WordTrack } from '../vocabulary';

/** A beat at which a layer does not stand on the same footprints as what it is a layer of. */
export interface Breach {
  readonly tick: Ticks;
  readonly role: Role;
  /** Another length, steps at other times, another foot, or somewhere else. */
  readonly what: 'length' | 'timing' | 'foot' | 'place';
  /** Metres away, for a place. */
  readonly far?: number;
}

/** A body may stand this far off and still be on the same footprints: turning on the spot moves it. Our choice, metres. */
const FOOTPRINT = 0.3;

/**
 * Checks that a layer keeps the counts, the feet and the footprints of the figure under it, beat by beat. Distances
 * are estimates. Empty: both can be danced side by side. O(beats · actions).
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
  const [p, q] = [arrival(base, role, tick + TICKS_PER_BEAT), arrival(layer, role, tick + TICKS_PER_BEAT)];
  const far = Math.hypot(p.x - q.x, p.y - q.y);
  return far > FOOTPRINT ? { tick, role, what: 'place', far } : undefined;
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
