<script lang="ts">
  import { AROUND, roundsIn } from '$lib/core/classes';
  import { minutesText, tempiText } from '$lib/messages';
  import {
    PHRASES,
    duration,
    merged,
    trimmed,
    usable,
    type Combination,
    type DetailsPatch,
    type Phrase,
  } from '$lib/core/combination';
  import { TICKS_PER_BEAT } from '$lib/core/base';
  import { fill } from '$lib/core/composer';
  import { app } from '$lib/state/app.svelte';
  import { loadDocs } from '$lib/storage';
  import type { Board } from '$lib/state/board.svelte';
  import SongChoice from './SongChoice.svelte';

  let { board }: { board: Board } = $props();

  const c = $derived(board.combination);
  const set = (patch: DetailsPatch, group?: string) => board.edit({ type: 'details', patch }, group);

  let marks = $derived(c.marks.join(', '));
  let marksProblem = $state('');
  function setMarks() {
    const words = marks.split(/[\s,;]+/).filter(Boolean);
    const bad = words.find((w) => !/^\d+$/.test(w) || Number(w) < 1 || Number(w) > 4096);
    marksProblem = bad ? `“${bad}” is not a beat of the music; write numbers such as 29, 61.` : '';
    if (!bad) set({ marks: [...new Set(words.map(Number))].sort((a, b) => a - b) });
  }

  let minutes = $state(10);
  let between = $state(20);
  let changes = $state(0);
  /** How often it is really danced in the minutes there are, an eight counted in each time. */
  const fitText = $derived.by(() => {
    const once = duration(board.plan);
    if (once <= 0) return 'nothing to dance yet';
    const { beats } = board.plan;
    const around = { ...AROUND, between: between || 0, changes: changes || 0 };
    const n = roundsIn((minutes || 0) * 60, beats, (beats * 60) / once, around);
    return `${n === 1 ? 'once' : `${n} times`}, ${minutesText(once)} each`;
  });
  function tempoAt(i: number, patch: Partial<Combination['tempo'][number]>) {
    const next = c.tempo.map((t, k) => (k === i ? { ...t, ...patch } : t));
    const valid = next.every(
      (t, k) =>
        t.bpm >= 20 && t.bpm <= 400 && (k === 0 || t.beat > (next[k - 1]?.beat ?? 0)) && t.beat <= 4096,
    );
    if (valid) set({ tempo: next }, `tempo${i}`);
    else
      board.notice =
        'Not changed: tempo changes come in the order of their beats, up to 4,096, between 20 and 400 a minute. What was there stays.';
  }
  function addTempo() {
    const last = c.tempo.at(-1) ?? { beat: 1, bpm: 110 };
    const beat = Math.max(last.beat, c.start) + 16;
    set({ tempo: [...c.tempo, { beat, bpm: last.bpm }] });
  }

  let length = $state(32);
  let said = $state('');
  function trim() {
    const { combination, left, cut } = trimmed(c, length, board.repertoire);
    const last = combination.parts.at(-1);
    const reading = last && board.reading(last);
    let parts = combination.parts;
    let filled = '';
    if (left > 0 && reading) {
      const kin = board
        .kin(reading.figure.dance)
        .map((r) => board.repertoire.reading(r.figure))
        .filter(usable);
      const way = fill(kin, left, { type: 'figure', id: reading.figure.id }, { type: 'any' }, { best: 1 })
        .ways[0];
      if (way) {
        parts = [...parts, ...way.figures.map((figure) => ({ key: board.key(), figure, times: 1 }))];
        filled = `, filled with ${way.figures.map((f) => board.name(f)).join(', ')}`;
      }
    }
    board.edit({ type: 'parts', parts });
    said =
      cut === 0 && left === 0
        ? `It fits into ${length} beats as it is.`
        : `${cut} taken off the end${filled || (left > 0 ? `; ${left} beats are left over` : '')}.`;
  }

  let others: Combination[] = $state.raw([]);
  let other = $state('');
  $effect(() => {
    void app
      .db()
      .then((db) => loadDocs(db, 'combination'))
      .then((rows) => (others = rows.map((r) => r.doc).filter((o) => o.id !== c.id)));
  });
  function join() {
    const row = others.find((r) => r.id === other);
    if (!row) return;
    const before = board.plan.passes.length;
    board.become({ ...merged(c, row, board.repertoire, board.key), name: c.name });
    board.chooseJoint(before);
  }
  const bars = $derived(board.plan.end / TICKS_PER_BEAT);
</script>

