<script lang="ts">
  import type { Weighed } from '$lib/core/analysis';
  import type { Role } from '$lib/core/base';
  import { withBodyAct, type TrunkAct } from '$lib/core/notation';
  import {
    BODY_ACTS,
    HEAD_PLACES,
    HEAD_PLACE_NAMES,
    LEANS,
    LEAN_NAMES,
    type HeadPlace,
    type Lean,
  } from '$lib/core/vocabulary';
  import { readBodyActs } from '$lib/core/notation';
  import type { Desk } from '$lib/state/desk.svelte';

  /** What head and upper body do at the chosen count. */
  let { desk, role, w }: { desk: Desk; role: Role; w: Weighed } = $props();

  const track = $derived(role === 'leader' ? ('leader-body' as const) : ('follower-body' as const));
  const words = $derived(desk.settled.words.find((x) => x.track === track && x.tick === w.tick)?.text ?? '');
  const acts = $derived(readBodyActs(words).acts);
  const head = $derived(acts.findLast((a) => a.type === 'head')?.to ?? '');
  const UPPER = ['twist', 'lean', 'sway', 'dip', 'upright'] as const;
  const upper = $derived(valueOf(acts.findLast((a) => (UPPER as readonly string[]).includes(a.type))));
  const TWISTS = [-90, -45, 45, 90];

  function valueOf(a: TrunkAct | undefined): string {
    if (!a) return '';
    if (a.type === 'twist') return `twist ${a.turn}`;
    if (a.type === 'lean') return `lean ${a.to ?? ''}`;
    return a.type === 'sway' ? `sway ${a.to}` : a.type;
  }
  function actOf(value: string): TrunkAct | undefined {
    const [type, to] = value.split(' ');
    if (type === 'twist') return { type, turn: Number(to) };
    if (type === 'lean') return { type, to: to as Lean };
    if (type === 'sway') return { type, to: to as 'L' | 'R' };
    return type === 'dip' || type === 'upright' ? { type } : undefined;
  }
  function write(types: readonly TrunkAct['type'][], act: TrunkAct | undefined) {
    const text = withBodyAct(words, types, act);
    desk.edit({ type: 'write-words', track, tick: w.tick, ...(text === undefined ? {} : { text }) });
  }
</script>

<label
  >head
  <select
    value={head}
    onchange={(e) => {
      const to = e.currentTarget.value as HeadPlace | '';
      write(['head'], to === '' ? undefined : { type: 'head', to });
    }}
  >
    <option value="">not said</option>
    {#each HEAD_PLACE_NAMES as h (h)}<option value={h} title={HEAD_PLACES[h].says}
        >{HEAD_PLACES[h].words[0]}</option
      >{/each}
  </select>
</label>
<label
  >upper body
  <select value={upper} onchange={(e) => write(UPPER, actOf(e.currentTarget.value))}>
    <option value="">not said</option>
    {#if upper.startsWith('twist') && !TWISTS.includes(Number(upper.slice(6)))}<option value={upper}
        >turned</option
      >{/if}
    {#each TWISTS as t (t)}<option value="twist {t}"
        >turned {Math.abs(t) === 45 ? '1/8' : '1/4'} {t > 0 ? 'right' : 'left'}</option
      >{/each}
    {#if upper === 'lean '}<option value="lean ">lean</option>{/if}
    {#each LEAN_NAMES as l (l)}<option value="lean {l}">lean {LEANS[l].words[0]}</option>{/each}
    <option value="sway L">sway left</option>
    <option value="sway R">sway right</option>
    <option value="dip">{BODY_ACTS.dip.says}</option>
    <option value="upright">{BODY_ACTS.upright.says}</option>
  </select>
</label>

<style>
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
    max-width: 124px;
  }
  @media (pointer: coarse) {
    select {
      min-height: 44px;
    }
  }
</style>
