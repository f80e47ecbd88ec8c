import type { TimedBody } from '$lib/core/figure';
import * as z from 'zod/mini';
import { defaultHeights, type Heights } from '$lib/core/analysis';
import { hereZone } from '$lib/core/calendar';
import type { OwnDance } from '$lib/core/figure';
import {
  DANCE_IDS,
  FORMATION_IDS,
  HOLD_IDS,
  TURN_SCHOOL_NAMES,
  shippedDance,
  type Dance,
  type TurnSchool,
} from '$lib/core/vocabulary';
import {
  loadDances,
  openStore,
  rowsOf,
  seedOnce,
  sweepBin,
  sweepMedia,
  takeInSlips,
  type Database,
} from '$lib/storage';
import { holdSession } from './session';
import { LikeFinder } from '$lib/workers/like-finder';

export type Theme = 'system' | 'light' | 'dark';

const settingsSchema = z.object({
  theme: z.catch(z.enum(['system', 'light', 'dark']), 'system'),
  leaderHeight: z.catch(z.number().check(z.gte(1), z.lte(2.4)), defaultHeights.leader),
  turnSchool: z.catch(z.enum(TURN_SCHOOL_NAMES), 'left-right'),
  followerHeight: z.catch(z.number().check(z.gte(1), z.lte(2.4)), defaultHeights.follower),
  tour: z.catch(z.enum(['new', 'on', 'seen']), 'new'),
  lastBegun: z.catch(
    z.optional(z.object({ dance: z.string(), formation: z.enum(FORMATION_IDS), hold: z.enum(HOLD_IDS) })),
    undefined,
  ),
});
/** Dance and start a figure was last begun with. */
type Begun = z.infer<typeof settingsSchema>['lastBegun'];
const KEY = 'brisk-partner:settings';

/** The last act that can be taken back. */
interface Done {
  readonly says: string;
  readonly act: number;
  /** The list it comes back to; undefined: one stays where one is. */
  readonly list?: string;
}

