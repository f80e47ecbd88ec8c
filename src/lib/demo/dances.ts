import { newDance, newFigure, type Details, type Figure } from '$lib/core/figure';
import { danceOf, type Dance, type DanceId } from '$lib/core/vocabulary';

/** Figures of other dances, with heads, choices and parts, and a dance of the school's own. */
const figure = (
  id: string,
  dance: DanceId | Dance,
  name: string,
  lines: string,
  extra: Partial<Details> = {},
): Figure => {
  const plain = newFigure(`demo-${id}`, dance, name);
  const start = extra.start ?? plain.start;
  return {
    ...plain,
    ...extra,
    end: { formation: start.formation, ...extra.end },
    lines: lines.trim().replace(/^ +/gm, ''),
  };
};

/** The school's own dance: a walked round in sixes. */
export const quayRound: Dance = {
  ...newDance('own-quay-round', 'Quay round', danceOf({ dance: 'waltz' })),
  bar: 6,
  cycle: 6,
  multiple: 6,
  quick: 12,
  slow: 24,
  ending: 'start',
  tempo: { min: 96, max: 116 },
  says: 'Walked round the room in sixes, for the last dance of the evening.',
};

export const danceFigures: readonly Figure[] = [
  figure(
    'six-choices',
    'six-count-swing',
    'Underarm turn, as you like',
    `
    leader [1 rock step or 1 touch 2 touch] 3 triple side or coaster 5 triple side
    follower 1 rock step 3 triple side 5 r1 triple side or triple side as the follower likes
    hands 1 left to right low 3 raise left 6& lower left
    leads 3 raise the hand
    calls 1 rock 2 step 3 up & and 4 step 5 round & and 6 home
    parts 1 rock step 3 turn`,
    { family: 'turn', level: 3, tempo: { min: 120, max: 144 } },
  ),
  figure(
    'flow-lean',
    'flowing-embrace',
    'Walk, lean and wait',
    `
    leader S side S close S hold any length S hold
    follower S side S close S hold any length S hold
    hands 1 close embrace
    leader-body 1 head partner 5 upper body turned 1/8 left
    follower-body 1 head free 5 lean towards 7 upright
    leads 3 compress 5 settle
    feels 5 carried, on your own feet
    calls 1 side 3 close 5 and wait 7 up`,
    { family: 'basic', level: 3, cautions: ['Lean: each keeps their own balance.'] },
  ),
  figure(
    'foxtrot-heads',
    'foxtrot',
    'Three step, heads apart',
    `
    leader S LF fwd heel cbm Q RF fwd heel Q LF fwd toe
    follower S RF back cbm Q LF back Q RF back
    hands 1 closed
    leader-body 1 head left 3 rise, sway right 4 lower, upright
    follower-body 1 head left 3 rise, sway left 4 lower, upright
    calls 1 slow 3 quick 4 quick`,
    { family: 'basic', level: 2, notes: 'Two slows may stand for the quicks while it is new.' },
  ),
  figure(
    'bachata-side',
    'bachata',
    'Side basic',
    `
    leader 1 side 2 close 3 side 4 tap 5 side 6 close 7 side 8 tap
    follower 1 side 2 close 3 side 4 tap 5 side 6 close 7 side 8 tap
    hands 1 two hands low
    calls 1 side 2 close 3 side 4 tap 5 back 6 close 7 side 8 tap`,
    { family: 'basic' },
  ),
  figure(
    'casino-basic',
    'casino',
    'Forward and back',
    `
    leader 1 fwd 2 replace 3 close 4 hold 5 back 6 replace 7 close 8 hold
    follower 1 back 2 replace 3 close 4 hold 5 fwd 6 replace 7 close 8 hold
    hands 1 two hands low
    calls 1 fwd 2 and 3 close 5 back 6 and 7 close`,
    { family: 'basic' },
  ),
  figure(
    'nightclub-basic',
    'nightclub-two-step',
    'Side basic',
    `
    leader S side Q behind Q replace S side Q behind Q replace
    follower S side Q behind Q replace S side Q behind Q replace
    hands 1 closed
    calls 1 slow 2 quick & quick 3 slow 4 quick & quick`,
    { family: 'basic' },
  ),
  figure(
    'merengue-march',
    'merengue',
    'March in place',
    `
    leader 1-8 step in place
    follower 1-8 step in place
    hands 1 closed
    calls 1 one 2 two 3 three 4 four 5 five 6 six 7 seven 8 eight`,
    { family: 'basic' },
  ),
  figure(
    'quay-round',
    quayRound,
    'Six walks and a sway',
    `
    leader 1 fwd 2 fwd 3 fwd 4 fwd 5 side 6 close
    follower 1 back 2 back 3 back 4 back 5 side 6 close
    hands 1 closed
    leader-body 5 sway left 6 upright
    follower-body 5 sway right 6 upright
    calls 1 walk 2 two 3 three 4 four 5 side 6 close
    parts 1 walks 5 sway`,
    { family: 'travelling' },
  ),
];
