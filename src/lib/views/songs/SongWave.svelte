<script lang="ts">
  import { onMount } from 'svelte';
  import { countedAt } from '$lib/core/music';
  import { clockText } from '$lib/messages';
  import type { SongDesk } from '$lib/state/song-desk.svelte';

  /** The whole song: its sound, sections, phrases and breaks on one picture; a touch goes there. */
  let { desk, peaks }: { desk: SongDesk; peaks: Float32Array<ArrayBuffer> } = $props();

  let box: HTMLDivElement;
  const length = $derived(Math.max(0.001, desk.song.length));
  const x = (seconds: number) => `${(100 * seconds) / length}%`;
  const map = $derived(desk.map);
  const sections = $derived(
    map?.sections.map((s, i) => ({
      ...s,
      at: map.beats[s.from] ?? 0,
      to: map.beats[map.sections[i + 1]?.from ?? -1] ?? length,
    })) ?? [],
  );
  const phrases = $derived(map ? map.beats.filter((_, i) => countedAt(map, i).ofPhrase === 1) : []);

  onMount(() => {
    let made: { destroy(): void } | undefined;
    let gone = false;
    void import('wavesurfer.js').then(({ default: WaveSurfer }) => {
      if (gone) return;
      const style = getComputedStyle(box);
      const wave = WaveSurfer.create({
        container: box,
        height: 84,
        peaks: [peaks],
        duration: length,
        waveColor: style.getPropertyValue('--wave'),
        progressColor: style.getPropertyValue('--wave'),
        cursorWidth: 0,
        normalize: false,
        interact: true,
        hideScrollbar: true,
      });
      wave.on('interaction', (at: number) => desk.seek(at));
      made = wave;
    });
    return () => {
      gone = true;
      made?.destroy();
    };
  });
</script>

<div class="picture">
  <div class="sections" aria-hidden="true">
    {#each sections as s (s.from)}<span
        class={s.kind}
        class:slow={s.slow}
        style:left={x(s.at)}
        style:width={x(s.to - s.at)}>{s.name}</span
      >{/each}
  </div>
  <div class="wave">
    <div bind:this={box} class="sound"></div>
    {#each phrases as p (p)}<i class="phrase" style:left={x(p)}></i>{/each}
    {#each map?.marks ?? [] as m (m.beat)}<i
        class="mark {m.kind}"
        style:left={x(map?.beats[m.beat] ?? 0)}
        style:width={x(
          (map?.beats[Math.min(m.beat + Math.round(m.beats), (map?.beats.length ?? 1) - 1)] ?? 0) -
            (map?.beats[m.beat] ?? 0),
        )}
      ></i>{/each}
    {#if desk.loop}<i
        class="loop"
        style:left={x(desk.loop.from)}
        style:width={x(desk.loop.to - desk.loop.from)}
      ></i>{/if}
    <i class="head" style:left={x(desk.at)}></i>
  </div>
  <label class="visually-hidden" for="place">Place in the song</label>
  <input
    id="place"
    class="place"
    type="range"
    min="0"
    max={length}
    step="0.1"
    value={desk.at}
    aria-valuetext={clockText(desk.at)}
    oninput={(e) => desk.seek(e.currentTarget.valueAsNumber)}
  />
</div>

<style>
  .picture {
    display: grid;
    gap: 2px;
  }
  .sections {
    position: relative;
    height: 24px;
  }
  .sections span {
    position: absolute;
    top: 0;
    bottom: 0;
    border-left: 2px solid var(--ink);
    padding: 2px 6px;
    font: 650 13px var(--display);
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    background: var(--cell);
  }
  .sections .intro,
  .sections .end {
    background: var(--maple);
  }
  .sections .slow {
    font-style: italic;
  }
  .wave {
    --wave: var(--quiet);
    position: relative;
    background: var(--sheet);
    border: 1px solid var(--line);
    border-radius: 6px;
    overflow: hidden;
  }
  .sound {
    min-height: 84px;
    cursor: pointer;
  }
  i {
    position: absolute;
    top: 0;
    bottom: 0;
    pointer-events: none;
    z-index: 3;
  }
  .phrase {
    border-left: 1px solid var(--ink);
    opacity: 0.5;
  }
  .mark {
    background: var(--follower);
    opacity: 0.35;
    min-width: 3px;
  }
  .mark.hit {
    background: var(--arm-b);
  }
  .loop {
    background: var(--look);
    opacity: 0.16;
  }
  .head {
    border-left: 3px solid var(--look);
  }
  .place {
    width: 100%;
    margin: 0;
    height: 18px;
    accent-color: var(--look);
  }
</style>
