<script lang="ts">
  import { formatDistanceToNow } from 'date-fns';
  import { liveQuery } from 'dexie';
  import { nanoid } from 'nanoid';
  import { onMount } from 'svelte';
  import { actText, undoneText } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import { BIN_DAYS, forgetAct, loadBin, undoAct, type Act } from '$lib/storage';

  /** What was done and can be taken back, the latest first. */
  let { done }: { done: (said: string) => unknown } = $props();

  let acts: readonly Act[] | undefined = $state.raw();
  let most = $state(8);
  let ask: number | undefined = $state();

  onMount(() => {
    let watch: { unsubscribe(): void } | undefined;
    let ended = false;
    void app.db().then((db) => {
      if (!ended) watch = liveQuery(() => loadBin(db)).subscribe((list) => (acts = list));
    });
    return () => {
      ended = true;
      watch?.unsubscribe();
    };
  });

  async function back(act: Act) {
    const undone = await undoAct(await app.db(), act.key ?? 0, () => nanoid(12), Date.now());
    if (app.done?.act === act.key) app.done = undefined;
    await app.refreshDances();
    await done(`${actText(act)}. ${undoneText(undone)}`);
  }
  async function forget(act: Act) {
    await forgetAct(await app.db(), act.key ?? 0);
    ask = undefined;
  }
</script>

{#if acts?.length === 0}
  <p>
    Empty. What you delete or replace lies here for {BIN_DAYS} days, with everything it took along, and can be put
    back.
  </p>
{:else if acts}
  <ul>
    {#each acts.slice(0, most) as act (act.key)}
      <li>
        <span>{actText(act)} <small>{formatDistanceToNow(act.at, { addSuffix: true })}</small></span>
        <span class="row">
          <button onclick={() => back(act)}>Take back</button>
          {#if ask === act.key}
            <button onclick={() => forget(act)}>Take out for good</button><button
              onclick={() => (ask = undefined)}>Leave it</button
            >
          {:else}<button onclick={() => (ask = act.key)} aria-label="Take out of the bin: {actText(act)}"
              >Take out …</button
            >{/if}
        </span>
      </li>
    {/each}
  </ul>
  {#if acts.length > most}<button onclick={() => (most += 20)}>Show {acts.length - most} more</button>{/if}
{/if}

<style>
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
    display: grid;
    gap: 6px;
  }
  li {
    display: flex;
    justify-content: space-between;
    align-items: center;
    flex-wrap: wrap;
    gap: 6px;
    border-bottom: 1px solid var(--line);
    padding-bottom: 6px;
  }
  small {
    color: var(--quiet);
  }
  .row {
    display: flex;
    gap: 8px;
    flex-wrap: wrap;
  }
</style>
