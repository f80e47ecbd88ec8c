import { Costs } from './costs';
import type { Steps } from './count';
import { usable, type Edges, type Graph } from './graph';
import { merged } from './merged';
import type { ComposeRequest } from './request';
import { fillable } from './rules';
import { Search, type Breadth } from './search';
import { MOST_STATES } from './table';

/** One combination found: figures by index, and what it costs in all. */
export interface Found {
  readonly figures: readonly number[];
  readonly cost: number;
}

/** Continuations looked at where not all are wanted: the best is exact, those after it are good ones. Our choice. */
const WIDTH = 12;
/** Ways looked at between two pauses. */
const AT_ONCE = 1_500;

/** What is said of one found: it is wanted, it is too much like others, or no more are wanted. */
export type Verdict = 'wanted' | 'alike' | 'enough';

/**
 * The `r.best` cheapest combinations, cheapest first; equally cheap ones in the order of their figures’ indexes. Best
 * first search, guided by what is least still to pay. Exact; `mostStates` only says how that is worked out.
 */
export const bestSteps = (
  g: Graph,
  edges: Edges,
  r: ComposeRequest,
  mostStates = MOST_STATES,
): Steps<Found[]> => searchSteps(g, edges, r, { width: r.best, all: true, mostStates }, () => 'wanted');

/**
 * The cheapest combination, then good ones that are wanted: `judge` is asked about each as it is found. Only the few
 * best continuations of a way are looked at, and what begins like many that were refused is left alone.
 */
export const variedSteps = (
  g: Graph,
  edges: Edges,
  r: ComposeRequest,
  judge: (f: Found) => Verdict,
): Steps<Found[]> => searchSteps(g, edges, r, { width: WIDTH, all: false, mostStates: MOST_STATES }, judge);

function* searchSteps(
  of: Graph,
  from: Edges,
  r: ComposeRequest,
  how: Breadth,
  judge: (f: Found) => Verdict,
): Steps<Found[]> {
  const { g, edges } = merged(of, from, r, 'cost');
  const costs = new Costs(g, r);
  const done: Found[] = [];
  if (r.best === 0 || !fillable(usable(g, r), r)[r.beats]) return done;
  const search = new Search(costs, edges, how);
  yield* search.guided();
  let work = 0;
  for (;;) {
    const node = yield* search.next();
    if (!node || done.length === r.best) break;
    if (node.beat === r.beats) {
      const one = { figures: node.figures, cost: node.so };
      done.push(one);
      const verdict = judge(one);
      if (verdict === 'enough') break;
      search.took(node, verdict === 'wanted');
      continue;
    }
    work += search.follow(node);
    if (work > AT_ONCE) {
      yield work;
      work = 0;
    }
  }
  return done;
}
