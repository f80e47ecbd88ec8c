<script lang="ts">
  import Mic from '@lucide/svelte/icons/mic';
  import { turnSign } from '$lib/views/rail/rail-model';
  import { readTurn } from '$lib/core/notation';
  import { sayCount } from '$lib/core/time';
  import { WORDS, stripFor } from '$lib/core/vocabulary';
  import { sayWord } from '$lib/state/building';
  import type { Desk } from '$lib/state/desk.svelte';
  import { says } from './says';

  /** `write`: writes words at the caret where it stands within the text; false where it does not. */
  let {
    desk,
    write,
    say: listening = $bindable(),
  }: { desk: Desk; write: (words: string) => boolean; say: boolean } = $props();

  const strip = $derived(stripFor(desk.figure.dance));
  const where = $derived.by(() => {
    const n = desk.chosen.length;
    const role = desk.selection?.role ?? desk.place.role;
    const name = role === 'leader' ? 'Leader' : 'Follower';
    const at = sayCount(desk.selected?.tick ?? desk.place.tick, desk.figure.feel);
    return n > 1 ? `${name}, ${n} steps` : `${name} ${at}`;
  });
  const role = $derived(desk.selection?.role ?? desk.place.role);
  const whatIs = (word: string) => {
    const meaning = WORDS.get(word);
    return meaning ? says(meaning) : word;
  };
  const turnOf = (word: string) => {
    const turn = readTurn(word);
    return turn.ok ? turnSign(turn.value) : word;
  };
  const turnName = (word: string) => `${word.slice(1)} turn ${word.startsWith('r') ? 'right' : 'left'}`;
  function say(word: string) {
    if (!write(`${word} `)) sayWord(desk, word);
  }
  /** The caret keeps its place. */
  const stay = (e: PointerEvent) => e.pointerType === 'mouse' && e.preventDefault();
</script>

<!-- svelte-ignore a11y_no_static_element_interactions -->
<div class="strip" onpointerdown={stay} onmousedown={(e) => e.preventDefault()}>
  <strong class="where num {role}" aria-live="off">{where}</strong>
  <div role="group" aria-label="Steps">
    {#each strip.steps as w (w)}<button title={whatIs(w)} onclick={() => say(w)}>{w}</button>{/each}
  </div>
  <div role="group" aria-label="Rhythms">
    {#each strip.units as w (w)}<button class="unit" title={whatIs(w)} onclick={() => say(w)}>{w}</button
      >{/each}
  </div>
  <div role="group" aria-label="Turns">
    {#each strip.turns as w (w)}<button
        class="num"
        aria-label={turnName(w)}
        title={turnName(w)}
        onclick={() => say(w)}>{turnOf(w)}</button
      >{/each}
  </div>
  <button aria-expanded={listening} onclick={() => (listening = !listening)}><Mic size={15} /> Say it</button>
</div>

<style>
  .strip {
    display: flex;
    flex-wrap: wrap;
    gap: 3px 10px;
    align-items: center;
    padding: 3px 0;
    flex: none;
  }
  .where {
    position: sticky;
    left: 0;
    z-index: 1;
    flex: none;
    min-width: 92px;
    background: var(--paper);
    font: 700 15px var(--display);
  }
  .leader {
    color: var(--leader);
  }
  .follower {
    color: var(--follower);
  }
  [role='group'] {
    display: flex;
    gap: 3px;
    flex: none;
  }
  button {
    min-height: 28px;
    padding: 1px 7px;
    font-size: 13.5px;
    white-space: nowrap;
  }
  .unit {
    border-style: dashed;
  }
  @media (max-width: 900px) {
    .strip {
      flex-wrap: nowrap;
      overflow-x: auto;
      padding: 6px 0;
    }
  }
  @media (pointer: coarse) {
    button {
      min-height: 44px;
      min-width: 44px;
      justify-content: center;
    }
  }
</style>
