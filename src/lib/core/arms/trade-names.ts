import { ROLES, otherFoot, otherRole, type Degrees, type Hand, type Role } from '../base';
import { BODY_PARTS } from '../vocabulary';
import { armOf, asRight, eachEnd, inRange, pairingOf, quarters, type ArmState, type Both } from './state';
import { SIDE, armWords, listed, oftenWords, outerAt, positionName, topsBetween } from './words';

/** The trade's names of holds, worked out from where the arms lie. */

/** How a dancer's pair of arms lies: by where each leaves, seen as from a right hand. */
type Shape =
  | 'open'
  | 'wrapped'
  | 'back'
  | 'right-front'
  | 'left-front'
  | 'hammer-L'
  | 'hammer-R'
  | 'hammer-both'
  | 'cradled'
  | 'other';

function shapeOf(s: ArmState, role: Role): Shape {
  const right = armOf(s, role, 'R');
  const left = armOf(s, role, 'L');
  if (!right || !left) return 'other';
  const v = `${Math.round(asRight('R', right.w[role]) / 90)} ${Math.round(asRight('L', left.w[role]) / 90)}`;
  const SHAPES: Readonly<Record<string, Shape>> = {
    '0 0': 'open',
    '1 -1': 'open',
    '-1 1': 'open',
    '-2 -2': 'wrapped',
    '2 2': 'back',
    '-2 2': 'right-front',
    '2 -2': 'left-front',
    '0 4': 'hammer-L',
    '4 0': 'hammer-R',
    '4 4': 'hammer-both',
    '-1 -3': 'cradled',
    '-3 -1': 'cradled',
  };
  return SHAPES[v] ?? 'other';
}

export function tradeName(s: ArmState): string | undefined {
  const locked = eachEnd(s).find(({ hand, w }) => !inRange(hand, Math.round(w / 90) * 90));
  if (locked) return `Locked, ${locked.role}’s ${SIDE[locked.hand]} arm`;
  const q = quarters(s);
  const blocks = s.rests
    .filter((r) => r.how === 'block')
    .map((r) => `, blocked at the ${BODY_PARTS[r.on].says}`);
  const name = bodyName(s, q) ?? (s.arms.length === 2 ? pairName(s, q) : oneName(s, q));
  return name === undefined ? undefined : name + (blocks[0] ?? '');
}

/** Holds that a hand on the body makes. */
function bodyName(s: ArmState, q: Both<Degrees>): string | undefined {
  const rest = s.rests.filter((r) => r.how !== 'block');
  if (rest.some((r) => r.on === 'neck'))
    return `Halo, ${SIDE[rest.find((r) => r.on === 'neck')?.hand ?? 'L']} hand on the neck`;
  const back = rest.find(
    (r) => r.role === 'leader' && (r.on === 'shoulder-blade' || r.on === 'back' || r.on === 'waist'),
  );
  if (!back) return undefined;
  const position = `${q.leader} ${q.follower}`;
  const held = s.arms.length === 1 ? '' : ', no hand held';
  if (position === '0 0') return `Closed hold${held}`;
  if (q.leader === 0 && Math.abs(q.follower) === 90) return `Promenade${held}`;
  if (position === '-90 90' || position === '90 -90')
    return `Side by side, arm round the ${BODY_PARTS[back.on].says}`;
  if (position === '0 180') return `Tandem, hand on the ${BODY_PARTS[back.on].says}`;
  return undefined;
}

const ONE: Readonly<Record<string, string>> = {
  LR: 'Open hold, left to right',
  RL: 'Open hold, right to left',
  RR: 'Handshake',
  LL: 'Left-hand handshake',
};

function oneName(s: ArmState, q: Both<Degrees>): string | undefined {
  const arm = s.arms[0];
  if (!arm) return s.rests.length === 0 ? noHold(q) : undefined;
  const base = ONE[`${arm.leader}${arm.follower}`];
  const v = { leader: asRight(arm.leader, arm.w.leader), follower: asRight(arm.follower, arm.w.follower) };
  const behind = ROLES.filter((r) => v[r] >= 270);
  const where = behind.map((r) => `behind the ${r}’s back`);
  const position = `${q.leader || 0} ${q.follower || 0}`;
  if (position === '0 0') return where.length > 0 ? `${base}, ${listed(where)}` : base;
  if (Math.abs(v.leader) <= 100 && Math.abs(v.follower) <= 100) return besides(base ?? '', q);
  if (arm.leader === arm.follower && position === '0 180' && v.follower === 180 && v.leader === 0)
    return `Shadow, ${armWords(arm)}`;
  if (arm.leader === arm.follower && position === '180 0' && v.leader === 180 && v.follower === 0)
    return `Shadow, ${armWords(arm)}, leader in front`;
  return undefined;
}

