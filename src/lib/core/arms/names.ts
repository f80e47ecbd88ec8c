import { ROLES, otherRole, type Degrees, type Hand } from '../base';
import { ARM_PLACES, BODY_PARTS } from '../vocabulary';
import { lead } from './crossings';
import { asRight, eachEnd, freeHands, pairingOf, quarters, type ArmState, type Both } from './state';
import { tradeName } from './trade-names';
import {
  SIDE,
  armWords,
  behindWords,
  capital,
  crossingWords,
  faces,
  freeWords,
  holdWords,
  listed,
  oftenWords,
  placeWords,
  positionName,
  positionWords,
  restHow,
} from './words';

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

/** Hands, position, where each arm lies that does not simply reach out, and the crossing. */
function plainTitle(s: ArmState): string {
  const first = s.arms[0];
  const two = s.arms.length === 2;
  const hands = two
    ? pairingOf(s.arms) === 'same'
      ? 'Crossed hands'
      : 'Two hands'
    : capital(first ? armWords(first) : 'no hold');
  const position = positionName(quarters(s)) ?? positionBetween(quarters(s));
  const places = ROLES.flatMap((role) => {
    const bits = s.arms.flatMap((a) => shortPlace(a[role], a.w[role]));
    return bits.length > 0 ? [`${role}’s ${listed(bits)}`] : [];
  });
  return [hands, position, ...places, ...(two ? oftenWords(s.crossing) : [])].join(', ');
}

const positionBetween = (q: Both<Degrees>): string =>
  `${faces('leader', q.leader)}, ${faces('follower', q.follower)}`;

const shortPlace = (hand: Hand, w: Degrees): string[] => {
  const v = Math.round(asRight(hand, w) / 90);
  if (v === 0) return [];
  const where = v > 2 ? 'behind' : v > 0 ? 'outside' : v < -2 ? 'far across' : 'across';
  return [`${SIDE[hand]} ${where}`];
};

/** How many of a state's arms are further round a body than is easy. */
export const tightness = (s: ArmState): number =>
  eachEnd(s).filter(({ hand, w }) => Math.abs(asRight(hand, w)) > 180).length +
  Math.abs(lead(s, 'leader') === 2 ? 1 : 0);
