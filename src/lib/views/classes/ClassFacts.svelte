<script lang="ts">
  import { LEVELS, LEVEL_IDS } from '$lib/core/vocabulary';
  import type { ClassPlan } from '$lib/core/classes';
  import type { ClassDesk } from '$lib/state/class-desk.svelte';
  import type { Patch } from '$lib/state/doc-desk.svelte';
  import type { Choices } from './choices';
  import { numberOrNone } from './fields';

  /** When, where, for whom, and what is aimed at. */
  let { desk, choices, goal }: { desk: ClassDesk; choices: Choices; goal: number | undefined } = $props();
  const c = $derived(desk.doc);
  let adding = $state('');

  const edit = (patch: Patch<ClassPlan>) => desk.edit(patch);
  function aim(value: string) {
    adding = '';
    if (value && !c.aim.figures.includes(value))
      edit({ aim: { ...c.aim, figures: [...c.aim.figures, value] } });
  }
  function setCombination(id: string) {
    const { combination: _, ...rest } = c.aim;
    edit({ aim: id ? { ...rest, combination: id } : rest });
  }
  const nameOf = (id: string) => choices.figures.find((f) => f.id === id)?.name ?? 'not in the repertoire';
</script>

<div class="facts">
  <label
    >when <input
      type="datetime-local"
      value={c.at ?? ''}
      onchange={(e) => edit({ at: e.currentTarget.value.slice(0, 16) || undefined })}
    /></label
  >
  <label
    >group <select
      value={c.group ?? ''}
      onchange={(e) => edit({ group: e.currentTarget.value || undefined })}
    >
      <option value="">nobody in particular</option>
      {#each choices.groups as g (g.id)}<option value={g.id}>{g.name}</option>{/each}
    </select></label
  >
  <label
    >room <select value={c.room ?? ''} onchange={(e) => edit({ room: e.currentTarget.value || undefined })}>
      <option value="">not said</option>
      {#each choices.rooms as r (r.id)}<option value={r.id}>{r.name}</option>{/each}
    </select></label
  >
  <label
    >minutes <input
      class="num"
      type="number"
      min="5"
      max="600"
      value={c.minutes}
      onchange={(e) => numberOrNone(e, (n) => n !== undefined && edit({ minutes: n }))}
    /></label
  >
  <label
    >level <select
      value={String(c.level)}
      onchange={(e) => edit({ level: Number(e.currentTarget.value) as ClassPlan['level'] })}
    >
      {#each LEVEL_IDS as l (l)}<option value={String(l)}>{LEVELS[l].name}</option>{/each}
    </select></label
  >
</div>
<div class="aim" role="group" aria-label="Aim">
  <span class="word">Aim</span>
  {#each c.aim.figures as id (id)}
    <span class="chip"
      ><a href="/figures/{id}">{nameOf(id)}</a><button
        class="plain"
        aria-label="Aim at {nameOf(id)} no more"
        onclick={() => edit({ aim: { ...c.aim, figures: c.aim.figures.filter((f) => f !== id) } })}>×</button
      ></span
    >
  {/each}
  <select
    aria-label="Add a figure to the aim"
    bind:value={adding}
    onchange={(e) => aim(e.currentTarget.value)}
  >
    <option value="">a figure …</option>
    {#each choices.figures as f (f.id)}<option value={f.id}>{f.name}</option>{/each}
  </select>
  <select
    aria-label="Combination aimed at"
    value={c.aim.combination ?? ''}
    onchange={(e) => setCombination(e.currentTarget.value)}
  >
    <option value="">no combination</option>
    {#each choices.combinations as x (x.id)}<option value={x.id}>{x.name}</option>{/each}
  </select>
  <label class="row"
    >to <input
      class="num"
      type="number"
      min="20"
      max="400"
      placeholder={goal === undefined ? '' : String(goal)}
      value={c.goal ?? ''}
      aria-label="Tempo aimed at"
      onchange={(e) => numberOrNone(e, (n) => edit({ goal: n }))}
    /></label
  >
</div>

<style>
  .facts,
  .aim {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 8px;
    align-items: end;
  }
  .aim {
    align-items: center;
    border-top: 1px solid var(--line);
    padding-top: 8px;
  }
  label {
    display: grid;
    gap: 1px;
    font-size: 12.5px;
    color: var(--quiet);
  }
  .row {
    display: flex;
    gap: 6px;
    align-items: center;
    font-size: 14px;
  }
  input,
  select {
    color: var(--ink);
    font-size: 15px;
  }
  input[type='number'] {
    width: 62px;
  }
  .facts select {
    width: 116px;
  }
  .aim select {
    width: 150px;
  }
  .facts input[type='datetime-local'] {
    width: 186px;
  }
  .word {
    font: 700 16px var(--display);
  }
  .chip {
    display: inline-flex;
    align-items: center;
    gap: 2px;
    border-bottom: 2px solid var(--ink);
    font-weight: 620;
  }
  .chip a {
    text-decoration: none;
  }
  .chip button {
    padding: 0 6px;
    min-height: 28px;
  }
</style>