/** What the whole application shares: the store, the settings, the open dialogs. */
class App {
  theme: Theme = $state('system');
  leaderHeight = $state(defaultHeights.leader as number);
  followerHeight = $state(defaultHeights.follower as number);
  turnSchool: TurnSchool = $state('left-right');
  /** `new`: nobody has seen the tour; it is offered. */
  tour: 'new' | 'on' | 'seen' = $state('new');
  lastBegun: Begun = $state.raw(undefined);
  /** What was done last and can be taken back at once; older acts lie in the bin. */
  done: Done | undefined = $state.raw(undefined);
  /** The teacher's own dances, by name. */
  dances: readonly OwnDance[] = $state.raw([]);
  /** `cleared`: the browser has thrown away what was kept; `newer`: another tab has brought the store up to date. */
  store: 'here' | 'cleared' | 'newer' = $state('here');
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
    this.#db ??= this.#open().catch((e: unknown) => {
      this.#db = undefined;
      throw e;
    });
    return this.#db;
  }

  async #open(): Promise<Database> {
    const db = await openStore();
    holdSession();
    await opened(db);
    db.on('versionchange', (e) => {
      // Without a new version the store is being deleted.
      this.store = e.newVersion ? 'newer' : 'cleared';
    });
    await takeInSlips(db, slipStore());
    this.store = (await wasCleared(db)) ? 'cleared' : 'here';
    if (this.store !== 'cleared') await this.seed(db);
    // Only what lies in the store for certain may be missed later.
    if ((await db.settings.get('seeded')) !== undefined) rememberKept();
    if ((await sweepBin(db, Date.now())) > 0) await sweepMedia(db);
    this.dances = await loadDances(db);
    return db;
  }

  /** Puts the demo school in where nothing was ever kept. */
  async seed(db: Database): Promise<void> {
    const now = Date.now();
    if (!(await db.settings.get('seeded'))) {
      const { demoKept } = await import('$lib/demo');
      await seedOnce(db, 'seeded', { figure: demoKept }, now);
    }
    if (!(await db.settings.get('seeded-combinations'))) {
      const { demoCombinations } = await import('$lib/demo');
      await seedOnce(db, 'seeded-combinations', { combination: demoCombinations }, now);
    }
    if (!(await db.settings.get('seeded-songs'))) {
      const { demoPractices, demoResults, demoSongs } = await import('$lib/demo');
      const music = { song: demoSongs(), practice: demoPractices, result: demoResults(now) };
      await seedOnce(db, 'seeded-songs', music, now);
    }
    if (!(await db.settings.get('seeded-classes'))) {
      const { demoClasses } = await import('$lib/demo');
      await seedOnce(db, 'seeded-classes', demoClasses(now, hereZone()), now);
    }
  }

  /** Steps that were copied, in this tab. */
  steps: { readonly items: readonly TimedBody[]; readonly length: number } | undefined =
    $state.raw(undefined);

  /** What was done just now, for those who do not see it. */
  said = $state('');
  say(words: string): void {
    // The same words again are news, too.
    this.said = words === this.said ? `${words} ` : words;
  }

  /** What was done just now, for everybody: shown for a while, and said. */
  told = $state('');
  #doneUntil: ReturnType<typeof setTimeout> | undefined;
  #toldUntil: ReturnType<typeof setTimeout> | undefined;
  tell(words: string): void {
    clearTimeout(this.#toldUntil);
    this.told = words;
    this.#toldUntil = setTimeout(() => (this.told = ''), TOLD_FOR);
  }

  /** Remembers an act for Undo. */
  did(says: string, act: number | undefined, list?: string): void {
    clearTimeout(this.#doneUntil);
    this.done = act === undefined ? undefined : { says, act, ...(list === undefined ? {} : { list }) };
    this.#doneUntil = setTimeout(() => (this.done = undefined), UNDO_FOR);
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

  /** As they go into a backup. */
  get settings(): Readonly<Record<string, unknown>> {
    const { theme, leaderHeight, followerHeight, turnSchool, lastBegun } = this;
    const tour = this.tour === 'seen' ? { tour: 'seen' } : {};
    return { theme, leaderHeight, followerHeight, turnSchool, ...tour, ...(lastBegun && { lastBegun }) };
  }

  /** Takes settings over from a backup, as far as they can be read. */
  takeSettings(settings: Readonly<Record<string, unknown>>): void {
    Object.assign(this, settingsSchema.parse({ ...this.settings, ...settings }));
    this.saveSettings();
  }

  saveSettings(): void {
    const { theme } = this;
    try {
      localStorage.setItem(KEY, JSON.stringify(this.settings));
    } catch {
      // Settings last for this visit only where nothing can be stored.
    }
    document.documentElement.dataset.theme = theme;
  }
}

/** Where slips are put down; undefined where the browser has no such place. */
export function slipStore(): Storage | undefined {
  try {
    return localStorage;
  } catch {
    return undefined;
  }
}

/** Kept apart from the store: that there is one. */
const KEPT = 'brisk-partner:kept';
const rememberKept = (): void => {
  try {
    slipStore()?.setItem(KEPT, 'yes');
  } catch {
    // Then nobody is told when the store is gone.
  }
};
/** The store is new and empty, and this browser has had one before. What was restored from a backup is nothing to miss. */
async function wasCleared(db: Database): Promise<boolean> {
  const fresh = (await db.settings.get('seeded')) === undefined;
  const known = typeof slipStore()?.getItem(KEPT) === 'string';
  return fresh && known && (await rowsOf(db, 'figure').count()) === 0;
}

/** How long a toast without a button stays, milliseconds. */
const TOLD_FOR = 7_000;
/** How long Undo is offered over the screen; after that it is in the bin, milliseconds. */
const UNDO_FOR = 30_000;

/** How long the store may take to open before it is said, milliseconds. */
const OPENS_WITHIN = 8_000;

/** Opens the store; says so when another tab with an older page keeps it from being brought up to date. */
async function opened(db: Database): Promise<void> {
  let said = 'It does not answer. Close other tabs of this application, then load this page again.';
  db.on(
    'blocked',
    () =>
      (said = 'Another tab holds an older version of it open. Close that tab, then load this page again.'),
  );
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<never>((_, no) => (timer = setTimeout(() => no(new Error(said)), OPENS_WITHIN)));
  try {
    await Promise.race([db.open(), late]);
  } catch (e) {
    const name = e instanceof Error ? e.name : '';
    if (name === 'MissingAPIError')
      throw new Error('This browser has none, or forbids it here.', { cause: e });
    throw e;
  } finally {
    clearTimeout(timer);
  }
}

const SHIPPED: readonly Dance[] = DANCE_IDS.flatMap((id) => shippedDance(id) ?? []).sort((a, b) =>
  a.name.localeCompare(b.name),
);

export const app = new App();
