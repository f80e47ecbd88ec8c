import { begin, record, redo, undo, type History } from './history';

/** What changes of a document; a field given as undefined is left out. */
export type Patch<T> = { readonly [F in keyof T]?: T[F] | undefined };

/** One document being worked on, with its history. What changes it is handed on to be saved. */
export class DocDesk<T extends object> {
  #history: History<T> = $state.raw() as History<T>;
  onchange: (doc: T) => void = () => {};
  notice = $state('');

  constructor(doc: T) {
    this.#history = begin(doc);
  }
  readonly doc: T = $derived.by(() => this.#history.present);
  readonly canUndo: boolean = $derived.by(() => this.#history.past.length > 0);
  readonly canRedo: boolean = $derived.by(() => this.#history.future.length > 0);

  /** Changes some of it. Edits of the same `group` in quick succession are undone together. */
  edit(patch: Patch<T>, group?: string): void {
    this.#become(record(this.#history, withPatch(this.doc, patch), group, Date.now()));
  }
  /** Another tab has made it otherwise. */
  replace(doc: T): void {
    this.#history = record(this.#history, doc, undefined, Date.now());
  }
  undo(): void {
    this.#become(undo(this.#history));
  }
  redo(): void {
    this.#become(redo(this.#history));
  }
  #become(next: History<T>): void {
    const changed = next.present !== this.#history.present;
    this.#history = next;
    if (changed) this.onchange(next.present);
  }
}

/** A field given as undefined is left out: absent keys are absent. */
function withPatch<T extends object>(doc: T, patch: Patch<T>): T {
  const next = { ...doc, ...patch } as T;
  for (const key of Object.keys(next) as (keyof T)[]) if (next[key] === undefined) delete next[key];
  return next;
}
