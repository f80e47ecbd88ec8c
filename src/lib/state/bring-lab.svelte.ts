import { nanoid } from 'nanoid';
import type { FileError } from '$lib/core/codecs';
import { inBundle } from '$lib/core/library';
import { bring, compare, type Brought, type Compared, type OnClash } from '$lib/storage';
import type { FileRead } from '$lib/workers/files-finder';
import { app } from './app.svelte';
import { storeProblem } from './closed-store';
import { filesFinder } from './files';

/** A file that has been read, and what it would change. */
export interface Offered {
  readonly file: string;
  readonly read: FileRead;
  readonly compared: readonly Compared[];
}

/** Bringing files in: read off the main thread with progress, shown before anything is changed, all or nothing. */
export class BringLab {
  /** What is being done, 0 to 1; undefined while nothing is. */
  busy: { readonly what: string; readonly done: number } | undefined = $state.raw();
  problem: (FileError & { readonly file: string }) | undefined = $state.raw();
  offered: Offered | undefined = $state.raw();
  readonly #files = filesFinder();
  #round = 0;

  async read(file: File): Promise<void> {
    const round = ++this.#round;
    this.problem = this.offered = undefined;
    this.busy = { what: 'reading', done: 0 };
    const bytes = new Uint8Array(await file.arrayBuffer());
    if (round !== this.#round) return;
    this.#files.read(file.name, bytes, (a) => {
      if (round !== this.#round) return;
      if (a.type === 'progress') this.busy = { what: a.what, done: a.done };
      else if (a.type === 'failed')
        this.#refuse(file.name, 'the whole file', 'It is more than this browser can read.');
      else if (a.type === 'read' && !a.result.ok)
        this.#refuse(file.name, a.result.error.at, a.result.error.message, a.result.error.figure);
      else if (a.type === 'read' && a.result.ok) void this.#offer(file.name, a.result.value, round);
    });
  }

  async #offer(file: string, read: FileRead, round: number): Promise<void> {
    this.busy = { what: 'comparing', done: 0.9 };
    const compared = await compare(await app.db(), read.content.documents);
    if (round !== this.#round) return;
    this.busy = undefined;
    this.offered = { file, read, compared };
  }

  #refuse(file: string, at: string, message: string, figure?: string): void {
    this.busy = undefined;
    this.problem = { file, at, message, ...(figure === undefined ? {} : { figure }) };
  }

  /** Brings what is offered in. Undefined, with the problem said, when nothing has been. */
  async bring(onClash: OnClash): Promise<Brought | undefined> {
    const { offered } = this;
    if (!offered) return undefined;
    this.busy = { what: 'writing', done: 0.95 };
    const { file, read } = offered;
    const code = read.backup ? 'restored' : 'imported';
    try {
      const how = { onClash, code, name: file } as const;
      const { documents, unreadable, media } = read.content;
      const done = await bring(
        await app.db(),
        documents,
        how,
        () => nanoid(12),
        Date.now(),
        unreadable,
        media,
      );
      this.offered = undefined;
      if (read.backup) app.takeSettings(read.content.settings);
      await app.refreshDances();
      return done;
    } catch (e) {
      this.#refuse(file, 'the browser’s storage', storeProblem(e));
      return undefined;
    } finally {
      this.busy = undefined;
    }
  }

  cancel(): void {
    this.#round++;
    this.#files.stop();
    this.busy = this.offered = undefined;
  }

  get empty(): boolean {
    return this.offered !== undefined && inBundle(this.offered.read.content.documents).length === 0;
  }
}
