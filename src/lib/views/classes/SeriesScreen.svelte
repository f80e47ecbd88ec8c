<script lang="ts">
  import { onMount } from 'svelte';
  import { nanoid } from 'nanoid';
  import { goto } from '$app/navigation';
  import {
    WEEK_DAYS,
    dateIn,
    hereZone,
    instantOf,
    isLastInMonth,
    localAt,
    occurrences,
    plusDays,
    weekDay,
    type Occurrence,
    type Repeat,
    type Series,
    type WeekDay,
  } from '$lib/core/calendar';
  import { newClass, type ClassPlan, type Entry } from '$lib/core/classes';
  import { DAY_WORDS, dateText, whenText } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import { classOn } from '$lib/state/calendar-items';
  import type { DocDesk, Patch } from '$lib/state/doc-desk.svelte';
  import type { PlainSaver } from '$lib/state/open-plain';
  import { loadDocs, rowsOf, sorted } from '$lib/storage';
  import { download, fileName } from '$lib/views/desk/export';
  import PlainFrame from '$lib/views/shell/PlainFrame.svelte';
  import FormPage from './FormPage.svelte';
  import { numberFrom } from './fields';
  import type { Choice } from './choices';

  let { desk, saver, news }: { desk: DocDesk<Series>; saver: PlainSaver<'series'>; news: string } = $props();
  const s = $derived(desk.doc);
  let groups: readonly Choice[] = $state.raw([]);
  let rooms: readonly Choice[] = $state.raw([]);
  let plans: readonly ClassPlan[] = $state.raw([]);
  let log: readonly Entry[] = $state.raw([]);
  let problem = $state('');
  const zones: readonly string[] = ['UTC', ...Intl.supportedValuesOf('timeZone')];

  onMount(() => {
    void (async () => {
      const db = await app.db();
      groups = (await loadDocs(db, 'group')).map((r) => r.doc);
      rooms = (await loadDocs(db, 'room')).map((r) => r.doc);
      const mine = `series:${s.id}`;
      plans = sorted('class', await rowsOf(db, 'class').where('refs').equals(mine).toArray()).good.map(
        (r) => r.doc,
      );
      log = sorted('entry', await rowsOf(db, 'entry').where('refs').equals(mine).toArray()).good.map(
        (r) => r.doc,
      );
    })();
  });
  const far = $derived(plusDays(dateIn(s.start), 366 * 2));
  const days = $derived(occurrences(s, far).slice(0, 60));
  const set = (patch: Patch<Series>, group?: string) => desk.edit(patch, group);
  function setStart(start: string) {
    if (!start) return;
    const { last: _, ...rest } = s.repeat ?? {};
    const days = s.repeat?.every === 'week' ? { days: [weekDay(dateIn(start))] } : {};
    const repeat = s.repeat && ({ ...rest, ...days } as Repeat);
    set({ start: start.slice(0, 16), repeat });
  }
  function setRepeat(patch: { [F in keyof Repeat]?: Repeat[F] | undefined }) {
    const next = Object.fromEntries(
      Object.entries({ ...s.repeat, ...patch }).filter(([, v]) => v !== undefined),
    );
    set({ repeat: next as Repeat });
  }
  function setEvery(every: string) {
    if (every === 'once') set({ repeat: undefined });
    else {
      const { days: _d, weekStart: _w, last: _l, ...rest } = s.repeat ?? { by: 1, count: 12 };
      const days = every === 'week' ? { days: [weekDay(dateIn(s.start))] } : {};
      set({ repeat: { ...rest, ...days, every: every as Repeat['every'] } });
    }
  }
  function toggle(o: Occurrence) {
    set({
      off:
        o.off === undefined ? [...s.off, { date: o.date, why: '' }] : s.off.filter((x) => x.date !== o.date),
    });
  }
  const why = (o: Occurrence, text: string) =>
    set(
      { off: s.off.map((x) => (x.date === o.date ? { ...x, why: text.slice(0, 80) } : x)) },
      `why ${o.date}`,
    );
  function moveTo(o: Occurrence, to: string) {
    const rest = s.moved.filter((m) => m.date !== o.date);
    set({
      moved:
        to && to !== `${o.date}T${s.start.slice(11)}`
          ? [...rest, { date: o.date, to: to.slice(0, 16) }]
          : rest,
    });
  }
  const here = hereZone();
  const planOf = (o: Occurrence) => plans.find((p) => p.date === o.date);
  const heldOn = (o: Occurrence) => log.find((e) => localAt(e.at, s.zone).slice(0, 10) === o.at.slice(0, 10));
  async function plan(o: Occurrence) {
    const id = await classOn(await app.db(), s, o, newClass(nanoid(12), s.name, s.zone));
    if (id) await goto(`/classes/${id}`);
    else problem = 'The class could not be stored.';
  }
  async function calendar() {
    const { writeCalendar } = await import('$lib/core/calendar/ical-write');
    const place = rooms.find((r) => r.id === s.room)?.name;
    download(
      `${fileName(s.name)}.ics`,
      'text/calendar;charset=utf-8',
      writeCalendar([{ series: s, ...(place ? { place } : {}) }], Date.now()),
    );
  }
