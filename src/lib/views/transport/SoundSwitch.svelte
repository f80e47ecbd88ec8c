<script lang="ts">
  import Volume2 from '@lucide/svelte/icons/volume-2';
  import VolumeX from '@lucide/svelte/icons/volume-x';
  import { CALLINGS } from '$lib/core/practice/schema';
  import { CALLING_WORDS } from '$lib/messages';
  import { soundSettings } from '$lib/state/sound-settings.svelte';
  import type { DanceSound } from '$lib/state/dance-sound.svelte';

  /** Sound on or off, and what is called. */
  let { sound }: { sound: DanceSound } = $props();
</script>

<span class="sound">
  <button aria-pressed={sound.on} aria-label="Sound" onclick={() => (sound.on = !sound.on)}>
    {#if sound.on}<Volume2 size={18} />{:else}<VolumeX size={18} />{/if}
  </button>
  {#if sound.on}
    <select aria-label="What is called" bind:value={sound.calls}
      >{#each CALLINGS as c (c)}<option value={c}>{CALLING_WORDS[c]}</option>{/each}</select
    >
    {#if sound.calls !== 'none'}
      <select aria-label="Whose steps are called" bind:value={sound.role}
        ><option value="leader">leader</option><option value="follower">follower</option></select
      >
    {/if}
    {#if sound.calls !== 'none' && sound.calls !== 'counts'}
      <button
        aria-pressed={soundSettings.ahead}
        title="Called a beat before it is danced"
        onclick={() => soundSettings.set({ ahead: !soundSettings.ahead })}>a beat ahead</button
      >
    {/if}
  {/if}
</span>

<style>
  .sound {
    display: flex;
    gap: 4px;
    align-items: center;
    flex: none;
  }
  button {
    padding: 4px 10px;
    min-width: 40px;
  }
  select {
    min-height: 34px;
    font-size: 14px;
    padding: 2px 4px;
  }
  @media (pointer: coarse) {
    button {
      min-height: 44px;
      min-width: 44px;
    }
  }
</style>
