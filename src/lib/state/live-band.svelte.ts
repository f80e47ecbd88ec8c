import { scoreOf, type Recipe } from '$lib/core/band';
import { beatClock, type BeatClock } from '$lib/core/music';
import { bandCues } from '$lib/core/practice';
import { sounding } from './sounding.svelte';

/** The band playing a recipe live, round and round: what is set differently is heard from the beat it is at. */
export class LiveBand {
  playing = $state(false);
  #clock: BeatClock | undefined;

  async play(recipe: Recipe, beat = 0): Promise<void> {
    const { map, notes } = scoreOf(recipe);
    const clock = beatClock(map.beats);
    const span = { from: map.beats[0] ?? 0, to: clock.at(map.beats.length) };
    const performer = sounding.performer();
    performer.onend = () => (this.playing = false);
    this.playing = true;
    this.#clock = clock;
    await performer.play({
      cues: bandCues({ map, notes }),
      span,
      from: clock.at(Math.min(beat, map.beats.length - 1)),
      loop: true,
      ramp: [{ speed: 1, times: 1 }],
      voice: sounding.says,
    });
  }

  /** Plays on with another recipe, where it plays. */
  async change(recipe: Recipe): Promise<void> {
    const now = this.playing ? sounding.performer().position() : undefined;
    if (now === undefined || !this.#clock) return;
    await this.play(recipe, Math.max(0, this.#clock.beat(now)));
  }

  stop(): void {
    if (this.playing) sounding.stop();
    this.playing = false;
  }
}
