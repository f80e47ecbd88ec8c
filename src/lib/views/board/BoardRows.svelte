<script lang="ts">
  import { TICKS_PER_BEAT } from '$lib/core/base';
  import { dropPlace, type BoardRow, type BoardSpan } from '$lib/core/scene/board';
  import { jointText } from '$lib/messages';
  import type { SongMap } from '$lib/core/music';
  import type { Board } from '$lib/state/board.svelte';
  import type { Player } from '$lib/state/player.svelte';
  import JointMark from './JointMark.svelte';
  import { COUNT_AT, across, feetByRow, jointLabel } from './board-model';
  import { dragged, takesDrops, type Dragged, type Over } from './drag';

  /** `song`: the map of the song it is laid on, whose sections stand at the rows. */
  let { board, player, song }: { board: Board; player: Player; song?: SongMap | undefined } = $props();
  /** Sections of the song by the beat of the music they begin on. */
  const sections = $derived(
    Object.fromEntries(
      song?.sections.map((s) => [s.from - (board.combination.song?.beat ?? 0) + 1, s.name]) ?? [],
    ),
  );
  const sectionIn = (row: BoardRow): string => row.beats.flatMap((b) => sections[b.music] ?? []).join(', ');

  const plan = $derived(board.plan);
  const rows = $derived(board.rows);
  const feet = $derived(board.danced?.plan === plan ? feetByRow(board.danced.whole.analysis, rows) : []);
  const rowTicks = $derived((rows[0]?.fold ?? 8) * TICKS_PER_BEAT);
  const lastPass = $derived(plan.passes.length - 1);
  const tabbed = $derived(board.chosen?.type === 'part' ? board.chosen.part : 0);
  const written = $derived(board.layer === 0);

  const passOf = (s: BoardSpan) => plan.passes[s.pass];
  const isChosen = (s: BoardSpan) => board.chosen?.type === 'part' && board.chosen.part === s.part;
  const startsPart = (s: BoardSpan) => s.first && passOf(s)?.time === 0;

  let place: number | undefined = $state();
  /** Where a drop would go, as a beat of a row. */
  const marker = $derived.by(() => {
    if (place === undefined) return undefined;
    const at = place;
    const tick = plan.passes.find((p) => p.part >= at)?.at ?? plan.end;
    const row = rows.findIndex(
      (r) => (r.beats[0]?.tick ?? 0) <= tick && tick < (r.beats[0]?.tick ?? 0) + rowTicks,
    );
    const index = row < 0 ? rows.length - 1 : row;
    return { row: index, at: (tick - (rows[index]?.beats[0]?.tick ?? 0)) / TICKS_PER_BEAT };
  });
  function tickUnder(row: BoardRow, element: Element, at: Over): number {
    const box = element.getBoundingClientRect();
    const u = Math.min(1, Math.max(0, (at.clientX - box.left) / box.width));
    return (row.beats[0]?.tick ?? 0) + u * row.fold * TICKS_PER_BEAT;
  }
  function drop(what: Dragged, to: number) {
    if (!written) return;
    if (what.type === 'figure') board.insert([what.id], to);
    else board.move(what.part, to > what.part ? to - 1 : to);
  }
  const receives = (row: BoardRow) => (element: HTMLElement) =>
    takesDrops(
      (at) => (place = at && dropPlace(plan, tickUnder(row, element, at))),
      (what, at) => drop(what, dropPlace(plan, tickUnder(row, element, at))),
    )(element);

  let root: HTMLDivElement;
  function focusPart(part: number) {
    board.choosePart(part);
    requestAnimationFrame(() => root.querySelector<HTMLElement>(`[data-part="${part}"]`)?.focus());
  }
  function keys(e: KeyboardEvent) {
    const name = e.target instanceof Element ? e.target.closest<HTMLElement>('[data-part]') : null;
    if (!name || e.ctrlKey || e.metaKey) return;
    const part = Number(name.dataset.part);
    const last = board.combination.parts.length - 1;
    const times = board.combination.parts[part]?.times ?? 1;
    const edits: Record<string, () => void> = {
      Delete: () => (board.remove(part), focusPart(Math.max(0, Math.min(part, last - 1)))),
      Backspace: () => (board.remove(part), focusPart(Math.max(0, Math.min(part, last - 1)))),
      d: () => (board.duplicate(part), focusPart(part + 1)),
      '+': () => board.times(part, times + 1),
      '-': () => board.times(part, times - 1),
    };
    const moves: Record<string, () => void> = {
      ArrowLeft: () => focusPart(Math.max(0, part - 1)),
      ArrowRight: () => focusPart(Math.min(last, part + 1)),
      Home: () => focusPart(0),
      End: () => focusPart(last),
      j: () =>
        board.chooseJoint(
          plan.passes.findIndex((p) => p.part === part && p.time === 0) || plan.passes.length,
        ),
    };
    const shift: Record<string, () => void> = {
      ArrowLeft: () => part > 0 && (board.move(part, part - 1), focusPart(part - 1)),
      ArrowRight: () => part < last && (board.move(part, part + 1), focusPart(part + 1)),
    };
    const action = e.altKey
      ? written
        ? shift[e.key]
        : undefined
      : (moves[e.key] ?? (written ? edits[e.key] : undefined));
    if (!action) return;
    e.preventDefault();
    e.stopPropagation();
    action();
  }

  const headAt = $derived.by(() => {
    const row = rows.findIndex(
      (r) => (r.beats[0]?.tick ?? 0) <= player.tick && player.tick < (r.beats[0]?.tick ?? 0) + 96,
    );
    return { row, at: (player.tick - (rows[row]?.beats[0]?.tick ?? 0)) / TICKS_PER_BEAT + COUNT_AT };
  });
