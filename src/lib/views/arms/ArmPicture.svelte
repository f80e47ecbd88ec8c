<script lang="ts">
  import type { ArmPicture } from '$lib/core/scene';
  import ArmLines from './ArmLines.svelte';

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
  <ArmLines lines={picture} width={7} />
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
</style>
