<script lang="ts">
  import {
    callSheet,
    hits,
    foldOfPlan,
    straightAt,
    type Combination,
    type Plan,
    type SheetLine,
    type Whole,
  } from '$lib/core/combination';
  import {
    beatsText,
    callText,
    findingText,
    leftoverText,
    minutesText,
    rowText,
    straightText,
    tempoText,
  } from '$lib/messages';
  import { duration, leftover } from '$lib/core/combination';

  let { combination: c, plan, whole }: { combination: Combination; plan: Plan; whole: Whole } = $props();

  const lines = $derived(callSheet(c, whole));
  const marks = $derived(hits(plan));
  const remarks = (l: SheetLine): string[] => [
    l.pass === 0 ? 'call it in the count-in' : callText(l),
    ...(l.hands ? [`hands: ${l.hands}`] : []),
    ...marks
      .filter((m) => m.pass === l.pass)
      .map((m) => `meets the mark on ${straightText(straightAt(c, m.tick, foldOfPlan(plan)))}`),
  ];
  /** Noted with the figures, and found in them: one line each. */
  const cautions = $derived([
    ...new Set(
      plan.passes.flatMap(({ reading: r }) => [
        ...r.figure.cautions,
        ...r.cautions.map((f) => `${r.figure.name}: ${findingText(f).sentence}`),
      ]),
    ),
  ]);
</script>

<article class="sheet" aria-label="Call sheet">
  <header>
    <h1>{c.name}</h1>
    <p>
      {beatsText(plan.beats)} · {minutesText(duration(plan))} at {tempoText(c.tempo)} · {leftoverText(
        leftover(plan),
        c.phrase,
      )}
    </p>
    {#if c.notes}<p>{c.notes}</p>{/if}
    {#if cautions.length > 0}<p>{cautions.join(' ')}</p>{/if}
  </header>
  <ol>
    {#each lines as l (l.pass)}
      <li>
        <p class="falls num">
          <b>{l.falls.eight}</b><span>{l.falls.fold === 8 ? `count ${l.falls.count}` : rowText(l.falls)}</span
          >
        </p>
        <div>
          <h2>{l.name} <small class="num">{l.beats}</small></h2>
          <p class="quiet">{remarks(l).join(' · ')}</p>
          <p class="calls">
            {#each l.calls as x (x.tick)}<span><i class="num">{x.straight}</i>{x.text}</span>{/each}
          </p>
        </div>
      </li>
    {/each}
  </ol>
  {#if c.loop}<p class="quiet">And round again.</p>{/if}
</article>

<style>
  .sheet {
    max-width: 860px;
    padding: 8px 20px 40px;
  }
  header {
    display: grid;
    gap: 4px;
    padding-bottom: 10px;
  }
  h1 {
    font-size: 32px;
  }
  ol {
    list-style: none;
    margin: 0;
    padding: 0;
    border-top: 3px solid var(--ink);
  }
  li {
    display: grid;
    grid-template-columns: 92px minmax(0, 1fr);
    gap: 14px;
    padding: 8px 0;
    border-bottom: 1px solid var(--line);
    break-inside: avoid;
  }
  .falls b {
    font: 800 34px/1 var(--display);
    display: block;
  }
  .falls span {
    font-size: 13px;
    color: var(--quiet);
  }
  h2 {
    font-size: 20px;
  }
  small {
    font-weight: 500;
    color: var(--quiet);
  }
  .calls {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 14px;
    font-size: 18px;
    padding-top: 3px;
  }
  .calls i {
    font: 700 13px var(--text);
    font-style: normal;
    color: var(--quiet);
    margin-right: 4px;
  }
  @media print {
    .sheet {
      padding: 0;
      max-width: none;
    }
    .calls {
      font-size: 13pt;
    }
  }
</style>
