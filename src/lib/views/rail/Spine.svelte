<script lang="ts">
  import type { Analysis } from '$lib/core/analysis';
  import { railBeat, type ArmStretch, type RailArms } from '$lib/core/scene';
  import { sayCount } from '$lib/core/time';
  import type { Player } from '$lib/state/player.svelte';
  import ArmStrands from './ArmStrands.svelte';
  import { counts, left, levels, onRow, stacked, type RailRow } from './rail-model';

  let {
    a,
    player,
    arms,
    row,
    px,
    now,
    pointed = $bindable(),
  }: {
    a: Analysis;
    player: Player;
    arms: RailArms;
    row: RailRow;
    /** Pixels a beat. */
    px: number;
    now: ArmStretch | undefined;
    pointed: ArmStretch | undefined;
  } = $props();

  const feel = $derived(a.figure.feel);
  const numerals = $derived(counts(a, row.to).filter((n) => onRow(n.at, row)));
  const laid = (track: 'hands' | 'calls', letter: number) =>
    stacked(
      a.words
        .filter((w) => w.track === track && onRow(railBeat(w.tick, feel), row))
        .map((w) => ({ at: railBeat(w.tick, feel) - 0.3, text: w.text })),
      px,
      letter,
    );
  const hands = $derived(laid('hands', 6.9));
  const calls = $derived(laid('calls', 6.4));
  /** Holds that begin on this row, and the one that lasts into it. */
  const holds = $derived.by(() => {
    const own = arms.stretches.filter((x) => onRow(railBeat(x.from, feel), row));
    return stacked(
      own.map((x, i) => ({
        x,
        at: railBeat(x.from, feel) - (i === 0 && row.from === 0 ? 0.33 : 0.25),
        text: x.name.title,
      })),
      px,
      7.4,
    );
  });
  const rests = $derived(arms.rests.filter((r) => onRow(r.from, row)));
</script>

<div class="spine">
  {#if hands.length > 0}
    <div class="hands" style:--lines={levels(hands)}>
      {#each hands as h, i (i)}
        <span class="phrase" style:left={left(h.item.at)} style:top="{h.level * 17}px">{h.item.text}</span>
      {/each}
    </div>
  {/if}
  <div class="numerals">
    {#each numerals as n (n.tick)}
      <button
        class="count num"
        class:whole={n.whole}
        style:left={left(n.at)}
        tabindex="-1"
        aria-label="To count {sayCount(n.tick, feel)}"
        onclick={() => (player.tick = n.tick)}>{n.text}</button
      >
    {/each}
  </div>
  <div class="band">
    <ArmStrands {arms} {row} />
    {#each rests as r, i (i)}
      <span class="restmark {r.role}" style:left={left(r.from + 0.02)}>{r.text}</span>
    {/each}
  </div>
  <div class="holds" style:--lines={Math.max(1, levels(holds))}>
    {#each holds as { item: { x, at }, level }, i (i)}
      <button
        class="hold"
        class:now={now === x}
        class:locked={x.name.title.startsWith('Locked')}
        style:left={left(at)}
        style:top="{level * 19}px"
        aria-label="Arms at {sayCount(x.from, feel)}: {x.name.title}. {x.name.sentence}"
        onclick={() => (player.tick = x.from)}
        onpointerenter={() => (pointed = x)}
        onpointerleave={(e) => e.currentTarget !== document.activeElement && (pointed = undefined)}
        onfocus={() => (pointed = x)}>{x.name.title}</button
      >
    {/each}
  </div>
  {#if calls.length > 0}
    <div class="calls" style:--lines={levels(calls)}>
      {#each calls as c, i (i)}<span
          class="phrase call"
          style:left={left(c.item.at + 0.3)}
          style:top="{c.level * 17}px">{c.item.text}</span
        >{/each}
    </div>
  {/if}
</div>

<style>
  .spine {
    position: relative;
    min-height: var(--spine);
    display: flex;
    flex-direction: column;
    justify-content: center;
  }
  .numerals {
    position: relative;
    height: 38px;
  }
  .band {
    position: relative;
    height: 56px;
  }
  .count {
    position: absolute;
    top: 19px;
    transform: translate(-50%, -50%);
    border: 0;
    background: none;
    padding: 0 6px;
    min-height: 38px;
    font: 800 20px/1 var(--display);
    color: var(--quiet);
  }
  .count.whole {
    font-size: 36px;
    color: var(--ink);
  }
  .hands,
  .calls {
    position: relative;
    height: calc(var(--lines) * 17px);
    font-size: 12.5px;
  }
  .phrase {
    position: absolute;
    white-space: nowrap;
    color: var(--arm-a);
    font-weight: 560;
    line-height: 17px;
    padding: 0 3px;
  }
  .call {
    transform: translateX(-50%);
    color: var(--quiet);
    font-style: italic;
    font-weight: 400;
  }
  .holds {
    position: relative;
    height: calc(var(--lines) * 19px);
  }
  .hold {
    position: absolute;
    display: block;
    border: 0;
    background: none;
    min-height: 0;
    padding: 0 3px;
    font: 650 13px/19px var(--text);
    white-space: nowrap;
  }
  .hold.locked {
    color: var(--wrong);
  }
  .hold.now {
    text-decoration: underline;
    text-underline-offset: 3px;
  }
  .restmark {
    position: absolute;
    font-size: 12px;
    line-height: 13px;
    padding: 0 4px 0 0;
    white-space: nowrap;
  }
  .restmark.leader {
    bottom: 0;
    color: var(--leader);
  }
  .restmark.follower {
    top: 0;
    color: var(--follower);
  }
</style>
