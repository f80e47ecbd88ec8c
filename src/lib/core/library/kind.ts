import type * as z from 'zod/mini';
import type { Combination } from '../combination';
import type { Kept, OwnDance } from '../figure';
import type { PracticeResult } from '../practice';
import type { Practice } from '../practice/playlist';
import type { Song } from '../song';
import type { Series } from '../calendar';
import type { ClassPlan, Cue, Entry, Group, Recap } from '../classes';
import type { Room } from '../hall';

/** What is kept of each kind. A new kind of document is a line here and an entry in the registry. */
export interface Docs {
  readonly figure: Kept;
  readonly combination: Combination;
  readonly dance: OwnDance;
  readonly song: Song;
  readonly result: PracticeResult;
  readonly practice: Practice;
  readonly room: Room;
  readonly group: Group;
  readonly series: Series;
  readonly class: ClassPlan;
  readonly entry: Entry;
  readonly recap: Recap;
  readonly cue: Cue;
}
export type KindId = keyof Docs;

/** One document named by another. */
export interface Ref {
  readonly kind: KindId;
  readonly id: string;
}

/** From the form of one schema version to the next; takes what is stored, before any schema has seen it. */
export type Lift = (doc: unknown) => unknown;

/** Documents of several kinds together. */
export type Bundle = { readonly [K in KindId]?: readonly Docs[K][] };

/** Everything the library needs to know of a kind of document. */
export interface Kind<K extends KindId> {
  readonly id: K;
  /** Its table in the browser's store, and its list in files. */
  readonly table: string;
  /**
   * The version of its schema, and the oldest that is read. What is older speaks notation 1: the store rewrites it when it
   * is opened, files where they are read.
   */
  readonly version: number;
  readonly since: number;
  /** `lifts[n]` goes from version `since` + n to the next. */
  readonly lifts: readonly Lift[];
  /** Reads the stored form. */
  readonly schema: z.ZodMiniType;
  /** Documents it names. */
  readonly refs: (doc: Docs[K]) => readonly Ref[];
  /** The same with other ids, its own among them. */
  readonly renamed: (doc: Docs[K], to: (ref: Ref) => string) => Docs[K];
  /** The document of its own kind without which it cannot be read. */
  readonly standsOn: (doc: Docs[K]) => string | undefined;
  /** Documents of other kinds it carries a copy of. */
  readonly brings: (doc: Docs[K]) => readonly { readonly kind: KindId; readonly doc: Docs[KindId] }[];
  /** Keys of the files it needs, which are kept beside the documents. */
  readonly media?: (doc: Docs[K]) => readonly string[];
  readonly nameOf: (doc: Docs[K]) => string | undefined;
  readonly named: (doc: Docs[K], name: string) => Docs[K];
  /** Where it is opened; undefined for one without a screen of its own. */
  readonly path: (id: string) => string | undefined;
  /** The screen that lists it. */
  readonly list: string;
}

/** Ids go into addresses: letters, digits, hyphen and underscore. */
export const isAddress = (id: string): boolean => /^[\w-]{1,64}$/.test(id);
