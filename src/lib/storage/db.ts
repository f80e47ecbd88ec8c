import Dexie, { type EntityTable } from 'dexie';
import type { Figure } from '$lib/core/figure';

/** A figure as it lies in the browser. `rev` grows with each save, so that two tabs notice each other. */
export interface FigureRow {
  id: string;
  rev: number;
  /** Milliseconds since 1970. */
  updated: number;
  figure: Figure;
}
export interface SettingRow {
  key: string;
  value: unknown;
}

export type Database = Dexie & {
  figures: EntityTable<FigureRow, 'id'>;
  settings: EntityTable<SettingRow, 'key'>;
};

export const DB_NAME = 'brisk-partner';

/** The versions of the browser's store, oldest first. A published one is never edited; a change is a new entry. */
export function openDatabase(name = DB_NAME): Database {
  const db = new Dexie(name) as Database;
  db.version(1).stores({ figures: 'id, updated', settings: 'key' });
  return db;
}
