<script lang="ts">
  import { armsAt, type Analysis } from '$lib/core/analysis';
  import { TICKS_PER_BEAT, type Role } from '$lib/core/base';
  import { railBeat, type ArmStretch, type RailArms } from '$lib/core/scene';
  import { sayCount } from '$lib/core/time';
  import { heldHands, turnWord } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import type { Desk } from '$lib/state/desk.svelte';
  import type { Player } from '$lib/state/player.svelte';
  import Footprint from './Footprint.svelte';
  import Spine from './Spine.svelte';
  import type { RailActs } from './rail-acts.svelte';
  import { left, onRow, stacked, unitLabel, type RailMark, type RailRow, type WordRow } from './rail-model';

  let {
    desk,
    player,
    a,
    row,
    arms,
    tracks,
    changed,
    faults,
    acts,
    px,
    words,
    now,
    pointed = $bindable(),
  }: {
    desk: Desk;
    player: Player;
    a: Analysis;
    row: RailRow;
    arms: RailArms;
    tracks: Readonly<Record<Role, readonly RailMark[]>>;
    changed: ReadonlySet<string>;
    faults: ReadonlySet<string>;
    acts: RailActs;
    /** Pixels a beat. */
    px: number;
    /** Lines of words below the tracks, by name. */
    words: readonly WordRow[];
    now: ArmStretch | undefined;
    pointed: ArmStretch | undefined;
  } = $props();

  const feel = $derived(desk.figure.feel);
  const size = $derived(row.to - row.from);
  const cells = $derived(
    Array.from({ length: Math.ceil(size / a.unitBeats) }, (_, i) => {
      const at = row.from + i * a.unitBeats;
      const index = Math.round(at / a.unitBeats);
      const [unit, below] = [a.roles.leader.units[index], a.roles.follower.units[index]];
      return {
        at,
        size: Math.min(a.unitBeats, row.to - at),
        above: unit && a.roles.leader.actions.length ? unitLabel(unit) : '',
        below:
          below && a.roles.follower.actions.length && below.rhythm !== unit?.rhythm ? unitLabel(below) : '',
      };
    }),
  );
  const mine = $derived({
    leader: tracks.leader.filter((m) => onRow(m.at, row)),
    follower: tracks.follower.filter((m) => onRow(m.at, row)),
  });
  /** Words of neighbours that would lie on each other stand on two lines; steps at the same count do, too. */
  const wordLevels = $derived({ leader: levelsOf(mine.leader), follower: levelsOf(mine.follower) });
  function levelsOf(list: readonly RailMark[]): number[] {
    const centred = list.map((m) => ({ at: m.at - (m.word.length * 7) / 2 / px, text: m.word }));
    return stacked(centred, px, 6.6).map((l) => Math.min(1, l.level));
  }

  const onHead = $derived(onRow(Math.max(0, railBeat(player.tick, feel)), row));
  const head = $derived(left(Math.max(-0.35, railBeat(player.tick, feel))));
  /** Places that are empty and can be tapped: all of an empty line, else where the next step goes. */
  function ghosts(role: Role): { tick: number; at: number }[] {
    if (desk.preview) return [];
    const beats = Array.from({ length: size }, (_, i) => (row.from + i) * TICKS_PER_BEAT);
    const empty = a.roles[role].actions.length === 0;
    const here = desk.building && desk.place.role === role ? [desk.place.tick] : [];
    return (empty ? beats : here)
      .map((tick) => ({ tick, at: railBeat(tick, feel) }))
      .filter((g) => onRow(g.at, row));
  }

  /** The turn by the school chosen: what it is called with the hands held then. */
  function turnTitle(role: Role, mark: RailMark): string {
    const by = (mark.w.action.turn ?? 0) + (mark.w.action.then ?? 0);
    const held = heldHands(armsAt(a.arms, Math.max(0, mark.w.tick - 1)), role);
    return `${turnWord(role, by, held, app.turnSchool)} turn`;
  }
  function tap(e: MouseEvent, role: Role) {
    if ((e.target as HTMLElement).closest('button')) return;
    const lane = (e.currentTarget as HTMLElement).getBoundingClientRect();
    acts.tap(role, row.from + (e.clientX - lane.left) / px - 0.35);
  }
  const loop = $derived.by(() => {
    const l = player.loop;
    if (!l) return undefined;
    const from = Math.max(row.from, railBeat(l.from, feel));
    const to = Math.min(row.to, railBeat(l.to, feel));
    return to > from ? { from, to } : undefined;
  });
</script>

