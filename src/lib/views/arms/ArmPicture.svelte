<script lang="ts">
  import type { ArmPicture } from '$lib/core/scene';

  let { picture, label = true, size }: { picture: ArmPicture; label?: boolean; size?: number } = $props();
  const b = $derived(picture.box);
</script>

<svg
  viewBox="{b.x} {b.y} {b.width} {b.height}"
  width={size}
  height={size}
  role={label ? 'img' : undefined}
  aria-label={label ? picture.title : undefined}
  aria-hidden={label ? undefined : 'true'}
>
  {#each picture.bodies as body (body.role)}
    <g class={body.role}>
      <g transform="translate({body.at.x} {body.at.y}) rotate({body.turn})">
        <ellipse rx={body.rx} ry={body.ry} />
        <path d="M-6 {-body.ry + 1}L0 {-body.ry - 10}L6 {-body.ry + 1}Z" />
        <circle r="9.5" class="head" />
      </g>
      <text x={body.at.x} y={body.at.y}>{body.role === 'leader' ? 'L' : 'F'}</text>
    </g>
  {/each}
  {#each picture.rests as r, i (i)}
    <path d={r.d} class="rest {r.role}" />
    <circle cx={r.at.x} cy={r.at.y} r={r.block ? 6 : 4.5} class="palm {r.role}" />
  {/each}
  {#each picture.strands as s (s.arm)}
    <path d={s.d} class="halo" />
    <path d={s.d} class="strand {s.arm}" class:raised={s.raised} />
    {#if s.arm === 'R'}<path d={s.d} class="core" />{/if}
    <circle cx={s.hand.x} cy={s.hand.y} r="5" class="hand {s.arm}" />
  {/each}
  {#each picture.crossings as c, i (i)}
    <path d={c.d} class="gap" />
    <path d={c.d} class="strand {c.over}" />
    {#if c.over === 'R'}<path d={c.d} class="core" />{/if}
  {/each}
</svg>

<style>
  svg {
    display: block;
    width: 100%;
    height: auto;
    max-width: 100%;
  }
  svg[width] {
    width: auto;
  }
  .leader {
    fill: var(--leader);
  }
  .follower {
    fill: var(--follower);
  }
  .head {
    fill: var(--sheet);
  }
  text {
    fill: var(--ink);
    font: 700 11px var(--text);
    text-anchor: middle;
    dominant-baseline: central;
  }
  path.strand,
  path.core,
  path.gap,
  path.halo,
  path.rest {
    fill: none;
    stroke-linejoin: round;
  }
  .strand {
    stroke-width: 7;
    stroke-linecap: round;
  }
  .strand.L {
    stroke: var(--arm-a);
  }
  .strand.R {
    stroke: var(--arm-b);
  }
  .strand.raised {
    stroke-dasharray: 9 6;
    stroke-linecap: butt;
  }
  .core {
    stroke: var(--sheet);
    stroke-width: 2.2;
  }
  .gap {
    stroke: var(--sheet);
    stroke-width: 13;
  }
  .halo {
    stroke: var(--sheet);
    stroke-width: 10;
    opacity: 0.75;
  }
  .hand {
    stroke: var(--sheet);
    stroke-width: 1.5;
  }
  .hand.L {
    fill: var(--arm-a);
  }
  .hand.R {
    fill: var(--arm-b);
  }
  .rest {
    stroke-width: 5;
    stroke-linecap: round;
  }
  .rest.leader {
    stroke: var(--leader);
  }
  .rest.follower {
    stroke: var(--follower);
  }
  .palm {
    stroke: var(--sheet);
    stroke-width: 1.5;
  }
</style>
