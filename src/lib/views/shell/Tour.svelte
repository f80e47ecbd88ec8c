<script lang="ts">
  import { onMount, tick } from 'svelte';
  import { goto } from '$app/navigation';
  import { app } from '$lib/state/app.svelte';
  import { newAddress } from '$lib/state/begin-figure';

  /** Five steps on the demo. It can be left at any time, and called again from the Figures screen. */
  const STEPS = [
    {
      path: '/figures',
      title: 'Your repertoire',
      says: 'Every figure with a small picture of its feet and turns. What is here now is a demo; “New figure” begins your own.',
    },
    {
      path: '/figures/demo-six-triple',
      title: 'One figure',
      says: 'Type the breakdown the way you call it, tap words and counts, or drag feet on the floor. Then play it: from any side, slower, one role alone.',
    },
    {
      path: '/combinations',
      title: 'Chains of figures',
      says: 'Figures on rows of eight, with how each leads into the next. “Compose” finds the ones that fit your music.',
    },
    {
      path: '/classes',
      title: 'The class',
      says: 'The hour to scale, run from a phone, remembered in the log. Share a figure with students from its “More” menu.',
    },
    {
      path: '/figures',
      title: 'Now write your own',
      says: '“New figure” puts the caret where you write. Start with: 1 rock 2 step 3&4 triple step.',
    },
  ] as const;

  let at = $state(0);
  let box: HTMLElement | undefined = $state();
  const step = $derived(STEPS[at] ?? STEPS[0]);

  onMount(() => void show(0));
  async function show(n: number) {
    at = n;
    if (location.pathname !== STEPS[n]?.path) await goto(STEPS[n]?.path ?? '/figures', { keepFocus: true });
    await tick();
    box?.focus();
  }
  async function write() {
    leave();
    await goto(newAddress());
  }
  function leave() {
    app.tour = 'seen';
    app.saveSettings();
  }
</script>

<svelte:window
  onkeydown={(e) => {
    if (e.key === 'Escape' && box?.contains(document.activeElement)) leave();
  }}
/>

<div
  class="tour"
  role="dialog"
  aria-label="A look round, {at + 1} of {STEPS.length}"
  tabindex="-1"
  bind:this={box}
>
  <p class="num quiet">{at + 1} of {STEPS.length}</p>
  <h2>{step.title}</h2>
  <p>{step.says}</p>
  <p class="row">
    {#if at > 0}<button onclick={() => show(at - 1)}>Back</button>{/if}
    {#if at < STEPS.length - 1}<button class="primary" onclick={() => show(at + 1)}>Next</button>
    {:else}<button class="primary" onclick={write}>New figure</button><button onclick={leave}>Done</button
      >{/if}
    {#if at < STEPS.length - 1}<button onclick={leave}>Leave the tour</button>{/if}
  </p>
</div>

<style>
  .tour {
    position: fixed;
    right: 20px;
    bottom: 84px;
    z-index: 22;
    width: min(360px, calc(100vw - 24px));
    background: var(--sheet);
    border: 2px solid var(--ink);
    border-radius: 12px;
    padding: 14px 18px;
    display: grid;
    gap: 8px;
    box-shadow: 0 10px 34px rgb(0 0 0 / 0.25);
  }
  h2 {
    font-size: 20px;
  }
  .row {
    display: flex;
    gap: 6px;
    flex-wrap: wrap;
  }
  .primary {
    background: var(--ink);
    color: var(--paper);
  }
  @media (max-width: 700px) {
    .tour {
      right: 12px;
    }
  }
</style>
