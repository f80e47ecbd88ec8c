<script lang="ts">
  import { untrack } from 'svelte';
  import { nanoid } from 'nanoid';
  import { goto } from '$app/navigation';
  import { TICKS_PER_BEAT } from '$lib/core/base';
  import { GROUPS, type Whose } from '$lib/core/vary';
  import { AIM_NAMES, GROUP_NAMES, variationText, whoseText } from '$lib/messages/vary';
  import { app } from '$lib/state/app.svelte';
  import type { VaryLab } from '$lib/state/vary-lab.svelte';
  import type { FigureSaver } from '$lib/state/saver.svelte';
  import { saveVersion } from '$lib/storage';
  import OfferRow from './OfferRow.svelte';

  let { lab, saver, close }: { lab: VaryLab; saver: FigureSaver; close: () => void } = $props();
  const WHOSE: readonly Whose[] = ['both', 'leader', 'follower'];
  /** Groups that are about the whole figure. */
  const WHOLE = new Set(['level', 'convert']);

  const a = $derived(lab.desk.settled);
  const units = $derived(a.roles.leader.units);
  const label = (from: number, to: number) =>
    to - from === TICKS_PER_BEAT
      ? `${from / TICKS_PER_BEAT + 1}`
      : `${from / TICKS_PER_BEAT + 1}–${to / TICKS_PER_BEAT}`;
  let problem = $state('');
  let naming = $state('');

  /** At once when it opens; while something is being set, once it has been set. */
  let begun = false;
  $effect(() => {
    void [lab.group, lab.whose, lab.from, lab.to, lab.at, lab.desk.figure];
    if (!begun) {
      begun = true;
      untrack(() => lab.seek());
      return undefined;
    }
    untrack(() => lab.clear());
    const timer = setTimeout(() => lab.seek(), 60);
    return () => clearTimeout(timer);
  });
  const groups = $derived(
    [...new Set(lab.offers.map((o) => o.offer.aim))].map((aim) => ({
      aim,
      rows: lab.offers.flatMap((o, i) => (o.offer.aim === aim ? [{ o, i }] : [])),
    })),
  );
  function look(i: number) {
    lab.look(lab.chosen === i ? undefined : i);
    const v = lab.offers[i]?.offer.variation;
    naming = v ? `${lab.desk.figure.name}: ${variationText(v).toLowerCase()}`.slice(0, 120) : '';
  }
  async function keep(i: number) {
    const made = lab.offers[i]?.offer.made;
    if (!made?.ok) return;
    const figure = {
      ...made.value.result,
      id: nanoid(12),
      name: naming.trim() || `${lab.desk.figure.name} (version)`,
    };
    const saved = await saveVersion(await app.db(), lab.desk.figure.id, figure, Date.now());
    if (saved.ok) await goto(`/figures/${figure.id}`);
    else problem = 'The figure it would be a version of is not stored any more.';
  }
  function keys(e: KeyboardEvent) {
    if (e.key !== 'Escape') return;
    e.preventDefault();
    e.stopPropagation();
    if (lab.chosen !== undefined) lab.release();
    else close();
  }
  function tabKeys(e: KeyboardEvent) {
    const d = e.key === 'ArrowRight' ? 1 : e.key === 'ArrowLeft' ? -1 : 0;
    if (!d) return;
    e.preventDefault();
    e.stopPropagation();
    const next = (GROUPS.indexOf(lab.group) + d + GROUPS.length) % GROUPS.length;
    lab.group = GROUPS[next] ?? 'time';
    const tabs = (e.currentTarget as HTMLElement).querySelectorAll<HTMLElement>('[role="tab"]');
    tabs[next]?.focus();
  }
</script>

