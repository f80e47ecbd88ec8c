<script lang="ts">
  import { onMount } from 'svelte';
  import { SPEAKERS, browserSpeaker, type SpeakerId } from '$lib/sound';
  import { soundSettings } from '$lib/state/sound-settings.svelte';

  /** How loud each thing is, which voice, and how it is counted in. */
  let { music = true }: { music?: boolean } = $props();
  const rows = $derived([
    ...(music ? [['music', 'music'] as const] : []),
    ['click', 'click'] as const,
    ['voice', 'voice'] as const,
  ]);
  const VOICE_WORDS = { low: 'low', high: 'high', browser: 'the browser’s own' } as const;
  /** The browser has a voice of its own; it may only say so after a while. */
  let speaks = $state(false);
  onMount(() => {
    soundSettings.load();
    const look = () => (speaks = browserSpeaker() !== undefined);
    look();
    const speech = globalThis.speechSynthesis;
    speech?.addEventListener?.('voiceschanged', look);
    return () => speech?.removeEventListener?.('voiceschanged', look);
  });
  const COUNT_WORDS = ['nothing', 'one eight', 'two eights'] as const;
</script>

<div class="levels" role="group" aria-label="Sound">
  {#each rows as [key, word] (key)}
    <label
      ><span>{word}</span><input
        type="range"
        min="0"
        max="1"
        step="0.05"
        value={soundSettings[key]}
        oninput={(e) => soundSettings.set({ [key]: e.currentTarget.valueAsNumber })}
      /></label
    >
  {/each}
  <label
    ><span>voice is</span><select
      value={soundSettings.says}
      onchange={(e) => soundSettings.set({ says: e.currentTarget.value as SpeakerId })}
      >{#each SPEAKERS as v (v)}<option value={v} disabled={v === 'browser' && !speaks}
          >{VOICE_WORDS[v]}{v === 'browser' && !speaks ? ' (it has none)' : ''}</option
        >{/each}</select
    ></label
  >
  <label title="Steps and calls are said a beat before they are danced; counts stay on their beats"
    ><span>calls come</span><select
      value={soundSettings.ahead ? 1 : 0}
      onchange={(e) => soundSettings.set({ ahead: e.currentTarget.value === '1' })}
      ><option value={0}>on the beat</option><option value={1}>a beat ahead</option></select
    ></label
  >
  <label
    ><span>count in</span><select
      value={soundSettings.countIn}
      onchange={(e) => soundSettings.set({ countIn: Number(e.currentTarget.value) as 0 })}
      >{#each COUNT_WORDS as w, i (w)}<option value={i}>{w}</option>{/each}</select
    ></label
  >
</div>

<style>
  .levels {
    display: flex;
    gap: 12px;
    flex-wrap: wrap;
    align-items: end;
  }
  label {
    display: grid;
    font-size: 12px;
    color: var(--quiet);
  }
  input {
    width: 84px;
    accent-color: var(--look);
    min-height: 30px;
  }
  select {
    max-width: 124px;
    color: var(--ink);
    min-height: 30px;
    padding: 2px 6px;
    font-size: 14px;
  }
</style>
