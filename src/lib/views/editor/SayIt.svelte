<script lang="ts">
  import { onDestroy, onMount } from 'svelte';
  import Mic from '@lucide/svelte/icons/mic';
  import Square from '@lucide/svelte/icons/square';
  import { readSpoken, type Doubt, type HeardWord } from '$lib/core/breakdown';
  import { parse } from '$lib/core/notation';
  import { app } from '$lib/state/app.svelte';
  import type { Desk } from '$lib/state/desk.svelte';
  import { RECORDINGS, browserRecogniser, recordedRecogniser, type Recogniser } from '$lib/sound/recogniser';

  /** A breakdown that is said, read word by word, before it is put in. */
  let { desk, done }: { desk: Desk; done: () => void } = $props();

  const own = browserRecogniser();
  const sources: readonly Recogniser[] = [...(own ? [own] : []), ...RECORDINGS.map(recordedRecogniser)];
  let source = $state(0);
  let listening = $state(false);
  let heard: readonly HeardWord[] = $state.raw([]);
  let problem = $state('');
  /** Words put right by hand, by their place. */
  let mended: Readonly<Record<number, string>> = $state.raw({});
  let first: HTMLButtonElement;
  onMount(() => first.focus());
  onDestroy(() => sources[source]?.stop());

  const read = $derived(
    readSpoken(heard.map((h, i) => (mended[i] === undefined ? h : { text: mended[i], sure: 1 }))),
  );
  const open = $derived(read.words.filter((w) => w.doubt === 'unknown' || w.doubt === 'unsure').length);
  const empty = $derived(!desk.figure.lines.split('\n').some((l) => /^\s*\S+\s+\S/.test(l)));
  const WHY: Record<Doubt, string> = {
    unsure: 'heard with doubt',
    meant: 'taken for the count',
    unknown: 'no word of a breakdown',
  };

  function listen() {
    if (listening) return (sources[source]?.stop(), void (listening = false));
    heard = [];
    mended = {};
    problem = '';
    listening = true;
    sources[source]?.start(
      (words) => (heard = words),
      (why) => {
        listening = false;
        problem = why ?? '';
      },
    );
  }
  function put() {
    sources[source]?.stop();
    const tidy = parse(read.lines).problems.length === 0 || open === 0;
    const lines = empty ? read.lines : `${desk.figure.lines}\n${read.lines}`;
    if (!desk.edit({ type: 'set-lines', lines })) return;
    app.say(tidy ? 'Put in.' : 'Put in; some words are still in doubt.');
    done();
  }
</script>

<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<section
  class="say"
  aria-label="Say it"
  onkeydown={(e) => e.key === 'Escape' && (e.stopPropagation(), done())}
>
  <p class="row">
    <button class="primary" bind:this={first} aria-pressed={listening} onclick={listen}
      >{#if listening}<Square size={16} /> Stop{:else}<Mic size={16} />
        {heard.length > 0 ? 'Say it again' : 'Listen'}{/if}</button
    >
    <label
      >listens to <select bind:value={source} disabled={listening}
        >{#each sources as s, i (i)}<option value={i}>{s.name}</option>{/each}</select
      ></label
    >
    {#if !own}<span class="quiet"
        >This browser has no speech recognition; a recording shows how it works.</span
      >{/if}
  </p>
  <p class="quiet">
    Say “leader one back two close …”, then “follower …”. What is in doubt is marked; put it right here or in
    the text.
  </p>
  <p class="heard" aria-live="polite">
    {#each read.words as w, i (i)}
      {#if w.doubt && !listening}
        <label class={w.doubt} title={WHY[w.doubt]}
          ><span class="visually-hidden">{w.text}: {WHY[w.doubt]}</span><input
            value={mended[i] ?? (w.doubt === 'meant' ? w.as : w.text)}
            size={Math.max(3, w.text.length)}
            onchange={(e) => (mended = { ...mended, [i]: e.currentTarget.value.trim() })}
          /></label
        >
      {:else}<span class={w.doubt}>{w.as}</span>{/if}
    {:else}<span class="quiet">{listening ? 'Listening …' : 'Nothing heard yet.'}</span>{/each}
  </p>
  {#if problem}<p role="alert">{problem}</p>{/if}
  <p class="row">
    <button class="primary" disabled={heard.length === 0 || listening} onclick={put}
      >{empty ? 'Put it in' : 'Add below'}</button
    >
    <button onclick={done}>Leave it</button>
    {#if open > 0 && !listening}<span>{open} {open === 1 ? 'word' : 'words'} in doubt</span>{/if}
  </p>
</section>

<style>
  .say {
    position: absolute;
    inset: auto 3px 3px;
    z-index: 4;
    background: var(--sheet);
    border: 2px solid var(--ink);
    border-radius: 10px;
    padding: 10px 14px;
    display: grid;
    gap: 8px;
    max-height: 60vh;
    overflow: auto;
  }
  .row {
    display: flex;
    gap: 8px;
    flex-wrap: wrap;
    align-items: center;
  }
  .primary {
    background: var(--ink);
    color: var(--paper);
  }
  .heard > :is(span, label) {
    margin-right: 7px;
  }
  .heard {
    font-size: 18px;
    line-height: 34px;
    min-height: 34px;
  }
  .heard label {
    display: inline-flex;
  }
  .heard input {
    width: auto;
    min-height: 30px;
    padding: 0 6px;
  }
  .unknown,
  .unknown input {
    border-bottom: 3px dotted var(--wrong);
  }
  .unsure,
  .unsure input {
    border-bottom: 3px dotted var(--caution);
  }
  .meant,
  .meant input {
    border-bottom: 3px dashed var(--look);
  }
</style>
