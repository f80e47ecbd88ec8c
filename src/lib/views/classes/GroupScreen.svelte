<script lang="ts">
  import { onMount } from 'svelte';
  import { nanoid } from 'nanoid';
  import { goto } from '$app/navigation';
  import Trash from '@lucide/svelte/icons/trash-2';
  import { hereZone } from '$lib/core/calendar';
  import {
    DANCES,
    knowsOf,
    likelyKept,
    memories,
    missedBy,
    newClass,
    promisedTo,
    sizeOf,
    type Entry,
    type Group,
    type Person,
  } from '$lib/core/classes';
  import type { Material } from '$lib/core/classes/material';
  import { LEVELS, LEVEL_IDS } from '$lib/core/vocabulary';
  import { MEMORY_SAYS, RATING_WORDS, agoText, list } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import { ClassLab, logOf } from '$lib/state/class-lab.svelte';
  import { materialOf } from '$lib/workers/class-answerer';
  import type { DocDesk } from '$lib/state/doc-desk.svelte';
  import type { PlainSaver } from '$lib/state/open-plain';
  import { practicePlan } from '$lib/state/practice-plan';
  import { create } from '$lib/storage';
  import PlainFrame from '$lib/views/shell/PlainFrame.svelte';
  import FormPage from './FormPage.svelte';
  import { numberFrom } from './fields';

  let { desk, saver, news }: { desk: DocDesk<Group>; saver: PlainSaver<'group'>; news: string } = $props();
  const g = $derived(desk.doc);
  const lab = new ClassLab();
  let material: Material | undefined = $state.raw();
  let log: readonly Entry[] = $state.raw([]);
  let adding = $state('');
  let problem = $state('');
  const now = Date.now();
  onMount(() => {
    void (async () => {
      const db = await app.db();
      const s = await lab.load(db);
      material = materialOf(s);
      log = await logOf(db, g.id);
    })();
    return () => lab.stop();
  });
  const memory = $derived(material && memories(log, (r) => material?.figuresIn(r) ?? []).get(g.id));
  const knows = $derived(knowsOf(g.knows, memory));
  const list_ = $derived([...(memory?.values() ?? [])].sort((a, b) => a.due - b.due));
  const promised = $derived(promisedTo(g.id, log));
  const name = (id: string) => material?.figure(id)?.name ?? 'not in the repertoire';
  const set = (patch: Partial<Group>, group?: string) => desk.edit(patch, group);
  const person = (key: string, patch: Partial<Person>) =>
    set(
      { people: g.people.map((p) => (p.key === key ? { ...p, ...patch } : p)) },
      `${key} ${Object.keys(patch).join()}`,
    );
  function add() {
    const said = adding.trim();
    if (!said) return;
    set({ people: [...g.people, { key: nanoid(8), name: said.slice(0, 60), dances: 'leader' }] });
    adding = '';
  }
  const missed = (p: Person) => (material ? missedBy(p.key, log, (r) => material?.figuresIn(r) ?? []) : []);
  const dances = $derived(app.allDances);
  async function plan() {
    const c = { ...newClass(nanoid(12), g.name, hereZone()), group: g.id, level: g.level };
    const saved = await create(await app.db(), 'class', c, Date.now());
    if (saved.ok) await goto(`/classes/${c.id}`);
    else problem = 'The class could not be stored.';
  }
  /** What somebody missed, as a practice to take home. */
  async function give(p: Person) {
    if (!material) return;
    const list = missed(p).flatMap((m) => memory?.get(m.figure) ?? []);
    const id = await practicePlan(await app.db(), { ...g, name: `${p.name}, missed` }, list, material, () =>
      nanoid(10),
    );
    if (id) await goto(`/floor/${id}`);
    else problem = 'The practice could not be stored.';
  }
  async function homework() {
    if (!material) return;
    const id = await practicePlan(await app.db(), g, list_, material, () => nanoid(10));
    if (id) await goto(`/floor/${id}`);
    else problem = 'The practice could not be stored.';
  }
</script>

