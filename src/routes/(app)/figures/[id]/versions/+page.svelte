<script lang="ts">
  import { untrack } from 'svelte';
  import { page } from '$app/state';
  import { app } from '$lib/state/app.svelte';
  import { VersionsLab } from '$lib/state/versions.svelte';
  import { loadAll } from '$lib/storage';
  import LayerRail from '$lib/views/versions/LayerRail.svelte';
  import { beatsShown, left } from '$lib/views/rail/rail-model';

  let lab: VersionsLab | undefined = $state.raw();
  let problem = $state('');

  async function open(id: string, alive: () => boolean) {
    const rows = await loadAll(await app.db());
    if (!alive()) return;
    const opened = new VersionsLab(rows, id, app.heights);
    if (opened.layers.length === 0) problem = 'There is no figure here. It may have been deleted.';
    else lab = opened;
  }
  $effect(() => {
    const id = page.params.id ?? '';
    let alive = true;
    lab = undefined;
    problem = '';
    untrack(() => open(id, () => alive)).catch(
      (e: unknown) => (problem = `The browser’s storage cannot be opened: ${String(e)}`),
    );
    return () => (alive = false);
  });

  const beats = $derived(Math.max(2, ...(lab?.compared.map((c) => beatsShown(c.analysis)) ?? [])));
  const feet = $derived(lab?.compared.slice(1).every((c) => c.breaches.length === 0) ?? false);
  const core = $derived(lab?.layers[0]?.row);
</script>

<svelte:head><title>Versions · Brisk Partner</title></svelte:head>

{#if problem}
  <div class="message">
    <h1>Nothing to show</h1>
    <p>{problem}</p>
    <p><a class="button" href="/figures">To the figures</a></p>
  </div>
{:else if lab && core}
  <div class="page">
    <div class="head">
      <h1>Versions of {core.figure.name}</h1>
      {#if lab.layers.length > 1}
        <p class="sum" role="status">
          {lab.shown.length < 2
            ? 'Choose another to compare.'
            : feet
              ? 'All of these can be danced side by side.'
              : 'Not all of these stand on the same footprints.'}
        </p>
      {/if}
    </div>
    {#if lab.layers.length === 1}
      <p class="empty">
        Nothing has grown out of this figure yet. Open it, choose Vary, and keep what you like as a version:
        it then stands here beside the figure, every difference marked, and follows the figure’s corrections.
        <a class="button" href="/figures/{core.id}">To the figure</a>
      </p>
    {:else}
      <div class="choose" role="group" aria-label="Shown">
        {#each lab.layers as l (l.row.id)}
          <label style:margin-left="{l.depth * 4}px"
            ><input
              type="checkbox"
              checked={lab.shown.includes(l.row.id)}
              onchange={() => lab?.toggle(l.row.id)}
            />
            {l.row.figure.name}</label
          >
        {/each}
      </div>
    {/if}
    <div class="rails">
      <div class="counts" aria-hidden="true">
        <div class="line" style:--beats={beats}>
          {#each Array.from({ length: beats }, (_, i) => i) as b (b)}
            <span class="num" style:left={left(b)}>{b + 1}</span>
          {/each}
        </div>
      </div>
      {#each lab.compared as c, i (c.layer.row.id)}
        <LayerRail
          compared={c}
          {beats}
          measure={i === 0}
          makeMeasure={() => lab?.measureBy(c.layer.row.id)}
        />
      {/each}
    </div>
  </div>
{:else}
  <p class="message quiet">Opening …</p>
{/if}

<style>
  .page {
    display: flex;
    flex-direction: column;
    gap: 8px;
    height: calc(100dvh - 46px - var(--above, 0px));
    padding: 12px 20px 0;
  }
  .head {
    display: flex;
    gap: 18px;
    align-items: baseline;
    flex-wrap: wrap;
  }
  h1 {
    font-size: 28px;
  }
  .sum {
    font-weight: 600;
  }
  .choose {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 14px;
    font-size: 14px;
  }
  .choose label {
    display: flex;
    gap: 5px;
    align-items: center;
  }
  .rails {
    container-type: inline-size;
    overflow: auto;
    flex: 1;
    display: flex;
    flex-direction: column;
    gap: 8px;
    min-height: 0;
    padding-bottom: 16px;
  }
  .counts {
    position: sticky;
    top: 0;
    z-index: 3;
    background: var(--paper);
    padding-left: 202px;
  }
  .line {
    --beat: max(64px, calc((100cqw - 240px) / var(--beats)));
    position: relative;
    height: 34px;
    width: calc(var(--beat) * var(--beats));
  }
  .line span {
    position: absolute;
    transform: translateX(-50%);
    font: 700 28px/34px var(--display);
  }
  .empty {
    max-width: 60ch;
    display: grid;
    gap: 10px;
    justify-items: start;
  }
  .message {
    padding: 40px 24px;
    display: grid;
    gap: 12px;
    justify-items: start;
  }
  @media (max-width: 700px) {
    .page {
      padding: 8px 12px 0;
      height: auto;
    }
    .counts {
      padding-left: 0;
    }
    .line {
      --beat: max(92px, calc((100cqw - 24px) / var(--beats)));
    }
    .choose label {
      min-height: 40px;
    }
  }
</style>
