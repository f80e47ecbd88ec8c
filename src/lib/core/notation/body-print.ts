import { BENDS, BODY_ACTS, HEAD_PLACES, LEANS } from '../vocabulary';
import type { TrunkAct } from './body-acts';
import { readBodyActs } from './body-read';
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

/**
 * Words of a body line with what they say of one thing changed; undefined when nothing is left.
 * @example withBodyAct('head left, lean back', ['head'], { type: 'head', to: 'right' }) // 'lean back, head right'
 */
export function withBodyAct(
  text: string,
  types: readonly TrunkAct['type'][],
  act: TrunkAct | undefined,
): string | undefined {
  const kept = readBodyActs(text).acts.filter((a) => !types.includes(a.type));
  const acts = act ? [...kept, act] : kept;
  return acts.length > 0 ? printBodyActs(acts) : undefined;
}