</script>

<PlainFrame kind="series" {desk} {saver} {news} stays="Its classes and its log stay.">
  {#snippet facts()}<p class="facts">
      {days.filter((d) => d.off === undefined).length} classes · {dateText(s.start)} to {dateText(
        days.at(-1)?.at ?? s.start,
      )}
    </p>{/snippet}
  {#snippet tools()}<button onclick={calendar}>Calendar file (iCalendar)</button>{/snippet}
  <FormPage {problem}>
    <div class="fields">
      <label
        >first <input
          type="datetime-local"
          value={s.start}
          onchange={(e) => setStart(e.currentTarget.value)}
        /></label
      >
      <label
        >minutes <input
          class="num"
          type="number"
          min="5"
          max="1440"
          value={s.minutes}
          onchange={(e) => numberFrom(e, (n) => set({ minutes: n }))}
        /></label
      >
      <label
        >time zone <select value={s.zone} onchange={(e) => set({ zone: e.currentTarget.value })}>
          {#if !zones.includes(s.zone)}<option value={s.zone}>{s.zone}</option>{/if}
          {#each zones as z (z)}<option value={z}>{z}</option>{/each}
        </select></label
      >
      <label
        >comes <select value={s.repeat?.every ?? 'once'} onchange={(e) => setEvery(e.currentTarget.value)}>
          <option value="once">once</option><option value="day">daily</option><option value="week"
            >weekly</option
          ><option value="month">monthly, same weekday</option>
        </select></label
      >
      {#if s.repeat}
        {@const r = s.repeat}
        <label
          >every <input
            class="num"
            type="number"
            min="1"
            max="52"
            value={r.by}
            onchange={(e) => numberFrom(e, (n) => setRepeat({ by: n }))}
          /></label
        >
        <label
          >how often <input
            class="num"
            type="number"
            min="1"
            max="1000"
            value={r.count ?? ''}
            onchange={(e) =>
              e.currentTarget.value === ''
                ? setRepeat({ count: undefined })
                : numberFrom(e, (n) => setRepeat({ count: n, until: undefined }))}
          /></label
        >
        <label
          >until <input
            type="date"
            value={r.until ?? ''}
            onchange={(e) =>
              setRepeat(
                e.currentTarget.value
                  ? { until: e.currentTarget.value, count: undefined }
                  : { until: undefined },
              )}
          /></label
        >
        {#if r.every === 'month' && isLastInMonth(dateIn(s.start))}
          <label class="check"
            ><input
              type="checkbox"
              checked={r.last ?? false}
              onchange={(e) => setRepeat({ last: e.currentTarget.checked || undefined })}
            />
            always the last {DAY_WORDS[weekDay(dateIn(s.start))]} of the month</label
          >
        {/if}
        {#if r.every === 'week' && r.by > 1 && (r.days ?? []).length > 1}
          <label
            >weeks start on <select
              value={r.weekStart ?? 'MO'}
              onchange={(e) => setRepeat({ weekStart: e.currentTarget.value as WeekDay })}
            >
              {#each WEEK_DAYS as d (d)}<option value={d}>{DAY_WORDS[d]}</option>{/each}
            </select></label
          >
        {/if}
        {#if r.every === 'week'}
          <fieldset>
            <legend>on</legend>
            {#each WEEK_DAYS as d (d)}<label class="check"
                ><input
                  type="checkbox"
                  checked={(r.days ?? []).includes(d)}
                  disabled={d === weekDay(dateIn(s.start))}
                  onchange={(e) =>
                    setRepeat({
                      days: WEEK_DAYS.filter((x) =>
                        x === d ? e.currentTarget.checked : (r.days ?? []).includes(x),
                      ),
                    })}
                />
                {DAY_WORDS[d].slice(0, 2)}</label
              >{/each}
          </fieldset>
        {/if}
      {/if}
      <label
        >group <select
          value={s.group ?? ''}
          onchange={(e) => set({ group: e.currentTarget.value || undefined })}
        >
          <option value="">not said</option>{#each groups as g (g.id)}<option value={g.id}>{g.name}</option
            >{/each}
        </select></label
      >
      <label
        >room <select
          value={s.room ?? ''}
          onchange={(e) => set({ room: e.currentTarget.value || undefined })}
        >
          <option value="">not said</option>{#each rooms as r (r.id)}<option value={r.id}>{r.name}</option
            >{/each}
        </select></label
      >
      <label
        >remind, minutes before <input
          class="num"
          type="number"
          min="1"
          max="20160"
          value={s.remind ?? ''}
          onchange={(e) =>
            e.currentTarget.value === ''
              ? set({ remind: undefined })
              : numberFrom(e, (n) => set({ remind: n }))}
        /></label
      >
    </div>
    <ol aria-label="Days">
      {#each days as o (o.date)}
        {@const p = planOf(o)}
        {@const e = heldOn(o)}
        <li class:off={o.off !== undefined}>
          <span class="num n">{o.number}</span>
          <span class="when"
            >{whenText(o.at)}{o.moved ? ' (moved)' : ''}{s.zone !== here
              ? ` · here ${whenText(localAt(instantOf(o.at, s.zone), here))}`
              : ''}</span
          >
          {#if o.off !== undefined}
            <input
              aria-label="Why there is none on {dateText(o.date)}"
              placeholder="why"
              value={o.off}
              oninput={(x) => why(o, x.currentTarget.value)}
            />
          {:else}
            <input
              aria-label="Another time for {dateText(o.date)}"
              type="datetime-local"
              value={o.at}
              onchange={(x) => moveTo(o, x.currentTarget.value)}
            />
          {/if}
          <label class="check"
            ><input
              type="checkbox"
              aria-label="none on {dateText(o.date)}"
              checked={o.off !== undefined}
              onchange={() => toggle(o)}
            /> none</label
          >
          <span class="go">
            {#if e}<a href="/log/{e.id}">log</a>{/if}
            {#if p}<a href="/classes/{p.id}">plan</a>{:else if o.off === undefined && !e}<button
                class="plain"
                aria-label="Plan it: {whenText(o.at)}"
                onclick={() => plan(o)}>Plan it</button
              >{/if}
          </span>
        </li>
      {/each}
    </ol>
    <label class="notes"
      >notes <textarea
        rows="2"
        maxlength="4000"
        value={s.notes}
        oninput={(e) => set({ notes: e.currentTarget.value }, 'notes')}></textarea></label
    >
  </FormPage>
</PlainFrame>

<style>
  ol {
    list-style: none;
    margin: 0;
    padding: 0;
    border-top: 3px solid var(--ink);
  }
  li {
    display: grid;
    grid-template-columns: 34px minmax(0, 1fr) 220px 76px 110px;
    gap: 12px;
    align-items: center;
    padding: 4px 0;
    border-bottom: 1px solid var(--line);
  }
  .n {
    font: 780 18px var(--display);
  }
  .off .when {
    text-decoration: line-through;
    color: var(--quiet);
  }
  .go {
    display: flex;
    gap: 12px;
  }
  @media (max-width: 800px) {
    li {
      grid-template-columns: 30px minmax(0, 1fr) 70px;
    }
    li > input,
    .go {
      grid-column: 2;
    }
  }
</style>
