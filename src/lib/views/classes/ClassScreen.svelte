<script lang="ts">
  import { onMount } from 'svelte';
  import { nanoid } from 'nanoid';
  import { goto } from '$app/navigation';
  import Play from '@lucide/svelte/icons/play';
  import { hereZone, instantOf, localAt } from '$lib/core/calendar';
  import {
    BLOCK_KINDS,
    TEMPLATE_IDS,
    hourOf,
    type Block,
    type BlockKind,
    type Cue,
    type Entry,
    type Group,
    type PlanReport,
    type Suggestion,
    type TemplateId,
  } from '$lib/core/classes';
  import { BLOCK_WORDS, TEMPLATE_WORDS, whenText } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import type { ClassDesk } from '$lib/state/class-desk.svelte';
  import { ClassLab, logOf } from '$lib/state/class-lab.svelte';
  import type { PlainSaver } from '$lib/state/open-plain';
  import { beginRun } from '$lib/state/class-run.svelte';
  import { makeRecap } from '$lib/state/recaps';
  import { create, loadDoc, loadDocs } from '$lib/storage';
  import PlainFrame from '$lib/views/shell/PlainFrame.svelte';
  import BlockInspector from './BlockInspector.svelte';
  import ClassFacts from './ClassFacts.svelte';
  import HourRail from './HourRail.svelte';
  import PlanAnswers from './PlanAnswers.svelte';
  import SuggestPanel from './SuggestPanel.svelte';
  import { NO_CHOICES, choicesOf, type Choices } from './choices';

  let { desk, saver, news }: { desk: ClassDesk; saver: PlainSaver<'class'>; news: string } = $props();

  const lab = new ClassLab();
  const suggester = new ClassLab();
  let choices: Choices = $state.raw(NO_CHOICES);
  let group: Group | undefined = $state.raw();
  let log: readonly Entry[] = $state.raw([]);
  let cues: readonly Cue[] = $state.raw([]);
  let report: PlanReport | undefined = $state.raw();
  let suggestion: Suggestion | undefined = $state.raw();
  let suggestedNames: Readonly<Record<string, string>> = $state.raw({});
  let suggesting = $state(false);
  let problem = $state('');
  const c = $derived(desk.doc);
  const now = Date.now();
  const when = $derived(c.at === undefined ? now : instantOf(c.at, c.zone));

  onMount(() => {
    void start();
    return () => {
      lab.stop();
      suggester.stop();
    };
  });
  async function start() {
    const db = await app.db();
    const stock = await lab.load(db);
    suggester.stock = stock;
    choices = await choicesOf(db, stock);
    cues = (await loadDocs(db, 'cue')).map((r) => r.doc);
  }
  /** Who is taught, and what was: read anew when the group is another. */
  $effect(() => {
    const id = c.group;
    void (async () => {
      const db = await app.db();
      const found = id === undefined ? undefined : await loadDoc(db, 'group', id);
      const entries = id === undefined ? [] : await logOf(db, id);
      if (c.group === id) [group, log] = [found, entries];
    })();
  });
  $effect(() => {
    if (!lab.stock) return;
    lab.ask({ type: 'report', plan: c, group, log, when }, (a) => (report = a.report));
  });
  /** Drawn at once from what is known; lengths come with the report. */
  const hour = $derived.by(() => {
    const known = new Map(
      report?.hour.blocks.flatMap((b) => (b.what ? [[b.what.id, b] as const] : [])) ?? [],
    );
    const quick = hourOf(c, {
      beats: (r) => {
        const b = known.get(r.id);
        return b && b.bpm !== undefined ? Math.round((b.seconds * b.bpm) / 60 / b.inRow) : 0;
      },
      tempo: () => report?.hour.goal ?? 110,
    });
    if (!report) return quick;
    const same = report.hour.blocks.every(
      (b, i) => b.block === c.blocks[i] || JSON.stringify(b.block) === JSON.stringify(c.blocks[i]),
    );
    return same && report.hour.blocks.length === c.blocks.length ? report.hour : quick;
  });
  const names = $derived.by(() => ({
    ...Object.fromEntries([...choices.figures, ...choices.combinations].map((x) => [x.id, x.name])),
    ...report?.names,
  }));
  const timed = $derived(hour.blocks.find((b) => b.block.key === desk.chosen));

  function suggest(template: TemplateId = 'weekly') {
    suggesting = true;
    suggestion = undefined;
    suggester.ask({ type: 'suggest', plan: c, group, log, template, when }, (a) => {
      suggestion = a.suggestion;
      suggestedNames = a.names;
    });
  }
  async function take(what: { blocks: boolean; fresh: boolean; combination: boolean; review: boolean }) {
    const s = suggestion;
    if (!s) return;
    if (what.combination && s.combination) {
      const saved = await create(await app.db(), 'combination', s.combination, Date.now());
      if (!saved.ok) {
        problem = 'The combination could not be stored; nothing was taken.';
        return;
      }
      suggester.stock = await lab.load(await app.db());
      choices = await choicesOf(await app.db(), suggester.stock);
    }
    const left = (b: Block): Block => {
      const gone =
        (!what.review && b.kind === 'review') ||
        (!what.fresh && b.what?.type === 'figure' && b.kind !== 'review') ||
        (!what.combination && b.what?.type === 'combination');
      if (!gone) return b;
      const { what: _, ...rest } = b;
      return rest;
    };
    const { combination: before, figures } = c.aim;
    const combination = what.combination && s.combination ? s.combination.id : before;
    desk.edit({
      ...(what.blocks ? { blocks: s.blocks.map(left) } : {}),
      aim: {
        figures: what.fresh && s.fresh ? [s.fresh.figure] : figures,
        ...(combination === undefined ? {} : { combination }),
      },
    });
    suggesting = false;
  }
  async function run() {
    const id = await beginRun(await app.db(), c, group, () => nanoid(12));
    if (id) await goto(`/run/${id}`);
    else problem = 'The class could not be begun: nothing can be stored.';
  }
  async function recap() {
    const id = await makeRecap(await app.db(), { plan: c }, () => nanoid(12));
    if (id) await goto(`/recaps/${id}`);
    else problem = 'The recap could not be stored.';
  }
  let adding: '' | BlockKind = $state('');
  let laying: '' | TemplateId = $state('');
