<script lang="ts">
  import type { ArmPicture } from '$lib/core/scene';

  /** Arms and hands as lines, in the units of the SVG around. `width` of an arm; `ground` what shows in a gap. */
  let {
    lines,
    width,
    ground = 'var(--sheet)',
  }: {
    lines: Pick<ArmPicture, 'strands' | 'crossings' | 'rests'>;
    width: number;
    ground?: string;
  } = $props();
</script>

{#snippet strand(arm: 'L' | 'R', d: string, raised: boolean)}
  <path {d} class="strand {arm}" class:raised data-arm={arm} />
  {#if arm === 'R'}<path {d} class="core" />{/if}
{/snippet}

<g class="arms" style:--w={width} style:--ground={ground}>
  {#each lines.rests as r, i (i)}
    <path d={r.d} class="rest {r.role}" />
    <circle cx={r.at.x} cy={r.at.y} r={width * (r.block ? 1 : 0.7)} class="palm {r.role}" />
  {/each}
  {#each lines.strands as s (s.arm)}
    <path d={s.d} class="halo" />
    {@render strand(s.arm, s.d, s.raised)}
    <circle cx={s.hand.x} cy={s.hand.y} r={width * (s.raised ? 1.05 : 0.8)} class="hand {s.arm}" />
  {/each}
  {#each lines.crossings as c, i (i)}
    <path d={c.d} class="gap" />
    <g class="upper">{@render strand(c.over, c.d, false)}</g>
  {/each}
</g>

<style>
  .arms {
    pointer-events: none;
  }
  path {
    fill: none;
    stroke-linejoin: round;
    stroke-linecap: round;
  }
  .strand {
    stroke-width: calc(var(--w) * 1px);
  }
  .L {
    stroke: var(--arm-a);
  }
  .R {
    stroke: var(--arm-b);
  }
  .strand.raised {
    stroke-dasharray: calc(var(--w) * 1.5px) calc(var(--w) * 1px);
    stroke-linecap: butt;
  }
  .core {
    stroke: var(--sheet);
    stroke-width: calc(var(--w) * 0.3px);
  }
  .halo {
    stroke: var(--ground);
    stroke-width: calc(var(--w) * 1.5px);
    opacity: 0.75;
  }
  .gap {
    stroke: var(--ground);
    stroke-width: calc(var(--w) * 1.9px);
    stroke-linecap: butt;
  }
  circle {
    stroke: var(--sheet);
    stroke-width: calc(var(--w) * 0.2px);
  }
  .hand.L {
    fill: var(--arm-a);
  }
  .hand.R {
    fill: var(--arm-b);
  }
  .hand,
  .palm {
    stroke: var(--sheet);
  }
  .rest {
    stroke-width: calc(var(--w) * 0.85px);
  }
  .rest.leader {
    stroke: var(--leader);
  }
  .rest.follower {
    stroke: var(--follower);
  }
  .palm.leader {
    fill: var(--leader);
  }
  .palm.follower {
    fill: var(--follower);
  }
</style>
