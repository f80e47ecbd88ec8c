<script lang="ts">
  import { nameOf, type Plan } from '$lib/core/arms';
  import { pictureOf } from '$lib/core/scene';
  import {
    amountWords,
    armAdviceText,
    armFailureText,
    heldHands,
    planCautionText,
    planLabel,
    turnWord,
    waysText,
  } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import { AMOUNTS, TURNERS, type ArmsLab, type Turner } from '$lib/state/arms-lab.svelte';
  import ArmPicture from './ArmPicture.svelte';

  let { lab }: { lab: ArmsLab } = $props();
  const turners = Object.keys(TURNERS) as Turner[];
  const single = $derived(lab.turner === 'leader' || lab.turner === 'follower' ? lab.turner : undefined);
  const capital = (t: string) => t.charAt(0).toUpperCase() + t.slice(1);
  function heading(by: number): string {
    if (single) return turnWord(single, by, heldHands(lab.hold, single), app.turnSchool);
    return lab.turner === 'along' ? (by > 0 ? 'right' : 'left') : by > 0 ? 'follower right' : 'follower left';
  }
  /** Ways shown at once; the others are one action away. */
  const SHOWN = 4;
  const cards = (plans: readonly Plan[]) =>
    plans.map((plan) => ({ plan, picture: pictureOf(plan.result), title: nameOf(plan.result).title }));
</script>

{#snippet ways(list: ReturnType<typeof cards>)}
  <ul>
    {#each list as c (c.plan.ways.map((w) => `${w.arm}${w.role}${w.passes}`).join())}
      <li>
        <button class="plain" aria-label={planLabel(c.plan, c.title)} onclick={() => lab.show(c.plan.result)}>
          <span class="pic"><ArmPicture picture={c.picture} label={false} /></span>
          <span class="text">
            <b>{c.title}</b>
            <span>{waysText(c.plan.ways)}</span>
            {#each c.plan.cautions as caution (caution.type + caution.role + caution.hand)}
              <span class="caution">{planCautionText(caution)}</span>
            {/each}
          </span>
        </button>
      </li>
    {/each}
  </ul>
{/snippet}

<div class="who" role="group" aria-label="Who turns">
  {#each turners as t (t)}
    <button aria-pressed={lab.turner === t} onclick={() => (lab.turner = t)}>{TURNERS[t]}</button>
  {/each}
</div>
<div class="table">
  {#each AMOUNTS as amount (amount)}
    <section aria-label={capital(amountWords(amount))}>
      <h3>{capital(amountWords(amount))}</h3>
      {#each lab.turns.filter((t) => Math.abs(t.by) === amount) as turn (turn.by)}
        {@const all = cards(turn.plans.plans)}
        <div class="turn">
          <h4><span class="arrow" aria-hidden="true">{turn.by > 0 ? '↻' : '↺'}</span> {heading(turn.by)}</h4>
          {#if turn.plans.plans.length === 0}
            <p class="none">Not possible from here.</p>
          {/if}
          {@render ways(all.slice(0, SHOWN))}
          {#if all.length > SHOWN}
            <details>
              <summary
                >{all.length - SHOWN} more {all.length - SHOWN === 1 ? 'way' : 'ways'}, less easy</summary
              >
              {@render ways(all.slice(SHOWN))}
            </details>
          {/if}
          {#if turn.plans.impossible.length > 0}
            <ul class="not">
              {#each turn.plans.impossible as p, i (i)}
                <li>
                  <b>{waysText(p.ways)}</b>: {armFailureText(p.why)}{armAdviceText(p.why)
                    ? `; ${armAdviceText(p.why)}`
                    : ''}.
                </li>
              {/each}
            </ul>
          {/if}
        </div>
      {/each}
    </section>
  {/each}
</div>

<style>
  .who {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
  }
  .who button[aria-pressed='true'] {
    background: var(--ink);
    color: var(--paper);
  }
  section {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 0 14px;
    border-top: 3px solid var(--ink);
    margin-top: 12px;
    padding-top: 6px;
  }
  h3 {
    grid-column: 1 / -1;
    font-size: 19px;
  }
  h4 {
    margin: 4px 0 2px;
    font-size: 14px;
    font-weight: 650;
  }
  .arrow {
    font-size: 16px;
  }
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  li button {
    width: 100%;
    justify-content: start;
    padding: 2px 4px;
    gap: 8px;
    text-align: left;
  }
  .pic {
    width: 84px;
    flex: none;
  }
  .pic :global(svg) {
    height: 88px;
    width: 100%;
  }
  .text {
    display: grid;
    font-size: 13px;
    line-height: 1.25;
  }
  .text b {
    font-size: 14px;
  }
  .caution {
    color: var(--caution);
  }
  summary {
    font-size: 13px;
    cursor: pointer;
    padding: 4px;
  }
  .none,
  .not {
    font-size: 13px;
    color: var(--quiet);
  }
  .not {
    padding: 2px 4px 8px;
  }
  .not li {
    margin-top: 2px;
  }
  .not b {
    color: var(--wrong);
    font-weight: 600;
  }
  @media (max-width: 640px) {
    section {
      grid-template-columns: 1fr;
    }
  }
</style>
