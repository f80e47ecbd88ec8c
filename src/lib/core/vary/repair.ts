import {
  ROLES,
  TICKS_PER_BEAT,
  fail,
  ok,
  otherFoot,
  otherRole,
  type Foot,
  type Result,
  type Role,
  type Ticks,
} from '../base';
import { analyse, freeAt, rhythmUnits, type Analysis, type Heights, type RhythmName } from '../analysis';
import { applyEdits, changeBetween, type CountRange, type Figure, type FigureEdit } from '../figure';
import { check, keyOf, parityRepairs, type RemedyCode } from '../findings';
import { placeOf } from './score';
import type { Proposal, VaryFailure, Variation } from './types';

/** One smallest change that puts a foot right, and what it does to the unit it lies in. */
export interface Repair extends Proposal {
  readonly role: Role;
  readonly code: RemedyCode;
  /** The count it changes. */
  readonly tick: Ticks;
  readonly was: RhythmName;
  readonly becomes: RhythmName;
  /** It changes a step made under a turn. */
  readonly underTurn: boolean;
  /** It steps where the partner steps, or waits where the partner waits. */
  readonly withPartner: boolean;
}

/**
 * Every smallest repair of a role between two ticks (`to` not included) after which `want` is free at `to`, best
 * first: those that leave the partner undisturbed, then those not under a turn, then the later ones. One weight
 * change more or fewer is always enough, so each repair changes one step. Empty when the foot is right already.
 * Repairs that would bring something that cannot be danced are left out. Cost: an analysis for each candidate.
 * @example repairs(analyse(figure), 'follower', 48, 72, 'R').map((r) => r.code)
 */
export function repairs(
  a: Analysis,
  role: Role,
  from: Ticks,
  to: Ticks,
  want: Foot,
  heights?: Heights,
): Repair[] {
  if (freeBefore(a, role, to) === want) return [];
  const known = new Set(wrongKeys(a));
  const found: Repair[] = [];
  for (const offer of parityRepairs(a, role, from, to)) {
    const tick = tickSaid(a, role, offer.remedy.edits[0], from);
    const after = withLooseFeet(a, role, offer.remedy.edits, tick, heights);
    if (!after) continue;
    const result = after.figure;
    if (freeBefore(after, role, to) !== want) continue;
    if (wrongKeys(after).some((k) => !known.has(k))) continue;
    const place = placeOf(tick, a.figure.feel);
    found.push({
      variation: { type: 'repair', whose: role, code: offer.remedy.code, at: place },
      change: changeBetween(a.figure, result),
      result,
      mends: [],
      role,
      code: offer.remedy.code,
      tick,
      was: rhythmAt(a, role, tick),
      becomes: rhythmAt(after, role, tick),
      underTurn: offer.underTurn,
      withPartner: offer.withPartner,
    });
  }
  return found;
}

const wrongKeys = (a: Analysis): string[] =>
  check(a)
    .filter((f) => f.severity === 'wrong')
    .map(keyOf);

/** The foot free just before a tick. */
const freeBefore = (a: Analysis, role: Role, tick: Ticks): Foot | undefined =>
  freeAt(a.roles[role].actions, a.roles[role].startFree, tick - 1);

function tickSaid(a: Analysis, role: Role, edit: FigureEdit | undefined, otherwise: Ticks): Ticks {
  if (edit?.type === 'insert') return edit.tick;
  if (edit?.type !== 'set-action' && edit?.type !== 'delete') return otherwise;
  const { at } = edit;
  const w = a.roles[role].actions.find(
    (x) => x.ref.line === at.line && x.ref.item === at.item && x.ref.step === at.step,
  );
  return w?.tick ?? otherwise;
}

