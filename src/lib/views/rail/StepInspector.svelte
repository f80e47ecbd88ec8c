<script lang="ts">
  import Plus from '@lucide/svelte/icons/plus';
  import Copy from '@lucide/svelte/icons/copy';
  import ClipboardPaste from '@lucide/svelte/icons/clipboard-paste';
  import FlipVertical from '@lucide/svelte/icons/flip-vertical-2';
  import Trash from '@lucide/svelte/icons/trash-2';
  import { printTurn, readTurn } from '$lib/core/notation';
  import {
    DIRECTIONS,
    DIRECTION_NAMES,
    FOOTWORK_NAMES,
    KINDS,
    KIND_NAMES,
    danceOf,
    LANE_WORDS,
    turnsInPlace,
    type Direction,
    type Footwork,
    type Kind,
    type LaneWord,
  } from '$lib/core/vocabulary';
  import type { ActionPatch } from '$lib/core/figure';
  import TrunkInspector from './TrunkInspector.svelte';
  import { sayCount } from '$lib/core/time';
  import type { Desk } from '$lib/state/desk.svelte';

  import { TICKS_PER_BEAT, otherRole } from '$lib/core/base';
  import { copied, mirrorChosen } from '$lib/state/building';
  import { app } from '$lib/state/app.svelte';

  let { desk, add, remove }: { desk: Desk; add: () => void; remove: () => void } = $props();

  const w = $derived(desk.selected);
  const role = $derived(desk.selection?.role ?? 'leader');
  /** What is seldom said of a step is shown where it is said, or asked for. */
  let more = $state(false);
  const used = $derived(
    w !== undefined &&
      (w.action.footwork !== undefined ||
        w.action.lane !== undefined ||
        w.action.then !== undefined ||
        desk.settled.words.some((x) => x.track === `${role}-body` && x.tick === w.tick)),
  );
  const rare = $derived(more || used);
  const several = $derived(desk.chosen.length > 1);
  const span = $derived.by(() => {
    const [first, last] = [desk.chosen[0], desk.chosen.at(-1)];
    const say = (t: number) => sayCount(t, desk.figure.feel);
    return first && last && first !== last ? `${say(first.tick)}–${say(last.tick)}` : '';
  });
  /** Steps that were copied, to be put where the next step goes. */
  function copy() {
    const found = copied(desk);
    if (!found) return;
    app.steps = found;
    app.say(`${found.items.length === 1 ? 'One step' : `${found.items.length} steps`} copied.`);
  }
  function paste() {
    const { steps } = app;
    if (!steps) return;
    const tick = w ? Math.floor(w.tick / TICKS_PER_BEAT) * TICKS_PER_BEAT : desk.place.tick;
    const to = w ? role : desk.place.role;
    const items = steps.items.map((i) => ({ tick: tick + i.tick, body: i.body }));
    if (desk.edit({ type: 'place-steps', role: to, clear: { from: tick, to: tick + steps.length }, items }))
      desk.goOn(to, tick + steps.length);
  }
  function mirror() {
    if (mirrorChosen(desk)) app.say(`The ${otherRole(role)} answers.`);
  }
  const still = $derived(w ? KINDS[w.action.kind].weight === 'none' : true);
  const turns = [45, 90, 135, 180, 270, 360, 540, 720];
  const turnValue = $derived(w?.action.turn === undefined ? '' : printTurn(w.action.turn));
  const thenValue = $derived(w?.action.then === undefined ? '' : printTurn(w.action.then));

  function set(patch: ActionPatch) {
    if (!w) return;
    if (several)
      desk.edit({ type: 'change-steps', role, at: desk.chosen.map((x) => x.ref), what: { patch } });
    else desk.edit({ type: 'set-action', role, at: w.ref, patch });
  }
  function readAmount(value: string): number | undefined {
    const t = readTurn(value);
    return t.ok ? t.value : undefined;
  }
  const sizeValue = $derived(w?.action.size === undefined ? '' : String(w.action.size));
  const sizes = $derived(['', 'small', 'large', ...(typeof w?.action.size === 'number' ? [sizeValue] : [])]);
</script>

