<script lang="ts">
  import { LEVELS } from '$lib/core/vocabulary';
  import MiniRail from './MiniRail.svelte';
  import { countsOf, type Entry } from './catalogue';

  let {
    list,
    chosen,
    choose,
  }: {
    list: readonly Entry[];
    chosen: readonly string[];
    choose: (id: string, through: boolean) => void;
  } = $props();
  const marked = $derived(new Set(chosen));

  /** Only the rows in sight are drawn. */
  let narrow = $state(false);
  const ROW = $derived(narrow ? 76 : 46);
  $effect(() => {
    const query = matchMedia('(max-width: 700px)');
    const see = () => (narrow = query.matches);
    see();
    query.addEventListener('change', see);
    return () => query.removeEventListener('change', see);
  });
  let top = $state(0);
  let height = $state(600);
  const first = $derived(Math.max(0, Math.floor(top / ROW) - 6));
  const shown = $derived(list.slice(first, first + Math.ceil(height / ROW) + 12));
  let box: HTMLDivElement;

  $effect(() => {
    void list;
    box.scrollTop = 0;
  });

  function keys(e: KeyboardEvent) {
    const link = e.target instanceof Element ? e.target.closest<HTMLElement>('a[data-id]') : null;
    if (e.key === ' ' && link) {
      e.preventDefault();
      choose(link.dataset.id ?? '', e.shiftKey);
      return;
    }
    const d = e.key === 'ArrowDown' ? 1 : e.key === 'ArrowUp' ? -1 : 0;
    if (!d) return;
    e.preventDefault();
    const links = [...box.querySelectorAll<HTMLElement>('a')];
    links[links.indexOf(document.activeElement as HTMLElement) + d]?.focus();
  }
</script>

<!-- svelte-ignore a11y_no_static_element_interactions -->
<div
  class="list"
  bind:this={box}
  bind:clientHeight={height}
  onscroll={() => (top = box.scrollTop)}
  onkeydown={keys}
>
  <div class="space" style:height="{list.length * ROW}px">
    <ul style:transform="translateY({first * ROW}px)" aria-label="Figures">
      {#each shown as e (e.row.id)}
        {@const f = e.row.figure}
        <li style:height="{ROW}px" class:marked={marked.has(f.id)}>
          <label class="pick" title="Choose (Space on the line; with Shift, all between)"
            ><input
              type="checkbox"
              aria-label="Choose {f.name}, {e.dance}"
              checked={marked.has(f.id)}
              onclick={(e) => choose(f.id, e.shiftKey)}
            /></label
          >
          <a href="/figures/{f.id}" data-id={f.id}>
            <span class="counts num" aria-label="{countsOf(e)} counts">{countsOf(e)}</span>
            <span class="name"
              >{f.name}{#if f.mistake}<em>mistake</em>{/if}{#if f.repeat}<em>any length</em
                >{/if}{#each f.tags ?? [] as t (t)}<i>{t}</i>{/each}</span
            >
            <span class="picture"><MiniRail figure={f} /></span>
            <span class="dance">{e.dance}</span>
            <span class="family">{f.family}</span>
            <span class="level">{LEVELS[f.level].name}</span>
            <span class="tempo num">{f.tempo.min}–{f.tempo.max} a minute</span>
          </a>
        </li>
      {/each}
    </ul>
  </div>
</div>

<style>
  .list {
    overflow: auto;
    min-height: 0;
    flex: 1;
  }
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  li {
    display: flex;
    border-bottom: 1px solid var(--line);
  }
  .marked {
    background: var(--sheet);
  }
  .pick input {
    accent-color: var(--ink);
  }
  .pick {
    flex: none;
    width: 34px;
    display: grid;
    place-items: center;
    cursor: pointer;
  }
  i {
    font: 500 12px var(--text);
    margin-left: 8px;
    padding: 1px 6px;
    border: 1px solid var(--line);
    border-radius: 6px;
    color: var(--quiet);
  }
  a {
    flex: 1;
    min-width: 0;
    display: grid;
    grid-template-columns: 48px minmax(0, 2fr) 172px minmax(0, 1.3fr) minmax(0, 0.8fr) minmax(0, 0.9fr) 130px;
    gap: 12px;
    align-items: center;
    height: 100%;
    text-decoration: none;
    padding: 0 8px;
  }
  a:hover {
    background: var(--sheet);
  }
  a:focus-visible {
    outline-offset: -3px;
  }
  .counts {
    font: 800 24px/1 var(--display);
    text-align: right;
  }
  .name {
    font-weight: 620;
    font-size: 16px;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  em {
    font-weight: 400;
    font-size: 13px;
    color: var(--caution);
    margin-left: 10px;
  }
  .dance,
  .family,
  .level,
  .tempo {
    color: var(--quiet);
    font-size: 14px;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  @media (max-width: 900px) {
    a {
      grid-template-columns: 36px minmax(0, 1fr) 172px;
    }
    .dance,
    .family,
    .level,
    .tempo {
      display: none;
    }
  }
  @media (pointer: coarse) {
    .pick {
      width: 44px;
    }
  }
  /* The whole name, and the picture below it. */
  @media (max-width: 700px) {
    a {
      grid-template: auto auto / 36px minmax(0, 1fr);
      align-content: center;
      gap: 2px 12px;
    }
    .counts {
      grid-row: 1 / 3;
    }
  }
</style>
