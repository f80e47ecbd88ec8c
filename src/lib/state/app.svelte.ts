import { z } from 'zod';
import { defaultHeights, type Heights } from '$lib/core/analysis';
import type { OwnDance } from '$lib/core/figure';
import {
  DANCE_IDS,
  TURN_SCHOOL_NAMES,
  shippedDance,
  type Dance,
  type TurnSchool,
} from '$lib/core/vocabulary';
import { loadDances, openDatabase, seedCombinationsOnce, seedOnce, type Database } from '$lib/storage';
import { LikeFinder } from '$lib/workers/like-finder';

export type Theme = 'system' | 'light' | 'dark';

const settingsSchema = z.object({
  theme: z.enum(['system', 'light', 'dark']).catch('system'),
  leaderHeight: z.number().min(1).max(2.4).catch(defaultHeights.leader),
  turnSchool: z.enum(TURN_SCHOOL_NAMES).catch('left-right'),
  followerHeight: z.number().min(1).max(2.4).catch(defaultHeights.follower),
});
const KEY = 'brisk-partner:settings';

interface Deleted {
  readonly name: string;
  /** The list it comes back to. */
  readonly list: string;
  readonly restore: () => Promise<void>;
}

/** What the whole application shares: the store, the settings, the open dialogs. */
class App {
  theme: Theme = $state('system');
  leaderHeight = $state(defaultHeights.leader as number);
  followerHeight = $state(defaultHeights.follower as number);
  turnSchool: TurnSchool = $state('left-right');
  /** What was deleted last and can still be brought back. */
  deleted: Deleted | undefined = $state.raw(undefined);
  /** The teacher's own dances, by name. */
  dances: readonly OwnDance[] = $state.raw([]);
  palette = $state(false);
  shortcuts = $state(false);
  /** Compares figures; what it has read is kept while the application is open. */
  readonly like = new LikeFinder(
    () => new Worker(new URL('../workers/like.worker.ts', import.meta.url), { type: 'module' }),
  );
  #db: Promise<Database> | undefined;

  readonly heights: Heights = $derived.by(() => ({
    leader: this.leaderHeight,
    follower: this.followerHeight,
  }));

  /** The opened store, with the demo repertoire in it on the very first start. */
  db(): Promise<Database> {
    this.#db ??= this.#open();
    return this.#db;
  }

  async #open(): Promise<Database> {
    const db = openDatabase();
    await db.open();
    if (!(await db.settings.get('seeded'))) {
      const { demoKept } = await import('$lib/demo');
      await seedOnce(db, demoKept, Date.now());
    }
    if (!(await db.settings.get('seeded-combinations'))) {
      const { demoCombinations } = await import('$lib/demo');
      await seedCombinationsOnce(db, demoCombinations, Date.now());
    }
    this.dances = await loadDances(db);
    return db;
  }

  /** Reads the teacher's own dances anew. */
  async refreshDances(): Promise<void> {
    this.dances = await loadDances(await this.db());
  }

  /** A dance by its name in files. */
  dance(id: string): Dance | undefined {
    return shippedDance(id) ?? this.dances.find((d) => d.id === id);
  }

  /** Every dance there is to choose, the teacher's own first. */
  get allDances(): readonly Dance[] {
    return [...this.dances, ...SHIPPED];
  }

  loadSettings(): void {
    let raw: unknown;
    try {
      raw = JSON.parse(localStorage.getItem(KEY) ?? '{}');
    } catch {
      raw = {};
    }
    const s = settingsSchema.parse(typeof raw === 'object' && raw !== null ? raw : {});
    Object.assign(this, s);
  }

  saveSettings(): void {
    const { theme, leaderHeight, followerHeight, turnSchool } = this;
    try {
      localStorage.setItem(KEY, JSON.stringify({ theme, leaderHeight, followerHeight, turnSchool }));
    } catch {
      // Settings last for this visit only where nothing can be stored.
    }
    document.documentElement.dataset.theme = theme;
  }
}

const SHIPPED: readonly Dance[] = DANCE_IDS.flatMap((id) => shippedDance(id) ?? []).sort((a, b) =>
  a.name.localeCompare(b.name),
);

export const app = new App();
