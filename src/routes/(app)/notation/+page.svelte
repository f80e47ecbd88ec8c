<script lang="ts">
  import html from '../../../../docs/notation.md?html';
  import { DANCES, DANCE_IDS, FORMATIONS, FORMATION_IDS, HOLDS, HOLD_IDS } from '$lib/core/vocabulary';

  import { GLOSSARY } from '$lib/core/notation/glossary';
</script>

<svelte:head><title>How to write · Brisk Partner</title></svelte:head>

<div class="page">
  <!-- Our own page from docs/, shipped with the application. -->
  <!-- eslint-disable-next-line svelte/no-at-html-tags -->
  <article>{@html html}</article>
  <article>
    <h2>Dances</h2>
    <table>
      <thead><tr><th>name</th><th>in files</th><th>what is assumed</th></tr></thead>
      <tbody
        >{#each DANCE_IDS as d (d)}<tr
            ><td>{DANCES[d].name}</td><td><code>{d}</code></td><td>{DANCES[d].says}</td></tr
          >{/each}</tbody
      >
    </table>
    <h2>Every word</h2>
    <p>The first word of a line is the one that is printed; the others mean the same.</p>
    {#each GLOSSARY as g (g.title)}
      <h3>{g.title}</h3>
      <table>
        <thead><tr><th>write</th><th>or</th><th>means</th></tr></thead>
        <tbody
          >{#each g.rows as r (r.write)}<tr
              ><td><code>{r.write}</code></td><td>{r.also.join(', ')}</td><td>{r.says}</td></tr
            >{/each}</tbody
        >
      </table>
    {/each}
    <h2>Positions and holds</h2>
    <table>
      <thead><tr><th>in files</th><th>means</th></tr></thead>
      <tbody>
        {#each FORMATION_IDS as x (x)}<tr><td><code>start: {x}</code></td><td>{FORMATIONS[x].says}</td></tr
          >{/each}
        {#each HOLD_IDS as x (x)}<tr><td><code>hold: {x}</code></td><td>{HOLDS[x].says}</td></tr>{/each}
      </tbody>
    </table>
  </article>
</div>

<style>
  .page {
    padding: 18px 20px 60px;
    max-width: 1320px;
  }
  article {
    columns: 2 520px;
    column-gap: 48px;
  }
  article + article {
    border-top: 3px solid var(--ink);
    margin-top: 24px;
  }
  .page :global(h3) {
    margin: 16px 0 4px;
    break-after: avoid;
  }
  .page :global(h1) {
    font-size: 34px;
    margin-bottom: 10px;
  }
  .page :global(h2) {
    font-size: 20px;
    margin: 22px 0 6px;
    break-after: avoid;
  }
  .page :global(p) {
    margin: 8px 0;
    max-width: 68ch;
  }
  .page :global(pre) {
    background: var(--editor);
    color: var(--editor-ink);
    padding: 10px 14px;
    border-radius: 10px;
    overflow-x: auto;
    font: 13.5px/1.6 var(--mono);
    break-inside: avoid;
  }
  .page :global(code) {
    font: 0.92em var(--mono);
  }
  .page :global(p code),
  .page :global(td code) {
    background: var(--cell);
    padding: 1px 4px;
    border-radius: 4px;
  }
  .page :global(table) {
    border-collapse: collapse;
    width: 100%;
    font-size: 14px;
  }
  .page :global(th),
  .page :global(td) {
    text-align: left;
    padding: 4px 10px 4px 0;
    border-bottom: 1px solid var(--line);
    vertical-align: top;
  }
  .page :global(tr) {
    break-inside: avoid;
  }
</style>
