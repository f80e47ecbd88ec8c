<script lang="ts">
  import { onDestroy, onMount } from 'svelte';
  import { nanoid } from 'nanoid';
  import { goto } from '$app/navigation';
  import Plus from '@lucide/svelte/icons/plus';
  import Mic from '@lucide/svelte/icons/mic';
  import type { Song } from '$lib/core/song/schema';
  import { tempoOf } from '$lib/core/music';
  import { isMapped, isSuitable, suits } from '$lib/core/song/suits';
  import type { OwnDance } from '$lib/state/own-dances';
  import { feelText, clockText, sourceText } from '$lib/messages';
  import { afterPaint } from '$lib/state/after-paint';
  import { app } from '$lib/state/app.svelte';
  import { closedStore, storeProblem } from '$lib/state/closed-store';
  import { Recorder } from '$lib/state/recorder.svelte';
  import { create, rowsOf, sorted, type Row } from '$lib/storage';
  import MiniMap from '$lib/views/songs/MiniMap.svelte';
  import BringDemo from '$lib/views/shell/BringDemo.svelte';

  let rows: Row<'song'>[] | undefined = $state.raw();
  let broken = $state(0);
  let words = $state('');
  let problem = $state('');
  let busy = $state('');
  let making = $state(false);
  let over = $state(false);
  const recorder = new Recorder();
  onDestroy(() => recorder.cancel());

  async function load() {
    try {
      const all = sorted(
        'song',
        await rowsOf(await app.db(), 'song')
          .orderBy('updated')
          .reverse()
          .toArray(),
      );
      rows = all.good;
      broken = all.bad.length;
    } catch (e) {
      problem = closedStore(e);
    }
  }
  onMount(
    () =>
      void load()
        .then(match)
        .catch(() => {}),
  );
  let own: readonly OwnDance[] = $state.raw([]);
  /** What suits a song is worked out once the list is seen. */
  async function match() {
    await afterPaint();
    const [{ ownDances }, db] = await Promise.all([import('$lib/state/own-dances'), app.db()]);
    own = await ownDances(db);
  }
  /** What of the person's own goes with a song: the best, and how many more. */
  function suited(song: Song): string {
    if (!isMapped(song)) return '';
    const good = own
      .map(({ name, d }) => ({ name, suit: suits(d, song) }))
      .filter(({ suit }) => isSuitable(suit))
      .sort((a, b) => b.suit.score - a.suit.score);
    const more = good.length > 1 ? ` and ${good.length - 1} more` : '';
    return good[0] ? `suits ${good[0].name}${more}` : '';
  }

  const shown = $derived(
    (rows ?? []).filter(({ doc: s }) =>
      `${s.name} ${s.by} ${s.notes} ${sourceText(s)}`.toLowerCase().includes(words.trim().toLowerCase()),
    ),
  );

  async function keep(song: Song, open = true) {
    const saved = await create(await app.db(), 'song', song, Date.now());
    if (!saved.ok)
      throw new Error(
        saved.error.type === 'full'
          ? `Couldn’t store “${song.name}”: ${storeProblem({ inner: { name: 'QuotaExceededError' } })}`
          : `Couldn’t store “${song.name}”: its file holds values no song has. Check the file it came from.`,
      );
    if (open) await goto(`/songs/${song.id}`);
  }
  async function bring(files: readonly File[]) {
    problem = '';
    for (const [i, file] of files.entries()) {
      busy = `Reading ${file.name}${files.length > 1 ? ` (${i + 1} of ${files.length})` : ''} …`;
      try {
        const { songFromFile } = await import('$lib/state/song-sound');
        await keep(await songFromFile(file), files.length === 1);
      } catch (e) {
        problem = storeProblem(e);
      }
    }
    busy = '';
    await load();
  }
  async function record() {
    problem = '';
    if (!recorder.running) return recorder.start();
    const file = await recorder.stop();
    if (file) await bring([file]);
  }
  function drop(e: DragEvent) {
    e.preventDefault();
    over = false;
    void bring([...(e.dataTransfer?.files ?? [])]);
  }
</script>

<svelte:head><title>Songs · Brisk Partner</title></svelte:head>

<!-- svelte-ignore a11y_no_static_element_interactions -->
<div
  class="page"
  class:over
  ondragover={(e) => (e.preventDefault(), (over = true))}
  ondragleave={() => (over = false)}
  ondrop={drop}
