import { combinationSchema, type Combination } from '$lib/core/combination';
import { practiceSchema, type Practice } from '$lib/core/practice/playlist';
import { songSchema, type Song } from '$lib/core/song/schema';
import { figureSchema, grow, isVersion, regrown, type Figure } from '$lib/core/figure';
import { kindOf, type Docs, type KindId } from '$lib/core/library';
import type * as z from 'zod/mini';
import { rowsOf, type Database, type Row } from './db';
import { loadFigure, withAncestors, type FigureRow } from './figures';
import { loadDoc } from './rows';
import type { Stamp } from './saving';

/** What a screen needs of a stored document: its revision, and the document as it is worked on. */
export interface Opened<D> {
  readonly id: string;
  readonly rev: number;
  readonly updated: number;
  readonly doc: D;
}

/**
 * How documents of one kind are opened and kept: `stored` gives the form they are kept in, made from what they were
 * read from; `load` reads one, grown on what it stands on today.
 */
export interface Shelf<K extends KindId, D extends { readonly id: string }, R extends Opened<D>> {
  readonly kind: K;
  readonly schema: z.ZodMiniType;
  readonly stored: (doc: D, base: R | undefined) => Docs[K];
  /** The stored form as it is worked on; undefined where what it stands on is gone. */
  readonly read: (stored: Docs[K]) => Promise<D | undefined>;
  readonly load: (id: string) => Promise<R | undefined>;
  readonly row: (id: string) => Promise<Row<K> | undefined>;
  /** The rows it is read from, its own first, as they stand: the same as long as none of them changes. */
  readonly stamps: (id: string) => Promise<readonly RowStamp[]>;
}
export interface RowStamp extends Stamp {
  readonly id: string;
}
const stamp = ({ id, rev, updated }: Row): RowStamp => ({ id, rev, updated });

/** A figure opened, with what it is a version of as it was read from. */
export interface OpenedFigure extends Opened<Figure> {
  readonly row: FigureRow;
}
export type OpenedCombination = Opened<Combination>;
export type OpenedSong = Opened<Song>;
export type OpenedPractice = Opened<Practice>;
export type PracticeShelf = Shelf<'practice', Practice, OpenedPractice>;
export type SongShelf = Shelf<'song', Song, OpenedSong>;
export type FigureShelf = Shelf<'figure', Figure, OpenedFigure>;
export type CombinationShelf = Shelf<'combination', Combination, OpenedCombination>;

export const openedFigure = (row: FigureRow): OpenedFigure => ({
  id: row.id,
  rev: row.rev,
  updated: row.updated,
  doc: row.figure,
  row,
});

export const figureShelf = (db: Database): FigureShelf => ({
  kind: 'figure',
  schema: figureSchema,
  stored: (figure, base) => {
    const { version, source } = base?.row ?? {};
    return version && source ? regrown(version, source, figure) : figure;
  },
  read: async (kept) => {
    if (!isVersion(kept)) return kept;
    const parent = await loadFigure(db, kept.of);
    return parent && grow(kept, parent.figure).figure;
  },
  load: async (id) => {
    const row = await loadFigure(db, id);
    return row && openedFigure(row);
  },
  row: (id) => rowsOf(db, 'figure').get(id),
  stamps: async (id) => {
    const row = await rowsOf(db, 'figure').get(id);
    return row ? (await withAncestors(db, [row])).map(stamp) : [];
  },
});

/** Documents that are worked on as they are kept. */
export const plainShelf = <K extends Exclude<KindId, 'figure'>>(
  db: Database,
  kind: K,
  schema: z.ZodMiniType = kindOf(kind).schema,
): Shelf<K, Docs[K], Opened<Docs[K]>> => ({
  kind,
  schema,
  stored: (doc) => doc,
  read: (doc) => Promise.resolve(doc),
  load: async (id) => {
    const row = await rowsOf(db, kind).get(id);
    const doc = row && (await loadDoc(db, kind, id));
    return doc && row && { id, rev: row.rev, updated: row.updated, doc };
  },
  row: (id) => rowsOf(db, kind).get(id),
  stamps: async (id) => {
    const row = await rowsOf(db, kind).get(id);
    return row ? [stamp(row)] : [];
  },
});

export const combinationShelf = (db: Database): CombinationShelf =>
  plainShelf(db, 'combination', combinationSchema);
export const practiceShelf = (db: Database): PracticeShelf => plainShelf(db, 'practice', practiceSchema);
export const songShelf = (db: Database): SongShelf => plainShelf(db, 'song', songSchema);
