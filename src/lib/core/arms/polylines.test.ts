import { describe, expect, it } from 'vitest';
import { ROLES, seeded, type Hand, type Role } from '../base';
import { apply, stateOfHold, type ArmState, type Over } from './index';

/**
 * An independent check in space, knowing nothing of the model's formula: two strands from the leader's shoulders to
 * the follower's, as polylines. A low turn shears the ring round a body; a hand over the head is lifted above
 * everything and taken once round it. Signed crossings are then counted in the projection from above.
 * Source: two strands form the group of integers (Artin 1947; Kassel & Turaev, Braid Groups).
 */
const SHOULDER = 0.25;
const SIDE_STEP = 20;
/** From the outside of the ring (r = 1) to the shoulder: radius, bearing from the partner's direction, height of the piece that follows. */
type Ring = { r: number; a: number; z: number }[];
interface Strand {
  readonly leader: Hand;
  readonly follower: Hand;
  readonly z: number;
  readonly rings: Record<Role, Ring>;
}
const sign = (h: Hand) => (h === 'R' ? 1 : -1);

function strand(leader: Hand, follower: Hand, z: number): Strand {
  const ring = (h: Hand): Ring => [
    { r: 1, a: SIDE_STEP * sign(h), z },
    { r: SHOULDER, a: 90 * sign(h), z },
  ];
  return { leader, follower, z, rings: { leader: ring(leader), follower: ring(follower) } };
}

function shear(strands: Strand[], role: Role, by: number) {
  for (const s of strands) for (const p of s.rings[role]) p.a += (by * (1 - p.r)) / (1 - SHOULDER);
}
/** Everything round this body moves inwards a little; the strand that goes over makes a full circle outside. */
function over(strands: Strand[], role: Role, arm: Hand, passes: number, z: number) {
  for (const s of strands) {
    const ring = s.rings[role];
    const outer = ring[0]!.a;
    for (const p of ring) p.r = SHOULDER + (p.r - SHOULDER) * 0.9;
    const own = s.leader === arm;
    if (own) for (const p of ring) p.a -= 360 * passes;
    ring.unshift({ r: 1, a: outer, z: own ? z : s.z });
  }
}

type P = { x: number; y: number; z: number };
function polyline(s: Strand): P[] {
  const at = (role: Role, r: number, a: number, z: number): P => {
    const t = (a * Math.PI) / 180;
    return role === 'leader'
      ? { x: r * Math.sin(t), y: r * Math.cos(t), z }
      : { x: -r * Math.sin(t), y: 6 - r * Math.cos(t), z };
  };
  const ring = (role: Role): P[] => [
    at(role, 1, s.rings[role][0]!.a, s.z),
    ...s.rings[role].flatMap((p, i, all) => {
      const q = all[i + 1];
      if (!q) return [at(role, p.r, p.a, s.z)];
      const n = Math.max(1, Math.ceil(Math.abs(q.a - p.a) / 7));
      return Array.from({ length: n }, (_, k) =>
        at(role, p.r + ((q.r - p.r) * k) / n, p.a + ((q.a - p.a) * k) / n, p.z),
      );
    }),
  ];
  return [...ring('leader').toReversed(), ...ring('follower')];
}

function signedCrossings(a: P[], b: P[]): number {
  let sum = 0;
  for (let i = 0; i + 1 < a.length; i++) {
    for (let j = 0; j + 1 < b.length; j++) {
      const [p, q, u, v] = [a[i]!, a[i + 1]!, b[j]!, b[j + 1]!];
      const d = { x: q.x - p.x, y: q.y - p.y };
      const e = { x: v.x - u.x, y: v.y - u.y };
      const cross = d.x * e.y - d.y * e.x;
      if (Math.abs(cross) < 1e-14) continue;
      const t = ((u.x - p.x) * e.y - (u.y - p.y) * e.x) / cross;
      const k = ((u.x - p.x) * d.y - (u.y - p.y) * d.x) / cross;
      if (t < 0 || t >= 1 || k < 0 || k >= 1) continue;
      const za = Math.max(p.z, q.z);
      const zb = Math.max(u.z, v.z);
      sum += za > zb ? Math.sign(cross) : -Math.sign(cross);
    }
  }
  return sum;
}

describe('crossings counted on polylines in space', () => {
  it.each(['two-hand', 'crossed', 'crossed-left'] as const)(
    'agree with the model over 200 random turn sequences from %s',
    (hold) => {
      const random = seeded(hold.length * 7919);
      const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
      let compared = 0;
      for (let round = 0; round < 200; round++) {
        let state: ArmState = stateOfHold(hold);
        const top = hold === 'crossed-left' ? 'L' : 'R';
        const strands = state.arms.map((a) => strand(a.leader, a.follower, a.leader === top ? 2 : 1));
        let height = 100;
        for (let step = 0; step < 7; step++) {
          const role = pick(ROLES);
          const by = pick([180, -180, 90, -90, 360]);
          const passes = Math.sign(by) * Math.max(1, Math.round(Math.abs(by) / 360));
          const going = state.arms.filter(() => random() < 0.5).map((a) => a.leader);
          const overs: Over[] = going.map((arm) => ({ arm, role, passes }));
          const next = apply(state, {
            type: 'turn',
            by: { leader: 0, follower: 0, [role]: by },
            over: overs,
          });
          if (!next.ok) continue;
          shear(strands, role, by);
          for (const o of overs) over(strands, role, o.arm, o.passes, (height += 1));
          state = next.value;
          const [a, b] = strands.map(polyline);
          expect(signedCrossings(a!, b!)).toBe(state.crossing);
          for (const s of strands)
            for (const r of ROLES) {
              const ring = s.rings[r];
              const left = ring[0]!.a - (ring.at(-1)!.a - 90 * sign(s[r]));
              const arm = state.arms.find((x) => x.leader === s.leader)!;
              expect(left - SIDE_STEP * sign(s[r])).toBeCloseTo(arm.w[r], 6);
            }
          compared++;
        }
      }
      expect(compared).toBeGreaterThan(500);
    },
  );
});
