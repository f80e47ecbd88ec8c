import type { KindId } from '$lib/core/library';
import { KIND_WORDS } from '$lib/messages';
import { openStored, type Database, type Opened, type Shelf } from '$lib/storage';
import { app } from './app.svelte';
import { closedStore } from './closed-store';
import { Saver, written } from './saver.svelte';
import { SESSION, liveSessions } from './session';

/** Why there is nothing to show; `mend`: it can be put right on the Data screen. */
export interface Problem {
  readonly text: string;
  readonly mend: boolean;
}

/** How documents of a kind become what a screen works on. */
interface How<K extends KindId, D extends { readonly id: string }, R extends Opened<D>, M> {
  readonly shelf: (db: Database) => Shelf<K, D, R>;
  readonly model: (doc: D, opened: R | undefined, db: Database) => Promise<M>;
  readonly onchange: (model: M, save: (doc: D) => void) => void;
  readonly replace: (model: M, doc: D) => void;
  readonly opened: (model: M, opened: R) => void;
  /** What there is to work on where nothing is stored yet; it is stored once it is worth keeping. */
  readonly begin?: (() => D) | undefined;
  readonly worthKeeping?: (doc: D) => boolean;
  /** Follows what else it is made of; gives what ends that. */
  readonly watch?: (model: M, db: Database) => () => void;
}

const SAID = {
  elsewhere: (what: string) =>
    `Another tab changed this ${what}; this is the latest version. Undo brings back what was here.`,
  source: () => 'The figure it is a version of has changed; that has been carried over here.',
};

/**
 * A document being opened, of whatever kind: what the screen works on and its saver once they are there, or why they
 * are not. What an ended session left unsaved is taken up; older leavings go to the bin.
 */
export class OpenDocument<K extends KindId, D extends { readonly id: string }, R extends Opened<D>, M> {
  model: M | undefined = $state.raw();
  saver: Saver<K, D, R> | undefined = $state.raw();
  problem: Problem | undefined = $state.raw();
  news = $state('');
  #alive = true;
  readonly #id: string;
  readonly #how: How<K, D, R, M>;

  constructor(id: string, how: How<K, D, R, M>) {
    this.#id = id;
    this.#how = how;
    this.#open().catch((e: unknown) => (this.problem = { text: closedStore(e), mend: false }));
  }

  async #open(): Promise<void> {
    const db = await app.db();
    const shelf = this.#how.shelf(db);
    const what = KIND_WORDS[shelf.kind].one;
    await written(shelf.kind, this.#id);
    const { opened, row, left } = await openStored(db, shelf, this.#id, await liveSessions());
    const doc = left?.doc ?? opened?.doc ?? (row ? undefined : this.#how.begin?.());
    if (!this.#alive) return;
    if (!doc) {
      this.problem = row
        ? { text: `This ${what} needs mending before it can be opened. It is still stored.`, mend: true }
        : { text: `There is no ${what} here. It may have been deleted.`, mend: false };
      return;
    }
    const model = await this.#how.model(doc, opened, db);
    if (!this.#alive) return;
    const saver = this.#saver(db, shelf, opened, model, what);
    if (left) {
      await saver.takeUp(left.note, left.doc);
      if (saver.state === 'saved') this.news = 'Your last changes were kept and are saved now.';
    }
    this.#end = this.#how.watch?.(model, db);
    this.saver = saver;
    this.model = model;
  }

  #saver(db: Database, shelf: Shelf<K, D, R>, opened: R | undefined, model: M, what: string): Saver<K, D, R> {
    const saver = new Saver(db, shelf, this.#id, opened, SESSION, {
      onOther: (doc, now, why) => {
        this.#how.replace(model, doc);
        this.#how.opened(model, now);
        this.news = SAID[why](what);
      },
      onSaved: (now) => this.#how.opened(model, now),
    });
    if (opened) this.#how.opened(model, opened);
    let kept = opened !== undefined;
    this.#how.onchange(model, (doc) => {
      this.news = '';
      kept ||= this.#how.worthKeeping?.(doc) ?? true;
      if (kept) saver.save(doc);
    });
    return saver;
  }

  #end: (() => void) | undefined;

  close(): void {
    this.#alive = false;
    this.#end?.();
    this.saver?.close();
  }
}
