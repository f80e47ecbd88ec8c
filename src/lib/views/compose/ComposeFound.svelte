<script lang="ts">
  import { newCombination, planOf, type Part } from '$lib/core/combination';
  import { keepsSeams, type Composed } from '$lib/core/composer';
  import {
    boundsText,
    conflictSentences,
    constraintText,
    leftOutText,
    manyText,
    whyText,
  } from '$lib/messages';
  import type { Board } from '$lib/state/board.svelte';
  import type { ComposeLab } from '$lib/state/compose-lab.svelte';
  import MiniBoard from '$lib/views/board/MiniBoard.svelte';

  /** How many exist, the best of them side by side, or why there are none. */
  let {
    board,
    lab,
    setBeats,
    close,
  }: { board: Board; lab: ComposeLab; setBeats: (beats: number) => void; close: () => void } = $props();

  const r = $derived(lab.request);
  const nameOf = (id: string) => board.name(id);

  const planFor = (c: Composed) => {
    const parts = partsOf(c);
    return planOf({ ...newCombination('x'), parts, start: 1, marks: [...r.hits] }, board.repertoire);
  };
  /** The same figure again is one part danced more often. */
  function partsOf(c: Composed): Part[] {
    const parts: { key: string; figure: string; times: number }[] = [];
    for (const figure of c.figures) {
      const last = parts.at(-1);
      if (last?.figure === figure && last.times < 32) last.times++;
      else parts.push({ key: board.key(), figure, times: 1 });
    }
    return parts;
  }
  function put(c: Composed) {
    board.edit([
      { type: 'parts', parts: partsOf(c) },
      { type: 'details', patch: { loop: r.end.type === 'loop' || board.combination.loop } },
    ]);
    close();
  }
  function add(c: Composed) {
    board.edit({ type: 'insert', at: board.combination.parts.length, parts: partsOf(c) });
    close();
  }
  const best = $derived((lab.answer?.best ?? []).filter((c) => keepsSeams(c.figures, r)));
  /** Found, but the same figure would stand twice in a row where it joins the board. */
  const dropped = $derived((lab.answer?.best.length ?? 0) - best.length);
  /** Something is looked for that goes on from what stands on the board. */
  const filling = $derived(r.start.type === 'figure' && board.combination.parts.length > 0);
  const left = $derived(leftOutText(lab.leftOut.map(nameOf)));
  const said = $derived.by(() => {
    if (lab.state === 'reading') return `Reading figures, ${lab.progress.done} of ${lab.progress.of} …`;
    if (lab.state === 'died') return 'The search broke off. Change something, or ask again.';
    if (lab.state === 'cancelled') return 'Stopped.';
    const n = lab.answer?.count;
    // All of them are here: those that repeat a figure at the seam are none.
    if (n !== undefined && dropped > 0 && n <= BigInt(lab.answer?.best.length ?? 0))
      return best.length === 0
        ? 'None exist'
        : best.length === 1
          ? 'Exactly one exists'
          : `${best.length} exist`;
    if (n !== undefined)
      return n === 0n ? 'None exist' : n === 1n ? 'Exactly one exists' : `${manyText(n)} exist`;
    if (lab.answer?.bounds) return boundsText(lab.answer.bounds);
    return lab.state === 'paused'
      ? `At least ${lab.answer?.best.length ?? 0} exist; counting is long`
      : 'Counting …';
  });
  const exact = $derived(
    lab.answer?.count !== undefined && lab.answer.count >= 1_000_000n
      ? lab.answer.count.toLocaleString('en-GB')
      : undefined,
  );
  const conflict = $derived(lab.answer?.conflict);
</script>

<div class="found">
  <div class="title">
    <p class="many num" role="status">{said}</p>
    {#if exact}<span class="quiet num exact">{exact}</span>{/if}
    {#if lab.state === 'searching' || lab.state === 'reading'}<button onclick={() => lab.cancel()}
        >Stop</button
      >{/if}
    {#if lab.state === 'paused'}<button onclick={() => lab.more()}>Go on</button>{/if}
    {#if lab.state === 'cancelled' || lab.state === 'died'}<button onclick={() => lab.ask()}>Ask again</button
      >{/if}
  </div>
  {#if conflict}
    <div class="none">
      {#each conflictSentences(conflict, r, nameOf) as s (s)}<p>{s}</p>{/each}
      <p class="relax">
        {#each conflict.relax as c (`${c.code}${c.id ?? ''}`)}
          {#if c.code === 'beats'}
            {#each [conflict.nearest.below, conflict.nearest.above] as n (n)}{#if n !== undefined}<button
                  onclick={() => setBeats(n)}>{n} beats instead</button
                >{/if}{/each}
          {:else}<button onclick={() => lab.relax(c)}>Give up: {constraintText(c, r, nameOf)}</button>{/if}
        {/each}
      </p>
    </div>
  {/if}
  <ol>
    {#each best as c, i (c.figures.join())}
      <li>
        <span class="rank num">{i + 1}</span>
        <MiniBoard plan={planFor(c)} width={400} />
        <div class="why">
          <p>{whyText(c, r)}</p>
        </div>
        <span class="acts">
          {#if board.combination.parts.length > 0}<button
              class:primary={filling}
              aria-label="Add at the end: number {i + 1}"
              onclick={() => add(c)}>Add at the end</button
            >{/if}
          <button
            class:primary={!filling}
            aria-label="Put on the board: number {i + 1}"
            onclick={() => put(c)}>{filling ? 'Replace the board' : 'Put on the board'}</button
          >
        </span>
      </li>
    {/each}
  </ol>
  {#if best.length > 1}<p class="quiet small">
      The easiest to join first. Each begins otherwise than the others, or has two figures they have not.
    </p>{/if}
  {#if left}<p class="quiet small">{left}</p>{/if}
</div>

<style>
  .found {
    overflow: auto;
    min-height: 0;
    border-top: 3px solid var(--ink);
    padding: 10px 4px;
  }
  .title {
    display: flex;
    gap: 12px;
    align-items: center;
    flex-wrap: wrap;
  }
  .title > :first-child {
    margin-right: auto;
  }
  .many {
    font: 750 26px/1.1 var(--display);
  }
  .exact {
    overflow-wrap: anywhere;
    font-size: 13px;
  }
  .small {
    font-size: 13px;
  }
  ol {
    list-style: none;
    margin: 8px 0;
    padding: 0;
  }
  li {
    display: grid;
    grid-template-columns: 30px auto minmax(120px, 1fr) auto;
    gap: 14px;
    align-items: center;
    padding: 9px 0;
    border-bottom: 1px solid var(--line);
  }
  .rank {
    font: 800 24px/1 var(--display);
  }
  .why {
    font-size: 14px;
  }
  .acts {
    display: grid;
    gap: 4px;
  }
  .primary {
    background: var(--ink);
    color: var(--paper);
    border-color: var(--ink);
  }
  .none {
    border-left: 5px solid var(--caution);
    padding: 8px 12px;
    background: var(--sheet);
    display: grid;
    gap: 6px;
    margin-top: 8px;
  }
  .relax {
    display: flex;
    gap: 6px;
    flex-wrap: wrap;
  }
  @media (max-width: 900px) {
    .found {
      overflow: visible;
    }
    li {
      grid-template-columns: 24px minmax(0, 1fr);
    }
    .why,
    .acts {
      grid-column: 2;
    }
    .acts {
      display: flex;
    }
  }
</style>
