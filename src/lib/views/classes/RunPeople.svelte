<script lang="ts">
  import type { Group } from '$lib/core/classes';
  import type { RunDesk } from '$lib/state/class-run.svelte';
  import RunSheet from './RunSheet.svelte';

  /** Who is there: by name where the group is known, else counted. */
  let { desk, group }: { desk: RunDesk; group: Group | undefined } = $props();
  const e = $derived(desk.doc);
</script>

<RunSheet name="Who is there">
  {#if group && group.people.length > 0}
    <div class="people">
      {#each group.people as p (p.key)}
        <button
          aria-pressed={e.people?.includes(p.key) ?? false}
          onclick={() => group && desk.here(p.key, group)}>{p.name}</button
        >
      {/each}
    </div>
  {:else}
    {#each ['leader', 'follower', 'both'] as const as d (d)}
      <p class="count">
        <button aria-label="One fewer" onclick={() => desk.count(d, -1)}>−</button>
        <b class="num">{e.there[d]}</b>
        <button aria-label="One more" onclick={() => desk.count(d, 1)}>+</button>
        {d === 'both' ? 'of both roles' : `${d}s`}
      </p>
    {/each}
  {/if}
  <p class="quiet">{e.there.leader} leaders, {e.there.follower} followers, {e.there.both} of both.</p>
</RunSheet>

<style>
  .people {
    display: flex;
    gap: 6px;
    flex-wrap: wrap;
  }
  .people button {
    min-height: 44px;
  }
  .count {
    display: flex;
    gap: 10px;
    align-items: center;
  }
  .count b {
    font: 780 24px var(--display);
    min-width: 34px;
    text-align: center;
  }
  .count button {
    min-width: 48px;
    min-height: 48px;
    justify-content: center;
    font-size: 18px;
  }
</style>
