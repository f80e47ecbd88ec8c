import { ROLES, otherFoot, otherRole, type Degrees, type Hand, type Role } from '../base';
import { ARM_PLACES, BODY_PARTS, REST_HOWS } from '../vocabulary';
import { crossingsOf, lead, reversed } from './crossings';
import {
  armOf,
  asRight,
  eachEnd,
  freeHands,
  pairingOf,
  quarters,
  type Arm,
  type ArmState,
  type Both,
} from './state';

/** What a state of the arms is called and how it looks, all computed from the state. */
export interface ArmName {
  /** The trade's name; undefined where it has none. */
  readonly trade: string | undefined;
  /** The trade's name, or a short plain one. */
  readonly title: string;
  /** Everything, in plain words; different for every state. */
  readonly sentence: string;
  /** Which arm is on top at each crossing, from the leader's end to the follower's. */
  readonly crossings: readonly string[];
  /** What is behind whose back. */
  readonly behind: readonly string[];
  readonly free: Both<readonly Hand[]>;
}

const SIDE = { L: 'left', R: 'right' } as const;
const sideWord = (h: Hand): string => SIDE[h];
export const armWords = (a: Pick<Arm, 'leader' | 'follower'>): string =>
  `${SIDE[a.leader]} to ${SIDE[a.follower]}`;
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
const listed = (parts: readonly string[]): string =>
  parts.length < 2 ? parts.join('') : `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)}`;

/**
 * Names a state. Quarter facings are rounded; heights and grips do not change the name.
 * @example nameOf(state).title // 'Hammerlock, follower’s left arm'
 */
export function nameOf(s: ArmState): ArmName {
  const trade = tradeName(s);
  const crossings = crossingWords(s);
  const behind = behindWords(s);
  const free = { leader: freeHands(s, 'leader'), follower: freeHands(s, 'follower') };
  const title = trade ?? plainTitle(s);
  const parts = [
    holdWords(s),
    positionWords(s),
    ...placeWords(s),
    ...crossings,
    ...s.rests.map(
      (r) =>
        `the ${r.role}’s ${SIDE[r.hand]} hand is ${restHow(r.how)} the ${otherRole(r.role)}’s ${BODY_PARTS[r.on].says}`,
    ),
    ...s.arms
      .filter((a) => a.at !== 'hand')
      .map((a) => `the leader’s ${SIDE[a.leader]} hand is on the ${ARM_PLACES[a.at].says}`),
    freeWords(free),
  ].filter((p) => p !== '');
  return { trade, title, sentence: `${parts.map(capital).join('. ')}.`, crossings, behind, free };
}

const restHow = (how: keyof typeof REST_HOWS): string => REST_HOWS[how].says;

function holdWords(s: ArmState): string {
  if (s.arms.length === 0) return s.rests.length > 0 ? 'no hands joined' : 'no hold';
  const words = s.arms.map(armWords);
  return s.arms.length === 2
    ? `two hands, ${listed(words)}`
    : `one hand, leader’s ${SIDE[s.arms[0]?.leader ?? 'L']} to follower’s ${SIDE[s.arms[0]?.follower ?? 'L']}`;
}

const FACES: Readonly<Record<string, (role: Role) => string>> = {
  '0': (r) => `the ${r} faces the ${otherRole(r)}`,
  '180': (r) => `the ${r} has the back to the ${otherRole(r)}`,
  '90': (r) => `the ${r} has the left side to the ${otherRole(r)}`,
  '-90': (r) => `the ${r} has the right side to the ${otherRole(r)}`,
};
const faces = (role: Role, phi: Degrees): string => FACES[String(phi || 0)]?.(role) ?? '';

function positionWords(s: ArmState): string {
  const q = quarters(s);
  return positionName(q) ?? `${faces('leader', q.leader)}, ${faces('follower', q.follower)}`;
}

const POSITIONS: Readonly<Record<string, string>> = {
  '0 0': 'facing',
  '0 180': 'the follower in front, back to the leader',
  '180 0': 'the leader in front, back to the follower',
  '180 180': 'back to back',
  '-90 90': 'side by side, the follower on the leader’s right',
  '90 -90': 'side by side, the follower on the leader’s left',
  '-90 -90': 'right side to right side',
  '90 90': 'left side to left side',
};
/** How the partners stand, in words; undefined for the in-between ones. */
export const positionName = (q: Both<Degrees>): string | undefined =>
  POSITIONS[`${q.leader || 0} ${q.follower || 0}`];

/** Where one arm lies on its own body; undefined where it simply reaches out to the partner. */
export function placeOf(hand: Hand, w: Degrees): string | undefined {
  const own = SIDE[hand];
  const other = SIDE[otherFoot(hand)];
  switch (Math.round(asRight(hand, w) / 90) * 90) {
    case -270:
      return `right across the front and past the ${other} side`;
    case -180:
      return `across the front, round the ${other} side`;
    case -90:
      return 'across the front';
    case 90:
      return `out at the ${own} side`;
    case 180:
      return `back past the ${own} shoulder`;
    case 270:
      return `behind the back`;
    case 360:
      return `behind the back, round the ${other} side`;
    default:
      return undefined;
  }
}

