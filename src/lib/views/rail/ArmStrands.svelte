<script lang="ts" module>
  /** Height of the band the arms run in, px, and where its lanes lie. */
  const BAND = 56;
  const MIDDLE = BAND / 2;
  const LANE = 15;
  const y = (lane: number): number => MIDDLE + lane * LANE;
</script>

<script lang="ts">
  import type { RailArms } from '$lib/core/scene';

  import type { RailRow } from './rail-model';

  let { arms, row }: { arms: RailArms; row: RailRow } = $props();
  const X = 100;
  const x = (at: number): number => (at + 0.35) * X;
  const path = (points: readonly { x: number; y: number }[]): string =>
    points.map((p, i) => `${i ? 'L' : 'M'}${x(p.x).toFixed(1)} ${y(p.y).toFixed(1)}`).join('');
</script>

<svg
  viewBox="{row.from * X} 0 {row.room * X} {BAND}"
  style:width="calc(var(--beat) * {row.room})"
  preserveAspectRatio="none"
  aria-hidden="true"
>
  {#each arms.bodies.filter((b) => b.lie === 'front') as b (b.role + b.arm + b.from)}
    <path
      class="body {b.role}"
      d="M{x(b.from)} {y(b.role === 'leader' ? -1.72 : 1.72)}L{x(b.to)} {y(
        b.role === 'leader' ? -1.72 : 1.72,
      )}"
    />
  {/each}
  {#each arms.rests as r, i (i)}
    {@const at = y(r.role === 'leader' ? 1.72 : -1.72)}
    <path class="rest {r.role}" class:block={r.block} d="M{x(r.from)} {at}L{x(r.to)} {at}" />
  {/each}
  {#each arms.strands as s (s.arm + s.follower + s.from)}
    {#each s.pieces as p, i (i)}
      {@const d = path(p.points)}
      <path {d} class="strand {s.arm} {p.style}" />
      {#if p.style === 'raised'}<path {d} class="hollow" />{:else if s.arm === 'R' && p.style === 'low'}<path
          {d}
          class="core"
        />{/if}
    {/each}
  {/each}
  {#each arms.bodies.filter((b) => b.lie === 'behind') as b (b.role + b.arm + b.from)}
    <path
      class="body over {b.role}"
      d="M{x(b.from)} {y(b.role === 'leader' ? -1.72 : 1.72)}L{x(b.to)} {y(
        b.role === 'leader' ? -1.72 : 1.72,
      )}"
    />
  {/each}
  {#each arms.crossings as c (c.x)}
    {@const d = path(c.points)}
    <path {d} class="gap" />
    <path {d} class="strand {c.over}" class:raised={c.raised} class:low={!c.raised} />
    {#if c.raised}<path {d} class="hollow" />{:else if c.over === 'R'}<path {d} class="core" />{/if}
  {/each}
</svg>

<style>
  svg {
    position: absolute;
    inset: 0 auto 0 0;
    height: 100%;
    overflow: hidden;
    pointer-events: none;
  }
  path {
    fill: none;
    vector-effect: non-scaling-stroke;
    stroke-linejoin: round;
  }
  .strand {
    stroke-width: 5.5px;
    stroke-linecap: round;
  }
  .strand.L {
    stroke: var(--arm-a);
  }
  .strand.R {
    stroke: var(--arm-b);
  }
  .core {
    stroke: var(--sheet);
    stroke-width: 1.5px;
  }
  .strand.raised {
    stroke-width: 6.5px;
    stroke-linecap: butt;
  }
  .hollow {
    stroke: var(--sheet);
    stroke-width: 3px;
    stroke-dasharray: 10 5;
  }
  .strand.behind {
    stroke-width: 5px;
    stroke-dasharray: 2 8;
  }
  .gap {
    stroke: var(--cell);
    stroke-width: 12px;
  }
  .rest {
    stroke-width: 4px;
    stroke-dasharray: 1 7;
    stroke-linecap: round;
  }
  .rest.block {
    stroke-width: 6px;
    stroke-dasharray: none;
  }
  .rest.leader {
    stroke: var(--leader);
  }
  .rest.follower {
    stroke: var(--follower);
  }
  .body {
    stroke-width: 9px;
    stroke-linecap: round;
    opacity: 0.28;
  }
  .body.over {
    opacity: 0.62;
    stroke-width: 7px;
  }
  .body.leader {
    stroke: var(--leader);
  }
  .body.follower {
    stroke: var(--follower);
  }
</style>
