<script lang="ts">
  import { onMount } from 'svelte';
  import { analyse } from '$lib/core/analysis';
  import { hereZone } from '$lib/core/calendar';
  import {
    PAPERS,
    READERS,
    type ClassPlan,
    type Cue,
    type Entry,
    type Group,
    type Paper,
    type Reader,
    type Recap,
  } from '$lib/core/classes';
  import type { Material } from '$lib/core/classes/material';
  import { READER_WORDS } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import { ClassLab, logOf } from '$lib/state/class-lab.svelte';
  import { materialOf } from '$lib/workers/class-answerer';
  import type { DocDesk, Patch } from '$lib/state/doc-desk.svelte';
  import type { PlainSaver } from '$lib/state/open-plain';
  import { loadDoc, loadDocs } from '$lib/storage';
  import { downloadBytes, fileName } from '$lib/views/desk/export';
  import PlainFrame from '$lib/views/shell/PlainFrame.svelte';
  import { dancesPage } from '$lib/views/share/files';
  import { sharedRecap } from '$lib/state/share';
  import SheetPage from './SheetPage.svelte';
  import { NO_CHOICES, choicesOf, type Choices } from './choices';
  import { makePdf, saveCaptions, savePicture, saveText } from './recap-files';
  import { recapSheet } from './recap-sheet';

  let { desk, saver, news }: { desk: DocDesk<Recap>; saver: PlainSaver<'recap'>; news: string } = $props();
  const r = $derived(desk.doc);
  const lab = new ClassLab();
  let material: Material | undefined = $state.raw();
  let choices: Choices = $state.raw(NO_CHOICES);
  let group: Group | undefined = $state.raw();
  let plan: ClassPlan | undefined = $state.raw();
  let entry: Entry | undefined = $state.raw();
  let log: readonly Entry[] = $state.raw([]);
  let cues: readonly Cue[] = $state.raw([]);
  let sharing = $state(false);
  let busy = $state('');
  let problem = $state('');
  let stop: (() => void) | undefined;
  const now = Date.now();

  onMount(() => {
    void (async () => {
      const db = await app.db();
      const s = await lab.load(db);
      choices = await choicesOf(db, s);
      material = materialOf(s);
      [group, plan, entry] = await Promise.all([
        r.group === undefined ? undefined : loadDoc(db, 'group', r.group),
        r.class === undefined ? undefined : loadDoc(db, 'class', r.class),
        r.entry === undefined ? undefined : loadDoc(db, 'entry', r.entry),
      ]);
      log = r.group === undefined ? [] : await logOf(db, r.group);
      cues = (await loadDocs(db, 'cue')).map((x) => x.doc);
    })();
    return () => {
      lab.stop();
      stop?.();
    };
  });
  const sheet = $derived(
    material && recapSheet(r, { material, group, plan, entry, log, cues, now, zone: hereZone() }),
  );
  const set = (patch: Patch<Recap>, group?: string) => desk.edit(patch, group);

  async function pdf() {
    if (!sheet) return;
    problem = '';
    busy = 'making the PDF';
    const job = makePdf(sheet, r.paper);
    stop = job.stop;
    try {
      downloadBytes(`${fileName(r.name)}.pdf`, 'application/pdf', await job.done);
    } catch (e) {
      problem = `There is no PDF: ${e instanceof Error ? e.message : String(e)}`;
    } finally {
      busy = '';
    }
  }
  async function picture() {
    if (!sheet) return;
    busy = 'drawing the picture';
    problem = '';
    try {
      await savePicture(r, sheet);
    } catch (e) {
      problem = `There is no picture: ${e instanceof Error ? e.message : String(e)}`;
    } finally {
      busy = '';
    }
  }
  async function vtt() {
    if (material && !(await saveCaptions(r, material)))
      problem = 'There are no captions: nothing here can be danced.';
  }
  async function playing() {
    if (!material) return;
    const dances = r.figures
      .flatMap((id) => material?.figures.get(id) ?? [])
      .map((f) => analyse(f, app.heights));
    if (dances.length === 0) return void (problem = 'There is no page: nothing here can be danced.');
    const says = [r.greeting, r.practise && `Practise: ${r.practise}`].filter((t): t is string => !!t);
    await dancesPage(r.name, says, dances);
  }
</script>