<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<section class="vary" aria-label="Vary" onkeydown={keys}>
  <!-- svelte-ignore a11y_interactive_supports_focus -->
  <div class="tabs" role="tablist" aria-label="What to vary" onkeydown={tabKeys}>
    {#each GROUPS as g (g)}
      <button
        role="tab"
        aria-selected={lab.group === g}
        tabindex={lab.group === g ? 0 : -1}
        onclick={() => (lab.group = g)}>{GROUP_NAMES[g]}</button
      >
    {/each}
  </div>
  {#if !WHOLE.has(lab.group)}
    <div class="span">
      <span role="group" aria-label="Counts">
        {#each units as u (u.from)}
          <button
            class="num"
            aria-pressed={lab.from === u.from && lab.to === u.to}
            onclick={() => lab.span(u.from, u.to)}>{label(u.from, u.to)}</button
          >
        {/each}
      </span>
      <label
        >from <input
          class="num"
          type="number"
          min={a.start / TICKS_PER_BEAT + 1}
          max={a.end / TICKS_PER_BEAT}
          value={lab.from / TICKS_PER_BEAT + 1}
          onchange={(e) => lab.span((Number(e.currentTarget.value) - 1) * TICKS_PER_BEAT, lab.to)}
        /></label
      >
      <label
        >to <input
          class="num"
          type="number"
          min={lab.from / TICKS_PER_BEAT + 1}
          max={a.end / TICKS_PER_BEAT}
          value={lab.to / TICKS_PER_BEAT}
          onchange={(e) => lab.span(lab.from, Number(e.currentTarget.value) * TICKS_PER_BEAT)}
        /></label
      >
      <span role="group" aria-label="Whose part">
        {#each WHOSE as w (w)}
          <button aria-pressed={lab.whose === w} onclick={() => (lab.whose = w)}>{whoseText(w)}</button>
        {/each}
      </span>
    </div>
  {/if}
  {#if problem}<p role="alert">{problem}</p>{/if}
  <div class="hint">
    <p role="status">
      {lab.desk.preview
        ? 'Shown on rail, floor and arms; nothing is changed yet.'
        : 'Choose one to see it on rail, floor and arms.'}
    </p>
    <button class="close" onclick={close}>Close</button>
  </div>
  <div class="offers" aria-busy={lab.busy}>
    {#each groups as g (g.aim)}
      {#if AIM_NAMES[g.aim]}<h3>{AIM_NAMES[g.aim]}</h3>{/if}
      <ul>
        {#each g.rows as { o, i } (i)}
          <OfferRow
            weighed={o}
            whose={WHOLE.has(lab.group) ? undefined : lab.whose}
            chosen={lab.chosen === i}
            look={() => look(i)}
            use={() => lab.use(i)}
            keep={saver.state === 'saved' ? () => void keep(i) : undefined}
            bind:name={naming}
          />
        {/each}
      </ul>
    {/each}
    {#if lab.busy}
      <p class="quiet" role="status">
        {lab.offers.length > 0 ? 'Working on the rest …' : 'Working on it …'}
      </p>
    {:else if lab.offers.length === 0}
      <p class="quiet" role="status">Nothing of this kind can be done on these counts.</p>
    {/if}
  </div>
</section>

<style>
  .vary {
    position: relative;
    display: flex;
    flex-direction: column;
    min-height: 0;
    flex: 1;
    border-top: 3px solid var(--ink);
    padding-top: 6px;
    gap: 6px;
  }
  .tabs,
  .span,
  .span > span {
    display: flex;
    flex-wrap: wrap;
    gap: 4px;
    align-items: center;
  }
  .span {
    gap: 6px 14px;
    font-size: 14px;
  }
  [role='tab'] {
    border-color: transparent;
    background: none;
    font-weight: 560;
    padding: 4px 10px;
  }
  [role='tab'][aria-selected='true'] {
    background: var(--ink);
    color: var(--paper);
  }
  .span button {
    min-height: 30px;
    padding: 2px 10px;
  }
  .span button[aria-pressed='true'] {
    background: var(--ink);
    color: var(--paper);
  }
  input {
    width: 58px;
  }
  .hint {
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 10px;
    font-size: 13px;
    color: var(--quiet);
  }
  .offers {
    overflow: auto;
    flex: 1;
    min-height: 120px;
  }
  h3 {
    font-size: 15px;
    margin: 8px 0 2px;
  }
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  @media (max-width: 900px) {
    .offers {
      overflow: visible;
    }
    .span button,
    [role='tab'],
    .close {
      min-height: 40px;
    }
  }
</style>
