<script lang="ts">
  import Trash from '@lucide/svelte/icons/trash-2';
  import ArrowDown from '@lucide/svelte/icons/arrow-down';
  import ArrowUp from '@lucide/svelte/icons/arrow-up';
  import { BLOCKS, BLOCK_KINDS, type Block, type Care, type TimedBlock } from '$lib/core/classes';
  import { BLOCK_WORDS, WARM_CARE, warmText } from '$lib/messages';
  import type { ClassDesk } from '$lib/state/class-desk.svelte';
  import type { Choices } from './choices';
  import { numberOrNone } from './fields';

  /** One block: what, how long, how fast, what is said. */
  let {
    desk,
    block,
    timed,
    choices,
    care,
  }: {
    desk: ClassDesk;
    block: Block;
    timed: TimedBlock | undefined;
    choices: Choices;
    care: Care | undefined;
  } = $props();

  const set = (patch: Parameters<ClassDesk['set']>[1]) => desk.set(block.key, patch);
  function setWhat(value: string) {
    const [type, id] = value.split(' ', 2);
    set({ what: id ? { type: type as 'figure', id } : undefined });
  }
  const dances = $derived(BLOCKS[block.kind].dances);
</script>

<section aria-label="Block">
  <div class="head">
    <select
      class="kind"
      aria-label="Kind of block"
      value={block.kind}
      onchange={(e) => set({ kind: e.currentTarget.value as Block['kind'] })}
    >
      {#each BLOCK_KINDS as k (k)}<option value={k}>{BLOCK_WORDS[k]}</option>{/each}
    </select>
    <span class="tools">
      <button aria-label="Earlier" onclick={() => desk.step(block.key, -1)}><ArrowUp size={16} /></button>
      <button aria-label="Later" onclick={() => desk.step(block.key, 1)}><ArrowDown size={16} /></button>
      <button aria-label="Take this block out" onclick={() => desk.remove(block.key)}
        ><Trash size={16} /></button
      >
    </span>
  </div>
  <div class="fields">
    <label
      >minutes <input
        class="num"
        type="number"
        min="0.5"
        max="300"
        step="0.5"
        value={block.minutes}
        onchange={(e) => numberOrNone(e, (n) => n !== undefined && desk.size(block.key, n))}
      /></label
    >
    <label class="wide"
      >danced
      <select
        value={block.what ? `${block.what.type} ${block.what.id}` : ''}
        onchange={(e) => setWhat(e.currentTarget.value)}
      >
        <option value="">{dances ? 'what the class aims at' : 'nothing in particular'}</option>
        <optgroup label="Combinations">
          {#each choices.combinations as c (c.id)}<option value="combination {c.id}">{c.name}</option>{/each}
        </optgroup>
        <optgroup label="Figures">
          {#each choices.figures as f (f.id)}<option value="figure {f.id}">{f.name}</option>{/each}
        </optgroup>
      </select></label
    >
    <label
      >tempo <input
        class="num"
        type="number"
        min="20"
        max="400"
        placeholder={timed?.bpm === undefined ? '' : String(timed.bpm)}
        value={block.bpm ?? ''}
        onchange={(e) => numberOrNone(e, (n) => set({ bpm: n }))}
      /></label
    >
    <label
      >explaining, min <input
        class="num"
        type="number"
        min="0"
        max="120"
        step="0.5"
        value={block.explain ?? 0}
        onchange={(e) => numberOrNone(e, (n) => set({ explain: n || undefined }))}
      /></label
    >
    <label
      >changes of partner <input
        class="num"
        type="number"
        min="0"
        max="60"
        value={block.changes ?? 0}
        onchange={(e) => numberOrNone(e, (n) => set({ changes: n || undefined }))}
      /></label
    >
    <label class="wide"
      >music
      <select value={block.song ?? ''} onchange={(e) => set({ song: e.currentTarget.value || undefined })}>
        <option value="">count and band</option>
        {#each choices.songs as s (s.id)}<option value={s.id}>{s.name}</option>{/each}
      </select></label
    >
    <label class="check"
      ><input
        type="checkbox"
        checked={block.keep === true}
        onchange={(e) => set({ keep: e.currentTarget.checked || undefined })}
      />
      stays, whatever happens</label
    >
  </div>
  <label class="says"
    >what you say and look at
    <textarea
      rows="2"
      maxlength="600"
      value={block.says}
      oninput={(e) => set({ says: e.currentTarget.value })}></textarea></label
  >
  {#if block.kind === 'warm-up' && care}
    <p class="warm">For what comes: {warmText(care.warm)} <span class="quiet">{WARM_CARE}</span></p>
  {/if}
</section>

<style>
  section {
    display: grid;
    gap: 8px;
    background: var(--sheet);
    border: 1px solid var(--line);
    border-left: 5px solid var(--ink);
    padding: 10px 12px;
  }
  .head {
    display: flex;
    gap: 8px;
    justify-content: space-between;
  }
  .kind {
    font: 700 17px var(--display);
  }
  .tools {
    display: flex;
    gap: 4px;
  }
  .fields {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 12px;
    align-items: end;
  }
  label {
    display: grid;
    gap: 2px;
    font-size: 13px;
    color: var(--quiet);
  }
  input,
  select,
  textarea {
    color: var(--ink);
    font-size: 15px;
  }
  input[type='number'] {
    width: 84px;
  }
  .wide select {
    width: 190px;
  }
  .check {
    display: flex;
    gap: 6px;
    align-items: center;
    min-height: 34px;
  }
  textarea {
    width: 100%;
    resize: vertical;
  }
  .warm {
    font-size: 14px;
  }
</style>