<PlainFrame kind="group" {desk} {saver} {news} stays="Its classes and its log stay.">
  {#snippet facts()}<p class="facts">
      {sizeOf(g)} people · {LEVELS[g.level].name} · knows {knows.figures.size} figures
    </p>{/snippet}
  {#snippet tools()}
    <button onclick={homework} disabled={list_.length === 0}>Ten minutes a day</button>
    <button onclick={plan}>Plan a class</button>
  {/snippet}
  <FormPage columns="minmax(0, 1fr) minmax(0, 1.1fr)" {problem}>
    <div class="left">
      <div class="fields">
        <label
          >dance <select value={g.dance} onchange={(e) => set({ dance: e.currentTarget.value })}>
            <option value="">several</option>
            {#each dances as d (d.id)}<option value={d.id}>{d.name}</option>{/each}
          </select></label
        >
        <label
          >level <select
            value={String(g.level)}
            onchange={(e) => set({ level: Number(e.currentTarget.value) as Group['level'] })}
          >
            {#each LEVEL_IDS as l (l)}<option value={String(l)}>{LEVELS[l].name}</option>{/each}
          </select></label
        >
        {#if g.people.length === 0}
          {#each [...DANCES, 'couples'] as const as d (d)}
            <label
              >{d === 'both' ? 'of both roles' : d === 'couples' ? 'couples who stay' : `${d}s`}
              <input
                class="num"
                type="number"
                min="0"
                max="200"
                value={g.numbers[d]}
                onchange={(e) => numberFrom(e, (n) => set({ numbers: { ...g.numbers, [d]: n } }))}
              /></label
            >
          {/each}
        {/if}
      </div>
      <h2>Who</h2>
      {#if g.people.length === 0}<p class="quiet">
          Numbers are enough. Names help to say who missed what; write only what you need.
        </p>{/if}
      <ul class="people" aria-label="People">
        {#each g.people as p, n (p.key)}
          {@const gone = missed(p)}
          <li>
            <input
              aria-label="Name of number {n + 1}"
              value={p.name}
              maxlength="60"
              onchange={(e) =>
                e.currentTarget.value.trim() && person(p.key, { name: e.currentTarget.value.trim() })}
            />
            <select
              aria-label="{p.name} dances"
              value={p.dances}
              onchange={(e) => person(p.key, { dances: e.currentTarget.value as Person['dances'] })}
            >
              <option value="leader">leads</option><option value="follower">follows</option><option
                value="both">both</option
              >
            </select>
            <span class="quiet"
              >{gone.length > 0 ? `missed ${list(gone.slice(0, 3).map((m) => name(m.figure)))}` : ''}</span
            >
            {#if gone.length > 0}<button
                class="plain"
                aria-label="A practice of what {p.name} missed"
                onclick={() => give(p)}>give</button
              >{:else}<span></span>{/if}
            <button
              class="plain"
              aria-label="Take {p.name} out"
              onclick={() => set({ people: g.people.filter((x) => x.key !== p.key) })}
              ><Trash size={15} /></button
            >
          </li>
        {/each}
      </ul>
      <form
        onsubmit={(e) => {
          e.preventDefault();
          add();
        }}
      >
        <input aria-label="Somebody more" placeholder="A name" bind:value={adding} maxlength="60" />
        <button>Add</button>
      </form>
      <label class="notes"
        >notes <textarea
          rows="3"
          value={g.notes}
          maxlength="4000"
          oninput={(e) => set({ notes: e.currentTarget.value }, 'notes')}></textarea></label
      >
    </div>
    <div class="right">
      <h2>What they know</h2>
      {#if promised.length > 0}<p>
          Promised: {list(promised.map((p) => `${name(p.figure)} (${agoText(p.at, now)})`))}.
        </p>{/if}
      {#if list_.length === 0}<p class="quiet">Nothing in the log yet.</p>
      {:else}
        <table>
          <thead
            ><tr
              ><th>figure</th><th>times</th><th>last</th><th>it went</th><th>still there</th><th>due</th></tr
            ></thead
          >
          <tbody>
            {#each list_ as r (r.figure)}
              <tr class:due={r.due <= now}>
                <td><a href="/figures/{r.figure}">{name(r.figure)}</a></td>
                <td class="num">{r.times}</td>
                <td>{agoText(r.last, now)}{r.bpm ? `, at ${r.bpm}` : ''}</td>
                <td>{r.rating ? RATING_WORDS[r.rating] : ''}</td>
                <td class="num">{Math.round(100 * likelyKept(r, now))} %</td>
                <td>{agoText(r.due, now)}</td>
              </tr>
            {/each}
          </tbody>
        </table>
        <p class="quiet small">{MEMORY_SAYS}</p>
      {/if}
      {#if g.knows.length > 0}<p>Known before: {list(g.knows.map(name))}.</p>{/if}
      <label class="knows"
        >known before the log begins
        <select
          value=""
          onchange={(e) => {
            const id = e.currentTarget.value;
            if (id && !g.knows.includes(id)) set({ knows: [...g.knows, id] });
            e.currentTarget.value = '';
          }}
        >
          <option value="">add a figure …</option>
          {#each [...(material?.figures.values() ?? [])].filter((f) => !f.mistake && (g.dance === '' || f.dance === g.dance)) as f (f.id)}<option
              value={f.id}>{f.name}</option
            >{/each}
        </select></label
      >
    </div>
  </FormPage>
</PlainFrame>

<style>
  .left,
  .right {
    display: grid;
    gap: 8px;
    grid-template-columns: minmax(0, 1fr);
  }
  h2 {
    font-size: 19px;
  }
  form {
    display: flex;
    gap: 8px;
  }
  .people {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  .people li {
    display: grid;
    grid-template-columns: minmax(0, 140px) 96px minmax(0, 1fr) 52px auto;
    gap: 8px;
    align-items: center;
    padding: 2px 0;
    font-size: 14px;
  }
  table {
    border-collapse: collapse;
    font-size: 14.5px;
  }
  th {
    text-align: left;
    font-weight: 400;
    color: var(--quiet);
    font-size: 13px;
    border-bottom: 2px solid var(--ink);
    padding: 2px 8px 2px 0;
  }
  td {
    padding: 4px 8px 4px 0;
    border-bottom: 1px solid var(--line);
  }
  .due td:first-child {
    font-weight: 680;
  }
  .small {
    font-size: 13px;
  }
  @media (max-width: 900px) {
    .right {
      overflow-x: auto;
    }
  }
</style>
