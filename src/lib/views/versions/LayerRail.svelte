<script lang="ts">
  import { TICKS_PER_BEAT, type Role } from '$lib/core/base';
  import { railArms, railBeat } from '$lib/core/scene';
  import { LEVELS } from '$lib/core/vocabulary';
  import { breachText, gistText } from '$lib/messages';
  import type { Compared } from '$lib/state/versions.svelte';
  import ArmStrands from '../rail/ArmStrands.svelte';
  import Footprint from '../rail/Footprint.svelte';
  import { left, marks } from '../rail/rail-model';

  let {
    compared,
    beats,
    measure,
    makeMeasure,
  }: { compared: Compared; beats: number; measure: boolean; makeMeasure: () => void } = $props();

  const a = $derived(compared.analysis);
  const f = $derived(a.figure);
  const tracks = $derived({ leader: marks(a, 'leader'), follower: marks(a, 'follower') });
  const arms = $derived(railArms(a));
  const differs = $derived(new Map(compared.differences.map((d) => [`${d.track}|${d.tick}`, d.kind])));
  const gone = $derived(compared.differences.filter((d) => d.kind === 'gone'));
  const hands = $derived(a.words.filter((w) => w.track === 'hands'));
  const quiet = (key: string) => !measure && !differs.has(key);
  const ticks = $derived(Array.from({ length: beats }, (_, i) => i));
  /** How an equal step is read out. */
  const say = (label: string, key: string) => (differs.has(key) ? `${label}, differs` : label);
</script>

{#snippet track(role: Role)}
  <div class="track {role}" role="list" aria-label="{role === 'leader' ? 'Leader' : 'Follower'}’s steps">
    {#each tracks[role] as m, i (i)}
      {@const key = `${role}|${m.w.tick}`}
      {#if m.w.action.kind !== 'hold'}
        <span
          class="mark"
          role="listitem"
          class:quiet={quiet(key)}
          class:differs={differs.has(key)}
          style:left={left(m.at)}
          aria-label={say(m.label, key)}
        >
          <Footprint foot={m.w.foot} gesture={m.gesture} />
          <span class="word" aria-hidden="true">{m.word}</span>
          {#if m.turn}<span class="turn num" aria-hidden="true">{m.turn}</span>{/if}
        </span>
      {/if}
    {/each}
    {#each gone.filter((d) => d.track === role) as d (d.tick)}
      <span
        class="gone"
        role="listitem"
        aria-label="no step at {Math.floor(d.tick / TICKS_PER_BEAT) + 1} here"
        style:left={left(railBeat(d.tick, f.feel))}>–</span
      >
    {/each}
  </div>
{/snippet}

<section class="layer" class:measure aria-label={f.name}>
  <div class="about">
    <h2><a href="/figures/{f.id}">{f.name}</a></h2>
    <p>{LEVELS[f.level].name} · {a.counts} counts</p>
    {#if compared.gist}<p>{gistText(compared.gist)}</p>{/if}
    {#if measure}
      <p class="verdict">The others are compared with this one.</p>
    {:else if compared.breaches.length === 0}
      <p class="verdict good">Same counts, same feet, same footprints.</p>
      <button class="small" aria-label="Compare with this one: {f.name}" onclick={makeMeasure}
        >Compare with this one</button
      >
    {:else}
      <p class="verdict breach">
        {compared.breaches.slice(0, 2).map(breachText).join('. ')}{compared.breaches.length > 2
          ? `. And at ${compared.breaches.length - 2} more counts`
          : ''}.
      </p>
      <button class="small" aria-label="Compare with this one: {f.name}" onclick={makeMeasure}
        >Compare with this one</button
      >
    {/if}
  </div>
  <div class="lanes" style:--beats={beats}>
    <div class="cells" aria-hidden="true">
      {#each ticks as b (b)}<span class:odd={Math.floor(b / a.unitBeats) % 2 === 1}></span>{/each}
    </div>
    {@render track('leader')}
    <div class="hands">
      {#each hands as h (h.tick)}
        {@const key = `hands|${h.tick}`}
        <span
          class:quiet={quiet(key)}
          class:differs={differs.has(key)}
          style:left={left(railBeat(h.tick, f.feel) - 0.3)}>{h.text}</span
        >
      {/each}
      {#each gone.filter((d) => d.track === 'hands') as d (d.tick)}
        <span class="differs" style:left={left(railBeat(d.tick, f.feel) - 0.3)}>–</span>
      {/each}
    </div>
    <div class="band"><ArmStrands {arms} row={{ from: 0, to: beats, room: beats }} /></div>
    {@render track('follower')}
  </div>
</section>

<style>
  .layer {
    display: grid;
    grid-template-columns: 190px minmax(0, 1fr);
    gap: 12px;
    border-top: 3px solid var(--ink);
    padding-top: 4px;
  }
  h2 {
    font-size: 17px;
  }
  h2 a {
    color: inherit;
  }
  .about {
    font-size: 13px;
    display: grid;
    align-content: start;
    gap: 2px;
  }
  .about p {
    color: var(--quiet);
  }
  .about .good {
    color: var(--good);
    font-weight: 600;
  }
  .about .breach {
    color: var(--caution);
    font-weight: 600;
  }
  .small {
    font-size: 13px;
    min-height: 30px;
    padding: 2px 8px;
    justify-self: start;
  }
  .lanes {
    --beat: max(64px, calc((100cqw - 240px) / var(--beats)));
    position: relative;
    width: calc(var(--beat) * var(--beats));
  }
  .cells {
    position: absolute;
    inset: 0;
    display: flex;
  }
  .cells span {
    width: var(--beat);
    background: var(--sheet);
  }
  .cells .odd {
    background: var(--cell);
  }
  .track {
    position: relative;
    height: 62px;
  }
  .leader {
    color: var(--leader);
  }
  .follower {
    color: var(--follower);
  }
  .mark {
    position: absolute;
    top: 1px;
    transform: translateX(-50%);
    display: grid;
    justify-items: center;
    padding: 1px 4px;
    border-radius: 8px;
    line-height: 1;
  }
  .mark :global(svg) {
    height: 24px;
  }
  .word {
    font-size: 12px;
    font-weight: 560;
    white-space: nowrap;
  }
  .turn {
    font-size: 12px;
    font-weight: 650;
    white-space: nowrap;
    line-height: 15px;
  }
  .quiet {
    color: var(--quiet);
  }
  .quiet :global(svg) {
    opacity: 0.45;
  }
  .quiet .word,
  .hands .quiet {
    font-weight: 400;
  }
  .mark.differs {
    background: var(--paper);
    box-shadow: 0 0 0 2px currentColor;
    z-index: 1;
  }
  .gone {
    position: absolute;
    top: 18px;
    transform: translateX(-50%);
    font-weight: 700;
    border: 2px dashed currentColor;
    border-radius: 8px;
    width: 24px;
    text-align: center;
  }
  .hands {
    position: relative;
    height: 17px;
    font-size: 12px;
    color: var(--arm-a);
    font-weight: 560;
  }
  .hands span {
    position: absolute;
    white-space: nowrap;
  }
  .hands .differs {
    text-decoration: underline;
    text-underline-offset: 3px;
    background: var(--paper);
  }
  .band {
    position: relative;
    height: 54px;
    clip-path: inset(-12px 0);
  }
  @media (max-width: 700px) {
    .layer {
      grid-template-columns: minmax(0, 1fr);
    }
    .about {
      position: sticky;
      left: 0;
      width: max-content;
      max-width: 340px;
    }
    .lanes {
      --beat: max(92px, calc((100cqw - 24px) / var(--beats)));
    }
  }
</style>