{#snippet turnOptions(current: string)}
  <option value="">none</option>
  {#if current && !turns.some((t) => printTurn(t) === current || printTurn(-t) === current)}<option
      value={current}>{current}</option
    >{/if}
  <optgroup label="right"
    >{#each turns as t (t)}<option value={printTurn(t)}
        >{printTurn(t).slice(1).replace('+', ' ')} right</option
      >{/each}</optgroup
  >
  <optgroup label="left"
    >{#each turns as t (t)}<option value={printTurn(-t)}
        >{printTurn(-t).slice(1).replace('+', ' ')} left</option
      >{/each}</optgroup
  >
{/snippet}

{#if w}<div class="inspector" role="group" aria-label="The chosen step">
    <span class="which {role}"
      ><strong
        >{role === 'leader' ? 'Leader' : 'Follower'} {span || sayCount(w.tick, desk.figure.feel)}</strong
      >
      {#if several}<small>{desk.chosen.length} steps together</small>{/if}</span
    >
    <label
      >does
      <select value={w.action.kind} onchange={(e) => set({ kind: e.currentTarget.value as Kind })}>
        {#each KIND_NAMES as k (k)}<option value={k}>{KINDS[k].words[0]}</option>{/each}
      </select>
    </label>
    {#if !still}
      <label
        >foot
        <select
          value={w.action.foot ?? ''}
          onchange={(e) => set({ foot: (e.currentTarget.value || undefined) as 'L' | 'R' | undefined })}
        >
          <option value="">free: {w.foot}</option><option value="L">L</option><option value="R">R</option>
        </select>
      </label>
      {#if w.action.kind !== 'close' && w.action.kind !== 'replace'}
        <label
          >direction
          <select
            value={w.action.direction ?? ''}
            onchange={(e) =>
              set({ direction: (e.currentTarget.value || undefined) as Direction | undefined })}
          >
            <option value="">not said</option>
            {#each DIRECTION_NAMES as d (d)}<option value={d} title={DIRECTIONS[d].says}>{d}</option>{/each}
          </select>
        </label>
        <label
          >size
          <select
            value={sizeValue}
            onchange={(e) =>
              set({ size: (e.currentTarget.value || undefined) as 'small' | 'large' | undefined })}
          >
            {#each sizes as s (s)}<option value={s}>{s === '' ? 'normal' : Number(s) ? `×${s}` : s}</option
              >{/each}
          </select>
        </label>
      {/if}
      {#if rare}
        <label
          >footwork
          <select
            value={w.action.footwork ?? ''}
            onchange={(e) => set({ footwork: (e.currentTarget.value || undefined) as Footwork | undefined })}
          >
            <option value="">not said</option>
            {#each FOOTWORK_NAMES as f (f)}<option value={f}>{f}</option>{/each}
          </select>
        </label>
      {/if}
    {/if}
    {#if !still || turnsInPlace(w.action.kind)}
      <label
        >turn into it
        <select value={turnValue} onchange={(e) => set({ turn: readAmount(e.currentTarget.value) })}
          >{@render turnOptions(turnValue)}</select
        >
      </label>
    {/if}
    {#if w.action.turn !== undefined && w.action.direction !== undefined && w.action.direction !== 'place'}
      <label
        >made
        <select
          value={w.action.turnAfter ? 'after' : 'before'}
          onchange={(e) => set({ turnAfter: e.currentTarget.value === 'after' ? true : undefined })}
          title="Before: the direction is said in the new facing. While stepping: the foot goes where it would have gone."
        >
          <option value="before">before the step</option><option value="after">while stepping</option>
        </select>
      </label>
    {/if}
    {#if rare && !still && danceOf(desk.figure).frame === 'slot'}
      <label
        >stands
        <select
          value={w.action.lane ?? ''}
          onchange={(e) => set({ lane: (e.currentTarget.value || undefined) as LaneWord | undefined })}
        >
          <option value="">not said</option>
          {#each Object.entries(LANE_WORDS) as [id, l] (id)}<option value={id}>{l.says}</option>{/each}
        </select>
      </label>
    {/if}
    {#if rare && !still}
      <label
        >then pivot
        <select value={thenValue} onchange={(e) => set({ then: readAmount(e.currentTarget.value) })}
          >{@render turnOptions(thenValue)}</select
        >
      </label>
    {/if}
    {#if rare && !several}<TrunkInspector {desk} {role} {w} />{/if}
    {#if !used}<button
        class="rest"
        aria-expanded={more}
        aria-label="Footwork, pivot, head"
        onclick={() => (more = !more)}>{more ? 'less' : 'more'}</button
      >{/if}
    <span class="do">
      <button onclick={add} aria-label="Add on the next beat" title="Add a step on the next beat"
        ><Plus size={17} /></button
      >
      <button onclick={copy} aria-label="Copy" title="Copy; hold Shift and click for several"
        ><Copy size={17} /></button
      >
      {#if app.steps}<button
          onclick={paste}
          aria-label="Put the copied steps here"
          title="Put the copied steps here"><ClipboardPaste size={17} /></button
        >{/if}
      <button
        onclick={mirror}
        aria-label="Mirror to the {otherRole(role)}"
        title="Mirror to the {otherRole(role)}: opposite directions, same counts"
        ><FlipVertical size={17} /></button
      >
      <button onclick={remove} aria-label="Take out" title="Take out"><Trash size={17} /></button>
    </span>
  </div>{/if}

<style>
  .inspector {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 8px;
    align-items: end;
    padding: 4px 0;
    flex: none;
  }
  label {
    display: flex;
    flex-direction: column;
    font-size: 12px;
    color: var(--quiet);
    gap: 1px;
  }
  select {
    color: var(--ink);
    font-size: 14px;
    padding: 3px 2px;
    min-height: 32px;
    max-width: 98px;
  }
  .which {
    font: 700 16px var(--display);
    align-self: center;
    min-width: 88px;
  }
  .which.leader {
    color: var(--leader);
  }
  .which.follower {
    color: var(--follower);
  }
  .which small {
    display: block;
    font: 400 12.5px var(--text);
  }
  .rest {
    min-height: 32px;
    padding: 3px 10px;
    font-size: 14px;
  }
  .do {
    display: flex;
    gap: 6px;
    margin-left: auto;
  }
  .do button {
    min-height: 32px;
    padding: 3px 10px;
    font-size: 14px;
  }
  @media (pointer: coarse) {
    select,
    .rest,
    .do button {
      min-height: 44px;
      min-width: 44px;
    }
  }
</style>
