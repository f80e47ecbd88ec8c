<script lang="ts">
  import { DANCE_IDS, shippedDance, type Dance } from '$lib/core/vocabulary';
  import { app } from '$lib/state/app.svelte';

  /** Chooses a dance: the teacher's own first, then those that ship. `here` is one that only this figure knows. */
  let {
    id,
    value,
    here,
    choose,
  }: { id: string; value: string; here?: Dance | undefined; choose: (dance: Dance) => void } = $props();

  const own = $derived(
    here && !app.dances.some((d) => d.id === here.id) ? [here, ...app.dances] : app.dances,
  );
  const shipped = DANCE_IDS.flatMap((d) => shippedDance(d) ?? []).sort((a, b) =>
    a.name.localeCompare(b.name),
  );
  function pick(name: string) {
    const dance = own.find((d) => d.id === name) ?? shippedDance(name);
    if (dance) choose(dance);
  }
</script>

<select {id} {value} onchange={(e) => pick(e.currentTarget.value)}>
  {#if own.length > 0}
    <optgroup label="Your own">
      {#each own as d (d.id)}<option value={d.id}>{d.name}</option>{/each}
    </optgroup>
  {/if}
  <optgroup label={own.length > 0 ? 'Others' : 'Dances'}>
    {#each shipped as d (d.id)}<option value={d.id}>{d.name}</option>{/each}
  </optgroup>
</select>
