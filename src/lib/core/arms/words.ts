import { ROLES, otherFoot, otherRole, type Degrees, type Hand, type Role } from '../base';
import { REST_HOWS } from '../vocabulary';
import { crossingsOf, reversed } from './crossings';
import { armOf, asRight, eachEnd, quarters, type Arm, type ArmState, type Both } from './state';

/** Plain words for what a state of the arms is made of. */

export const SIDE = { L: 'left', R: 'right' } as const;
export const armWords = (a: Pick<Arm, 'leader' | 'follower'>): string =>
  `${SIDE[a.leader]} to ${SIDE[a.follower]}`;
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
export const listed = (parts: readonly string[]): string =>
  parts.length < 2 ? parts.join('') : `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)}`;

export const restHow = (how: keyof typeof REST_HOWS): string => REST_HOWS[how].says;

export function holdWords(s: ArmState): string {
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
export const faces = (role: Role, phi: Degrees): string => FACES[String(phi || 0)]?.(role) ?? '';

export function positionWords(s: ArmState): string {
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
    case 0:
      return undefined;
    default:
      return 'further round than an arm goes';
  }
}

export const placeWords = (s: ArmState): string[] =>
  eachEnd(s).flatMap(({ role, hand, w }) => {
    const place = placeOf(hand, w);
    return place ? [`the ${role}’s ${SIDE[hand]} arm goes ${place}`] : [];
  });

export const behindWords = (s: ArmState): string[] =>
  eachEnd(s).flatMap(({ role, hand, w }) =>
    asRight(hand, w) > 180 ? [`the ${role}’s ${SIDE[hand]} arm is behind the ${role}’s back`] : [],
  );

export const freeWords = (free: Both<readonly Hand[]>): string => {
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

export function crossingWords(s: ArmState): string[] {
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

export const oftenWords = (crossing: number): string[] =>
  crossing === 0 ? [] : [`${crossing > 0 ? 'left' : 'right'} over${Math.abs(crossing) > 1 ? ' twice' : ''}`];
