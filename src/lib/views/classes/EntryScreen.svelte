<script lang="ts">
  import { onMount } from 'svelte';
  import { nanoid } from 'nanoid';
  import { goto } from '$app/navigation';
  import Trash from '@lucide/svelte/icons/trash-2';
  import { hereZone, instantOf, localAt } from '$lib/core/calendar';
  import {
    RATINGS,
    type DanceRef,
    type Entry,
    type Group,
    type Rating,
    type Taught,
  } from '$lib/core/classes';
  import { BLOCK_WORDS, RATING_WORDS, agoText, halfMinutesText, whenText } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import { ClassLab } from '$lib/state/class-lab.svelte';
  import type { DocDesk, Patch } from '$lib/state/doc-desk.svelte';
  import type { PlainSaver } from '$lib/state/open-plain';
  import { makeRecap } from '$lib/state/recaps';
  import { loadDoc } from '$lib/storage';
  import PlainFrame from '$lib/views/shell/PlainFrame.svelte';
  import FormPage from './FormPage.svelte';
  import SpokenNote from './SpokenNote.svelte';
  import { NO_CHOICES, choicesOf, type Choices } from './choices';

  /** One class that was held, to be corrected. */
  let { desk, saver, news }: { desk: DocDesk<Entry>; saver: PlainSaver<'entry'>; news: string } = $props();
  const e = $derived(desk.doc);
  const lab = new ClassLab();
  let choices: Choices = $state.raw(NO_CHOICES);
  let group: Group | undefined = $state.raw();
  let problem = $state('');
  let note = $state('');
  let promise = $state('');
  const now = Date.now();
  const zone = hereZone();
  onMount(() => {
    void (async () => {
      const db = await app.db();
      choices = await choicesOf(db, await lab.load(db));
      group = e.group === undefined ? undefined : await loadDoc(db, 'group', e.group);
    })();
    return () => lab.stop();
  });
  const name = (r: DanceRef) =>
    (r.type === 'figure' ? choices.figures : choices.combinations).find((x) => x.id === r.id)?.name ??
    'not in the repertoire';
  const set = (patch: Patch<Entry>, group?: string) => desk.edit(patch, group);
  const taught = (i: number, patch: { [F in keyof Taught]?: Taught[F] | undefined }) =>
    set(
      {
        taught: e.taught.map((t, k) =>
          k === i
            ? (Object.fromEntries(
                Object.entries({ ...t, ...patch }).filter(([, v]) => v !== undefined),
              ) as Taught)
            : t,
        ),
      },
      `t${i} ${Object.keys(patch).join()}`,
    );
  function add(value: string) {
    const [type, id] = value.split(' ', 2);
    if (id) set({ taught: [...e.taught, { what: { type: type as 'figure', id }, note: '' }] });
  }
  function promised(value: string) {
    const [type, id] = value.split(' ', 2);
    const what = id ? { what: { type: type as 'figure', id } } : {};
    const text = promise.trim() || (id ? name({ type: type as 'figure', id }) : '');
    if (text) set({ promised: [...e.promised, { ...what, text }] });
    promise = '';
  }
  const took = (v: Entry['visits'][number]) => ((v.to ?? now) - v.from) / 60_000;
  async function recap() {
    const id = await makeRecap(await app.db(), { entry: e }, () => nanoid(12));
    if (id) await goto(`/recaps/${id}`);
    else problem = 'The recap could not be stored.';
  }
</script>

