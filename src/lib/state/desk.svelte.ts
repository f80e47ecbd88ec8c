import { IN_WORDS } from '$lib/core/base';
import { analyse, type Analysis, type Heights, type Weighed } from '$lib/core/analysis';
import type { Role, Ticks } from '$lib/core/base';
import {
  NO_PICKS,
  applyEdits,
  choicesOf,
  figureSchema,
  pickedFigure,
  preferredAll,
  withPick,
  withoutWays,
  type ChoicePoint,
  type Figure,
  type FigureEdit,
  type Picks,
  type Ref,
} from '$lib/core/figure';
import { check, checkBranches, keyOf, soFar, type Finding, type Fix, type Writing } from '$lib/core/findings';
import { placeOf } from '$lib/core/library';
import { failureText, refusedText } from '$lib/messages';
import type { FigureRow } from '$lib/storage';
import type { FixFinder } from '$lib/workers/fix-finder';
import { nextPlace } from './building';
import { begin, record, redo, undo, type History } from './history';

/** Which danced step is chosen. */
export interface Selection {
  readonly role: Role;
  readonly ref: Ref;
  readonly pass: number;
}

const sameRef = (a: Ref, b: Ref): boolean => a.line === b.line && a.item === b.item && a.step === b.step;

/** While keys come nothing is judged, nor drawn. */
const NOTHING_YET: readonly Finding[] = [];

/** The mends tried so far, by finding, and whether there are no more to come. */
interface Tried {
  readonly of: Analysis;
  readonly map: Readonly<Record<string, readonly Fix[]>>;
  readonly all: boolean;
}

/**
 * One figure on the desk: the document with its history, and everything derived from it. Text, rail, floor and
 * details all change it through {@link edit}; nothing else does.
 */
export class Desk {
  #history: History<Figure> = $state.raw() as History<Figure>;
  selection: Selection | undefined = $state.raw(undefined);
  /** More steps of the same role, chosen together with it. */
  #others: readonly Selection[] = $state.raw([]);
  /** The chosen step was put there just now: the next word is what it does, and then it goes on. */
  fresh = $state(false);
  /** Where the next step goes, where somebody said it: on the rail, or by the caret in the text. */
  #place: { readonly role: Role; readonly tick: Ticks; readonly byCaret?: boolean } | undefined =
    $state.raw(undefined);
  /** What went wrong with the last edit; empty when it went well. */
  notice = $state('');
  /** How the figure is kept: as a version, and where its parent has changed under it. */
  kept: Pick<FigureRow, 'version' | 'conflicts'> = $state.raw({});
  #fixes: Tried | undefined = $state.raw(undefined);
  readonly #finder: Pick<FixFinder, 'ask'>;
  readonly heights: Heights;
  /** Called with every new version of the figure. */
  onchange: (figure: Figure) => void = () => {};

  constructor(figure: Figure, heights: Heights, finder: Pick<FixFinder, 'ask'>) {
    this.#history = begin(figure);
    this.heights = heights;
    this.#finder = finder;
  }

