<script lang="ts">
  import type { Analysis } from '$lib/core/analysis';
  import { TICKS_PER_BEAT } from '$lib/core/base';
  import { railBeat, type ArmStretch, type RailArms } from '$lib/core/scene';
  import { sayCount } from '$lib/core/time';
  import type { Player } from '$lib/state/player.svelte';
  import ArmStrands from './ArmStrands.svelte';
  import { counts, left } from './rail-model';

  let {
    a,
    player,
    arms,
    beats,
    now,
    pointed = $bindable(),
  }: {
    a: Analysis;
    player: Player;
    arms: RailArms;
    beats: number;
    now: ArmStretch | undefined;
    pointed: ArmStretch | undefined;
  } = $props();

  const feel = $derived(a.figure.feel);
  const numerals = $derived(counts(a));
  const hands = $derived(a.words.filter((w) => w.track === 'hands'));
  const calls = $derived(a.words.filter((w) => w.track === 'calls'));
</script>

<div class="spine">
  <div class="hands">
    {#each hands as h, i (i)}
      <span
        class="phrase cut"
        style:left={left(railBeat(h.tick, feel) - 0.3)}
        style:max-width="calc(var(--beat) * {Math.max(0.5, (h.end - h.tick) / TICKS_PER_BEAT)})"
        title={h.text}>{h.text}</span
      >
    {/each}
  </div>
  <div class="band"><ArmStrands {arms} {beats} /></div>
  {#each numerals as n (n.tick)}
    <button
      class="count num"
      class:whole={n.whole}
      style:left={left(n.at)}
      tabindex="-1"
      aria-label="To count {n.text}"
      onclick={() => (player.tick = n.tick)}>{n.text}</button
    >
  {/each}
  {#each arms.rests as r, i (i)}
    <span class="restmark {r.role}" style:left={left(r.from + 0.02)}>{r.text}</span>
  {/each}
  <div class="holds">
    {#each arms.stretches as x, i (x.from)}
      <button
        class="hold cut"
        class:now={now === x}
        class:locked={x.name.title.startsWith('Locked')}
        style:left={left(railBeat(x.from, feel) - (i === 0 ? 0.33 : 0.25))}
        style:max-width="calc(var(--beat) * {Math.max(
          0.7,
          (arms.stretches[i + 1]?.from ?? a.end + 3) / TICKS_PER_BEAT - x.from / TICKS_PER_BEAT,
        )})"
        aria-label="Arms at {sayCount(x.from, feel)}: {x.name.title}. {x.name.sentence}"
        onclick={() => (player.tick = x.from)}
        onpointerenter={() => (pointed = x)}
        onpointerleave={(e) => e.currentTarget !== document.activeElement && (pointed = undefined)}
        onfocus={() => (pointed = x)}>{x.name.title}</button
      >
    {/each}
  </div>
  <div class="calls">
    {#each calls as c, i (i)}<span class="phrase call" style:left={left(railBeat(c.tick, feel))}
        >{c.text}</span
      >{/each}
  </div>
</div>

<style>
  .spine {
    position: relative;
    height: 146px;
  }
  .band {
    position: absolute;
    inset: 16px 0 auto;
    height: 96px;
  }
  .count {
    position: absolute;
    top: 64px;
    transform: translate(-50%, -50%);
    border: 0;
    background: none;
    padding: 0 6px;
    min-height: 40px;
    font: 800 21px/1 var(--display);
    color: var(--quiet);
  }
  .count.whole {
    font-size: 38px;
    color: var(--ink);
  }
  .hands,
  .calls {
    position: absolute;
    inset: 0 0 auto;
    height: 18px;
    font-size: 12px;
  }
  .calls {
    inset: auto 0 0;
  }
  .phrase {
    position: absolute;
    white-space: nowrap;
    color: var(--arm-a);
    font-weight: 560;
    line-height: 18px;
    padding: 0 3px;
  }
  .call {
    transform: translateX(-50%);
    color: var(--quiet);
    font-style: italic;
    font-weight: 400;
  }
  .holds {
    position: absolute;
    inset: 110px 0 auto;
    height: 20px;
  }
  .hold {
    position: absolute;
    display: block;
    border: 0;
    background: none;
    min-height: 0;
    padding: 0 3px;
    font: 650 13px/20px var(--text);
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
    font-size: 11px;
    line-height: 12px;
    padding: 0 4px 0 0;
    background: var(--sheet);
    white-space: nowrap;
  }
  .restmark.leader {
    top: 101px;
    color: var(--leader);
  }
  .restmark.follower {
    top: 15px;
    color: var(--follower);
  }
  .cut {
    overflow: hidden;
    text-overflow: ellipsis;
  }
</style>
