<script lang="ts">
  import { onMount } from 'svelte';
  import type { ApexOptions } from 'apexcharts';
  import { hereZone, localAt } from '$lib/core/calendar';
  import type { Entry, Group } from '$lib/core/classes';
  import { KIND_WORDS, RATING_WORDS, agoText, list, whenText } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import { ClassLab, latestEntries, logOf } from '$lib/state/class-lab.svelte';
  import { covered, persistent, tempi } from '$lib/state/log-charts';
  import { closedStore } from '$lib/state/closed-store';
  import type { Findable } from '$lib/state/search';
  import { loadDocs, rowsOf } from '$lib/storage';
  import type { Stock } from '$lib/workers/class-finder';
  import ListPage from '$lib/views/classes/ListPage.svelte';
  import { download } from '$lib/views/desk/export';
  import Chart from '$lib/views/practice/Chart.svelte';
  import BringDemo from '$lib/views/shell/BringDemo.svelte';

  const lab = new ClassLab();
  let log: readonly Entry[] | undefined = $state.raw();
  let groups: readonly Group[] = $state.raw([]);
  let stock: Stock | undefined = $state.raw();
  let find: ((words: string) => readonly Findable[]) | undefined = $state.raw();
  let problem = $state('');
  let group = $state('');
  let words = $state('');
  let showCharts = $state(false);
  const FIRST = 60;
  let most = $state(FIRST);
  let total = $state(0);
  const now = Date.now();
  const zone = hereZone();

  /** The latest at once; all of it, with what is needed to look and to find, when it is asked for. */
  async function load() {
    try {
      const db = await app.db();
      groups = (await loadDocs(db, 'group')).map((r) => r.doc);
      log = await latestEntries(db, FIRST);
      total = await rowsOf(db, 'entry').count();
      stock = await lab.load(db);
    } catch (e) {
      problem = closedStore(e);
    }
  }
  let reading: Promise<void> | undefined;
  const all = () => (reading ??= readAll());
  async function readAll() {
    const [{ findables, plainFindables, searchIn, searchOf }, db] = await Promise.all([
      import('$lib/state/search'),
      app.db(),
    ]);
    log = (await logOf(db)).reverse();
    stock ??= await lab.load(db);
    const plans = (await loadDocs(db, 'class')).map((r) => r.doc);
    const { figures, combinations } = stock;
    const others: Findable[] = [
      ...plainFindables('group', groups),
      ...plainFindables(
        'song',
        (await loadDocs(db, 'song')).map((r) => r.doc),
      ),
      ...plainFindables(
        'practice',
        (await loadDocs(db, 'practice')).map((r) => r.doc),
      ),
      ...plainFindables(
        'room',
        (await loadDocs(db, 'room')).map((r) => r.doc),
      ),
      ...plainFindables(
        'series',
        (await loadDocs(db, 'series')).map((r) => r.doc),
      ),
      ...plainFindables(
        'cue',
        (await loadDocs(db, 'cue')).map((r) => r.doc),
      ),
    ];
    const index = searchOf(findables({ figures, combinations, plans, log, groups, others, zone }));
    find = (asked) => searchIn(index, asked);
  }
  onMount(() => {
    void load();
    return () => lab.stop();
  });
  const shown = $derived(log?.filter((e) => group === '' || e.group === group) ?? []);
  const found: readonly Findable[] = $derived(find?.(words) ?? []);
  const names = $derived(
    new Map([...(stock?.figures ?? []), ...(stock?.combinations ?? [])].map((f) => [f.id, f.name])),
  );
  const name = (id: string) => names.get(id) ?? 'not in the repertoire';
  const groupName = (id: string | undefined) => groups.find((g) => g.id === id)?.name ?? '';

  const dances = $derived(covered(shown, stock));
  const lines = $derived(tempi(shown, stock));
  const faults = $derived(persistent(shown));
  const barOptions = $derived<ApexOptions>({
    chart: { type: 'bar', height: 260 },
    series: [{ name: 'times taught', data: dances.map((d) => ({ x: d.family, y: d.times })) }],
    colors: ['#0d5c4b'],
    plotOptions: { bar: { horizontal: true } },
  });
  const lineOptions = $derived<ApexOptions>({
    chart: { type: 'line', height: 260 },
    series: lines.map((l) => ({ name: l.name, data: l.points.map((p) => ({ x: p.at, y: p.bpm })) })),
    xaxis: { type: 'datetime' },
    stroke: { width: 3, dashArray: lines.map((_, i) => [0, 6, 2, 9][i % 4] ?? 0) },
    markers: { size: 5 },
    colors: ['#3b4aa0', '#b23f17', '#0d5c4b', '#8a3672'],
    legend: { position: 'top' },
  });
  async function csv() {
    const { default: Papa } = await import('papaparse');
    const head = [
      'when',
      'class',
      'group',
      'minutes',
      'leaders',
      'followers',
      'both',
      'taught',
      'unit',
      'it went',
      'tempo',
      'note',
    ];
    const rows = shown.flatMap((e) => {
      const base = [
        new Date(e.at).toISOString(),
        e.name,
        groupName(e.group),
        e.minutes,
        e.there.leader,
        e.there.follower,
        e.there.both,
      ];
      const notes = e.notes.map((n) => n.text).join(' · ');
      return e.taught.length === 0
        ? [[...base, '', '', '', '', notes]]
        : e.taught.map((t) => [
            ...base,
            name(t.what.id),
            t.unit === undefined ? '' : t.unit + 1,
            t.rating ?? '',
            t.bpm ?? '',
            t.note || notes,
          ]);
    });
    download(
      'log.csv',
      'text/csv',
      `${Papa.unparse([head, ...rows], { newline: '\r\n', escapeFormulae: true })}\r\n`,
    );
  }
