import { ROLES, TICKS_PER_BEAT, toBody, type Role, type Ticks } from '../base';
import { formationAt, trunkAt, turnRate, type Analysis } from '../analysis';
import { FIELDS, signatureOf, unitDistance, type Signature } from '../likeness';
import { sayCount } from '../time';
import { LEAD_KINDS, LEVELS, type FormationId, type Level } from '../vocabulary';
import type { UnitKind } from './cues.data';

/** Why a unit asks for time. */
export type NeedCode =
  'turn' | 'fast-turn' | 'same-foot' | 'hands' | 'over-head' | 'off-beat' | 'body' | 'new';

/** Two beats (or a bar of three) of something danced, and what they ask of a class. */
export interface UnitNeed {
  readonly index: number;
  readonly from: Ticks;
  readonly to: Ticks;
  /** Its counts as said. */
  readonly first: string;
  readonly last: string;
  /** 1 is a plain unit everybody knows; each thing that is hard adds to it. */
  readonly weight: number;
  readonly why: readonly NeedCode[];
  readonly kinds: readonly UnitKind[];
  /** Which foot is free as it begins; undefined while both carry weight. */
  readonly free: Readonly<Record<Role, 'L' | 'R' | undefined>>;
  /** What is led in it, as written, else by its usual name; empty: nothing but the steps. */
  readonly led: readonly string[];
  /** Where the partner is as it begins, from the leader; undefined where that has no name. */
  readonly partner: FormationId | undefined;
}

/** What each adds to a plain unit. Our choice. */
const ADDS = {
  eighth: 0.12,
  fast: 0.6,
  sameFoot: 0.8,
  hands: 0.5,
  over: 0.4,
  offBeat: 0.25,
  body: 0.7,
  fresh: 1.2,
} as const;
/** A unit less like anything known than this is new. Our choice: rhythm and direction both other. */
const NEW = 0.25;

/** What is known, as what can be compared. */
export type KnownUnits = readonly Signature[];

/**
 * How much each unit asks, from its turns, wrong-foot spans, what the hands do, steps between the beats, the body, and
 * how new it is to those who know `known`. O(units · known units).
 * @example unitNeeds(analyse(push), [], 2)[0]?.why // ['new']
 */
export function unitNeeds(a: Analysis, known: KnownUnits, level: Level): UnitNeed[] {
  const own = signatureOf(a);
  return a.roles.leader.units.map((u, index): UnitNeed => {
    const to = Math.min(u.to, a.end);
    const facts = factsOf(a, u.from, to, level);
    const fresh = known.length === 0 ? 1 : nearestUnit(own, index, known);
    const isNew = fresh > NEW;
    const weight =
      1 +
      ADDS.eighth * facts.eighths +
      (facts.fast ? ADDS.fast : 0) +
      (facts.sameFoot ? ADDS.sameFoot : 0) +
      ADDS.hands * facts.hands +
      ADDS.over * facts.over +
      ADDS.offBeat * facts.offBeat +
      (facts.body ? ADDS.body : 0) +
      (isNew ? ADDS.fresh * Math.min(1, fresh / 0.5) : 0);
    const why: readonly (readonly [NeedCode, boolean])[] = [
      ['new', isNew],
      ['turn', facts.eighths >= 2],
      ['fast-turn', facts.fast],
      ['same-foot', facts.sameFoot],
      ['hands', facts.hands > 0],
      ['over-head', facts.over > 0],
      ['off-beat', facts.offBeat > 0],
      ['body', facts.body],
    ];
    return {
      index,
      from: u.from,
      to,
      first: sayCount(u.from, a.figure.feel),
      last: sayCount(Math.max(u.from, to - TICKS_PER_BEAT), a.figure.feel),
      weight: Math.round(weight * 100) / 100,
      why: why.flatMap(([code, is]) => (is ? [code] : [])),
      kinds: kindsOf(a, u.from, to, facts),
      free: { leader: freeBefore(a, 'leader', index), follower: freeBefore(a, 'follower', index) },
      led: ledIn(a, u.from, to),
      partner: partnerAt(a, u.from),
    };
  });
}

/** How unlike a unit is to the likest of those known, from 0. */
function nearestUnit(own: Signature, index: number, known: KnownUnits): number {
  let least = 1;
  for (const s of known) {
    if (s.unitBeats !== own.unitBeats) continue;
    const n = s.units.length / FIELDS;
    for (let j = 0; j < n && least > 0; j++)
      least = Math.min(least, unitDistance(own.units, index, s.units, j));
  }
  return least;
}

const freeBefore = (a: Analysis, role: Role, index: number): 'L' | 'R' | undefined =>
  index === 0 ? a.roles[role].startFree : a.roles[role].units[index - 1]?.free;

function ledIn(a: Analysis, from: Ticks, to: Ticks): string[] {
  const said = a.words.filter((w) => w.track === 'leads' && w.tick >= from && w.tick < to).map((w) => w.text);
  if (said.length > 0) return said;
  const kinds = a.arms.leads
    .filter((l) => l.tick >= from && l.tick < to)
    .flatMap((l) => l.kinds.map((k) => LEAD_KINDS[k].says));
  return [...new Set(kinds)];
}