</script>

<!-- svelte-ignore a11y_no_static_element_interactions -->
<div class="board" bind:this={root} onkeydown={keys}>
  {#each rows as row, r (row.eight)}
    <div class="row" class:phrase={row.beats[0]?.phrase}>
      <div class="eight">
        <b class="num">{row.fold === 8 ? row.eight : `${2 * row.eight - 1}–${2 * row.eight}`}</b><span
          >{row.fold === 8 ? 'eight' : 'bars'}</span
        >{#if sectionIn(row)}<i class="section" title="Section of the song">{sectionIn(row)}</i>{/if}
      </div>
      <div class="beats" {@attach receives(row)}>
        {#each row.spans as s (`${s.pass}`)}
          {@const p = passOf(s)}
          {@const part = board.combination.parts[s.part]}
          <!-- svelte-ignore a11y_click_events_have_key_events -->
          <div
            class="span"
            class:odd={s.pass % 2 === 1}
            class:chosen={isChosen(s)}
            class:first={s.first}
            class:last={s.last}
            class:gap={s.fit === 'bridge' || s.fit === 'impossible'}
            style:left={across(s.from, row.fold)}
            style:width={across(s.to - s.from, row.fold)}
            onclick={() => board.choosePart(s.part)}
            {@attach dragged(() => ({ type: 'part', part: s.part }))}
          >
            <span class="head">
              {#if startsPart(s)}
                <button
                  class="name plain"
                  data-part={s.part}
                  tabindex={tabbed === s.part ? 0 : -1}
                  aria-pressed={isChosen(s)}
                  aria-label="{p?.reading.figure.name}, {p?.reading.beats} beats{part && part.times > 1
                    ? `, ${part.times} times`
                    : ''}, part {s.part + 1} of {board.combination.parts.length}"
                  onclick={(e) => (e.stopPropagation(), board.choosePart(s.part))}
                  >{p?.reading.figure.name}{#if part && part.times > 1}&nbsp;× {part.times}{/if}</button
                >
              {:else}<span class="again"
                  >{s.first ? `${p?.reading.figure.name}, again` : `… ${p?.reading.figure.name}`}</span
                >{/if}
              {#if s.first && part?.change}<span class="tag">mended</span>{/if}
              {#if s.first && part?.over}<span class="tag num"
                  >{Math.round(Math.abs(part.over) * 100)} cm {part.over < 0 ? 'left' : 'right'}</span
                >{/if}
              {#if s.first && p?.joint && (p.joint.acts.length > 0 || p.joint.fit !== 'fits')}<span
                  class="what {p.joint.fit}">{jointText(p.joint)}</span
                >{/if}
            </span>
          </div>
        {/each}
        {#each row.beats as b (b.music)}
          <button
            class="count num"
            class:out={b.own === undefined}
            class:one={(board.straight ? b.count : b.own) === 1}
            class:now={player.tick >= b.tick && player.tick < b.tick + TICKS_PER_BEAT}
            style:left={across(b.count - 1 + COUNT_AT, row.fold)}
            tabindex="-1"
            onclick={() => (player.stop(), (player.tick = b.tick))}
            aria-label="To beat {b.music}"
            >{board.straight ? b.count : (b.own ?? '·')}{#if b.mark}<span
                class="mark {b.mark}"
                title={b.mark === 'met'
                  ? 'A mark of the music, met'
                  : 'A mark of the music; nothing falls on it'}>{b.mark === 'met' ? '◆' : '◇'}</span
              >{/if}</button
          >
        {/each}
        {#each feet[r] ?? [] as f (`${f.role}${f.tick}`)}
          <span class="foot {f.role}" style:left={across(f.at + COUNT_AT, row.fold)}>{f.foot}</span>
        {/each}
        {#each row.spans as s (`j${s.pass}`)}
          {#if s.first && passOf(s)?.joint}
            {@const j = passOf(s)?.joint}
            <button
              class="joint"
              aria-pressed={board.chosen?.type === 'joint' && board.chosen.pass === s.pass}
              style:left={across(s.from, row.fold)}
              aria-label="{jointLabel(plan, s.pass, j)}, row {r + 1}"
              title={jointLabel(plan, s.pass, j)}
              onclick={() => board.chooseJoint(s.pass)}><JointMark fit={j?.fit ?? 'fits'} /></button
            >
          {/if}
          {#if s.last && s.pass === lastPass && plan.loop && (board.combination.loop || board.loops)}
            <button
              class="joint loop"
              aria-pressed={board.chosen?.type === 'joint' && board.chosen.pass > lastPass}
              style:left={across(s.to, row.fold)}
              aria-label={jointLabel(plan, lastPass + 1, plan.loop)}
              title={jointLabel(plan, lastPass + 1, plan.loop)}
              onclick={() => board.chooseJoint(lastPass + 1)}
              ><JointMark fit={plan.loop.fit} /><span aria-hidden="true">↺</span></button
            >
          {/if}
        {/each}
        {#if headAt.row === r && (player.playing || player.tick % TICKS_PER_BEAT !== 0)}<span
            class="playhead"
            style:left={across(headAt.at, row.fold)}
          ></span>{/if}
        {#if marker?.row === r}<span class="marker" style:left={across(marker.at, row.fold)}></span>{/if}
      </div>
    </div>
  {:else}
    <!-- An empty board takes drops too. -->
    <div
      class="void"
      {@attach takesDrops(
        () => {},
        (what) => drop(what, 0),
      )}
    >
      <p>
        This board is empty. Choose figures from the list on the right, drag them here, or let them be
        composed: say how long, what must be in it, and how it ends.
      </p>
    </div>
  {/each}
  {#if plan.missing.length > 0}
    {#await import('./GoneFigures.svelte') then { default: GoneFigures }}<GoneFigures {board} />{/await}
  {/if}
</div>

<style>
  .board {
    display: flex;
    flex-direction: column;
    gap: 6px;
    padding: 2px 14px 12px 0;
  }
  .row {
    display: grid;
    grid-template-columns: 44px minmax(0, 1fr);
    position: relative;
  }
  .section {
    font: 700 15px var(--display);
    color: var(--arm-b);
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .row.phrase::before {
    content: 'phrase';
    position: absolute;
    left: 0;
    bottom: 6px;
    font-size: 11px;
    color: var(--quiet);
  }
  .row.phrase {
    border-top: 4px solid var(--ink);
  }
  .eight {
    padding-top: 26px;
    display: flex;
    flex-direction: column;
    line-height: 1;
  }
  .eight b {
    font: 700 20px/1 var(--display);
  }
  .eight span {
    font-size: 11px;
    color: var(--quiet);
  }
  .beats {
    position: relative;
    height: 96px;
    min-width: 0;
  }
  .span {
    position: absolute;
    inset-block: 0;
    background: var(--sheet);
    border-block: 1px solid var(--line);
    cursor: grab;
    overflow: hidden;
  }
  .span.odd {
    background: var(--cell);
  }
  .span.first {
    border-left: 1px solid var(--line);
    border-radius: 9px 0 0 9px;
  }
  .span.last {
    border-right: 1px solid var(--line);
    border-radius: 0 9px 9px 0;
  }
  .span.first.last {
    border-radius: 9px;
  }
  .span.chosen {
    border-color: var(--ink);
    box-shadow: inset 0 0 0 1.5px var(--ink);
  }
  .span.gap {
    border-left: 5px double var(--wrong);
  }
  .head {
    display: flex;
    gap: 8px;
    align-items: baseline;
    padding: 3px 8px 0 20px;
    white-space: nowrap;
    overflow: hidden;
    font-size: 13px;
  }
  .name {
    padding: 0 2px;
    min-height: 20px;
    font-weight: 650;
    font-size: 14px;
    flex: 0 1 auto;
    min-width: 0;
    overflow: hidden;
    text-overflow: ellipsis;
    display: block;
  }
  .name[aria-pressed='true'] {
    background: none;
    color: inherit;
    border-color: transparent;
    text-decoration: underline;
    text-underline-offset: 3px;
  }
  .again {
    color: var(--quiet);
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .what {
    color: var(--quiet);
    overflow: hidden;
    text-overflow: ellipsis;
    flex: 0 2 auto;
    min-width: 0;
  }
  .what.bridge,
  .what.impossible {
    color: var(--wrong);
    font-weight: 600;
  }
  .tag {
    font-size: 11px;
    border: 1px solid var(--line);
    border-radius: 6px;
    padding: 0 5px;
    background: var(--paper);
  }
  .count {
    position: absolute;
    z-index: 1;
    top: 39px;
    transform: translateX(-50%);
    font: 800 34px/1 var(--display);
    font-variant-numeric: tabular-nums;
    background: none;
    border: 0;
    padding: 0 4px;
    min-height: 0;
    min-width: 24px;
    justify-content: center;
  }
  .count.out {
    opacity: 0.25;
  }
  .count.one {
    text-decoration: underline;
    text-decoration-thickness: 3px;
    text-underline-offset: 4px;
  }
  .count.now {
    background: var(--ink);
    color: var(--paper);
    border-radius: 8px;
  }
  .mark {
    position: absolute;
    left: calc(100% - 4px);
    top: -6px;
    font-size: 16px;
    color: var(--good);
  }
  .mark.missed {
    color: var(--wrong);
  }
  .foot {
    position: absolute;
    transform: translateX(-50%);
    font: 700 12px/1 var(--text);
    pointer-events: none;
  }
  .foot.leader {
    top: 24px;
    color: var(--leader);
  }
  .foot.follower {
    top: 79px;
    color: var(--follower);
  }
  .joint {
    position: absolute;
    top: 2px;
    transform: translateX(-50%);
    padding: 0;
    width: 26px;
    height: 26px;
    min-height: 26px;
    border-radius: 50%;
    justify-content: center;
    z-index: 2;
    background: var(--sheet);
  }
  .joint[aria-pressed='true'] {
    background: var(--sheet);
    outline: 2.5px solid var(--ink);
  }
  .joint.loop {
    width: auto;
    border-radius: 13px;
    padding-right: 6px;
    transform: translateX(-100%);
    top: 69px;
    gap: 2px;
    color: var(--ink);
  }
  .playhead {
    position: absolute;
    inset-block: 0;
    width: 2px;
    margin-left: -1px;
    background: var(--ink);
    pointer-events: none;
    z-index: 0;
  }
  .marker {
    position: absolute;
    inset-block: -3px;
    width: 5px;
    margin-left: -2.5px;
    border-radius: 3px;
    background: var(--focus);
    pointer-events: none;
    z-index: 4;
  }
  .void {
    border: 2px dashed var(--line);
    border-radius: 10px;
    padding: 40px 24px;
    max-width: 60ch;
  }
  @media (max-width: 700px) {
    .row {
      grid-template-columns: 26px minmax(0, 1fr);
    }
    .eight span,
    .row.phrase::before {
      display: none;
    }
    .count {
      font-size: 26px;
      top: 44px;
    }
    .board {
      padding-right: 4px;
    }
    .joint {
      width: 32px;
      height: 32px;
      min-height: 32px;
    }
  }
</style>
