import { liveQuery } from 'dexie';
import { IN_WORDS, same } from '$lib/core/base';
import type { Combination } from '$lib/core/combination';
import type { Figure } from '$lib/core/figure';
import { afterPaint } from './after-paint';
import type { Practice } from '$lib/core/practice/playlist';
import type { Song } from '$lib/core/song/schema';
import { kindOf, type Docs, type KindId } from '$lib/core/library';
import {
  acting,
  dropNote,
  failure,
  isAt,
  noteOf,
  putSlip,
  rowsOf,
  save,
  writeNote,
  type Database,
  type Edit,
  type Left,
  type Note,
  type Opened,
  type RowStamp,
  type OpenedCombination,
  type OpenedFigure,
  type OpenedPractice,
  type OpenedSong,
  type SaveError,
  type Shelf,
  type SlipStore,
  type Stamp,
} from '$lib/storage';

export type SaveState = 'saved' | 'saving' | 'conflict' | 'failed';
/** Edits of this session, over all documents: a document opened twice goes on counting. */
let edits = 0;
/** A save that has not gone through by then is noted, milliseconds. */
const NOTE_AFTER = 60;

/** Savers with something still to write, by document: whoever opens it waits for them. */
// eslint-disable-next-line svelte/prefer-svelte-reactivity -- nothing is shown of it
const pending = new Map<string, Promise<void>>();
/** Resolves once nothing of this tab is still being written to a document. */
export const written = async (kind: KindId, id: string): Promise<void> => pending.get(`${kind}:${id}`);

/** Savers with something that is not stored yet: each puts a slip down when the page is left. */
// eslint-disable-next-line svelte/prefer-svelte-reactivity -- nothing is shown of it
const unsaved = new Set<{ readonly slip: (store: SlipStore | undefined) => void }>();
/** The page is being left: whatever is not stored yet is put down at once. */
export function leavePage(store: SlipStore | undefined): void {
  for (const saver of unsaved) saver.slip(store);
}

/** What a screen does with what its saver tells. */
export interface SaverEvents<D, R> {
  /** Another tab, or a change of what it stands on, has made it otherwise. `why`: which. */
  readonly onOther: (doc: D, opened: R, why: 'elsewhere' | 'source') => void;
  readonly onSaved?: (opened: R) => void;
}

/**
 * Saves every version of one document, the latest winning, and follows what other tabs make of it and of what it was
 * read from. What cannot be saved is noted in the same store, so that a tab that is killed leaves it behind.
 */
export class Saver<K extends KindId, D extends { readonly id: string }, R extends Opened<D>> {
  state: SaveState = $state('saved');
  problem: SaveError<R> | undefined = $state.raw(undefined);
  #base: R | undefined;
  #at: Stamp | undefined;
  #next: D | undefined;
  #seq = ++edits;
  #busy = false;
  #noted = false;
  #closed = false;
  #missed = false;
  #timer: ReturnType<typeof setTimeout> | undefined;
  readonly #watch: { unsubscribe(): void };

