<script lang="ts">
  import { TICKS_PER_BEAT } from '$lib/core/base';
  import { choiceKey } from '$lib/core/figure';
  import { railBeat } from '$lib/core/scene';
  import { sayCount } from '$lib/core/time';
  import type { Desk } from '$lib/state/desk.svelte';
  import { left } from './rail-model';

  /** What else may be danced, under its count: chosen here it is shown and played; the text stays. */
  let { desk }: { desk: Desk } = $props();

  const feel = $derived(desk.figure.feel);
  const placed = $derived(
    desk.choices.map((p, i) => {
      const w = desk.settled.roles[p.role].actions.find((x) => x.ref.line === p.line && x.ref.item >= p.item);
      const next = desk.choices[i + 1];
      const after =
        next &&
        desk.settled.roles[next.role].actions.find(
          (x) => x.ref.line === next.line && x.ref.item >= next.item,
        );
      return {
        p,
        key: choiceKey(p),
        tick: w?.tick ?? 0,
        room: after && next?.role === p.role ? (after.tick - (w?.tick ?? 0)) / TICKS_PER_BEAT : 3,
      };
    }),
  );
  const roles = $derived([...new Set(placed.map((x) => x.p.role))]);
</script>

<div class="choices" style:--rows={roles.length}>
  {#each roles as role, row (role)}
    {#each placed.filter((x) => x.p.role === role) as x (x.key)}
      <select
        class={role}
        class:other={(desk.picks.get(x.key) ?? 0) > 0}
        style:left={left(railBeat(x.tick, feel) - 0.3)}
        style:top="{row * 34}px"
        style:max-width="calc(var(--beat) * {Math.max(1, x.room) * 0.96})"
        aria-label="At {sayCount(x.tick, feel)}, as the {x.p.likes} likes ({role}’s steps)"
        value={desk.picks.get(x.key) ?? ''}
        onchange={(e) => desk.pick(x.key, Number(e.currentTarget.value))}
      >
        <option value="" hidden>or {x.p.options.slice(1).join(' / ')}</option>
        {#each x.p.options as option, n (n)}<option value={n}
            >{n === 0 ? `${option}, as written` : `or ${option}`}</option
          >{/each}
      </select>
    {/each}
  {/each}
</div>

<style>
  .choices {
    position: relative;
    height: calc(var(--rows) * 34px + 2px);
  }
  select {
    position: absolute;
    height: 32px;
    min-width: 84px;
    padding: 0 4px;
    font-size: 13px;
    border: 1.5px solid currentColor;
    border-radius: 8px;
    background: var(--paper);
    text-overflow: ellipsis;
  }
  .leader {
    color: var(--leader);
  }
  .follower {
    color: var(--follower);
  }
  .other {
    font-weight: 700;
    background: var(--sheet);
    border-style: dashed;
  }
</style>