{#snippet track(role: Role)}
  <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_noninteractive_element_interactions -->
  <div
    class="track {role}"
    inert={desk.preview !== undefined}
    role="group"
    aria-label="{role === 'leader' ? 'Leader' : 'Follower'}’s steps{row.from > 0
      ? ` from ${row.from + 1}`
      : ''}"
    onclick={(e) => tap(e, role)}
  >
    {#each ghosts(role) as g (g.tick)}
      <button
        class="ghost"
        style:left={left(g.at)}
        tabindex={g.tick === desk.place.tick ? 0 : -1}
        aria-label="Add a step of the {role} at {sayCount(g.tick, feel)}"
        onclick={() => acts.add(role, g.tick)}>+</button
      >
    {/each}
    {#each mine[role] as mark, i (`${mark.w.ref.line}.${mark.w.ref.item}.${mark.w.ref.step}.${mark.w.pass}`)}
      {@const chosen = desk.selection?.role === role && desk.chosen.includes(mark.w)}
      {@const first = chosen && desk.selected === mark.w}
      <button
        class="mark"
        class:chosen
        class:lower={wordLevels[role][i] === 1}
        class:changed={changed.has(`${role}|${mark.w.tick}`)}
        class:wrong={mark.w.fault !== undefined || faults.has(`${role}|${mark.w.tick}`)}
        style:left={left(acts.at(mark.w, mark.at))}
        aria-label={mark.label}
        aria-current={first ? 'true' : undefined}
        aria-pressed={desk.chosen.length > 1 ? chosen : undefined}
        tabindex={first || (mark === tracks[role][0] && desk.selection?.role !== role) ? 0 : -1}
        onpointerdown={(e) => acts.press(e, role, mark.w)}
        onpointermove={(e) => acts.pull(e)}
        onpointerup={() => acts.drop(role)}
        onpointercancel={() => acts.cancel()}
        onkeydown={(e) => acts.keys(e, role, mark.w)}
      >
        <Footprint foot={mark.w.foot} gesture={mark.gesture} />
        <span class="word">{mark.word}</span>
        {#if mark.turn}<span class="turn num" title={turnTitle(role, mark)}>{mark.turn}</span>{/if}
      </button>
    {/each}
  </div>
{/snippet}

<div class="lanes" style:--from={row.from} style:width="calc(var(--beat) * {size})">
  <div class="cells">
    {#each cells as c (c.at)}
      <div class="cell" style:width="calc(var(--beat) * {c.size})">
        <span class="unit">{c.above}</span>
        <span class="unit below">{c.below}</span>
      </div>
    {/each}
    {#if onHead}<div class="playhead" style:left={head} aria-hidden="true"></div>{/if}
  </div>
  {@render track('leader')}
  <Spine {a} {player} {arms} {row} {px} {now} bind:pointed />
  {@render track('follower')}
  {#each words as o (o.name)}
    <div class="others" style:--lines={o.lines}>
      {#each o.laid as l, i (i)}
        <span class="other" style:left={left(l.item.at)} style:top="{l.level * 18}px">{l.item.text}</span>
      {/each}
    </div>
  {/each}
  {#if loop}
    <div
      class="loop"
      style:left={left(loop.from - 0.35)}
      style:width="calc(var(--beat) * {loop.to - loop.from})"
    ></div>
  {/if}
</div>

<style>
  .track.leader {
    color: var(--leader);
  }
  .track.follower {
    color: var(--follower);
  }
  .lanes {
    position: relative;
    user-select: none;
    overflow: hidden;
  }
  .cells {
    position: absolute;
    inset: 0 0 auto;
    height: calc(2 * var(--track) + var(--spine));
    display: flex;
  }
  .cell {
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
    top: 4px;
    left: 10px;
    z-index: 1;
    font-size: 12.5px;
    color: var(--quiet);
  }
  .unit.below {
    top: auto;
    bottom: 2px;
  }
  .track {
    position: relative;
    height: var(--track);
  }
  .mark,
  .ghost {
    position: absolute;
    top: 18px;
    transform: translateX(-50%);
    min-height: 0;
    border: 1.5px solid transparent;
    background: none;
    color: inherit;
    border-radius: 10px;
  }
  .mark {
    display: flex;
    flex-direction: column;
    align-items: center;
    gap: 0;
    padding: 2px 4px;
    min-width: 40px;
    touch-action: pan-x;
    cursor: grab;
  }
  .ghost {
    top: 24px;
    width: 32px;
    height: 44px;
    padding: 0;
    justify-content: center;
    border: 1.5px dashed currentColor;
    opacity: 0.45;
    font-size: 18px;
    touch-action: manipulation;
  }
  .ghost:hover,
  .ghost:focus-visible,
  .ghost[tabindex='0'] {
    opacity: 1;
  }
  .track.follower .mark {
    top: 4px;
  }
  .track.follower .ghost {
    top: 8px;
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
  .mark.lower .word {
    margin-top: 13px;
  }
  .word {
    font-size: 13.5px;
    line-height: 1.1;
    font-weight: 560;
    white-space: nowrap;
  }
  .turn {
    font-size: 12.5px;
    font-weight: 650;
    border: 1.2px solid currentColor;
    border-radius: 9px;
    padding: 0 6px;
    line-height: 15px;
    white-space: nowrap;
  }
  .others {
    position: relative;
    height: calc(var(--lines) * 18px + 2px);
    font-size: 12.5px;
  }
  .other {
    position: absolute;
    white-space: nowrap;
    color: var(--quiet);
    line-height: 18px;
    padding: 0 3px;
  }
  /* Behind everything, and wide: it lights what is danced and strikes no word. */
  .playhead {
    position: absolute;
    top: 0;
    height: 100%;
    width: 30px;
    margin-left: -15px;
    border-radius: 8px;
    background: color-mix(in srgb, var(--ink) 8%, transparent);
    pointer-events: none;
  }
  .loop {
    position: absolute;
    top: 0;
    height: 4px;
    background: var(--arm-b);
    border-radius: 3px;
    pointer-events: none;
  }
  @media (pointer: coarse) {
    .mark {
      min-width: 44px;
    }
    .ghost {
      width: 44px;
      height: 52px;
      top: 20px;
    }
  }
</style>
