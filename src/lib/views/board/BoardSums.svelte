<script lang="ts">
  import { MOST_LAID_OUT, driftOf, foldOfPlan, frameOf, offFoot, straightAt } from '$lib/core/combination';
  import {
    beatsText,
    driftText,
    findingText,
    goneText,
    hitText,
    leftoverText,
    lengthText,
    minutesText,
    straightText,
    turnsText,
  } from '$lib/messages';
  import type { Board } from '$lib/state/board.svelte';
  import type { Player } from '$lib/state/player.svelte';

  let { board, player, fill }: { board: Board; player: Player; fill: (beats: number) => void } = $props();

  const plan = $derived(board.plan);
  const danced = $derived(board.danced?.plan === plan ? board.danced : undefined);
  const rect = $derived(danced?.whole.analysis.floor.rectangle);
  const worst = $derived(danced?.findings ?? []);
  const loads = $derived(danced?.loads);
  const off = $derived(offFoot(worst));
  const open = $derived(board.left.toEight || board.left.toPhrase);
  const seat = (n: number) => n.toFixed(1);
</script>

<section class="sums" aria-label="Sums">
  <dl>
    <div>
      <dt>Length</dt>
      <dd>
        {lengthText(plan.beats, foldOfPlan(plan))} · {minutesText(
          board.seconds,
        )}{#if plan.missing.length > 0},
          <span class="bad">without what is gone</span>{/if}{#if plan.cut},
          <span class="bad">only the first {MOST_LAID_OUT.toLocaleString('en-GB')} beats are shown</span>{/if}
      </dd>
    </div>
    <div>
      <dt>Phrase</dt>
      <dd>
        {leftoverText(board.left, board.combination.phrase)}
        {#if open > 0}<button onclick={() => fill(open)}>Fill {beatsText(open)}</button>{/if}
      </dd>
    </div>
    <div>
      <dt>Round again</dt>
      <dd class:bad={board.combination.loop && !board.loops}>
        {board.loops
          ? 'loops'
          : plan.loop && (plan.loop.fit === 'fits' || plan.loop.fit === 'small')
            ? 'would loop, but for the gaps inside'
            : 'does not end as it begins'}{#if danced}; {driftText(
            driftOf(danced.whole),
            plan.passes[0] ? frameOf(plan.passes[0].reading) : 'spot',
          )}{/if}
      </dd>
    </div>
    {#if rect && loads}
      <div>
        <dt>Floor</dt>
        <dd>
          about {(rect.maxX - rect.minX).toFixed(1)} × {(rect.maxY - rect.minY).toFixed(1)} m
        </dd>
      </div>
      <div>
        <dt>Leader</dt>
        <dd>
          {seat(loads.leader.perSecond)} steps a second · {turnsText(
            loads.leader.turns,
            loads.leader.inARow.turns,
          )}
        </dd>
      </div>
      <div>
        <dt>Follower</dt>
        <dd>
          {seat(loads.follower.perSecond)} steps a second · {turnsText(
            loads.follower.turns,
            loads.follower.inARow.turns,
          )}
        </dd>
      </div>
    {/if}
    {#if off.length > 0}
      <div>
        <dt>Wrong foot</dt>
        <dd class="bad">{off.map((f) => plan.passes[f.pass]?.reading.figure.name).join(', ')}</dd>
      </div>
    {/if}
    {#if board.hits.length > 0}
      <div>
        <dt>Marks</dt>
        <dd class:bad={board.hits.some((h) => h.pass === undefined)}>
          {board.hits
            .map((h) =>
              hitText(h, h.pass === undefined ? undefined : plan.passes[h.pass]?.reading.figure.name),
            )
            .join('; ')}
        </dd>
      </div>
    {/if}
  </dl>
  {#if worst.length > 0 && danced}
    <ul aria-label="Found in the whole">
      {#each worst.slice(0, 8) as f, i (i)}
        <li class={f.finding.severity}>
          <button class="plain" onclick={() => (player.stop(), (player.tick = Math.max(0, f.finding.tick)))}
            ><b
              >{straightText(straightAt(board.combination, Math.max(0, f.finding.tick), foldOfPlan(plan)))}</b
            >
            {plan.passes[f.pass]?.reading.figure.name}{f.finding.role ? `, ${f.finding.role}` : ''}: {findingText(
              f.finding,
            ).sentence}</button
          >
        </li>
      {/each}
      {#if worst.length > 8}<li class="quiet">and {worst.length - 8} more</li>{/if}
    </ul>
  {:else if plan.missing.length > 0}<p class="bad">
      What is left was danced through; {goneText(plan.missing.length)}.
    </p>{:else if danced}<p class="good">
      Danced through from the first count to the last: nothing to mend.
    </p>{/if}
</section>

<style>
  .sums {
    border-top: 3px solid var(--ink);
    padding: 6px 0;
    margin-right: 14px;
    font-size: 14px;
    flex: 0 0 auto;
    max-height: 30%;
    overflow: auto;
  }
  dl {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 26px;
    margin: 0;
  }
  dl div {
    display: flex;
    gap: 7px;
  }
  dt {
    color: var(--quiet);
  }
  dd {
    margin: 0;
    font-weight: 560;
  }
  dd button {
    padding: 0 8px;
    min-height: 24px;
    font-size: 13px;
  }
  .bad {
    color: var(--wrong);
  }
  ul {
    margin: 6px 0 0;
    padding: 0;
    list-style: none;
  }
  li {
    border-left: 4px solid var(--look);
    margin-bottom: 2px;
  }
  li.wrong {
    border-color: var(--wrong);
  }
  li.caution {
    border-color: var(--caution);
  }
  li button {
    text-align: left;
    padding: 2px 8px;
    min-height: 26px;
    display: block;
  }
  .good {
    color: var(--good);
    padding-top: 4px;
  }
  @media (max-width: 900px) {
    .sums {
      max-height: none;
      margin-right: 0;
    }
  }
</style>
