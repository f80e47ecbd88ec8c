import type { Combination } from '$lib/core/combination';
import type { Figure } from '$lib/core/figure';
import type { CombinationRow, FigureRow, SaveError, Shelf, SyncStore } from '$lib/storage';

export type SaveState = 'saved' | 'saving' | 'conflict' | 'failed';
const CHANNEL = 'brisk-partner:saved';

/** Saves every version of one document, the latest winning, and notices other tabs. */
export class Saver<D extends { readonly id: string }, R extends { readonly rev: number }> {
  state: SaveState = $state('saved');
  problem: SaveError<R> | undefined = $state.raw(undefined);
  #rev: number;
  #next: D | undefined;
  #busy = false;
  readonly #channel = new BroadcastChannel(CHANNEL);

  constructor(
    private readonly shelf: Shelf<D, R>,
    private readonly store: SyncStore,
    private readonly id: string,
    rev: number,
    private readonly onOther: (row: R) => void,
    private readonly onSaved: (row: R) => void = () => {},
  ) {
    this.#rev = rev;
    this.#channel.onmessage = (e: MessageEvent) => void this.#heard(e.data);
  }

  /** Notes the document at once and saves it as soon as the save before it is done. */
  save(doc: D): void {
    this.shelf.journal.note(this.store, this.#rev, doc, Date.now());
    this.#next = doc;
    if (this.state !== 'conflict') void this.#run();
  }

  async #run(): Promise<void> {
    if (this.#busy) return;
    this.#busy = true;
    this.state = 'saving';
    while (this.#next) {
      const doc = this.#next;
      this.#next = undefined;
      const result = await this.shelf.save(doc, this.#rev, Date.now());
      if (!result.ok) {
        this.#next ??= doc;
        this.problem = result.error;
        this.state = ['failed', 'unreadable'].includes(result.error.type) ? 'failed' : 'conflict';
        this.#busy = false;
        return;
      }
      this.#rev = result.value.rev;
      this.onSaved(result.value);
      this.shelf.journal.settle(this.store, doc);
      this.#channel.postMessage({ id: this.id, rev: this.#rev });
    }
    this.problem = undefined;
    this.state = 'saved';
    this.#busy = false;
  }

  /** What lies there was changed through this tab: it is what the next save goes over. */
  adopt(row: R): void {
    this.#rev = row.rev;
    this.#channel.postMessage({ id: this.id, rev: row.rev });
  }

  /** Keeps this tab's version over what lies there. */
  keepMine(): void {
    if (this.problem?.type === 'changed-elsewhere') this.#rev = this.problem.theirs.rev;
    if (this.problem?.type === 'deleted-elsewhere') this.#rev = 0;
    this.problem = undefined;
    void this.#run();
  }

  /** Takes the other tab's version; this tab's unsaved one is given back for keeping as a copy. */
  takeTheirs(): { theirs: R | undefined; mine: D | undefined } {
    const theirs = this.problem?.type === 'changed-elsewhere' ? this.problem.theirs : undefined;
    const mine = this.#next;
    if (theirs) this.#rev = theirs.rev;
    this.#next = undefined;
    this.problem = undefined;
    this.state = 'saved';
    this.shelf.journal.forget(this.store, this.id);
    return { theirs, mine };
  }

  async #heard(data: unknown): Promise<void> {
    if (typeof data !== 'object' || data === null || (data as { id?: unknown }).id !== this.id) return;
    if (this.#busy || this.#next) return;
    const row = await this.shelf.load(this.id);
    if (!row || row.rev <= this.#rev || this.#busy || this.#next) return;
    this.#rev = row.rev;
    this.onOther(row);
  }

  close(): void {
    this.#channel.close();
  }
}

/** A saver of figures, and what its screens take. */
export type FigureSaver = Saver<Figure, FigureRow>;
export type CombinationSaver = Saver<Combination, CombinationRow>;
