<script lang="ts">
  import type { Branch } from './catalogue';

  let {
    branches,
    dance,
    family,
    choose,
  }: {
    branches: readonly Branch[];
    dance: string;
    family: string;
    choose: (dance: string, family: string) => void;
  } = $props();

  const total = $derived(branches.reduce((n, b) => n + b.count, 0));

  /** Arrow keys walk the visible branches. */
  function keys(e: KeyboardEvent) {
    const d = e.key === 'ArrowDown' ? 1 : e.key === 'ArrowUp' ? -1 : 0;
    if (!d) return;
    e.preventDefault();
    const all = [...(e.currentTarget as HTMLElement).querySelectorAll<HTMLElement>('button')];
    all[all.indexOf(document.activeElement as HTMLElement) + d]?.focus();
  }
</script>

<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<nav class="tree" aria-label="Dances and families" onkeydown={keys}>
  <button class="plain root" aria-pressed={dance === ''} onclick={() => choose('', '')}
    >All figures <span class="num">{total}</span></button
  >
  <ul>
    {#each branches as b (b.dance)}
      <li>
        <button
          class="plain"
          aria-pressed={dance === b.dance && family === ''}
          onclick={() => choose(b.dance, '')}>{b.name} <span class="num">{b.count}</span></button
        >
        <ul>
          {#each b.families as fam (fam.name)}
            <li>
              <button
                class="plain leaf"
                aria-label="{b.name}, {fam.name || 'no family'}: {fam.count}"
                aria-pressed={dance === b.dance && family === fam.name}
                onclick={() => choose(b.dance, fam.name)}
                >{fam.name || 'no family'} <span class="num">{fam.count}</span></button
              >
            </li>
          {/each}
        </ul>
      </li>
    {/each}
  </ul>
</nav>

<style>
  .tree {
    font-size: 14px;
  }
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  ul ul {
    margin-left: 11px;
    border-left: 1.5px solid var(--line);
  }
  li > ul > li {
    position: relative;
  }
  button {
    width: 100%;
    justify-content: space-between;
    padding: 3px 8px;
    min-height: 28px;
    font-weight: 600;
    text-align: left;
  }
  .leaf {
    font-weight: 400;
  }
  span {
    color: var(--quiet);
    font-weight: 400;
  }
  [aria-pressed='true'] span {
    color: inherit;
  }
  @media (pointer: coarse) {
    button {
      min-height: 40px;
    }
  }
</style>
