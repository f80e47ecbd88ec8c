<script lang="ts">
  import { armsAt, type Analysis } from '$lib/core/analysis';
  import type { Hand, Role } from '$lib/core/base';
  import { drawArms, pathOf, type Pose, type Projection } from '$lib/core/scene';

  let {
    analysis,
    tick,
    poses,
    view,
  }: { analysis: Analysis; tick: number; poses: Readonly<Record<Role, Pose>>; view: Projection } = $props();

  const state = $derived(armsAt(analysis.arms, tick));
  const body = (role: Role) => ({
    at: poses[role].body,
    facing: poses[role].facing,
    halfBreadth: analysis.roles[role].size.halfBreadth,
    halfDepth: analysis.roles[role].size.halfDepth,
  });
  /** Over whose head a raised hand is held: whoever goes under it before it comes down. */
  function under(arm: Hand): Role | undefined {
    const held = analysis.arms.held.find((h) => h.leader === arm && h.from <= tick && tick <= h.to);
    const up = held?.heights.findLast((h) => h.tick <= tick)?.tick ?? 0;
    return analysis.arms.passes.find((p) => p.arm === arm && p.raised >= up - 1 && p.raised <= tick)?.role;
  }
  const drawn = $derived(drawArms(state, { leader: body('leader'), follower: body('follower') }, under));
  const at = (points: readonly { x: number; y: number }[]) => pathOf(points.map((p) => view.point(p)));
  const width = $derived(Math.max(3, 0.045 * view.scale));
</script>

<g class="arms" style:--w={width}>
  {#each drawn.rests as r (r.role + r.hand)}
    {@const palm = view.point(r.to)}
    <path d={at([r.from, r.to])} class="rest {r.role}" />
    <circle cx={palm.x} cy={palm.y} r={width * (r.block ? 1.1 : 0.8)} class="palm {r.role}" />
  {/each}
  {#each drawn.strands.toSorted((a, b) => Number(a.raised) - Number(b.raised)) as s (s.arm)}
    {@const hand = view.point(s.hand)}
    {@const d = at(s.points)}
    <path {d} class="halo" />
    <path {d} class="strand {s.arm}" class:raised={s.raised} data-arm={s.arm} />
    {#if s.arm === 'R'}<path {d} class="core" />{/if}
    <circle cx={hand.x} cy={hand.y} r={width * (s.raised ? 1.15 : 0.85)} class="hand {s.arm}" />
  {/each}
  {#each drawn.crossings as c, i (i)}
    {@const d = at([c.from, c.at, c.to])}
    <path {d} class="gap" />
    <path {d} class="strand {c.over}" />
    {#if c.over === 'R'}<path {d} class="core" />{/if}
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
  .halo {
    stroke: var(--maple);
    stroke-width: calc(var(--w) * 1.7px);
    opacity: 0.7;
  }
  .strand {
    stroke-width: calc(var(--w) * 1px);
  }
  .strand.L {
    stroke: var(--arm-a);
  }
  .strand.R {
    stroke: var(--arm-b);
  }
  .strand.raised {
    stroke-dasharray: calc(var(--w) * 1.7px) calc(var(--w) * 1.1px);
    stroke-linecap: butt;
  }
  .core {
    stroke: var(--sheet);
    stroke-width: calc(var(--w) * 0.3px);
  }
  .gap {
    stroke: var(--maple);
    stroke-width: calc(var(--w) * 2.1px);
    stroke-linecap: butt;
  }
  .hand {
    stroke: var(--sheet);
    stroke-width: 1.2;
  }
  .hand.L {
    fill: var(--arm-a);
  }
  .hand.R {
    fill: var(--arm-b);
  }
  .rest {
    stroke-width: calc(var(--w) * 0.9px);
  }
  .rest.leader {
    stroke: var(--leader);
  }
  .rest.follower {
    stroke: var(--follower);
  }
  .palm {
    stroke: var(--sheet);
    stroke-width: 1.2;
  }
  .palm.leader {
    fill: var(--leader);
  }
  .palm.follower {
    fill: var(--follower);
  }
</style>
