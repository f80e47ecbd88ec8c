import { ROLES, TICKS_PER_BEAT, type Foot, type Role, type Ticks } from '../base';
import { joinedAt, trunkAt, type Analysis, type Trunk } from '../analysis';
import { DIRECTION_NAMES, FEELS, HEAD_PLACE_NAMES, KINDS, LEAN_NAMES } from '../vocabulary';

/** Half beats in the longest unit, a bar of three. */
const SLOTS = 6;
/**
 * For each role: what the feet do on each half beat, the free foot at the end, the turn in eighths, head and upper body at
 * the end; then the hold.
 */
export const PER_ROLE = SLOTS + 3;
export const FIELDS = 2 * PER_ROLE + 1;
export const at = (role: Role, field: number): number => (role === 'leader' ? 0 : PER_ROLE) + field;
export const FREE = SLOTS;
export const TURN = SLOTS + 1;
export const TRUNK = SLOTS + 2;
export const HOLD = 2 * PER_ROLE;
export { SLOTS };

/**
 * What is compared of a figure: for each unit {@link FIELDS} small numbers. A slot holds 0 for nothing, 1 for a
 * gesture, from 2 on a step in a direction.
 */
export interface Signature {
  readonly id: string;
  readonly unitBeats: number;
  readonly units: Int8Array;
}

/** @example signatureOf(analyse(figure)).units.length / FIELDS // units of the figure */
export function signatureOf(a: Analysis): Signature {
  const n = a.roles.leader.units.length;
  const units = new Int8Array(n * FIELDS);
  for (const role of ROLES) {
    for (const w of a.roles[role].actions) {
      const unit = Math.floor((w.tick - a.start) / (a.unitBeats * TICKS_PER_BEAT));
      if (unit < 0 || unit >= n) continue;
      const base = unit * FIELDS;
      const slot = at(role, slotOf(w.tick - a.start - unit * a.unitBeats * TICKS_PER_BEAT, a));
      const { weight } = KINDS[w.action.kind];
      const taken = weight === 'takes' || weight === 'same' || weight === 'both';
      if (taken) units[base + slot] = 2 + DIRECTION_NAMES.indexOf(w.action.direction ?? 'place');
      else if (weight === 'free') units[base + slot] = 1;
      const turn = (w.action.turn ?? 0) + (w.action.then ?? 0);
      units[base + at(role, TURN)] = (units[base + at(role, TURN)] ?? 0) + Math.round(turn / 45);
    }
    a.roles[role].units.slice(0, n).forEach((u, i) => {
      units[i * FIELDS + at(role, FREE)] = footCode(u.free);
      units[i * FIELDS + at(role, TRUNK)] = trunkCode(trunkAt(a.trunks[role], u.to - 1));
    });
  }
  for (let i = 0; i < n; i++)
    units[i * FIELDS + HOLD] = holdCode(a, a.start + i * a.unitBeats * TICKS_PER_BEAT);
  return { id: a.figure.id, unitBeats: a.unitBeats, units };
}

/** Where the head looks in the ones, what the upper body does in the tens. */
function trunkCode(t: Trunk): number {
  const head = t.head ? 1 + HEAD_PLACE_NAMES.indexOf(t.head) : 0;
  const lean = t.lean === undefined ? 0 : t.lean === 'any' ? 1 : 1 + LEAN_NAMES.indexOf(t.lean);
  const body =
    t.dip || t.drop || t.lift ? 9 : lean > 0 ? lean : t.sway ? 8 : t.bend ? 7 : t.twist !== 0 ? 10 : 0;
  return head + 10 * body;
}

const footCode = (foot: Foot | undefined): number => (foot === 'L' ? 1 : foot === 'R' ? 2 : 0);

function slotOf(tick: Ticks, a: Analysis): number {
  const beat = Math.floor(tick / TICKS_PER_BEAT);
  const late = tick - beat * TICKS_PER_BEAT >= Math.min(6, FEELS[a.figure.feel].ticks['&']);
  return Math.min(SLOTS - 1, 2 * beat + (late ? 1 : 0));
}

/** Which hands are joined at the end of a unit: a bit for each pair, one for a hand on the body; then hands gone over heads. */
function holdCode(a: Analysis, from: Ticks): number {
  const to = from + a.unitBeats * TICKS_PER_BEAT;
  const tick = to - 1;
  const over = a.arms.passes.filter((p) => p.tick >= from && p.tick < to).length;
  let code = Math.min(3, over) << 5;
  for (const h of joinedAt(a.arms, tick))
    code |= 1 << ((h.leader === 'L' ? 0 : 2) + (h.follower === 'L' ? 0 : 1));
  return a.arms.rests.some((r) => r.from <= tick && tick < r.to) ? code | 16 : code;
}
