import type { FileError } from '$lib/core/codecs';
import type { Backup } from '$lib/core/library';
import type { Result } from '$lib/core/base';
import type { CalendarFault, CalendarRead } from '$lib/core/calendar/ical-read';
import { Latest, type Port } from './latest';

/** What a file holds; `backup`: it is a backup of everything. */
export interface FileRead {
  readonly backup: boolean;
  readonly content: Backup;
}
export type FilesAsk =
  | { readonly type: 'read'; readonly id: number; readonly name: string; readonly bytes: Uint8Array }
  | { readonly type: 'calendar'; readonly id: number; readonly text: string; readonly here: string }
  | { readonly type: 'write'; readonly id: number; readonly content: Backup; readonly made: number };
export type FilesAnswer =
  | { readonly type: 'progress'; readonly id: number; readonly done: number; readonly what: string }
  | { readonly type: 'read'; readonly id: number; readonly result: Result<FileRead, FileError> }
  | { readonly type: 'calendar'; readonly id: number; readonly result: Result<CalendarRead, CalendarFault> }
  | { readonly type: 'written'; readonly id: number; readonly bytes: Uint8Array }
  | { readonly type: 'failed'; readonly id: number };

type Question = { [T in FilesAsk['type']]: Omit<Extract<FilesAsk, { type: T }>, 'id'> }[FilesAsk['type']];

/** Reads and writes files off the main thread; stopping it ends what it is at. */
export class FilesFinder {
  readonly #latest: Latest<Question, FilesAnswer>;
  constructor(start: () => Port<FilesAnswer>) {
    this.#latest = new Latest<Question, FilesAnswer>(start, (id) => ({ type: 'failed', id }));
  }
  read(name: string, bytes: Uint8Array, answer: (a: FilesAnswer) => void): void {
    this.#latest.ask({ type: 'read', name, bytes }, answer);
  }
  /** A calendar of others; times without a zone are those of `here`. */
  calendar(text: string, here: string, answer: (a: FilesAnswer) => void): void {
    this.#latest.ask({ type: 'calendar', text, here }, answer);
  }
  write(content: Backup, made: number, answer: (a: FilesAnswer) => void): void {
    this.#latest.ask({ type: 'write', content, made }, answer);
  }
  stop(): void {
    this.#latest.stop();
  }
}
