<script lang="ts">
  import Copy from '@lucide/svelte/icons/copy';
  import Trash from '@lucide/svelte/icons/trash-2';
  import ArrowLeft from '@lucide/svelte/icons/arrow-left';
  import ArrowRight from '@lucide/svelte/icons/arrow-right';
  import {
    LAYERS,
    foldOfPlan,
    layerFigure,
    lineage,
    straightAt,
    type PartPatch,
  } from '$lib/core/combination';
  import { LEVELS } from '$lib/core/vocabulary';
  import { straightText } from '$lib/messages';
  import type { Board } from '$lib/state/board.svelte';

  let { board, at }: { board: Board; at: number } = $props();

  const part = $derived(board.combination.parts[at]);
  const reading = $derived(part && board.reading(part));
  const passes = $derived(board.plan.passes.filter((p) => p.part === at));
  const figure = $derived(reading?.figure);
  /** Everything that grew from the same core. */
  const versions = $derived.by(() => {
    if (!part) return [];
    const core = lineage(part.figure, board.parents)[0] ?? part.figure;
    const kin = [...board.repertoire.figures].filter((f) => lineage(f.id, board.parents)[0] === core);
    return kin.some((f) => f.id === part.figure) || !figure ? kin : [figure, ...kin];
  });
  const layers = $derived(
    part
      ? LAYERS.map((n) => ({
          n,
          id: layerFigure(board.combination, part, n, board.repertoire, board.parents),
          said: n === 1 ? undefined : part.layers?.[n],
        }))
      : [],
  );
  const found = $derived(
    board.danced?.plan === board.plan
      ? board.danced.findings.filter((f) => board.plan.passes[f.pass]?.part === at)
      : [],
  );
  const last = $derived(board.combination.parts.length - 1);
  const set = (patch: PartPatch) => board.edit({ type: 'set', at, patch });
</script>

{#if part}
  <section aria-label="Part">
    <h2>{figure?.name ?? 'Not in the repertoire'}</h2>
    {#if figure}
      <p class="quiet">
        {reading?.beats} beats · {LEVELS[figure.level].name} · its 1 on {passes
          .map((p) => straightText(straightAt(board.combination, p.at, foldOfPlan(board.plan))))
          .join('; ')}
      </p>
    {/if}
    <div class="row">
      <label
        >danced <input
          type="number"
          class="num"
          min="1"
          max="32"
          value={part.times}
          aria-label="Times in a row"
          onchange={(e) => {
            board.times(at, Number(e.currentTarget.value));
            e.currentTarget.value = String(board.combination.parts[at]?.times ?? 1);
          }}
        /> times</label
      >
      <button onclick={() => board.move(at, at - 1)} disabled={at === 0} aria-label="Earlier"
        ><ArrowLeft size={16} /></button
      >
      <button onclick={() => board.move(at, at + 1)} disabled={at === last} aria-label="Later"
        ><ArrowRight size={16} /></button
      >
      <button onclick={() => board.duplicate(at)} aria-label="Duplicate"><Copy size={16} /></button>
      <button onclick={() => board.remove(at)} aria-label="Take out"><Trash size={16} /></button>
    </div>
    {#if versions.length > 1}
      <label
        >version
        <select value={part.figure} onchange={(e) => set({ figure: e.currentTarget.value })}
          >{#each versions as v (v.id)}<option value={v.id}>{v.name}</option>{/each}</select
        ></label
      >
      <div class="layers" role="group" aria-label="Levels">
        {#each layers as l (l.n)}
          <label
            ><span>level {l.n}</span>
            {#if l.n === 1}<span class="fixed">{board.name(l.id)}</span>{:else}
              <select
                value={l.said ?? ''}
                onchange={(e) => {
                  const { [l.n as 2]: _, ...rest } = part.layers ?? {};
                  const id = e.currentTarget.value;
                  const next = id ? { ...rest, [l.n]: id } : rest;
                  set({ layers: Object.keys(next).length > 0 ? next : undefined });
                }}
                ><option value="">{l.said ? 'as its tree has it' : board.name(l.id)}</option
                >{#each versions as v (v.id)}<option value={v.id}>{v.name}</option>{/each}</select
              >
            {/if}</label
          >
        {/each}
      </div>
    {/if}
    {#if part.change}
      <p>
        A step is mended here only. <button onclick={() => set({ change: undefined })}
          >As the figure has it</button
        >
      </p>
    {/if}
    {#if part.over !== undefined}
      <p>
        The leader starts {Math.round(Math.abs(part.over) * 100)} cm to the {part.over < 0
          ? 'left'
          : 'right'}.
        <button onclick={() => set({ over: undefined })}>In the slot</button>
      </p>
    {/if}
    {#if found.length > 0}
      <p class="quiet">
        {found.length === 1 ? 'One thing' : `${found.length} things`} to look at here, listed below.
      </p>
    {/if}
    {#if figure && !board.combination.own.some((f) => f.id === part.figure)}
      <a href="/figures/{part.figure}">To the figure</a>
    {/if}
  </section>
{/if}

<style>
  section {
    display: grid;
    gap: 7px;
  }
  h2 {
    font-size: 19px;
    overflow-wrap: anywhere;
  }
  .row {
    display: flex;
    gap: 5px;
    align-items: center;
    flex-wrap: wrap;
  }
  .row button {
    padding: 5px 8px;
  }
  input {
    width: 58px;
  }
  label select {
    width: 100%;
  }
  .layers {
    display: grid;
    gap: 4px;
  }
  .layers label {
    display: grid;
    grid-template-columns: 56px minmax(0, 1fr);
    align-items: center;
    font-size: 14px;
  }
  .fixed {
    padding: 4px 9px;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
</style>
