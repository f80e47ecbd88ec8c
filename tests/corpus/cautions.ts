import type { FindingCode } from '../../src/lib/core/findings';

/**
 * What is told apart from what is not: for each rule a figure with the thing it names, and a correct one beside it on
 * which it is silent. Written before the rules. Source of every row: common practice, from memory.
 */
export interface CautionCase {
  readonly code: FindingCode;
  /** What a row of a table of cares is about. */
  readonly what?: string;
  readonly head: string;
  readonly mistake: string;
  readonly correct: string;
}

const OPEN = 'dance: six-count-swing\nlevel: 2\nstart: open\nhold: left-right';
const CLOSED = 'dance: foxtrot\nlevel: 2\nstart: closed\nhold: closed';
const SLOT = 'dance: slot-swing\nlevel: 2\nstart: open\nhold: left-right';
const FLOW = 'dance: flowing-embrace\nlevel: 2\nstart: close-embrace\nhold: close-embrace';

const still = (hands: string, more = ''): string =>
  `leader 1 side 2 close 3 side 4 close\nfollower 1 side 2 close 3 side 4 close\nhands ${hands}\n${more}`;
const turnRight = (hands: string, more = ''): string =>
  `leader 1 back 2 replace 3 place 4 place 5 place 6 place
follower 1 back 2 replace 3 r1/2 place 4 r1/2 place 5 place 6 place
hands ${hands}\n${more}`;

