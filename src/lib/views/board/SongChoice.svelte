<script lang="ts">
  import { onMount } from 'svelte';
  import { page } from '$app/state';
  import { eightOf, sectionAt, tempoOf } from '$lib/core/music';
  import type { Song } from '$lib/core/song/schema';
  import { laidOn, metIn } from '$lib/core/song/laid';
  import { meetWays, type MeetWay } from '$lib/core/song/meet';
  import { sectionsDanced, type DancedSection, type SectionWay } from '$lib/core/song/retime';
  import { isMapped, isSuitable, planToDance, suits } from '$lib/core/song/suits';
  import {
    STEP_PACE_HINTS,
    STEP_PACE_WORDS,
    meetText,
    meetsText,
    sectionWayText,
    suitText,
  } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import type { Board } from '$lib/state/board.svelte';
  import { loadDocs } from '$lib/storage';

  /** The song a combination is laid on: what suits it first; where in it it begins; where its breaks are met. */
  let { board }: { board: Board } = $props();
  let songs: readonly Song[] = $state.raw([]);
  onMount(() => {
    void app
      .db()
      .then((db) => loadDocs(db, 'song'))
      .then((rows) => {
        songs = rows.map((r) => r.doc).filter((s) => s.map !== undefined);
        const asked = page.url.searchParams.get('song');
        if (asked && asked !== board.combination.song?.id) lay(asked);
      });
  });
  const c = $derived(board.combination);
  const dance = $derived(planToDance(board.plan));
  const ranked = $derived(
    songs
      .map((s) => ({ s, suit: dance && isMapped(s) ? suits(dance, s) : undefined }))
      .sort((a, b) => (b.suit?.score ?? 0) - (a.suit?.score ?? 0)),
  );
  const laid = $derived(songs.find((s) => s.id === c.song?.id));
  const suit = $derived(ranked.find((r) => r.s.id === laid?.id)?.suit);
  const met = $derived(metIn(board.plan));
  const map = $derived(laid?.map);
  /** Ways tried, for the board as it was; looked for when asked. */
  let found: { readonly of: typeof board.plan; readonly ways: readonly MeetWay[] } | undefined = $state.raw();
  const ways = $derived(found?.of === board.plan ? found.ways.slice(0, 8) : undefined);
  function seek() {
    const { repertoire, plan } = board;
    const kin = [...new Set(plan.passes.map((p) => p.reading.figure.dance))]
      .flatMap((d) => board.kin(d))
      .map((r) => repertoire.reading(r.figure));
    const families = Object.fromEntries(board.stored.map((r) => [r.id, r.figure.family]));
    const same = (a: string, b: string) => families[a] !== '' && families[a] === families[b];
    const bar = map?.bar ?? 4;
    found = { of: plan, ways: meetWays(c, repertoire, bar, eightOf(bar), kin, same, board.key) };
  }
  /** Paces of each section of the song, for the board as it was; looked for when asked, and again after one was taken. */
  let paces: { readonly of: typeof board.plan; readonly found: readonly DancedSection[] } | undefined =
    $state.raw();
  const sections = $derived(paces?.of === board.plan ? paces.found : undefined);
  function weigh() {
    if (map) paces = { of: board.plan, found: sectionsDanced(c, board.repertoire, map, board.key) };
  }
  function take(w: SectionWay) {
    board.edit(w.edit);
    weigh();
  }
  const partName = (i: number) => board.name(c.parts[i]?.figure ?? '');

  function lay(id: string, from?: number) {
    const song = songs.find((s) => s.id === id);
    if (song?.map) {
      const { map } = song;
      board.edit({ type: 'details', patch: laidOn({ id, map }, from ?? map.phrases[0] ?? 0) });
    } else board.edit({ type: 'details', patch: { song: undefined } });
  }
</script>

<fieldset>
  <legend>song</legend>
  <select
    value={c.song?.id ?? ''}
    aria-label="Song it is laid on"
    onchange={(e) => lay(e.currentTarget.value)}
    ><option value="">none</option>{#each ranked as { s, suit: fits } (s.id)}<option value={s.id}
        >{s.name}{s.map ? ` · ${Math.round(tempoOf(s.map))}` : ''}{fits && isSuitable(fits)
          ? ' · suits'
          : ''}</option
      >{/each}{#if c.song && !laid}<option value={c.song.id}>a song that is not here</option>{/if}</select
  >
  {#if map && laid}
    <label
      >from <select
        value={c.song?.beat}
        aria-label="Where in the song"
        onchange={(e) => lay(laid.id, Number(e.currentTarget.value))}
        >{#each map.sections as s (s.from)}<option value={s.from}>{s.name}, beat {s.from + 1}</option
          >{/each}{#if c.song && !map.sections.some((s) => s.from === c.song?.beat)}<option
            value={c.song.beat}>{sectionAt(map, c.song.beat)?.name ?? ''}, beat {c.song.beat + 1}</option
          >{/if}</select
      ></label
    >
    <a href="/songs/{laid.id}">Open the song</a>
  {/if}
  {#if suit}<p class="quiet">{suitText(suit)}</p>{/if}
  {#if met.of > met.met}
    <p>
      <span
        >Of {met.of}
        {met.of === 1 ? 'break' : 'breaks'} within it, {met.met}
        {met.met === 1 ? 'is' : 'are'} met.</span
      >
      {#if !ways}<button onclick={seek}>How could they be met?</button>{/if}
    </p>
    {#if ways?.length === 0}<p class="quiet">No single change meets more of them.</p>{/if}
    {#each ways ?? [] as w, i (i)}
      <p>
        <button onclick={() => board.edit(w.edit)}>{meetText(w, (id) => board.name(id), partName)}</button>
        <span class="quiet">{meetsText(w)}</span>
      </p>
    {/each}
  {/if}
  {#if map && c.parts.length > 0}
    {#if !sections}<p><button onclick={weigh}>Which pace suits which section?</button></p>{/if}
    {#each sections ?? [] as { section, bpm, ways: paceWays } (section.from)}
      <div class="section" role="group" aria-label="Pace in {section.name}">
        <p>
          <b>{section.name}</b>
          <span class="quiet">{section.slow ? 'slow, ' : ''}{Math.round(bpm)} beats a minute</span>
        </p>
        {#each paceWays as w, i (w.pace)}
          <p>
            <button aria-pressed={w.now} title={STEP_PACE_HINTS[w.pace]} onclick={() => take(w)}
              >{STEP_PACE_WORDS[w.pace]}</button
            >
            <span class="quiet">{i === 0 ? 'suits best: ' : ''}{sectionWayText(w)}</span>
          </p>
        {/each}
      </div>
    {/each}
  {/if}
</fieldset>

<style>
  fieldset {
    border: 1px solid var(--line);
    border-radius: 8px;
    display: flex;
    flex-wrap: wrap;
    gap: 6px 10px;
    align-items: center;
  }
  .section {
    width: 100%;
    border-top: 1px solid var(--line);
    padding-top: 6px;
    display: grid;
    gap: 4px;
  }
  p {
    width: 100%;
    font-size: 14px;
  }
  label {
    font-size: 13px;
    color: var(--quiet);
  }
  select {
    max-width: 260px;
  }
</style>
