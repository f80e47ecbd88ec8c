<script lang="ts">
  import type { Round } from '$lib/core/classes';

  /** One round as people stand: in a circle, leaders inside and followers outside, or in two lines facing. */
  let { round, form }: { round: Round; form: 'circle' | 'line' } = $props();

  const W = 640;
  const n = $derived(Math.max(1, round.pairs.length));
  const height = $derived(form === 'circle' ? 420 : 190);
  const places = $derived(
    round.pairs.map((p, i) => {
      if (form === 'line') {
        const x = 40 + ((W - 80) * (i + 0.5)) / n;
        return { ...p, l: { x, y: 70 }, f: { x, y: 128 } };
      }
      const a = (2 * Math.PI * i) / n - Math.PI / 2;
      const at = (r: number) => ({ x: W / 2 + 1.28 * r * Math.cos(a), y: 206 + r * Math.sin(a) });
      return { ...p, l: at(112), f: at(168) };
    }),
  );
  const short = (name: string) => (name.length > 9 ? `${name.slice(0, 8)}…` : name);
</script>

<svg viewBox="0 0 {W} {height}" role="img" aria-label="{round.pairs.length} couples in a {form}">
  {#if form === 'line'}<text class="row" x="20" y="40">leaders</text><text class="row" x="20" y="165"
      >followers</text
    >{/if}
  {#each places as p (p.leader)}
    <line x1={p.l.x} y1={p.l.y} x2={p.f.x} y2={p.f.y} />
    <text class="leader" x={p.l.x} y={p.l.y}>{short(p.leader)}</text>
    <text class="follower" x={p.f.x} y={p.f.y + 5}>{short(p.follower)}</text>
  {/each}
</svg>

<style>
  svg {
    width: 100%;
    max-width: 760px;
    background: var(--maple);
    border: 1px solid var(--line);
  }
  text {
    font: 640 15px var(--text);
    text-anchor: middle;
    paint-order: stroke;
    stroke: var(--maple);
    stroke-width: 4px;
  }
  .row {
    text-anchor: start;
    font-weight: 400;
    fill: var(--quiet);
  }
  .leader {
    fill: var(--leader);
  }
  .follower {
    fill: var(--follower);
  }
  line {
    stroke: var(--ink);
    stroke-width: 2;
  }
</style>
