<script lang="ts">
  import { countedAt, eightOf, rowStarts, sectionAt } from '$lib/core/music';
  import { clockText } from '$lib/messages';
  import type { SongDesk } from '$lib/state/song-desk.svelte';
  import { wavePath } from './peaks';

  /** Every eight of the song as a row: its sound under its counts, breaks, where sections and phrases begin. */
  let { desk, peaks }: { desk: SongDesk; peaks: Float32Array | undefined } = $props();

  interface Row {
    readonly first: number;
    readonly beats: readonly number[];
    readonly section: string;
    readonly phrase: boolean;
  }
  const map = $derived(desk.map);
  const rows = $derived.by((): Row[] => {
    if (!map) return [];
    const starts = rowStarts(map);
    let section = '';
    return starts.map((first, r): Row => {
      const here = sectionAt(map, first)?.name ?? '';
      const shown = r === 0 || sectionAt(map, first)?.from === first || here !== section;
      section = here;
      const next = starts[r + 1] ?? map.beats.length;
      const beats = Array.from({ length: next - first }, (_, k) => first + k);
      return { first, beats, section: shown ? here : '', phrase: countedAt(map, first).ofPhrase === 1 };
    });
  });
  const width = $derived(map ? eightOf(map.bar) : 8);
  const marks = $derived(new Map(map?.marks.map((m) => [m.beat, m]) ?? []));
  const inBreak = $derived(
    new Set(
      map?.marks
        .filter((m) => m.kind === 'break')
        .flatMap((m) => Array.from({ length: Math.round(m.beats) }, (_, k) => m.beat + k)) ?? [],
    ),
  );
  const locked = $derived(new Set(map?.locked ?? []));
  const end = (row: Row) => map?.beats[(row.beats.at(-1) ?? 0) + 1] ?? desk.song.length;

  let list: HTMLOListElement | undefined = $state();
  const heardRow = $derived(desk.playing ? rows.findLastIndex((r) => r.first <= desk.heardBeat) : -1);
  $effect(() => {
    if (heardRow >= 0) list?.children[heardRow]?.scrollIntoView({ block: 'nearest' });
  });

  function keys(e: KeyboardEvent) {
    const beat = desk.beat;
    if (beat === undefined || !map) return;
    const step = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -width, ArrowDown: width }[e.key];
    if (step === undefined || e.altKey || e.ctrlKey) return;
    e.preventDefault();
    const next = Math.max(0, Math.min(map.beats.length - 1, beat + step));
    desk.goTo(next);
    list?.querySelector<HTMLButtonElement>(`[data-beat="${next}"]`)?.focus();
  }
</script>

<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<ol bind:this={list} aria-label="Eights of the song" onkeydown={keys}>
  {#each rows as row, r (row.first)}
    {@const from = map?.beats[row.first] ?? 0}
    {@const offset = countedAt(map!, row.first).count - 1}
    <li class:phrase={row.phrase}>
      <button
        class="from"
        onclick={() => desk.loopBeats(row.first, (row.beats.at(-1) ?? 0) + 1)}
        aria-label="Eight {r + 1}, {clockText(from)}: go round"
        aria-pressed={desk.loop !== undefined && Math.abs(desk.loop.from - from) < 1e-6}
        ><b>{row.section}</b><span class="num">{clockText(from)}</span></button
      >
      <div class="cells" style:--n={width}>
        {#if peaks}
          <svg
            viewBox="0 0 400 40"
            preserveAspectRatio="none"
            aria-hidden="true"
            style:left="{(100 * offset) / width}%"
            style:width="{(100 * row.beats.length) / width}%"
            ><path d={wavePath(peaks, from, end(row), 400, 40)} /></svg
          >
        {/if}
        {#each row.beats as beat, i (beat)}
          {@const c = countedAt(map!, beat)}
          <button
            class="beat num"
            class:one={c.count === 1}
            class:bar={c.ofBar === 1}
            class:still={inBreak.has(beat)}
            class:heard={desk.heardBeat === beat}
            class:chosen={desk.beat === beat}
            class:held={locked.has(beat)}
            style:grid-column={offset + i + 1}
            data-beat={beat}
            tabindex={desk.beat === beat || (desk.beat === undefined && beat === 0) ? 0 : -1}
            aria-pressed={desk.beat === beat}
            aria-label="{c.count}, eight {r + 1}{marks.has(beat)
              ? `, ${marks.get(beat)?.kind}`
              : ''}{locked.has(beat) ? ', held' : ''}"
            onclick={() => desk.goTo(beat)}
            >{c.count}{#if marks.has(beat)}<small>{marks.get(beat)?.kind}</small>{/if}</button
          >
        {/each}
      </div>
    </li>
  {/each}
</ol>

<style>
  ol {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  li {
    display: grid;
    grid-template-columns: 92px minmax(0, 1fr);
    gap: 8px;
    align-items: stretch;
    scroll-margin: 12px;
  }
  li.phrase {
    border-top: 2px solid var(--ink);
    margin-top: 4px;
    padding-top: 4px;
  }
  .from {
    border: 0;
    background: none;
    padding: 0 6px 0 0;
    display: flex;
    gap: 8px;
    justify-content: space-between;
    align-items: center;
    color: var(--quiet);
    font-size: 13px;
    border-radius: 0;
    min-height: 42px;
  }
  .from b {
    font: 700 17px var(--display);
    color: var(--ink);
    max-width: 50px;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .from[aria-pressed='true'] {
    background: var(--cell);
    color: var(--ink);
  }
  .cells {
    position: relative;
    display: grid;
    grid-template-columns: repeat(var(--n), minmax(0, 1fr));
  }
  svg {
    position: absolute;
    bottom: 0;
    height: 18px;
    pointer-events: none;
  }
  path {
    fill: var(--line);
  }
  .beat {
    position: relative;
    border: 0;
    border-left: 1px solid var(--line);
    background: none;
    border-radius: 0;
    text-align: left;
    padding: 3px 6px 18px;
    min-height: 44px;
    min-width: 0;
    font: 600 17px/1 var(--display);
    display: flex;
    flex-direction: column;
    align-items: flex-start;
    justify-content: flex-start;
    overflow: hidden;
    color: var(--ink);
  }
  .beat.bar {
    border-left: 2px solid var(--quiet);
  }
  .beat.one {
    border-left: 3px solid var(--ink);
    font-weight: 800;
    font-size: 20px;
  }
  .beat.still {
    background: var(--follower-soft);
  }
  .beat.heard {
    background: var(--look);
    color: var(--paper);
  }
  .beat.chosen {
    outline: 3px solid var(--look);
    outline-offset: -3px;
  }
  .beat.held::after {
    content: '';
    position: absolute;
    top: 5px;
    right: 6px;
    width: 7px;
    height: 7px;
    border-radius: 50%;
    background: var(--ink);
  }
  small {
    position: absolute;
    top: 4px;
    left: 26px;
    font: 600 12px var(--text);
  }
  @media (max-width: 700px) {
    li {
      grid-template-columns: 52px minmax(0, 1fr);
      gap: 2px;
    }
    .from {
      flex-direction: column;
      gap: 0;
      align-items: flex-start;
      justify-content: center;
      font-size: 12px;
    }
    .beat {
      padding: 2px 3px;
    }
  }
</style>
