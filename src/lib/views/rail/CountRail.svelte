<script lang="ts">
  import { armsAt, type Weighed } from '$lib/core/analysis';
  import { TICKS_PER_BEAT, otherRole, type Role } from '$lib/core/base';
  import { NO_PICKS, sayPicks } from '$lib/core/figure';
  import { nearestLabelled, sayCount } from '$lib/core/time';
  import { railArms, railBeat, tickAtRail, type ArmStretch } from '$lib/core/scene';
  import { heldHands, turnWord } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import type { Desk } from '$lib/state/desk.svelte';
  import type { Player } from '$lib/state/player.svelte';
  import ChoiceRow from './ChoiceRow.svelte';
  import Footprint from './Footprint.svelte';
  import RailNames from './RailNames.svelte';
  import Spine from './Spine.svelte';
  import { beatsShown, left, marks, unitLabel, type RailMark } from './rail-model';

  let {
    desk,
    player,
    changed,
    plain = false,
  }: {
    desk: Desk;
    player: Player;
    /** Steps to mark, as role and tick. */
    changed: ReadonlySet<string>;
    /** Without the lines of words. */
    plain?: boolean;
  } = $props();

  const a = $derived(desk.analysis);
  const feel = $derived(desk.figure.feel);
  const beats = $derived(beatsShown(a));
  const tracks = $derived({ leader: marks(a, 'leader'), follower: marks(a, 'follower') });
  const cells = $derived(Array.from({ length: Math.ceil(beats / a.unitBeats) }, (_, i) => i));
  const arms = $derived(railArms(a));
  const others = $derived(
    a.words.filter((w) => w.track !== 'hands' && w.track !== 'calls' && w.track !== 'parts'),
  );
  const parts = $derived(plain ? [] : a.words.filter((w) => w.track === 'parts'));
  const choosing = $derived(plain ? [] : [...new Set(desk.choices.map((c) => c.role))]);
  const rows = $derived(plain ? [] : [...new Set(others.map((o) => o.track))]);
  const faults = $derived(
    new Set(desk.findings.filter((f) => f.severity === 'wrong').map((f) => `${f.role}|${f.tick}`)),
  );

  /** The stretch of arms that is pointed at, or else the one under the playhead. */
  let pointed: ArmStretch | undefined = $state.raw();
  $effect(() => {
    void player.tick;
    pointed = undefined;
  });
  const stretch = $derived(
    (pointed && arms.stretches.includes(pointed) ? pointed : undefined) ??
      arms.stretches.findLast((x) => x.from <= Math.max(0, player.tick)) ??
      arms.stretches[0],
  );
  /** The turn by the school chosen: what it is called with the hands held then. */
  function turnTitle(role: Role, mark: RailMark): string {
    const by = (mark.w.action.turn ?? 0) + (mark.w.action.then ?? 0);
    const held = heldHands(armsAt(a.arms, Math.max(0, mark.w.tick - 1)), role);
    return `${turnWord(role, by, held, app.turnSchool)} turn`;
  }
  const countOf = (tick: number): number => Math.ceil(Math.max(0, tick) / TICKS_PER_BEAT) + 1;
  const head = $derived(left(Math.max(-0.35, railBeat(player.tick, feel))));

  let drag: { role: Role; w: Weighed; x: number; by: number; beat: number } | undefined = $state();
  let scroller: HTMLDivElement;

  function press(e: PointerEvent, role: Role, mark: RailMark) {
    desk.select(role, mark.w);
    if (e.button !== 0) return;
    const beat =
      (e.currentTarget as HTMLElement).closest('.lanes')?.querySelector('.cell')?.getBoundingClientRect()
        .width ?? 200;
    drag = { role, w: mark.w, x: e.clientX, by: 0, beat: beat / a.unitBeats };
    (e.currentTarget as HTMLElement).setPointerCapture(e.pointerId);
  }
  function pull(e: PointerEvent) {
    if (!drag) return;
    const at = railBeat(drag.w.tick, feel) + (e.clientX - drag.x) / drag.beat;
    drag.by = Math.max(0, nearestSub(at)) - drag.w.tick;
  }
  function nearestSub(at: number): number {
    return nearestLabelled(Math.round(tickAtRail(Math.round(at * 2) / 2, feel)), feel);
  }
  function drop() {
    const d = drag;
    drag = undefined;
    if (d && d.by !== 0) moveBy(d.role, d.w, d.by);
  }
  function moveBy(role: Role, w: Weighed, by: number) {
    const tick = w.tick + by;
    if (!desk.edit({ type: 'move', role, at: w.ref, by })) return;
    desk.select(
      role,
      desk.analysis.roles[role].actions.find((x) => x.tick === tick),
    );
    focusSelected();
  }
  function focusSelected() {
    requestAnimationFrame(() => scroller.querySelector<HTMLElement>('[aria-current="true"]')?.focus());
  }

  function choose(role: Role, w: Weighed | undefined) {
    if (!w) return;
    desk.select(role, w);
    player.tick = w.tick;
    focusSelected();
  }

  function keys(e: KeyboardEvent, role: Role, index: number) {
    const list = a.roles[role].actions;
    const w = list[index];
    if (!w) return;
    const done = handle(e, role, w, index, list);
    if (done) {
      e.preventDefault();
      e.stopPropagation();
    }
  }
  function handle(
    e: KeyboardEvent,
    role: Role,
    w: Weighed,
    index: number,
    list: readonly Weighed[],
  ): boolean {
    const step = (d: 1 | -1) => nearestSub(railBeat(w.tick, feel) + d * 0.5) - w.tick;
    if (e.altKey && e.key === 'ArrowLeft') moveBy(role, w, step(-1));
    else if (e.altKey && e.key === 'ArrowRight') moveBy(role, w, step(1));
    else if (e.altKey || e.ctrlKey || e.metaKey) return false;
    else if (e.key === 'ArrowRight') choose(role, list[index + 1]);
    else if (e.key === 'ArrowLeft') choose(role, list[index - 1]);
    else if (e.key === 'ArrowUp' || e.key === 'ArrowDown')
      choose(otherRole(role), nearest(otherRole(role), w.tick));
    else if (e.key === 'Delete' || e.key === 'Backspace') remove(role, w, list[index - 1] ?? list[index + 1]);
    else if (e.shiftKey && (e.key === 'L' || e.key === 'R'))
      desk.edit({ type: 'set-action', role, at: w.ref, patch: { foot: e.key } });
    else if (e.key === '+' || e.key === 'Insert') addAfter(role, w);
    else if (e.key === 'Escape') desk.select(role, undefined);
    else return false;
    return true;
  }
  function nearest(role: Role, tick: number): Weighed | undefined {
    return a.roles[role].actions.toSorted((x, y) => Math.abs(x.tick - tick) - Math.abs(y.tick - tick))[0];
  }
  function remove(role: Role, w: Weighed, next: Weighed | undefined) {
    if (!desk.edit({ type: 'delete', role, at: w.ref })) return;
    desk.select(role, next && desk.analysis.roles[role].actions.find((x) => x.tick === next.tick));
    focusSelected();
  }
  export function addAfter(role: Role, w: Weighed) {
    const taken = new Set(a.roles[role].actions.map((x) => x.tick));
    let at = railBeat(w.tick, feel) + 0.5;
    while (taken.has(nearestSub(at))) at += 0.5;
    const tick = nearestSub(at);
    if (
      !desk.edit({ type: 'insert', role, tick, action: { type: 'action', kind: 'step', direction: 'place' } })
    )
      return;
    desk.select(
      role,
      desk.analysis.roles[role].actions.find((x) => x.tick === tick),
    );
    focusSelected();
  }

  /** A double click on an empty place of a track puts a step there. */
  function addAt(e: MouseEvent, role: Role) {
    if ((e.target as HTMLElement).closest('.mark')) return;
    const lane = (e.currentTarget as HTMLElement).getBoundingClientRect();
    const width = scroller.querySelector('.cell')?.getBoundingClientRect().width ?? 200;
    const tick = nearestSub((e.clientX - lane.left) / (width / a.unitBeats) - 0.35);
    if (tick < 0 || a.roles[role].actions.some((w) => w.tick === tick)) return;
    desk.edit({ type: 'insert', role, tick, action: { type: 'action', kind: 'step', direction: 'place' } });
  }

  $effect(() => {
    if ((!player.playing && changed.size === 0) || !scroller) return;
    const width = scroller.scrollWidth;
    if (width <= scroller.clientWidth + 4) return;
    const x = ((railBeat(player.tick, feel) + 0.35) / (beats + 0.35)) * width;
    if (x < scroller.scrollLeft + 40 || x > scroller.scrollLeft + scroller.clientWidth - 80)
      scroller.scrollLeft = Math.max(0, x - 120);
  });