<div class="details">
  <label class="wide"
    >name <input
      value={c.name}
      maxlength="120"
      onchange={(e) => e.currentTarget.value.trim() && set({ name: e.currentTarget.value.trim() })}
    /></label
  >
  <SongChoice {board} />
  <label
    >its 1 falls on beat <input
      type="number"
      class="num"
      min="1"
      max="4096"
      value={c.start}
      onchange={(e) => {
        set({ start: Number(e.currentTarget.value) });
        e.currentTarget.value = String(c.start);
      }}
    /></label
  >
  <label
    >phrase
    <select value={c.phrase} onchange={(e) => set({ phrase: Number(e.currentTarget.value) as Phrase })}
      >{#each PHRASES as p (p)}<option value={p}
          >{p} beats{p === 48 ? ' (12-bar blues)' : p === 24 ? ' (eight bars of three)' : ''}</option
        >{/each}</select
    ></label
  >
  <label class="check"
    ><input type="checkbox" checked={c.loop} onchange={(e) => set({ loop: e.currentTarget.checked })} /> meant to
    go round</label
  >
  <label
    >marks: beats that break or hit <input
      bind:value={marks}
      onchange={setMarks}
      placeholder="29, 61"
      aria-invalid={marksProblem !== ''}
    /></label
  >
  {#if marksProblem}<p class="bad" role="alert">{marksProblem}</p>{/if}
  <fieldset>
    <legend>tempo</legend>
    {#if c.song && c.tempo.length > 1}<span>as the song: {tempiText(c.tempo)} a minute</span>{/if}
    {#each c.song && c.tempo.length > 1 ? [] : c.tempo as t, i (i)}
      <span>
        {#if i > 0}from beat of the music <input
            type="number"
            class="num"
            min="2"
            value={t.beat}
            aria-label="From beat"
            onchange={(e) => tempoAt(i, { beat: Number(e.currentTarget.value) })}
          />{/if}
        <input
          type="number"
          class="num"
          min="20"
          max="400"
          step="0.1"
          value={Math.round(t.bpm * 10) / 10}
          aria-label="Beats a minute"
          onchange={(e) => tempoAt(i, { bpm: Number(e.currentTarget.value) })}
        />
        a minute
        {#if i > 0}<button onclick={() => set({ tempo: c.tempo.filter((_, k) => k !== i) })}>Take out</button
          >{/if}
      </span>
    {/each}
    <button onclick={addTempo} disabled={c.tempo.length >= 16}>Tempo change</button>
  </fieldset>
  <fieldset>
    <legend>in a class</legend>
    <input type="number" class="num" min="1" max="180" bind:value={minutes} aria-label="Minutes for it" />
    minutes,
    <input
      type="number"
      class="num"
      min="0"
      max="600"
      bind:value={between}
      aria-label="Seconds between rounds"
    />
    s between rounds,
    <input type="number" class="num" min="0" max="20" bind:value={changes} aria-label="Changes of partner" />
    changes of partner:
    <b>{fitText}</b>
  </fieldset>
  <fieldset>
    <legend>trim to a length ({bars} beats now)</legend>
    <input type="number" class="num" min="1" max="1024" bind:value={length} aria-label="Beats to trim to" />
    <button onclick={trim} disabled={c.parts.length === 0}>Trim and fill</button>
    <span role="status">{said}</span>
  </fieldset>
  <fieldset>
    <legend>merge: add another combination at the end</legend>
    <select bind:value={other} aria-label="Combination to add"
      ><option value="">choose one</option>{#each others as o (o.id)}<option value={o.id}>{o.name}</option
        >{/each}</select
    >
    <button onclick={join} disabled={!other}>Add it</button>
  </fieldset>
  <label class="wide"
    >notes <textarea
      rows="2"
      maxlength="4000"
      value={c.notes}
      onchange={(e) => set({ notes: e.currentTarget.value })}></textarea></label
  >
</div>

<style>
  .details {
    display: flex;
    flex-wrap: wrap;
    gap: 10px 18px;
    align-items: end;
  }
  label {
    display: flex;
    flex-direction: column;
    font-size: 13px;
    color: var(--quiet);
    gap: 2px;
  }
  label.check {
    flex-direction: row;
    align-items: center;
    gap: 6px;
    min-height: 34px;
    color: var(--ink);
  }
  label.wide {
    flex: 1 1 280px;
  }
  label :is(input, select, textarea) {
    color: var(--ink);
    font-size: 15px;
  }
  fieldset {
    border: 0;
    padding: 0;
    margin: 0;
    display: flex;
    gap: 6px;
    flex-wrap: wrap;
    align-items: center;
  }
  legend {
    font-size: 13px;
    color: var(--quiet);
    padding: 0;
  }
  input[type='number'] {
    width: 78px;
  }
  .bad {
    color: var(--wrong);
    flex-basis: 100%;
  }
</style>
