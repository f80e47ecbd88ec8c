<script lang="ts">
  import { onMount } from 'svelte';
  import {
    FAULTS,
    RATINGS,
    aimOf,
    blockTempo,
    dancedIn,
    ratingOf,
    unitNeeds,
    type DanceRef,
    type Group,
    type UnitNeed,
  } from '$lib/core/classes';
  import type { Material } from '$lib/core/classes/material';
  import {
    BLOCK_WORDS,
    CARE_ALWAYS,
    CARE_WORDS,
    RATING_WORDS,
    WARM_CARE,
    clockText,
    halfMinutesText,
    warmText,
  } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import { ClassLab } from '$lib/state/class-lab.svelte';
  import { materialOf } from '$lib/workers/class-answerer';
  import type { RunDesk } from '$lib/state/class-run.svelte';
  import type { PlainSaver } from '$lib/state/open-plain';
  import { careOf } from '$lib/core/classes/cares';
  import { Recorder } from '$lib/state/recorder.svelte';
  import { loadDoc } from '$lib/storage';
  import RunNotes from './RunNotes.svelte';
  import RunPartners from './RunPartners.svelte';
  import RunPeople from './RunPeople.svelte';
  import RunSheet from './RunSheet.svelte';

  /** A class being held, in one hand: the block, the time, what comes, how it went. */
  let { desk, saver }: { desk: RunDesk; saver: PlainSaver<'entry'> } = $props();

  const lab = new ClassLab();
  let group: Group | undefined = $state.raw();
  let material: Material | undefined = $state.raw();
  let gone = $state(false);
  let sheet: '' | 'rest' | 'people' | 'partners' | 'note' = $state('');
  /** What is being written stays when another sheet is looked at. */
  let draft = $state({ note: '', promise: '' });
  let unit: number | undefined = $state();
  const recorder = new Recorder();
  const e = $derived(desk.doc);
  const where = $derived(desk.where);
  const plan = $derived(desk.plan);
  const ended = $derived(e.ended !== undefined);

  onMount(() => {
    void start();
    desk.tick();
    const wake = keepAwake();
    return () => {
      desk.stop();
      lab.stop();
      recorder.cancel();
      wake();
    };
  });
  async function start() {
    const db = await app.db();
    const [p, g] = await Promise.all([
      e.class === undefined ? undefined : loadDoc(db, 'class', e.class),
      e.group === undefined ? undefined : loadDoc(db, 'group', e.group),
    ]);
    desk.plan = p;
    gone = !p;
    group = g;
    const s = await lab.load(db);
    material = materialOf(s);
  }
  /** The screen stays lit while the class is held, where the browser lets it. */
  function keepAwake(): () => void {
    let lock: { release(): Promise<void> } | undefined;
    const ask = async () => {
      try {
        if (document.visibilityState === 'visible') lock = await navigator.wakeLock?.request('screen');
      } catch {
        // It goes dark: nothing of the class depends on it.
      }
      desk.now = Date.now();
    };
    void ask();
    document.addEventListener('visibilitychange', ask);
    return () => {
      document.removeEventListener('visibilitychange', ask);
      void lock?.release().catch(() => {});
    };
  }

  const what = $derived(plan ? dancedIn(plan, where?.block) : []);
  const nameOf = (r: DanceRef) => material?.nameOf(r) ?? '…';
  const bpm = $derived(
    material && plan && where?.block ? blockTempo(plan, where.block, material) : where?.block?.bpm,
  );
  const units: readonly UnitNeed[] = $derived.by(() => {
    const only = what[0];
    if (!material || !plan || what.length !== 1 || only?.type !== 'figure') return [];
    const a = material.analysis(only);
    return a ? unitNeeds(a, [], plan.level) : [];
  });
  /** What to listen for: of the unit that is looked at, else of the one that asks most. */
  const cue = $derived.by(() => {
    const most = units.reduce<UnitNeed | undefined>((x, u) => (x && x.weight >= u.weight ? x : u), undefined);
    const u = unit === undefined ? most : units.find((x) => x.index === unit);
    const kind = u?.kinds[0];
    return kind ? { unit: u, ...FAULTS[kind][0] } : undefined;
  });
  const warming = $derived(where?.visit?.kind === 'warm-up');
  /** Of what is danced now; at the warm-up, of what comes. */
  const care = $derived.by(() => {
    const only = what[0] ?? (warming && plan ? aimOf(plan) : undefined);
    const a = only && material?.analysis(only);
    return a && careOf(a, bpm ?? a.figure.tempo.min);
  });
  const cares = $derived(care?.cares ?? []);
  const floor = (r: DanceRef) =>
    `/floor/run?${r.type}=${r.id}&music=${where?.block?.song ?? 'band'}&times=${32}${bpm ? `&bpm=${bpm}` : ''}&run=${e.id}`;

  function finish() {
    desk.end();
    sheet = '';
  }
  const clock = (minutes: number) => `${minutes < 0 ? '−' : ''}${clockText(Math.abs(minutes) * 60)}`;
  const behindText = (b: number) =>
    Math.abs(b) < 0.5 ? 'on time' : b > 0 ? `${halfMinutesText(b)} behind` : `${halfMinutesText(b)} to spare`;
