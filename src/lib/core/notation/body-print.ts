import { BENDS, BODY_ACTS, HEAD_PLACES, LEANS } from '../vocabulary';
import type { TrunkAct } from './body-acts';
import { spaced } from './print';
import { printTurn } from './turns';

/** Writes acts in their plain form: reading it gives the same acts. @example printBodyActs(acts) // 'head left, lean back' */
export const printBodyActs = (acts: readonly TrunkAct[]): string => acts.map(printAct).join(', ');

const SIDE = { L: 'left', R: 'right' } as const;

function printAct(act: TrunkAct): string {
  switch (act.type) {
    case 'head':
      return spaced(act.quick && 'snap', 'head', HEAD_PLACES[act.to].words[0]);
    case 'tilt':
    case 'sway':
      return `${act.type} ${SIDE[act.to]}`;
    case 'twist':
      return act.turn === 0 ? 'square' : `twist ${printTurn(act.turn)}`;
    case 'lean':
      return spaced('lean', act.to && LEANS[act.to].words[0]);
    case 'bend':
      return `bend ${BENDS[act.what].words[0]}`;
    case 'remark':
      return `(${act.text})`;
    default:
      return BODY_ACTS[act.type].words[0];
  }
}
