<script lang="ts" generics="K extends KindId, D extends { readonly id: string }, R extends Opened<D>">
  import type { KindId } from '$lib/core/library';
  import { placeText, reasonText } from '$lib/messages';
  import type { Opened, SaveError } from '$lib/storage';
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
    saver: Saver<K, D, R>;
    what: string;
    name: string;
    stays: string;
    news: string;
    notice: string;
    takeTheirs: () => unknown;
    remove: () => unknown;
    deleting: boolean;
  } = $props();

  const butText = (e: SaveError<never>): string =>
    e.type === 'full' ? 'the browser has no room left.' : 'message' in e ? e.message : e.type;
</script>

{#if deleting}
  <Band role="alertdialog" label="Delete this {what}?">
    <p>
      Delete “{name}”? It can be brought back with Undo, and from the bin on the Data screen for 30 days. {stays}
    </p>
    <button onclick={remove}>Delete</button><button onclick={() => (deleting = false)}>Keep</button>
  </Band>
{/if}
{#if saver.problem?.type === 'changed-elsewhere'}
  <Band role="alert">
    <p>
      Another tab has saved this {what} meanwhile. Choose what stays here: the other tab’s text then lies in the
      bin, or this one becomes a copy.{saver.problem.but
        ? ` Nothing was done: ${butText(saver.problem.but)}`
        : ''}
    </p>
    <button onclick={() => saver.keepMine()}>Keep this version</button><button onclick={takeTheirs}
      >Take the other, keep mine as a copy</button
    >
  </Band>
{:else if saver.problem?.type === 'deleted-elsewhere'}
  <Band role="alert">
    <p>Another tab has deleted this {what}.</p>
    <button onclick={() => saver.keepMine()}>Keep it after all</button><button onclick={takeTheirs}
      >Leave it deleted</button
    >
  </Band>
{:else if saver.problem?.type === 'unreadable'}
  <Band role="alert">
    <p>
      Not saved: it could not be read back. {placeText(saver.problem.at)}: {reasonText(
        saver.problem.message,
      )}. Undo, or put it right; what was saved before stays.
    </p>
  </Band>
{:else if saver.problem?.type === 'newer'}
  <Band role="alert">
    <p>
      A later version of this program has written this {what}. It is not overwritten: load this page again to
      update.
    </p>
  </Band>
{:else if saver.problem?.type === 'full'}
  <Band role="alert">
    <p>
      Not saved: the browser has no room left for this application. Your changes are still here; the Data
      screen shows what takes the room and what can be freed.
    </p>
    <button onclick={() => saver.keepMine()}>Try again</button><a
      class="button"
      href="/data#room"
      target="_blank">What takes the room</a
    >
  </Band>
{:else if saver.problem?.type === 'failed'}
  <Band role="alert">
    <p>
      The browser could not save. Your changes are still here; take them away as a file. ({saver.problem
        .message})
    </p>
    <button onclick={() => saver.keepMine()}>Try again</button>
  </Band>
{:else if news}<Band role="status"><p>{news}</p></Band>{/if}
{#if notice}<Band role="alert"><p>{notice}</p></Band>{/if}
