import { TICKS_PER_BEAT, type Beats } from '../base';
import {
  edited,
  hits,
  planOf,
  usable,
  type BoardEdit,
  type Combination,
  type Plan,
  type Reading,
  type Repertoire,
} from '../combination';
import { placeOf, vary, type Variation } from '../vary';
import { gapsIn, metIn, startWays } from './laid';
import { partWith } from './retime';

/**
 * How breaks can be met: another beat to begin on, a step retimed (an accent moved onto the break, or a stop made on it),
 * a part danced more or less often, another version, a figure put in.
 */
export const MEET_KINDS = ['start', 'retime', 'times', 'version', 'filler'] as const;
export type MeetKind = (typeof MEET_KINDS)[number];

/** One way, tried: what it meets and what it disturbs. */
export interface MeetWay {
  readonly kind: MeetKind;
  readonly edit: BoardEdit;
  /** The part it changes, or before which the filler comes; undefined for the start. */
  readonly part?: number | undefined;
  /** What is put in, or danced instead. */
  readonly figure?: string | undefined;
  /** The beat it begins on, how often the part is danced, or the beat of the music a step is retimed to. */
  readonly value?: number | undefined;
  /** A stop is made where there was none. */
  readonly stop?: boolean | undefined;
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
    what: Pick<MeetWay, 'part' | 'figure' | 'value' | 'stop'>,
  ): MeetWay => {
    const plan = planOf(edited(c, edit), repertoire);
    return {
      kind,
      edit,
      ...what,
      ...metIn(plan),
      broken: Math.max(0, gapsIn(plan) - gapsIn(now)),
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
  const retimed = retimings(c, now, repertoire, makeKey).map(({ edit, ...what }) =>
    tried('retime', edit, what),
  );
  return [...starts, ...retimed, ...times, ...versions, ...fillers]
    .filter((w) => w.met > was.met)
    .sort(
      (a, b) =>
        b.met - a.met ||
        a.broken - b.broken ||
        Math.abs(a.longer) - Math.abs(b.longer) ||
        rank(a.kind) - rank(b.kind),
    );
}

/** A stop this long is an accent. */
const STOP = 3 * TICKS_PER_BEAT;

/**
 * Every step retimed that would meet a break not met yet: an accent of what is danced there moved onto it, the counts
 * after it giving way where they can, or a stop made on it. A part danced several times is parted: only that time changes.
 */
function retimings(
  c: Combination,
  now: Plan,
  repertoire: Repertoire,
  makeKey: () => string,
): Pick<MeetWay & { edit: BoardEdit }, 'edit' | 'part' | 'value' | 'stop'>[] {
  return hits(now).flatMap((h) => {
    const pass = now.passes.findLast((x) => x.at <= h.tick);
    if (h.pass !== undefined || !pass) return [];
    const { reading, part, time } = pass;
    const place = (tick: number): number => placeOf(reading.from + tick, reading.figure.feel);
    const onto = place(h.tick - pass.at);
    const moves = reading.accents.flatMap((t) =>
      [true, false].map((keep): Variation => ({ type: 'accent', at: place(t), onto, keep })),
    );
    const stop: Variation = { type: 'stretch', whose: 'both', at: onto, by: STOP };
    return [...moves, stop].flatMap((v) => {
      const made = vary(reading.figure, v, repertoire.heights);
      if (!made.ok || repertoire.reading(made.value).wrong.length > reading.wrong.length) return [];
      const edit = onlyOnce(c, part, time, made.value, repertoire, makeKey);
      return edit ? [{ edit, part, value: h.beat, stop: v === stop }] : [];
    });
  });
}

/** One of the times a part is danced, danced as `figure`. */
function onlyOnce(
  c: Combination,
  at: number,
  time: number,
  figure: Reading['figure'],
  repertoire: Repertoire,
  makeKey: () => string,
): BoardEdit | undefined {
  const part = c.parts[at];
  const own = part && repertoire.figure(part.figure, c.own);
  if (!part || !own) return undefined;
  const before = time > 0 ? [{ ...part, times: time }] : [];
  const after = part.times - time - 1;
  const parts = [
    ...before,
    { ...partWith(part, own, figure), times: 1, key: time > 0 ? makeKey() : part.key },
    ...(after > 0 ? [{ ...part, times: after, key: makeKey() }] : []),
  ];
  return { type: 'parts', parts: c.parts.toSpliced(at, 1, ...parts) };
}
