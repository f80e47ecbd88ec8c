<script lang="ts">
  import { onMount } from 'svelte';
  import { goto } from '$app/navigation';
  import { placementFor, type Leaf, type Likeness, type Part, type Placement } from '$lib/core/likeness';
  import { writtenTick } from '$lib/core/figure';
  import { sayCount } from '$lib/core/time';
  import { actText, likenessText, placementText } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import type { Desk } from '$lib/state/desk.svelte';
  import type { FigureSaver } from '$lib/state/saver.svelte';
  import { loadAll, makeVersionOf, openedFigure, type FigureRow } from '$lib/storage';

  let { desk, saver, close }: { desk: Desk; saver: FigureSaver; close: () => void } = $props();

  let rows: ReadonlyMap<string, FigureRow> = $state.raw(new Map());
  let list: readonly Likeness[] | undefined = $state.raw();
  let reading: { done: number; of: number } | undefined = $state.raw();
  let unit = $state(2);
  let parts: readonly Part[] = $state.raw([]);
  let problem = $state('');
  const MOST = 8;
  const nameOf = (id: string) => rows.get(id)?.figure.name ?? 'a figure that is gone';

  onMount(() => {
    void (async () => {
      const all = await loadAll(await app.db());
      rows = new Map(all.map((r) => [r.id, r]));
      app.like.ask(desk.figure, all, MOST, (a) => {
        if (a.type === 'reading') reading = a;
        if (a.type !== 'like') return;
        reading = undefined;
        list = a.list;
        unit = a.unitBeats;
        parts = a.parts;
      });
    })().catch((e: unknown) => (problem = String(e)));
    return () => app.like.cancel();
  });

  const partsText = $derived(
    parts.map((p) => `${sayCount(p.from, desk.figure.feel)} ${nameOf(p.id).toLowerCase()}`).join(', '),
  );
  /** Names the parts on a line of the breakdown: one step of the history. */
  function writeParts() {
    desk.edit(
      parts.map((p) => ({
        type: 'write-words' as const,
        track: 'parts' as const,
        tick: writtenTick(p.from, desk.figure),
        text: nameOf(p.id).toLowerCase(),
      })),
    );
    close();
  }

  const leaves = $derived(
    new Map(
      [...rows.values()].map((r): [string, Leaf] => [
        r.id,
        {
          id: r.id,
          name: r.figure.name,
          family: r.figure.family,
          ...(r.version ? { version: r.version } : {}),
        },
      ]),
    ),
  );
  const placement: Placement | undefined = $derived(list && placementFor(list, leaves));
  const version = $derived(desk.kept.version);

  async function place(of: string) {
    let act: number | undefined;
    const placed = await saver.through(async () => {
      const made = await makeVersionOf(await app.db(), desk.figure.id, of, Date.now());
      if (made.ok) {
        act = made.value.act;
        return openedFigure(made.value.row);
      }
      problem =
        made.error === 'circle'
          ? `“${nameOf(of)}” has grown out of this figure.`
          : 'That figure is not here any more.';
      return undefined;
    });
    if (!placed) return;
    desk.kept = placed.row;
    app.did(`${actText({ code: 'made-version', kind: 'figure', name: desk.figure.name })}.`, act);
    close();
  }
</script>

<section class="like" aria-label="What is this like?">
  <h2>What is this like?</h2>
  <button class="close" onclick={close}>Close</button>
  {#if problem}<p role="alert">{problem}</p>{/if}
  {#if reading}
    <p role="status">
      Reading the repertoire: {reading.done} of {reading.of}
      <progress max={reading.of} value={reading.done}></progress>
    </p>
  {:else if !list}
    <p role="status" class="quiet">Comparing …</p>
  {:else}
    {#if placement && !version}
      <p>
        {placementText(placement, nameOf)}
        {#if placement.type === 'version-of' && placement.core !== desk.figure.id}
          <button
            disabled={saver.state !== 'saved'}
            onclick={() => placement.type === 'version-of' && void place(placement.core)}
            >Make it a version of “{nameOf(placement.core)}”</button
          >
        {:else if placement.type === 'family' && placement.family !== desk.figure.family}
          <button
            onclick={() =>
              placement.type === 'family' &&
              desk.edit({ type: 'set-details', patch: { family: placement.family } })}
            >Put it with {placement.family}</button
          >
        {/if}
      </p>
    {/if}
    {#if parts.length > 0}
      <p>
        Its parts are like: {partsText}.
        <button onclick={writeParts}>Name the parts so</button>
      </p>
    {/if}
    <ol>
      {#each list as l (l.id)}
        <li>
          <a href="/figures/{l.id}" onclick={(e) => (e.preventDefault(), void goto(`/figures/${l.id}`))}
            >{nameOf(l.id)}</a
          >
          <span class="bar" aria-hidden="true"><i style:width="{100 * l.score}%"></i></span>
          <span class="num">{Math.round(l.score * 100)} %</span>
          <span class="why">{likenessText(l, unit)}</span>
        </li>
      {/each}
    </ol>
    {#if list.length === 0}<p class="quiet">There is nothing to compare it with yet.</p>{/if}
  {/if}
</section>

<style>
  .like {
    position: relative;
    margin: 0 20px 10px;
    padding: 12px 14px;
    background: var(--sheet);
    border-radius: 10px;
    max-height: 46vh;
    overflow: auto;
    flex: none;
  }
  h2 {
    font-size: 20px;
    margin-bottom: 6px;
  }
  .close {
    position: absolute;
    right: 10px;
    top: 8px;
  }
  ol {
    list-style: none;
    margin: 8px 0 0;
    padding: 0;
  }
  li {
    display: grid;
    grid-template-columns: minmax(160px, 1.1fr) 90px 48px minmax(0, 2fr);
    gap: 12px;
    align-items: center;
    padding: 5px 0;
    border-top: 1px solid var(--line);
  }
  .bar {
    height: 8px;
    background: var(--cell);
  }
  .bar i {
    display: block;
    height: 100%;
    background: var(--ink);
  }
  .why {
    font-size: 14px;
    color: var(--quiet);
  }
  @media (max-width: 700px) {
    li {
      grid-template-columns: 1fr 60px 46px;
    }
    .why {
      grid-column: 1 / -1;
    }
  }
</style>
