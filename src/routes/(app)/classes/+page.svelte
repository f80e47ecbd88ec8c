<script lang="ts">
  import { onMount, type Component } from 'svelte';
  import { nanoid } from 'nanoid';
  import { goto } from '$app/navigation';
  import Plus from '@lucide/svelte/icons/plus';
  import { hereZone, localAt, type Series } from '$lib/core/calendar';
  import { newClass, type ClassPlan, type Entry, type Group } from '$lib/core/classes';
  import { agoText, whenText } from '$lib/messages';
  import { clockText } from '$lib/messages/clock';
  import { calendarFaultText, importedText } from '$lib/messages/calendar';
  import { app } from '$lib/state/app.svelte';
  import { CalendarImport } from '$lib/state/calendar-import.svelte';
  import { calendarItems, classOn, type CalendarItem } from '$lib/state/calendar-items';
  import { latestEntries, logBetween } from '$lib/state/class-lab.svelte';
  import { closedStore } from '$lib/state/closed-store';
  import { runningClass } from '$lib/state/running';
  import { bring, create, loadDocs } from '$lib/storage';
  import ListPage from '$lib/views/classes/ListPage.svelte';
  import { download } from '$lib/views/desk/export';
  import BringDemo from '$lib/views/shell/BringDemo.svelte';

  let series: readonly Series[] = $state.raw([]);
  let plans: readonly ClassPlan[] = $state.raw([]);
  let groups: readonly Group[] = $state.raw([]);
  /** What was held in the days that are shown, and last. */
  let log: readonly Entry[] = $state.raw([]);
  let past: readonly Entry[] = $state.raw([]);
  let running: Entry | undefined = $state.raw();
  let ready = $state(false);
  let problem = $state('');
  let said = $state('');
  let view: 'list' | 'month' | 'week' = $state('list');
  let Calendar:
    | Component<{
        items: readonly CalendarItem[];
        view: 'month' | 'week';
        span: { readonly from: number; readonly to: number };
        shown: (from: number, to: number) => unknown;
        open: (item: CalendarItem) => unknown;
      }>
    | undefined = $state.raw();
  const now = Date.now();
  const DAY = 86_400_000;
  let span = $state({ from: now - DAY, to: now + 16 * DAY });

  async function load() {
    try {
      const db = await app.db();
      [series, plans, groups] = await Promise.all([
        loadDocs(db, 'series').then((r) => r.map((x) => x.doc)),
        loadDocs(db, 'class').then((r) => r.map((x) => x.doc)),
        loadDocs(db, 'group').then((r) => r.map((x) => x.doc)),
      ]);
      past = await latestEntries(db, 6);
      running = await runningClass(db, now);
      log = await logBetween(db, span.from - DAY, span.to + DAY);
      ready = true;
    } catch (e) {
      problem = closedStore(e);
    }
  }
  onMount(() => void load());
  const items = $derived(calendarItems(series, plans, log, span.from, span.to));
  const coming = $derived(
    calendarItems(series, plans, log, now - DAY / 4, now + 15 * DAY).filter((i) => i.state !== 'held'),
  );
  const undated = $derived(plans.filter((p) => p.at === undefined));
  const nameOf = (id: string | undefined) => groups.find((g) => g.id === id)?.name;
  const here = hereZone();

  async function show(which: typeof view) {
    view = which;
    if (which !== 'list') Calendar ??= (await import('$lib/views/classes/CalendarView.svelte')).default;
  }
  async function shown(from: number, to: number) {
    span = { from, to };
    const found = await logBetween(await app.db(), from - DAY, to + DAY);
    if (span.from === from && span.to === to) log = found;
  }
  async function addClass() {
    const c = newClass(nanoid(12), 'New class', here);
    const saved = await create(await app.db(), 'class', c, Date.now());
    if (saved.ok) await goto(`/classes/${c.id}`);
    else problem = 'The class could not be stored.';
  }
  async function addSeries() {
    const start = `${localAt(now, here).slice(0, 10)}T19:00`;
    const s: Series = {
      id: nanoid(12),
      name: 'New series',
      zone: here,
      start,
      minutes: 60,
      off: [],
      moved: [],
      notes: '',
      repeat: { every: 'week', by: 1, count: 12 },
    };
    const saved = await create(await app.db(), 'series', s, Date.now());
    if (saved.ok) await goto(`/series/${s.id}`);
    else problem = 'The series could not be stored.';
  }
  async function open(i: CalendarItem) {
    if (i.href) await goto(i.href);
    else if (i.series && i.occurrence) {
      const id = await classOn(
        await app.db(),
        i.series,
        i.occurrence,
        newClass(nanoid(12), i.name, i.series.zone),
      );
      if (id) await goto(`/classes/${id}`);
      else problem = 'The class could not be stored.';
    }
  }
  /** Series, and classes that stand alone. */
  async function takeAway() {
    const { writeCalendar } = await import('$lib/core/calendar/ical-write');
    const rooms = new Map((await loadDocs(await app.db(), 'room')).map((r) => [r.id, r.doc.name]));
    const alone = plans.flatMap((p): Series[] =>
      p.series === undefined && p.at !== undefined
        ? [
            {
              id: p.id,
              name: p.name,
              zone: p.zone,
              start: p.at,
              minutes: p.minutes,
              off: [],
              moved: [],
              notes: '',
              ...(p.room ? { room: p.room } : {}),
            },
          ]
        : [],
    );
    const entries = [...series, ...alone].map((s) => {
      const place = s.room === undefined ? undefined : rooms.get(s.room);
      return { series: s, ...(place ? { place } : {}) };
    });
    download('classes.ics', 'text/calendar;charset=utf-8', writeCalendar(entries, Date.now()));
  }
  async function bringIn(e: Event & { currentTarget: HTMLInputElement }) {
    const file = e.currentTarget.files?.[0];
    e.currentTarget.value = '';
    if (!file) return;
    problem = said = '';
    try {
      const read = await importing.read(file, here);
      if (!read) return;
      if (!read.ok) {
        problem = calendarFaultText(file.name, read.error);
        return;
      }
      const db = await app.db();
      const known = {
        group: new Set(groups.map((g) => g.id)),
        room: new Set((await loadDocs(db, 'room')).map((r) => r.id)),
      };
      const kept = read.value.series.map(({ group, room, ...s }): Series => ({
        ...s,
        ...(group !== undefined && known.group.has(group) ? { group } : {}),
        ...(room !== undefined && known.room.has(room) ? { room } : {}),
      }));
      const brought = await bring(
        db,
        { series: kept },
        { onClash: 'replace', code: 'imported', name: file.name },
        () => nanoid(12),
        Date.now(),
      );
      app.did(`“${file.name}” was imported.`, brought.act);
      said = importedText(kept.length, read.value.left);
      await load();
    } catch (x) {
      problem = `Couldn’t import “${file.name}”: ${x instanceof Error ? x.message : String(x)}. Nothing was changed.`;
    }
  }
  const importing = new CalendarImport();
  onMount(() => () => importing.cancel());
  let picker: HTMLInputElement | undefined = $state();
