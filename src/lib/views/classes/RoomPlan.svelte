<script lang="ts">
  import { blockedIn, type Arrangement, type Footprint, type Room, type Wall } from '$lib/core/hall';

  /** A room to scale with its couples: the front wall above. A thing can be dragged, or moved with the arrow keys. */
  let {
    room,
    arrangement,
    footprint,
    move,
  }: {
    room: Room;
    arrangement: Arrangement | undefined;
    footprint: Footprint | undefined;
    move: (key: string, x: number, y: number) => unknown;
  } = $props();

  const EDGE = 0.9;
  let svg: SVGSVGElement | undefined = $state();
  let held: { key: string; dx: number; dy: number } | undefined = $state();
  const kept = $derived(blockedIn(room).slice(room.things.length));
  const wallLine = (wall: Wall) => {
    const [w, l] = [room.width, room.length];
    return { front: [0, 0, w, 0], back: [0, l, w, l], left: [0, 0, 0, l], right: [w, 0, w, l] }[wall] as [
      number,
      number,
      number,
      number,
    ];
  };
  const door = $derived.by(() => {
    if (!room.door) return undefined;
    const { wall, at } = room.door;
    const across = wall === 'front' || wall === 'back';
    return across
      ? {
          x1: at - 0.5,
          x2: at + 0.5,
          y1: wall === 'front' ? 0 : room.length,
          y2: wall === 'front' ? 0 : room.length,
        }
      : {
          x1: wall === 'left' ? 0 : room.width,
          x2: wall === 'left' ? 0 : room.width,
          y1: at - 0.5,
          y2: at + 0.5,
        };
  });
  function point(e: PointerEvent) {
    const m = svg?.getScreenCTM();
    if (!m) return { x: 0, y: 0 };
    const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(m.inverse());
    return { x: p.x, y: p.y };
  }
  function grab(e: PointerEvent, t: Room['things'][number]) {
    e.preventDefault();
    (e.currentTarget as Element).setPointerCapture(e.pointerId);
    const p = point(e);
    held = { key: t.key, dx: p.x - t.x, dy: p.y - t.y };
  }
  function drag(e: PointerEvent) {
    if (!held) return;
    const p = point(e);
    put(held.key, p.x - held.dx, p.y - held.dy);
  }
  function put(key: string, x: number, y: number) {
    const t = room.things.find((i) => i.key === key);
    if (!t) return;
    const clamp = (v: number, most: number) => Math.round(10 * Math.max(0, Math.min(most, v))) / 10;
    move(key, clamp(x, room.width - t.width), clamp(y, room.length - t.depth));
  }
  function keys(e: KeyboardEvent, t: Room['things'][number]) {
    const by = { ArrowLeft: [-0.1, 0], ArrowRight: [0.1, 0], ArrowUp: [0, -0.1], ArrowDown: [0, 0.1] }[e.key];
    if (!by) return;
    e.preventDefault();
    put(t.key, t.x + (by[0] ?? 0), t.y + (by[1] ?? 0));
  }
  const says = $derived(
    `${room.name}, ${room.width} by ${room.length} metres, ${arrangement?.couples.length ?? 0} couples`,
  );
</script>

<svg
  bind:this={svg}
  viewBox="{-EDGE} {-EDGE} {room.width + 2 * EDGE} {room.length + 2 * EDGE}"
  role="group"
  aria-label={says}
