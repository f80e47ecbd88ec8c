import { ROLES, TICKS_PER_BEAT, type Degrees, type Point, type Role, type Ticks } from '../base';
import { analyse, defaultHeights, totalTurn, type Analysis, type Heights } from '../analysis';
import { applyChange, type Change, type Figure } from '../figure';
import { check, type Finding, type FindingCode } from '../findings';
import { endsOf, type Ends } from '../joints';
import { KINDS, danceOf } from '../vocabulary';

type Both<T> = Readonly<Record<Role, T>>;

/** Where a dancer stands and faces. Metres and degrees. */
export interface Pose extends Point {
  readonly facing: Degrees;
}

/** A foot placed, and when, from the figure's first count. */
export interface Landing {
  readonly tick: Ticks;
  readonly at: Point;
}

/** What a combination needs to know of one figure; everything here is derived. */
export interface Reading {
  readonly figure: Figure;
  readonly ends: Ends;
  /** Its first count, and how many whole beats it fills. */
  readonly from: Ticks;
  readonly beats: number;
  /** Where each foot lands, in the figure's own floor, the leader starting at the origin. */
  readonly landings: Both<readonly Landing[]>;
  /** Where the leader ends there. */
  readonly leaves: Pose;
  /** Ticks from its first count at which something is struck or stopped. */
  readonly accents: readonly Ticks[];
  /** All turning, both ways added up. */
  readonly turning: Both<Degrees>;
  /** What cannot be danced as written; empty for a sound figure. */
  readonly wrong: readonly FindingCode[];
  /** Both roles have something to dance. */
  readonly finished: boolean;
  /** What may hurt someone. */
  readonly cautions: readonly Finding[];
}

/** Reads a figure. Cost: one analysis. @example read(push).beats // 6 */
export function read(figure: Figure, heights: Heights = defaultHeights): Reading {
  const a = analyse(figure, heights);
  const { path } = a.roles.leader;
  const last = path.x.length - 1;
  const found = check(a);
  return {
    figure,
    ends: endsOf(a),
    from: a.start,
    beats: Math.max(1, Math.ceil((a.end - a.start) / TICKS_PER_BEAT)),
    landings: both((r) => landingsOf(a, r)),
    leaves: { x: path.x[last] ?? 0, y: path.y[last] ?? 0, facing: path.facing[last] ?? 0 },
    accents: accentsOf(a),
    turning: both((r) => totalTurn(a.roles[r].turns.map((t) => ({ ...t, amount: Math.abs(t.amount) })))),
    wrong: found.filter((f) => f.severity === 'wrong').map((f) => f.code),
    finished: ROLES.every((r) => a.roles[r].actions.length > 0),
    cautions: found.filter((f) => f.severity === 'caution'),
  };
}

const both = <T>(f: (role: Role) => T): Both<T> => ({ leader: f('leader'), follower: f('follower') });

const landingsOf = (a: Analysis, role: Role): Landing[] =>
  a.roles[role].path.placings.flatMap((p) =>
    p.foot === undefined ? [] : [{ tick: p.tick - a.start, at: p.at }],
  );

/** A stop this long, for both, makes what comes before it an accent: longer than a slow. Our choice. */
const STOP: Ticks = 3 * TICKS_PER_BEAT;
const SAID = /\b(hit|stop|accent|break hit)\b/i;

/**
 * What can meet a break in the music: the last thing done before both stand still for three beats, and every count
 * whose call says hit, stop or accent.
 */
export function accentsOf(a: Analysis): Ticks[] {
  const found = new Set<Ticks>();
  const times = ROLES.flatMap((r) =>
    a.roles[r].actions.filter((w) => KINDS[w.action.kind].weight !== 'none').map((w) => w.tick),
  ).sort((x, y) => x - y);
  times.forEach((t, i) => {
    if ((times[i + 1] ?? a.end) - t >= STOP && t % TICKS_PER_BEAT === 0) found.add(t - a.start);
  });
  for (const w of a.words)
    if (w.track === 'calls' && SAID.test(w.text) && w.tick >= a.start) found.add(w.tick - a.start);
  return [...found].sort((x, y) => x - y);
}

/** Most whole turns one role makes in a figure; less than one is none. @example turnsIn(reading) // 1 */
export const turnsIn = (r: Reading): number =>
  Math.floor((Math.max(...ROLES.map((role) => r.turning[role])) + 1e-6) / 360);

/** It can be composed with: both roles are written, and nothing in it is wrong. */
export const usable = (r: Reading): boolean => r.finished && r.wrong.length === 0;

/** A lane, a line or a spot. */
export const frameOf = (r: Reading) => danceOf(r.figure).frame;

/**
 * Figures by id, each read once and remembered while it stays the same. `own` figures of a combination come first.
 * Changed figures are remembered by their change.
 */
export class Repertoire {
  readonly #figures: Map<string, Figure>;
  readonly #read = new WeakMap<Figure, Reading>();
  readonly #changed = new WeakMap<Change, { readonly of: Figure; readonly figure: Figure }>();
  readonly heights: Heights;

  constructor(figures: Iterable<Figure>, heights: Heights = defaultHeights) {
    this.#figures = new Map([...figures].map((f) => [f.id, f]));
    this.heights = heights;
  }

  /** Figures it did not know, or not so. */
  learn(figures: Iterable<Figure>): void {
    for (const f of figures) this.#figures.set(f.id, f);
  }

  get figures(): Iterable<Figure> {
    return this.#figures.values();
  }

  figure(id: string, own: readonly Figure[] = [], change?: Change): Figure | undefined {
    const figure = own.find((f) => f.id === id) ?? this.#figures.get(id);
    return figure && change ? this.#with(figure, change) : figure;
  }

  #with(of: Figure, change: Change): Figure {
    const done = this.#changed.get(change);
    if (done?.of === of) return done.figure;
    const { figure } = applyChange(change, of);
    this.#changed.set(change, { of, figure });
    return figure;
  }

  reading(figure: Figure): Reading {
    const done = this.#read.get(figure);
    if (done) return done;
    const made = read(figure, this.heights);
    this.#read.set(figure, made);
    return made;
  }

  /** What has been read already. */
  known(figure: Figure): Reading | undefined {
    return this.#read.get(figure);
  }

  get(id: string, own: readonly Figure[] = [], change?: Change): Reading | undefined {
    const figure = this.figure(id, own, change);
    return figure && this.reading(figure);
  }
}