/** A hold that only stretches out to the side keeps its name. */
function besides(name: string, q: Both<Degrees>): string {
  const place = positionName(q);
  return place?.startsWith('side by side') ? `${name}, ${place.replace(', the', ',')}` : name;
}

const noHold = (q: Both<Degrees>): string => {
  const place = positionName(q);
  return place === undefined || place === 'facing' ? 'No hold' : `No hold, ${place}`;
};

function pairName(s: ArmState, q: Both<Degrees>): string | undefined {
  const shapes = { leader: shapeOf(s, 'leader'), follower: shapeOf(s, 'follower') };
  const same = pairingOf(s.arms) === 'same';
  if (shapes.leader === 'open' && shapes.follower === 'open') return openName(s, q, same);
  for (const role of ROLES) {
    const other = otherRole(role);
    if (shapes[other] !== 'open' || (q[other] !== 0 && shapes[role] !== 'cradled')) continue;
    return turnedName(s, role, shapes[role], same, q);
  }
  if (q.leader === 180 && q.follower === 180 && shapes.leader === 'back' && shapes.follower === 'back')
    return `Back to back, arms at the sides${often(s.crossing)}`;
  if (shapes.leader.startsWith('hammer') && shapes.follower.startsWith('hammer')) return doubleHammer(s);
  return undefined;
}

function doubleHammer(s: ArmState): string {
  const behind = (role: Role): string => {
    const hands = s.arms.filter((a) => behindIt(a[role], a.w[role])).map((a) => SIDE[a[role]]);
    return `${role}’s ${hands.length === 2 ? 'both' : (hands[0] ?? '')}`;
  };
  const kind = pairingOf(s.arms) === 'same' ? ', crossed hands' : '';
  return `Double hammerlock, ${behind('leader')} and ${behind('follower')}${kind}${often(s.crossing)}`;
}
const behindIt = (hand: Hand, w: Degrees): boolean => asRight(hand, w) > 180;

/** Said where the crossing is not the one that comes by itself. */
const often = (crossing: number, natural = 0): string =>
  crossing === natural ? '' : `, ${oftenWords(crossing)[0] ?? 'uncrossed'}`;

function openName(s: ArmState, q: Both<Degrees>, same: boolean): string | undefined {
  const position = `${q.leader || 0} ${q.follower || 0}`;
  const tops = topsBetween(s);
  const top = SIDE[tops[0] ?? 'L'];
  if (position === '0 0') {
    if (same) return `Crossed hands, ${top} on top`;
    return s.crossing === 0 ? 'Two-hand hold' : `Double cross, ${top} on top`;
  }
  const place = positionName(q);
  const name = same ? 'Crossed hands' : s.crossing === 0 ? 'Two-hand hold' : `Double cross, ${top} on top`;
  return place === undefined ? name : `${name}, ${place.replace(', the', ',')}`;
}

function turnedName(
  s: ArmState,
  role: Role,
  shape: Shape,
  same: boolean,
  q: Both<Degrees>,
): string | undefined {
  const who = role === 'follower' ? '' : ', leader in front';
  switch (shape) {
    case 'hammer-L':
    case 'hammer-R': {
      const hand: Hand = shape === 'hammer-L' ? 'L' : 'R';
      const natural = same ? 0 : hand === 'L' ? 1 : -1;
      return `Hammerlock, ${role}’s ${SIDE[hand]} arm${same ? ', crossed hands' : ''}${often(s.crossing, natural)}`;
    }
    case 'hammer-both':
      return `Hammerlock, both ${role}’s arms${same ? ', crossed hands' : ''}${often(s.crossing)}`;
    case 'wrapped':
    case 'cradled': {
      const name = shape === 'cradled' ? 'Cradle' : 'Wrap';
      if (same) return `${name}, crossed hands${who}${often(s.crossing)}`;
      const outer = outerAt(s, role) ?? 'R';
      const inner = armOf(s, role, otherFoot(outer))?.[otherRole(role)] ?? 'R';
      const place =
        shape === 'cradled' ? `, ${positionName(q)?.endsWith('right') ? 'right' : 'left'} side` : '';
      return `${name} into the ${otherRole(role)}’s ${SIDE[inner]} arm${place}`;
    }
    case 'back':
      if (same) return `Shadow, sweetheart hold${who}${often(s.crossing)}`;
      return `Tandem, arms crossed behind the ${role}, ${SIDE[topsBetween(s)[0] ?? 'L']} on top`;
    case 'right-front':
    case 'left-front':
      return `Half wrap, ${role}’s ${shape === 'right-front' ? 'right' : 'left'} arm across${same ? ', crossed hands' : ''}${often(s.crossing)}`;
    default:
      return undefined;
  }
}
