<script lang="ts">
  import { differenceText, FIT_NAMES, costText, effortWords, jointText, mendText } from '$lib/messages';
  import { sayCount } from '$lib/core/time';
  import type { Board } from '$lib/state/board.svelte';
  import JointMark from './JointMark.svelte';

  let { board, pass }: { board: Board; pass: number } = $props();

  const closing = $derived(pass >= board.plan.passes.length);
  const joint = $derived(board.jointAt(pass));
  const from = $derived(board.plan.passes[closing ? board.plan.passes.length - 1 : pass - 1]);
  const into = $derived(board.plan.passes[closing ? 0 : pass]);
  const say = (tick: number) => sayCount(tick, from?.reading.figure.feel ?? 'straight');
  const nameOf = (id: string) => board.name(id);
</script>

{#if joint}
  <section aria-label="Link">
    <h2>
      <JointMark fit={joint.fit} />
      {FIT_NAMES[joint.fit]}
    </h2>
    <p class="between">
      {from?.reading.figure.name} → {into?.reading.figure.name}{closing ? ', round again' : ''}
    </p>
    {#if joint.acts.length > 0}<p>On its first count: <b>{jointText(joint)}</b>.</p>{/if}
    {#if joint.differences.length > 0}
      <ul>
        {#each joint.differences as d (`${d.code}${d.role ?? ''}`)}<li class={d.fit}>
            {differenceText(d)}
          </li>{/each}
      </ul>
    {:else}<p>The one ends just as the other begins.</p>{/if}
    {#if costText(joint)}<p class="quiet cost">{costText(joint)}. Distances are estimates.</p>{/if}
    {#if board.layer === 0}
      {#if board.mends === undefined}
        <p class="quiet" role="status">Looking for mends …</p>
      {:else if board.mends.length > 0}
        <h3>{joint.fit === 'fits' || joint.fit === 'small' ? 'Easier' : 'Mends'}</h3>
        <div class="mends">
          {#each board.mends as m, i (i)}
            <button onclick={() => board.mend(m)}
              ><span>{mendText(m, nameOf, say)}</span><small>{effortWords(m.cost)}</small></button
            >
          {/each}
        </div>
      {:else if joint.fit === 'bridge' || joint.fit === 'impossible'}
        <p>
          Nothing in this repertoire mends it: no repair of one step, no turn of the arms, no figure up to 16
          beats that leads from one to the other. Put another figure between, or write one.
        </p>
      {/if}
    {:else}<p class="quiet">Mends are made on the combination as written.</p>{/if}
  </section>
{/if}

<style>
  section {
    display: grid;
    gap: 6px;
  }
  h2 {
    font-size: 19px;
    display: flex;
    gap: 6px;
    align-items: center;
  }
  h3 {
    font-size: 15px;
    padding-top: 4px;
  }
  .between {
    color: var(--quiet);
  }
  ul {
    margin: 0;
    padding-left: 18px;
  }
  li.bridge,
  li.impossible {
    font-weight: 620;
  }
  .mends {
    display: grid;
    gap: 5px;
  }
  .mends button {
    justify-content: space-between;
    text-align: left;
  }
  small {
    color: var(--quiet);
    flex: none;
  }
  .cost::first-letter {
    text-transform: uppercase;
  }
</style>