  constructor(
    private readonly db: Database,
    private readonly shelf: Shelf<K, D, R>,
    private readonly id: string,
    base: R | undefined,
    private readonly session: string,
    private readonly events: SaverEvents<D, R>,
    private readonly now: () => number = Date.now,
  ) {
    this.#base = base;
    this.#at = base;
    this.#watch = liveQuery(() => shelf.stamps(id)).subscribe({
      next: (stamps) => this.#stirred(stamps),
      error: () => {},
    });
  }

  /** Saves the document as soon as the save before it is done. */
  save(doc: D): void {
    this.#next = doc;
    this.#seq = ++edits;
    unsaved.add(this);
    if (this.state === 'conflict' || this.state === 'failed') void this.#note();
    else this.#timer ??= setTimeout(() => void this.#note(), NOTE_AFTER);
    if (this.state !== 'conflict') void this.#run();
  }

  /** Text an ended session left: saved where it goes on from what is stored, else shown as a conflict. */
  async takeUp(left: Left<K>, doc: D): Promise<void> {
    this.#next = doc;
    this.#seq = ++edits;
    if (left.follows || !this.#base) {
      await this.#run();
      if (this.state === 'saved') await dropNote(this.db, this.shelf.kind, this.id, left.session);
      return;
    }
    this.problem = { type: 'changed-elsewhere', theirs: this.#base };
    this.state = 'conflict';
    this.#at = left.base ?? NOWHERE;
    await this.#note();
    await dropNote(this.db, this.shelf.kind, this.id, left.session);
  }

  get #edit(): Edit {
    return { session: this.session, seq: this.#seq };
  }

  /** The note of what is not stored yet. */
  #unstored(): Note | undefined {
    const doc = this.#next ?? this.#saving;
    if (!doc) return undefined;
    const stored = this.shelf.stored(doc, this.#base);
    return noteOf(this.shelf.kind, stored, stampOf(this.#at), this.#edit, this.now());
  }
  /** Puts what is not stored yet where it outlives the page. */
  slip(store: SlipStore | undefined): void {
    const note = this.#unstored();
    if (note) putSlip(store, note);
  }

  async #note(): Promise<void> {
    clearTimeout(this.#timer);
    this.#timer = undefined;
    const note = this.#unstored();
    if (!note) return;
    this.#noted = true;
    try {
      await writeNote(this.db, note);
    } catch {
      // The store cannot be written: the save says so.
    }
  }

  #saving: D | undefined;
  #run(): Promise<void> {
    if (this.#busy) return pending.get(`${this.shelf.kind}:${this.id}`) ?? Promise.resolve();
    const key = `${this.shelf.kind}:${this.id}`;
    const done = this.#saveAll().finally(() => {
      if (pending.get(key) === done) pending.delete(key);
    });
    pending.set(key, done);
    return done;
  }

  async #saveAll(): Promise<void> {
    this.#begin();
    this.state = 'saving';
    while (this.#next) {
      // What was typed is seen first, and what is typed until then goes along.
      await afterPaint();
      const doc: D = (this.#saving = this.#next);
      this.#next = undefined;
      const problem = await this.#saveOne(doc, this.#edit);
      this.#saving = undefined;
      if (problem) {
        this.#next ??= doc;
        this.problem = problem;
        const apart = problem.type === 'changed-elsewhere' || problem.type === 'deleted-elsewhere';
        this.state = apart ? 'conflict' : 'failed';
        this.#busy = false;
        await this.#note();
        return;
      }
    }
    clearTimeout(this.#timer);
    this.#timer = undefined;
    this.problem = undefined;
    this.state = 'saved';
    this.#busy = false;
    unsaved.delete(this);
    if (this.#missed) {
      this.#missed = false;
      this.#stirred(this.#stamps);
    }
    if (this.#noted) {
      this.#noted = false;
      await dropNote(this.db, this.shelf.kind, this.id, this.session).catch(() => {});
    }
  }

  /** Saves one version; gives what stands against it. A figure is compared with its parent as it was opened. */
  async #saveOne(doc: D, edit: Edit): Promise<SaveError<R> | undefined> {
    const { kind, schema } = this.shelf;
    const issue = schema.safeParse(doc, IN_WORDS).error?.issues[0];
    if (issue) return { type: 'unreadable', at: issue.path.join('.') || 'the whole', message: issue.message };
    const result = await save(this.db, kind, this.shelf.stored(doc, this.#base), this.#at, edit, this.now());
    if (!result.ok) return this.#theirs(result.error);
    this.#at = result.value;
    let opened: R | undefined;
    try {
      opened = await this.shelf.load(this.id);
    } catch (e) {
      return failure(e);
    }
    if (!opened) return undefined;
    if (!isAt(opened, this.#at)) return undefined;
    if (this.#next) {
      this.#base = this.#base && sourceKept(opened, this.#base);
      return undefined;
    }
    const carried = this.#base !== undefined && !sameSource(opened, this.#base);
    this.#base = opened;
    if (this.#closed) return undefined;
    this.events.onSaved?.(opened);
    // What was typed stands as it was typed; only what it grew from may change it.
    if (carried && !same(opened.doc, doc)) this.events.onOther(opened.doc, opened, 'source');
    return undefined;
  }

  async #theirs(error: SaveError<unknown>): Promise<SaveError<R> | undefined> {
    if (error.type !== 'changed-elsewhere') return error as SaveError<R>;
    const theirs = await this.shelf.load(this.id);
    return theirs ? { type: 'changed-elsewhere', theirs } : { type: 'deleted-elsewhere' };
  }

  /** What lies there was changed through this tab: it is what the next save goes over. */
  adopt(opened: R): void {
    this.#base = opened;
    this.#at = opened;
  }

  /**
   * Does something to the stored document from this tab; what comes of it is no news from elsewhere. What was typed
   * meanwhile stays on the screen, and is a conflict with it: then nothing is given.
   */
  async through(work: () => Promise<R | undefined>): Promise<R | undefined> {
    if (this.#busy || this.#next) return undefined;
    this.#begin();
    try {
      const made = await work();
      if (!made || this.#next) return undefined;
      this.adopt(made);
      return made;
    } finally {
      this.#busy = false;
      this.#missed = false;
      if (this.#next) void this.#run();
    }
  }

  /**
   * Keeps this tab's text over what lies there, which goes into the bin: both, or neither and the problem is said.
   */
  async keepMine(): Promise<void> {
    const { problem } = this;
    if (problem?.type === 'changed-elsewhere') {
      const { kind } = this.shelf;
      const mine = this.#next;
      try {
        const row = await rowsOf(this.db, kind).get(this.id);
        if (mine && row) {
          const kept = this.shelf.stored(mine, this.#base);
          const what = { code: 'conflict', kind, name: kindOf(kind).nameOf(kept) ?? this.id } as const;
          await acting(this.db, what, this.now(), (w) => w.put(kind, kept));
          const opened = await this.shelf.load(this.id);
          if (opened) this.adopt(opened);
          if (this.#next === mine) this.#next = undefined;
          if (this.#next === undefined) await dropNote(this.db, kind, this.id, this.session);
        }
      } catch (e) {
        this.problem = { ...problem, but: failure(e) };
        return;
      }
    }
    if (problem?.type === 'deleted-elsewhere') {
      this.#next ??= this.#base?.doc;
      this.#at = undefined;
      this.#base = undefined;
    }
    this.problem = undefined;
    this.state = 'saved';
    await this.#run();
  }

  /**
   * Takes what the other tab has saved; this tab's text is kept as a copy first. Gives false, with everything as it
   * was, when the copy cannot be written.
   */
  async takeTheirs(makeId: () => string): Promise<R | 'gone' | false> {
    const { problem } = this;
    const theirs = problem?.type === 'changed-elsewhere' ? problem.theirs : undefined;
    let copied: D | undefined;
    let now: R | undefined;
    // What is typed meanwhile is not on the screen any more once theirs is: it is copied, too.
    do {
      const mine = this.#next;
      const failed = mine && mine !== copied && (await this.#copyOf(mine, makeId()));
      if (failed) {
        if (problem?.type === 'changed-elsewhere' || problem?.type === 'deleted-elsewhere')
          this.problem = { ...problem, but: failed as SaveError<never> };
        return false;
      }
      copied = mine;
      await dropNote(this.db, this.shelf.kind, this.id, this.session);
      now = theirs && ((await this.shelf.load(this.id)) ?? theirs);
    } while (this.#next !== copied);
    this.#next = undefined;
    unsaved.delete(this);
    this.#noted = false;
    this.problem = undefined;
    this.state = 'saved';
    if (!now) return 'gone';
    this.adopt(now);
    return now;
  }

  async #copyOf(mine: D, id: string): Promise<SaveError<R> | undefined> {
    const { kind } = this.shelf;
    const k = kindOf(kind);
    const stored = this.shelf.stored(mine, this.#base);
    const moved = k.renamed(stored, (r) => (r.kind === kind && r.id === this.id ? id : r.id));
    const named: Docs[K] = k.named(moved, `${k.nameOf(stored) ?? 'Copy'} (mine)`.slice(0, 120));
    const saved = await save(this.db, kind, named, undefined, undefined, this.now());
    return saved.ok ? undefined : (saved.error as SaveError<R>);
  }

  /** What the document was read from as it was last heard of, and what it grew from as it was last read. */
  #stamps: readonly RowStamp[] = [];
  #sources: readonly RowStamp[] | undefined;
  /** Something is otherwise in the store; what this tab has just saved itself is not read again. */
  #stirred(stamps: readonly RowStamp[]): void {
    this.#stamps = stamps;
    if (this.#busy) {
      this.#missed = true;
      return;
    }
    const [own, ...sources] = stamps;
    const known = this.#sources !== undefined && same(sources, this.#sources);
    if (known && own && isAt(own, this.#at) && !this.problem) return;
    const mine = (this.#reading = {});
    const read = (r: R | undefined) => {
      if (this.#reading !== mine) return;
      this.#reading = undefined;
      this.#sources = sources;
      this.#heard(r);
    };
    // A store that is closed meanwhile tells nothing more.
    this.shelf.load(this.id).then(read, () => {});
  }
  /** What is being read, of several the latest. */
  #reading: object | undefined;
  /** Writing begins: what is being read is old by then, and is read again after it. */
  #begin(): void {
    this.#busy = true;
    if (this.#reading) this.#missed = true;
    this.#reading = undefined;
  }
  #heard(opened: R | undefined): void {
    if (this.#busy) this.#missed = true;
    if (this.#closed || this.#busy || this.#next) return;
    if (!opened) {
      if (!this.#base) return;
      this.problem = { type: 'deleted-elsewhere' };
      this.state = 'conflict';
      return;
    }
    const base = this.#base;
    if (base && isAt(opened, base) && same(opened.doc, base.doc)) {
      if (this.problem?.type === 'deleted-elsewhere') this.#clear();
      return;
    }
    const why = base && isAt(opened, base) ? 'source' : 'elsewhere';
    this.adopt(opened);
    this.#clear();
    this.events.onOther(opened.doc, opened, why);
  }
  #clear(): void {
    this.problem = undefined;
    this.state = 'saved';
  }

  /** The screen is left: nothing is told any more, and what is queued is still written. */
  close(): void {
    this.#closed = true;
    this.#watch.unsubscribe();
  }
}

/** Where nothing was: what is noted on it never goes on silently from what lies there. */
const NOWHERE: Stamp = { rev: 0, updated: 0 };
const stampOf = (s: Stamp | undefined): Stamp | undefined => s && { rev: s.rev, updated: s.updated };

/** What it grew from is as it was. */
const sameSource = <R>(now: R, was: R): boolean => {
  const sourceOf = (r: R) => (r as Partial<OpenedFigure>).row?.source;
  return same(sourceOf(now) ?? null, sourceOf(was) ?? null);
};

/** What was just saved, still compared with the parent as it was opened: the next edit was typed on that. */
function sourceKept<D, R extends Opened<D>>(saved: R, opened: R): R {
  const [now, was] = [saved as unknown as Partial<OpenedFigure>, opened as unknown as Partial<OpenedFigure>];
  if (!now.row || !was.row?.source) return saved;
  return { ...saved, row: { ...now.row, source: was.row.source } };
}

/** A saver of figures, and what its screens take. */
export type FigureSaver = Saver<'figure', Figure, OpenedFigure>;
export type CombinationSaver = Saver<'combination', Combination, OpenedCombination>;
export type SongSaver = Saver<'song', Song, OpenedSong>;
export type PracticeSaver = Saver<'practice', Practice, OpenedPractice>;
