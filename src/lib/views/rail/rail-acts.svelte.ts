import type { Weighed } from '$lib/core/analysis';
import { otherRole, type Role, type Ticks } from '$lib/core/base';
import { railBeat, tickAtRail } from '$lib/core/scene';
import { nearestLabelled } from '$lib/core/time';
import { nextPlace, stepAt } from '$lib/state/building';
import type { Desk } from '$lib/state/desk.svelte';
import type { Player } from '$lib/state/player.svelte';

/** A finger that rests so long on a step chooses it with the others, milliseconds. */
const HELD = 450;

/** What mouse, finger and keys do on the rail. */
export class RailActs {
  drag: { readonly w: Weighed; readonly x: number; by: Ticks; moved: boolean } | undefined = $state();
  #held: ReturnType<typeof setTimeout> | undefined;
  /** Pixels a beat. */
  px = 80;

  constructor(
    private readonly desk: Desk,
    private readonly player: Player,
    private readonly box: () => HTMLElement | undefined,
  ) {}

  get #feel() {
    return this.desk.figure.feel;
  }
  /** Where a step stands while it is dragged; the others that are chosen go with it. */
  at(w: Weighed, at: number): number {
    const d = this.drag;
    const goes =
      d && d.by !== 0 && (d.w === w || (this.desk.chosen.length > 1 && this.desk.chosen.includes(w)));
    return goes ? railBeat(w.tick + d.by, this.#feel) : at;
  }

  press(e: PointerEvent, role: Role, w: Weighed): void {
    if (e.button !== 0) return;
    if (e.shiftKey) return this.desk.through(role, w);
    if (e.ctrlKey || e.metaKey) return this.desk.also(role, w);
    const among = this.desk.chosen.length > 1 && this.desk.chosen.includes(w);
    if (!among) {
      const fresh = this.desk.fresh && this.desk.selected === w;
      this.desk.select(role, w);
      this.desk.fresh = fresh;
      if (!this.player.playing) this.player.tick = w.tick;
    }
    this.drag = { w, x: e.clientX, by: 0, moved: false };
    if (e.pointerType !== 'mouse') this.#held = setTimeout(() => this.#hold(role, w), HELD);
    (e.currentTarget as HTMLElement).setPointerCapture(e.pointerId);
  }
  /** The finger that rests chooses one more, with what was chosen before it. */
  #before: { role: Role; w: Weighed } | undefined;
  #hold(role: Role, w: Weighed): void {
    if (!this.drag || this.drag.moved) return;
    this.drag = undefined;
    const first = this.#before;
    if (first?.role === role && first.w !== w) {
      this.desk.select(role, first.w);
      this.desk.through(role, w);
    }
    this.#before = { role, w };
  }
  pull(e: PointerEvent): void {
    const d = this.drag;
    if (!d) return;
    if (Math.abs(e.clientX - d.x) > 5) {
      d.moved = true;
      clearTimeout(this.#held);
    }
    if (!d.moved) return;
    const at = railBeat(d.w.tick, this.#feel) + (e.clientX - d.x) / this.px;
    d.by = Math.max(0, this.nearest(at)) - d.w.tick;
  }
  drop(role: Role): void {
    clearTimeout(this.#held);
    const d = this.drag;
    this.drag = undefined;
    if (!d) return;
    if (d.by !== 0) this.move(role, d.w, d.by);
    else if (!d.moved && this.desk.chosen.length > 1 && this.desk.chosen.includes(d.w))
      this.desk.select(role, d.w);
    this.#before = { role, w: d.w };
  }
  cancel(): void {
    clearTimeout(this.#held);
    this.drag = undefined;
  }

  nearest(at: number): Ticks {
    return nearestLabelled(Math.round(tickAtRail(Math.round(at * 2) / 2, this.#feel)), this.#feel);
  }

  /** Moves a step, and those chosen with it. */
  move(role: Role, w: Weighed, by: Ticks): void {
    const chosen = this.desk.chosen.includes(w) ? this.desk.chosen : [w];
    const ticks = chosen.map((x) => x.tick + by);
    const done =
      chosen.length > 1
        ? this.desk.edit({ type: 'change-steps', role, at: chosen.map((x) => x.ref), what: { by } })
        : this.desk.edit({ type: 'move', role, at: w.ref, by });
    if (!done) return;
    this.desk.chooseAt(role, ticks[0] ?? w.tick + by);
    const last = this.desk.analysis.roles[role].actions.find((x) => x.tick === ticks.at(-1));
    if (chosen.length > 1 && last) this.desk.through(role, last);
    this.focus();
  }
  focus(): void {
    requestAnimationFrame(() => this.box()?.querySelector<HTMLElement>('[aria-current="true"]')?.focus());
  }
  choose(role: Role, w: Weighed | undefined): void {
    if (!w) return;
    this.desk.select(role, w);
    this.player.tick = w.tick;
    this.focus();
  }

  /** A tap on an empty place: the next step goes there; on an empty line, it is there at once. */
  tap(role: Role, at: number): void {
    const beat = Math.max(0, Math.round(at));
    const taken = (tick: Ticks) => this.desk.analysis.roles[role].actions.some((w) => w.tick === tick);
    const whole = this.nearest(beat);
    const tick = taken(whole) ? this.nearest(at) : whole;
    if (tick < 0 || taken(tick)) return this.desk.select(role, undefined);
    if (this.desk.place.role === role && this.desk.place.tick === tick && this.desk.building)
      this.add(role, tick);
    else this.desk.goOn(role, tick);
  }
  add(role: Role, tick: Ticks): void {
    if (!stepAt(this.desk, role, tick)) return;
    this.player.tick = tick;
    this.focus();
  }
  /** Goes on with the next beat that has nothing. */
  addAfter(role: Role, w: Weighed): void {
    const taken = (tick: Ticks) => this.desk.analysis.roles[role].actions.some((x) => x.tick === tick);
    let at = Math.floor(railBeat(w.tick, this.#feel)) + 1;
    while (taken(this.nearest(at))) at += 1;
    this.add(role, this.nearest(at));
  }
  remove(role: Role, w: Weighed): void {
    const list = this.desk.analysis.roles[role].actions;
    const i = list.indexOf(w);
    const next = list[i - 1] ?? list[i + 1];
    if (!removeChosen(this.desk, role, w)) return;
    if (next) this.desk.chooseAt(role, next.tick);
    this.focus();
  }

  keys(e: KeyboardEvent, role: Role, w: Weighed): void {
    if (!this.#handled(e, role, w)) return;
    e.preventDefault();
    e.stopPropagation();
  }
  #handled(e: KeyboardEvent, role: Role, w: Weighed): boolean {
    const { desk } = this;
    const list = desk.analysis.roles[role].actions;
    const i = list.indexOf(w);
    const step = (d: 1 | -1) => this.nearest(railBeat(w.tick, this.#feel) + d * 0.5) - w.tick;
    const beside = (d: 1 | -1) => list[i + d];
    if (e.altKey && e.key === 'ArrowLeft') this.move(role, w, step(-1));
    else if (e.altKey && e.key === 'ArrowRight') this.move(role, w, step(1));
    else if (e.altKey || e.ctrlKey || e.metaKey) return false;
    else if (e.shiftKey && (e.key === 'ArrowRight' || e.key === 'ArrowLeft')) this.#extend(role, e.key);
    else if (e.key === 'ArrowRight') this.choose(role, beside(1));
    else if (e.key === 'ArrowLeft') this.choose(role, beside(-1));
    else if (e.key === 'ArrowUp' || e.key === 'ArrowDown')
      this.choose(otherRole(role), this.#near(otherRole(role), w.tick));
    else if (e.key === 'Delete' || e.key === 'Backspace') this.remove(role, w);
    else if (e.shiftKey && (e.key === 'L' || e.key === 'R'))
      desk.edit({ type: 'set-action', role, at: w.ref, patch: { foot: e.key } });
    else if (e.key === '+' || e.key === 'Insert') this.addAfter(role, w);
    else if (e.key === 'Escape') desk.goOn(role, nextPlace(desk.analysis, role));
    else return false;
    return true;
  }
  /** Chooses one more to the right, or lets the last go. */
  #extend(role: Role, key: string): void {
    const list = this.desk.analysis.roles[role].actions;
    const last = list.indexOf(this.desk.chosen.at(-1) as Weighed);
    const w = list[last + (key === 'ArrowRight' ? 1 : -1)];
    if (w) this.desk.through(role, w);
  }
  #near(role: Role, tick: Ticks): Weighed | undefined {
    return this.desk.analysis.roles[role].actions.toSorted(
      (x, y) => Math.abs(x.tick - tick) - Math.abs(y.tick - tick),
    )[0];
  }
}

/** Takes out the chosen steps, or the one given where it is not among them. */
export function removeChosen(desk: Desk, role: Role, w: Weighed): boolean {
  const chosen = desk.chosen.includes(w) ? desk.chosen : [w];
  return chosen.length > 1
    ? desk.edit({ type: 'change-steps', role, at: chosen.map((x) => x.ref), what: 'delete' })
    : desk.edit({ type: 'delete', role, at: w.ref });
}
