<script lang="ts">
  import { onMount } from 'svelte';
  import { analyse, armsAt, type Analysis } from '$lib/core/analysis';
  import { keyOfState, nameOf, type ArmState, type Route } from '$lib/core/arms';
  import { TICKS_PER_BEAT } from '$lib/core/base';
  import { applyEdits, markTime, writeRoute, type Figure } from '$lib/core/figure';
  import { danceOf } from '$lib/core/vocabulary';
  import { check } from '$lib/core/findings';
  import { armStretches } from '$lib/core/scene';
  import { sayCount } from '$lib/core/time';
  import { actText, routeFailureText, usesText } from '$lib/messages';
  import { nanoid } from 'nanoid';
  import MiniRail from '$lib/views/figures/MiniRail.svelte';
  import { miniRail } from '$lib/views/figures/mini-rail';
  import { app } from '$lib/state/app.svelte';
  import {
    acting,
    create,
    figureShelf,
    loadAll,
    openedFigure,
    usesOf,
    type FigureRow,
    type Use,
  } from '$lib/storage';

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
  let done: { id: string; name: string } | undefined = $state.raw();
  /** Where else the chosen figure is danced: it changes there, too. */
  let uses: readonly Use[] = $state.raw([]);
  $effect(() => {
    const id = chosen;
    uses = [];
    if (id === '') return;
    void app
      .db()
      .then((db) => usesOf(db, 'figure', id))
      .then((found) => {
        if (chosen === id) uses = found;
      });
  });
  let problem = $state('');

  onMount(async () => {
    stored = (await loadAll(await app.db())).toSorted((a, b) => a.figure.name.localeCompare(b.figure.name));
  });

  const entry = $derived(stored.find((s) => s.figure.id === chosen));
  const a = $derived(entry && analyse(entry.figure, app.heights));
  const from = $derived((beat - 1) * TICKS_PER_BEAT);
  const settledKey = (s: ArmState) => keyOfState({ ...s, rests: [] });
  const held = $derived(a && armsAt(a.arms, Math.max(0, from - TICKS_PER_BEAT), true));
  const fits = $derived(held && route.states[0] && settledKey(held) === settledKey(route.states[0]));
  /** Counts of marking time put behind the figure, so that the way fits. */
  let lengthen = $state(0);
  $effect(() => {
    void chosen;
    void from;
    lengthen = 0;
  });
  function lengthened(figure: Figure, counts: number): Figure {
    const longer = counts > 0 ? applyEdits(figure, markTime(figure, counts)) : undefined;
    return longer?.ok ? longer.value : figure;
  }
  /** Most figures whose counts are read for the list. */
  const COUNTED = 400;
  const groups = $derived(
    [...Map.groupBy(stored, (s) => danceOf(s.figure).name)].toSorted(([x], [y]) => x.localeCompare(y)),
  );
  const named = (f: Figure) =>
    stored.length > COUNTED ? f.name : `${f.name} · ${countsText(miniRail(f).beats)}`;
  const countsText = (n: number) => `${n} ${n === 1 ? 'count' : 'counts'}`;

  const written = $derived.by(() => {
    if (!entry || !a) return undefined;
    const longer = lengthened(entry.figure, lengthen);
    const edits = writeRoute(longer, route, from);
    if (!edits.ok)
      return {
        problem: routeFailureText(edits.error, (t) => sayCount(t, entry.figure.feel)),
        missing: edits.error.code === 'too-long' ? Math.ceil((edits.error.ends - a.end) / TICKS_PER_BEAT) : 0,
      };
    const figure = applyEdits(longer, edits.value);
    if (!figure.ok) return { problem: 'The figure cannot be changed there.', missing: 0 };
    const after = analyse(figure.value, app.heights);
    const known = new Set(check(a).map((f) => f.code));
    const end = nameOf(armsAt(after.arms, from + route.moves.length * TICKS_PER_BEAT + 6, true)).title;
    return { figure: figure.value, after, end, fresh: check(after).filter((f) => !known.has(f.code)).length };
  });

  async function use() {
    const figure = written?.figure;
    if (!entry || !figure) return;
    const db = await app.db();
    const what = { code: 'route', kind: 'figure', name: entry.figure.name } as const;
    try {
      const { act } = await acting(db, what, Date.now(), async (w) => {
        const now = await figureShelf(db).load(entry.id);
        if (now?.rev !== entry.rev)
          throw new Error('It has been changed meanwhile. Close this and try again.');
        return w.put('figure', figureShelf(db).stored(figure, openedFigure(entry)));
      });
      done = { id: entry.id, name: entry.figure.name };
      app.did(`${actText(what)}.`, act);
    } catch (e) {
      problem = e instanceof Error ? e.message : String(e);
    }
  }

  /** The figure stays as it is; the way is written into a copy. */
  async function useCopy() {
    const figure = written?.figure;
    if (!entry || !figure) return;
    const copy: Figure = { ...figure, id: nanoid(12), name: `${figure.name} (another way)`.slice(0, 120) };
    const saved = await create(await app.db(), 'figure', copy, Date.now());
    if (saved.ok) done = { id: copy.id, name: copy.name };
    else problem = 'The copy could not be stored.';
  }
