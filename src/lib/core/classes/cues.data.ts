/**
 * Usual faults of each kind of unit, and the cue that cures each. Source: common practice, in our own words. The first
 * cure is the one to try first.
 */
export const UNIT_KINDS = [
  'rock',
  'triple',
  'walk',
  'tap',
  'hold',
  'kick',
  'cross',
  'travel',
  'turn',
  'spin',
  'swivel',
  'hand-change',
  'over-head',
  'wrapped',
  'close-hold',
  'body',
] as const;
export type UnitKind = (typeof UNIT_KINDS)[number];

export interface Fault {
  readonly fault: string;
  readonly cure: string;
}

export const FAULTS: Readonly<Record<UnitKind, readonly Fault[]>> = {
  rock: [
    {
      fault: 'The step back is too big and pulls the partner.',
      cure: 'Step onto the ball of the foot, small; the heel never lands.',
    },
    { fault: 'Weight stays half-way.', cure: 'Let the front foot come off the floor for a moment.' },
  ],
  triple: [
    {
      fault: 'Three even steps, so that the last comes late.',
      cure: 'Say “short-short-long” and let the long one wait.',
    },
    {
      fault: 'The triple travels away from the partner.',
      cure: 'Three steps under your own hips; the second only touches the first.',
    },
  ],
  walk: [
    {
      fault: 'Rushing ahead of the beat.',
      cure: 'Arrive on the count, then roll over the foot until the next.',
    },
    { fault: 'Looking at the feet.', cure: 'Look over the partner’s shoulder; the floor stays where it is.' },
  ],
  tap: [
    {
      fault: 'The tap takes weight, and the next step begins on the wrong foot.',
      cure: 'Keep the knee of the tapping foot bent; the standing foot does not leave the floor.',
    },
  ],
  hold: [
    {
      fault: 'The wait is filled with an extra step.',
      cure: 'Breathe in for the whole hold; count it aloud.',
    },
  ],
  kick: [
    {
      fault: 'The kick is too high and too far.',
      cure: 'From the knee, toward the floor, no further than your own shoe.',
    },
  ],
  cross: [
    {
      fault: 'The crossing foot lands too far across and the balance goes.',
      cure: 'Toe beside the other little toe; knees touch.',
    },
  ],
  travel: [
    {
      fault: 'The lane is not clear when the follower comes.',
      cure: 'Leave the lane a beat before the partner arrives, one foot’s width is enough.',
    },
    {
      fault: 'The follower stops half-way.',
      cure: 'Leader keeps moving aside; follower walks until the arm is long.',
    },
  ],
  turn: [
    {
      fault: 'The turn begins before the lead.',
      cure: 'Wait for the hand to rise; turn on the foot that has just landed.',
    },
    { fault: 'The turn stops short.', cure: 'Choose a spot to see again, and bring the second foot home.' },
    {
      fault: 'The leader pushes the turn with the raised arm.',
      cure: 'Raise, do not pull: the hand stays above the partner’s head like a lamp.',
    },
  ],
  spin: [
    { fault: 'Leaning out of the axis.', cure: 'Head over the standing foot; feet close together.' },
    {
      fault: 'Too much swing from the arms.',
      cure: 'Prepare with a small turn the other way, then close the arms.',
    },
    { fault: 'Dizzy.', cure: 'One turn, rest two beats, and spot; stop as soon as it is not fun.' },
  ],
  swivel: [
    {
      fault: 'Shoulders turn with the hips.',
      cure: 'Chest stays with the partner; only what is below the belt turns.',
    },
  ],
  'hand-change': [
    {
      fault: 'Groping for the hand.',
      cure: 'Bring the free hand to the belt on the count before; offer it palm up.',
    },
    { fault: 'Fingers close and clamp.', cure: 'Hooks, not fists: the thumb stays off.' },
  ],
  'over-head': [
    {
      fault: 'The arm comes down on head or shoulder.',
      cure: 'The hand draws a halo: up first, then round, then down.',
    },
    { fault: 'Elbows stick out at head height.', cure: 'Elbow below the hand, close to your own side.' },
  ],
  wrapped: [
    {
      fault: 'The wrap is too tight to step.',
      cure: 'Leave room for a hand between the two; the wrapped arm only lies there.',
    },
  ],
  'close-hold': [
    { fault: 'Arms carry what the body should lead.', cure: 'Move your own middle first; the hold follows.' },
    { fault: 'Feet meet.', cure: 'Half a shoe to your left of each other; step with the whole leg.' },
  ],
  body: [
    {
      fault: 'Falling into the partner.',
      cure: 'Each carries their own weight, always; make it half as big.',
    },
  ],
};
