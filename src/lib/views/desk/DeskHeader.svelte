<script lang="ts">
  import { nanoid } from 'nanoid';
  import { goto } from '$app/navigation';
  import { gistOf } from '$lib/core/likeness';
  import { printLine } from '$lib/core/notation';
  import { actText, gistText } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import type { Desk } from '$lib/state/desk.svelte';
  import type { FigureSaver } from '$lib/state/saver.svelte';
  import { create, loadFigure, loadKeptWith, openedFigure, standAlone } from '$lib/storage';
  import { exportCsv, exportJson, exportText } from './export';
  import StartFacts from './StartFacts.svelte';
  import DocumentHeader from '$lib/views/shell/DocumentHeader.svelte';

  interface Open {
    details: boolean;
    vary: boolean;
    like: boolean;
    songs: boolean;
    deleting: boolean;
    say: boolean;
    share: boolean;
  }
  let { desk, saver, open = $bindable() }: { desk: Desk; saver: FigureSaver; open: Open } = $props();

  const a = $derived(desk.analysis);
  const f = $derived(desk.figure);

  const version = $derived(desk.kept.version);
  const of = $derived(version?.of);
  let parent: { id: string; name: string } | undefined = $state.raw();
  $effect(() => {
    const id = of;
    parent = undefined;
    if (id === undefined) return;
    void app
      .db()
      .then((db) => loadFigure(db, id))
      .then((row) => (parent = row && { id: row.id, name: row.figure.name }));
  });

  function respell(as: 'counts' | 'quick-slow') {
    desk.edit({ type: 'respell', as });
  }
  function tidy() {
    desk.edit({ type: 'set-lines', lines: a.parsed.lines.map((l) => printLine(l.line)).join('\n') });
  }
  async function duplicate() {
    const copy = { ...f, id: nanoid(12), name: `${f.name} (copy)`.slice(0, 120) };
    const saved = await create(await app.db(), 'figure', copy, Date.now());
    if (saved.ok) await goto(`/figures/${copy.id}`);
    else desk.notice = 'The copy could not be stored.';
  }
  async function alone() {
    let act: number | undefined;
    const made = await saver.through(async () => {
      const done = await standAlone(await app.db(), f.id, Date.now());
      act = done?.act;
      return done && openedFigure(done.row);
    });
    if (!made) return;
    desk.kept = made.row;
    app.did(actText({ code: 'stands-alone', kind: 'figure', name: f.name }), act);
  }
  async function file() {
    exportJson(await loadKeptWith(await app.db(), f.id), f.name);
  }
</script>

<DocumentHeader
  name={f.name}
  rename={(name) => desk.edit({ type: 'set-details', patch: { name } })}
  saved={saver.state}
  history={desk}
>
  {#snippet facts()}
    <StartFacts {desk} />
    {#if version && parent}
      <p class="facts">
        version of <a href="/figures/{parent.id}">{parent.name}</a>, {gistText(gistOf(version.change))}
      </p>
    {/if}
  {/snippet}
  {#snippet tools()}
    <button aria-expanded={open.vary} onclick={() => (open.vary = !open.vary)}>Vary</button>
    <a class="button" href="/figures/{f.id}/versions">Versions</a>
    <button aria-expanded={open.details} onclick={() => (open.details = !open.details)}>Details</button>
  {/snippet}
  {#snippet items()}
    <li><button class="plain" onclick={() => (open.share = true)}>Share …</button></li>
    <li>
      <button class="plain" onclick={() => (open.like = true)}>What is this like?</button>
    </li>
    <li>
      <button class="plain" onclick={() => (open.songs = true)}>What music suits it?</button>
    </li>
    <li>
      <button class="plain" onclick={() => print()}>Print the step sheet</button>
    </li>
    <li><button class="plain" onclick={file}>Figure file (JSON)</button></li>
    <li>
      <button class="plain" onclick={() => exportText([f])}>Notation text</button>
    </li>
    <li>
      <button class="plain" onclick={() => exportCsv(a)}>Step table (CSV)</button>
    </li>
    <li><button class="plain" onclick={() => respell('counts')}>Write in counts</button></li>
    <li>
      <button class="plain" onclick={() => respell('quick-slow')}>Write in quicks and slows</button>
    </li>
    <li><button class="plain" onclick={tidy}>Tidy the text</button></li>
    <li><button class="plain" onclick={duplicate}>Duplicate</button></li>
    {#if version}
      <li>
        <button class="plain" disabled={saver.state !== 'saved'} onclick={alone}
          >Make it a figure of its own</button
        >
      </li>
    {/if}
    <li>
      <button class="plain" onclick={() => (open.deleting = true)}>Delete …</button>
    </li>
  {/snippet}
</DocumentHeader>
