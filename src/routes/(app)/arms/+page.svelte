<script lang="ts">
  import { onMount } from 'svelte';
  import { page } from '$app/state';
  import Undo from '@lucide/svelte/icons/undo-2';
  import Redo from '@lucide/svelte/icons/redo-2';
  import { pictureOf } from '$lib/core/scene';
  import { app } from '$lib/state/app.svelte';
  import { ArmsLab } from '$lib/state/arms-lab.svelte';
  import type { HoldIn } from '$lib/state/hold-in';
  import { typing } from '$lib/state/shortcuts';
  import Purpose from '$lib/views/shell/Purpose.svelte';
  import ArmPicture from '$lib/views/arms/ArmPicture.svelte';
  import HoldBuilder from '$lib/views/arms/HoldBuilder.svelte';
  import HoldGallery from '$lib/views/arms/HoldGallery.svelte';
  import RouteList from '$lib/views/arms/RouteList.svelte';
  import TurnTable from '$lib/views/arms/TurnTable.svelte';
  import { exportArms } from '$lib/views/desk/export';

  const lab = new ArmsLab();
  /** The figure and count the hold was taken from. */
  let from: HoldIn | undefined = $state.raw();

  onMount(async () => {
    const id = page.url.searchParams.get('figure');
    const count = Number(page.url.searchParams.get('count') ?? 1);
    if (!id || !Number.isInteger(count) || count < 1) return;
    const { holdIn } = await import('$lib/state/hold-in');
    from = await holdIn(id, count);
    if (!from) return;
    lab.begin(from.hold);
    lab.beats = from.beats;
  });

  const picture = $derived(pictureOf(lab.hold));
  let all = $state(innerWidth > 1000);

  function keys(e: KeyboardEvent) {
    if (app.palette || app.shortcuts || typing(e.target) || !(e.ctrlKey || e.metaKey)) return;
    const key = e.key.toLowerCase();
    if (key !== 'z' && key !== 'y') return;
    e.preventDefault();
    if (key === 'y' || e.shiftKey) lab.redo();
    else lab.undo();
  }
</script>

<svelte:head><title>Arms · Brisk Partner</title></svelte:head>
<svelte:window onkeydown={keys} />

<div class="arms">
  <section class="now" aria-label="The hold now">
    <div class="top">
      <h1>Arms</h1>
      <span>
        <button onclick={() => lab.undo()} disabled={!lab.canUndo} aria-label="Back to the hold before"
          ><Undo size={17} /></button
        >
        <button onclick={() => lab.redo()} disabled={!lab.canRedo} aria-label="Forward again"
          ><Redo size={17} /></button
        >
      </span>
    </div>
    <Purpose />
    {#if from}
      <p class="from">
        Begun at {from.count} of <a href="/figures/{from.id}">{from.name}</a>; {from.beats}
        {from.beats === 1 ? 'beat' : 'beats'} left.
      </p>
    {/if}
    <ArmPicture {picture} />
    <div role="status" aria-live="polite">
      <h2>{lab.name.title}</h2>
      <p class="sentence">{lab.name.sentence}</p>
    </div>
    <p class="key"><span class="a"></span> leader’s left <span class="b"></span> leader’s right</p>
    <HoldBuilder {lab} />
    <p class="row">
      <button aria-expanded={all} onclick={() => (all = !all)}
        >{all ? 'Hide the holds' : 'Go to a hold by its picture'}</button
      >
      <button onclick={() => exportArms(picture)}>Save as SVG</button>
    </p>
    {#if all}<h3>Go to a hold</h3>
      <HoldGallery chosen={lab.hold} label="Holds" pick={(s) => lab.show(s)} />{/if}
  </section>
  <section class="turns" aria-label="Turns from here">
    <h2>What each turn makes of it</h2>
    <TurnTable {lab} />
  </section>
  <section class="ways" aria-label="The way here"><RouteList {lab} {from} /></section>
</div>

<style>
  .arms {
    display: grid;
    grid-template-columns: 296px minmax(0, 1fr) 310px;
    gap: 26px;
    padding: 12px 20px;
    height: calc(100dvh - 46px - var(--above, 0px));
  }
  section {
    overflow: auto;
    min-height: 0;
    padding: 2px;
  }
  .top {
    display: flex;
    justify-content: space-between;
    align-items: center;
  }
  h1 {
    font-size: 28px;
  }
  .now {
    display: flex;
    flex-direction: column;
    gap: 8px;
  }
  .now > :global(svg) {
    height: 220px;
    flex: none;
  }
  .now h2 {
    font-size: 22px;
  }
  .turns h2 {
    font-size: 19px;
    margin-bottom: 6px;
  }
  .sentence {
    font-size: 14px;
    color: var(--quiet);
  }
  .key {
    display: flex;
    align-items: center;
    gap: 6px;
    font-size: 13px;
  }
  .key span {
    width: 26px;
    height: 6px;
    border-radius: 3px;
    background: var(--arm-a);
  }
  .key .b {
    margin-left: 8px;
    background: linear-gradient(var(--arm-b) 35%, var(--sheet) 35% 65%, var(--arm-b) 65%);
  }
  .from {
    font-size: 13px;
  }
  .row {
    display: flex;
    gap: 6px;
  }
  @media (max-width: 1000px) {
    .arms {
      grid-template-columns: minmax(0, 1fr);
      height: auto;
      padding: 10px 12px;
    }
    section {
      overflow: visible;
    }
  }
</style>
