<script lang="ts">
  import { onMount } from 'svelte';
  import Bell from '@lucide/svelte/icons/bell';
  import Maximize from '@lucide/svelte/icons/maximize';
  import Play from '@lucide/svelte/icons/play';
  import Pause from '@lucide/svelte/icons/pause';
  import RotateCcw from '@lucide/svelte/icons/rotate-ccw';
  import SkipForward from '@lucide/svelte/icons/skip-forward';
  import X from '@lucide/svelte/icons/x';
  import { ROLES, TICKS_PER_BEAT, type Role } from '$lib/core/base';
  import { CALLINGS } from '$lib/core/practice';
  import { sayCount } from '$lib/core/time';
  import { CALLING_WORDS, FOOT_WORDS, askText, clockText, hearText } from '$lib/messages';
  import type { FloorRun } from '$lib/state/floor-run.svelte';
  import {
    SimulatedPedal,
    actOfKey,
    keepAwake,
    listenToPedals,
    mediaKeys,
    type FloorAct,
  } from '$lib/state/remote';
  import { typing } from '$lib/state/shortcuts';
  import FloorView from '$lib/views/floor/FloorView.svelte';
  import SoundLevels from '$lib/views/songs/SoundLevels.svelte';

  /** Full screen for the room: the count, the unit, whose foot, the call, what comes next, the floor. */
  let { run, back }: { run: FloorRun; back: string } = $props();

  let root: HTMLDivElement;
  let setting = $state(false);
  const pedal = new SimulatedPedal();
  const a = $derived(run.analysis);
  const tick = $derived(run.tick);
  const name = $derived(run.names[run.index] ?? '');
  const nextName = $derived(run.names[run.index + 1]);
  const counting = $derived(run.playing && run.beat < 0 && run.pause === undefined);

  /** What each role does now, and with which foot. */
  const now = $derived(
    ROLES.map((role) => {
      const w = a?.roles[role].actions.findLast((x) => x.tick <= tick + 0.01);
      return { role, foot: w?.foot };
    }),
  );
  const units = $derived(a?.roles[run.role].units ?? []);
  const unit = $derived(units.find((u) => u.from <= tick + 0.01 && tick + 0.01 < u.to));
  const unitText = $derived(unit && a ? spanText(unit.from, unit.to) : '');
  function spanText(from: number, to: number): string {
    const [first, last] = [Math.floor(from / TICKS_PER_BEAT) + 1, Math.ceil(to / TICKS_PER_BEAT)];
    return first === last ? `${first}` : `${first}–${last}`;
  }
  const words = $derived(a?.words.filter((w) => w.track === 'calls') ?? []);
  const call = $derived(words.findLast((w) => w.tick <= tick + 0.01 && tick < w.end)?.text ?? '');
  const step = $derived(a?.roles[run.role].actions.findLast((x) => x.tick <= tick + 0.01)?.action);
  const after = $derived(words.find((w) => w.tick > tick + 0.01)?.text ?? '');
  const sub = $derived(a ? sayCount(Math.floor(tick + 0.01), a.figure.feel) : '');
  const offBeat = $derived(/[&ae]$/.test(sub) ? sub.slice(-1) : '');

  const ACTS: Record<FloorAct, () => void> = {
    again: () => run.again(),
    toggle: () => run.toggle(),
    next: () => run.next(),
    ring: () => run.ring(),
  };
  function act(what: FloorAct) {
    ACTS[what]();
  }
  function keys(e: KeyboardEvent) {
    if (typing(e.target) || e.ctrlKey || e.metaKey || e.altKey) return;
    const what = actOfKey(e.key.length === 1 ? e.key.toLowerCase() : e.key);
    const onButton =
      e.target instanceof HTMLElement && e.target.closest('button, a, select, summary') !== null;
    if (!what || (onButton && (e.key === ' ' || e.key === 'Enter'))) return;
    e.preventDefault();
    act(what);
  }
  onMount(() => {
    let end = () => {};
    void listenToPedals(act, [pedal]).then((stop) => (end = stop));
    const noKeys = mediaKeys(name, act);
    return () => {
      end();
      noKeys();
    };
  });
  $effect(() => (run.playing ? keepAwake() : undefined));
  async function full() {
    if (document.fullscreenElement) await document.exitFullscreen();
    else await root.requestFullscreen?.();
  }
  const asked = $derived(run.question?.asked);
  const goes = $derived(
    run.question ? (run.question.shown ? 'Go on' : 'Answer') : run.playing ? 'Pause' : 'Play',
  );
  const only = (o: Role | 'both') => (run.player.only = o);