</script>

<svelte:head><title>{e.name} · Brisk Partner</title></svelte:head>

<div class="run" class:late={(where?.left ?? 0) < 0 && !ended}>
  <header>
    <h1>{e.name}</h1>
    <a class="leave" href={e.class ? `/classes/${e.class}` : '/log'}>Leave; it goes on</a>
    <span class="num quiet" aria-label="Left of the class"
      >{ended ? 'over' : `${Math.max(0, Math.ceil(where?.leftInAll ?? e.minutes))} min left`}</span
    >
    <span class="saved quiet" role="status"
      >{saver.state === 'saved' ? '' : saver.state === 'saving' ? 'saving' : 'not saved'}</span
    >
  </header>

  {#if gone}<p role="alert">
      The plan of this class is not here any more. What was noted stays; end the class below.
    </p>{/if}
  {#if ended}
    <div class="held">
      <h2>It is over</h2>
      <p>
        What was danced and how it went is in the log{e.taught.length > 0
          ? `: ${e.taught.map((t) => `${nameOf(t.what)}${t.rating ? `, ${RATING_WORDS[t.rating]}` : ''}`).join('; ')}`
          : ''}.
      </p>
      <p class="row">
        <a class="button" href="/log/{e.id}">Look it over</a> <a class="button" href="/classes">Classes</a>
      </p>
    </div>
  {:else}
    <div class="held">
      <h2>{where?.visit ? BLOCK_WORDS[where.visit.kind] : 'No blocks'}</h2>
      <p class="left num" aria-label="Left of this block">{clock(where?.left ?? 0)}</p>
      <p class="behind">
        {behindText(where?.behind ?? 0)}{where?.leave && where.leave.cuts.length > 0
          ? ': what comes is shortened below'
          : ''}
      </p>
      {#if plan}
        <ol class="strip" aria-label="The hour">
          {#each plan.blocks as b (b.key)}
            {@const at = e.visits.findIndex((v) => v.block === b.key)}
            <li
              class:done={at >= 0 && b.key !== where?.visit?.block}
              class:now={b.key === where?.visit?.block}
              class:gone={at < 0 && where?.rest.every((r) => r.block.key !== b.key)}
              style:flex={b.minutes}
              aria-label="{BLOCK_WORDS[b.kind]}{b.key === where?.visit?.block
                ? ', now'
                : at >= 0
                  ? ', done'
                  : ''}"
            ></li>
          {/each}
        </ol>
      {/if}
      {#if where?.block?.says}<p class="says">{where.block.says}</p>{/if}
      {#each what as r (r.id)}
        <section aria-label={nameOf(r)}>
          <div class="what">
            <b>{nameOf(r)}</b>
            <a class="button" href={floor(r)}>Count it{bpm ? ` at ${bpm}` : ''}</a>
          </div>
          {#if units.length > 1}
            <div class="units" role="group" aria-label="Unit">
              <button aria-pressed={unit === undefined} onclick={() => (unit = undefined)}>all</button>
              {#each units as u (u.index)}<button
                  class="num"
                  aria-pressed={unit === u.index}
                  onclick={() => (unit = u.index)}
                  >{u.first === u.last ? u.first : `${u.first}–${u.last}`}</button
                >{/each}
            </div>
          {/if}
          <div class="rate" role="group" aria-label="How {nameOf(r)} went">
            <button
              class="done"
              aria-label="{nameOf(r)} was danced"
              aria-pressed={e.taught.some((t) => t.what.id === r.id)}
              onclick={() => desk.danced(r)}>✓</button
            >
            {#each RATINGS as x (x)}
              <button aria-pressed={ratingOf(e, r, unit) === x} onclick={() => desk.rate(r, x, unit, bpm)}
                >{RATING_WORDS[x]}</button
              >
            {/each}
          </div>
        </section>
      {/each}
      {#if cue?.fault}
        <p class="cue">
          <span class="quiet">{cue.unit ? `${cue.unit.first}: ` : ''}{cue.fault}</span> <b>{cue.cure}</b>
        </p>
      {/if}
      {#if warming && care}<p class="says">{warmText(care.warm)}</p>{/if}
      {#if warming || cares.some((c) => c !== 'turns' && c !== 'elbows')}
        <p class="care quiet">
          {warming ? WARM_CARE : ''}
          {cares.map((c) => CARE_WORDS[c]).join(' ')}
          {warming ? CARE_ALWAYS : ''}
        </p>
      {/if}
    </div>

    {#if sheet === '' && desk.next}
      <p class="then quiet">
        Then {BLOCK_WORDS[desk.next.kind].toLowerCase()}{desk.next.says ? `: ${desk.next.says}` : '.'}
      </p>
    {/if}
    {#if sheet === 'rest'}
      <RunSheet name="What comes">
        <ol class="comes">
          {#each where?.rest ?? [] as r (r.block.key)}
            <li>
              <button onclick={() => ((sheet = ''), desk.go(r.block))}
                ><b>{BLOCK_WORDS[r.block.kind]}</b>
                <span class="num"
                  >{halfMinutesText(r.minutes)}{r.minutes === r.block.minutes
                    ? ''
                    : r.minutes > r.block.minutes
                      ? ' (more)'
                      : ' (less)'}</span
                ></button
              >
            </li>
          {/each}
        </ol>
        {#if where?.leave?.cuts.some((c) => c.whole)}<p class="quiet">
            Left out: {where.leave.cuts
              .filter((c) => c.whole)
              .map((c) => BLOCK_WORDS[plan?.blocks.find((b) => b.key === c.key)?.kind ?? 'free'])
              .join(', ')}.
          </p>{/if}
        <button class="end" onclick={finish}>End the class</button>
      </RunSheet>
    {:else if sheet === 'people'}
      <RunPeople {desk} {group} />
    {:else if sheet === 'partners'}
      <RunPartners {desk} {lab} {group} />
    {:else if sheet === 'note'}
      <RunNotes {desk} bind:draft {recorder} />
    {/if}

    <div class="foot">
      <nav aria-label="Class">
        <button aria-pressed={sheet === 'rest'} onclick={() => (sheet = sheet === 'rest' ? '' : 'rest')}
          >What comes</button
        >
        <button aria-pressed={sheet === 'people'} onclick={() => (sheet = sheet === 'people' ? '' : 'people')}
          >Who</button
        >
        <button
          aria-pressed={sheet === 'partners'}
          onclick={() => (sheet = sheet === 'partners' ? '' : 'partners')}>Partners</button
        >
        <button aria-pressed={sheet === 'note'} onclick={() => (sheet = sheet === 'note' ? '' : 'note')}
          >Note</button
        >
      </nav>
      <div class="bar">
        <button aria-label="Take back" onclick={() => desk.undo()} disabled={!desk.canUndo}>↶</button>
        {#if desk.next}
          {@const next = desk.next}
          <button class="next" onclick={() => desk.go(next)}
            >Next: {BLOCK_WORDS[next.kind]}
            <span class="num">{halfMinutesText(where?.rest[0]?.minutes ?? next.minutes)}</span></button
          >
        {:else}
          <button class="next" onclick={finish}>End the class</button>
        {/if}
      </div>
    </div>
  {/if}
</div>

<style>
  .run {
    max-width: 620px;
    margin: 0 auto;
    padding: 8px 14px 14px;
    min-height: calc(100dvh - 46px - var(--above, 0px));
    display: grid;
    grid-template-rows: auto auto 1fr auto auto auto;
    grid-template-columns: minmax(0, 1fr);
    gap: 8px;
    align-content: start;
  }
  header {
    display: flex;
    gap: 10px;
    align-items: baseline;
  }
  h1 {
    font-size: 19px;
    flex: 1;
  }
  .held {
    display: grid;
    gap: 8px;
    align-content: start;
    grid-row: 3;
    grid-template-columns: minmax(0, 1fr);
  }
  h2 {
    font-size: 30px;
  }
  .left {
    font: 800 84px/0.9 var(--display);
    letter-spacing: -0.02em;
  }
  .late .left {
    color: var(--wrong);
  }
  .behind {
    font-weight: 620;
  }
  .strip {
    list-style: none;
    margin: 0;
    padding: 0;
    display: flex;
    gap: 2px;
    height: 12px;
  }
  .strip li {
    background: var(--maple);
  }
  .strip .done {
    background: var(--maple-line);
  }
  .strip .now {
    background: var(--ink);
  }
  .strip .gone {
    background: repeating-linear-gradient(90deg, var(--line) 0 2px, transparent 2px 6px);
  }
  .says {
    font-size: 18px;
    border-left: 5px solid var(--maple-line);
    padding-left: 10px;
  }
  section {
    display: grid;
    gap: 6px;
    grid-template-columns: minmax(0, 1fr);
  }
  .what {
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 8px;
    font-size: 18px;
  }
  .units,
  .rate {
    display: flex;
    gap: 6px;
    flex-wrap: wrap;
  }
  .rate .done {
    flex: 0 0 48px;
  }
  .rate button {
    flex: 1;
    min-height: 48px;
    justify-content: center;
    font-size: 16px;
  }
  .units button {
    min-height: 40px;
    min-width: 44px;
    justify-content: center;
  }
  .cue {
    font-size: 16px;
  }
  .care {
    font-size: 13.5px;
  }
  .then {
    grid-row: 4;
  }
  .comes button {
    width: 100%;
    min-height: 44px;
    justify-content: space-between;
  }
  .row {
    display: flex;
    gap: 10px;
    align-items: center;
    flex-wrap: wrap;
  }
  .foot {
    grid-row: 5;
    position: sticky;
    bottom: 0;
    background: var(--paper);
    padding: 6px 0;
    display: grid;
    gap: 6px;
  }
  nav {
    display: grid;
    grid-template-columns: repeat(4, 1fr);
    gap: 6px;
  }
  nav button {
    min-height: 44px;
    justify-content: center;
    padding: 4px;
    font-size: 14px;
  }
  .bar {
    display: flex;
    gap: 8px;
  }
  .bar > button:first-child {
    min-width: 56px;
    min-height: 56px;
    font-size: 22px;
    justify-content: center;
  }
  .next {
    flex: 1;
    min-height: 56px;
    font-size: 18px;
    font-weight: 650;
    background: var(--ink);
    color: var(--paper);
    border-color: var(--ink);
    justify-content: space-between;
    padding: 6px 16px;
  }
  .leave {
    color: var(--quiet);
    font-size: 14px;
  }
  @media (max-width: 480px) {
    .run {
      min-height: calc(100dvh - 46px - var(--above, 0px));
    }
  }
</style>
