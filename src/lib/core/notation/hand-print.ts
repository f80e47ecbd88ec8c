import type { HandAct, Pair, Which } from './hand-acts';
import { ARM_PLACES, BODY_PARTS, GRIPS, HEIGHTS, LEAD_WORDS, REST_HOWS, WHOLE_HOLDS } from '../vocabulary';
import { spaced } from './print';

/** Writes acts in their plain form: reading it gives the same acts. @example printHands(acts) // 'change to right to right' */
export const printHands = (acts: readonly HandAct[]): string => acts.map(printAct).join(', ');

const SIDE = { L: 'left', R: 'right' } as const;

function printAct(act: HandAct): string {
  switch (act.type) {
    case 'take':
      return spaced(
        act.how === 'take' ? undefined : act.how === 'change' ? 'change to' : 'catch',
        printPairs(act.pairs),
        act.height && HEIGHTS[act.height].words[0],
        act.grip && GRIPS[act.grip].words[0],
        act.top && `${SIDE[act.top]} over ${SIDE[act.top === 'L' ? 'R' : 'L']}`,
      );
    case 'height':
      if (act.to === 'overhead') return spaced('raise', printWhich(act.which));
      if (act.to === 'low')
        return spaced(
          'lower',
          printWhich(act.which),
          act.landing && (act.landing === 'front' ? 'in front' : 'behind'),
        );
      return spaced('bring', printWhich(act.which), 'to', HEIGHTS[act.to].words[0]);
    case 'grip':
      return spaced(printWhich(act.which), GRIPS[act.grip].words[0]);
    case 'release':
      return spaced('release', printWhich(act.which));
    case 'over':
      return spaced(printWhich(act.which), 'over', act.heads, act.heads === 'both' ? 'heads' : 'head');
    case 'through':
      return spaced(printWhich(act.which), 'through middle');
    case 'slide':
      return spaced('slide', printWhich(act.which), 'to', ARM_PLACES[act.to].words[0]);
    case 'rest':
      return spaced(
        REST_HOWS[act.how].words[0],
        act.role === 'follower' ? 'follower' : undefined,
        act.hand && SIDE[act.hand],
        'on',
        act.own && 'own',
        act.side,
        BODY_PARTS[act.on].words[0],
      );
    case 'hold':
      return WHOLE_HOLDS[act.hold].words[0];
    case 'lead':
      return LEAD_WORDS[act.word].words[0];
    case 'remark':
      return `(${act.text})`;
  }
}

function printPairs(list: readonly Pair[]): string {
  const key = list.map((p) => p.join('')).join(' ');
  if (key === 'LR RL') return 'two hands';
  if (key === 'LL RR') return 'crossed';
  return list.map(([l, f]) => `${SIDE[l]} to ${SIDE[f]}`).join(' and ');
}

function printWhich(w: Which): string | undefined {
  switch (w.type) {
    case 'all':
      return undefined;
    case 'hand':
      return spaced(w.role === 'follower' ? 'follower' : undefined, SIDE[w.hand]);
    case 'pair':
      return `${SIDE[w.leader]} to ${SIDE[w.follower]}`;
  }
}
