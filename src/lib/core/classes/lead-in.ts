import { lineage } from '../combination';
import { likeness, mostLike, type Likeness, type Signature } from '../likeness';
import type { Material } from './material';
import type { Remembered } from './memory';
import { unitNeeds, type UnitNeed } from './units';

/** What a group knows, as far as it is written down: from the log, and what it knew before. */
export interface Knows {
  readonly figures: ReadonlySet<string>;
  readonly memory: ReadonlyMap<string, Remembered> | undefined;
}
export const knowsOf = (
  before: readonly string[],
  memory: ReadonlyMap<string, Remembered> | undefined,
): Knows => ({ figures: new Set([...before, ...(memory?.keys() ?? [])]), memory });

/** The signatures of what is known, to compare with. */
export const knownUnits = (knows: Knows, material: Material): Signature[] =>
  [...knows.figures].flatMap((id) => material.signature(id) ?? []);

/** What leads into a figure. */
export interface LeadIn {
  readonly figure: string;
  /** The group has danced it. */
  readonly known: Remembered | 'before' | undefined;
  /** What it grew from, from the core on, without itself, with whether each is known. */
  readonly needs: readonly { readonly figure: string; readonly known: boolean }[];
  /** The known figure it is most like, and up to which count nothing differs (0: from the first on). */
  readonly like:
    | { readonly likeness: Likeness; readonly upTo: number; readonly memory: Remembered | undefined }
    | undefined;
  /** Units like nothing that is known. */
  readonly fresh: readonly UnitNeed[];
}

/** A figure less like than this is not worth naming. Our choice. */
const WORTH = 0.4;

/**
 * The questions before a figure: what must be known for it, what is known that is like it, and what is missing.
 * @example leadIn('push-turn', knows, material, 2).like?.upTo // 4
 */
export function leadIn(
  id: string,
  knows: Knows,
  material: Material,
  level: 1 | 2 | 3 | 4,
): LeadIn | undefined {
  const a = material.analysis({ type: 'figure', id });
  const own = material.signature(id);
  if (!a || !own) return undefined;
  const known = knownUnits(knows, material).filter((s) => s.id !== id);
  const best = mostLike(own, known, 1)[0];
  const like = best && best.score >= WORTH ? likeOf(best, own, known, knows) : undefined;
  return {
    figure: id,
    known: knows.memory?.get(id) ?? (knows.figures.has(id) ? 'before' : undefined),
    needs: lineage(id, material.parents)
      .slice(0, -1)
      .map((figure) => ({ figure, known: knows.figures.has(figure) })),
    like,
    fresh: knows.figures.has(id) ? [] : unitNeeds(a, known, level).filter((u) => u.why.includes('new')),
  };
}

/** Of those nearly as like, the one that is the same for longest. */
function likeOf(best: Likeness, own: Signature, known: readonly Signature[], knows: Knows): LeadIn['like'] {
  const near = mostLike(own, known, 6).filter((l) => l.score >= best.score - 0.1);
  const longest = near.reduce((x, y) => (y.sameUnits > x.sameUnits ? y : x), best);
  const there = known.find((s) => s.id === longest.id);
  const l = there ? likeness(own, there) : longest;
  return { likeness: l, upTo: l.sameUnits * own.unitBeats, memory: knows.memory?.get(l.id) };
}
