<script lang="ts">
  import { onMount } from 'svelte';
  import { nanoid } from 'nanoid';
  import { FAULTS, UNIT_KINDS, type Cue, type UnitKind } from '$lib/core/classes';
  import { UNIT_WORDS } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import { closedStore } from '$lib/state/closed-store';
  import { create, deleteDocument, loadDocs } from '$lib/storage';
  import ListPage from '$lib/views/classes/ListPage.svelte';

  let own: readonly Cue[] = $state.raw([]);
  let problem = $state('');
  let unit: UnitKind = $state('turn');
  let fault = $state('');
  let cure = $state('');
  async function load() {
    try {
      own = (await loadDocs(await app.db(), 'cue')).map((r) => r.doc);
    } catch (e) {
      problem = closedStore(e);
    }
  }
  onMount(() => void load());
  async function add(e: SubmitEvent) {
    e.preventDefault();
    const cue: Cue = { id: nanoid(12), unit, name: fault.trim(), cure: cure.trim() };
    const saved = await create(await app.db(), 'cue', cue, Date.now());
    if (!saved.ok) problem = 'The cue could not be stored.';
    else fault = cure = '';
    await load();
  }
  async function remove(c: Cue) {
    const { act } = await deleteDocument(await app.db(), 'cue', c.id, Date.now());
    app.did(`“${c.name}” is deleted.`, act, '/cues');
    await load();
  }
</script>

<ListPage
  title="Faults and cues"
  lead="What usually goes wrong in each kind of unit, and what to say. Yours come first wherever a plan shows them."
  {problem}
>
  <form onsubmit={add} aria-label="A cue of your own">
    <label
      >in a <select bind:value={unit}>
        {#each UNIT_KINDS as k (k)}<option value={k}>{UNIT_WORDS[k]}</option>{/each}
      </select></label
    >
    <label class="wide">what goes wrong <input bind:value={fault} required maxlength="300" /></label>
    <label class="wide">what you say <input bind:value={cure} required maxlength="300" /></label>
    <button disabled={!fault.trim() || !cure.trim()}>Keep it</button>
  </form>
  <div class="kinds">
    {#each UNIT_KINDS as k (k)}
      <section>
        <h2>{UNIT_WORDS[k]}</h2>
        <dl>
          {#each own.filter((c) => c.unit === k) as c (c.id)}
            <div>
              <dt>{c.name} <b>yours</b></dt>
              <dd>
                {c.cure}
                <button class="plain" aria-label="Delete the cue for {c.name}" onclick={() => remove(c)}
                  >×</button
                >
              </dd>
            </div>
          {/each}
          {#each FAULTS[k] as f (f.fault)}<div>
              <dt>{f.fault}</dt>
              <dd>{f.cure}</dd>
            </div>{/each}
        </dl>
      </section>
    {/each}
  </div>
</ListPage>

<style>
  form {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 12px;
    align-items: end;
  }
  label {
    display: grid;
    gap: 1px;
    font-size: 13px;
    color: var(--quiet);
  }
  label input,
  select {
    color: var(--ink);
    font-size: 15px;
  }
  .wide {
    flex: 1 1 240px;
  }
  .kinds {
    columns: 2 360px;
    column-gap: 36px;
    border-top: 3px solid var(--ink);
    padding-top: 10px;
  }
  section {
    break-inside: avoid;
    padding-bottom: 12px;
  }
  h2 {
    font-size: 18px;
  }
  h2::first-letter {
    text-transform: uppercase;
  }
  dl {
    margin: 4px 0 0;
    display: grid;
    gap: 5px;
    font-size: 14.5px;
  }
  dt {
    color: var(--quiet);
  }
  dd {
    margin: 0;
    font-weight: 560;
  }
  dd button {
    min-height: 24px;
    padding: 0 6px;
  }
</style>
