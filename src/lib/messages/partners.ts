import type { Rotation } from '$lib/core/classes';

const times = (n: number): string => (n === 1 ? 'once' : n === 2 ? 'twice' : `${n} times`);

/** How good a rotation is, in sentences; what has been proved is said. */
export function rotationText(r: Rotation): string {
  const { repeats, most, outs, roles } = r.quality;
  const sits = r.rounds.some((x) => x.out.length > 0);
  const meets =
    repeats === 0
      ? 'Nobody dances with the same partner twice.'
      : `${repeats} ${repeats === 1 ? 'pair dances' : 'pairs dance'} together again, no two more than ${times(most)}.`;
  const proved =
    repeats === 0
      ? ''
      : repeats === r.fewest
        ? ' No rotation of so many rounds has fewer.'
        : ` By counting alone it could be ${r.fewest}.`;
  const out = !sits
    ? ' Everybody dances in every round.'
    : outs === 0
      ? ' All who can sit out do so equally often.'
      : ' Nobody sits out twice before all who can have once.';
  const sides =
    roles <= 1
      ? ''
      : ` One role is short: who dances both does it up to ${roles} rounds more often than the other.`;
  return meets + proved + out + sides;
}

/** @example roundsLeftText(300, 95) // '5 minutes are 3 more rounds.' */
export function roundsLeftText(seconds: number, round: number): string {
  const n = Math.max(0, Math.floor(seconds / round));
  const minutes = Math.round(seconds / 60);
  return `${minutes} ${minutes === 1 ? 'minute is' : 'minutes are'} ${n} more ${n === 1 ? 'round' : 'rounds'}.`;
}

/** What is asked of everybody who dances with others, in a line. */
export const ROTATION_CARE =
  'Ask before you touch; whoever would rather not change, or sits out, says so and is not asked why.';
