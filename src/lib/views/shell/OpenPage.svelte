<script lang="ts" generics="K extends PlainKind, M extends DocDesk<Docs[K]>">
  import type { Snippet } from 'svelte';
  import { kindOf, type Docs } from '$lib/core/library';
  import { KIND_WORDS } from '$lib/messages';
  import type { DocDesk } from '$lib/state/doc-desk.svelte';
  import { openPlain, type OpenPlain, type PlainKind, type PlainSaver } from '$lib/state/open-plain';
  import NothingHere from './NothingHere.svelte';

  /** Opens the document of an address and shows its screen, or why there is none. */
  let {
    kind,
    id,
    make,
    screen,
  }: {
    kind: K;
    id: string;
    make?: (doc: Docs[K]) => M;
    screen: Snippet<[{ desk: M; saver: PlainSaver<K>; news: string }]>;
  } = $props();

  let opened: OpenPlain<K, M> | undefined = $state.raw();
  $effect(() => {
    const one = openPlain<K, M>(kind, id, make);
    opened = one;
    return () => one.close();
  });
  const title = $derived(opened?.model ? kindOf(kind).nameOf(opened.model.doc) : undefined);
</script>

<svelte:head><title>{title ? `${title} · ` : ''}Brisk Partner</title></svelte:head>

{#if opened?.problem}
  <NothingHere problem={opened.problem} list={kindOf(kind).list} name={KIND_WORDS[kind].many} />
{:else if opened?.model && opened.saver}
  {#key opened.model}{@render screen({ desk: opened.model, saver: opened.saver, news: opened.news })}{/key}
{:else}
  <p class="message quiet">Opening …</p>
{/if}

<style>
  .message {
    padding: 40px 24px;
  }
</style>
