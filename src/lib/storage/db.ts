import Dexie, { type EntityTable } from 'dexie';
import type { Combination } from '$lib/core/combination';
import { combinationFirst, figureFirst, versionFirst } from '$lib/core/codecs/lift';
import type { Conflict, Figure, OwnDance, Version } from '$lib/core/figure';

/** What lies in the browser: a figure, or a version, which holds only what it changes on its parent. */
export interface StoredRow {
  id: string;
  rev: number;
  /** Milliseconds since 1970. */
  updated: number;
  figure?: Figure;
  version?: Version;
}
/** A figure as it is danced. `rev` grows with each save, so that two tabs notice each other. */
export interface FigureRow {
  id: string;
  rev: number;
  updated: number;
  figure: Figure;
  /** What it is a version of, and by what. */
  version?: Version;
  /** Where its parent has changed under it. */
  conflicts?: readonly Conflict[];
}
/** A combination as it is kept. */
export interface CombinationRow {
  id: string;
  rev: number;
  updated: number;
  combination: Combination;
}
/** A dance of the teacher's own. */
export interface DanceRow {
  id: string;
  updated: number;
  dance: OwnDance;
}
export interface SettingRow {
  key: string;
  value: unknown;
}

export type Database = Dexie & {
  figures: EntityTable<StoredRow, 'id'>;
  combinations: EntityTable<CombinationRow, 'id'>;
  dances: EntityTable<DanceRow, 'id'>;
  settings: EntityTable<SettingRow, 'key'>;
};

export const DB_NAME = 'brisk-partner';

/** The versions of the browser's store, oldest first. A published one is never edited; a change is a new entry. */
export function openDatabase(name = DB_NAME): Database {
  const db = new Dexie(name) as Database;
  db.version(1).stores({ figures: 'id, updated', settings: 'key' });
  db.version(2).stores({ figures: 'id, updated, version.of', settings: 'key' });
  db.version(3).stores({ combinations: 'id, updated' });
  // Words are danced in the order they are said (notation 2): what was kept before is rewritten to mean what it meant.
  db.version(4).upgrade(async (tx) => {
    await tx
      .table('figures')
      .toCollection()
      .modify((row: Record<string, unknown>) => {
        if ('figure' in row) row.figure = figureFirst(row.figure);
        if ('version' in row) row.version = versionFirst(row.version);
      });
    await tx
      .table('combinations')
      .toCollection()
      .modify((row: Record<string, unknown>) => {
        row.combination = combinationFirst(row.combination);
      });
  });
  db.version(5).stores({ dances: 'id, updated' });
  return db;
}
