<script lang="ts">
  import { TEMPLATE_IDS, type Suggestion, type TemplateId } from '$lib/core/classes';
  import { TEMPLATE_WORDS, becauseText } from '$lib/messages';

  /** A class suggested, with reasons: taken whole, or in parts. */
  let {
    suggestion,
    names,
    busy,
    now,
    ask,
    take,
    close,
  }: {
    suggestion: Suggestion | undefined;
    names: Readonly<Record<string, string>>;
    busy: boolean;
    now: number;
    ask: (template: TemplateId) => unknown;
    take: (what: { blocks: boolean; fresh: boolean; combination: boolean; review: boolean }) => unknown;
    close: () => unknown;
  } = $props();
  let template: TemplateId = $state('weekly');
  let parts = $state({ blocks: true, fresh: true, combination: true, review: true });
  const name = (id: string) => names[id] ?? id;
</script>

<section aria-label="A class suggested">
  <div class="row">
    <label
      >for <select bind:value={template} onchange={() => ask(template)}>
        {#each TEMPLATE_IDS as t (t)}<option value={t}>{TEMPLATE_WORDS[t].name}</option>{/each}
      </select></label
    >
    <span class="quiet">{TEMPLATE_WORDS[template].says}</span>
    <button class="plain" onclick={close}>Close</button>
  </div>
  {#if busy}<p class="quiet" role="status">Looking through the log and the repertoire …</p>
  {:else if suggestion}
    <ul>
      {#each suggestion.review as r (r.figure)}
        <li>
          <b>Review {name(r.figure)}</b>
          <span class="quiet">{r.because.map((b) => becauseText(b, name, now)).join('; ')}</span>
        </li>
      {/each}
      {#if suggestion.fresh}
        <li>
          <b>New: {name(suggestion.fresh.figure)}</b>
          <span class="quiet"
            >{suggestion.fresh.because.map((b) => becauseText(b, name, now)).join('; ')}</span
          >
        </li>
      {:else}<li class="quiet">
          Nothing new is ready for this group: what it would need is not known yet.
        </li>{/if}
      {#if suggestion.combination}
        <li>
          <b
            >A combination that goes round: {suggestion.combination.parts
              .map((p) => name(p.figure) + (p.times > 1 ? ` ×${p.times}` : ''))
              .join(', ')}</b
          >
        </li>
      {:else}<li class="quiet">No combination of these goes round.</li>{/if}
    </ul>
    <div class="row">
      <label class="check"><input type="checkbox" bind:checked={parts.blocks} /> the hour</label>
      <label class="check"
        ><input type="checkbox" bind:checked={parts.review} disabled={suggestion.review.length === 0} /> the review</label
      >
      <label class="check"
        ><input type="checkbox" bind:checked={parts.fresh} disabled={!suggestion.fresh} /> what is new</label
      >
      <label class="check"
        ><input type="checkbox" bind:checked={parts.combination} disabled={!suggestion.combination} /> the combination</label
      >
      <button class="primary" onclick={() => take($state.snapshot(parts))}>Take it</button>
    </div>
  {/if}
</section>

<style>
  section {
    display: grid;
    gap: 8px;
    background: var(--sheet);
    border: 1px solid var(--line);
    border-left: 5px solid var(--look);
    padding: 10px 12px;
    margin-bottom: 10px;
  }
  .row {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 14px;
    align-items: center;
  }
  .row > .plain,
  .primary {
    margin-left: auto;
  }
  .primary {
    background: var(--ink);
    color: var(--paper);
    border-color: var(--ink);
  }
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
    display: grid;
    gap: 4px;
  }
  .check {
    display: flex;
    gap: 6px;
    align-items: center;
  }
</style>
