<script lang="ts">
  import { onDestroy } from 'svelte';
  import { countsText } from '$lib/messages';
  import type { KindId } from '$lib/core/library';
  import { app } from '$lib/state/app.svelte';
  import { BringLab } from '$lib/state/bring-lab.svelte';
  import type { Compared, OnClash } from '$lib/storage';

  /** Files brought in: what they hold is shown before anything is changed. */
  let { done }: { done: (said: string) => unknown } = $props();

  const lab = new BringLab();
  onDestroy(() => lab.cancel());
  let over = $state(false);

  const of = (state: Compared['state']) => lab.offered?.compared.filter((c) => c.state === state) ?? [];
  const counted = (list: readonly Compared[]) => {
    const n: Partial<Record<KindId, number>> = {};
    for (const c of list) n[c.kind] = (n[c.kind] ?? 0) + 1;
    return countsText(n);
  };
  const changed = $derived(of('changed'));
  const fresh = $derived(of('new'));
  const raw = $derived(lab.offered?.read.content.unreadable.length ?? 0);

  async function bring(onClash: OnClash) {
    const file = lab.offered?.file ?? '';
    const brought = await lab.bring(onClash);
    if (!brought) return;
    const parts = [
      `${brought.added} added`,
      ...(brought.replaced ? [`${brought.replaced} replaced`] : []),
      ...(brought.left ? [`${brought.left} left as they are here`] : []),
      ...(brought.same ? [`${brought.same} were here already`] : []),
      ...(brought.missing
        ? [`${brought.missing} that they name ${brought.missing === 1 ? 'is' : 'are'} not here`]
        : []),
    ];
    app.did(`${file} was brought in.`, brought.act);
    await done(`${file}: ${parts.join(', ')}.`);
  }
  function drop(e: DragEvent) {
    e.preventDefault();
    over = false;
    const file = e.dataTransfer?.files[0];
    if (file) void lab.read(file);
  }
</script>

<!-- svelte-ignore a11y_no_static_element_interactions -->
<div
  class="drop"
  class:over
  ondragover={(e) => (e.preventDefault(), (over = true))}
  ondragleave={() => (over = false)}
  ondrop={drop}
>
  <label for="file">A backup, a file of figures, combinations or dances (JSON), or notation text.</label>
  <input
    id="file"
    type="file"
    accept=".zip,.json,.txt,application/zip,application/json,text/plain"
    onchange={(e) => {
      const file = e.currentTarget.files?.[0];
      if (file) void lab.read(file);
      e.currentTarget.value = '';
    }}
  />
</div>
{#if lab.busy}
  <p class="row" role="status">
    <progress max="1" value={lab.busy.done}></progress>
    {lab.busy.what} …
    {#if lab.busy.what !== 'writing'}<button onclick={() => lab.cancel()}>Cancel</button>{/if}
  </p>
{/if}
{#if lab.problem}
  <div class="problem" role="alert">
    <p><b>{lab.problem.file}</b> was not brought in; nothing has changed.</p>
    <p>
      At <b>{lab.problem.at}</b>{lab.problem.figure ? ` (${lab.problem.figure})` : ''}: {lab.problem.message}
    </p>
  </div>
{/if}
{#if lab.offered}
  <div class="problem ask" role="alertdialog" aria-label="What this file would change">
    <p><b>{lab.offered.file}</b>{lab.offered.read.backup ? ', a backup' : ''}:</p>
    <ul>
      <li>{counted(fresh)} new</li>
      <li>
        {counted(changed)} here otherwise{#if changed.length > 0}: {changed
            .slice(0, 8)
            .map((c) => `“${c.name}”`)
            .join(', ')}{changed.length > 8 ? ` and ${changed.length - 8} more` : ''}{/if}
      </li>
      <li>{counted(of('same'))} here already, the same</li>
      {#if raw > 0}<li>{raw} that could not be read, kept as they are</li>{/if}
    </ul>
    <p class="row">
      {#if changed.length > 0}
        <button onclick={() => bring('keep-both')}>Keep both</button>
        <button onclick={() => bring('replace')}>Replace those here</button>
        <button onclick={() => bring('keep-mine')}>Only what is new</button>
      {:else if fresh.length > 0 || raw > 0}
        <button onclick={() => bring('keep-both')}>Bring it in</button>
      {/if}
      <button onclick={() => lab.cancel()}
        >{fresh.length + changed.length + raw > 0 ? 'Cancel' : 'Close'}</button
      >
    </p>
    {#if changed.length > 0}<p class="quiet">What is replaced lies in the bin for 30 days.</p>{/if}
  </div>
{/if}

<style>
  .drop {
    border: 2px dashed var(--line);
    border-radius: 10px;
    padding: 16px;
    display: grid;
    gap: 8px;
  }
  .drop.over {
    border-color: var(--ink);
    background: var(--sheet);
  }
  .problem {
    border-left: 5px solid var(--wrong);
    background: var(--sheet);
    padding: 8px 12px;
    display: grid;
    gap: 6px;
  }
  .problem.ask {
    border-color: var(--caution);
  }
  .row {
    display: flex;
    gap: 8px;
    flex-wrap: wrap;
    align-items: center;
  }
  ul {
    margin: 0;
    padding-left: 20px;
  }
  input {
    max-width: 100%;
  }
</style>
