import { TICKS_PER_BEAT, same, type Role, type Ticks } from '$lib/core/base';
import type { Figure } from '$lib/core/figure';
import type { Group, Wanted, Whose } from '$lib/core/vary';
import type { VaryAnswer, VaryFinder, Weighed } from '$lib/workers/vary-finder';
import { afterPaint } from './after-paint';
import type { Desk } from './desk.svelte';

/** Offers drawn at once when they are there already. */
const AT_ONCE = 3;

/** What was asked before anybody did. */
interface Early {
  readonly figure: Figure;
  readonly wanted: Wanted;
  readonly offers: Weighed[];
  done: boolean;
}

/** What can be done with a span of the figure on the desk, and which of it is being looked at. */
export class VaryLab {
  group: Group = $state('time');
  whose: Whose = $state('both');
  from: Ticks = $state(0);
  to: Ticks = $state(2 * TICKS_PER_BEAT);
  /** The step chosen on the rail, where timing is about that one. */
  at: Ticks | undefined = $state();
  offers: readonly Weighed[] = $state.raw([]);
  busy = $state(false);
  /** Index of the offer that is previewed. */
  chosen: number | undefined = $state();
  #early: Early | undefined;
  readonly #finder: VaryFinder;

  constructor(
    readonly desk: Desk,
    finder: VaryFinder,
  ) {
    this.#finder = finder;
    this.from = desk.analysis.start;
    this.to = desk.analysis.start + desk.analysis.unitBeats * TICKS_PER_BEAT;
  }

  /** What was offered no longer holds: the span, the group or the figure has changed. */
  clear(): void {
    this.#finder.cancel();
    this.release();
    this.offers = [];
    this.busy = true;
  }

  /** Asks anew. */
  seek(): void {
    this.clear();
    const early = this.#early;
    if (early?.done && early.figure === this.desk.figure && same(early.wanted, this.#wanted())) {
      this.#show(early.offers);
    } else
      this.#ask((a) => {
        if (a.type === 'done') this.busy = false;
        else this.offers = [...this.offers, a.weighed];
      });
  }

  /** Asks in a quiet moment what is asked first when one begins: it is there at once then. */
  warm(): void {
    const early: Early = { figure: this.desk.figure, wanted: this.#wanted(), offers: [], done: false };
    this.#early = early;
    this.#ask((a) => {
      if (a.type === 'done') early.done = true;
      else early.offers.push(a.weighed);
    });
  }
  #wanted(): Wanted {
    const { group, whose, from, to, at } = this;
    return { group, whose, from, to, ...(at === undefined ? {} : { at }) };
  }
  #ask(answer: (a: VaryAnswer) => void): void {
    this.#finder.ask(this.desk.figure, this.desk.heights, this.#wanted(), answer);
  }

  /** The first few at once, the others with the next picture. */
  #show(offers: readonly Weighed[]): void {
    const first = offers.slice(0, AT_ONCE);
    this.offers = first;
    void afterPaint().then(() => {
      if (this.offers !== first) return;
      this.offers = offers;
      this.busy = false;
    });
  }

  span(from: Ticks, to: Ticks): void {
    this.at = undefined;
    this.from = from;
    this.to = Math.max(from + TICKS_PER_BEAT, to);
  }
  /** The unit a step stands in. */
  spanAt(role: Role, tick: Ticks): void {
    const unit = this.desk.analysis.roles[role].units.find((u) => u.from <= tick && tick < u.to);
    if (!unit) return;
    this.span(unit.from, unit.to);
    this.at = tick;
    this.whose = role;
  }

  look(index: number | undefined): void {
    this.chosen = index;
    const made = index === undefined ? undefined : this.offers[index]?.offer.made;
    this.desk.preview = made?.ok ? made.value.result : undefined;
  }
  release(): void {
    this.look(undefined);
  }

  /** Takes the offer over into the figure, as one step of the history. */
  use(index: number): void {
    const made = this.offers[index]?.offer.made;
    this.release();
    if (made?.ok) this.desk.become(made.value.result);
  }

  stop(): void {
    this.release();
    this.#finder.cancel();
  }
}
