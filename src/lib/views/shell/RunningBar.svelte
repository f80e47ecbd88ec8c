<script lang="ts">
  import { onMount } from 'svelte';
  import { page } from '$app/state';
  import Play from '@lucide/svelte/icons/play';
  import type { Entry } from '$lib/core/classes';
  import { clockText } from '$lib/messages/clock';
  import { app } from '$lib/state/app.svelte';
  import { followRunning } from '$lib/state/running';

  /** The class being held, on every screen but its own, until it is ended. */
  let running: Entry | undefined = $state.raw();
  onMount(() => {
    let stop: () => void = () => {};
    void app
      .db()
      .then((db) => (stop = followRunning(db, (entry) => (running = entry))))
      .catch(() => {});
    return () => stop();
  });
  let height = $state(0);
  /** Screens as high as the window leave the bar its room. */
  $effect(() => {
    const shown = running && page.url.pathname !== `/run/${running.id}`;
    document.documentElement.style.setProperty('--above', `${shown ? height : 0}px`);
  });
  const path = $derived(running && `/run/${running.id}`);
</script>

{#if running && path && page.url.pathname !== path}
  <a class="running" href={path} bind:offsetHeight={height}
    ><Play size={16} /><b>{running.name}</b> is running, started {clockText(running.at)}
    <span>Back to the class</span></a
  >
{/if}

<style>
  .running {
    display: flex;
    gap: 6px;
    align-items: center;
    flex-wrap: wrap;
    padding: 6px 20px;
    min-height: 40px;
    background: var(--sheet);
    border-bottom: 2px solid var(--accent, var(--ink));
    text-decoration: none;
    color: inherit;
  }
  span {
    margin-left: auto;
    text-decoration: underline;
    font-weight: 650;
  }
  @media (max-width: 700px) {
    .running {
      padding: 6px 12px;
      min-height: 48px;
    }
  }
  @media print {
    .running {
      display: none;
    }
  }
</style>
