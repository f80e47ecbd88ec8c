<script lang="ts">
  import { onMount } from 'svelte';
  import { analyse, armsAt } from '$lib/core/analysis';
  import { keyOfState, nameOf, type ArmState, type Route } from '$lib/core/arms';
  import { TICKS_PER_BEAT } from '$lib/core/base';
  import { applyEdits, writeRoute, type Figure } from '$lib/core/figure';
  import { check } from '$lib/core/findings';
  import { sayCount } from '$lib/core/time';
  import { routeFailureText } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import { loadAll, readable, saveFigure, type FigureRow } from '$lib/storage';

  let {
    route,
    from: origin,
    close,
  }: { route: Route; from: { id: string; count: number } | undefined; close: () => void } = $props();
  let stored: FigureRow[] = $state.raw([]);
  // svelte-ignore state_referenced_locally
  let chosen = $state(origin?.id ?? '');
  // svelte-ignore state_referenced_locally
  let beat = $state(origin ? origin.count + 1 : 3);
  /** The figure as it was before, and the revision the route was written as. */
  let done: { before: Figure; rev: number; undone: boolean } | undefined = $state.raw();
  let problem = $state('');

  onMount(async () => {
    const { rows } = readable(await loadAll(await app.db()));
    stored = rows.toSorted((a, b) => a.figure.name.localeCompare(b.figure.name));
  });

  const entry = $derived(stored.find((s) => s.figure.id === chosen));
  const a = $derived(entry && analyse(entry.figure, app.heights));
  const from = $derived((beat - 1) * TICKS_PER_BEAT);
  const settledKey = (s: ArmState) => keyOfState({ ...s, rests: [] });
  const held = $derived(a && armsAt(a.arms, Math.max(0, from - TICKS_PER_BEAT), true));
  const fits = $derived(held && route.states[0] && settledKey(held) === settledKey(route.states[0]));
  const written = $derived.by(() => {
    if (!entry || !a) return undefined;
    const edits = writeRoute(entry.figure, route, from);
    if (!edits.ok) return { problem: routeFailureText(edits.error, (t) => sayCount(t, entry.figure.feel)) };
    const figure = applyEdits(entry.figure, edits.value);
    if (!figure.ok) return { problem: 'The figure cannot be changed there.' };
    const after = analyse(figure.value, app.heights);
    const known = new Set(check(a).map((f) => f.code));
    const end = nameOf(armsAt(after.arms, from + route.moves.length * TICKS_PER_BEAT + 6, true)).title;
    return { figure: figure.value, end, fresh: check(after).filter((f) => !known.has(f.code)).length };
  });

  async function use() {
    if (!entry || !written?.figure) return;
    const saved = await saveFigure(await app.db(), written.figure, entry.rev, Date.now());
    if (saved.ok) done = { before: entry.figure, rev: saved.value.rev, undone: false };
    else problem = 'The figure has been changed elsewhere meanwhile. Close this and try again.';
  }

  async function takeOut() {
    if (!done) return;
    const saved = await saveFigure(await app.db(), done.before, done.rev, Date.now());
    if (saved.ok) done = { ...done, rev: saved.value.rev, undone: true };
    else problem = 'The figure has been changed since; open it and undo there.';
  }
</script>

<div class="use">
  {#if done}
    <p role="status">
      {done.undone ? 'Taken out again of' : 'Written into'}
      <a href="/figures/{done.before.id}">{done.before.name}</a>.
    </p>
    {#if problem}<p class="warn" role="alert">{problem}</p>{/if}
    <p class="row">
      {#if !done.undone}<button onclick={takeOut}>Undo</button>{/if}<button onclick={close}>Close</button>
    </p>
  {:else}
    <label
      >into <select bind:value={chosen}>
        <option value="">choose a figure</option>
        {#each stored as s (s.figure.id)}<option value={s.figure.id}>{s.figure.name}</option>{/each}
      </select></label
    >
    <label>from count <input class="num" type="number" min="1" max="512" bind:value={beat} /></label>
    {#if held && !fits}
      <p class="warn">
        At {sayCount(Math.max(0, from - TICKS_PER_BEAT), entry?.figure.feel ?? 'straight')} this figure holds “{nameOf(
          held,
        ).title}”; this way begins at “{nameOf(route.states[0] ?? held).title}”.
      </p>
    {/if}
    {#if written && 'problem' in written}<p class="warn">{written.problem}</p>{/if}
    {#if written?.figure}
      <p>
        It then ends in “{written.end}”.{written.fresh
          ? ` ${written.fresh} new ${written.fresh === 1 ? 'thing' : 'things'} to look at on the desk.`
          : ''}
      </p>
    {/if}
    {#if problem}<p class="warn" role="alert">{problem}</p>{/if}
    <p class="row">
      <button disabled={!written?.figure} onclick={use}>Write it in</button><button onclick={close}
        >Cancel</button
      >
    </p>
  {/if}
</div>

<style>
  .use {
    display: grid;
    gap: 6px;
    padding: 8px;
    background: var(--cell);
    border-radius: 8px;
    font-size: 13px;
  }
  label {
    display: flex;
    gap: 6px;
    align-items: center;
  }
  select {
    min-width: 0;
    flex: 1;
  }
  input {
    width: 70px;
  }
  .warn {
    color: var(--caution);
  }
  .row {
    display: flex;
    gap: 6px;
  }
</style>
