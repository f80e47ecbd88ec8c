<script lang="ts">
  import { onMount } from 'svelte';
  import ArrowDown from '@lucide/svelte/icons/arrow-down';
  import ArrowUp from '@lucide/svelte/icons/arrow-up';
  import Trash from '@lucide/svelte/icons/trash-2';
  import { TICKS_PER_BEAT } from '$lib/core/base';
  import {
    PAUSE,
    itemSeconds,
    namedBy,
    type PracticeItem,
    type PracticeMusic,
  } from '$lib/core/practice/playlist';
  import { DRILLS, type DrillId } from '$lib/core/practice/schema';
  import { DRILL_WORDS, clockText } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import { resolved } from '$lib/state/floor-source';
  import type { Resolved } from '$lib/state/floor-run.svelte';
  import type { PracticeDesk } from '$lib/state/practice-desk.svelte';
  import type { PracticeSaver } from '$lib/state/saver.svelte';
  import { loadAll, loadDocs } from '$lib/storage';
  import { exportDocument } from '$lib/views/desk/export';
  import DocumentHeader from '$lib/views/shell/DocumentHeader.svelte';
  import { removeOpen, takeOther } from '$lib/views/shell/leaving';
  import SaveBands from '$lib/views/shell/SaveBands.svelte';

  let { desk, saver, news }: { desk: PracticeDesk; saver: PracticeSaver; news: string } = $props();
  let deleting = $state(false);
  const p = $derived(desk.practice);

  interface Choice {
    readonly value: string;
    readonly name: string;
  }
  let figures: Choice[] = $state.raw([]);
  let combinations: Choice[] = $state.raw([]);
  let songs: Choice[] = $state.raw([]);
  let known: Readonly<Record<string, Resolved>> = $state.raw({});
  let adding = $state('');
  const byName = (a: Choice, b: Choice) => a.name.localeCompare(b.name);
  onMount(() => {
    void (async () => {
      const db = await app.db();
      figures = (await loadAll(db)).map((r) => ({ value: r.id, name: r.figure.name })).sort(byName);
      combinations = (await loadDocs(db, 'combination'))
        .map((r) => ({ value: r.id, name: r.doc.name }))
        .sort(byName);
      songs = (await loadDocs(db, 'song')).map((r) => ({ value: r.id, name: r.doc.name })).sort(byName);
    })();
  });
  const refOf = (item: PracticeItem) => {
    const named = namedBy(item);
    return named ? `${named.kind} ${named.id}` : '';
  };
  /** What items are danced from is read as they appear, for their names and lengths. */
  $effect(() => {
    const missing = p.items.filter((i) => namedBy(i) && !known[refOf(i)]);
    if (missing.length === 0) return;
    void (async () => {
      const db = await app.db();
      for (const item of missing) {
        const r = await resolved(db, item);
        if (r) known = { ...known, [refOf(item)]: r };
      }
    })();
  });
  const nameOf = (i: PracticeItem) =>
    i.what.type === 'pause'
      ? i.what.says || 'Pause'
      : i.what.type === 'drill'
        ? DRILL_WORDS[i.what.drill]
        : (known[refOf(i)]?.name ?? '…');
  function lengthOf(i: PracticeItem): number {
    const r = known[refOf(i)];
    if (!namedBy(i)) return itemSeconds(i, 0, 1);
    if (!r) return 0;
    if (r.song) return r.song.length;
    return itemSeconds(i, Math.ceil((r.analysis?.end ?? 0) / TICKS_PER_BEAT), i.bpm ?? r.bpm);
  }
  const total = $derived(p.items.reduce((s, i) => s + lengthOf(i), 0));

  function add(value: string) {
    adding = '';
    const [type, id] = value.split(' ', 2) as [
      'figure' | 'combination' | 'song' | 'pause' | 'drill',
      string | undefined,
    ];
    if (type === 'pause')
      desk.add({
        what: { type: 'pause', says: 'Change partners' },
        times: 1,
        music: { type: 'click' },
        seconds: PAUSE,
      });
    else if (type === 'drill')
      desk.add({ what: { type, drill: id as DrillId }, times: 5, music: { type: 'click' } });
    else if (id)
      desk.add({
        what: { type, id },
        times: type === 'figure' ? 8 : type === 'combination' ? 4 : 1,
        music: type === 'song' ? { type: 'song', id } : { type: 'band' },
      });
  }
  const musicValue = ({ music }: PracticeItem) => (music.type === 'song' ? `song ${music.id}` : music.type);
  function setMusic(at: number, value: string) {
    const music: PracticeMusic = value.startsWith('song ')
      ? { type: 'song', id: value.slice(5) }
      : { type: value as 'click' };
    desk.set(at, { music });
  }
  const remove = () => removeOpen('practice', p.id);
  const takeTheirs = () => takeOther(saver, 'practice', (doc) => desk.replace(doc));
  const file = () => exportDocument('practice', p, p.name);
