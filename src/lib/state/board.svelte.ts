import { untrack } from 'svelte';
import {
  NEW_TEMPO,
  combinationSchema,
  duration,
  edited,
  findingsOf,
  hits,
  layerOf,
  layersOf,
  leftover,
  loads,
  loops,
  planOf,
  tempoWithin,
  wholeOf,
  type BoardEdit,
  type Combination,
  type Layer,
  type LayerNumber,
  type Parents,
  type Part,
  type Placed,
  type Plan,
  type Reading,
  type Repertoire,
  type Whole,
} from '$lib/core/combination';
import { IN_WORDS } from '$lib/core/base';
import { holdsInChain, mendEdits, type Mend } from '$lib/core/composer';
import { placeOf } from '$lib/core/library';
import { refusedText } from '$lib/messages';
import type { Joint } from '$lib/core/joints';
import { boardRows, type BoardRow } from '$lib/core/scene/board';
import type { ComposeFinder, Rows } from '$lib/workers/compose-finder';
import { begin, record, redo, undo, type History } from './history';

/** What is chosen on the board. The joint after the last pass closes the loop. */
export type Chosen =
  { readonly type: 'part'; readonly part: number } | { readonly type: 'joint'; readonly pass: number };

/** The whole danced, as of a plan: it follows a moment after the board. */
export interface Danced {
  readonly plan: Plan;
  readonly whole: Whole;
  readonly findings: readonly Placed[];
  readonly loads: ReturnType<typeof loads>;
}

/** The figures a board is danced with. */
export interface Stock {
  readonly repertoire: Repertoire;
  readonly parents: Parents;
  readonly stored: Rows;
}

/**
 * One combination on the board: the document with its history, and everything derived from it. Rows and joints follow
 * every change at once; the whole is danced a moment later, through {@link dance}.
 */
export class Board {
  #stock: Stock = $state.raw() as Stock;
  #history: History<Combination> = $state.raw() as History<Combination>;
  chosen: Chosen | undefined = $state.raw();
  /** 0: as written. */
  layer: LayerNumber | 0 = $state(0);
  /** Which counts the numerals show. */
  straight = $state(true);
  danced: Danced | undefined = $state.raw();
  /** Mends of the chosen joint; undefined while they are looked for. */
  mends: readonly Mend[] | undefined = $state.raw();
  notice = $state('');
  /** Called with every new version of the combination. */
  onchange: (c: Combination) => void = () => {};

  constructor(
    combination: Combination,
    stock: Stock,
    private readonly finder: ComposeFinder,
    private readonly makeKey: () => string,
  ) {
    this.#history = begin(combination);
    this.#stock = stock;
  }

