<script lang="ts" generics="D extends { readonly id: string }, R extends { readonly rev: number }">
  import type { Saver } from '$lib/state/saver.svelte';
  import Band from './Band.svelte';

  /** What is to be said about saving and deleting a document. `stays`: what a deletion leaves alone. */
  let {
    saver,
    what,
    name,
    stays,
    news,
    notice,
    takeTheirs,
    remove,
    deleting = $bindable(),
  }: {
    saver: Saver<D, R>;
    what: string;
    name: string;
    stays: string;
    news: string;
    notice: string;
    takeTheirs: () => unknown;
    remove: () => unknown;
    deleting: boolean;
  } = $props();
</script>

{#if deleting}
  <Band role="alertdialog" label="Delete this {what}?">
    <p>
      Delete “{name}”? It can be brought back with Undo until you leave the application. {stays}
    </p>
    <button onclick={remove}>Delete</button><button onclick={() => (deleting = false)}>Keep</button>
  </Band>
{/if}
{#if saver.problem?.type === 'changed-elsewhere'}
  <Band role="alert">
    <p>Another tab has saved this {what} meanwhile. Nothing is lost: choose what stays here.</p>
    <button onclick={() => saver.keepMine()}>Keep this version</button><button onclick={takeTheirs}
      >Take the other, keep mine as a copy</button
    >
  </Band>
{:else if saver.problem?.type === 'deleted-elsewhere'}
  <Band role="alert">
    <p>Another tab has deleted this {what}.</p>
    <button onclick={() => saver.keepMine()}>Keep it after all</button>
  </Band>
{:else if saver.problem?.type === 'unreadable'}
  <Band role="alert">
    <p>
      Not saved: it could not be read back. At {saver.problem.at}: {saver.problem.message}. Undo, or put it
      right; what was saved before stays.
    </p>
  </Band>
{:else if saver.problem?.type === 'failed'}
  <Band role="alert">
    <p>
      The browser could not save: {saver.problem.message}. Your changes are still here; take them away as a
      file.
    </p>
    <button onclick={() => saver.keepMine()}>Try again</button>
  </Band>
{:else if news}<Band role="status"><p>{news}</p></Band>{/if}
{#if notice}<Band role="alert"><p>{notice}</p></Band>{/if}
