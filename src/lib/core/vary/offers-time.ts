import { ROLES, TICKS_PER_BEAT, otherRole, type Ticks } from '../base';
import { arrival, type Analysis } from '../analysis';
import type { Wanted } from './offer';
import { repeatsOf } from './repeat';
import { placeOf } from './score';
import type { Variation } from './types';

const BEAT = TICKS_PER_BEAT;

export function* timings(a: Analysis, w: Wanted): Generator<Variation> {
  const at = placeOf(w.at ?? w.from, a.figure.feel);
  const { whose } = w;
  for (const by of [BEAT, 2 * BEAT, -BEAT]) {
    yield { type: 'stretch', whose: 'both', at, by };
    if (whose === 'both' || by < 0) continue;
    const alone: Variation = { type: 'stretch', whose, at, by };
    const partner = otherRole(whose);
    yield { type: 'together', parts: [alone, { type: 'stretch', whose: partner, at, by }] };
    const wait: Variation = { type: 'wait', whose: partner, at: at + BEAT, by };
    yield { type: 'together', parts: [alone, wait] };
  }
  for (const by of [BEAT, 2 * BEAT, 3 * BEAT]) yield { type: 'wait', whose: 'both', at, by };
  for (const by of [BEAT / 2, BEAT, -BEAT / 2]) yield { type: 'delay', whose, at, by };
  for (const by of [BEAT, -BEAT])
    for (const keep of [true, false]) yield { type: 'accent', at, onto: at + by, keep };
  for (const { from, to } of cuttable(a))
    if (from < w.to && to > w.from)
      yield { type: 'cut', from: placeOf(from, a.figure.feel), to: placeOf(to, a.figure.feel) };
  for (const pair of ['rock', 'places', 'sides'] as const) yield { type: 'add-pair', at, pair };
  yield { type: 'scale', by: 2 };
  yield { type: 'scale', by: 0.5 };
}

/** How far a dancer may come to stand from where they stood, and nothing depend on it. Our choice, metres. */
const STILL = 0.06;

/**
 * The shortest spans of whole counts nothing depends on: both roles keep the foot, the place and the facing through
 * them, and the hands do nothing. O(counts × 4).
 */
export function cuttable(a: Analysis): { from: Ticks; to: Ticks }[] {
  const spans: { from: Ticks; to: Ticks }[] = [];
  for (let n = 1; n <= 4; n++)
    for (let from = a.start; from + n * BEAT <= a.end; from += BEAT) {
      const to = from + n * BEAT;
      if (spans.some((s) => s.from >= from && s.to <= to)) continue;
      if (to - from < a.end - a.start && nothingDepends(a, from, to)) spans.push({ from, to });
    }
  return spans.sort((x, y) => x.from - y.from);
}

function nothingDepends(a: Analysis, from: Ticks, to: Ticks): boolean {
  if (a.words.some((w) => w.track === 'hands' && w.tick >= from && w.tick < to)) return false;
  return ROLES.every((role) => {
    const within = a.roles[role].actions.filter((w) => w.tick >= from && w.tick < to);
    if (within.filter((w) => w.change).length % 2 === 1) return false;
    if (within.reduce((sum, w) => sum + (w.action.turn ?? 0) + (w.action.then ?? 0), 0) !== 0) return false;
    const [x, y] = [arrival(a, role, from), arrival(a, role, to)];
    return Math.hypot(x.x - y.x, x.y - y.y) <= STILL;
  });
}

const MOST_TIMES = 8;

export function* lengths(a: Analysis, flat: Analysis, w: Wanted): Generator<Variation> {
  const r = a.figure.repeat;
  if (r) {
    const [from, to] = [(r.from - 1) * BEAT, r.to * BEAT];
    for (const times of repeatsOf(flat, from, to, MOST_TIMES))
      if (times !== r.times) yield { type: 'repeat', from, to, times };
  }
  const from = placeOf(w.from, a.figure.feel);
  const to = placeOf(w.to, a.figure.feel);
  if (!r)
    for (const times of repeatsOf(flat, w.from, w.to, MOST_TIMES))
      if (times > 1) yield { type: 'repeat', from, to, times };
  for (const s of cuttable(flat)) if (!r) yield { type: 'cut', from: s.from, to: s.to };
  if (!r) for (const pair of ['rock', 'places', 'sides'] as const) yield { type: 'add-pair', at: to, pair };
}
