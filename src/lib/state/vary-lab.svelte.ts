import { TICKS_PER_BEAT, type Role, type Ticks } from '$lib/core/base';
import type { Group, Whose } from '$lib/core/vary';
import type { VaryFinder, Weighed } from '$lib/workers/vary-finder';
import type { Desk } from './desk.svelte';

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
    const { group, whose, from, to, at } = this;
    const wanted = { group, whose, from, to, ...(at === undefined ? {} : { at }) };
    this.#finder.ask(this.desk.figure, this.desk.heights, wanted, (a) => {
      if (a.type === 'done') this.busy = false;
      else this.offers = [...this.offers, a.weighed];
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
