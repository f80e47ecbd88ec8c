import { analyse } from '../analysis';
import type { Figure } from '../figure';
import { mostLike, signatureOf } from '../likeness';
import { planOf } from './plan';
import { usable, type Reading, type Repertoire } from './reading';
import type { Combination } from './schema';

/** A figure that can stand where one is gone. */
export interface StandIn {
  readonly figure: string;
  readonly name: string;
  /** Links next to it that do not hold. */
  readonly broken: number;
  /** How like the figure that is gone it is, 0 to 1; undefined where nothing is known of that one. */
  readonly like: number | undefined;
}

/**
 * What comes nearest to a part whose figure is gone: figures that link with what stands before and after, those most
 * like the gone one first; where nothing is known of it, those that link most easily. `candidates` are readings of the
 * dance. O(candidates · parts). @example standIns(c, 2, repertoire, readings, gone)[0]?.name // 'Left side pass'
 */
export function standIns(
  c: Combination,
  at: number,
  repertoire: Repertoire,
  candidates: readonly Reading[],
  gone?: Figure,
  most = 3,
): StandIn[] {
  const part = c.parts[at];
  if (!part) return [];
  const { change: _, layers: __, ...plain } = part;
  const like = gone && likenessTo(gone, candidates);
  return candidates
    .filter((r) => usable(r) && r.figure.id !== part.figure)
    .map((r) => {
      const plan = planOf({ ...c, parts: c.parts.with(at, { ...plain, figure: r.figure.id }) }, repertoire);
      const near = [
        ...plan.passes.flatMap((p, i) =>
          p.joint && (p.part === at || plan.passes[i - 1]?.part === at) ? [p.joint] : [],
        ),
        ...(c.loop && plan.loop && (at === 0 || at === c.parts.length - 1) ? [plan.loop] : []),
      ];
      return {
        figure: r.figure.id,
        name: r.figure.name,
        broken: near.filter((j) => j.fit === 'bridge' || j.fit === 'impossible').length,
        cost: near.reduce((sum, j) => sum + Math.min(j.cost, 100), 0),
        like: like?.get(r.figure.id),
      };
    })
    .sort((x, y) => x.broken - y.broken || (y.like ?? 0) - (x.like ?? 0) || x.cost - y.cost)
    .slice(0, most)
    .map(({ cost: _cost, ...s }) => s);
}

function likenessTo(gone: Figure, candidates: readonly Reading[]): ReadonlyMap<string, number> {
  const all = candidates.map((r) => signatureOf(analyse(r.figure)));
  const found = mostLike(signatureOf(analyse(gone)), all, all.length);
  return new Map(found.map((l) => [l.id, l.score]));
}
