<script lang="ts">
  import Bell from '@lucide/svelte/icons/bell';
  import {
    changesLeft,
    dancersOf,
    type Dancer,
    type Group,
    type Rotation,
    type Round,
  } from '$lib/core/classes';
  import { ROTATION_CARE } from '$lib/messages';
  import type { ClassLab } from '$lib/state/class-lab.svelte';
  import type { RunDesk } from '$lib/state/class-run.svelte';
  import { sounding } from '$lib/state/sounding.svelte';
  import RunSheet from './RunSheet.svelte';

  /** Who dances with whom now, and the bell that changes it. */
  let { desk, lab, group }: { desk: RunDesk; lab: ClassLab; group: Group | undefined } = $props();

  let rotation: Rotation | undefined = $state.raw();
  const e = $derived(desk.doc);
  const plan = $derived(desk.plan);
  const where = $derived(desk.where);
  const dancers: readonly Dancer[] = $derived.by(() => {
    if (group && group.people.length > 0) return dancersOf(group, e.people);
    const of = (dances: 'leader' | 'follower' | 'both', letter: string): Dancer[] =>
      Array.from({ length: e.there[dances] }, (_, i) => ({ id: `${letter}${i + 1}`, dances }));
    return [...of('leader', 'L'), ...of('follower', 'F'), ...of('both', 'B')];
  });
  /** Rounds that have been danced stay, whoever comes or leaves. */
  const past: readonly Round[] = $derived(e.partners ?? []);
  const MOST_ROUNDS = 12;
  const rounds = $derived(
    Math.min(MOST_ROUNDS, Math.max(1, plan?.blocks.reduce((n, b) => n + (b.changes ?? 0), 1) ?? 6)),
  );
  $effect(() => {
    if (dancers.length < 2) return;
    lab.ask({ type: 'rotate', dancers, rounds: past.length + rounds, past }, (a) => {
      if (a.rotation.rounds.length > past.length) rotation = a.rotation;
    });
  });
  const current = $derived(rotation?.rounds[past.length]);
  function change() {
    void sounding.performer().ring();
    if (current) desk.turned(current);
  }
  /** A round as it goes: three minutes of one partner where nothing is planned. */
  const roundSeconds = $derived.by(() => {
    const b = where?.block;
    return b?.changes ? (60 * b.minutes) / (b.changes + 1) : 180;
  });
  const more = $derived(changesLeft(Math.max(0, where?.left ?? 0), roundSeconds));
</script>

<RunSheet name="Partners">
  {#if dancers.length < 2}<p>It takes two. Say who is there.</p>
  {:else if rotation}
    <p><b>Round {past.length + 1}</b></p>
    <ul class="pairs">
      {#each current?.pairs ?? [] as p (p.leader)}<li>
          <b class="leader">{p.leader}</b> → <b class="follower">{p.follower}</b>
        </li>{/each}
    </ul>
    {#if current?.out.length}<p class="quiet">
        Sitting out: {current.out.join(', ')}.
      </p>{/if}
    <p>
      <button class="bell" onclick={change}><Bell size={18} /> Change partners</button>
      <span class="quiet">{more} more {more === 1 ? 'change' : 'changes'} in this block.</span>
    </p>
    <p class="quiet">{ROTATION_CARE}</p>
  {:else}<p class="quiet">Working it out …</p>{/if}
</RunSheet>

<style>
  .pairs {
    grid-template-columns: repeat(auto-fill, minmax(140px, 1fr));
  }
  .leader {
    color: var(--leader);
  }
  .follower {
    color: var(--follower);
  }
  .bell {
    min-width: 48px;
    min-height: 48px;
    justify-content: center;
    font-size: 18px;
  }
</style>
