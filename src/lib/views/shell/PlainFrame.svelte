<script lang="ts" generics="K extends PlainKind">
  import type { Snippet } from 'svelte';
  import { kindOf, type Docs } from '$lib/core/library';
  import { KIND_WORDS } from '$lib/messages';
  import type { DocDesk } from '$lib/state/doc-desk.svelte';
  import type { PlainKind, PlainSaver } from '$lib/state/open-plain';
  import { exportDocument } from '$lib/views/desk/export';
  import DocumentHeader from './DocumentHeader.svelte';
  import { removeOpen, takeOther } from './leaving';
  import SaveBands from './SaveBands.svelte';

  /** The frame of a screen that works on one document as it is kept: name, saving, undo, file, deletion. */
  let {
    kind,
    desk,
    saver,
    news,
    stays,
    facts,
    tools,
    items,
    children,
  }: {
    kind: K;
    desk: DocDesk<Docs[K]>;
    saver: PlainSaver<K>;
    news: string;
    /** What a deletion leaves alone. */
    stays: string;
    facts: Snippet;
    tools: Snippet;
    items?: Snippet;
    children: Snippet;
  } = $props();

  let deleting = $state(false);
  const how = $derived(kindOf(kind));
  const name = $derived(how.nameOf(desk.doc) ?? '');
  const word = $derived(KIND_WORDS[kind].one);
  const rename = (to: string) => desk.edit(how.named(desk.doc, to));
  const file = () => exportDocument(kind, desk.doc, name);
  function keys(e: KeyboardEvent) {
    const target = e.target as HTMLElement;
    if (!(e.ctrlKey || e.metaKey) || target.matches('input, textarea, [contenteditable]')) return;
    if (e.key.toLowerCase() === 'z') {
      e.preventDefault();
      if (e.shiftKey) desk.redo();
      else desk.undo();
    }
  }
</script>

<svelte:window onkeydown={keys} />
<DocumentHeader {name} {rename} saved={saver.state} history={desk} {facts} {tools}>
  {#snippet items()}
    {@render extra()}
    <li><button class="plain" onclick={file}>File (JSON)</button></li>
    <li><button class="plain" onclick={() => (deleting = true)}>Delete …</button></li>
  {/snippet}
</DocumentHeader>
{#snippet extra()}{@render items?.()}{/snippet}
<SaveBands
  {saver}
  {news}
  takeTheirs={() => takeOther(saver, kind, (doc) => desk.replace(doc as Docs[K]))}
  remove={() => removeOpen(kind, desk.doc.id)}
  bind:deleting
  what={word}
  {name}
  {stays}
  notice={desk.notice}
/>
{@render children()}
