import type { Practice, PracticeItem } from '$lib/core/practice/playlist';
import { DocDesk } from './doc-desk.svelte';

/** One practice being put together. */
export class PracticeDesk extends DocDesk<Practice> {
  constructor(
    practice: Practice,
    private readonly makeKey: () => string,
  ) {
    super(practice);
  }
  get practice(): Practice {
    return this.doc;
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
}
