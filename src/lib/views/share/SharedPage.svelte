<script lang="ts">
  import { inBundle, kindOf, refKey, type Shared } from '$lib/core/library';
  import { wholeOf, planOf, Repertoire } from '$lib/core/combination';
  import type { Figure } from '$lib/core/figure';
  import { KIND_WORDS } from '$lib/messages';
  import { nanoid } from 'nanoid';
  import { goto } from '$app/navigation';
  import { app } from '$lib/state/app.svelte';
  import { bring, compare } from '$lib/storage';
  import SharedDance from './SharedDance.svelte';

  /** The read-only page of what a link brought. */
  let { shared }: { shared: Shared } = $props();

  const docs = $derived(shared.documents);
  const figures = $derived((docs.figure ?? []).filter((f): f is Figure => 'lines' in f));
  const combination = $derived(docs.combination?.[0]);
  const recap = $derived(docs.recap?.[0]);
  const whole = $derived(
    combination && wholeOf(planOf(combination, new Repertoire(figures, app.heights)), app.heights),
  );
  const name = $derived(
    recap?.name ?? combination?.name ?? figures.find((f) => f.id === shared.main.id)?.name ?? 'Shared',
  );
  /** Which figure is played; undefined plays the combination. */
  let chosen: string | undefined = $state();
  const figure = $derived(
    figures.find(
      (f) =>
        f.id ===
        (chosen ?? (whole ? '' : shared.main.kind === 'figure' ? shared.main.id : recap?.figures[0])),
    ),
  );
  const count = $derived(inBundle(docs).length);
  let kept = $state('');

  async function keep() {
    const db = await app.db();
    const clash = (await compare(db, docs)).some((c) => c.state === 'changed');
    const result = await bring(
      db,
      docs,
      { onClash: clash ? 'keep-both' : 'keep-mine', code: 'imported', name },
      () => nanoid(12),
      Date.now(),
    );
    kept = result.added > 0 ? 'Kept in your library.' : 'It was already in your library.';
    const { kind } = shared.main;
    const path = kindOf(kind).path(result.renamed.get(refKey(shared.main)) ?? shared.main.id);
    if (!clash && path) await goto(path);
  }
</script>

<div class="page">
  <header>
    <div>
      <p class="quiet">A {KIND_WORDS[shared.main.kind].one} that was shared with you</p>
      <h1>{name}</h1>
    </div>
    <p class="row">
      <button class="primary" onclick={keep}
        >Keep it in my library{count > 1 ? ` (${count} documents)` : ''}</button
      >
      <span role="status">{kept}</span>
    </p>
  </header>
  {#if recap}
    {#if recap.greeting}<p class="said">{recap.greeting}</p>{/if}
    {#if recap.practise}<p class="said"><b>Practise:</b> {recap.practise}</p>{/if}
  {/if}
  {#if figures.length + (whole ? 1 : 0) > 1}
    <div class="row" role="group" aria-label="What is played">
      {#if whole}<button aria-pressed={chosen === undefined} onclick={() => (chosen = undefined)}
          >All of it</button
        >{/if}
      {#each figures as f (f.id)}<button aria-pressed={figure?.id === f.id} onclick={() => (chosen = f.id)}
          >{f.name}</button
        >{/each}
    </div>
  {/if}
  {#if figure}{#key figure}<SharedDance {figure} />{/key}
  {:else if whole}<SharedDance
      figure={whole.figure}
      analysis={whole.analysis}
      bpm={whole.figure.tempo.min}
    />{/if}
</div>

<style>
  .page {
    padding: 14px 20px 0;
    display: grid;
    gap: 12px;
    max-width: 1280px;
    margin: 0 auto;
  }
  header {
    display: flex;
    justify-content: space-between;
    align-items: end;
    gap: 12px;
    flex-wrap: wrap;
  }
  h1 {
    font-size: 30px;
  }
  .row {
    display: flex;
    gap: 6px;
    flex-wrap: wrap;
    align-items: center;
  }
  .primary {
    background: var(--ink);
    color: var(--paper);
    font-weight: 620;
  }
  .said {
    white-space: pre-wrap;
    max-width: 70ch;
  }
  @media (max-width: 700px) {
    .page {
      padding: 10px 12px 0;
    }
  }
</style>