</script>

{#snippet track(role: Role)}
  <div
    class="track {role}"
    inert={desk.preview !== undefined}
    role="group"
    aria-label="{role === 'leader' ? 'Leader' : 'Follower'}’s steps"
    ondblclick={(e) => addAt(e, role)}
  >
    {#each tracks[role] as mark, i (`${mark.w.ref.line}.${mark.w.ref.item}.${mark.w.ref.step}.${mark.w.pass}`)}
      {@const chosen = desk.selection?.role === role && desk.selected === mark.w}
      {@const moved = drag && drag.w === mark.w ? railBeat(mark.w.tick + drag.by, feel) : mark.at}
      <button
        class="mark"
        class:chosen
        class:changed={changed.has(`${role}|${mark.w.tick}`)}
        class:wrong={mark.w.fault !== undefined || faults.has(`${role}|${mark.w.tick}`)}
        style:left={left(moved)}
        aria-label={mark.label}
        aria-current={chosen ? 'true' : undefined}
        tabindex={chosen || (i === 0 && desk.selection?.role !== role) ? 0 : -1}
        onpointerdown={(e) => press(e, role, mark)}
        onpointermove={pull}
        onpointerup={drop}
        onpointercancel={() => (drag = undefined)}
        onkeydown={(e) => keys(e, role, i)}
      >
        <Footprint foot={mark.w.foot} gesture={mark.gesture} />
        <span class="word">{mark.word}</span>
        {#if mark.turn}<span class="turn num" title={turnTitle(role, mark)}>{mark.turn}</span>{/if}
      </button>
    {/each}
  </div>
{/snippet}

<section class="rail" aria-label="Count rail">
  <RailNames {a} {arms} {rows} parts={parts.length > 0} choices={choosing} />
  <div class="scroller" bind:this={scroller}>
    {#if parts.length > 0}
      <div class="parts" style:--beats={beats}>
        {#each parts as p, i (i)}
          <button
            class="part cut"
            style:left={left(railBeat(p.tick, feel) - 0.33)}
            style:width="calc(var(--beat) * {Math.max(
              0.6,
              railBeat(p.end, feel) - railBeat(p.tick, feel) - 0.06,
            )})"
            title={p.text}
            onclick={() => (player.tick = p.tick)}>{p.text}</button
          >
        {/each}
      </div>
    {/if}
    <div class="lanes" style:--beats={beats}>
      <div class="cells">
        {#each cells as i (i)}
          {@const unit = a.roles.leader.units[i]}
          {@const below = a.roles.follower.units[i]}
          <div class="cell" style:--size={Math.min(a.unitBeats, beats - i * a.unitBeats)}>
            <span class="unit">{unit && a.roles.leader.actions.length ? unitLabel(unit) : ''}</span>
            <span class="unit below"
              >{below && a.roles.follower.actions.length && below.rhythm !== unit?.rhythm
                ? unitLabel(below)
                : ''}</span
            >
          </div>
        {/each}
      </div>
      {@render track('leader')}
      <Spine {a} {player} {arms} {beats} now={stretch} bind:pointed />
      {@render track('follower')}
      {#if choosing.length > 0}<ChoiceRow {desk} />{/if}
      {#if rows.length > 0}
        <div class="others" style:--rows={rows.length}>
          {#each rows as name, row (name)}
            {#each others.filter((o) => o.track === name) as o, i (i)}
              <span
                class="phrase other cut"
                style:left={left(railBeat(o.tick, feel) - 0.3)}
                style:top="{row * 19}px"
                style:max-width="calc(var(--beat) * {Math.max(1, (o.end - o.tick) / TICKS_PER_BEAT)})"
                title="{name}: {o.text}">{o.text}</span
              >
            {/each}
          {/each}
        </div>
      {/if}
      {#if player.loop}
        <div
          class="loop"
          style:left={left(railBeat(player.loop.from, feel) - 0.35)}
          style:width="calc(var(--beat) * {(player.loop.to - player.loop.from) / TICKS_PER_BEAT})"
        ></div>
      {/if}
      <div class="playhead" style:left={head} aria-hidden="true"></div>
    </div>
  </div>
  {#if desk.picks.size > 0}
    <p class="shown" role="status">
      Shown with {sayPicks(desk.settled.parsed, desk.choices, desk.picks)}.
      <button onclick={() => desk.preferPicked()}>Make it the main line</button>
      <button onclick={() => desk.look(NO_PICKS)}>Back to the main line</button>
    </p>
  {/if}
  {#if stretch && !plain}
    <p class="readout">
      <b>Arms at {sayCount(stretch.from, feel)}: {stretch.name.title}.</b>
      {stretch.name.sentence}
      <a href="/arms?figure={desk.figure.id}&count={countOf(stretch.from)}">Turns from here</a>
    </p>
  {/if}
</section>

<style>
  .rail {
    flex: none;
    display: grid;
    grid-template-columns: 92px 1fr;
    min-width: 0;
  }
  .track.leader {
    color: var(--leader);
  }
  .track.follower {
    color: var(--follower);
  }
  .scroller {
    overflow: auto hidden;
    container-type: inline-size;
    contain: layout style paint;
    min-width: 0;
  }
  .parts {
    --beat: max(84px, calc((100cqw - 2px) / var(--beats)));
    position: relative;
    width: calc(var(--beat) * var(--beats));
    height: 28px;
  }
  .part {
    position: absolute;
    height: 26px;
    min-height: 0;
    padding: 0 8px;
    border: 0;
    border-bottom: 3px solid var(--ink);
    border-radius: 0;
    background: none;
    text-align: left;
    font: 700 15px/22px var(--display);
    white-space: nowrap;
  }
  .lanes {
    --beat: max(84px, calc((100cqw - 2px) / var(--beats)));
    position: relative;
    width: calc(var(--beat) * var(--beats));
    user-select: none;
  }
  .cells {
    position: absolute;
    inset: 0 0 auto;
    height: 370px;
    display: flex;
  }
  .cell {
    width: calc(var(--beat) * var(--size));
    background: var(--sheet);
    border-radius: 10px;
    box-shadow: inset -3px 0 0 var(--paper);
    flex: none;
    position: relative;
  }
  .cell:nth-child(even) {
    background: var(--cell);
  }
  .unit {
    position: absolute;
    top: 6px;
    left: 10px;
    font-size: 12px;
    color: var(--quiet);
  }
  .unit.below {
    top: auto;
    bottom: 6px;
  }
  .track {
    position: relative;
    height: 112px;
  }
  .mark {
    position: absolute;
    top: 26px;
    transform: translateX(-50%);
    display: flex;
    flex-direction: column;
    align-items: center;
    gap: 1px;
    padding: 3px 4px;
    min-height: 0;
    min-width: 40px;
    border: 1.5px solid transparent;
    background: none;
    color: inherit;
    touch-action: none;
    cursor: grab;
    border-radius: 10px;
  }
  .track.follower .mark {
    top: 14px;
  }
  .mark.chosen {
    background: var(--paper);
    border-color: currentColor;
    z-index: 2;
  }
  .mark.wrong {
    border-color: var(--wrong);
    border-style: dashed;
  }
  .mark.changed {
    background: var(--paper);
    box-shadow: 0 0 0 2px currentColor;
  }
  .word {
    font-size: 13px;
    line-height: 1.15;
    font-weight: 560;
    white-space: nowrap;
  }
  .turn {
    font-size: 12px;
    font-weight: 650;
    border: 1.2px solid currentColor;
    border-radius: 9px;
    padding: 0 6px;
    line-height: 16px;
    white-space: nowrap;
  }
  .shown {
    grid-column: 1 / -1;
    font-size: 14px;
    display: flex;
    gap: 8px;
    align-items: center;
    flex-wrap: wrap;
    padding: 4px 0;
  }
  .shown button {
    min-height: 34px;
  }
  .readout {
    grid-column: 1 / -1;
    font-size: 13px;
    line-height: 1.35;
    padding: 3px 0 2px;
    min-height: 39px;
  }
  .phrase {
    position: absolute;
    white-space: nowrap;
    color: var(--arm-a);
    font-weight: 560;
    line-height: 18px;
    padding: 0 3px;
  }
  .others {
    position: relative;
    height: calc(var(--rows) * 19px + 4px);
    font-size: 12px;
  }
  .other {
    color: var(--quiet);
    font-weight: 400;
  }
  .cut {
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .playhead {
    position: absolute;
    top: 0;
    height: 370px;
    width: 2px;
    background: color-mix(in srgb, var(--ink) 55%, transparent);
    pointer-events: none;
  }
  .playhead::before {
    content: '';
    position: absolute;
    left: -6px;
    border: 7px solid transparent;
    border-top: 9px solid var(--ink);
    border-bottom: 0;
  }
  .loop {
    position: absolute;
    top: 0;
    height: 5px;
    background: var(--arm-b);
    border-radius: 3px;
    pointer-events: none;
  }
  @media (max-width: 700px) {
    .rail {
      grid-template-columns: 1fr;
    }
  }
</style>
