import {
  Repertoire,
  dancesIn,
  duration,
  loops,
  planOf,
  type Combination,
  type Plan,
} from '$lib/core/combination';
import type { Heights } from '$lib/core/analysis';
import { list, minutesText, tempiText, verdictText } from '$lib/messages';
import { loadSome, namedIn, type Database, type Row } from '$lib/storage';

/** What a list says of a combination once it has been laid out. */
export interface LaidOut {
  readonly plan: Plan;
  readonly facts: string;
  readonly verdict: string;
  readonly bad: boolean;
}

/** How many are read before the list is drawn again. */
const FEW = 4;

/**
 * Lays combinations out a few at a time, with the figures they need, and hands them on: the list is there at once,
 * however many there are. Ends when it is given up.
 */
export async function layOut(
  db: Database,
  all: readonly Row<'combination'>[],
  heights: Heights,
  gone: AbortSignal,
  show: (made: Readonly<Record<string, LaidOut>>) => void,
): Promise<void> {
  const repertoire = new Repertoire([], heights);
  for (let from = 0; from < all.length; from += FEW) {
    await new Promise((painted) => setTimeout(painted));
    const few = all.slice(from, from + FEW);
    const unknown = few.flatMap((r) => namedIn(r, 'figure')).filter((id) => !repertoire.figure(id));
    repertoire.learn((await loadSome(db, unknown)).map((r) => r.figure));
    if (gone.aborted) return;
    show(Object.fromEntries(few.map((r) => [r.id, laidOut(r.doc, repertoire)])));
  }
}

function laidOut(c: Combination, repertoire: Repertoire): LaidOut {
  const plan = planOf(c, repertoire);
  const text = verdictText(plan);
  const holds = text === 'every link holds';
  return {
    plan,
    facts: `${list(dancesIn(plan))} · ${plan.passes.length} figures · ${minutesText(duration(plan))} at ${tempiText(c.tempo)}`,
    verdict: holds && loops(plan) ? 'loops' : text,
    bad: !holds,
  };
}