export const CAUTION_CASES: readonly CautionCase[] = [
  {
    code: 'care',
    what: 'dip',
    head: FLOW,
    mistake: still('', 'follower-body 3 dip 4 upright'),
    correct: still('', 'follower-body 3 lean back 4 upright'),
  },
  {
    code: 'care',
    what: 'drop',
    head: FLOW,
    mistake: still('', 'follower-body 3 drop 4 upright'),
    correct: still('', 'follower-body 3 head left'),
  },
  {
    code: 'care',
    what: 'lift',
    head: FLOW,
    mistake: still('', 'follower-body 3 lifted 4 lower'),
    correct: still('', 'follower-body 3 rise 4 lower'),
  },
  {
    code: 'care',
    what: 'head-back',
    head: FLOW,
    mistake: still('', 'follower-body 3 head back'),
    correct: still('', 'follower-body 3 head left'),
  },
  {
    code: 'care',
    what: 'head-quick',
    head: CLOSED,
    mistake: still('', 'follower-body 3 snap head left'),
    correct: still('', 'follower-body 3 head left'),
  },
  {
    code: 'care',
    what: 'lean',
    head: FLOW,
    mistake: still('', 'follower-body 3 lean away 4 upright'),
    correct: still('', 'follower-body 3 sway left 4 upright'),
  },
  {
    code: 'care',
    what: 'bend-back',
    head: CLOSED,
    mistake: still('', 'follower-body 3 bend back 4 upright'),
    correct: still('', 'follower-body 3 bend knees 4 upright'),
  },
  {
    code: 'care',
    what: 'twist',
    head: CLOSED,
    mistake: still('', 'leader-body 3 upper body turned 90 degrees right'),
    correct: still('', 'leader-body 3 upper body turned 1/8 right'),
  },
  {
    code: 'lean-unheld',
    head: OPEN,
    mistake: still('1 left to right 3 release', 'follower-body 3 lean back 4 upright'),
    correct: still('1 left to right', 'follower-body 3 lean back 4 upright'),
  },
  {
    code: 'kick-towards',
    head: 'dance: eight-count-swing\nlevel: 2\nstart: tandem\nhold: none',
    mistake: 'leader 1 place 2 kick 3 place 4 place\nfollower 1 place 2 hold 3 place 4 place',
    correct: 'leader 1 place 2 kick side 3 place 4 place\nfollower 1 place 2 hold 3 place 4 place',
  },
  {
    code: 'kick-towards',
    head: 'dance: eight-count-swing\nlevel: 2\nstart: closed\nhold: closed',
    mistake: 'leader 1 place 2 hitch 3 place 4 place\nfollower 1 place 2 hold 3 place 4 place',
    correct: 'leader 1 place 2 kick back 3 place 4 place\nfollower 1 place 2 hold 3 place 4 place',
  },
  {
    code: 'too-near',
    head: 'dance: eight-count-swing\nlevel: 2\nstart: tandem\nhold: none',
    mistake: 'leader 1 fwd large 2 replace 3 place 4 place\nfollower 1 place 2 place 3 place 4 place',
    correct: 'leader 1 fwd large 2 fwd 3 place 4 place\nfollower 1 fwd large 2 fwd 3 place 4 place',
  },
  {
    code: 'palm-over',
    head: OPEN,
    mistake: turnRight('1 left to right low, palm down 2 raise left 5 lower left'),
    correct: turnRight('1 left to right low, palm down 2 raise left, palm up 5 lower left'),
  },
  {
    code: 'elbow-trapped',
    head: 'dance: six-count-swing\nlevel: 2\nstart: open\nhold: crossed\nend: closed',
    mistake: `leader 1 fwd small 2 fwd small 3 place 4 place
follower 1 fwd small 2 fwd small 3 place 4 place
hands 1 crossed, right over left, low`,
    correct: `leader 1 fwd small 2 fwd small 3 place 4 place
follower 1 fwd small 2 fwd small 3 place 4 place
hands 1 two hands low`,
  },
  {
    code: 'hand-neck',
    head: OPEN,
    mistake: turnRight('1 left to right low 2 raise left 4 bring left to neck 5 lower left'),
    correct: turnRight('1 left to right low 2 raise left 5 lower left'),
  },
  {
    code: 'charge',
    head: 'dance: waltz\nlevel: 2\nstart: open\nhold: none',
    mistake: 'leader 1 lunge fwd x2.4 2 replace 3 close\nfollower 1 back x2.4 2 replace 3 close',
    correct: 'leader 1 fwd 2 side 3 close\nfollower 1 back 2 side 3 close',
  },
  {
    code: 'hold-broken',
    head: 'dance: six-count-swing\nlevel: 2\nstart: open\nhold: none\nend: apart',
    mistake: `leader 1 fwd 2 place 3 place 4 place
follower 1 place 2 place 3 back large 4 back large
hands 2 right on shoulder`,
    correct: `leader 1 fwd 2 place 3 place 4 place
follower 1 place 2 place 3 back large 4 back large
hands 2 right on shoulder 3 release right`,
  },
  {
    code: 'lead-late',
    head: OPEN,
    mistake: turnRight('1 left to right low', 'leads 4 raise the hand and turn'),
    correct: turnRight('1 left to right low 2 raise left 5 lower left', 'leads 2 raise the hand and turn'),
  },
  {
    code: 'lead-late',
    head: OPEN,
    mistake: turnRight('1 left to right low 2 raise left 3& lower left'),
    correct: turnRight('1 left to right low 2 raise left 5 lower left'),
  },
  {
    code: 'stop-unmade',
    head: SLOT,
    mistake: `leader 1 back 2 place 3 place 4 place & place 5 place 6 place
follower 1 fwd 2 fwd 3 r1/2 place 4 l1/2 place & r1/2 place 5 r1/2 place 6 place
hands 1 left to right low`,
    correct: `leader 1 back 2 place 3 place 4 place & place 5 place 6 place
follower 1 fwd 2 fwd 3 r1/2 place 4 l1/2 place & r1/2 place 5 r1/2 place 6 place
hands 1 left to right low 4 block right on hip`,
  },
  {
    code: 'no-block',
    head: SLOT,
    mistake: `leader 1 back 2 place 3 place 4 place & place 5 place 6 place
follower 1 fwd 2 fwd 3 r1/2 place 4 l1/2 place & r1/2 place 5 r1/2 place 6 place
hands 1 left to right low 2 send`,
    correct: `leader 1 back 2 place 3 place 4 place & place 5 place 6 place
follower 1 fwd 2 fwd 3 r1/2 place 4 l1/2 place & r1/2 place 5 r1/2 place 6 place
hands 1 left to right low 2 send 4 block right on hip`,
  },
  {
    code: 'lead-contrary',
    head: OPEN,
    mistake: turnRight('1 left to right low', 'leads 2 post, hold the partner there'),
    correct: turnRight('1 left to right low 2 raise left 5 lower left', 'leads 2 elbow out 5 settle'),
  },
  {
    code: 'wait-alone',
    head: FLOW,
    mistake: 'leader 1 side 2 hold any length 3 close 4 hold\nfollower 1 side 2 close 3 place 4 hold',
    correct:
      'leader 1 side 2 hold any length 3 close 4 hold\nfollower 1 side 2 hold any length 3 close 4 hold',
  },
  {
    code: 'lead-contrary',
    head: OPEN,
    mistake: `leader 1 back 2 replace 3 side 4 close
follower 1 back 2 replace 3 side 4 close
hands 1 left to right low
leads 2 compress
feels 2 a stretch through the arm`,
    correct: `leader 1 back 2 replace 3 side 4 close
follower 1 back 2 replace 3 side 4 close
hands 1 left to right low
leads 2 compress
feels 2 compression, palm to palm`,
  },
  {
    code: 'lead-unanswered',
    head: OPEN,
    mistake: `leader 1 back 2 replace 3 side 4 close 5 side 6 close
follower 1 back 2 replace 3 side 4 close 5 side 6 close
hands 1 left to right low
leads 2 elbow out to turn the partner`,
    correct: `leader 1 back 2 replace 3 side 4 close 5 side 6 close
follower 1 back 2 replace 3 side 4 close 5 side 6 close
hands 1 left to right low
leads 2 stretch, then compress`,
  },
];
