<script lang="ts">
  import { TURN_SCHOOLS, TURN_SCHOOL_NAMES } from '$lib/core/vocabulary';
  import { onDestroy, onMount, tick } from 'svelte';
  import { KIND_IDS, type KindId } from '$lib/core/library';
  import { whenIdle } from '$lib/state/after-paint';
  import { app } from '$lib/state/app.svelte';
  import { closedStore } from '$lib/state/closed-store';
  import { countKept, type Troubled } from '$lib/storage';
  import Bin from '$lib/views/data/Bin.svelte';
  import BringIn from '$lib/views/data/BringIn.svelte';
  import Room from '$lib/views/data/Room.svelte';
  import TakeAway from '$lib/views/data/TakeAway.svelte';
  import DanceList from '$lib/views/dances/DanceList.svelte';
  import BringDemo from '$lib/views/shell/BringDemo.svelte';

  const none = Object.fromEntries(KIND_IDS.map((k) => [k, 0])) as Record<KindId, number>;
  let counts: Readonly<Record<KindId, number>> = $state.raw(none);
  let troubled: readonly Troubled[] = $state.raw([]);
  let said = $state('');

  let here = true;
  onDestroy(() => (here = false));
  async function refresh() {
    const db = await app.db();
    counts = await countKept(db);
    // Everything is read for it: not while somebody is only passing through.
    const { loadTroubled } = await import('$lib/storage/repair');
    await whenIdle();
    if (here) troubled = await loadTroubled(db);
  }
  async function told(what: string) {
    said = what;
    await refresh();
  }
  onMount(() => {
    void refresh()
      .then(tick)
      .then(() => location.hash && document.getElementById(location.hash.slice(1))?.scrollIntoView())
      .catch((e: unknown) => (said = closedStore(e)));
  });
</script>

<svelte:head><title>Data · Brisk Partner</title></svelte:head>

<div class="page">
  <h1>Data</h1>
  <p class="lead">
    What you write lives in this browser. Take it away as files: the formats are open and documented.
  </p>
  <p role="status" class="said">{said}</p>

  {#if troubled.length > 0}
    <section id="mending">
      <h2>Needs mending</h2>
      <p>These are stored, and cannot be shown as they are.</p>
      {#await import('$lib/views/data/Mending.svelte') then { default: Mending }}
        <Mending list={troubled} done={told} />
      {/await}
    </section>
  {/if}
  <section>
    <h2>Take away</h2>
    <TakeAway {counts} done={told} />
  </section>
  <section>
    <h2>Bring in</h2>
    <BringIn done={told} />
    <BringDemo label="Put the demo repertoire back" done={told} />
  </section>
  <section id="bin">
    <h2>Bin</h2>
    <Bin done={told} />
  </section>
  <section id="room">
    <h2>Room</h2>
    <Room />
  </section>

  <section>
    <h2>Dances of your own</h2>
    <DanceList done={told} />
  </section>

  <section>
    <h2>Bodies</h2>
    <p>Distances and reach are estimated from these heights. Defaults: leader 1.75 m, follower 1.68 m.</p>
    <p class="row">
      <label
        >leader, m <input
          class="num"
          type="number"
          min="1"
          max="2.4"
          step="0.01"
          bind:value={app.leaderHeight}
          onchange={() => app.saveSettings()}
        /></label
      >
      <label
        >follower, m <input
          class="num"
          type="number"
          min="1"
          max="2.4"
          step="0.01"
          bind:value={app.followerHeight}
          onchange={() => app.saveSettings()}
        /></label
      >
    </p>
  </section>
  <section>
    <h2>Schools</h2>
    <p class="row">
      <label
        >turns are named <select bind:value={app.turnSchool} onchange={() => app.saveSettings()}>
          {#each TURN_SCHOOL_NAMES as id (id)}<option value={id}>{TURN_SCHOOLS[id].name}</option>{/each}
        </select></label
      >
    </p>
    <p>{TURN_SCHOOLS[app.turnSchool].says}</p>
  </section>
  <section>
    <h2>Scheme</h2>
    <p class="row">
      {#each ['system', 'light', 'dark'] as const as t (t)}<button
          aria-pressed={app.theme === t}
          onclick={() => ((app.theme = t), app.saveSettings())}>{t === 'system' ? 'as the system' : t}</button
        >{/each}
    </p>
  </section>
  <section>
    <h2>Licences</h2>
    <p>
      Brisk Partner is made with the work of others. <a href="/licences.txt" target="_blank"
        >Licences of everything in it</a
      >
    </p>
  </section>
</div>

<style>
  .page {
    padding: 18px 20px 60px;
    max-width: 860px;
    grid-template-columns: minmax(0, 1fr);
    display: grid;
    gap: 18px;
  }
  h1 {
    font-size: 34px;
  }
  h2 {
    font-size: 20px;
    margin-bottom: 6px;
  }
  section {
    grid-template-columns: minmax(0, 1fr);
    border-top: 3px solid var(--ink);
    padding-top: 10px;
    display: grid;
    gap: 8px;
  }
  .row {
    display: flex;
    gap: 8px;
    flex-wrap: wrap;
    align-items: center;
  }
  .said:empty {
    display: none;
  }
  input[type='number'] {
    width: 90px;
  }
</style>
