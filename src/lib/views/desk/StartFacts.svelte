<script lang="ts">
  import type { Figure } from '$lib/core/figure';
  import { FORMATIONS, FORMATION_IDS, HOLDS, HOLD_IDS, LEVELS, LEVEL_IDS } from '$lib/core/vocabulary';
  import { inDance, rememberBegun } from '$lib/state/begin-figure';
  import type { Desk } from '$lib/state/desk.svelte';
  import DanceChoice from '$lib/views/dances/DanceChoice.svelte';

  /** Dance, level and start, changed where they are shown. The next figure is begun with the same. */
  let { desk }: { desk: Desk } = $props();
  const f = $derived(desk.figure);
  const a = $derived(desk.analysis);
  const ending = $derived(a.floor.end.formation ? FORMATIONS[a.floor.end.formation].says : undefined);

  function start(patch: Partial<Figure['start']>) {
    if (desk.edit({ type: 'set-details', patch: { start: { ...f.start, ...patch } } }))
      rememberBegun(desk.figure);
  }
  const pick = <T extends string>(ids: readonly T[], value: string) => ids.find((x) => x === value);
</script>

<p class="facts">
  <span class="choice"
    ><label class="visually-hidden" for="desk-dance">Dance</label>
    <DanceChoice
      id="desk-dance"
      value={f.dance}
      here={f.ownDance}
      choose={(d) => {
        desk.become(inDance(f, d));
        rememberBegun(desk.figure);
      }}
    /></span
  >
  <span class="num">{a.counts} {a.counts === 1 ? 'count' : 'counts'}</span>
  <select
    aria-label="Level"
    value={String(f.level)}
    onchange={(e) => {
      const level = LEVEL_IDS.find((l) => String(l) === e.currentTarget.value);
      if (level) desk.edit({ type: 'set-details', patch: { level } });
    }}
  >
    {#each LEVEL_IDS as l (l)}<option value={String(l)}>{LEVELS[l].name}</option>{/each}
  </select>
  <span class="from">starts</span>
  <select
    aria-label="Starts with the partners"
    value={f.start.formation}
    onchange={(e) => {
      const formation = pick(FORMATION_IDS, e.currentTarget.value);
      if (formation) start({ formation });
    }}
  >
    {#each FORMATION_IDS as id (id)}<option value={id}>{FORMATIONS[id].says}</option>{/each}
  </select>
  <select
    aria-label="Starts with the hold"
    value={f.start.hold}
    onchange={(e) => {
      const hold = pick(HOLD_IDS, e.currentTarget.value);
      if (hold) start({ hold });
    }}
  >
    {#each HOLD_IDS as id (id)}<option value={id}>{HOLDS[id].says}</option>{/each}
  </select>
  {#if ending && a.counts > 0}<span>ends {ending}</span>{/if}
</p>

<style>
  .facts {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0 6px;
  }
  .facts :global(select) {
    min-height: 26px;
    padding: 0 2px;
    border-color: transparent;
    border-bottom-color: var(--line);
    border-radius: 4px;
    background: none;
    color: inherit;
    font-size: 14px;
    max-width: 280px;
    field-sizing: content;
  }
  .facts :global(select:hover) {
    border-color: var(--line);
  }
  @media (pointer: coarse) {
    .facts :global(select) {
      min-height: 44px;
    }
  }
</style>
