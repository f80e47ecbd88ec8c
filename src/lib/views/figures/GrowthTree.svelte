<script lang="ts">
  import { SvelteSet } from 'svelte/reactivity';
  import { gistText } from '$lib/messages';
  import type { Entry } from './catalogue';
  import { growth, type GrowthRow } from './growth';

  let { list }: { list: readonly Entry[] } = $props();
  const toggled = new SvelteSet<string>();
  /** Families shown with no more rows than this until asked for more. */
  const MOST = 60;
  const more = new SvelteSet<string>();
  const families = $derived(growth(list, toggled));
  const longest = $derived(
    Math.max(8, ...families.flatMap((f) => f.rows.slice(0, MOST).map((r) => r.counts))),
  );
  let width = $state(1280);
  const narrow = $derived(width <= 900);
  const ROW = $derived(narrow ? 40 : 30);
  const STEP = $derived(Math.max(14, Math.min(34, (narrow ? Math.max(110, width - 270) : 340) / longest)));
  const x = (count: number) => (count - 1) * STEP + 8;
  const end = (counts: number) => x(Math.max(1.4, counts));

  const fold = (id: string) => (toggled.has(id) ? toggled.delete(id) : toggled.add(id));
  function keys(e: KeyboardEvent) {
    const target = e.target as HTMLElement;
    const links = [...(e.currentTarget as HTMLElement).querySelectorAll<HTMLElement>('a.name')];
    const i = links.indexOf(target);
    if (i < 0) return;
    const d = e.key === 'ArrowDown' ? 1 : e.key === 'ArrowUp' ? -1 : 0;
    if (d) {
      e.preventDefault();
      links[i + d]?.focus();
    } else if (e.key === 'ArrowLeft' || e.key === 'ArrowRight') {
      const row = families.flatMap((f) => f.rows).find((r) => r.id === target.dataset.id);
      if (row && row.below > 0 && row.folded === (e.key === 'ArrowRight')) fold(row.id);
    }
  }
  const told = (r: GrowthRow) =>
    [
      r.gist ? gistText(r.gist) : r.dance,
      r.folded ? `${r.below} ${r.below === 1 ? 'version' : 'versions'} folded` : '',
    ]
      .filter(Boolean)
      .join(' · ');
</script>

<svelte:window bind:innerWidth={width} />
<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<section class="growth" aria-label="What grows out of what" onkeydown={keys}>
  <div class="axis num" aria-hidden="true">
    <svg width={end(longest) + 8} height="22">
      {#each Array.from({ length: longest }, (_, i) => i + 1) as c (c)}
        {#if STEP >= 20 || c % (STEP >= 11 ? 2 : 4) === 1}<text x={x(c)} y="16">{c}</text>{/if}
      {/each}
    </svg>
  </div>
  {#each families as f (f.name)}
    {@const rows = more.has(f.name) ? f.rows : f.rows.slice(0, MOST)}
    <h2>{f.name || 'no family'} <span class="num">{f.size}</span></h2>
    <ul>
      {#each rows as r (r.id)}
        <li class:core={r.depth === 0} style:height="{ROW}px">
          <span class="who" style:padding-left="{r.depth * 16}px">
            {#if r.below > 0}
              <button
                class="plain fold"
                aria-expanded={!r.folded}
                aria-label="{r.folded ? 'Unfold' : 'Fold'} what grows out of {r.name}"
                onclick={() => fold(r.id)}>{r.folded ? '+' : '−'}</button
              >
            {:else}<span class="fold"></span>{/if}
            <a class="name" data-id={r.id} href="/figures/{r.id}">{r.name}</a>
          </span>
          <svg width={end(longest) + 8} height={ROW} aria-hidden="true">
            {#if r.leaves}
              {@const at = x(r.leaves.at)}
              {@const top = ROW / 2 - r.leaves.above * ROW}
              <path d="M{at} {top}V{ROW / 2 - 8}q0 8 8 8H{Math.max(at + 10, end(r.counts))}" />
            {:else}
              <path class="trunk" d="M{x(1)} {ROW / 2}H{end(r.counts)}" />
            {/if}
            <circle cx={end(r.counts)} cy={ROW / 2} r={r.depth === 0 ? 5 : 3.5} />
          </svg>
          <span class="gist">
            {told(r)}
            {#if r.conflicts > 0}<b>{r.conflicts} to decide</b>{/if}
          </span>
          <span class="go">
            {#if r.below > 0 || r.depth > 0}<a href="/figures/{r.id}/versions">side by side</a>{/if}
            <a href="/figures/{r.id}?like" aria-label="What is {r.name} like?">like?</a>
          </span>
        </li>
      {/each}
    </ul>
    {#if f.rows.length > rows.length}
      <button onclick={() => more.add(f.name)}>{f.rows.length - rows.length} more in {f.name}</button>
    {/if}
  {/each}
</section>

<style>
  .growth {
    overflow: auto;
    padding: 4px 4px 20px;
    --names: 280px;
  }
  .axis {
    position: sticky;
    top: -4px;
    padding-left: var(--names);
    background: var(--paper);
    z-index: 2;
  }
  text {
    font: 650 14px var(--display);
    fill: var(--quiet);
    text-anchor: middle;
  }
  h2 {
    font-size: 18px;
    margin: 6px 0 0;
  }
  h2 span {
    font: 400 14px var(--text);
    color: var(--quiet);
  }
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  li {
    display: grid;
    grid-template-columns: var(--names) auto minmax(120px, 1fr);
    position: relative;
    align-items: center;
    gap: 0;
  }
  li:hover,
  li:focus-within {
    background: var(--sheet);
  }
  .who {
    display: flex;
    align-items: center;
    min-width: 0;
  }
  .fold {
    width: 24px;
    min-height: 24px;
    padding: 0;
    justify-content: center;
    font-weight: 700;
    flex: none;
  }
  .name {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    color: inherit;
    text-decoration: none;
    padding-left: 4px;
  }
  .name:hover {
    text-decoration: underline;
  }
  .core .name {
    font-weight: 650;
    font-size: 16px;
  }
  svg {
    overflow: visible;
    pointer-events: none;
  }
  path {
    fill: none;
    stroke: var(--leader);
    stroke-width: 2.5;
  }
  .trunk {
    stroke: var(--ink);
    stroke-width: 5;
    stroke-linecap: round;
  }
  circle {
    fill: var(--leader);
  }
  .core circle {
    fill: var(--ink);
  }
  .gist {
    font-size: 13px;
    color: var(--quiet);
    padding-left: 12px;
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .gist b {
    color: var(--caution);
    margin-left: 8px;
  }
  .go {
    display: flex;
    gap: 12px;
    font-size: 13px;
    padding: 4px 8px;
    position: absolute;
    right: 0;
    background: var(--sheet);
    opacity: 0;
  }
  li:hover .go,
  li:focus-within .go {
    opacity: 1;
  }
  @media (hover: none) {
    .go {
      opacity: 1;
    }
  }
  @media (max-width: 900px) {
    .growth {
      --names: 210px;
    }
    .gist,
    .go {
      display: none;
    }
    li {
      grid-template-columns: var(--names) auto;
    }
  }
</style>