</script>

{#snippet look(when: string, figure: Figure, a: Analysis)}
  <section aria-label={when}>
    <h4>{when}</h4>
    <MiniRail {figure} />
    <ol>
      {#each armStretches(a) as s (s.from)}<li>
          <b class="num">{sayCount(Math.max(0, s.from), figure.feel)}</b>
          {s.name.title}
        </li>{/each}
    </ol>
  </section>
{/snippet}

<div class="use">
  {#if done}
    <p role="status">Written into <a href="/figures/{done.id}">{done.name}</a>.</p>
    <p class="row"><button onclick={close}>Close</button></p>
  {:else}
    <label
      >into <select bind:value={chosen}>
        <option value="">choose a figure</option>
        {#each groups as [dance, rows] (dance)}<optgroup label={dance}>
            {#each rows as s (s.figure.id)}<option value={s.figure.id}>{named(s.figure)}</option>{/each}
          </optgroup>{/each}
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
    {#if entry && a}<p>
        <b>{entry.figure.name}</b>: {danceOf(entry.figure).name}, {countsText(a.counts)}.
      </p>{/if}
    {#if written?.problem}
      <p class="warn">{written.problem}</p>
      {#if written.missing}<button onclick={() => (lengthen = written.missing)}
          >Lengthen it by {countsText(written.missing)}, on the spot</button
        >{/if}
    {/if}
    {#if entry && a && written?.figure}
      <div class="compare">
        {@render look('Before', entry.figure, a)}
        {@render look('After', written.figure, written.after)}
      </div>
      <p>
        It then ends in “{written.end}”.{written.fresh
          ? ` ${written.fresh} new ${written.fresh === 1 ? 'thing' : 'things'} to look at on the desk.`
          : ''}
      </p>
    {/if}
    {#if uses.length > 0}
      <p>It is also used in {usesText(uses)}, and changes there, too. A copy leaves those alone.</p>
    {/if}
    {#if problem}<p class="warn" role="alert">{problem}</p>{/if}
    <p class="row">
      <button disabled={!written?.figure} onclick={use}>Write it in</button>
      <button disabled={!written?.figure} onclick={useCopy}>Into a copy instead</button><button
        onclick={close}>Cancel</button
      >
    </p>
  {/if}
</div>

<style>
  .use {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 6px;
    padding: 8px;
    background: var(--cell);
    border-radius: 8px;
    font-size: 13px;
  }
  .compare {
    display: grid;
    gap: 8px;
    border-block: 1px solid var(--line);
    padding-block: 6px;
  }
  .compare section {
    padding: 0;
    margin: 0;
  }
  h4 {
    font-size: 13px;
    margin: 0;
  }
  ol {
    list-style: none;
    margin: 0;
    padding: 0;
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
    flex-wrap: wrap;
    gap: 6px;
  }
</style>
