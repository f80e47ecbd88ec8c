<script lang="ts">
  import { armsAt } from '$lib/core/analysis';
  import { nameOf } from '$lib/core/arms';
  import type { Role } from '$lib/core/base';
  import { NO_PICKS, sayPicks } from '$lib/core/figure';
  import { oneAlone, railArms, railBeat, type ArmStretch } from '$lib/core/scene';
  import { danceOf } from '$lib/core/vocabulary';
  import { afterPaint } from '$lib/state/after-paint';
  import type { Desk } from '$lib/state/desk.svelte';
  import type { Player } from '$lib/state/player.svelte';
  import ChoiceRow from './ChoiceRow.svelte';
  import RailNames from './RailNames.svelte';
  import RailRow from './RailRow.svelte';
  import { RailActs } from './rail-acts.svelte';
  import {
    EMPTY_BEATS,
    beatsShown,
    left,
    marks,
    oneRow,
    onRow,
    rowsOf,
    wordRows,
    type RailRow as Row,
    type WordRow,
  } from './rail-model';

  let {
    desk,
    player,
    changed,
    plain = false,
    stretch = $bindable(),
  }: {
    desk: Desk;
    player: Player;
    /** Steps to mark, as role and tick. */
    changed: ReadonlySet<string>;
    /** Without the lines of words. */
    plain?: boolean;
    /** What the arms hold under the playhead, or where it is pointed at. */
    stretch?: ArmStretch | undefined;
  } = $props();

  const a = $derived(desk.analysis);
  const feel = $derived(desk.figure.feel);
  /** While it is built there is room for the next step; what began empty keeps its eight. */
  // svelte-ignore state_referenced_locally
  const began = desk.analysis.end === 0 ? EMPTY_BEATS : 0;
  const beats = $derived(
    Math.max(beatsShown(a), began, desk.building ? Math.floor(railBeat(desk.place.tick, feel)) + 1 : 0),
  );
  let width = $state(800);
  /** On a narrow screen the rail is one row, and runs with the music. */
  const narrow = $derived(width < 560);
  const rows = $derived(narrow ? oneRow(beats) : rowsOf(beats, danceOf(desk.figure).bar, plain));
  const folded = $derived(rows.length > 1);
  const across = $derived(rows[0]?.room ?? beats);
  const px = $derived(Math.max(narrow ? 84 : 76, (width - 2) / across));
  const tracks = $derived({ leader: marks(a, 'leader'), follower: marks(a, 'follower') });
  const arms = $derived(railArms(a));
  const words = $derived(
    plain
      ? []
      : [...new Set(a.words.map((w) => w.track))].filter(
          (t) => t !== 'hands' && t !== 'calls' && t !== 'parts',
        ),
  );
  const parts = $derived(plain ? [] : a.words.filter((w) => w.track === 'parts'));
  const choosing = $derived(plain ? [] : [...new Set(desk.choices.map((c) => c.role))]);
  const faults = $derived(
    new Set(desk.findings.filter((f) => f.severity === 'wrong').map((f) => `${f.role}|${f.tick}`)),
  );

  /** The stretch of arms that is pointed at, or else the one under the playhead. */
  let pointed: ArmStretch | undefined = $state.raw();
  $effect(() => {
    void player.tick;
    pointed = undefined;
  });
  const under = $derived(
    arms.stretches.findLast((x) => x.from <= Math.max(0, player.tick)) ?? arms.stretches[0],
  );
  /** Under the playhead it is said as it is at this moment, elsewhere as it stays. */
  const marked = $derived(pointed && arms.stretches.includes(pointed) ? pointed : under);
  const seen = $derived.by(() => {
    if (!under || marked !== under || pointed || oneAlone(a)) return marked;
    return { ...under, name: nameOf(armsAt(a.arms, Math.max(0, player.tick), true)) };
  });
  $effect(() => {
    stretch = seen;
  });

  let box: HTMLElement;
  let scroller: HTMLDivElement | undefined = $state();
  // svelte-ignore state_referenced_locally
  const acts = new RailActs(desk, player, () => box);
  $effect(() => {
    acts.px = px;
  });
  export function addAfter(role: Role, w: Parameters<RailActs['addAfter']>[1]) {
    acts.addAfter(role, w);
  }
  export function remove(role: Role, w: Parameters<RailActs['addAfter']>[1]) {
    acts.remove(role, w);
  }

  /** The count that is danced, chosen or written stays in sight. */
  const followed = $derived(desk.building && !player.playing ? desk.place.tick : player.tick);
  const followedBeat = $derived(Math.max(0, railBeat(followed, feel)));
  const followedRow = $derived(rows.findIndex((r) => onRow(followedBeat, r)));
  const wide = $derived(!folded && beats * px > width + 4);
  /** How high the rows are, and what is seen of them, as last laid out: nothing is measured while something is drawn. */
  let heights: readonly number[] = $state.raw([]);
  let inView = $state(0);
  let scrolled = 0;
  $effect(() => {
    if (folded && heights.length > 0 && inView > 0) showRow(Math.max(0, followedRow));
  });
  $effect(() => {
    if (scroller && wide) showBeat(scroller, (followedBeat + 0.35) * px);
  });
  const BETWEEN = 8;
  function showRow(row: number) {
    const top = heights.slice(0, row).reduce((sum, h) => sum + h + BETWEEN, 0);
    const height = heights[row];
    if (height === undefined || (top >= scrolled && top + height <= scrolled + inView)) return;
    void afterPaint().then(() => (box.scrollTop = top));
  }
  function measured(el: HTMLElement) {
    const watch = new ResizeObserver(() => {
      heights = [...el.querySelectorAll<HTMLElement>(':scope > .row')].map((r) => r.offsetHeight);
      inView = el.clientHeight;
    });
    const rows = new MutationObserver(() => watchAll());
    const watchAll = () => {
      watch.disconnect();
      for (const one of [el, ...el.querySelectorAll(':scope > .row')]) watch.observe(one);
    };
    watchAll();
    rows.observe(el, { childList: true });
    return () => {
      watch.disconnect();
      rows.disconnect();
    };
  }
  function showBeat(scroller: HTMLElement, x: number) {
    if (x < scroller.scrollLeft + 40 || x > scroller.scrollLeft + width - 80)
      scroller.scrollLeft = Math.max(0, x - 120);
  }
