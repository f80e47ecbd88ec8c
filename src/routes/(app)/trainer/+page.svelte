<script lang="ts">
  import { onDestroy, onMount } from 'svelte';
  import { TICKS_PER_BEAT, type Foot, type Role } from '$lib/core/base';
  import { analyse } from '$lib/core/analysis';
  import { TAPPED_TO, type TappedTo } from '$lib/core/practice';
  import type { Song } from '$lib/core/song/schema';
  import { TO_WORDS, lateText } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import { floorSource } from '$lib/state/floor-source';
  import { closedStore } from '$lib/state/closed-store';
  import { typing } from '$lib/state/shortcuts';
  import { soundSettings } from '$lib/state/sound-settings.svelte';
  import { TapTrainer } from '$lib/state/tap-trainer.svelte';
  import { create, loadAll, loadDocs, type FigureRow } from '$lib/storage';
  import DrillPanel from '$lib/views/practice/DrillPanel.svelte';
  import Latency from '$lib/views/practice/Latency.svelte';
  import TapReport from '$lib/views/practice/TapReport.svelte';
  import SoundLevels from '$lib/views/songs/SoundLevels.svelte';
  import { MusicFinder } from '$lib/workers/music-finder';
  import Purpose from '$lib/views/shell/Purpose.svelte';

  const finder = new MusicFinder(
    () => new Worker(new URL('../../../lib/workers/music.worker.ts', import.meta.url), { type: 'module' }),
  );
  const trainer = new TapTrainer();
  let rows: FigureRow[] | undefined = $state.raw();
  let songs: Song[] = $state.raw([]);
  let figure = $state('');
  let role: Role = $state('leader');
  let to: TappedTo = $state('click');
  let song = $state('');
  let bpm = $state(110);
  let rounds = $state(4);
  let problem = $state('');
  let kept = $state('');

  onMount(() => {
    soundSettings.load();
    void (async () => {
      try {
        const db = await app.db();
        rows = (await loadAll(db)).filter((r) => !r.figure.mistake);
        songs = (await loadDocs(db, 'song')).map((r) => r.doc).filter((s) => s.map !== undefined);
        song = songs[0]?.id ?? '';
        choose(rows[0]?.id ?? '');
      } catch (e) {
        problem = closedStore(e);
      }
    })();
  });
  onDestroy(() => {
    trainer.stop();
    finder.stop();
  });
  const row = $derived(rows?.find((r) => r.id === figure));
  const analysis = $derived(row && analyse(row.figure, app.heights));
  function choose(id: string) {
    figure = id;
    const found = rows?.find((r) => r.id === id);
    if (found) bpm = found.figure.tempo.min;
  }

  async function start() {
    if (!row || !analysis) return;
    kept = '';
    const source = floorSource(await app.db(), finder);
    const chosen = songs.find((s) => s.id === song);
    await trainer.start(
      { figure: row.id, name: row.figure.name, analysis, role, to, song: chosen, bpm, rounds },
      source,
    );
  }
  $effect(() => {
    const { result } = trainer;
    if (!result) return;
    void app
      .db()
      .then((db) => create(db, 'result', result, Date.now()))
      .then((saved) => (kept = saved.ok ? 'Kept among your results.' : 'It could not be kept.'));
  });

  const FEET: Readonly<Record<string, Foot>> = { f: 'L', j: 'R' };
  function keys(e: KeyboardEvent) {
    if (typing(e.target) || e.repeat || e.ctrlKey || e.metaKey || e.altKey) return;
    const foot = FEET[e.key.toLowerCase()];
    if (trainer.running && foot) {
      e.preventDefault();
      trainer.tap(foot, e.timeStamp);
    } else if (trainer.running && e.key === 'Escape') trainer.finish();
  }
  const beats = $derived(analysis ? Math.max(1, Math.ceil(analysis.end / TICKS_PER_BEAT)) : 8);
  const numeral = $derived(trainer.beat < 0 ? '' : String(((Math.floor(trainer.beat) % beats) % 8) + 1));
  const left = $derived(trainer.beat < 0 ? Math.ceil(-trainer.beat) : 0);
</script>

<svelte:window onkeydown={keys} />
<svelte:head><title>Trainer · Brisk Partner</title></svelte:head>

