<script lang="ts">
  import X from '@lucide/svelte/icons/x';

  /** Figures chosen from a list, shown as words that can be taken out. */
  let {
    label,
    chosen,
    figures,
    change,
  }: {
    label: string;
    chosen: readonly string[];
    figures: readonly { readonly id: string; readonly name: string }[];
    change: (ids: string[]) => void;
  } = $props();

  const rest = $derived(figures.filter((f) => !chosen.includes(f.id)));
</script>

<div class="chips" role="group" aria-label={label}>
  <span class="label">{label}</span>
  {#each chosen as id (id)}
    {@const name = figures.find((f) => f.id === id)?.name ?? id}
    <button onclick={() => change(chosen.filter((x) => x !== id))} aria-label="Take out {name}"
      >{name}<X size={13} /></button
    >
  {/each}
  <select
    aria-label="{label}: add"
    value=""
    onchange={(e) => {
      const id = e.currentTarget.value;
      e.currentTarget.value = '';
      if (id) change([...chosen, id]);
    }}
    ><option value="">add …</option>{#each rest as f (f.id)}<option value={f.id}>{f.name}</option
      >{/each}</select
  >
</div>

<style>
  .chips {
    display: flex;
    gap: 4px;
    flex-wrap: wrap;
    align-items: center;
  }
  .label {
    flex-basis: 100%;
    font-size: 13px;
    color: var(--quiet);
  }
  button {
    padding: 2px 8px;
    min-height: 28px;
    font-size: 14px;
  }
  select {
    width: 92px;
    min-height: 28px;
    padding: 2px 6px;
  }
</style>
