<script lang="ts">
  import type { Analysis } from '$lib/core/analysis';
  import type { Role } from '$lib/core/base';
  import type { RailArms } from '$lib/core/scene';
  import type { RailRow, WordRow } from './rail-model';

  let {
    a,
    arms,
    row,
    rows,
    parts,
    choices,
  }: {
    a: Analysis;
    arms: RailArms;
    row: RailRow;
    rows: readonly WordRow[];
    parts: boolean;
    choices: readonly Role[];
  } = $props();
  const first = $derived(row.from === 0);
  const FOOT = { L: 'left foot', R: 'right foot' } as const;
  const SIDE = { L: 'left', R: 'right' } as const;
  /** Which strand is which, at the start. */
  const legend = $derived(
    arms.strands
      .filter((t) => t.from <= 0)
      .map((t) => ({
        arm: t.arm,
        text: `${SIDE[t.arm]}–${SIDE[t.follower]}`,
        top: (t.pieces[0]?.points[0]?.y ?? 0) < 0,
      })),
  );
</script>

<div class="names" class:parts>
  {#each ['leader', 'follower'] as const as role (role)}
    <div class="name {role}">
      <strong>{role === 'leader' ? 'Leader' : 'Follower'}</strong>
      {#if first && a.roles[role].actions.length > 0}
        {@const { changes, endFree } = a.roles[role]}
        <span class="num">{changes} weight {changes === 1 ? 'change' : 'changes'}</span>
        <span>{endFree ? `${FOOT[endFree]} free at the end` : 'ends on both feet'}</span>
      {/if}
    </div>
  {/each}
  <div class="legend" aria-hidden="true">
    {#each first ? legend : [] as n (n.arm)}<span class={n.arm} class:low={!n.top}>{n.text}</span>{/each}
  </div>
  {#if choices.length > 0}<div class="open">
      {#each choices as role (role)}<span class={role}>{role} may</span>{/each}
    </div>{/if}
  {#if rows.length > 0}<div class="rows">
      {#each rows as o (o.name)}<span style:height="{o.lines * 18 + 2}px">{o.name}</span>{/each}
    </div>{/if}
</div>

<style>
  .names {
    display: grid;
    grid-template-rows: var(--track) minmax(var(--spine), 1fr) var(--track) auto auto;
    align-content: stretch;
  }
  .names.parts {
    padding-top: 26px;
  }
  .open span {
    display: block;
    height: 34px;
    line-height: 32px;
    font-size: 13px;
    font-weight: 650;
  }
  .open .leader {
    color: var(--leader);
  }
  .open .follower {
    color: var(--follower);
  }
  .name {
    display: flex;
    flex-direction: column;
    justify-content: center;
    font-size: 12.5px;
    line-height: 1.25;
    color: var(--quiet);
  }
  .name strong {
    font: 700 17px var(--display);
  }
  .name.follower {
    grid-row: 3;
  }
  .legend {
    grid-row: 2;
    position: relative;
    font-size: 12px;
    font-weight: 650;
  }
  .legend span {
    position: absolute;
    right: 8px;
    bottom: 56px;
  }
  .legend .low {
    bottom: 26px;
  }
  .legend .L {
    color: var(--arm-a);
  }
  .legend .R {
    color: var(--arm-b);
  }
  .open {
    grid-row: 4;
  }
  .rows {
    grid-row: 5;
    display: grid;
    font-size: 12px;
    font-weight: 600;
    line-height: 18px;
  }
  .leader strong {
    color: var(--leader);
  }
  .follower strong {
    color: var(--follower);
  }
  @media (max-width: 700px) {
    .names,
    .names.parts {
      padding-top: 0;
      display: flex;
      flex-wrap: wrap;
      gap: 0 24px;
      padding-bottom: 4px;
    }
    .rows,
    .open {
      display: none;
    }
    .name {
      flex-direction: row;
      align-items: baseline;
      gap: 6px;
      flex-wrap: wrap;
    }
    .legend {
      display: flex;
      gap: 12px;
      width: 100%;
    }
    .legend span {
      position: static;
    }
  }
</style>