</script>

<PlainFrame kind="class" {desk} {saver} {news} stays="Its group, room, figures and log stay.">
  {#snippet facts()}<p class="facts">
      {[
        c.at ? whenText(c.at) : undefined,
        group?.name,
        choices.rooms.find((r) => r.id === c.room)?.name,
        `${c.minutes} minutes`,
      ]
        .filter(Boolean)
        .join(' · ')}{c.at && c.zone !== hereZone() ? ` (here ${localAt(when, hereZone()).slice(11)})` : ''}
    </p>{/snippet}
  {#snippet tools()}
    <button onclick={() => suggest()}>Suggest a class</button>
    {#if c.room}<a class="button" href="/rooms/{c.room}?class={c.id}">Room</a>{/if}
    <button class="run" onclick={run}><Play size={15} fill="currentColor" /> Run</button>
  {/snippet}
  {#snippet items()}
    <li><button class="plain" onclick={recap}>Recap sheet</button></li>
    <li><button class="plain" onclick={() => print()}>Print the plan</button></li>
    {#if c.series}<li><a class="button plain" href="/series/{c.series}">Its series</a></li>{/if}
  {/snippet}
  <div class="page">
    {#if problem}<p role="alert">{problem}</p>{/if}
    <div class="left">
      <ClassFacts {desk} {choices} goal={hour.goal} />
      {#if c.blocks.length === 0}
        <div class="empty">
          <h2>An empty hour</h2>
          <p class="quiet">
            Lay it out from a template, have a class suggested from what this group is due, or put blocks one
            by one.
          </p>
        </div>
      {/if}
      <HourRail {desk} {hour} {names} />
      <div class="adds">
        <select
          aria-label="Add a block"
          bind:value={adding}
          onchange={() => {
            if (adding) desk.add(adding);
            adding = '';
          }}
        >
          <option value="">Add a block …</option>
          {#each BLOCK_KINDS as k (k)}<option value={k}>{BLOCK_WORDS[k]}</option>{/each}
        </select>
        <select
          aria-label="Lay out from a template"
          bind:value={laying}
          onchange={() => {
            if (laying) desk.lay(laying);
            laying = '';
          }}
        >
          <option value="">Lay out from a template …</option>
          {#each TEMPLATE_IDS as t (t)}<option value={t}
              >{TEMPLATE_WORDS[t].name}: {TEMPLATE_WORDS[t].says}</option
            >{/each}
        </select>
      </div>
      <label class="notes"
        >notes <textarea
          rows="2"
          maxlength="4000"
          value={c.notes}
          oninput={(e) => desk.edit({ notes: e.currentTarget.value }, 'notes')}></textarea></label
      >
    </div>
    <div class="right">
      {#if suggesting}<SuggestPanel
          {suggestion}
          names={suggestedNames}
          busy={suggester.busy}
          {now}
          ask={suggest}
          {take}
          close={() => {
            suggester.cancel();
            suggesting = false;
          }}
        />{/if}
      {#if desk.block}<BlockInspector {desk} block={desk.block} {timed} {choices} care={report?.care} />{/if}
      {#if report}<PlanAnswers {desk} {report} {cues} {now} />{:else}<p class="quiet">
          Working it out …
        </p>{/if}
    </div>
  </div>
</PlainFrame>

<style>
  .page {
    padding: 4px 20px 40px;
    display: grid;
    grid-template-columns: minmax(0, 1.12fr) minmax(0, 1fr);
    gap: 12px 26px;
    align-items: start;
  }
  .page > [role='alert'] {
    grid-column: 1 / -1;
  }
  .left,
  .right {
    display: grid;
    gap: 10px;
    grid-template-columns: minmax(0, 1fr);
  }
  .run {
    background: var(--ink);
    color: var(--paper);
    border-color: var(--ink);
    font-weight: 650;
  }
  .adds {
    display: flex;
    gap: 8px;
    flex-wrap: wrap;
  }
  .adds select {
    max-width: 260px;
  }
  .notes {
    display: grid;
    gap: 2px;
    font-size: 13px;
    color: var(--quiet);
  }
  textarea {
    width: 100%;
    color: var(--ink);
    font-size: 15px;
    resize: vertical;
  }
  .empty {
    display: grid;
    gap: 6px;
    padding: 10px 0;
  }
  @media (max-width: 900px) {
    .page {
      grid-template-columns: minmax(0, 1fr);
      padding: 4px 12px 40px;
    }
  }
  @media print {
    .adds,
    .right > :global([aria-label='Block']) {
      display: none;
    }
  }
</style>
