<script lang="ts">
  import type { Snippet } from 'svelte';

  /** A screen of fields: one column, or two beside each other, the second wider or not. */
  let {
    columns,
    problem = '',
    children,
  }: { columns?: string; problem?: string; children: Snippet } = $props();
</script>

<div class="form-page" style:--columns={columns ?? 'minmax(0, 1fr)'}>
  {#if problem}<p role="alert">{problem}</p>{/if}
  {@render children()}
</div>

<style>
  .form-page {
    padding: 4px 20px 40px;
    display: grid;
    grid-template-columns: var(--columns);
    gap: 12px 30px;
    align-items: start;
  }
  .form-page > [role='alert'] {
    grid-column: 1 / -1;
  }
  :global(:where(.form-page) h2) {
    font-size: 19px;
  }
  :global(:where(.form-page .fields)) {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 12px;
    align-items: end;
  }
  :global(:where(.form-page) label) {
    display: grid;
    gap: 1px;
    font-size: 13px;
    color: var(--quiet);
  }
  :global(:where(.form-page) label:where(.check)) {
    display: flex;
    gap: 4px;
    align-items: center;
  }
  :global(:where(.form-page) label:where(.row)) {
    display: flex;
    gap: 8px;
    align-items: center;
  }
  :global(:where(.form-page) fieldset) {
    border: 0;
    padding: 0;
    margin: 0;
    display: flex;
    gap: 8px;
  }
  :global(:where(.form-page) legend) {
    font-size: 13px;
    color: var(--quiet);
    padding: 0;
  }
  :global(:where(.form-page) :is(input, select, textarea)) {
    color: var(--ink);
    font-size: 15px;
  }
  :global(:where(.form-page) input[type='number']) {
    width: 80px;
  }
  :global(:where(.form-page) textarea) {
    width: 100%;
  }
  @media (max-width: 900px) {
    .form-page {
      grid-template-columns: minmax(0, 1fr);
      padding: 4px 12px 30px;
    }
  }
</style>