const placeWords = (s: ArmState): string[] =>
  eachEnd(s).flatMap(({ role, hand, w }) => {
    const place = placeOf(hand, w);
    return place ? [`the ${role}’s ${SIDE[hand]} arm goes ${place}`] : [];
  });

const behindWords = (s: ArmState): string[] =>
  eachEnd(s).flatMap(({ role, hand, w }) =>
    asRight(hand, w) > 180 ? [`the ${role}’s ${SIDE[hand]} arm is behind the ${role}’s back`] : [],
  );

const freeWords = (free: Both<readonly Hand[]>): string => {
  const words = ROLES.flatMap((r) => free[r].map((h) => `the ${r}’s ${SIDE[h]}`));
  return words.length > 0 ? `free: ${listed(words)}` : '';
};

/** The arm (by the leader's hand) on top at each crossing between the partners, from the leader's end. */
export function topsBetween(s: ArmState): Hand[] {
  const { between } = crossingsOf(s);
  const onLeft: Hand = reversed(s, 'leader') ? 'R' : 'L';
  return Array.from({ length: Math.abs(between) }, (_, i) => {
    const left = i % 2 === 0 ? onLeft : otherFoot(onLeft);
    return between > 0 ? left : otherFoot(left);
  });
}

/** The own arm of a dancer that lies outside where both cross on the body; undefined where they do not. */
export function outerAt(s: ArmState, role: Role): Hand | undefined {
  const { where, sign } = crossingsOf(s).at[role];
  if (where === undefined) return undefined;
  return (where === 'front') === sign < 0 ? 'R' : 'L';
}

function crossingWords(s: ArmState): string[] {
  if (s.arms.length < 2) return [];
  const x = crossingsOf(s);
  const atBody = (role: Role): string[] => {
    const { where } = x.at[role];
    if (where === undefined) return [];
    const place = where === 'front' ? 'in front of' : 'behind';
    if (x.cancels) return [`the arms cross ${place} the ${role}`];
    const outer = outerAt(s, role) ?? 'R';
    return [
      `${place} the ${role} the own ${SIDE[outer]} arm lies outside, the ${SIDE[otherFoot(outer)]} against the body`,
    ];
  };
  return [...atBody('leader'), ...betweenWords(s, x.cancels), ...atBody('follower')];
}

function betweenWords(s: ArmState, cancels: boolean): string[] {
  const tops = topsBetween(s);
  if (tops.length === 0) return cancels ? ['the two crossings cancel'] : [];
  if (cancels) return ['once more between you, the other way'];
  const name = (h: Hand): string => `the leader’s ${SIDE[h]}`;
  const [first, second] = tops;
  if (first === undefined) return [];
  if (second === undefined) return [`crossed once between you, ${name(first)} arm on top`];
  const own = armOf(s, 'leader', second)?.follower ?? 'L';
  const ends = `${name(first)} on top at the leader’s end, the follower’s ${SIDE[own]} at the follower’s`;
  return [
    tops.length === 2
      ? `crossed twice between you, ${ends}`
      : `crossed ${tops.length} times between you, ${name(first)} first on top`,
  ];
}

/** Hands, position, where each arm lies that does not simply reach out, and the crossing. */
function plainTitle(s: ArmState): string {
  const first = s.arms[0];
  const two = s.arms.length === 2;
  const hands = two
    ? pairingOf(s.arms) === 'same'
      ? 'Crossed hands'
      : 'Two hands'
    : capital(first ? armWords(first) : 'no hold');
  const position = positionName(quarters(s)) ?? POSITION_BETWEEN(quarters(s));
  const places = ROLES.flatMap((role) => {
    const bits = s.arms.flatMap((a) => shortPlace(a[role], a.w[role]));
    return bits.length > 0 ? [`${role}’s ${listed(bits)}`] : [];
  });
  return [hands, position, ...places, ...(two ? oftenWords(s.crossing) : [])].join(', ');
}

const POSITION_BETWEEN = (q: Both<Degrees>): string =>
  `${faces('leader', q.leader)}, ${faces('follower', q.follower)}`;

const shortPlace = (hand: Hand, w: Degrees): string[] => {
  const v = Math.round(asRight(hand, w) / 90);
  if (v === 0) return [];
  const where = v > 2 ? 'behind' : v > 0 ? 'outside' : v < -2 ? 'far across' : 'across';
  return [`${SIDE[hand]} ${where}`];
};

const oftenWords = (crossing: number): string[] =>
  crossing === 0 ? [] : [`${crossing > 0 ? 'left' : 'right'} over${Math.abs(crossing) > 1 ? ' twice' : ''}`];

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

function tradeName(s: ArmState): string | undefined {
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
    return `Halo, ${sideWord(rest.find((r) => r.on === 'neck')?.hand ?? 'L')} hand on the neck`;
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

/** How many of a state's arms are further round a body than is easy. */
export const tightness = (s: ArmState): number =>
  eachEnd(s).filter(({ hand, w }) => Math.abs(asRight(hand, w)) > 180).length +
  Math.abs(lead(s, 'leader') === 2 ? 1 : 0);
