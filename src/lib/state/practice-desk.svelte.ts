import type { Practice, PracticeItem } from '$lib/core/practice/playlist';
import { begin, record, redo, undo, type History } from './history';

/** One practice being put together: the document with its history. */
export class PracticeDesk {
  #history: History<Practice> = $state.raw() as History<Practice>;
  onchange: (p: Practice) => void = () => {};
  notice = $state('');

  constructor(
    practice: Practice,
    private readonly makeKey: () => string,
  ) {
    this.#history = begin(practice);
  }
  readonly practice: Practice = $derived.by(() => this.#history.present);
  readonly canUndo: boolean = $derived.by(() => this.#history.past.length > 0);
  readonly canRedo: boolean = $derived.by(() => this.#history.future.length > 0);

  edit(patch: Partial<Practice>, group?: string): void {
    this.#become(record(this.#history, { ...this.practice, ...patch }, group, Date.now()));
  }
  add(item: Omit<PracticeItem, 'key'>): void {
    this.edit({ items: [...this.practice.items, { ...item, key: this.makeKey() }] });
  }
  set(at: number, patch: Partial<PracticeItem>): void {
    this.edit(
      { items: this.practice.items.map((x, i) => (i === at ? { ...x, ...patch } : x)) },
      `item${at}${Object.keys(patch).join()}`,
    );
  }
  /** Takes the tempo of its own again. */
  ownTempo(at: number): void {
    this.edit({
      items: this.practice.items.map(({ bpm, ...x }, i) =>
        i === at || bpm === undefined ? x : { ...x, bpm },
      ),
    });
  }
  move(at: number, by: -1 | 1): void {
    const items = [...this.practice.items];
    const [item] = items.splice(at, 1);
    if (!item || at + by < 0 || at + by > items.length) return;
    items.splice(at + by, 0, item);
    this.edit({ items });
  }
  remove(at: number): void {
    this.edit({ items: this.practice.items.filter((_, i) => i !== at) });
  }
  replace(p: Practice): void {
    this.#history = record(this.#history, p, undefined, Date.now());
  }
  undo(): void {
    this.#become(undo(this.#history));
  }
  redo(): void {
    this.#become(redo(this.#history));
  }
  #become(next: History<Practice>): void {
    const changed = next.present !== this.#history.present;
    this.#history = next;
    if (changed) this.onchange(next.present);
  }
}