</script>

<svelte:window onkeydown={keys} />

<div
  class="floor"
  bind:this={root}
  class:pausing={run.pause !== undefined}
  class:asking={run.question !== undefined}
>
  <header>
    <a href={back} aria-label="Leave floor time"><X size={26} /></a>
    <div class="what">
      <h1>{name}</h1>
      {#if run.question}<span class="num">{run.question.index + 1} of {run.item?.times}</span
        >{:else if run.ready && run.ready.rounds > 1 && run.pause === undefined}<span class="num"
          >{Math.min(run.round + 1, run.ready.rounds)} of {run.ready.rounds}</span
        >{/if}
    </div>
    <p class="left num" aria-label="Time left">{clockText(run.left)}</p>
    <button onclick={() => (setting = !setting)} aria-expanded={setting}>Set up</button>
    <button onclick={full} aria-label="Whole screen"><Maximize size={22} /></button>
  </header>
  {#if setting}
    <div class="setup">
      <SoundLevels />
      <label
        >called <select bind:value={run.calls}
          >{#each CALLINGS as c (c)}<option value={c}>{CALLING_WORDS[c]}</option>{/each}</select
        ></label
      >
      <label
        >for the <select bind:value={run.role}
          ><option value="leader">leader</option><option value="follower">follower</option></select
        ></label
      >
      <label
        >shown <select value={run.player.only} onchange={(e) => only(e.currentTarget.value as Role)}
          ><option value="both">both</option><option value="leader">leader</option><option value="follower"
            >follower</option
          ></select
        ></label
      >
      <label><input type="checkbox" bind:checked={run.player.mirrored} /> mirrored for the class</label>
      <span class="pedals"
        >Without a remote or a pedal at hand: <button onclick={() => pedal.press(66)}>pedal: again</button>
        <button onclick={() => pedal.press(64)}>pedal: play</button>
        <button onclick={() => pedal.press(67)}>pedal: next</button></span
      >
      <p class="quiet">
        What is called changes with the next start. Keys: ← again, space play, → next, B bell; a presenter’s
        remote works as well.
      </p>
    </div>
  {/if}
  <div class="stage">
    <div class="count" class:counting>
      <output class="numeral num" aria-live="off" aria-label="Count">{run.numeral}</output>
      {#if offBeat && !counting}<span class="sub">{offBeat}</span>{/if}
    </div>
    <div class="side">
      {#if run.pause !== undefined}
        <p class="call">{name}</p>
      {:else if run.question}
        <div class="asked" aria-live="polite">
          {#if asked?.type === 'thought'}
            <p class="ask">{askText(asked.question)}</p>
            <ol>
              {#each asked.question.options as option, i (option)}<li
                  class:right={run.question.shown && i === asked.question.right}
                  class:other={run.question.shown && i !== asked.question.right}
                >
                  <b class="num">{i + 1}</b>
                  {asked.question.drill === 'free-foot' ? (FOOT_WORDS[option] ?? option) : option}
                </li>{/each}
            </ol>
          {:else if asked}
            <p class="ask">{hearText(run.question.drill, asked.hearing.song.name)}</p>
          {/if}
        </div>
      {:else if a && run.ready}
        <div class="view"><FloorView desk={{ analysis: a }} player={run.player} follow /></div>
        <p class="call" aria-live="off">
          {counting
            ? 'ready'
            : call ||
              (step ? [step.kind === 'step' ? '' : step.kind, step.direction ?? ''].join(' ').trim() : '')}
        </p>
        <p class="feet">
          {#each now as n (n.role)}{#if run.player.only === 'both' || run.player.only === n.role}<span
                class={n.role}><b>{n.foot ?? '–'}</b> {n.role}</span
              >{/if}{/each}
        </p>
      {:else if run.ready}
        <p class="call">{run.ready.resolved.name}</p>
      {/if}
      <p class="next">
        {#if unitText}<span>unit <b class="num">{unitText}</b></span>{/if}
        {#if after}<span>then <b>{after}</b></span>{/if}
        {#if nextName}<span>next <b>{nextName}</b></span>{/if}
      </p>
      {#if run.busy}<p role="status">{run.busy} …</p>{/if}
      {#if run.problem}<p role="alert">{run.problem}</p>{/if}
    </div>
  </div>
  <footer>
    <button onclick={() => act('again')} aria-label="Again"><RotateCcw size={34} /><span>again</span></button>
    <button class="go" onclick={() => act('toggle')} aria-label={goes}
      >{#if run.playing}<Pause size={40} fill="currentColor" />{:else}<Play
          size={40}
          fill="currentColor"
        />{/if}<span>{goes.toLowerCase()}</span></button
    >
    <button onclick={() => act('next')} disabled={run.index + 1 >= run.items.length} aria-label="Next"
      ><SkipForward size={34} /><span>next</span></button
    >
    <button onclick={() => act('ring')} aria-label="Bell"><Bell size={34} /><span>bell</span></button>
  </footer>
</div>

<style>
  .floor {
    position: fixed;
    inset: 0;
    z-index: 30;
    background: var(--paper);
    color: var(--ink);
    display: grid;
    grid-template-rows: auto auto minmax(0, 1fr) auto;
    grid-template-columns: minmax(0, 1fr);
  }
  header {
    display: flex;
    align-items: center;
    gap: 16px;
    padding: 8px 18px;
    font-size: clamp(16px, 2.4vh, 28px);
  }
  header a,
  header button {
    min-width: 44px;
    min-height: 44px;
    display: grid;
    place-items: center;
  }
  .what {
    flex: 1;
    display: flex;
    gap: 16px;
    align-items: baseline;
    min-width: 0;
  }
  .what h1 {
    font: 750 clamp(20px, 4vh, 44px) / 1.1 var(--display);
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .what span {
    color: var(--quiet);
    white-space: nowrap;
  }
  .left {
    font: 750 clamp(20px, 4vh, 44px) / 1 var(--display);
  }
  .setup {
    display: flex;
    flex-wrap: wrap;
    gap: 10px 18px;
    align-items: end;
    padding: 8px 18px;
    background: var(--sheet);
    border-block: 1px solid var(--line);
  }
  .setup label,
  .pedals {
    font-size: 14px;
    color: var(--quiet);
    display: flex;
    gap: 6px;
    align-items: center;
  }
  .setup p {
    width: 100%;
    font-size: 14px;
  }
  .stage {
    grid-row: 3;
    display: grid;
    grid-template-columns: minmax(0, 1.15fr) minmax(0, 1fr);
    min-height: 0;
    padding: 0 18px;
    gap: 18px;
  }
  .count {
    display: flex;
    align-items: center;
    justify-content: center;
    min-height: 0;
    min-width: 0;
  }
  .numeral {
    font: 800 min(74vh, 46vw) / 0.8 var(--display);
  }
  .pausing .numeral {
    font-size: min(60vh, 34vw);
  }
  .sub {
    font: 800 min(26vh, 14vw) / 0.8 var(--display);
    align-self: flex-end;
    color: var(--quiet);
    padding-bottom: 4vh;
  }
  .counting .numeral {
    color: var(--quiet);
  }
  .side {
    display: grid;
    grid-template-rows: minmax(0, 1fr) auto auto auto;
    gap: 1.2vh;
    min-height: 0;
    align-content: center;
  }
  .view {
    min-height: 0;
    display: grid;
    place-items: center;
    overflow: hidden;
  }
  .view > :global(*) {
    max-height: 100%;
    max-width: 100%;
  }
  .view :global(svg) {
    height: 44vh;
    width: 44vh;
    max-width: 100%;
  }
  .call {
    font: 750 clamp(26px, 7vh, 84px) / 1.05 var(--display);
    min-height: 1.05em;
    text-align: center;
    align-self: center;
  }
  .asked {
    align-self: center;
    display: grid;
    gap: 2vh;
  }
  .ask {
    font: 750 clamp(22px, 5vh, 60px) / 1.1 var(--display);
  }
  .asked ol {
    list-style: none;
    margin: 0;
    padding: 0;
    display: grid;
    gap: 1.2vh;
    font-size: clamp(18px, 3.6vh, 44px);
  }
  .asked b {
    font: 800 1.3em / 1 var(--display);
    display: inline-block;
    min-width: 1.1em;
  }
  .asked .right {
    font-weight: 750;
    text-decoration: underline;
    text-decoration-thickness: 0.12em;
    text-decoration-color: var(--good);
  }
  .asked .other {
    color: var(--quiet);
  }
  .feet {
    display: flex;
    justify-content: center;
    gap: 5vw;
    font-size: clamp(15px, 2.6vh, 28px);
  }
  .feet b {
    font: 800 clamp(28px, 6vh, 70px) / 1 var(--display);
  }
  .feet .leader {
    color: var(--leader);
  }
  .feet .follower {
    color: var(--follower);
  }
  .next {
    display: flex;
    gap: 3vw;
    justify-content: center;
    color: var(--quiet);
    font-size: clamp(15px, 2.8vh, 30px);
    flex-wrap: wrap;
  }
  .next b {
    color: var(--ink);
  }
  footer {
    grid-row: 4;
    display: grid;
    grid-template-columns: repeat(4, 1fr);
    gap: 8px;
    padding: 10px 18px calc(12px + env(safe-area-inset-bottom));
  }
  footer button {
    min-height: clamp(64px, 11vh, 110px);
    display: flex;
    align-items: center;
    justify-content: center;
    gap: 12px;
    font: 650 clamp(16px, 2.6vh, 26px) var(--display);
    border-width: 2px;
  }
  footer .go {
    background: var(--ink);
    color: var(--paper);
  }
  @media (max-width: 700px) and (orientation: portrait) {
    .stage {
      grid-template-columns: minmax(0, 1fr);
      grid-template-rows: minmax(0, 42vh) minmax(0, 1fr);
      gap: 4px;
    }
    .numeral {
      font-size: min(56vh, 92vw);
    }
    .asking .stage {
      grid-template-rows: minmax(0, 24vh) minmax(0, 1fr);
    }
    .asking .numeral {
      font-size: 30vh;
    }
    .ask {
      font-size: 24px;
    }
    .asked ol {
      font-size: 20px;
    }
    .view :global(svg) {
      height: 20vh;
      width: 20vh;
    }
    footer button {
      flex-direction: column;
      gap: 2px;
      font-size: 15px;
    }
    header {
      padding: 6px 10px;
      gap: 8px;
      flex-wrap: wrap;
    }
    .what {
      order: 9;
      flex: 1 0 100%;
    }
    .left {
      margin-right: auto;
    }
    .view :global(figure),
    .view > :global(*) {
      display: grid;
      justify-items: center;
    }
    .call {
      font-size: 26px;
    }
  }
</style>
