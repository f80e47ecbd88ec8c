import 'fake-indexeddb/auto';
import { describe, expect, it } from 'vitest';
import { seeded, type Random } from '$lib/core/base';
import { newFigure, type Figure } from '$lib/core/figure';
import { Saver, written } from '$lib/state/saver.svelte';
import {
  bring,
  create,
  deleteDocument,
  figureShelf,
  loadBin,
  openDatabase,
  openStored,
  rowsOf,
  undoAct,
  type Database,
  type OpenedFigure,
} from '$lib/storage';
import { seeds } from '../seeds';

/**
 * Several tabs on one store: seeded schedules of typing, deleting, bringing in, deciding, closing and being killed. Every
 * word typed must be in the store, in the bin, or in a note that the next opening takes up or shows.
 */
const BASE: Figure = { ...newFigure('f', 'slot-swing', 'F'), lines: 'leader 1 back\nfollower 1 fwd' };

class Tab {
  saver: Saver<'figure', Figure, OpenedFigure> | undefined;
  doc: Figure | undefined;
  constructor(
    readonly db: Database,
    readonly session: string,
  ) {}

  async open(alive: (s: string) => boolean): Promise<void> {
    const shelf = figureShelf(this.db);
    await written('figure', 'f');
    const { opened, left } = await openStored(this.db, shelf, 'f', alive);
    this.doc = left?.doc ?? opened?.doc;
    if (!this.doc) return;
    this.saver = new Saver(this.db, shelf, 'f', opened, this.session, { onOther: (doc) => (this.doc = doc) });
    if (left) await this.saver.takeUp(left.note, left.doc);
  }

  type(word: string): boolean {
    if (!this.saver || !this.doc) return false;
    this.doc = { ...this.doc, notes: `${this.doc.notes} ${word}` };
    this.saver.save(this.doc);
    return true;
  }
}

async function run(seed: number, steps: number, tabs: number): Promise<{ typed: number; acts: number }> {
  const random: Random = seeded(seed);
  const name = `tabs-${seed}`;
  const connections = Array.from({ length: tabs }, () => openDatabase(name));
  const db = connections[0] as Database;
  await db.open();
  await create(db, 'figure', BASE, 1);
  let sessions = 0;
  let ids = 0;
  const makeId = (): string => `copy-${++ids}`;
  const open: (Tab | undefined)[] = connections.map(() => undefined);
  const alive = (s: string): boolean => open.some((t) => t?.session === s);
  const typed: string[] = [];
  const pause = (): Promise<void> => new Promise((r) => setTimeout(r, random() < 0.2 ? 2 : 0));

  for (let step = 0; step < steps; step++) {
    const i = Math.floor(random() * tabs);
    const tab = open[i];
    const dice = random();
    if (!tab?.saver) {
      const t = new Tab(connections[i] as Database, `s${++sessions}`);
      open[i] = t;
      await t.open(alive);
      if (!t.saver) open[i] = undefined;
      if (!t.saver && random() < 0.5) await bringBack(db, makeId);
    } else if (dice < 0.7) {
      const word = `w${step}`;
      if (tab.type(word)) typed.push(word);
      if (random() < 0.6) await pause();
    } else if (dice < 0.78) await decide(tab, random, makeId);
    else if (dice < 0.84) {
      await written('figure', 'f');
      await new Promise((r) => setTimeout(r, 15));
      tab.saver.close();
      open[i] = undefined;
    } else if (dice < 0.88) await deleteDocument(db, 'figure', 'f', step);
    else if (dice < 0.92) await bringBack(db, makeId);
    else if (dice < 0.95) {
      const theirs = { ...BASE, notes: `file ${step}` };
      const how = { onClash: random() < 0.5 ? 'replace' : 'keep-both', code: 'imported', name: 'f' } as const;
      await bring(db, { figure: [theirs] }, how, makeId, step);
    } else await pause();
  }
  await written('figure', 'f');
  await new Promise((r) => setTimeout(r, 120));
  const kept = JSON.stringify([
    await rowsOf(db, 'figure').toArray(),
    await loadBin(db),
    await db.notes.toArray(),
  ]);
  const lost = typed.filter((w) => !new RegExp(`\\b${w}\\b`).test(kept));
  expect({ seed, lost }).toEqual({ seed, lost: [] });
  for (const t of open) t?.saver?.close();
  for (const c of connections) c.close();
  return { typed: typed.length, acts: (await openAgain(name)).length };
}

async function openAgain(name: string) {
  const db = openDatabase(name);
  const acts = await loadBin(db);
  db.close();
  return acts;
}

async function bringBack(db: Database, makeId: () => string): Promise<void> {
  const act = (await loadBin(db)).find((a) => a.code === 'deleted');
  if (act?.key !== undefined) await undoAct(db, act.key, makeId, 1);
}

async function decide(tab: Tab, random: Random, makeId: () => string): Promise<void> {
  const { saver } = tab;
  if (saver?.state !== 'conflict') return;
  if (random() < 0.5) {
    await saver.keepMine();
    return;
  }
  const theirs = await saver.takeTheirs(makeId);
  if (theirs && theirs !== 'gone') tab.doc = theirs.doc;
  else if (theirs === 'gone') {
    saver.close();
    tab.saver = undefined;
  }
}

describe('several tabs', () => {
  it.each([
    [2, 25],
    [3, 25],
  ])(
    '%i tabs, %i schedules of 200 steps: no word is lost',
    async (tabs, schedules) => {
      let [typed, acts] = [0, 0];
      for (const seed of seeds(schedules)) {
        const done = await run(seed * 10 + tabs, 200, tabs);
        typed += done.typed;
        acts += done.acts;
      }
      expect(typed).toBeGreaterThan(schedules * 50);
      expect(acts).toBeGreaterThan(schedules);
    },
    300_000,
  );
});
