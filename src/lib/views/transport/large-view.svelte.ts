import { tick } from 'svelte';
import type { Player } from '$lib/state/player.svelte';

/** A phone, upright or lying. */
const SMALL = '(max-width: 700px), (max-height: 500px)';

/** The couple and the count fill the screen: on a phone as soon as it plays. Made while a component is being set up. */
export class LargeView {
  open = $state(false);
  constructor(private readonly player: Player) {
    $effect(() => {
      if (player.playing && matchMedia(SMALL).matches) this.open = true;
    });
  }
  /** Back to where it was played from. */
  leave(root: HTMLElement): void {
    this.open = false;
    this.player.stop();
    void tick().then(() => root.querySelector<HTMLElement>('.play')?.focus());
  }
}