{#if sharing}
  {#await import('$lib/views/share/SharePanel.svelte') then { default: SharePanel }}
    <SharePanel
      name={r.name}
      shared={async () => sharedRecap(await app.db(), r.id)}
      others={[
        { name: 'Picture (PNG)', does: picture },
        { name: 'Page that plays (HTML)', does: playing },
      ]}
      close={() => (sharing = false)}
    />
  {/await}
{/if}
<PlainFrame kind="recap" {desk} {saver} {news} stays="The class and its log stay.">
  {#snippet facts()}<p class="facts">{READER_WORDS[r.for]}{group ? ` · ${group.name}` : ''}</p>{/snippet}
  {#snippet tools()}
    {#if busy}<span class="quiet" role="status">{busy} …</span>{/if}
    <button onclick={() => (sharing = true)}>Share …</button>
    <button onclick={pdf} disabled={!sheet || busy !== ''}>PDF</button>
    <button onclick={picture} disabled={!sheet || busy !== ''}>Picture (PNG)</button>
    <button onclick={() => sheet && saveText(r, sheet)} disabled={!sheet}>Text</button>
    <button onclick={vtt} disabled={!material}>Captions (WebVTT)</button>
    <button onclick={() => print()} disabled={!sheet}>Print</button>
  {/snippet}
  <div class="page">
    <div class="left">
      {#if problem}<p role="alert">{problem}</p>{/if}
      <div class="row" role="group" aria-label="For whom">
        {#each READERS as x (x)}<button aria-pressed={r.for === x} onclick={() => set({ for: x as Reader })}
            >{READER_WORDS[x]}</button
          >{/each}
      </div>
      <label
        >paper <select value={r.paper} onchange={(e) => set({ paper: e.currentTarget.value as Paper })}>
          {#each PAPERS as p (p)}<option value={p}>{p}</option>{/each}
        </select></label
      >
      <label
        >a word before <textarea
          rows="2"
          maxlength="2000"
          value={r.greeting}
          oninput={(e) => set({ greeting: e.currentTarget.value }, 'greeting')}></textarea></label
      >
      <div>
        <p class="quiet small">figures</p>
        {#each r.figures as id (id)}
          <p class="chip">
            {choices.figures.find((f) => f.id === id)?.name ?? 'not in the repertoire'}
            <button
              class="plain"
              aria-label="Leave it out"
              onclick={() => set({ figures: r.figures.filter((f) => f !== id) })}>×</button
            >
          </p>
        {/each}
        <select
          aria-label="Add a figure"
          value=""
          onchange={(e) => {
            const id = e.currentTarget.value;
            if (id && !r.figures.includes(id)) set({ figures: [...r.figures, id] });
            e.currentTarget.value = '';
          }}
        >
          <option value="">a figure …</option>
          {#each choices.figures as f (f.id)}<option value={f.id}>{f.name}</option>{/each}
        </select>
      </div>
      <label
        >combination <select
          value={r.combination ?? ''}
          onchange={(e) => set({ combination: e.currentTarget.value || undefined })}
        >
          <option value="">none</option>
          {#each choices.combinations as c (c.id)}<option value={c.id}>{c.name}</option>{/each}
        </select></label
      >
      <label
        >what to practise <textarea
          rows="3"
          maxlength="2000"
          value={r.practise}
          oninput={(e) => set({ practise: e.currentTarget.value }, 'practise')}></textarea></label
      >
    </div>
    {#if sheet}<SheetPage {sheet} />{:else}<p class="quiet">Working it out …</p>{/if}
  </div>
</PlainFrame>

<style>
  .page {
    padding: 4px 20px 40px;
    display: grid;
    grid-template-columns: 270px minmax(0, 1fr);
    gap: 12px 28px;
    align-items: start;
  }
  .left {
    display: grid;
    gap: 10px;
    grid-template-columns: minmax(0, 1fr);
  }
  .row {
    display: grid;
    gap: 4px;
  }
  label {
    display: grid;
    gap: 1px;
    font-size: 13px;
    color: var(--quiet);
  }
  select,
  textarea {
    width: 100%;
    color: var(--ink);
    font-size: 15px;
  }
  .chip {
    display: flex;
    justify-content: space-between;
    align-items: center;
    border-bottom: 1px solid var(--line);
  }
  .chip button {
    min-height: 28px;
    padding: 0 8px;
  }
  .small {
    font-size: 13px;
  }
  @media (max-width: 800px) {
    .page {
      grid-template-columns: minmax(0, 1fr);
      padding: 4px 12px 30px;
    }
  }
  @media print {
    :global(header:has(input.name)) {
      display: none;
    }
    .left {
      display: none;
    }
    .page {
      display: block;
      padding: 0;
    }
  }
</style>
