<script lang="ts">
  import { onMount } from 'svelte';
  import { nanoid } from 'nanoid';
  import { goto } from '$app/navigation';
  import Play from '@lucide/svelte/icons/play';
  import Plus from '@lucide/svelte/icons/plus';
  import type { Practice } from '$lib/core/practice/playlist';
  import { afterPaint } from '$lib/state/after-paint';
  import { app } from '$lib/state/app.svelte';
  import { namesOf } from '$lib/state/practice-names';
  import { closedStore } from '$lib/state/closed-store';
  import { create, rowsOf, sorted, type Row } from '$lib/storage';
  import BringDemo from '$lib/views/shell/BringDemo.svelte';

  let rows: readonly Row<'practice'>[] | undefined = $state.raw();
  /** What is danced in each; known once the list is seen. */
  let names: Readonly<Record<string, readonly string[]>> = $state.raw({});
  let broken = $state(0);
  let problem = $state('');
  async function load() {
    try {
      const db = await app.db();
      const all = sorted('practice', await rowsOf(db, 'practice').orderBy('updated').reverse().toArray());
      broken = all.bad.length;
      rows = all.good;
      await afterPaint();
      names = Object.fromEntries(
        await Promise.all(all.good.map(async (r) => [r.id, await namesOf(db, r.doc.items)] as const)),
      );
    } catch (e) {
      problem = closedStore(e);
    }
  }
  onMount(() => void load());
  async function add() {
    const practice: Practice = { id: nanoid(12), name: 'New practice', notes: '', items: [] };
    const saved = await create(await app.db(), 'practice', practice, Date.now());
    if (saved.ok) await goto(`/floor/${practice.id}`);
    else problem = 'The practice could not be stored.';
  }
</script>

<svelte:head><title>Floor time · Brisk Partner</title></svelte:head>

<div class="page">
  <div class="head">
    <h1>Floor time</h1>
    <button class="primary" onclick={add}><Plus size={18} /> New practice</button>
  </div>
  <p class="lead quiet">
    What is danced, how often and to what, with a bell for changing partners: then one large count for the
    room. Figures, combinations and songs can be danced on their own from their screens, too. Tapping for
    yourself: <a href="/trainer">Trainer</a>. Who dances with whom: <a href="/partners">Partners</a>.
  </p>
  {#if problem}<p role="alert">{problem}</p>{/if}
  {#if broken}<p role="alert">{broken} more need mending. <a href="/data#mending">See which</a></p>{/if}
  {#if !rows}<p class="quiet">Opening …</p>
  {:else if rows.length === 0}
    <div class="empty">
      <h2>No practices yet</h2>
      <p>
        Put figures and combinations in a row, say how often and to what music, and let it run while you walk
        round.
      </p>
      <button class="primary" onclick={add}>Put one together</button>
      <BringDemo label="Bring the demo practice" done={load} />
    </div>
  {:else}
    <ul aria-label="Practices">
      {#each rows as row (row.id)}
        <li>
          <a class="button go" href="/floor/run?practice={row.id}" aria-label="Start {row.doc.name}"
            ><Play size={22} fill="currentColor" /></a
          >
          <a class="name" href="/floor/{row.id}"
            ><b>{row.doc.name}</b><small
              >{names[row.id]?.join(' · ') || (row.doc.items.length > 0 ? '…' : 'empty')}</small
            ></a
          >
          <span class="quiet">{row.doc.notes}</span>
        </li>
      {/each}
    </ul>
  {/if}
</div>

<style>
  .page {
    padding: 14px 20px 40px;
    display: grid;
    gap: 12px;
    grid-template-columns: minmax(0, 1fr);
  }
  .head {
    display: flex;
    gap: 14px;
    align-items: baseline;
    justify-content: space-between;
    flex-wrap: wrap;
  }
  h1 {
    font-size: 34px;
  }
  .lead {
    max-width: 80ch;
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
  li {
    display: grid;
    grid-template-columns: 56px minmax(0, 1.4fr) minmax(0, 1fr);
    gap: 16px;
    align-items: center;
    padding: 12px 6px;
    border-bottom: 1px solid var(--line);
  }
  .go {
    width: 48px;
    height: 48px;
    border-radius: 50%;
    display: grid;
    place-items: center;
    background: var(--ink);
    color: var(--paper);
    padding: 0;
  }
  .name {
    text-decoration: none;
  }
  .name b {
    display: block;
    font-size: 17px;
  }
  small {
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
  @media (max-width: 700px) {
    .page {
      padding: 10px 12px 30px;
    }
    li {
      grid-template-columns: 56px minmax(0, 1fr);
    }
    li > span {
      grid-column: 2;
    }
  }
</style>
