import type { Figure } from '$lib/core/figure';
import { journal, loadFigure, saveFigure, type Database, type FigureRow, type SaveError } from '$lib/storage';

export type SaveState = 'saved' | 'saving' | 'conflict' | 'failed';
const CHANNEL = 'brisk-partner:saved';

/** Saves every version of one figure, the latest winning, and notices other tabs. */
export class Saver {
  state: SaveState = $state('saved');
  problem: SaveError | undefined = $state.raw(undefined);
  #rev: number;
  #next: Figure | undefined;
  #busy = false;
  readonly #channel = new BroadcastChannel(CHANNEL);

  constructor(
    private readonly db: Database,
    private readonly store: journal.SyncStore,
    private readonly id: string,
    rev: number,
    private readonly onOther: (row: FigureRow) => void,
    private readonly onSaved: (row: FigureRow) => void = () => {},
  ) {
    this.#rev = rev;
    this.#channel.onmessage = (e: MessageEvent) => void this.#heard(e.data);
  }

  /** Notes the figure at once and saves it as soon as the save before it is done. */
  save(figure: Figure): void {
    journal.note(this.store, { base: this.#rev, figure });
    this.#next = figure;
    if (this.state !== 'conflict') void this.#run();
  }

  async #run(): Promise<void> {
    if (this.#busy) return;
    this.#busy = true;
    this.state = 'saving';
    while (this.#next) {
      const figure = this.#next;
      this.#next = undefined;
      const result = await saveFigure(this.db, figure, this.#rev, Date.now());
      if (!result.ok) {
        this.#next ??= figure;
        this.problem = result.error;
        this.state = result.error.type === 'failed' ? 'failed' : 'conflict';
        this.#busy = false;
        return;
      }
      this.#rev = result.value.rev;
      this.onSaved(result.value);
      journal.settle(this.store, figure);
      this.#channel.postMessage({ id: this.id, rev: this.#rev });
    }
    this.problem = undefined;
    this.state = 'saved';
    this.#busy = false;
  }

  /** What lies there was changed through this tab: it is what the next save goes over. */
  adopt(row: FigureRow): void {
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
  takeTheirs(): { theirs: FigureRow | undefined; mine: Figure | undefined } {
    const theirs = this.problem?.type === 'changed-elsewhere' ? this.problem.theirs : undefined;
    const mine = this.#next;
    if (theirs) this.#rev = theirs.rev;
    this.#next = undefined;
    this.problem = undefined;
    this.state = 'saved';
    journal.forget(this.store, this.id);
    return { theirs, mine };
  }

  async #heard(data: unknown): Promise<void> {
    if (typeof data !== 'object' || data === null || (data as { id?: unknown }).id !== this.id) return;
    if (this.#busy || this.#next) return;
    const row = await loadFigure(this.db, this.id);
    if (!row || row.rev <= this.#rev || this.#busy || this.#next) return;
    this.#rev = row.rev;
    this.onOther(row);
  }

  close(): void {
    this.#channel.close();
  }
}