  readonly figure: Figure = $derived.by(() => this.#history.present);
  /** A variation looked at before it is taken over: rail, floor and arms show it, the text does not. */
  preview: Figure | undefined = $state.raw(undefined);
  /** Which other ways are looked at, of those the figure leaves open. */
  picks: Picks = $state.raw(NO_PICKS);
  /** Of the figure as it stands. */
  readonly settled: Analysis = $derived.by(() => this.#analysed(this.figure));
  /** Of what is shown: the preview, or the figure. */
  readonly analysis: Analysis = $derived.by(() =>
    this.preview ? this.#analysed(this.preview) : this.settled,
  );
  /** A line is being written: the caret stands at its end. What is there is "so far" meanwhile. */
  writing: Writing | undefined = $state(undefined);
  readonly findings: readonly Finding[] = $derived.by(() => {
    if (this.writing === 'typing') return NOTHING_YET;
    const found = check(this.analysis);
    if (this.writing) return soFar(this.analysis, found);
    return this.preview ? found : [...found, ...checkBranches(this.analysis, this.heights, found)];
  });
  readonly canUndo: boolean = $derived.by(() => this.#history.past.length > 0);
  readonly canRedo: boolean = $derived.by(() => this.#history.future.length > 0);
  readonly selected: Weighed | undefined = $derived.by(() => {
    const s = this.selection;
    return s && this.analysis.roles[s.role].actions.find((w) => w.pass === s.pass && sameRef(w.ref, s.ref));
  });

  /** All chosen steps, in the order they are danced. */
  readonly chosen: readonly Weighed[] = $derived.by(() => {
    const s = this.selection;
    if (!s) return [];
    const all = [s, ...this.#others];
    return this.analysis.roles[s.role].actions.filter((w) =>
      all.some((x) => x.pass === w.pass && sameRef(x.ref, w.ref)),
    );
  });
  /** Somebody said where the next step goes. */
  readonly building: boolean = $derived.by(() => this.#place !== undefined && !this.#place.byCaret);
  /** Where the next step goes: where it was said, as long as nothing is there, else behind what the role has. */
  readonly place: { readonly role: Role; readonly tick: Ticks } = $derived.by(() => {
    const p = this.#place;
    const role = p?.role ?? this.selection?.role ?? 'leader';
    const free = p && !this.analysis.roles[role].actions.some((w) => w.tick === p.tick);
    return free ? p : { role, tick: nextPlace(this.analysis, role) };
  });

  /** Counts at which something else may be danced. */
  readonly choices: readonly ChoicePoint[] = $derived.by(() => choicesOf(this.settled.parsed));

  /** Looks at the figure with another way danced at a choice; 0 is the main line. */
  pick(key: string, option: number): void {
    this.look(withPick(this.picks, key, option));
  }
  /** Looks at the figure with some ways danced; none is the figure as it stands. */
  look(picks: Picks): void {
    this.preview = picks.size > 0 ? pickedFigure(this.figure, this.settled.parsed, picks) : undefined;
    this.picks = picks;
  }
  /** What is looked at becomes the main line; what was danced before is offered in its place. */
  preferPicked(): void {
    this.become(preferredAll(this.figure, this.picks));
  }
  /** Takes other ways out of the figure. */
  dropWays(picks: Picks): void {
    this.become(withoutWays(this.figure, picks));
  }
  #settle(): void {
    this.preview = undefined;
    this.picks = NO_PICKS;
  }

  /** The places of the analysis before are a first guess for the next: a key changes little. */
  #near: Analysis | undefined;
  #analysed(figure: Figure): Analysis {
    const near = this.#near;
    return (this.#near = analyse(figure, this.heights, undefined, near ? { near } : {}));
  }

  /** Applies edits as one step of the history. Returns false, with a notice, when they cannot be done. */
  edit(edits: FigureEdit | readonly FigureEdit[], group?: string): boolean {
    this.#settle();
    const result = applyEdits(this.figure, Array.isArray(edits) ? edits : [edits as FigureEdit]);
    this.notice = result.ok ? '' : failureText(result.error);
    if (result.ok) this.#become(record(this.#history, result.value, group, Date.now()));
    return result.ok && this.notice === '';
  }

  /** Takes a whole figure over as one step of the history. */
  become(figure: Figure): void {
    this.#settle();
    this.#become(record(this.#history, figure, undefined, Date.now()));
  }

  undo(): void {
    this.#settle();
    this.#become(undo(this.#history));
  }
  redo(): void {
    this.#settle();
    this.#become(redo(this.#history));
  }

  /** Takes over a version saved elsewhere, without saving it again; what was here before is a step of the history. */
  replace(figure: Figure): void {
    this.#settle();
    this.#history = record(this.#history, figure, undefined, Date.now());
  }

  /** Only what can be read back is taken over; what is wrong is said, and the last good figure stays. */
  #become(next: History<Figure>): void {
    const refused = figureSchema.safeParse(next.present, IN_WORDS).error?.issues[0];
    if (refused) {
      this.notice = refusedText(placeOf(refused.path), refused.message);
      return;
    }
    const changed = next.present !== this.#history.present;
    this.#history = next;
    if (changed) this.onchange(next.present);
  }

  select(role: Role, w: Weighed | undefined): void {
    this.selection = w && { role, ref: w.ref, pass: w.pass };
    this.#others = [];
    this.fresh = false;
    if (w) this.#place = undefined;
  }
  /** Chooses a step with those chosen before, or lets it go; one of the other role begins anew. */
  also(role: Role, w: Weighed): void {
    const s = this.selection;
    if (!s || s.role !== role) return this.select(role, w);
    const all = [s, ...this.#others];
    const kept = all.filter((x) => x.pass !== w.pass || !sameRef(x.ref, w.ref));
    const next = kept.length < all.length ? kept : [...all, { role, ref: w.ref, pass: w.pass }];
    [this.selection, this.#others] = [next[0], next.slice(1)];
    this.fresh = false;
  }
  /** Chooses the steps from the one chosen up to this one. */
  through(role: Role, w: Weighed): void {
    const first = this.selected;
    if (!first || this.selection?.role !== role) return this.select(role, w);
    const [from, to] = [Math.min(first.tick, w.tick), Math.max(first.tick, w.tick)];
    const span = this.analysis.roles[role].actions.filter(
      (x) => x.tick >= from && x.tick <= to && x !== first,
    );
    this.#others = span.map((x) => ({ role, ref: x.ref, pass: x.pass }));
    this.fresh = false;
  }
  chooseAt(role: Role, tick: Ticks): void {
    this.select(
      role,
      this.analysis.roles[role].actions.find((w) => w.tick === tick),
    );
  }
  /** The caret stands at the end of this role's line. */
  writeOn(role: Role): void {
    this.select(role, undefined);
    this.#place = { role, tick: nextPlace(this.analysis, role), byCaret: true };
  }
  /** The next step goes here; nothing is chosen any more. */
  goOn(role: Role, tick: Ticks): void {
    this.select(role, undefined);
    this.#place = { role, tick };
  }

  /** The tried mends of a finding; undefined while they are being tried. */
  fixes(f: Finding): readonly Fix[] | undefined {
    const tried = this.#fixes;
    return tried?.of === this.analysis ? (tried.map[keyOf(f)] ?? (tried.all ? [] : undefined)) : undefined;
  }

  /** Has mends tried for every finding, off the main thread; those of an older version are dropped. */
  seekFixes(): void {
    const of = this.analysis;
    if (this.preview || this.findings.length === 0 || this.#fixes?.of === of) return;
    this.#finder.ask(this.figure, this.heights, (answer) => {
      if (this.analysis !== of) return;
      const map = this.#fixes?.of === of ? this.#fixes.map : {};
      this.#fixes =
        answer.type === 'done'
          ? { of, map, all: true }
          : { of, map: { ...map, [answer.key]: answer.fixes }, all: false };
    });
  }
}
