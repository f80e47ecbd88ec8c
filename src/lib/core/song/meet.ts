import type { Beats } from '../base';
import {
  danced,
  edited,
  planOf,
  usable,
  type BoardEdit,
  type Combination,
  type Plan,
  type Reading,
  type Repertoire,
} from '../combination';
import { metIn, startWays } from './laid';

/** How breaks can be met: another beat to begin on, a part danced more or less often, a figure put in, another version. */
export const MEET_KINDS = ['start', 'times', 'version', 'filler'] as const;
export type MeetKind = (typeof MEET_KINDS)[number];

/** One way, tried: what it meets and what it disturbs. */
export interface MeetWay {
  readonly kind: MeetKind;
  readonly edit: BoardEdit;
  /** The part it changes, or before which the filler comes; undefined for the start. */
  readonly part?: number | undefined;
  /** What is put in, or danced instead. */
  readonly figure?: string | undefined;
  /** The beat it begins on, or how often the part is danced. */
  readonly value?: number | undefined;
  readonly met: number;
  readonly of: number;
  /** Joints that do not hold after it and did before. */
  readonly broken: number;
  /** Beats it becomes longer by; negative: shorter. */
  readonly longer: Beats;
}

const TIMES_MOST = 8;

/**
 * Every way of one change that meets more breaks of the music than now, the best first: most met, fewest joints broken, least
 * longer, then in the order of {@link MEET_KINDS}. `kin` are figures that may be put in or stand for another; `sameFamily` says
 * which may stand for which. O(parts · kin) plans.
 */
export function meetWays(
  c: Combination,
  repertoire: Repertoire,
  bar: number,
  eight: number,
  kin: readonly Reading[],
  sameFamily: (a: string, b: string) => boolean,
  makeKey: () => string,
): MeetWay[] {
  const now = planOf(c, repertoire);
  const was = metIn(now);
  if (was.of === 0 && c.marks.length === 0) return [];
  const tried = (
    kind: MeetKind,
    edit: BoardEdit,
    what: Pick<MeetWay, 'part' | 'figure' | 'value'>,
  ): MeetWay => {
    const plan = planOf(edited(c, edit), repertoire);
    return {
      kind,
      edit,
      ...what,
      ...metIn(plan),
      broken: Math.max(0, gaps(plan) - gaps(now)),
      longer: plan.beats - now.beats,
    };
  };
  const starts = startWays(c, repertoire, bar, eight).map((w) =>
    tried('start', { type: 'details', patch: { start: w.start } }, { value: w.start }),
  );
  const times = c.parts.flatMap((p, part) =>
    [p.times - 1, p.times + 1]
      .filter((n) => n >= 1 && n <= TIMES_MOST)
      .map((n) => tried('times', { type: 'set', at: part, patch: { times: n } }, { part, value: n })),
  );
  const good = kin.filter(usable);
  const versions = c.parts.flatMap((p, part) =>
    good
      .filter((r) => r.figure.id !== p.figure && sameFamily(r.figure.id, p.figure))
      .map((r) =>
        tried(
          'version',
          { type: 'set', at: part, patch: { figure: r.figure.id } },
          { part, figure: r.figure.id },
        ),
      ),
  );
  const fillers = c.parts.flatMap((_, part) =>
    good.map((r) =>
      tried(
        'filler',
        { type: 'insert', at: part, parts: [{ key: makeKey(), figure: r.figure.id, times: 1 }] },
        { part, figure: r.figure.id },
      ),
    ),
  );
  const rank = (k: MeetKind): number => MEET_KINDS.indexOf(k);
  return [...starts, ...times, ...versions, ...fillers]
    .filter((w) => w.met > was.met)
    .sort(
      (a, b) =>
        b.met - a.met ||
        a.broken - b.broken ||
        Math.abs(a.longer) - Math.abs(b.longer) ||
        rank(a.kind) - rank(b.kind),
    );
}

const gaps = (p: Plan): number => p.passes.filter((x) => x.joint && !danced(x.joint)).length;
