<script lang="ts">
  import type { SongMap } from '$lib/core/music';

  /** A song as one line: its sections by letter, its breaks as gaps. */
  let { map, length }: { map: SongMap; length: number } = $props();
  const x = (beat: number) =>
    (100 * (map.beats[Math.min(beat, map.beats.length - 1)] ?? 0)) / Math.max(length, 1);
  const sections = $derived(
    map.sections.map((s, i) => ({
      ...s,
      x: x(s.from),
      to: map.sections[i + 1] ? x(map.sections[i + 1]?.from ?? 0) : 100,
    })),
  );
</script>

<svg
  viewBox="0 0 100 12"
  preserveAspectRatio="none"
  role="img"
  aria-label="Sections: {map.sections.map((s) => s.name).join(', ')}"
>
  {#each sections as s, i (s.from)}
    <rect
      x={s.x}
      y="2"
      width={Math.max(0.2, s.to - s.x - 0.4)}
      height="8"
      class={s.kind}
      class:even={i % 2 === 0}
      class:slow={s.slow}
    />
  {/each}
  {#each map.marks.filter((m) => m.kind === 'break') as m (m.beat)}
    <rect
      class="break"
      x={x(m.beat)}
      y="0"
      width={Math.max(0.5, x(m.beat + m.beats) - x(m.beat))}
      height="12"
    />
  {/each}
</svg>

<style>
  svg {
    width: 100%;
    height: 26px;
  }
  rect {
    fill: var(--cell);
  }
  rect.even {
    fill: var(--line);
  }
  rect.intro,
  rect.end {
    fill: var(--maple);
  }
  rect.slow {
    fill: var(--lane);
  }
  rect.break {
    fill: var(--follower);
  }
</style>