>
  <rect class="floor" width={room.width} height={room.length} />
  {#each Array.from({ length: Math.floor(room.length) }, (_, i) => i + 1) as y (y)}<line
      class="board"
      x1="0"
      x2={room.width}
      y1={y}
      y2={y}
    />{/each}
  {#each kept as b, i (i)}<rect class="kept" x={b.x} y={b.y} width={b.width} height={b.depth} />{/each}
  {#each arrangement?.couples ?? [] as c, i (i)}
    <g class="couple">
      {#if footprint?.takes === 'slot'}
        {@const across = arrangement?.lanes !== 'away'}
        <rect x={c.x} y={c.y} width={c.width} height={c.depth} rx="0.12" />
        {#if across}
          <circle class="leader" cx={c.x + 0.32 * c.width} cy={c.y + c.depth / 2} r="0.2" />
          <circle class="follower" cx={c.x + 0.68 * c.width} cy={c.y + c.depth / 2} r="0.2" />
        {:else}
          <circle class="leader" cx={c.x + c.width / 2} cy={c.y + 0.32 * c.depth} r="0.2" />
          <circle class="follower" cx={c.x + c.width / 2} cy={c.y + 0.68 * c.depth} r="0.2" />
        {/if}
      {:else}
        <circle class="round" cx={c.x + c.width / 2} cy={c.y + c.depth / 2} r={c.width / 2} />
        <circle class="leader" cx={c.x + c.width / 2 - 0.22} cy={c.y + c.depth / 2} r="0.2" />
        <circle class="follower" cx={c.x + c.width / 2 + 0.22} cy={c.y + c.depth / 2} r="0.2" />
      {/if}
    </g>
  {/each}
  {#each room.things as t (t.key)}
    <g
      class="thing"
      role="button"
      tabindex="0"
      aria-label="{t.what}, {t.x} metres from the left, {t.y} from the front; arrow keys move it"
      onpointerdown={(e) => grab(e, t)}
      onpointermove={drag}
      onpointerup={() => (held = undefined)}
      onpointercancel={() => (held = undefined)}
      onkeydown={(e) => keys(e, t)}
    >
      <rect x={t.x} y={t.y} width={t.width} height={t.depth} />
      {#if t.width > 1}<text x={t.x + t.width / 2} y={t.y + t.depth / 2 + 0.12}>{t.what}</text>{/if}
    </g>
  {/each}
  <rect class="wall" width={room.width} height={room.length} />
  {#each room.mirrors as m (m)}
    {@const [x1, y1, x2, y2] = wallLine(m)}
    <line class="mirror" {x1} {y1} {x2} {y2} />
  {/each}
  {#if door}<line class="door" {...door} />{/if}
  {#if room.music}<text class="music" x={room.music.x} y={room.music.y + 0.16}>♫</text>{/if}
  {#if arrangement?.stand}
    <g class="stand">
      <circle cx={arrangement.stand.x} cy={arrangement.stand.y} r="0.26" />
      <text x={arrangement.stand.x} y={arrangement.stand.y + 0.13}>T</text>
    </g>
  {/if}
  <text class="side" x={room.width / 2} y="-0.3">front · {room.width} m</text>
  <text class="side" x="-0.3" y={room.length / 2} transform="rotate(-90 -0.3 {room.length / 2})"
    >{room.length} m</text
  >
</svg>

<style>
  svg {
    width: 100%;
    max-height: min(72vh, 640px);
    font-family: var(--text);
  }
  .floor {
    fill: var(--maple);
  }
  .board {
    stroke: var(--maple-line);
    stroke-width: 0.015;
  }
  .kept {
    fill: var(--paper);
    opacity: 0.55;
  }
  .wall {
    fill: none;
    stroke: var(--ink);
    stroke-width: 0.12;
  }
  .mirror {
    stroke: var(--look);
    stroke-width: 0.2;
  }
  .door {
    stroke: var(--paper);
    stroke-width: 0.2;
  }
  .couple rect,
  .round {
    fill: var(--lane);
    stroke: var(--ink);
    stroke-width: 0.025;
  }
  .leader {
    fill: var(--leader);
  }
  .follower {
    fill: var(--follower);
  }
  .thing {
    cursor: move;
    touch-action: none;
  }
  .thing rect {
    fill: var(--ink);
    opacity: 0.82;
  }
  .thing text {
    fill: var(--paper);
  }
  .thing:focus-visible rect {
    stroke: var(--focus);
    stroke-width: 0.1;
  }
  text {
    font-size: 0.38px;
    text-anchor: middle;
    fill: var(--ink);
  }
  .music {
    font-size: 0.6px;
  }
  .side {
    fill: var(--quiet);
  }
  .stand circle {
    fill: var(--look);
  }
  .stand text {
    fill: var(--paper);
    font-weight: 700;
    font-size: 0.36px;
  }
</style>