</script>

{#snippet drawn(row: Row, words: readonly WordRow[])}
  <RailRow
    {desk}
    {player}
    {a}
    {row}
    {arms}
    {tracks}
    {changed}
    {faults}
    {acts}
    {px}
    {words}
    now={marked}
    bind:pointed
  />
{/snippet}

<section
  class="rail"
  class:folded
  aria-label="Count rail"
  bind:this={box}
  {@attach measured}
  onscroll={() => (scrolled = box.scrollTop)}
>
  {#each rows as row, i (row.from)}
    {@const lines = wordRows(a, words, row, px)}
    <div class="row" class:more={i > 0}>
      <RailNames {a} {arms} {row} rows={lines} parts={parts.length > 0} choices={i === 0 ? choosing : []} />
      {#if i === 0}
        <div class="scroller" bind:this={scroller} bind:clientWidth={width} style:--beat="{px}px">
          {#if parts.length > 0}
            <div class="parts">
              {#each parts as p, k (k)}
                <button
                  class="part"
                  style:left={left(railBeat(p.tick, feel) - 0.33)}
                  title={p.text}
                  onclick={() => (player.tick = p.tick)}>{p.text}</button
                >
              {/each}
            </div>
          {/if}
          {@render drawn(row, lines)}
          {#if choosing.length > 0}<ChoiceRow {desk} />{/if}
        </div>
      {:else}
        <div class="scroller" style:--beat="{px}px">
          {@render drawn(row, lines)}
        </div>
      {/if}
    </div>
  {/each}
  {#if desk.picks.size > 0}
    <p class="shown" role="status">
      Shown with {sayPicks(desk.settled.parsed, desk.choices, desk.picks)}.
      <button onclick={() => desk.preferPicked()}>Make it the main line</button>
      <button onclick={() => desk.look(NO_PICKS)}>Back to the main line</button>
    </p>
  {/if}
</section>

<style>
  .rail {
    --track: 92px;
    --spine: 138px;
    flex: none;
    min-width: 0;
  }
  .folded {
    --track: 80px;
    --spine: 118px;
    overflow: hidden auto;
    max-height: min(586px, 62vh);
    flex: 0 1 auto;
    min-height: 296px;
  }
  .row {
    display: grid;
    grid-template-columns: 96px minmax(0, 1fr);
  }
  .row.more {
    margin-top: 8px;
  }
  .scroller {
    overflow: auto hidden;
    contain: layout style paint;
    min-width: 0;
  }
  .parts {
    position: relative;
    height: 26px;
  }
  .part {
    position: absolute;
    height: 25px;
    min-height: 0;
    padding: 0 8px;
    border: 0;
    border-bottom: 3px solid var(--ink);
    border-radius: 0;
    background: none;
    text-align: left;
    font: 700 15px/22px var(--display);
    white-space: nowrap;
  }
  .shown {
    font-size: 14px;
    display: flex;
    gap: 8px;
    align-items: center;
    flex-wrap: wrap;
    padding: 4px 0;
  }
  .shown button {
    min-height: 34px;
  }
  @media (max-width: 700px) {
    .row {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
