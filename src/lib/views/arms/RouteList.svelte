<script lang="ts">
  import ArrowLeftRight from '@lucide/svelte/icons/arrow-left-right';
  import Play from '@lucide/svelte/icons/play';
  import Square from '@lucide/svelte/icons/square';
  import { nameOf, tightOnTheWay, type Route } from '$lib/core/arms';
  import { alongRoute, pictureOf } from '$lib/core/scene';
  import { noRouteText, routeSummary, stepText } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import type { ArmsLab } from '$lib/state/arms-lab.svelte';
  import ArmPicture from './ArmPicture.svelte';

  let { lab, from }: { lab: ArmsLab; from: { id: string; count: number } | undefined } = $props();
  let using: Route | undefined = $state.raw();
  /** Which route plays, and how many moves are done. */
  let playing: { route: Route; at: number } | undefined = $state.raw();
  const MOVES_A_SECOND = 1.1;

  const begins = $derived(lab.from && pictureOf(lab.from));
  const ends = $derived(pictureOf(lab.hold));
  const routes = $derived(lab.found?.ok ? lab.found.value : []);
  const shown = $derived(playing && pictureOf(alongRoute(playing.route, playing.at)));
  const lines = $derived(
    routes.map((route) => ({
      route,
      tight: tightOnTheWay(route),
      steps: route.steps.map((step, i) => ({
        text: stepText(step, route.steps[i - 1]?.result ?? route.states[0] ?? step.result, app.turnSchool),
        name: nameOf(step.result).title,
      })),
    })),
  );

  $effect(() => {
    void lab.hold;
    void lab.from;
    return () => {
      playing = undefined;
      using = undefined;
    };
  });
  $effect(() => {
    if (!playing) return;
    let last = performance.now();
    let frame = requestAnimationFrame(function tick(now: number) {
      const p = playing;
      if (!p) return;
      const at = p.at + ((now - last) / 1000) * MOVES_A_SECOND;
      last = now;
      if (at >= p.route.moves.length + 0.8) playing = undefined;
      else {
        playing = { ...p, at };
        frame = requestAnimationFrame(tick);
      }
    });
    return () => cancelAnimationFrame(frame);
  });
  const number = (e: Event) => {
    const value = (e.currentTarget as HTMLInputElement).valueAsNumber;
    return Number.isFinite(value) && value > 0 ? value : undefined;
  };
</script>

<h2>The way here</h2>
{#if begins}
  <div class="way">
    <figure>
      <ArmPicture picture={begins} label={false} />
      <figcaption><span>from</span> {begins.title}</figcaption>
    </figure>
    <figure class="to">
      <ArmPicture picture={shown ?? ends} label={false} />
      <figcaption aria-live="polite">
        <span>{shown ? 'on the way' : 'to'}</span>
        {shown?.title ?? ends.title}
      </figcaption>
    </figure>
  </div>
  <p class="row">
    <button onclick={() => lab.back()}><ArrowLeftRight size={15} /> The way back</button>
    <button aria-pressed={lab.stay} onclick={() => (lab.stay = !lab.stay)}>Always from there</button>
  </p>
{:else}
  <p class="none">
    Go to another hold, by a turn or by its picture: the shortest ways from this one to that appear here,
    easiest first, each to play and to put into a figure, and the way back.
  </p>
{/if}
<fieldset>
  <legend>Within</legend>
  <label><input type="checkbox" bind:checked={lab.keepHands} /> hands stay joined</label>
  <label><input type="checkbox" bind:checked={lab.followerOnly} /> only the follower turns</label>
  <label><input type="checkbox" bind:checked={lab.noBehindBack} /> nothing behind the back</label>
  <label
    >at most <input
      aria-label="Turns at most"
      class="num"
      type="number"
      min="0.5"
      max="5"
      step="0.5"
      value={lab.mostTurns}
      oninput={(e) => (lab.mostTurns = number(e))}
    /> turns</label
  >
  <label
    >in <input
      aria-label="Beats there are"
      class="num"
      type="number"
      min="1"
      max="16"
      step="1"
      value={lab.beats}
      oninput={(e) => (lab.beats = number(e))}
    /> beats</label
  >
</fieldset>
{#if lab.found && !lab.found.ok}
  <p class="none" role="status">{noRouteText(lab.found.error)}</p>
{:else if lab.from}
  <ol aria-label="Ways">
    {#each lines as { route, tight, steps }, n (n)}
      <li>
        <p class="sum">
          {routeSummary(route)}{tight ? ' · an arm goes behind a back or far across: gently' : ''}
        </p>
        <ol class="steps">
          {#each steps as step, i (i)}<li>{step.text} <span>→ {step.name}</span></li>{/each}
        </ol>
        {#if route.moves.length > 0}
          <p class="row">
            {#if playing?.route === route}
              <button onclick={() => (playing = undefined)}><Square size={15} /> Stop</button>
            {:else}
              <button onclick={() => (playing = { route, at: 0 })} aria-label="Play way {n + 1}"
                ><Play size={15} /> Play</button
              >
            {/if}
            <button
              aria-expanded={using === route}
              onclick={() => (using = using === route ? undefined : route)}>Use in a figure …</button
            >
          </p>
        {/if}
        {#if using === route}
          {#await import('./UseRoute.svelte') then { default: UseRoute }}
            <UseRoute {route} {from} close={() => (using = undefined)} />
          {/await}
        {/if}
      </li>
    {/each}
  </ol>
{/if}

<style>
  h2 {
    font-size: 19px;
  }
  .way {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 8px;
    margin: 6px 0;
  }
  figure {
    margin: 0;
    min-width: 0;
  }
  figure :global(svg) {
    height: 130px;
    width: 100%;
  }
  figcaption {
    font-size: 13px;
    font-weight: 650;
  }
  figcaption span {
    font-weight: 400;
    color: var(--quiet);
  }
  .row button[aria-pressed='true'] {
    background: var(--ink);
    color: var(--paper);
  }
  fieldset {
    border: 0;
    padding: 0;
    margin: 0;
    display: grid;
    gap: 2px;
    font-size: 13px;
  }
  legend {
    font-weight: 650;
    padding: 0;
  }
  fieldset label {
    display: flex;
    align-items: center;
    gap: 6px;
    min-height: 26px;
  }
  fieldset input[type='number'] {
    width: 62px;
  }
  ol {
    list-style: none;
    padding: 0;
    margin: 8px 0 0;
  }
  ol > li {
    border-top: 2px solid var(--ink);
    padding: 6px 0 10px;
  }
  .steps {
    margin: 4px 0;
    list-style: decimal;
    padding-left: 20px;
  }
  .steps li {
    border: 0;
    padding: 1px 0;
    font-size: 14px;
  }
  .steps span,
  .none {
    color: var(--quiet);
    font-size: 13px;
  }
  .sum {
    font-size: 13px;
    font-weight: 650;
  }
  .row {
    display: flex;
    gap: 6px;
    flex-wrap: wrap;
  }
</style>
