<script lang="ts">
  import { FEWEST_TAPS } from '$lib/core/music';
  import type { SongDesk } from '$lib/state/song-desk.svelte';

  /** The tempo by ear: half, double, or tapped along. */
  let { desk }: { desk: SongDesk } = $props();
  const fit = $derived(desk.tapped);
</script>

<section aria-label="By ear">
  <h2>By ear</h2>
  {#if desk.bpm}
    <p class="row">
      <span><b class="num">{Math.round(desk.bpm * 10) / 10}</b> a minute.</span>
      <button onclick={() => desk.halve()}>Half: {Math.round(desk.bpm / 2)}</button>
      <button onclick={() => desk.double()}>Double: {Math.round(desk.bpm * 2)}</button>
    </p>
  {/if}
  <p class="row">
    <button class="tap" onpointerdown={() => desk.tap()} onclick={(e) => e.detail === 0 && desk.tap()}
      >Tap along <kbd>T</kbd></button
    >
    {#if desk.taps.length > 0}
      <span role="status">
        {#if fit}<b class="num">{Math.round(fit.bpm * 10) / 10}</b>{fit.missed
            ? `, ${fit.missed} missed`
            : ''}{:else}{Math.max(0, FEWEST_TAPS - desk.taps.length)} more taps{/if}
      </span>
      <button disabled={!fit} onclick={() => desk.takeTaps()}>Take it</button>
      <button onclick={() => desk.dropTaps()}>Drop</button>
    {/if}
  </p>
  <p class="row">
    <button onclick={() => desk.listen()} disabled={!desk.buffer || desk.busy !== undefined}
      >Hear the beats anew</button
    >
    {#if (desk.map?.locked.length ?? 0) > 0}<span class="quiet"
        >What is held is given up; undo brings it back.</span
      >{/if}
  </p>
</section>

<style>
  section {
    display: grid;
    gap: 10px;
  }
  h2 {
    font-size: 20px;
  }
  .row {
    display: flex;
    gap: 6px;
    flex-wrap: wrap;
    align-items: center;
  }
  .tap {
    min-height: 48px;
    padding: 6px 22px;
    font-weight: 650;
    touch-action: manipulation;
  }
  kbd {
    margin-left: 6px;
  }
</style>
