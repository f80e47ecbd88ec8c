import { secondsOf, ticksOf } from '$lib/core/time';
import type { Player, Stretch } from './player.svelte';

/** When ticks sound, seconds from the beginning of the music, and back; the music itself where there is some. */
export interface Timing {
  readonly at: (tick: number) => number;
  readonly tick: (seconds: number) => number;
  readonly music?: AudioBuffer | undefined;
}
/** One tempo, the first tick at nought. */
export const steadyTiming = (bpm: number, start: number): Timing => ({
  at: (tick) => secondsOf(tick - start, bpm),
  tick: (seconds) => start + ticksOf(seconds, bpm),
});

/** Moves the playhead by the frames of the screen, without sound. Gives what ends it. */
export function driveSilently(player: Player, bpm: number, whole: Stretch): () => void {
  let last = performance.now();
  let frame = requestAnimationFrame(function tick(now: number) {
    player.advance(Math.min(0.25, (now - last) / 1000), bpm, whole);
    last = now;
    frame = requestAnimationFrame(tick);
  });
  return () => cancelAnimationFrame(frame);
}
