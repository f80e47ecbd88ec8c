<script module lang="ts">
  import type { Analysis, Weighed } from '$lib/core/analysis';
  import type { Role } from '$lib/core/base';
  import type { FigureEdit } from '$lib/core/figure';
  import type { Viewpoint } from '$lib/core/scene';

  /** What the floor shows; footprints can be chosen and dragged where that means something. */
  export interface Stage {
    readonly analysis: Analysis;
    readonly selected?: Weighed | undefined;
    readonly selection?: { readonly role: Role } | undefined;
    select?(role: Role, w: Weighed | undefined): void;
    edit?(edit: FigureEdit, group?: string): unknown;
    /** Where a step is added that is drawn on the floor. */
    goOn?(role: Role, tick: number): void;
  }
  export const VIEW_NAMES: Record<Viewpoint, string> = {
    leader: 'the leader’s side',
    follower: 'the follower’s side',
    near: 'the near side',
    far: 'the far side',
  };
</script>

<script lang="ts">
  import { SOLE } from '$lib/views/shoe';
  import { LANE_HALF, armsAt } from '$lib/core/analysis';
  import { nameOf } from '$lib/core/arms';
  import { ROLES, TICKS_PER_BEAT, fromBody } from '$lib/core/base';
  import { trunkText } from '$lib/messages';
  import {
    dragged,
    footprints,
    oneAlone,
    poseAt,
    project,
    trunkPoseAt,
    type Footprint,
  } from '$lib/core/scene';
  import { sayCount } from '$lib/core/time';
  import { turnAmount } from '$lib/views/rail/rail-model';
  import { BODY, danceOf } from '$lib/core/vocabulary';
  import { nextPlace } from '$lib/state/building';
  import type { Player } from '$lib/state/player.svelte';
  import FloorArms from './FloorArms.svelte';

  /** `follow`: long ways are seen piece by piece, the couple in the middle. */
  let { desk, player, follow = false }: { desk: Stage; player: Player; follow?: boolean } = $props();

  const SIZE = 320;
  const a = $derived(desk.analysis);
  /** Metres shown at most, and the beats round the playhead whose footprints are shown, where the couple is followed. */
  const WIDEST = 3.4;
  const AROUND = 4 * TICKS_PER_BEAT;
  const rect = $derived(a.floor.rectangle);
  /** Metres: the picture keeps its scale until a step leaves it by so much. */
  const GRID = 0.3;
  const steady = (r: typeof rect) => ({
    minX: Math.floor(r.minX / GRID) * GRID,
    maxX: Math.ceil(r.maxX / GRID) * GRID,
    minY: Math.floor(r.minY / GRID) * GRID,
    maxY: Math.ceil(r.maxY / GRID) * GRID,
  });
  const far = $derived(follow && Math.max(rect.maxX - rect.minX, rect.maxY - rect.minY) > WIDEST);
  const seen = $derived({ ...a, floor: { ...a.floor, rectangle: far ? around() : steady(rect) } });
  const view = $derived(project(seen, player.view, player.mirrored, SIZE));
  function around() {
    const [l, f] = ROLES.map((role) => poseAt(a, role, player.tick).body);
    const x = ((l?.x ?? 0) + (f?.x ?? 0)) / 2;
    const y = ((l?.y ?? 0) + (f?.y ?? 0)) / 2;
    return { minX: x - WIDEST / 2, maxX: x + WIDEST / 2, minY: y - WIDEST / 2, maxY: y + WIDEST / 2 };
  }
  /** Nothing is written: the couple stands where it begins. */
  const nobody = $derived(desk.edit !== undefined && ROLES.every((r) => a.roles[r].actions.length === 0));
  const shown = $derived(
    ROLES.filter(
      (r) => (player.only === 'both' || player.only === r) && (a.roles[r].actions.length > 0 || nobody),
    ),
  );
  /** How far they are apart, and what their arms do, is said once both have steps. */
  const alone = $derived(oneAlone(a));
  const current = $derived(desk.selected);
  const isChosen = (p: Footprint) =>
    current !== undefined && desk.selection?.role === p.role && a.roles[p.role].actions[p.index] === current;
  /** The chosen footprint lies on top, where it can be taken hold of. */
  const prints = $derived(
    shown
      .flatMap((r) => footprints(a, r))
      .filter((p) => !follow || Math.abs(p.tick - player.tick) <= AROUND)
      .sort((x, y) => Number(isChosen(x)) - Number(isChosen(y))),
  );
  const frame = $derived(danceOf(a.figure).frame);
  const poses = $derived(
    shown.map((role) => ({
      role,
      pose: poseAt(a, role, player.tick),
      trunk: trunkPoseAt(a, role, player.tick),
    })),
  );

  /** Both dancers, when both are shown: only then are there arms to draw. */
  const pair = $derived.by(() => {
    const [l, f] = [poses.find((p) => p.role === 'leader'), poses.find((p) => p.role === 'follower')];
    return l && f ? { leader: l.pose, follower: f.pose } : undefined;
  });
  /** What head and upper body do now, in words. */
  const trunkWords = $derived(
    poses
      .filter((p) => p.trunk.said)
      .map((p) => ({ role: p.role, says: trunkText(p.trunk.trunk) }))
      .filter((p) => p.says !== '')
      .map((p) => `${p.role}: ${p.says}`)
      .join('; '),
  );
  const armsNow = $derived(nameOf(armsAt(a.arms, player.tick, true)).title);

  const boards = Array.from({ length: 9 }, (_, i) => (i + 0.5) * (SIZE / 9));
  const path = (points: readonly { x: number; y: number }[]): string =>
    points.map((p, i) => `${i ? 'L' : 'M'}${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join('');

  const lane = $derived.by(() => {
    const heading = a.solved.problem.input.lane ?? a.figure.start.facing;
    const at = (right: number, ahead: number) => view.point(fromBody(heading, right, ahead));
    const end = 4;
    return `${path([at(-LANE_HALF, -end), at(-LANE_HALF, end), at(LANE_HALF, end), at(LANE_HALF, -end)])}Z`;
  });
  /** Where the line of dance points in this view. */
  const lineAngle = $derived(view.angle(0));

  function shoe(p: { at: { x: number; y: number }; angle: number }, foot: 'L' | 'R', height: number) {
    const c = view.point(p.at);
    const flip = (foot === 'L') !== player.mirrored ? -1 : 1;
    const s = (height * BODY.footLength * view.scale) / 36;
    return `translate(${c.x.toFixed(2)} ${c.y.toFixed(2)}) rotate(${view.angle(p.angle).toFixed(1)}) scale(${(flip * s).toFixed(3)} ${s.toFixed(3)})`;
  }

  function torso(role: Role) {
    const entry = poses.find((p) => p.role === role);
    if (!entry) return undefined;
    const c = view.point(entry.pose.body);
    const size = a.roles[role].size;
    return {
      c,
      angle: view.angle(entry.trunk.chest),
      feet: view.angle(entry.pose.facing),
      look: view.angle(entry.trunk.look),
      twisted: entry.trunk.trunk.twist !== 0,
      crown: view.point({
        x: entry.pose.body.x + entry.trunk.off.x,
        y: entry.pose.body.y + entry.trunk.off.y,
      }),
      free: entry.trunk.trunk.head === 'free',
      up: entry.trunk.trunk.head === 'back' || entry.trunk.trunk.head === 'up',
      off: Math.hypot(entry.trunk.off.x, entry.trunk.off.y) > 0.01,
      rx: size.halfBreadth * view.scale,
      ry: size.halfDepth * view.scale,
    };
  }

  let svg: SVGSVGElement;
  let pulling: { print: Footprint; to: { x: number; y: number } } | undefined = $state();

  function grab(e: PointerEvent, print: Footprint) {
    const w = a.roles[print.role].actions[print.index];
    if (!desk.edit) return;
    desk.select?.(print.role, w);
    pulling = { print, to: print.at };
    (e.currentTarget as Element).setPointerCapture(e.pointerId);
    e.preventDefault();
  }
  function pull(e: PointerEvent) {
    if (pulling) pulling = { ...pulling, to: at(e) };
  }
  function drop() {
    const p = pulling;
    pulling = undefined;
    if (!p || Math.hypot(p.to.x - p.print.at.x, p.to.y - p.print.at.y) < 0.04) return;
    const w = a.roles[p.print.role].actions[p.print.index];
    const patch = dragged(a, p.print.role, p.print.index, p.to);
    if (w && patch) desk.edit?.({ type: 'set-action', role: p.print.role, at: w.ref, patch });
  }

  /** The free foot at the end of a role's line, dragged to where it steps next. */
  let adding: { role: Role; foot: 'L' | 'R'; to: { x: number; y: number } } | undefined = $state();
  function mayAdd(role: Role, foot: 'L' | 'R', weight: boolean): boolean {
    const last = a.roles[role].actions.at(-1);
    if (!desk.edit) return false;
    return last ? !weight && player.tick >= last.tick : foot === a.roles[role].startFree;
  }
  function reach(e: PointerEvent, role: Role, foot: 'L' | 'R') {
    adding = { role, foot, to: at(e) };
    (e.currentTarget as Element).setPointerCapture(e.pointerId);
    e.preventDefault();
  }
  function land() {
    const d = adding;
    adding = undefined;
    const from = d && poses.find((p) => p.role === d.role)?.pose.feet[d.foot].at;
    if (!d || !from || Math.hypot(d.to.x - from.x, d.to.y - from.y) < 0.06) return;
    const tick = nextPlace(a, d.role);
    const group = 'floor-step';
    const body = { type: 'action', kind: 'step', direction: 'place' } as const;
    if (!desk.edit?.({ type: 'insert', role: d.role, tick, action: body }, group)) return;
    const index = desk.analysis.roles[d.role].actions.findIndex((w) => w.tick === tick);
    const w = desk.analysis.roles[d.role].actions[index];
    const patch = dragged(desk.analysis, d.role, index, d.to);
    if (w && patch) desk.edit({ type: 'set-action', role: d.role, at: w.ref, patch }, group);
    player.tick = tick;
    desk.goOn?.(d.role, nextPlace(desk.analysis, d.role));
  }
  function at(e: PointerEvent) {
    const box = svg.getBoundingClientRect();
    const scale = SIZE / box.width;
    return view.floor((e.clientX - box.left) * scale, (e.clientY - box.top) * scale);
  }

  const apart = $derived.by(() => {
    const i = Math.round(Math.max(0, player.tick - a.floor.from));
    return a.floor.apart[Math.min(i, a.floor.apart.length - 1)] ?? 0;
  });
  const laneWord = $derived.by(() => {
    if (frame !== 'slot' || alone) return '';
    const inside = ROLES.filter((r) =>
      a.floor.lane[r].some((s) => s.from <= player.tick && player.tick < s.to),
    );
    return inside.length === 2
      ? 'both in the slot'
      : inside.length === 1
        ? `only the ${inside[0]} in the slot`
        : 'slot empty';
  });
  /** Words bent further than this many times as far as they are soft are drawn: where they lead, and where they land. */
  const BENT = 1.5;
  const bent = $derived(
    a.floor.words
      .filter((w) => w.strain > BENT && w.tick >= 0 && shown.includes(w.role))
      .filter((w) => !follow || Math.abs(w.tick - player.tick) <= AROUND)
      .map((w) => ({ ...w, from: view.point(w.said), to: view.point(w.at) })),
  );
  const bentMost = $derived(
    bent.reduce<(typeof bent)[number] | undefined>(
      (m, w) => (w.strain > (m?.strain ?? 0) ? w : m),
      undefined,
    ),
  );
  /** To the ten centimetres: more is not known. */
  const about = (m: number) => `${Math.max(10, Math.round(m * 10) * 10)} cm`;
  const bentWords = $derived(
    bentMost &&
      `the ${bentMost.role}’s step at ${sayCount(bentMost.tick, a.figure.feel)} lands about ${about(Math.hypot(bentMost.at.x - bentMost.said.x, bentMost.at.y - bentMost.said.y))} from where its words lead`,
  );
  /** A pass whose side nothing written decides: the leader's last step before it can say. */
  const open = $derived.by(() => {
    const side = frame === 'slot' && desk.edit ? a.floor.sides.find((s) => s.undecided) : undefined;
    const w = side && a.roles.leader.actions.findLast((x) => x.change && x.tick <= side.tick);
    return side && w ? { side, w } : undefined;
  });
  function sayLane(lane: 'left' | 'right') {
    if (open) desk.edit?.({ type: 'set-action', role: 'leader', at: open.w.ref, patch: { lane } });
  }
  /** Who has turned how far in all, as it is said. */
  const turned = $derived(
    ROLES.filter((r) => a.roles[r].total !== 0)
      .map((r) => `${r} ${turnAmount(a.roles[r].total)}`)
      .join(', '),
  );
  const r = $derived(a.floor.rectangle);
  const needs = $derived(
    Number.isFinite(r.minX) ? `${(r.maxX - r.minX).toFixed(1)} × ${(r.maxY - r.minY).toFixed(1)} m` : '',
  );
  const describe = $derived(
    `Floor from above, seen from ${VIEW_NAMES[player.view]}${player.mirrored ? ', mirrored' : ''}. At ${sayCount(Math.max(0, Math.round(player.tick)), a.figure.feel)} ${alone ? '' : `the partners are about ${about(apart)} apart. Arms: ${armsNow}. `}It needs ${needs}.${trunkWords ? ` ${trunkWords}.` : ''}${bentWords ? ` ${bentWords}.` : ''}`,
  );
</script>

<figure class="floor">
  <svg bind:this={svg} viewBox="0 0 {SIZE} {SIZE}" role="img" aria-label={describe}>
    <rect width={SIZE} height={SIZE} rx="10" class="wood" />
    {#each boards as y (y)}<line x1="0" x2={SIZE} y1={y} y2={y} class="board" />{/each}
    {#if frame === 'slot'}<path d={lane} class="lane" />{/if}
    {#if frame === 'line-of-dance'}
      <g transform="translate(26 26) rotate({lineAngle})" class="line">
        <line y1="15" y2="-10" />
        <path d="M-5 -9L0 -18L5 -9Z" />
      </g>
    {/if}
    {#each prints as p (`${p.role}${p.index}`)}
      {@const chosen = isChosen(p)}
      {@const at = pulling?.print === p ? pulling.to : p.at}
      <!-- svelte-ignore a11y_no_static_element_interactions -->
      <path
        d={SOLE}
        transform={shoe({ at, angle: p.angle }, p.foot, a.roles[p.role].size.height)}
        class="print {p.role}"
        class:touch={!p.weight}
        class:chosen
        class:past={p.tick <= player.tick}
        class:fixed={!desk.edit}
        data-print="{p.role}-{p.index}"
        onpointerdown={(e) => grab(e, p)}
        onpointermove={pull}
        onpointerup={drop}
        onpointercancel={() => (pulling = undefined)}
      />
    {/each}
    {#each bent as w (`${w.role}${w.index}`)}
      <g class="bent {w.role}">
        <line x1={w.from.x} y1={w.from.y} x2={w.to.x} y2={w.to.y} />
        <circle cx={w.from.x} cy={w.from.y} r="3.5" />
      </g>
    {/each}
    {#each poses as { role, pose } (role)}
      {@const t = torso(role)}
      <g class="dancer {role}">
        {#each ['L', 'R'] as const as f (f)}
          {@const to =
            adding?.role === role && adding.foot === f
              ? { at: adding.to, angle: pose.feet[f].angle }
              : pose.feet[f]}
          <!-- svelte-ignore a11y_no_static_element_interactions -->
          <path
            d={SOLE}
            transform={shoe(to, f, a.roles[role].size.height)}
            class="shoe"
            class:light={!pose.feet[f].weight}
            class:free={mayAdd(role, f, pose.feet[f].weight)}
            data-free={mayAdd(role, f, pose.feet[f].weight) ? role : undefined}
            onpointerdown={(e) => mayAdd(role, f, pose.feet[f].weight) && reach(e, role, f)}
            onpointermove={(e) => adding && (adding = { ...adding, to: at(e) })}
            onpointerup={land}
            onpointercancel={() => (adding = undefined)}
          />
        {/each}
        {#if t}
          <g transform="translate({t.c.x.toFixed(2)} {t.c.y.toFixed(2)}) rotate({t.angle.toFixed(1)})">
            <ellipse rx={t.rx} ry={t.ry} class="torso" />
            <path d="M-4 {-t.ry - 1}L0 {-t.ry - 9}L4 {-t.ry - 1}Z" class="nose" />
          </g>
          {#if t.twisted}
            <line
              class="hips"
              x1={-t.rx * 0.8}
              x2={t.rx * 0.8}
              transform="translate({t.c.x.toFixed(2)} {t.c.y.toFixed(2)}) rotate({t.feet.toFixed(1)})"
            />
          {/if}
        {/if}
      </g>
    {/each}
    {#if pair}<FloorArms analysis={a} tick={player.tick} poses={pair} {view} />{/if}
    {#each poses as { role } (role)}
      {@const t = torso(role)}
      {#if t}
        <g class="crown {role}">
          {#if t.off}<line class="leaning" x1={t.c.x} y1={t.c.y} x2={t.crown.x} y2={t.crown.y} />{/if}
          <g transform="translate({t.crown.x.toFixed(2)} {t.crown.y.toFixed(2)}) rotate({t.look.toFixed(1)})">
            {#if !t.up}
              <path d="M-5 {-t.ry * 0.72 + 2}L0 {-t.ry * 0.72 - 9}L5 {-t.ry * 0.72 + 2}Z" class="face" />
            {/if}
            <circle r={t.ry * 0.72} class="head" class:free={t.free} />
          </g>
          <text x={t.crown.x} y={t.crown.y} class="initial">{role === 'leader' ? 'L' : 'F'}</text>
        </g>
      {/if}
    {/each}
  </svg>
  <figcaption>
    {#if !alone}<span>about {about(apart)} apart</span>{/if}
    {#if trunkWords}<span>{trunkWords}</span>{/if}
    {#if laneWord}<span>{laneWord}</span>{/if}
    {#if frame === 'line-of-dance'}<span>arrow: line of dance; the wall is to its right</span>{/if}
    {#if needs}<span>needs {needs}</span>{/if}
    {#if bentWords}<span>{bentWords}</span>{/if}
    {#if open}<span class="ask"
        >Which side does the leader take at {sayCount(Math.max(0, open.side.tick), a.figure.feel)}?
        <button onclick={() => sayLane('left')}>left of the slot</button><button
          onclick={() => sayLane('right')}>right of the slot</button
        ></span
      >{/if}
    {#if turned}<span>{turned}</span>{/if}
  </figcaption>
</figure>

<style>
  .bent line {
    stroke: var(--ink);
    stroke-width: 1.5;
    stroke-dasharray: 3 3;
  }
  .bent circle {
    fill: none;
    stroke: var(--ink);
    stroke-width: 1.5;
  }
  .ask {
    display: inline-flex;
    gap: 6px;
    align-items: center;
    flex-wrap: wrap;
  }
  .floor {
    margin: 0;
  }
  svg {
    width: 100%;
    display: block;
    aspect-ratio: 1;
    contain: strict;
    touch-action: pan-y;
  }
  .wood {
    fill: var(--maple);
  }
  .board {
    stroke: var(--maple-line);
  }
  .lane {
    fill: var(--lane);
    stroke: var(--quiet);
    stroke-width: 1;
    stroke-dasharray: 5 4;
  }
  .line {
    stroke: var(--ink);
    fill: var(--ink);
    stroke-width: 1.6;
  }
  .print {
    opacity: 0.2;
    cursor: grab;
    touch-action: none;
  }
  .print.fixed {
    cursor: default;
  }
  .print.past {
    opacity: 0.4;
  }
  .print.leader,
  .dancer.leader,
  .crown.leader {
    fill: var(--leader);
    color: var(--leader);
  }
  .print.follower,
  .dancer.follower,
  .crown.follower {
    fill: var(--follower);
    color: var(--follower);
  }
  .print.touch {
    fill: none;
    stroke: currentColor;
    stroke-width: 2.5;
  }
  .print.touch.leader {
    stroke: var(--leader);
  }
  .print.touch.follower {
    stroke: var(--follower);
  }
  .print.chosen {
    opacity: 0.9;
    stroke: var(--ink);
    stroke-width: 3;
  }
  .dancer,
  .crown {
    pointer-events: none;
  }
  .shoe.free {
    pointer-events: all;
    cursor: grab;
    touch-action: none;
  }
  .shoe.light {
    opacity: 0.55;
  }
  .torso {
    opacity: 0.82;
  }
  .head {
    fill: var(--sheet);
    stroke: currentColor;
    stroke-width: 1.5;
  }
  .head.free {
    stroke-dasharray: 3 2;
  }
  .hips {
    stroke: currentColor;
    stroke-width: 2.5;
    stroke-dasharray: 2 3;
  }
  .leaning {
    stroke: currentColor;
    stroke-width: 3;
  }
  .face {
    fill: var(--ink);
  }
  .initial {
    fill: var(--ink);
    font: 700 11px var(--text);
    text-anchor: middle;
    dominant-baseline: central;
  }
  figcaption {
    display: flex;
    flex-wrap: wrap;
    gap: 0 12px;
    font-size: 13px;
    color: var(--quiet);
    padding-top: 4px;
  }
</style>
