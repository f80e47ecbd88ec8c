<script lang="ts">
  import {
    SECTION_KINDS,
    countAnew,
    countedAt,
    inBars,
    joined,
    lockSet,
    marked,
    phraseHere,
    rowOf,
    sectionAt,
    sectionSet,
    split,
    thisIsOne,
    type Bar,
    type SectionKind,
    type SongMap,
  } from '$lib/core/music';
  import { sureText } from '$lib/messages';
  import type { SongDesk } from '$lib/state/song-desk.svelte';
  import BeatLens from './BeatLens.svelte';

  /** What can be said of the chosen beat. */
  let {
    desk,
    map,
    beat,
    peaks,
  }: { desk: SongDesk; map: SongMap; beat: number; peaks: Float32Array | undefined } = $props();
  const c = $derived(countedAt(map, beat));
  /** The row it stands in, as the rows beside it are named. */
  const row = $derived(rowOf(map, beat) + 1);
  const section = $derived(sectionAt(map, beat));
  const mark = $derived(map.marks.find((m) => m.beat === beat));
  const held = $derived(map.locked.includes(beat));
  const KIND_WORDS = { intro: 'introduction', part: 'part', break: 'break', end: 'end' } as const;
  const own = $derived(section?.from === beat);
</script>

<section aria-label="The chosen beat">
  <h2><span class="num">{c.count}</span> of eight {row}</h2>
  {#if peaks}<BeatLens {desk} {beat} {peaks} />{/if}
  <div class="row">
    <button
      class="primary"
      disabled={c.count === 1}
      onclick={() => desk.remap(thisIsOne(map, beat), 'Counted from here.')}>This is the 1</button
    >
    <button
      disabled={c.ofPhrase === 1}
      onclick={() => desk.remap(phraseHere(map, beat), 'A phrase begins here.')}>A phrase begins here</button
    >
    <button
      disabled={map.ones.includes(beat)}
      onclick={() => desk.remap(countAnew(map, beat), 'Counting begins anew here.')}
      >Count anew from here</button
    >
    <button aria-pressed={held} onclick={() => desk.remap(lockSet(map, beat, !held))}
      >{held ? 'Held' : 'Hold it here'}</button
    >
  </div>
  <div class="row">
    <button
      aria-pressed={mark?.kind === 'break'}
      onclick={() =>
        desk.remap(
          marked(map, beat, mark?.kind === 'break' ? undefined : { kind: 'break', beats: map.bar, sure: 1 }),
        )}>Break</button
    >
    <button
      aria-pressed={mark?.kind === 'hit'}
      onclick={() =>
        desk.remap(marked(map, beat, mark?.kind === 'hit' ? undefined : { kind: 'hit', beats: 1, sure: 1 }))}
      >Hit</button
    >
    {#if mark}
      <label
        >beats <input
          class="num"
          type="number"
          min="1"
          max="64"
          value={mark.beats}
          onchange={(e) =>
            e.currentTarget.validity.valid &&
            desk.remap(marked(map, beat, { kind: mark.kind, beats: e.currentTarget.valueAsNumber, sure: 1 }))}
        /></label
      >
      <span class="quiet">{sureText(mark.sure)}</span>
    {/if}
  </div>
  <div class="row">
    {#if own && section}
      <label
        >section <input
          maxlength="60"
          value={section.name}
          onchange={(e) =>
            e.currentTarget.value.trim() &&
            desk.remap(sectionSet(map, beat, { name: e.currentTarget.value.trim() }))}
        /></label
      >
      <label
        >is <select
          value={section.kind}
          onchange={(e) => desk.remap(sectionSet(map, beat, { kind: e.currentTarget.value as SectionKind }))}
          >{#each SECTION_KINDS as k (k)}<option value={k}>{KIND_WORDS[k]}</option>{/each}</select
        ></label
      >
      <label class="check"
        ><input
          type="checkbox"
          checked={section.slow}
          onchange={(e) => desk.remap(sectionSet(map, beat, { slow: e.currentTarget.checked }))}
        /> slow</label
      >
      <button disabled={map.sections[0]?.from === beat} onclick={() => desk.remap(joined(map, beat))}
        >Join to the one before</button
      >
    {:else}
      <button onclick={() => desk.remap(split(map, beat))}>A section begins here</button>
      {#if section}<span class="quiet">in “{section.name}”</span>{/if}
    {/if}
  </div>
  <div class="row">
    <label
      >beats in a bar <select
        value={map.bar}
        onchange={(e) => desk.remap(inBars(map, Number(e.currentTarget.value) as Bar))}
        >{#each [2, 3, 4] as b (b)}<option value={b}>{b}</option>{/each}</select
      ></label
    >
    <label
      >beats in a phrase <input
        class="num"
        type="number"
        min="4"
        max="128"
        value={map.phrase}
        onchange={(e) =>
          e.currentTarget.validity.valid &&
          desk.remap(phraseHere(map, map.phrases[0] ?? 0, e.currentTarget.valueAsNumber))}
      /></label
    >
  </div>
</section>

<style>
  section {
    display: grid;
    gap: 10px;
  }
  h2 {
    font-size: 20px;
  }
  h2 .num {
    font-size: 34px;
  }
  .row {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
    align-items: center;
  }
  label {
    display: flex;
    gap: 6px;
    align-items: center;
    font-size: 14px;
    color: var(--quiet);
  }
  label input,
  label select {
    color: var(--ink);
  }
  input[type='number'] {
    width: 64px;
  }
  input[maxlength] {
    width: 110px;
  }
  .primary {
    background: var(--ink);
    color: var(--paper);
    border-color: var(--ink);
  }
  .primary:disabled {
    opacity: 0.5;
  }
</style>
