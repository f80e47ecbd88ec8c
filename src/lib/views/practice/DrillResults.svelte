<script lang="ts">
  import type { ApexOptions } from 'apexcharts';
  import { format } from 'date-fns';
  import { DRILLS, type DrillResult } from '$lib/core/practice';
  import { DRILL_WORDS } from '$lib/messages';
  import { download } from '$lib/views/desk/export';
  import Chart from './Chart.svelte';

  /** Questions answered, sitting by sitting. */
  let { drills, remove }: { drills: readonly DrillResult[]; remove: (r: DrillResult) => void } = $props();

  const COLOURS = ['#3b4aa0', '#b23f17', '#2e6b3d', '#7a5c00', '#6b2d7a', '#1f6f78'];
  const right = (r: DrillResult) => r.answers.filter((a) => a.right).length;
  const share = (r: DrillResult) => Math.round((100 * right(r)) / r.answers.length);
  const took = (r: DrillResult) =>
    Math.round((10 * r.answers.reduce((s, a) => s + a.seconds, 0)) / r.answers.length) / 10;
  const kinds = $derived(DRILLS.filter((d) => drills.some((r) => r.drill === d)));
  const options = $derived<ApexOptions>({
    chart: {
      type: 'line',
      height: 240,
    },
    series: kinds.map((d) => ({
      name: DRILL_WORDS[d],
      data: drills.filter((r) => r.drill === d).map((r) => ({ x: r.at, y: share(r) })),
    })),
    stroke: { width: 3 },
    markers: { size: 5 },
    colors: kinds.map((d) => COLOURS[DRILLS.indexOf(d)] ?? '#333'),
    xaxis: { type: 'datetime' },
    yaxis: { min: 0, max: 100, labels: { formatter: (v) => `${Math.round(v)} %` } },
    legend: { position: 'top', showForSingleSeries: true },
  });
  async function csv() {
    const { default: Papa } = await import('papaparse');
    const rows = drills.flatMap((r) =>
      r.answers.map((a) => [
        new Date(a.at).toISOString(),
        DRILL_WORDS[r.drill],
        a.about,
        a.right ? 'right' : 'wrong',
        a.seconds,
      ]),
    );
    const head = ['when', 'questions', 'asked of', 'answer', 'seconds'];
    download(
      'answers.csv',
      'text/csv',
      `${Papa.unparse([head, ...rows], { newline: '\r\n', escapeFormulae: true })}\r\n`,
    );
  }
</script>

<section aria-label="Questions answered">
  <h2>Questions answered <button onclick={csv}>Answers (CSV)</button></h2>
  <Chart {options} label="Share of right answers, over time" />
  <div class="scroll">
    <table>
      <thead
        ><tr
          ><th scope="col">when</th><th scope="col">questions</th><th scope="col">right</th><th scope="col"
            >took, on average</th
          ><th></th></tr
        ></thead
      >
      <tbody>
        {#each drills.toReversed() as r (r.id)}
          <tr>
            <th scope="row">{format(r.at, 'EEE d MMM, HH:mm')}</th>
            <td>{DRILL_WORDS[r.drill]}</td>
            <td class="num">{right(r)} of {r.answers.length}</td>
            <td class="num">{took(r)} s</td>
            <td
              ><button
                class="plain"
                aria-label="Delete the answers of {format(r.at, 'd MMMM, HH:mm')}"
                onclick={() => remove(r)}>Delete</button
              ></td
            >
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
</section>

<style>
  section {
    display: grid;
    gap: 12px;
    grid-template-columns: minmax(0, 1fr);
  }
  h2 {
    font-size: 24px;
    display: flex;
    gap: 14px;
    align-items: center;
    flex-wrap: wrap;
  }
  h2 button {
    font: 400 15px var(--text);
  }
  .scroll {
    overflow-x: auto;
  }
  table {
    border-collapse: collapse;
    border-top: 3px solid var(--ink);
  }
  th,
  td {
    text-align: left;
    padding: 7px 14px 7px 0;
    border-bottom: 1px solid var(--line);
    white-space: nowrap;
  }
</style>
