import { fail, ok, type Result } from '../base';
import type { Figure } from '../figure';
import { printHands, readHands, type HandAct } from '../notation';
import { scoreOf, withScore } from './score';
import type { VaryFailure } from './types';

const KEPT: ReadonlySet<HandAct['type']> = new Set(['lead', 'remark', 'height', 'grip', 'rest']);

/** The hands stay as they are taken at the beginning: nothing changes hands, is let go or carried over. */
export function plainHands(figure: Figure): Result<Figure, VaryFailure> {
  const score = scoreOf(figure);
  const first = score.hands[0]?.tick ?? 0;
  const hands = score.hands.flatMap((r) => {
    if (r.tick === first) return [r];
    const { acts, unknown } = readHands(r.content);
    const kept = acts.filter((a) => KEPT.has(a.type));
    if (unknown.length > 0 || kept.length === acts.length) return [r];
    return kept.length > 0 ? [{ ...r, content: printHands(kept) }] : [];
  });
  return hands.length === score.hands.length && hands.every((r, i) => r === score.hands[i])
    ? fail('no-such-place')
    : ok(withScore(figure, { ...score, hands }));
}
