<script lang="ts">
  import {
    consequenceFacts,
    mendsText,
    repairWhy,
    varyFailureText,
    offerTitle,
    variationText,
  } from '$lib/messages/vary';
  import type { Whose } from '$lib/core/vary';
  import type { Weighed } from '$lib/workers/vary-finder';

  let {
    weighed,
    whose,
    chosen,
    look,
    use,
    keep,
    name = $bindable(),
  }: {
    weighed: Weighed;
    /** Whose part is asked about; undefined where the counts must be said too. */
    whose: Whose | undefined;
    chosen: boolean;
    look: () => void;
    use: () => void;
    /** Undefined while the figure is still being saved. */
    keep: (() => void) | undefined;
    name: string;
  } = $props();

  const made = $derived(weighed.offer.made);
  const title = $derived(
    whose ? offerTitle(weighed.offer.variation, whose) : variationText(weighed.offer.variation),
  );
  const facts = $derived(
    weighed.brings ? consequenceFacts(weighed.brings, weighed.offer.repair !== undefined) : [],
  );
  const mends = $derived(made.ok ? mendsText(made.value.mends) : '');
</script>

<li class:chosen>
  {#if made.ok}
    <button class="plain look" aria-pressed={chosen} onclick={look}>
      <b>{title}</b>
      {#if mends}<span>{mends}</span>{/if}
      {#if weighed.offer.repair}<span>{repairWhy(weighed.offer.repair)}</span>{/if}
      {#each facts as fact, i (i)}<span class={fact.tone}>{fact.text}</span>{/each}
      {#if facts.length === 0 && !mends}<span>nothing else changes</span>{/if}
    </button>
    {#if chosen}
      <div class="do">
        <button class="primary" onclick={use}>Use it</button>
        <label
          >or keep it as <input bind:value={name} maxlength="120" aria-label="Name of the version" /></label
        >
        <button onclick={keep} disabled={!keep}>Keep as a version</button>
      </div>
    {/if}
  {:else}
    <p class="not"><b>{title}:</b> not possible. {varyFailureText(made.error)}</p>
  {/if}
</li>

<style>
  li {
    border-bottom: 1px solid var(--line);
  }
  .look,
  .look[aria-pressed='true'] {
    background: none;
    color: inherit;
  }
  .look {
    display: flex;
    flex-wrap: wrap;
    gap: 0 14px;
    width: 100%;
    justify-content: start;
    align-items: baseline;
    text-align: left;
    padding: 5px 8px;
    border-radius: 0;
    min-height: 34px;
    font-size: 13px;
  }
  .look b {
    font-size: 15px;
    font-weight: 620;
  }
  .chosen {
    background: var(--sheet);
    box-shadow: inset 4px 0 0 var(--ink);
  }
  span {
    color: var(--quiet);
  }
  span.good {
    color: var(--good);
  }
  span.wrong {
    color: var(--wrong);
    font-weight: 600;
  }
  span.caution {
    color: var(--caution);
    font-weight: 600;
  }
  span.look {
    display: inline;
    padding: 0;
    width: auto;
    min-height: 0;
    color: var(--look);
  }
  .do {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
    padding: 2px 8px 8px;
    font-size: 14px;
  }
  .do label {
    display: flex;
    gap: 6px;
    align-items: center;
    flex: 1 1 260px;
  }
  .do input {
    flex: 1;
    min-width: 120px;
  }
  .primary {
    background: var(--ink);
    color: var(--paper);
    border-color: var(--ink);
    font-weight: 620;
  }
  .not {
    font-size: 13px;
    color: var(--quiet);
    padding: 6px 8px;
  }
  @media (pointer: coarse) {
    .look {
      min-height: 44px;
    }
  }
</style>