/** Where the follower stands and faces, seen from the leader. */
function partnerAt(a: Analysis, tick: Ticks): FormationId | undefined {
  const [l, f] = [a.roles.leader.path, a.roles.follower.path];
  const i = Math.max(0, Math.min(l.x.length - 1, tick - l.from));
  const at = (list: Float64Array): number => list[i] ?? 0;
  const d = toBody(at(l.facing), at(f.x) - at(l.x), at(f.y) - at(l.y));
  return formationAt(d.x, d.y, at(f.facing) - at(l.facing));
}

interface Facts {
  readonly eighths: number;
  readonly fast: boolean;
  readonly sameFoot: boolean;
  readonly hands: number;
  readonly over: number;
  readonly offBeat: number;
  readonly body: boolean;
}
function factsOf(a: Analysis, from: Ticks, to: Ticks, level: Level): Facts {
  const turned = (role: Role): number =>
    a.roles[role].turns
      .filter((t) => t.to > from && t.to <= to)
      .reduce((sum, t) => sum + Math.abs(t.amount), 0);
  const most = Math.max(...ROLES.map(turned));
  const events = a.contacts.events.filter((e) => e.tick >= from && e.tick < to);
  const off = ROLES.map(
    (r) =>
      a.roles[r].actions.filter(
        (w) => w.change && w.tick >= from && w.tick < to && w.tick % TICKS_PER_BEAT !== 0,
      ).length,
  );
  return {
    eighths: Math.round(most / 45),
    fast: turnRate(most / 360, to - from, a.figure.tempo.max) > LEVELS[level].turnRate / 2 && most >= 360,
    sameFoot: a.figure.sameFoot.some(
      (r) => (r.from - 1) * TICKS_PER_BEAT < to - a.start && r.to * TICKS_PER_BEAT > from - a.start,
    ),
    hands:
      events.filter((e) => (e.type === 'take' && !e.starting) || e.type === 'release').length > 0 ? 1 : 0,
    over: Math.min(2, a.arms.passes.filter((p) => p.tick >= from && p.tick < to).length),
    offBeat: Math.max(...off) > 0 ? 1 : 0,
    body: ROLES.some((r) => {
      const t = trunkAt(a.trunks[r], to - 1);
      return (
        t.dip === true || t.drop === true || t.lift === true || t.lean !== undefined || t.bend !== undefined
      );
    }),
  };
}

/** What kinds of unit it is, the most telling first. */
function kindsOf(a: Analysis, from: Ticks, to: Ticks, f: Facts): UnitKind[] {
  const acts = ROLES.flatMap((r) => a.roles[r].actions.filter((w) => w.tick >= from && w.tick < to));
  const has = (...kinds: string[]): boolean => acts.some((w) => kinds.includes(w.action.kind));
  const rhythm = (name: RegExp): boolean =>
    ROLES.some((r) => a.roles[r].units.some((u) => u.from === from && name.test(u.rhythm)));
  const crossed = acts.some((w) => w.change && /cross|behind|front/.test(w.action.direction ?? ''));
  const [l, fo] = ROLES.map((r) => moved(a, r, from, to));
  const rows: readonly (readonly [UnitKind, boolean])[] = [
    ['body', f.body],
    ['spin', f.eighths >= 8],
    ['turn', f.eighths >= 2 && f.eighths < 8],
    ['over-head', f.over > 0],
    ['hand-change', f.hands > 0],
    ['swivel', has('swivel')],
    ['kick', has('kick', 'flick')],
    ['tap', has('tap', 'touch', 'point')],
    ['cross', crossed],
    ['triple', rhythm(/triple/) || f.offBeat > 0],
    ['travel', Math.max(l ?? 0, fo ?? 0) > 0.8],
    ['rock', acts.some((w) => w.action.kind === 'replace')],
    ['hold', !acts.some((w) => w.change)],
    ['close-hold', a.figure.start.formation === 'closed' && f.eighths >= 2],
    ['walk', acts.some((w) => w.change)],
  ];
  return rows.flatMap(([kind, is]) => (is ? [kind] : []));
}
/** How far a dancer gets in it, metres. */
function moved(a: Analysis, role: Role, from: Ticks, to: Ticks): number {
  const { path } = a.roles[role];
  const at = (t: Ticks): number => Math.max(0, Math.min(path.x.length - 1, t - path.from));
  return Math.hypot(
    (path.x[at(to)] ?? 0) - (path.x[at(from)] ?? 0),
    (path.y[at(to)] ?? 0) - (path.y[at(from)] ?? 0),
  );
}

/** Minutes for each unit of so many, by what it asks. @example shareMinutes(needs, 12) */
export function shareMinutes(needs: readonly UnitNeed[], minutes: number): number[] {
  const all = needs.reduce((s, n) => s + n.weight, 0);
  return needs.map((n) => (all === 0 ? 0 : (minutes * n.weight) / all));
}
/** What something asks in all: the sum of its units beyond a plain one. */
export const difficultyOf = (needs: readonly UnitNeed[]): number =>
  Math.round(100 * needs.reduce((s, n) => s + n.weight - 1, 0)) / 100;