>
  <div class="head">
    <h1>Songs</h1>
    <p class="quiet num">{rows ? `${rows.length} kept` : ''}</p>
    <span class="new">
      <input type="search" placeholder="Search" aria-label="Search" bind:value={words} />
      <button onclick={() => (making = !making)} aria-expanded={making}>Let the band play</button>
      <button onclick={record} aria-pressed={recorder.running}
        ><Mic size={18} />
        {recorder.running ? `Stop · ${clockText(recorder.seconds)}` : 'Record the room'}</button
      >
      <label class="button primary"
        ><Plus size={18} /> Bring a file
        <input
          class="visually-hidden"
          type="file"
          multiple
          accept="audio/*,.mid,.midi,.kar"
          onchange={(e) => {
            void bring([...(e.currentTarget.files ?? [])]);
            e.currentTarget.value = '';
          }}
        /></label
      >
    </span>
  </div>
  <p class="lead quiet">
    Where the beats, the eights, the phrases and the breaks of your music fall, and what of yours goes with
    it. Recordings stay in this browser and in your backup.
  </p>
  {#if busy}<p role="status">{busy}</p>{/if}
  {#if problem || recorder.problem}<p role="alert">{problem || recorder.problem}</p>{/if}
  {#if broken}<p role="alert">
      {broken === 1 ? 'One more needs' : `${broken} more need`} mending. <a href="/data#mending">See which</a>
    </p>{/if}
  {#if making}
    {#await import('$lib/views/songs/BandMaker.svelte') then { default: BandMaker }}
      <BandMaker make={(song) => keep(song)} makeId={() => nanoid(12)} />
    {/await}
  {/if}
  {#if !rows}
    <p class="quiet">Opening …</p>
  {:else if rows.length === 0}
    <div class="empty">
      <h2>No songs yet</h2>
      <p>
        Bring a recording or a MIDI file, or let the band play: the beats are found, you put right by ear what
        is not, and every combination finds the music it fits.
      </p>
      <button class="primary" onclick={() => (making = true)}>Have the band play one</button>
      <BringDemo label="Bring the demo songs" done={load} />
    </div>
  {:else if shown.length === 0}
    <p class="empty">No song by that name. <button onclick={() => (words = '')}>Show all</button></p>
  {:else}
    <ul aria-label="Songs">
      {#each shown as row (row.id)}
        {@const s = row.doc}
        <li>
          <a href="/songs/{row.id}">
            <span class="bpm num">{s.map ? Math.round(tempoOf(s.map)) : '–'}</span>
            <span class="name">
              <b>{s.name}</b>
              <small
                >{s.map ? `${feelText(s.map)} · ` : 'not heard yet · '}{clockText(s.length)}{s.by
                  ? ` · ${s.by}`
                  : ''} · {sourceText(s)}</small
              >
            </span>
            {#if s.map}<MiniMap map={s.map} length={s.length} />{:else}<span></span>{/if}
            <span class="notes"
              >{#if suited(s)}<b class="suits">{suited(s)}</b>{/if}{s.notes}</span
            >
          </a>
        </li>
      {/each}
    </ul>
  {/if}
</div>

<style>
  .page {
    padding: 14px 20px 40px;
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 12px;
    min-height: 100%;
    align-content: start;
  }
  .page.over {
    background: var(--sheet);
    outline: 3px dashed var(--ink);
    outline-offset: -8px;
  }
  .head {
    display: flex;
    gap: 14px;
    align-items: baseline;
    flex-wrap: wrap;
  }
  h1 {
    font-size: 34px;
  }
  .lead {
    max-width: 80ch;
  }
  .new {
    margin-left: auto;
    display: flex;
    gap: 6px;
    flex-wrap: wrap;
    align-items: center;
  }
  .new input[type='search'] {
    width: 170px;
  }
  .button {
    display: inline-flex;
    gap: 6px;
    align-items: center;
  }
  .button:focus-within {
    outline: 2px solid var(--focus);
    outline-offset: 2px;
  }
  .primary {
    background: var(--ink);
    color: var(--paper);
    border-color: var(--ink);
    font-weight: 620;
  }
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
    border-top: 3px solid var(--ink);
  }
  a {
    display: grid;
    grid-template-columns: 64px minmax(220px, 1fr) minmax(200px, 440px) minmax(0, 0.7fr);
    gap: 18px;
    align-items: center;
    padding: 12px 6px;
    text-decoration: none;
    border-bottom: 1px solid var(--line);
  }
  a:hover {
    background: var(--sheet);
  }
  .bpm {
    font: 800 34px/1 var(--display);
    text-align: right;
  }
  .name b {
    display: block;
    font-size: 17px;
  }
  small {
    display: block;
    font-size: 14px;
    color: var(--quiet);
  }
  .suits {
    display: block;
    font-weight: 620;
    color: var(--ink);
  }
  .notes {
    color: var(--quiet);
    font-size: 14px;
  }
  .empty {
    padding: 30px 0;
    max-width: 60ch;
    display: grid;
    gap: 12px;
    justify-items: start;
  }
  @media (max-width: 900px) {
    .page {
      padding: 10px 12px 30px;
    }
    .new {
      margin-left: 0;
    }
    a {
      grid-template-columns: 52px minmax(0, 1fr);
      gap: 6px 12px;
    }
    .bpm {
      font-size: 26px;
    }
    a :global(svg),
    .notes {
      grid-column: 1 / -1;
    }
  }
</style>