<div class="page">
  <div class="head">
    <h1>Trainer</h1>
    <a href="/results">Results over the weeks</a>
  </div>
  <Purpose />
  {#if problem || trainer.problem}<p role="alert">{problem || trainer.problem}</p>{/if}
  {#if rows?.length === 0}
    <p class="empty">
      There is no figure to tap yet. <a href="/figures">Write one</a>, or bring the demo from there.
    </p>
  {:else}
    <form
      class="setup"
      aria-label="What is tapped"
      onsubmit={(e) => {
        e.preventDefault();
        void start();
      }}
    >
      <label
        >figure <select
          value={figure}
          onchange={(e) => choose(e.currentTarget.value)}
          disabled={trainer.running}
          >{#each rows ?? [] as r (r.id)}<option value={r.id}>{r.figure.name}</option>{/each}</select
        ></label
      >
      <label
        >as <select bind:value={role} disabled={trainer.running}
          ><option value="leader">leader</option><option value="follower">follower</option></select
        ></label
      >
      <label
        >to <select bind:value={to} disabled={trainer.running}
          >{#each TAPPED_TO as t (t)}<option value={t}>{TO_WORDS[t]}</option>{/each}</select
        ></label
      >
      {#if to === 'song'}<label
          >song <select bind:value={song} disabled={trainer.running}
            >{#each songs as s (s.id)}<option value={s.id}>{s.name}</option>{/each}</select
          ></label
        >
      {:else}<label
          >beats a minute <input
            class="num"
            type="number"
            min="40"
            max="260"
            bind:value={bpm}
            disabled={trainer.running}
          /></label
        >{/if}
      <label
        >rounds <input
          class="num"
          type="number"
          min="1"
          max="40"
          bind:value={rounds}
          disabled={trainer.running}
        /></label
      >
      {#if trainer.running}<button type="button" onclick={() => trainer.finish()}>End</button>
      {:else}<button class="primary" type="submit" disabled={!row || trainer.busy}
          >{trainer.busy ? 'One moment …' : 'Start'}</button
        >{/if}
    </form>
    {#if trainer.running}
      <div class="said">
        <p class="now num" aria-live="off">{left > 0 ? left : numeral}</p>
        <p class="last num">
          {trainer.last === undefined ? (left > 0 ? 'counted in' : '') : lateText(trainer.last)}
        </p>
      </div>
      <div class="pads">
        {#each ['L', 'R'] as const as foot (foot)}
          <button
            class="pad {foot}"
            onpointerdown={(e) => trainer.tap(foot, e.timeStamp)}
            aria-label="{foot === 'L' ? 'Left' : 'Right'} foot"
            ><b>{foot}</b><kbd>{foot === 'L' ? 'F' : 'J'}</kbd></button
          >
        {/each}
      </div>
    {:else if trainer.result && trainer.figures}
      <TapReport result={trainer.result} figures={trainer.figures} feel={row?.figure.feel ?? 'swung'} />
      <p class="quiet" role="status">
        {kept} The first taps of a new device may all be late: <a href="#latency">measure it once</a>.
      </p>
    {:else}
      <p class="quiet lead">
        Tap every step that takes weight: <kbd>F</kbd> for the left foot, <kbd>J</kbd> for the right, or the
        two halves of the screen. You are counted in for one eight; <kbd>Esc</kbd> ends it. What you tap stays in
        this browser.
      </p>
    {/if}
    <SoundLevels />
    <h2 class="part">Questions</h2>
    <DrillPanel {finder} />
    <section id="latency"><Latency /></section>
  {/if}
</div>

<style>
  .page {
    padding: 14px 20px 40px;
    display: grid;
    gap: 16px;
    grid-template-columns: minmax(0, 1fr);
  }
  .head {
    display: flex;
    gap: 18px;
    align-items: baseline;
  }
  h1 {
    font-size: 34px;
  }
  .setup {
    display: flex;
    flex-wrap: wrap;
    gap: 10px 14px;
    align-items: end;
  }
  label {
    display: grid;
    font-size: 13px;
    color: var(--quiet);
  }
  label select,
  label input {
    color: var(--ink);
    font-size: 15px;
  }
  input[type='number'] {
    width: 84px;
  }
  .primary {
    background: var(--ink);
    color: var(--paper);
    border-color: var(--ink);
    font-weight: 620;
    min-width: 110px;
  }
  .pads {
    position: relative;
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 10px;
    height: min(40vh, 340px);
  }
  .pad {
    display: grid;
    align-content: center;
    justify-items: center;
    gap: 8px;
    border-width: 2px;
    touch-action: none;
    user-select: none;
  }
  .pad:active {
    background: var(--cell);
  }
  .pad b {
    font: 800 64px/1 var(--display);
  }
  .said {
    display: grid;
    justify-items: center;
    gap: 4px;
  }
  .now {
    font: 800 min(22vh, 170px) / 0.9 var(--display);
    min-height: 0.9em;
  }
  .last {
    font-size: 20px;
    min-height: 1.4em;
  }
  .part {
    font-size: 24px;
    border-top: 3px solid var(--ink);
    padding-top: 12px;
  }
  .lead {
    max-width: 70ch;
  }
</style>
