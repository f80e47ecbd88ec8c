<script lang="ts">
  import type { ApexOptions } from 'apexcharts';
  import { byStep, verdictOf, type TapResult, type TapFigures } from '$lib/core/practice';
  import { sayCount } from '$lib/core/time';
  import { lateText, verdictSays } from '$lib/messages';
  import Chart from './Chart.svelte';

  /** What a practice came to: in a sentence, by count in a chart and a table. */
  let {
    result,
    figures: f,
    feel = 'swung',
  }: { result: TapResult; figures: TapFigures; feel?: 'straight' | 'swung' | 'rolling' } = $props();
  const rows = $derived(byStep(result).map((r) => ({ ...r, count: sayCount(r.step, feel) })));
  const options = $derived<ApexOptions>({
    chart: {
      type: 'bar',
      height: 220,
    },
    series: [{ name: 'ms late', data: rows.map((r) => ({ x: r.count, y: Math.round(1000 * r.mean) })) }],
    plotOptions: { bar: { columnWidth: '55%' } },
    colors: ['#3b4aa0'],
    dataLabels: { enabled: false },
    yaxis: {
      title: { text: 'ms: early below, late above' },
      labels: { formatter: (v) => String(Math.round(v)) },
    },
    annotations: {
      yaxis: [{ y: -80, y2: -20, fillColor: '#2e6b3d', opacity: 0.12, label: { text: 'as usual' } }],
    },
    xaxis: { title: { text: 'count' } },
  });
</script>

<section aria-label="What it came to">
  <p class="verdict">{verdictSays(verdictOf(f), f)}</p>
  <dl>
    <div>
      <dt>on average</dt>
      <dd class="num">{lateText(f.mean)}</dd>
    </div>
    <div>
      <dt>scatter</dt>
      <dd class="num">{Math.round(1000 * f.spread)} ms</dd>
    </div>
    <div>
      <dt>steps tapped</dt>
      <dd class="num">{f.hit} of {result.steps}</dd>
    </div>
    <div>
      <dt>too many</dt>
      <dd class="num">{f.extra}</dd>
    </div>
    <div>
      <dt>wrong foot</dt>
      <dd class="num">{f.wrongFeet}</dd>
    </div>
  </dl>
  <div class="both">
    <Chart {options} label="How early or late each count was tapped" />
    <table>
      <thead
        ><tr
          ><th scope="col">count</th><th scope="col">on average</th><th scope="col">scatter</th><th
            scope="col">taps</th
          ></tr
        ></thead
      >
      <tbody>
        {#each rows as r (r.step)}<tr
            ><th scope="row" class="num">{r.count}</th><td class="num">{lateText(r.mean)}</td><td class="num"
              >{Math.round(1000 * r.spread)} ms</td
            ><td class="num">{r.n}</td></tr
          >{/each}
      </tbody>
    </table>
  </div>
</section>

<style>
  section {
    display: grid;
    gap: 14px;
  }
  .verdict {
    font: 700 22px/1.2 var(--display);
  }
  dl {
    display: flex;
    flex-wrap: wrap;
    gap: 10px 28px;
    margin: 0;
  }
  dt {
    color: var(--quiet);
    font-size: 13px;
  }
  dd {
    margin: 0;
    font: 750 24px/1.1 var(--display);
  }
  .both {
    display: grid;
    grid-template-columns: minmax(0, 1.4fr) minmax(0, 1fr);
    gap: 20px;
    align-items: start;
  }
  table {
    border-collapse: collapse;
    font-size: 15px;
  }
  th,
  td {
    text-align: left;
    padding: 4px 14px 4px 0;
    border-bottom: 1px solid var(--line);
  }
  @media (max-width: 800px) {
    .both {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
