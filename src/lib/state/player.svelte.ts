import { TICKS_PER_BEAT, type Role } from '$lib/core/base';
import { ticksOf } from '$lib/core/time';
import type { Viewpoint } from '$lib/core/scene';

export const SPEEDS = [25, 50, 75, 100, 125, 150] as const;
/** The stretch that plays, in ticks. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** The playhead and how the dancing is looked at. Time comes from outside through {@link advance}. */
export class Player {
  /** In ticks; may lie between them. */
  tick = $state(0);
  playing = $state(false);
  /** Per cent of the figure's tempo. */
  speed = $state(100);
  loop: Stretch | undefined = $state.raw(undefined);
  repeat = $state(true);
  view: Viewpoint = $state('leader');
  mirrored = $state(false);
  only: Role | 'both' = $state('both');

  /** Moves on by some real time; stops or goes round at the end of the stretch. */
  advance(seconds: number, bpm: number, whole: Stretch): void {
    const stretch = this.loop ?? whole;
    const length = stretch.to - stretch.from;
    if (length <= 0) return this.stop();
    let next = this.tick + ticksOf(seconds, (bpm * this.speed) / 100);
    if (next >= stretch.to || next < stretch.from - TICKS_PER_BEAT) {
      if (!this.repeat && next >= stretch.to) {
        this.tick = stretch.to;
        return this.stop();
      }
      next = stretch.from + ((((next - stretch.from) % length) + length) % length);
    }
    this.tick = next;
  }

  toggle(whole: Stretch): void {
    if (!this.playing && this.tick >= (this.loop ?? whole).to - 0.01) this.tick = (this.loop ?? whole).from;
    this.playing = !this.playing;
  }
  stop(): void {
    this.playing = false;
  }

  /** To the next or previous moment where something happens. */
  stepTo(moments: readonly number[], direction: 1 | -1): void {
    this.stop();
    const next =
      direction > 0
        ? moments.find((m) => m > this.tick + 0.01)
        : moments.findLast((m) => m < this.tick - 0.01);
    if (next !== undefined) this.tick = next;
  }
}
