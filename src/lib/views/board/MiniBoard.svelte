<script lang="ts">
  import type { Plan } from '$lib/core/combination';
  import { boardRows } from '$lib/core/scene/board';

  /** The rows of a board in small: figures as bars, joints as seams, the beat they begin on in view. */
  let { plan, names = true, width = 260 }: { plan: Plan; names?: boolean; width?: number } = $props();

  const H = 17;
  const rows = $derived(boardRows(plan));
  const beat = $derived(width / (rows[0]?.fold ?? 8));
  const label = $derived(plan.passes.map((p) => p.reading.figure.name).join(', '));
  const short = (name: string, w: number) => {
    const fits = Math.floor(w / 6.1);
    return name.length <= fits ? name : fits > 3 ? `${name.slice(0, fits - 1)}…` : '';
  };
</script>

<svg
  {width}
  height={Math.max(1, rows.length) * H}
  viewBox="0 0 {width} {Math.max(1, rows.length) * H}"
  role="img"
  aria-label={label || 'Empty'}
>
  {#each rows as r, i (r.eight)}
    {#each r.spans as s (s.pass)}
      <rect
        x={s.from * beat + (s.first ? 1.5 : 0)}
        y={i * H + 1}
        width={Math.max(1, (s.to - s.from) * beat - (s.first ? 1.5 : 0))}
        height={H - 3}
        class:odd={s.pass % 2 === 1}
      />
      {#if s.fit === 'bridge' || s.fit === 'impossible'}
        <line x1={s.from * beat} x2={s.from * beat} y1={i * H} y2={i * H + H - 1} class="gap" />
      {/if}
      {#if names && s.first}
        <text x={s.from * beat + 5} y={i * H + H / 2 + 3.4}
          >{short(plan.passes[s.pass]?.reading.figure.name ?? '', (s.to - s.from) * beat)}</text
        >
      {/if}
    {/each}
    {#each r.beats as b (b.music)}
      {#if b.mark}<circle cx={(b.count - 0.66) * beat} cy={i * H + H - 5} r="3" class={b.mark} />{/if}
    {/each}
  {/each}
</svg>

<style>
  svg {
    display: block;
    max-width: 100%;
  }
  rect {
    fill: var(--cell);
    stroke: var(--line);
    stroke-width: 0.7;
  }
  rect.odd {
    fill: var(--sheet);
  }
  text {
    font: 500 10.5px var(--text);
    fill: var(--ink);
  }
  .gap {
    stroke: var(--wrong);
    stroke-width: 3;
    stroke-dasharray: 3 2;
  }
  .met {
    fill: var(--good);
  }
  .missed {
    fill: none;
    stroke: var(--wrong);
    stroke-width: 1.6;
  }
</style>
