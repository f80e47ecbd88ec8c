<script lang="ts">
  import { VOICES } from '$lib/sound';
  import { sounding } from '$lib/state/sounding.svelte';

  /** How loud each thing is, which voice, and how it is counted in. */
  let { music = true }: { music?: boolean } = $props();
  const rows = $derived([
    ...(music ? [['music', 'music'] as const] : []),
    ['click', 'click'] as const,
    ['voice', 'voice'] as const,
  ]);
  const VOICE_WORDS = { low: 'low', high: 'high' } as const;
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
        value={sounding[key]}
        oninput={(e) => sounding.set({ [key]: e.currentTarget.valueAsNumber })}
      /></label
    >
  {/each}
  <label
    ><span>voice is</span><select
      value={sounding.says}
      onchange={(e) => sounding.set({ says: e.currentTarget.value as 'low' })}
      >{#each VOICES as v (v)}<option value={v}>{VOICE_WORDS[v]}</option>{/each}</select
    ></label
  >
  <label
    ><span>count in</span><select
      value={sounding.countIn}
      onchange={(e) => sounding.set({ countIn: Number(e.currentTarget.value) as 0 })}
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
    color: var(--ink);
    min-height: 30px;
    padding: 2px 6px;
    font-size: 14px;
  }
</style>