<PlainFrame kind="entry" {desk} {saver} {news} stays="The plan, the group and the figures stay.">
  {#snippet facts()}<p class="facts">
      {whenText(localAt(e.at, zone))} · {agoText(e.at, now)}{group ? ` · ${group.name}` : ''}{e.ended ===
      undefined
        ? ' · not ended'
        : ''}
    </p>{/snippet}
  {#snippet tools()}
    {#if e.ended === undefined}<a class="button" href="/run/{e.id}">Go on</a>{/if}
    <button onclick={recap}>Recap sheet</button>
  {/snippet}
  <FormPage columns="minmax(0, 1.6fr) minmax(0, 1fr)" {problem}>
    <section>
      <h2>Taught</h2>
      <ul aria-label="Taught">
        {#each e.taught as t, i (i)}
          <li>
            <b>{name(t.what)}{t.unit === undefined ? '' : `, unit ${t.unit + 1}`}</b>
            <select
              aria-label="How {name(t.what)} went"
              value={t.rating ?? ''}
              onchange={(x) =>
                taught(i, { rating: (x.currentTarget.value || undefined) as Rating | undefined })}
            >
              <option value="">not said</option>
              {#each RATINGS as r (r)}<option value={r}>{RATING_WORDS[r]}</option>{/each}
            </select>
            <label class="row"
              >at <input
                class="num"
                type="number"
                min="20"
                max="400"
                value={t.bpm ?? ''}
                onchange={(x) =>
                  x.currentTarget.value === ''
                    ? taught(i, { bpm: undefined })
                    : x.currentTarget.validity.valid && taught(i, { bpm: x.currentTarget.valueAsNumber })}
              /></label
            >
            <input
              aria-label="Note on {name(t.what)}"
              placeholder="a note"
              maxlength="600"
              value={t.note}
              oninput={(x) => taught(i, { note: x.currentTarget.value })}
            />
            <button
              class="plain"
              aria-label="Take {name(t.what)} out"
              onclick={() => set({ taught: e.taught.filter((_, k) => k !== i) })}><Trash size={15} /></button
            >
          </li>
        {/each}
      </ul>
      <select
        aria-label="Something more that was taught"
        value=""
        onchange={(x) => {
          add(x.currentTarget.value);
          x.currentTarget.value = '';
        }}
      >
        <option value="">something more …</option>
        <optgroup label="Combinations"
          >{#each choices.combinations as c (c.id)}<option value="combination {c.id}">{c.name}</option
            >{/each}</optgroup
        >
        <optgroup label="Figures"
          >{#each choices.figures as f (f.id)}<option value="figure {f.id}">{f.name}</option>{/each}</optgroup
        >
      </select>
      <h2>Promised</h2>
      <ul aria-label="Promised">
        {#each e.promised as p, i (i)}
          <li>
            <span>{p.text || (p.what ? name(p.what) : '')}</span>
            <button
              class="plain"
              aria-label="Take the promise out"
              onclick={() => set({ promised: e.promised.filter((_, k) => k !== i) })}
              ><Trash size={15} /></button
            >
          </li>
        {/each}
      </ul>
      <div class="row">
        <input
          aria-label="What was promised"
          placeholder="what was promised"
          bind:value={promise}
          maxlength="300"
        />
        <select
          aria-label="The figure promised"
          value=""
          onchange={(x) => {
            promised(x.currentTarget.value);
            x.currentTarget.value = '';
          }}
        >
          <option value="">a figure …</option>
          {#each choices.figures as f (f.id)}<option value="figure {f.id}">{f.name}</option>{/each}
        </select>
        <button onclick={() => promised('')} disabled={promise.trim() === ''}>Keep it</button>
      </div>
      <h2>Notes</h2>
      <ul aria-label="Notes">
        {#each e.notes as n, i (n.at + n.text)}
          <li>
            <span
              ><span class="quiet num">{localAt(n.at, zone).slice(11)}</span>
              {n.text}{#if n.audio}<SpokenNote id={n.audio} />{/if}</span
            >
            <button
              class="plain"
              aria-label="Take the note out"
              onclick={() => set({ notes: e.notes.filter((_, k) => k !== i) })}><Trash size={15} /></button
            >
          </li>
        {/each}
      </ul>
      <form
        class="row"
        onsubmit={(x) => {
          x.preventDefault();
          if (note.trim()) set({ notes: [...e.notes, { at: Date.now(), text: note.trim() }] });
          note = '';
        }}
      >
        <input aria-label="A note" placeholder="a note" bind:value={note} maxlength="2000" /><button
          >Add</button
        >
      </form>
    </section>
    <section>
      <h2>Who was there</h2>
      {#if group && group.people.length > 0}
        <p class="quiet">
          Away: {group.people
            .filter((p) => !(e.people ?? []).includes(p.key))
            .map((p) => p.name)
            .join(', ') || 'nobody'}.
        </p>
      {/if}
      <p>{e.there.leader} leaders, {e.there.follower} followers, {e.there.both} of both.</p>
      <label class="row"
        >begun <input
          type="datetime-local"
          value={localAt(e.at, zone)}
          onchange={(x) =>
            x.currentTarget.value && set({ at: instantOf(x.currentTarget.value.slice(0, 16), zone) })}
        /></label
      >
      <h2>The hour as it was</h2>
      <table>
        <thead><tr><th>block</th><th>planned</th><th>took</th></tr></thead>
        <tbody>
          {#each e.visits as v, i (i)}<tr
              ><td>{BLOCK_WORDS[v.kind]}</td><td class="num">{halfMinutesText(v.planned)}</td><td class="num"
                >{halfMinutesText(took(v))}</td
              ></tr
            >{/each}
        </tbody>
      </table>
    </section>
  </FormPage>
</PlainFrame>

<style>
  section {
    display: grid;
    gap: 8px;
    grid-template-columns: minmax(0, 1fr);
    justify-items: start;
  }
  h2 {
    font-size: 19px;
  }
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
    width: 100%;
    display: grid;
    gap: 4px;
  }
  li {
    display: flex;
    gap: 8px;
    align-items: center;
    border-bottom: 1px solid var(--line);
    padding: 2px 0;
    flex-wrap: wrap;
  }
  li > :first-child {
    flex: 1 1 160px;
  }
  li > input {
    flex: 1 1 140px;
  }
  .row {
    display: flex;
    gap: 8px;
    align-items: center;
    flex-wrap: wrap;
  }
  select {
    max-width: 220px;
  }
  table {
    border-collapse: collapse;
    width: 100%;
    font-size: 14.5px;
  }
  th {
    text-align: left;
    font-weight: 400;
    color: var(--quiet);
    border-bottom: 2px solid var(--ink);
  }
  td {
    border-bottom: 1px solid var(--line);
    padding: 3px 8px 3px 0;
  }
</style>
