import {
  begun,
  goTo,
  over,
  rated,
  running,
  type Block,
  type ClassPlan,
  type DanceRef,
  type Entry,
  type Group,
  type Rating,
  type Round,
} from '$lib/core/classes';
import { create, rowsOf, sorted, type Database } from '$lib/storage';
import { DocDesk } from './doc-desk.svelte';

/** A class begun longer ago is not gone on with. */
const GOES_ON = 12 * 3_600_000;

/** Begins a class, or goes on with it where it has been begun and is not over. Gives the entry’s id. */
export async function beginRun(
  db: Database,
  plan: ClassPlan,
  group: Group | undefined,
  makeId: () => string,
  now = Date.now(),
): Promise<string | undefined> {
  const rows = await rowsOf(db, 'entry').where('refs').equals(`class:${plan.id}`).toArray();
  const open = sorted('entry', rows).good.find((r) => r.doc.ended === undefined && now - r.doc.at < GOES_ON);
  if (open) return open.id;
  const people = group && group.people.length > 0 ? group.people : undefined;
  const of = (dances: 'leader' | 'follower' | 'both'): number =>
    people
      ? people.filter((p) => p.dances === dances).length
      : (group?.numbers[dances] ?? 0) + (dances === 'both' ? 2 * (group?.numbers.couples ?? 0) : 0);
  const there = { leader: of('leader'), follower: of('follower'), both: of('both') };
  const entry = begun(
    plan,
    makeId(),
    now,
    there,
    people?.map((p) => p.key),
  );
  const saved = await create(db, 'entry', entry, now);
  return saved.ok ? entry.id : undefined;
}

/** A class being held. Where it is follows from the clock and from when its blocks began: nothing is lost with the page. */
export class RunDesk extends DocDesk<Entry> {
  now = $state(Date.now());
  plan: ClassPlan | undefined = $state.raw();
  #timer: ReturnType<typeof setInterval> | undefined;

  constructor(entry: Entry) {
    super(entry);
  }
  readonly where = $derived.by(() => this.plan && running(this.plan, this.doc, this.doc.ended ?? this.now));
  readonly next: Block | undefined = $derived.by(() => this.where?.rest[0]?.block);

  tick(): void {
    this.now = Date.now();
    this.#timer = setInterval(() => (this.now = Date.now()), 500);
  }
  stop(): void {
    clearInterval(this.#timer);
  }
  #become(e: Entry): void {
    this.now = Date.now();
    this.edit(e);
  }
  go(block: Block): void {
    this.#become(goTo(this.doc, block, Date.now()));
  }
  end(): void {
    this.#become({ ...over(this.doc, Date.now()), partners: undefined });
  }
  /** A round of partners has been danced. */
  turned(round: Round): void {
    this.#become({ ...this.doc, partners: [...(this.doc.partners ?? []), round] });
  }
  rate(what: DanceRef, rating: Rating, unit?: number, bpm?: number): void {
    this.#become(
      rated(this.doc, what, {
        rating,
        ...(unit === undefined ? {} : { unit }),
        ...(bpm === undefined ? {} : { bpm }),
      }),
    );
  }
  /** Danced, without a word on how it went; taken back where it was only that. */
  danced(what: DanceRef): void {
    const there = this.doc.taught.find(
      (t) => t.what.type === what.type && t.what.id === what.id && t.unit === undefined,
    );
    if (!there) this.#become(rated(this.doc, what, {}));
    else if (there.rating === undefined)
      this.#become({ ...this.doc, taught: this.doc.taught.filter((t) => t !== there) });
  }
  /** `audio`: the file of a note that was spoken. */
  note(text: string, audio?: string): void {
    const said = text.trim();
    if (said)
      this.#become({
        ...this.doc,
        notes: [...this.doc.notes, { at: Date.now(), text: said, ...(audio === undefined ? {} : { audio }) }],
      });
  }
  promise(text: string, what?: DanceRef): void {
    const said = text.trim();
    if (said || what)
      this.#become({
        ...this.doc,
        promised: [...this.doc.promised, { text: said, ...(what ? { what } : {}) }],
      });
  }
  count(dances: 'leader' | 'follower' | 'both', by: number): void {
    const n = Math.max(0, Math.min(200, this.doc.there[dances] + by));
    this.#become({ ...this.doc, there: { ...this.doc.there, [dances]: n } });
  }
  /** Somebody of the group is there, or is not. */
  here(key: string, group: Group): void {
    const was = this.doc.people ?? [];
    const people = was.includes(key) ? was.filter((k) => k !== key) : [...was, key];
    const of = (dances: 'leader' | 'follower' | 'both'): number =>
      group.people.filter((p) => p.dances === dances && people.includes(p.key)).length;
    this.#become({
      ...this.doc,
      people,
      there: { leader: of('leader'), follower: of('follower'), both: of('both') },
    });
  }
}