  readonly combination: Combination = $derived.by(() => this.#history.present);
  readonly shown: Combination = $derived.by(() =>
    this.layer === 0
      ? this.combination
      : layerOf(this.combination, this.layer, this.repertoire, this.parents),
  );
  readonly plan: Plan = $derived.by(() => planOf(this.shown, this.repertoire));
  readonly rows: readonly BoardRow[] = $derived.by(() => boardRows(this.plan));
  readonly loops: boolean = $derived.by(() => loops(this.plan));
  readonly seconds: number = $derived.by(() => duration(this.plan));
  readonly left = $derived.by(() => leftover(this.plan));
  readonly hits = $derived.by(() => hits(this.plan));
  readonly canUndo: boolean = $derived.by(() => this.#history.past.length > 0);
  readonly canRedo: boolean = $derived.by(() => this.#history.future.length > 0);
  /** Joints that need a bridge, by the pass they lead into. */
  readonly gaps: readonly number[] = $derived.by(() =>
    this.plan.passes.flatMap((p, i) =>
      p.joint && p.joint.fit !== 'fits' && p.joint.fit !== 'small' ? [i] : [],
    ),
  );

  /** The figure by a part as it is danced here. */
  reading(part: Part): Reading | undefined {
    return this.repertoire.get(part.figure, this.combination.own, part.change);
  }
  name(id: string): string {
    return this.repertoire.figure(id, this.combination.own)?.name ?? 'a figure that is not here';
  }

  /** Dances the whole; does nothing when that has been done. */
  dance(): void {
    const { plan } = this;
    if (this.danced?.plan === plan) return;
    const whole = wholeOf(plan, this.repertoire.heights);
    this.danced = whole && {
      plan,
      whole,
      findings: findingsOf(plan, whole.analysis),
      loads: loads(whole.analysis, duration(plan)),
    };
  }

  /** All layers danced and held against the first. */
  layers(): Layer[] {
    return layersOf(this.combination, [1, 2, 3], this.repertoire, this.parents);
  }

  edit(edits: BoardEdit | readonly BoardEdit[], group?: string): void {
    const all = Array.isArray(edits) ? (edits as readonly BoardEdit[]) : [edits as BoardEdit];
    const next = this.#inTempo(all.reduce(edited, this.combination));
    this.notice = '';
    this.#become(record(this.#history, next, group, Date.now()));
  }
  /** The first figures on an empty board bring their tempo, unless one has been set. */
  #inTempo(next: Combination): Combination {
    const { parts, tempo } = this.combination;
    const untouched = tempo.length === 1 && tempo[0]?.bpm === NEW_TEMPO && next.tempo === tempo;
    if (parts.length > 0 || next.parts.length === 0 || !untouched) return next;
    const bpm = tempoWithin(
      next.parts.flatMap((p) => this.repertoire.figure(p.figure, next.own)?.tempo ?? []),
    );
    return bpm === undefined ? next : { ...next, tempo: [{ beat: 1, bpm }] };
  }
  /** Takes a whole combination over as one step of the history. */
  become(c: Combination): void {
    this.#become(record(this.#history, c, undefined, Date.now()));
  }
  /** Takes over a version saved elsewhere, without saving it again; what was here before is a step of the history. */
  replace(c: Combination): void {
    this.#history = record(this.#history, c, undefined, Date.now());
    this.chosen = undefined;
  }
  /** The figures it is danced with have changed. */
  restock(stock: Stock): void {
    this.#stock = stock;
    this.mends = undefined;
  }
  get repertoire(): Repertoire {
    return this.#stock.repertoire;
  }
  get parents(): Parents {
    return this.#stock.parents;
  }
  get stored(): Rows {
    return this.#stock.stored;
  }
  undo(): void {
    this.#become(undo(this.#history));
  }
  redo(): void {
    this.#become(redo(this.#history));
  }
  /** Only what can be read back is taken over; what is wrong is said, and the last good combination stays. */
  #become(next: History<Combination>): void {
    const refused = combinationSchema.safeParse(next.present, IN_WORDS).error?.issues[0];
    if (refused) {
      this.notice = refusedText(placeOf(refused.path), refused.message);
      return;
    }
    const changed = next.present !== this.#history.present;
    this.#history = next;
    if (!changed) return;
    if (this.chosen?.type === 'joint' || (this.chosen && this.chosen.part >= next.present.parts.length))
      this.chosen = undefined;
    this.onchange(next.present);
  }

  insert(figures: readonly string[], at: number): void {
    const parts = figures.map((figure): Part => ({ key: this.makeKey(), figure, times: 1 }));
    this.edit({ type: 'insert', at, parts });
    this.chosen = { type: 'part', part: at };
  }
  move(from: number, to: number): void {
    if (to < 0 || to >= this.combination.parts.length || from === to) return;
    this.edit({ type: 'move', from, to });
    this.chosen = { type: 'part', part: to };
  }
  remove(at: number): void {
    this.edit({ type: 'remove', at });
    const left = this.combination.parts.length;
    this.chosen = left > 0 ? { type: 'part', part: Math.min(at, left - 1) } : undefined;
  }
  /** Another figure in the place of a part; what was mended or levelled there was of the one before. */
  putInPlace(at: number, figure: string): void {
    this.edit({ type: 'set', at, patch: { figure, change: undefined, layers: undefined } });
    this.chosen = { type: 'part', part: at };
  }
  duplicate(at: number): void {
    this.edit({ type: 'duplicate', at, key: this.makeKey() });
    this.chosen = { type: 'part', part: at + 1 };
  }
  times(at: number, times: number): void {
    this.edit({ type: 'set', at, patch: { times } }, `times${at}`);
  }

  choosePart(part: number): void {
    this.chosen = { type: 'part', part };
  }
  chooseJoint(pass: number): void {
    this.chosen = { type: 'joint', pass };
    this.seekMends();
  }

  /** The joint into a pass; after the last, the one that closes the loop. */
  jointAt(pass: number): Joint | undefined {
    return pass >= this.plan.passes.length ? this.plan.loop : this.plan.passes[pass]?.joint;
  }

  /** Has mends of the chosen joint tried, off the main thread. */
  seekMends(): void {
    const { chosen, plan } = untrack(() => ({ chosen: this.chosen, plan: this.plan }));
    this.mends = undefined;
    if (chosen?.type !== 'joint') return this.finder.cancel();
    const closing = chosen.pass >= plan.passes.length;
    const [into, from] = [
      plan.passes[closing ? 0 : chosen.pass],
      plan.passes[closing ? plan.passes.length - 1 : chosen.pass - 1],
    ];
    if (!into || !from) return;
    const joint = {
      before: from.reading.figure,
      after: into.reading.figure,
      was: from.over,
      will: into.over,
    };
    const rows = this.kin(into.reading.figure.dance);
    this.finder.mends(joint, rows, this.repertoire.heights, (a) => {
      if (this.chosen !== chosen) return;
      if (a.type === 'mends')
        this.mends = a.mends.filter((m) => holdsInChain(plan, chosen.pass, m, this.repertoire));
      else if (a.type === 'done') this.mends ??= [];
    });
  }

  /** The figures of a dance that may be composed with: no mistakes on purpose. */
  kin(dance: string): Rows {
    return this.stored.filter((r) => r.figure.dance === dance && !r.figure.mistake);
  }

  /** Applies a mend of the chosen joint as one step of the history. */
  mend(m: Mend): void {
    if (this.chosen?.type !== 'joint') return;
    const plan = planOf(this.combination, this.repertoire);
    const base = (p: Part) => this.repertoire.figure(p.figure, this.combination.own);
    this.edit(mendEdits(plan, this.chosen.pass, m, base, this.makeKey));
  }

  readonly key = (): string => this.makeKey();
}