/** Feet named after the repair are left to alternation, where they would now be the standing foot. */
function withLooseFeet(
  a: Analysis,
  role: Role,
  edits: readonly FigureEdit[],
  tick: Ticks,
  heights?: Heights,
): Analysis | undefined {
  const done = applyEdits(a.figure, edits);
  if (!done.ok) return undefined;
  let now = analyse(done.value, heights);
  for (let i = 0; i < 64; i++) {
    const off = now.roles[role].actions.find((w) => w.tick > tick && w.said && w.fault);
    if (!off) return now;
    const next = applyEdits(now.figure, [
      { type: 'set-action', role, at: off.ref, patch: { foot: undefined } },
    ]);
    if (!next.ok) return now;
    now = analyse(next.value, heights);
  }
  return now;
}

function rhythmAt(a: Analysis, role: Role, tick: Ticks): RhythmName {
  const { actions, startFree } = a.roles[role];
  const size = a.unitBeats * TICKS_PER_BEAT;
  const from = a.start + Math.floor((tick - a.start) / size) * size;
  const before = actions.filter((w) => w.tick >= from && w.tick < from + size);
  return rhythmUnits(before, startFree, from, from + size, a.unitBeats)[0]?.rhythm ?? 'rest';
}

/** Repairs of one role, anywhere in the figure, after which it ends on the other foot; the ending of both is noted. */
export function otherEnding(a: Analysis, role: Role, heights?: Heights): Repair[] {
  const now = a.roles[role].endFree;
  if (!now) return [];
  const partner = a.roles[otherRole(role)].endFree;
  const end = endWith(endWith(a.figure.end, role, otherFoot(now)), otherRole(role), partner);
  return declared(a, { end }, role, a.start, a.end, otherFoot(now), heights);
}

/**
 * Puts both on the same foot from a tick to the end: repairs of one role in the unit that ends there, and the counts
 * after it declared as meant.
 */
export function sameFootFrom(a: Analysis, tick: Ticks, heights?: Heights): Repair[] {
  const from = Math.max(a.start, tick - a.unitBeats * TICKS_PER_BEAT);
  const range: CountRange = {
    from: tick / TICKS_PER_BEAT + 1,
    to: Math.max(tick / TICKS_PER_BEAT + 1, a.end / TICKS_PER_BEAT),
  };
  return ROLES.flatMap((role) => {
    const want = freeBefore(a, otherRole(role), tick);
    if (!want || freeBefore(a, role, tick) === want) return [];
    const unit: CountRange = { from: from / TICKS_PER_BEAT + 1, to: range.to };
    const end = a.roles[role].endFree;
    const declares: Declared = {
      sameFoot: [...a.figure.sameFoot, unit],
      end: end ? endWith(a.figure.end, role, otherFoot(end)) : a.figure.end,
    };
    return declared(a, declares, role, from, tick, want, heights);
  });
}

const endWith = (end: Figure['end'], role: Role, foot: Foot | undefined): Figure['end'] =>
  foot === undefined ? end : { ...end, [role === 'leader' ? 'leaderFree' : 'followerFree']: foot };

type Declared = Partial<Pick<Figure, 'end' | 'sameFoot'>>;

/** Repairs of a figure with something noted as meant; their change is from the figure as it was. */
function declared(
  a: Analysis,
  declares: Declared,
  role: Role,
  from: Ticks,
  to: Ticks,
  want: Foot,
  heights?: Heights,
): Repair[] {
  const noted = analyse({ ...a.figure, ...declares }, heights);
  return repairs(noted, role, from, to, want, heights).map((r) => ({
    ...r,
    variation: { type: 'repair', whose: role, code: r.code, at: placeOf(r.tick, a.figure.feel), declares },
    change: changeBetween(a.figure, r.result),
  }));
}

/** The repair a value names, made again. */
export function repairAt(
  figure: Figure,
  { whose, code, at, declares }: Extract<Variation, { type: 'repair' }>,
): Result<Figure, VaryFailure> {
  const a = analyse({ ...figure, ...declares });
  for (const { remedy } of parityRepairs(a, whose, a.start, a.end)) {
    const tick = tickSaid(a, whose, remedy.edits[0], -1);
    if (remedy.code !== code || placeOf(tick, figure.feel) !== at) continue;
    const after = withLooseFeet(a, whose, remedy.edits, tick);
    if (after) return ok(after.figure);
  }
  return fail('no-such-place');
}