</script>

<DocumentHeader name={p.name} rename={(name) => desk.edit({ name })} saved={saver.state} history={desk}>
  {#snippet facts()}<p class="quiet">
      {p.items.length}
      {p.items.length === 1 ? 'item' : 'items'} · {clockText(total)} in all
    </p>{/snippet}
  {#snippet tools()}<a
      class="button start"
      class:none={p.items.length === 0}
      href="/floor/run?practice={p.id}">Start</a
    >{/snippet}
  {#snippet items()}
    <li><button class="plain" onclick={file}>Practice file (JSON)</button></li>
    <li><button class="plain" onclick={() => (deleting = true)}>Delete …</button></li>
  {/snippet}
</DocumentHeader>
<SaveBands
  {saver}
  {news}
  {takeTheirs}
  {remove}
  bind:deleting
  what="practice"
  name={p.name}
  stays="Figures, combinations and songs stay."
  notice={desk.notice}
/>

<div class="page">
  {#if p.items.length === 0}<p class="quiet">Nothing to dance yet. Choose what comes first.</p>{/if}
  <ol aria-label="What is danced">
    {#each p.items as item, i (item.key)}
      <li class:pause={item.what.type === 'pause'}>
        <span class="n num">{i + 1}</span>
        {#if item.what.type === 'pause'}
          <label
            >pause <input
              aria-label="pause, {i + 1}"
              maxlength="80"
              value={item.what.says}
              onchange={(e) => desk.set(i, { what: { type: 'pause', says: e.currentTarget.value } })}
            /></label
          >
          <label
            >seconds <input
              aria-label="seconds, {i + 1}"
              class="num"
              type="number"
              min="5"
              max="3600"
              value={item.seconds ?? PAUSE}
              onchange={(e) =>
                e.currentTarget.validity.valid && desk.set(i, { seconds: e.currentTarget.valueAsNumber })}
            /></label
          >
          <span></span>
          <span></span>
        {:else}
          <b>{nameOf(item)}</b>
          <label
            >{item.what.type === 'drill' ? 'questions' : 'times'}
            <input
              aria-label="{item.what.type === 'drill' ? 'questions' : 'times'}, {i + 1}: {nameOf(item)}"
              class="num"
              type="number"
              min="1"
              max="200"
              value={item.times}
              onchange={(e) =>
                e.currentTarget.validity.valid && desk.set(i, { times: e.currentTarget.valueAsNumber })}
            /></label
          >
          {#if item.what.type === 'drill'}<span></span><span></span>{:else}
            <label
              >tempo <input
                aria-label="tempo, {i + 1}: {nameOf(item)}"
                class="num"
                type="number"
                min="20"
                max="400"
                placeholder={String(Math.round(known[refOf(item)]?.bpm ?? 0) || '')}
                value={item.bpm ?? ''}
                onchange={(e) =>
                  e.currentTarget.value === ''
                    ? desk.ownTempo(i)
                    : e.currentTarget.validity.valid && desk.set(i, { bpm: e.currentTarget.valueAsNumber })}
              /></label
            >
            <label
              >to <select
                aria-label="to, {i + 1}: {nameOf(item)}"
                value={musicValue(item)}
                onchange={(e) => setMusic(i, e.currentTarget.value)}
                ><option value="click">the click</option><option value="band">the band</option
                >{#each songs as s (s.value)}<option value="song {s.value}">{s.name}</option>{/each}</select
              ></label
            >
          {/if}
        {/if}
        <span class="time num quiet">{clockText(lengthOf(item))}</span>
        <span class="acts">
          <button
            aria-label="{i + 1}, {nameOf(item)}, earlier"
            disabled={i === 0}
            onclick={() => desk.move(i, -1)}><ArrowUp size={16} /></button
          >
          <button
            aria-label="{i + 1}, {nameOf(item)}, later"
            disabled={i === p.items.length - 1}
            onclick={() => desk.move(i, 1)}><ArrowDown size={16} /></button
          >
          <button aria-label="Take {i + 1}, {nameOf(item)}, away" onclick={() => desk.remove(i)}
            ><Trash size={16} /></button
          >
        </span>
      </li>
    {/each}
  </ol>
  <label class="add"
    >add <select value={adding} onchange={(e) => (add(e.currentTarget.value), (e.currentTarget.value = ''))}
      ><option value="">choose …</option>
      <option value="pause">a pause for changing partners</option>
      <optgroup label="Questions for the room"
        >{#each DRILLS as d (d)}<option value="drill {d}">{DRILL_WORDS[d]}</option>{/each}</optgroup
      >
      <optgroup label="Figures"
        >{#each figures as f (f.value)}<option value="figure {f.value}">{f.name}</option>{/each}</optgroup
      >
      <optgroup label="Combinations"
        >{#each combinations as c (c.value)}<option value="combination {c.value}">{c.name}</option
          >{/each}</optgroup
      >
      <optgroup label="Songs"
        >{#each songs as s (s.value)}<option value="song {s.value}">{s.name}</option>{/each}</optgroup
      ></select
    ></label
  >
  <label class="notes"
    >notes <textarea
      rows="3"
      maxlength="4000"
      value={p.notes}
      oninput={(e) => desk.edit({ notes: e.currentTarget.value }, 'notes')}></textarea></label
  >
</div>

<style>
  .page {
    padding: 6px 20px 40px;
    display: grid;
    gap: 14px;
    max-width: 1000px;
  }
  .start {
    background: var(--ink);
    color: var(--paper);
    border-color: var(--ink);
    font-weight: 620;
  }
  .start.none {
    opacity: 0.4;
    pointer-events: none;
  }
  ol {
    list-style: none;
    margin: 0;
    padding: 0;
    border-top: 3px solid var(--ink);
  }
  li {
    display: grid;
    grid-template-columns: 30px minmax(160px, 1fr) auto auto auto 60px auto;
    gap: 12px;
    align-items: center;
    padding: 8px 4px;
    border-bottom: 1px solid var(--line);
  }
  li.pause {
    background: var(--sheet);
  }
  .n {
    font: 800 22px var(--display);
    text-align: right;
  }
  label {
    display: flex;
    gap: 6px;
    align-items: center;
    font-size: 14px;
    color: var(--quiet);
  }
  label input,
  label select,
  textarea {
    color: var(--ink);
  }
  input[type='number'] {
    width: 72px;
  }
  select {
    max-width: 190px;
  }
  .acts {
    display: flex;
    gap: 2px;
  }
  .acts button {
    padding: 4px 8px;
  }
  .notes {
    display: grid;
    max-width: 560px;
  }
  @media (max-width: 800px) {
    .page {
      padding: 6px 12px 30px;
    }
    li {
      grid-template-columns: 26px minmax(0, 1fr) auto;
    }
    li label {
      grid-column: 2;
    }
    li > span:empty {
      display: none;
    }
    .time {
      grid-column: 3;
      grid-row: 1;
    }
    .acts {
      grid-column: 2 / -1;
    }
    .acts button {
      min-width: 44px;
      min-height: 44px;
    }
  }
</style>
