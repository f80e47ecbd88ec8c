import { untrack } from 'svelte';
import type { Role } from '$lib/core/base';
import type { Analysis } from '$lib/core/analysis';
import type { Calls } from '$lib/core/practice';
import type { Timing } from './dance-timing';
import type { Player, Stretch } from './player.svelte';
import { soundSettings } from './sound-settings.svelte';

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
   * where it is. Gives what ends it. What makes the sound is loaded when it is first wanted.
   */
  drive(player: Player, a: Analysis, timing: Timing, whole: Stretch): () => void {
    soundSettings.load();
    const { role, calls, clicking } = this;
    const how = {
      stretch: player.loop ?? whole,
      speed: player.speed / 100,
      repeat: player.repeat,
      heard: { role, calls, clicking, ahead: soundSettings.ahead },
      counted: !this.#begun,
    };
    this.#begun = true;
    let end: (() => void) | undefined;
    let over = false;
    void import('./dance-drive').then(({ danceAlong }) => {
      if (!over) end = danceAlong(player, a, timing, how);
    });
    return () => {
      over = true;
      end?.();
      // Paused by the person: counted in again next time.
      if (!untrack(() => player.playing)) this.#begun = false;
    };
  }
}
