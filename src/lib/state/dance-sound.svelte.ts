import { untrack } from 'svelte';
import { TICKS_PER_BEAT, type Role } from '$lib/core/base';
import type { Analysis } from '$lib/core/analysis';
import { countIn, danceCues, goneRound, saidAhead, type Calls } from '$lib/core/practice';
import { secondsOf, ticksOf } from '$lib/core/time';
import { danceOf } from '$lib/core/vocabulary';
import type { Player, Stretch } from './player.svelte';
import { sounding } from './sounding.svelte';

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

/** The sound of a figure or a combination that is played: click and calls, by the clock of the output. */
export class DanceSound {
  on = $state(false);
  clicking = $state(true);
  calls: Calls = $state('counts');
  role: Role = $state('leader');
  /** Counted in once, when it is begun; not where something is set while it plays. */
  #begun = false;

  /**
   * Plays along and moves the playhead to what is heard. To be called in an effect: what it reads there restarts it
   * where it is. Gives what ends it.
   */
  drive(player: Player, a: Analysis, timing: Timing, whole: Stretch): () => void {
    const stretch = player.loop ?? whole;
    const { at, music } = timing;
    const { role, calls, clicking } = this;
    const all = danceCues(a, at, { role, calls, clicking, ahead: sounding.ahead });
    const speed = player.speed / 100;
    const repeat = player.repeat;
    const performer = sounding.performer();
    const from = at(untrack(() => Math.max(stretch.from, Math.min(player.tick, stretch.to - 1))));
    const bar = danceOf(a.figure).bar;
    const counted =
      !this.#begun && sounding.countIn > 0
        ? countIn(
            bar === 3 ? 3 : bar === 2 ? 2 : 4,
            sounding.countIn,
            (at(stretch.from + TICKS_PER_BEAT) - at(stretch.from)) / speed,
            this.calls !== 'none',
          )
        : undefined;
    this.#begun = true;
    const span = { from: at(stretch.from), to: at(stretch.to) };
    const cues = repeat ? goneRound(all, span) : all;
    let frame = 0;
    let ended = false;
    performer.onend = () => player.stop();
    void performer
      .play({
        cues,
        music,
        span,
        from,
        loop: repeat,
        ramp: [{ speed, times: 1 }],
        countIn: counted && saidAhead(counted, all, from, speed),
        voice: sounding.says,
      })
      .then((start) => {
        if (start === undefined || ended) return;
        const look = () => {
          const now = performer.position();
          if (ended || now === undefined) return;
          player.tick = Math.max(stretch.from, Math.min(stretch.to - 1e-3, timing.tick(now)));
          frame = requestAnimationFrame(look);
        };
        look();
      });
    return () => {
      ended = true;
      cancelAnimationFrame(frame);
      performer.stop();
      // Paused by the person: counted in again next time.
      if (!untrack(() => player.playing)) this.#begun = false;
    };
  }
}

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
