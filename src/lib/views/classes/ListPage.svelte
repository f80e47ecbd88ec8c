<script lang="ts">
  import type { Snippet } from 'svelte';
  import ClassTabs from './ClassTabs.svelte';

  /** A screen that lists: what it is for, what can be done, what is there. */
  let {
    title,
    lead,
    tools,
    problem = '',
    children,
  }: { title: string; lead: string; tools?: Snippet; problem?: string; children: Snippet } = $props();
</script>

<svelte:head><title>{title} · Brisk Partner</title></svelte:head>

<div class="page">
  <ClassTabs />
  <div class="head">
    <h1>{title}</h1>
    <span class="tools">{@render tools?.()}</span>
  </div>
  <p class="lead quiet">{lead}</p>
  {#if problem}<p role="alert">{problem}</p>{/if}
  {@render children()}
</div>

<style>
  .page {
    padding: 10px 20px 40px;
    display: grid;
    gap: 10px;
    grid-template-columns: minmax(0, 1fr);
  }
  .head {
    display: flex;
    gap: 14px;
    align-items: baseline;
    flex-wrap: wrap;
  }
  h1 {
    font-size: 32px;
  }
  .tools {
    margin-left: auto;
    display: flex;
    gap: 8px;
    flex-wrap: wrap;
  }
  .lead {
    max-width: 88ch;
  }
  .page :global(.rows) {
    list-style: none;
    margin: 0;
    padding: 0;
    border-top: 3px solid var(--ink);
  }
  .page :global(.rows > li) {
    display: grid;
    grid-template-columns: minmax(0, 1.2fr) minmax(0, 2fr) auto;
    gap: 4px 18px;
    align-items: baseline;
    padding: 9px 4px;
    border-bottom: 1px solid var(--line);
  }
  .page :global(.rows > li > a:first-child) {
    text-decoration: none;
    font-size: 17px;
    font-weight: 640;
  }
  .page :global(.empty) {
    display: grid;
    gap: 10px;
    justify-items: start;
    padding: 20px 0;
    max-width: 62ch;
  }
  @media (max-width: 700px) {
    .page {
      padding: 8px 12px 30px;
    }
    .page :global(.rows > li) {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
