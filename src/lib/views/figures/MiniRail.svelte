<script lang="ts">
  import type { Figure } from '$lib/core/figure';
  import { miniRail } from './mini-rail';

  /** The rail of a figure in small: feet of both roles and who turns which way, to be known without the name. */
  let { figure }: { figure: Figure } = $props();
  const WIDTH = 172;
  const rail = $derived(miniRail(figure));
  const beat = $derived(Math.min(22, (WIDTH - 12) / rail.beats));
  const x = (at: number) => 8 + at * beat;
  const units = $derived(Array.from({ length: Math.ceil(rail.beats / 2) }, (_, i) => i));
  /** An arc round the foot, as long as the turn, at most once round. */
  function arc(cx: number, cy: number, turn: number): string {
    const a = (Math.min(359, Math.max(40, Math.abs(turn))) * Math.PI) / 180;
    const r = 6.4;
    const to = turn > 0 ? a : -a;
    const end = [cx + r * Math.sin(to), cy - r * Math.cos(to)].map((v) => v.toFixed(1)).join(' ');
    return `M${cx.toFixed(1)} ${(cy - r).toFixed(1)}A${r} ${r} 0 ${a > Math.PI ? 1 : 0} ${turn > 0 ? 1 : 0} ${end}`;
  }
</script>

<svg viewBox="0 0 {WIDTH} 40" width={WIDTH} height="40" aria-hidden="true">
  {#each units as u (u)}{#if u % 2 === 1}<rect
        x={x(u * 2) - beat * 0.35}
        y="0"
        width={Math.min(2, rail.beats - u * 2) * beat}
        height="40"
      />{/if}{/each}
  {#each rail.steps as s, i (i)}
    {@const cy = s.role === 'leader' ? 10 : 30}
    <g class={s.role}>
      {#if s.foot === undefined}<path d="M{x(s.at) - 3} {cy}h6" class="none" />
      {:else}<ellipse
          cx={x(s.at) + (s.foot === 'L' ? -1 : 1)}
          {cy}
          rx="2.1"
          ry="4"
          class:light={s.light}
          transform="rotate({s.foot === 'L' ? -14 : 14} {x(s.at)} {cy})"
        />{/if}
      {#if s.turn}<path d={arc(x(s.at), cy, s.turn)} class="turn" />{/if}
    </g>
  {/each}
</svg>

<style>
  svg {
    display: block;
  }
  rect {
    fill: var(--cell);
  }
  .leader {
    fill: var(--leader);
    stroke: var(--leader);
  }
  .follower {
    fill: var(--follower);
    stroke: var(--follower);
  }
  ellipse {
    stroke-width: 1;
  }
  .light {
    fill: none;
  }
  .turn,
  .none {
    fill: none;
    stroke-width: 1.4;
  }
</style>
