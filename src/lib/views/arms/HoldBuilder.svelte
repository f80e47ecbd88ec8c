<script lang="ts">
  import { armOf, quarters } from '$lib/core/arms';
  import { ROLES, type Hand } from '$lib/core/base';
  import { BODY_PARTS, BODY_PART_NAMES, type BodyPart } from '$lib/core/vocabulary';
  import type { ArmsLab } from '$lib/state/arms-lab.svelte';

  let { lab }: { lab: ArmsLab } = $props();
  const SIDE = { L: 'left', R: 'right' } as const;
  const q = $derived(quarters(lab.hold));
  const place = $derived(`${q.leader || 0} ${q.follower || 0}`);
  const PLACES = [
    ['0 0', 'facing'],
    ['0 180', 'follower in front, back turned'],
    ['180 0', 'leader in front, back turned'],
    ['180 180', 'back to back'],
    ['-90 90', 'side by side, follower on the right'],
    ['90 -90', 'side by side, follower on the left'],
    ['0 90', 'follower’s left side to the leader'],
    ['0 -90', 'follower’s right side to the leader'],
  ] as const;
  const heldBy = (hand: Hand) => armOf(lab.hold, 'leader', hand)?.follower ?? '';
  const restOf = (role: 'leader' | 'follower', hand: Hand) =>
    lab.hold.rests.find((r) => r.role === role && r.hand === hand)?.on ?? '';
  function stand(value: string) {
    const [leader = 0, follower = 0] = value.split(' ').map(Number);
    lab.stand({ leader, follower });
  }
</script>

<div class="build">
  {#each ['L', 'R'] as const as hand (hand)}
    <label
      >leader’s {SIDE[hand]} holds
      <select
        value={heldBy(hand)}
        onchange={(e) => lab.join(hand, (e.currentTarget.value || undefined) as Hand | undefined)}
      >
        <option value="">nothing</option>
        <option value="L">follower’s left</option>
        <option value="R">follower’s right</option>
      </select>
    </label>
  {/each}
  <label
    >they stand
    <select value={place} onchange={(e) => stand(e.currentTarget.value)}>
      {#if !PLACES.some(([id]) => id === place)}<option value={place}>in between</option>{/if}
      {#each PLACES as [id, says] (id)}<option value={id}>{says}</option>{/each}
    </select>
  </label>
  {#if lab.hold.arms.length === 2 && Math.abs(lab.hold.crossing) === 1}
    <label
      >on top
      <select
        value={lab.hold.crossing > 0 ? 'L' : 'R'}
        onchange={(e) => lab.onTop(e.currentTarget.value as Hand)}
      >
        <option value="L">leader’s left to right</option>
        <option value="R">leader’s right to left</option>
      </select>
    </label>
  {/if}
  <details>
    <summary>Hands on the body</summary>
    {#each ROLES as role (role)}
      {#each ['L', 'R'] as const as hand (hand)}
        <label
          >{role}’s {SIDE[hand]}
          <select
            value={restOf(role, hand)}
            onchange={(e) =>
              lab.rest(role, hand, (e.currentTarget.value || undefined) as BodyPart | undefined)}
          >
            <option value="">not on the body</option>
            {#each BODY_PART_NAMES as part (part)}<option value={part}>on {BODY_PARTS[part].says}</option
              >{/each}
          </select>
        </label>
      {/each}
    {/each}
  </details>
</div>

<style>
  .build {
    display: grid;
    gap: 6px;
  }
  label {
    display: grid;
    grid-template-columns: 118px minmax(0, 1fr);
    align-items: center;
    gap: 6px;
    font-size: 13px;
  }
  select {
    min-width: 0;
    width: 100%;
  }
  summary {
    font-size: 13px;
    cursor: pointer;
    padding: 4px 0;
  }
  details label {
    margin-top: 4px;
  }
</style>