</script>

<ListPage
  title="Log"
  lead="What was taught, to whom, when and how it went; what was promised. Written by running a class, corrected whenever."
  {problem}
>
  {#snippet tools()}
    <select bind:value={group} onchange={all} aria-label="Group">
      <option value="">every group</option>
      {#each groups as g (g.id)}<option value={g.id}>{g.name}</option>{/each}
    </select>
    <button
      aria-pressed={showCharts}
      onclick={() => void all().then(() => (showCharts = !showCharts))}
      disabled={shown.length === 0}>At a look</button
    >
    <button onclick={() => void all().then(csv)} disabled={shown.length === 0}>Table (CSV)</button>
  {/snippet}
  <label class="find"
    >find anything <input
      type="search"
      onfocus={all}
      bind:value={words}
      placeholder="the one with the catch on 6 that they liked"
    /></label
  >
  {#if words.trim()}
    <ul class="rows" aria-label="Found">
      {#each found as f (f.id)}<li>
          <a href={f.href}>{f.name}</a><span class="quiet"
            >{f.kind === 'entry' ? 'taught' : KIND_WORDS[f.kind].one} · {f.says}</span
          >
        </li>{/each}
      {#if found.length === 0}<li class="quiet">Nothing with these words.</li>{/if}
    </ul>
  {/if}
  {#if showCharts && shown.length > 0}
    <div class="charts">
      <section>
        <h2>What was covered</h2>
        <Chart options={barOptions} label="Times each family was taught" />
        <table>
          <tbody
            >{#each dances as d (d.family)}<tr><td>{d.family}</td><td class="num">{d.times}</td></tr
              >{/each}</tbody
          >
        </table>
      </section>
      <section>
        <h2>Tempo over the weeks</h2>
        <Chart options={lineOptions} label="Tempo of what was taught, over time" />
        <table>
          <tbody
            >{#each lines as l (l.name)}<tr
                ><td>{l.name}</td><td class="num">{l.points.map((p) => p.bpm).join(' → ')}</td></tr
              >{/each}</tbody
          >
        </table>
      </section>
      <section>
        <h2>What does not go yet</h2>
        {#if faults.length === 0}<p class="quiet">Nothing went wrong twice.</p>{/if}
        <table>
          <tbody
            >{#each faults as f (f.what + f.group)}<tr
                ><td>{name(f.what)}</td><td>{groupName(f.group)}</td><td class="num"
                  >{f.times} × again or so-so, last {agoText(f.last, now)}</td
                ></tr
              >{/each}</tbody
          >
        </table>
      </section>
    </div>
  {/if}
  {#if !log}<p class="quiet">Opening …</p>
  {:else if log.length === 0}
    <div class="empty">
      <h2>Nothing yet</h2>
      <p>Run a class from its plan, and what was danced stands here with the day and how it went.</p>
      <p><a class="button" href="/classes">To the classes</a></p>
      <BringDemo label="Bring the demo school" done={load} />
    </div>
  {:else}
    <ul class="rows" aria-label="Held">
      {#each shown.slice(0, most) as e (e.id)}
        <li>
          <a href="/log/{e.id}">{e.name}</a>
          <span
            >{e.taught.length > 0
              ? list(
                  e.taught.map((t) => `${name(t.what.id)}${t.rating ? ` (${RATING_WORDS[t.rating]})` : ''}`),
                )
              : 'nothing noted'}{#if e.notes.length > 0}<span class="quiet"
                >{e.notes.map((n) => ` · ${n.text}`).join('')}</span
              >{/if}</span
          >
          <span class="quiet">{whenText(localAt(e.at, zone))} · {agoText(e.at, now)}</span>
        </li>
      {/each}
    </ul>
    {#if Math.max(shown.length, group === '' ? total : 0) > most}<button
        onclick={() => void all().then(() => (most += 200))}
        >{Math.max(shown.length, group === '' ? total : 0) - most} more</button
      >{/if}
  {/if}
</ListPage>

<style>
  .find {
    display: grid;
    gap: 2px;
    font-size: 13px;
    color: var(--quiet);
    max-width: 560px;
  }
  .find input {
    color: var(--ink);
    font-size: 16px;
  }
  .charts {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(340px, 1fr));
    gap: 10px 30px;
  }
  h2 {
    font-size: 18px;
  }
  table {
    width: 100%;
    border-collapse: collapse;
    font-size: 14px;
  }
  td {
    padding: 3px 8px 3px 0;
    border-bottom: 1px solid var(--line);
  }
</style>