</script>

<ListPage
  title="Classes"
  lead="Tonight, next week, the term. A class is planned by the minute, run from a phone, and remembered."
  {problem}
>
  {#snippet tools()}
    <span class="views" role="group" aria-label="Shown as">
      {#each ['list', 'week', 'month'] as const as v (v)}<button
          aria-pressed={view === v}
          onclick={() => show(v)}>{v}</button
        >{/each}
    </span>
    <button onclick={takeAway} disabled={series.length + plans.length === 0}>iCalendar out</button>
    <button onclick={() => picker?.click()}>iCalendar in</button>
    <input
      bind:this={picker}
      type="file"
      accept=".ics,text/calendar"
      hidden
      onchange={bringIn}
      aria-label="Calendar file"
    />
    <button onclick={addSeries}><Plus size={17} /> New series</button>
    <button onclick={addClass}><Plus size={17} /> New class</button>
  {/snippet}
  {#if importing.reading}<p role="status">
      Reading “{importing.reading}” … <button onclick={() => importing.cancel()}>Cancel</button>
    </p>{/if}
  {#if said}<p role="status">{said}</p>{/if}
  {#if !ready}<p class="quiet">Opening …</p>
  {:else if series.length + plans.length + past.length === 0}
    <div class="empty">
      <h2>No classes yet</h2>
      <p>
        Begin with one class, or with a series for a term; the demo school shows both in the middle of theirs.
      </p>
      <p>
        <button class="primary" onclick={addClass}>Plan one class</button>
        <button onclick={addSeries}>Plan a term</button>
      </p>
      <BringDemo label="Bring the demo school" done={load} />
    </div>
  {:else if view !== 'list'}
    {#if Calendar}<Calendar {items} {view} {span} {shown} {open} />{:else}<p class="quiet">Opening …</p>{/if}
  {:else}
    <ul class="rows" aria-label="Coming">
      {#if running}<li>
          <a href="/run/{running.id}">{running.name}</a>
          <span>Running now, started {clockText(running.at)}</span>
          <span><a class="button primary" href="/run/{running.id}">Back to the class</a></span>
        </li>{/if}
      {#each coming as i (i.id)}
        <li class:off={i.state === 'off'}>
          {#if i.href}<a href={i.href}>{i.name}</a>{:else}<a href="/series/{i.series?.id}">{i.name}</a>{/if}
          <span
            >{whenText(localAt(i.from, here))}
            <span class="quiet"
              >· {agoText(i.from, now)}{i.state === 'off' ? ` · none${i.why ? `: ${i.why}` : ''}` : ''}</span
            ></span
          >
          <span>
            {#if i.state === 'planned'}<span class="quiet">planned</span>
            {:else if i.state === 'due'}<button
                aria-label="Plan it: {i.name}, {whenText(localAt(i.from, here))}"
                onclick={() => open(i)}>Plan it</button
              >{/if}
          </span>
        </li>
      {/each}
      {#each undated as p (p.id)}<li>
          <a href="/classes/{p.id}">{p.name}</a><span class="quiet"
            >no date yet{nameOf(p.group) ? ` · ${nameOf(p.group)}` : ''}</span
          >
        </li>{/each}
    </ul>
    <div class="two">
      <section>
        <h2>Series</h2>
        <ul>
          {#each series as s (s.id)}<li>
              <a href="/series/{s.id}">{s.name}</a>
              <span class="quiet">{nameOf(s.group) ?? ''} {s.start.slice(11)}</span>
            </li>{/each}
        </ul>
      </section>
      <section>
        <h2>Held last</h2>
        <ul>
          {#each past as e (e.id)}<li>
              <a href="/log/{e.id}">{e.name}</a>
              <span class="quiet">{agoText(e.at, now)}{e.ended === undefined ? ', not ended' : ''}</span>
            </li>{/each}
        </ul>
      </section>
    </div>
  {/if}
</ListPage>

<style>
  .views {
    display: flex;
  }
  .views button {
    border-radius: 0;
  }
  .views button:first-child {
    border-radius: 8px 0 0 8px;
  }
  .views button:last-child {
    border-radius: 0 8px 8px 0;
  }
  .off a {
    text-decoration: line-through;
  }
  .two {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 30px;
  }
  h2 {
    font-size: 19px;
    margin: 8px 0 4px;
  }
  section ul {
    list-style: none;
    margin: 0;
    padding: 0;
    display: grid;
    gap: 4px;
  }
  @media (max-width: 700px) {
    .two {
      grid-template-columns: 1fr;
    }
  }
</style>
