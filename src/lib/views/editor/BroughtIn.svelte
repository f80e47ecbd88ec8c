<script lang="ts">
  import { onMount } from 'svelte';
  import { readBreakdown } from '$lib/core/breakdown';
  import { parse } from '$lib/core/notation';
  import { problemText } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import type { Desk } from '$lib/state/desk.svelte';

  /** What was pasted and what is understood of it, before anything is replaced. */
  let { desk, text, done }: { desk: Desk; text: string; done: () => void } = $props();

  const read = $derived(readBreakdown(text));
  const doubts = $derived(parse(read.lines).problems);
  const remarks = $derived(read.brought.filter((b) => b.as === 'remark').length);
  const empty = $derived(!desk.figure.lines.split('\n').some((l) => /^\s*\S+\s+\S/.test(l)));
  const unnamed = $derived(read.name !== undefined && desk.figure.name === 'New figure');
  let first: HTMLButtonElement;
  onMount(() => first.focus());

  function put(lines: string, words: string) {
    if (!desk.edit({ type: 'set-lines', lines })) return;
    app.say(words);
    done();
  }
  function replace() {
    const name = unnamed ? read.name : undefined;
    const [, ...rest] = read.lines.split('\n');
    put(name ? rest.join('\n') : read.lines, 'The breakdown is replaced.');
    if (name) desk.edit({ type: 'set-details', patch: { name } });
  }
  const WHERE = {
    leader: 'leader',
    follower: 'follower',
    both: 'both',
    heading: 'heading',
    remark: 'kept as a remark',
  } as Record<string, string>;
</script>

<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<section
  class="brought"
  aria-label="Pasted breakdown"
  onkeydown={(e) => e.key === 'Escape' && (e.stopPropagation(), done())}
>
  <div class="head">
    <h2>This is understood</h2>
    <p class="quiet">
      {read.brought.length}
      {read.brought.length === 1 ? 'line' : 'lines'}{remarks > 0
        ? `, ${remarks} kept as ${remarks === 1 ? 'a remark' : 'remarks'}`
        : ''}{doubts[0] ? `. Not understood: ${problemText(doubts[0])}` : '.'}
      {unnamed ? `It will be called “${read.name}”.` : ''}
    </p>
  </div>
  <div class="both">
    <ol>
      {#each read.brought as b, i (i)}<li><span>{b.text}</span> <em>{WHERE[b.as] ?? b.as}</em></li>{/each}
    </ol>
    <pre>{read.lines}</pre>
  </div>
  <p class="row">
    <button class="primary" bind:this={first} onclick={replace}
      >{empty ? 'Put it in' : 'Replace what is here'}</button
    >
    {#if !empty}<button onclick={() => put(`${desk.figure.lines}\n${read.lines}`, 'Added below.')}
        >Add below</button
      >{/if}
    <button onclick={() => put(empty ? text : `${desk.figure.lines}\n${text}`, 'Put in as it is.')}
      >Put it in as it is</button
    >
    <button onclick={done}>Leave it</button>
  </p>
</section>

<style>
  .brought {
    position: absolute;
    inset: 3px;
    z-index: 4;
    background: var(--sheet);
    border: 2px solid var(--ink);
    border-radius: 10px;
    padding: 8px 14px;
    display: grid;
    grid-template-rows: auto minmax(0, 1fr) auto;
    gap: 6px;
    min-height: 240px;
    bottom: auto;
    max-height: 60vh;
    top: auto;
    bottom: 3px;
  }
  .head {
    display: flex;
    gap: 12px;
    align-items: baseline;
    flex-wrap: wrap;
  }
  h2 {
    font-size: 17px;
  }
  .both {
    display: grid;
    grid-template-columns: 1fr 1.4fr;
    gap: 16px;
    min-height: 0;
    overflow: auto;
  }
  ol,
  pre {
    margin: 0;
    padding-left: 22px;
    font: 15px/22px var(--text);
    white-space: pre-wrap;
  }
  pre {
    padding: 0;
    font-weight: 560;
  }
  em {
    color: var(--quiet);
    font-style: normal;
    font-size: 13px;
    margin-left: 8px;
  }
  .row {
    display: flex;
    gap: 6px;
    flex-wrap: wrap;
  }
  .primary {
    background: var(--ink);
    color: var(--paper);
  }
</style>
