<script lang="ts">
  import { onMount } from 'svelte';
  import type { ApexOptions } from 'apexcharts';
  import { format } from 'date-fns';
  import Papa from 'papaparse';
  import {
    isDrill,
    tapFigures,
    type DrillResult,
    type PracticeResult,
    type TapFigures,
    type TapResult,
  } from '$lib/core/practice';
  import { TO_WORDS, lateText } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import { closedStore } from '$lib/state/closed-store';
  import { deleteDocument, loadDocs } from '$lib/storage';
  import { download } from '$lib/views/desk/export';
  import Chart from '$lib/views/practice/Chart.svelte';
  import DrillResults from '$lib/views/practice/DrillResults.svelte';
  import Purpose from '$lib/views/shell/Purpose.svelte';

  let all: { r: TapResult; f: TapFigures }[] | undefined = $state.raw();
  let drills: readonly DrillResult[] = $state.raw([]);
  let problem = $state('');
  let what = $state('');
  /** Drift is over the music's seconds: steps as they follow each other at the tempo. */
  const figuresOf = (r: TapResult): TapFigures => {
    const last = Math.max(12, ...r.taps.map((t) => t.step ?? 0)) + 12;
    return tapFigures(r, (t) => (((t.round * last + (t.step ?? 0)) / 12) * 60) / r.bpm);
  };
  async function load() {
    try {
      const docs = (await loadDocs(await app.db(), 'result')).map((row) => row.doc);
      const sorted = docs.sort((a, b) => a.at - b.at);
      drills = sorted.filter(isDrill);
      all = sorted.flatMap((r) => (isDrill(r) ? [] : [{ r, f: figuresOf(r) }]));
    } catch (e) {
      problem = closedStore(e);
    }
  }
  onMount(() => void load());
  const names = $derived([...new Set(all?.map((x) => x.r.name) ?? [])].sort());
  const shown = $derived(all?.filter((x) => what === '' || x.r.name === what) ?? []);
  const options = $derived<ApexOptions>({
    chart: {
      type: 'line',
      height: 300,
    },
    series: [
      {
        name: 'on average, ms late',
        data: shown.map((x) => ({ x: x.r.at, y: Math.round(1000 * x.f.mean) })),
      },
      { name: 'scatter, ms', data: shown.map((x) => ({ x: x.r.at, y: Math.round(1000 * x.f.spread) })) },
    ],
    stroke: { width: [3, 3], dashArray: [0, 6] },
    markers: { size: 5 },
    colors: ['#3b4aa0', '#b23f17'],
    xaxis: { type: 'datetime' },
    yaxis: { labels: { formatter: (v) => String(Math.round(v)) } },
    annotations: { yaxis: [{ y: -80, y2: -20, fillColor: '#2e6b3d', opacity: 0.12 }] },
    legend: { position: 'top' },
  });
  function csv() {
    const head = [
      'when',
      'what',
      'role',
      'to',
      'beats a minute',
      'steps',
      'tapped',
      'mean ms late',
      'scatter ms',
      'drift ms a second',
      'missed',
      'too many',
      'wrong foot',
    ];
    const rows = shown.map(({ r, f }) => [
      new Date(r.at).toISOString(),
      r.name,
      r.role,
      r.to,
      r.bpm,
      r.steps,
      f.hit,
      ms(f.mean),
      ms(f.spread),
      ms(f.drift),
      f.missed,
      f.extra,
      f.wrongFeet,
    ]);
    download(
      'results.csv',
      'text/csv',
      `${Papa.unparse([head, ...rows], { newline: '\r\n', escapeFormulae: true })}\r\n`,
    );
  }
  const ms = (s: number) => Math.round(10_000 * s) / 10;
  async function remove(r: PracticeResult) {
    const { act } = await deleteDocument(await app.db(), 'result', r.id, Date.now());
    app.did(`The result of ${format(r.at, 'd MMMM')} is deleted.`, act, '/results');
    await load();
  }
</script>

<svelte:head><title>Results · Brisk Partner</title></svelte:head>

<div class="page">
  <div class="head">
    <h1>Results</h1>
    <p class="quiet num">{all ? `${all.length + drills.length} kept` : ''}</p>
    <span class="tools">
      {#if names.length > 1}<select bind:value={what} aria-label="What was tapped"
          ><option value="">everything</option>{#each names as n (n)}<option>{n}</option>{/each}</select
        >{/if}
      <button onclick={csv} disabled={shown.length === 0}>Table (CSV)</button>
      <a class="button" href="/trainer">Trainer</a>
    </span>
  </div>
  <Purpose />
  {#if problem}<p role="alert">{problem}</p>{/if}
  {#if !all}<p class="quiet">Opening …</p>
  {:else if all.length === 0 && drills.length === 0}
    <p class="empty">
      Nothing tapped yet. The <a href="/trainer">trainer</a> measures how you keep time, count by count; what it
      finds is shown here over the weeks.
    </p>
  {:else}
    {#if all.length > 0}
      <Chart {options} label="How early or late, and how much it scatters, over time" />
      <p class="quiet">
        The green band is where most people tap: 20 to 80 ms early. What counts is how little it scatters.
      </p>
      <table>
        <thead
          ><tr
            ><th scope="col">when</th><th scope="col">what</th><th scope="col">as</th><th scope="col">to</th
            ><th scope="col">tempo</th><th scope="col">on average</th><th scope="col">scatter</th><th
              scope="col">tapped</th
            ><th scope="col">wrong foot</th><th></th></tr
          ></thead
        >
        <tbody>
          {#each shown.toReversed() as { r, f } (r.id)}
            <tr>
              <th scope="row">{format(r.at, 'EEE d MMM, HH:mm')}</th><td>{r.name}</td><td>{r.role}</td><td
                >{TO_WORDS[r.to]}</td
              ><td class="num">{Math.round(r.bpm)}</td>
              <td class="num">{lateText(f.mean)}</td><td class="num">{Math.round(1000 * f.spread)} ms</td><td
                class="num">{f.hit} of {r.steps}</td
              ><td class="num">{f.wrongFeet}</td>
              <td
                ><button
                  class="plain"
                  aria-label="Delete the result of {format(r.at, 'd MMMM, HH:mm')}"
                  onclick={() => remove(r)}>Delete</button
                ></td
              >
            </tr>
          {/each}
        </tbody>
      </table>
    {/if}
    {#if drills.length > 0}<DrillResults {drills} {remove} />{/if}
  {/if}
</div>

<style>
  .page {
    padding: 14px 20px 40px;
    display: grid;
    gap: 14px;
    grid-template-columns: minmax(0, 1fr);
  }
  .head {
    display: flex;
    gap: 14px;
    align-items: baseline;
    flex-wrap: wrap;
  }
  h1 {
    font-size: 34px;
  }
  .tools {
    margin-left: auto;
    display: flex;
    gap: 6px;
  }
  table {
    border-collapse: collapse;
    border-top: 3px solid var(--ink);
    display: block;
    overflow-x: auto;
  }
  th,
  td {
    text-align: left;
    padding: 6px 18px 6px 0;
    border-bottom: 1px solid var(--line);
    white-space: nowrap;
  }
</style>
