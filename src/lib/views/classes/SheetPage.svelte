<script lang="ts">
  import type { Sheet } from '$lib/core/classes';

  /** A sheet as it is printed. */
  let { sheet }: { sheet: Sheet } = $props();
</script>

<article aria-label="Recap sheet">
  <h2 class="title">{sheet.title}</h2>
  <p class="quiet">{sheet.subtitle}</p>
  {#each sheet.blocks as b, i (i)}
    {#if b.type === 'heading'}
      {#if b.level === 2}<h3>{b.text}</h3>{:else}<h4>{b.text}</h4>{/if}
    {:else if b.type === 'text'}<p class:quiet={b.quiet}>{b.text}</p>
    {:else if b.type === 'care'}<p class="care">{b.text}</p>
    {:else if b.type === 'list'}
      <ul>
        {#each b.items as x (x)}<li>{x}</li>{/each}
      </ul>
    {:else}
      <table aria-label={b.label}>
        <colgroup
          >{#each b.widths as w, k (k)}<col
              style:width="{(100 * w) / b.widths.reduce((x, y) => x + y, 0)}%"
            />{/each}</colgroup
        >
        <thead
          ><tr
            >{#each b.head as h (h)}<th>{h}</th>{/each}</tr
          ></thead
        >
        <tbody>
          {#each b.rows as row, k (k)}<tr
              >{#each row as c, n (n)}{#if n === 0}<th class="num">{c}</th>{:else}<td>{c}</td>{/if}{/each}</tr
            >{/each}
        </tbody>
      </table>
    {/if}
  {/each}
</article>

<style>
  article {
    background: var(--sheet);
    border: 1px solid var(--line);
    padding: 26px 32px 32px;
    max-width: 860px;
    display: grid;
    gap: 6px;
    grid-template-columns: minmax(0, 1fr);
  }
  .title {
    font-size: 32px;
  }
  h3 {
    font-size: 20px;
    margin-top: 12px;
  }
  h4 {
    font: 700 16px var(--display);
    margin: 6px 0 0;
  }
  table {
    border-collapse: collapse;
    width: 100%;
    font-size: 14.5px;
  }
  thead th {
    text-align: left;
    font-weight: 400;
    color: var(--quiet);
    border-bottom: 2px solid var(--ink);
    padding: 2px 10px 2px 0;
  }
  tbody th {
    text-align: left;
    font: 760 15px var(--display);
    padding: 3px 10px 3px 0;
    border-bottom: 1px solid var(--line);
    vertical-align: top;
  }
  td {
    padding: 3px 10px 3px 0;
    border-bottom: 1px solid var(--line);
    vertical-align: top;
  }
  tr {
    break-inside: avoid;
  }
  .care {
    border-left: 5px solid var(--caution);
    padding-left: 10px;
  }
  @media print {
    article {
      border: 0;
      padding: 0;
      max-width: none;
      background: none;
    }
    h3 {
      break-after: avoid;
    }
  }
</style>
