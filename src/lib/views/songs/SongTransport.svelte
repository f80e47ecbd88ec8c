<script lang="ts">
  import Play from '@lucide/svelte/icons/play';
  import Pause from '@lucide/svelte/icons/pause';
  import { countedAt } from '$lib/core/music';
  import { clockText } from '$lib/messages';
  import type { SongDesk } from '$lib/state/song-desk.svelte';
  import SoundLevels from './SoundLevels.svelte';

  let { desk }: { desk: SongDesk } = $props();
  const map = $derived(desk.map);
  const count = $derived(
    map && desk.heardBeat >= 0 && desk.heardBeat < map.beats.length
      ? countedAt(map, desk.heardBeat).count
      : '–',
  );
  const SPEEDS = [50, 60, 70, 75, 80, 85, 90, 95, 100, 105, 110, 120];
</script>

<div class="transport" role="group" aria-label="Play">
  <button
    class="play"
    onclick={() => desk.toggle()}
    disabled={!desk.buffer}
    aria-label={desk.playing ? 'Pause' : 'Play'}
  >
    {#if desk.playing}<Pause size={24} fill="currentColor" />{:else}<Play
        size={24}
        fill="currentColor"
      />{/if}
  </button>
  <output class="now num" aria-live="off" aria-label="Count">{count}</output>
  <span class="time num">{clockText(desk.at)} / {clockText(desk.song.length)}</span>
  <button aria-pressed={desk.clicking} onclick={() => ((desk.clicking = !desk.clicking), desk.refresh())}
    >Click</button
  >
  <button aria-pressed={desk.counting} onclick={() => ((desk.counting = !desk.counting), desk.refresh())}
    >Count aloud</button
  >
  <label
    ><span>tempo</span>
    <select
      aria-label="Tempo, per cent"
      value={desk.speed}
      onchange={(e) => (
        (desk.speed = Number(e.currentTarget.value)),
        (desk.ramp = undefined),
        desk.refresh()
      )}
      >{#each SPEEDS as s (s)}<option value={s}
          >{s} %{desk.bpm ? ` · ${Math.round((desk.bpm * s) / 100)}` : ''}</option
        >{/each}</select
    ></label
  >
  {#if desk.loop}
    <button aria-pressed={desk.ramp !== undefined} onclick={() => desk.rampToggle()}
      >Up to tempo{desk.ramp && desk.playing ? ` · round ${desk.pass + 1}` : ''}</button
    >
    {#if desk.ramp && desk.playing}
      <button onclick={() => desk.rampNext(true)}>It went well: up</button>
      <button onclick={() => desk.rampNext(false)}>Again at this tempo</button>
    {/if}
    <button onclick={() => ((desk.loop = undefined), (desk.ramp = undefined), desk.refresh())}
      >Whole song</button
    >
  {/if}
  <span class="levels"><SoundLevels /></span>
</div>

<style>
  .transport {
    display: flex;
    gap: 10px;
    align-items: center;
    padding: 6px 20px;
    background: var(--sheet);
    border-top: 2px solid var(--ink);
    overflow-x: auto;
  }
  .transport > :global(*) {
    flex: none;
  }
  .play {
    width: 46px;
    height: 46px;
    border-radius: 50%;
    justify-content: center;
    background: var(--ink);
    color: var(--paper);
    padding: 0;
    display: flex;
    align-items: center;
  }
  .play:disabled {
    opacity: 0.4;
  }
  .now {
    font: 800 44px/1 var(--display);
    min-width: 40px;
    text-align: center;
  }
  .time {
    color: var(--quiet);
    min-width: 92px;
  }
  label {
    display: grid;
    font-size: 12px;
    color: var(--quiet);
  }
  select {
    color: var(--ink);
    min-height: 30px;
    padding: 2px 6px;
    font-size: 14px;
  }
  .levels {
    margin-left: auto;
  }
  button[aria-pressed='true']:not(.play) {
    background: var(--ink);
    color: var(--paper);
  }
</style>
