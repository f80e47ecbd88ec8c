<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { MOST_BEATS, requestOf, type ComposeRequest } from '$lib/core/composer';
  import {
    danceOf,
    type Dance,
    FORMATIONS,
    FORMATION_IDS,
    HOLDS,
    HOLD_IDS,
    LEVELS,
    LEVEL_IDS,
  } from '$lib/core/vocabulary';
  import type { Board } from '$lib/state/board.svelte';
  import type { ComposeLab } from '$lib/state/compose-lab.svelte';
  import ComposeFound from './ComposeFound.svelte';
  import FigureChips from './FigureChips.svelte';

  /** `preset`: what is asked for to begin with. */
  let {
    board,
    lab,
    preset,
    close,
  }: {
    board: Board;
    lab: ComposeLab;
    preset: Partial<ComposeRequest> | undefined;
    close: () => void;
  } = $props();

  /** Dances that figures here are danced in, with how many. */
  const counts = $derived.by(() => {
    const found = new Map<string, Dance>(board.stored.map((s) => [s.figure.dance, danceOf(s.figure)]));
    return [...found.values()]
      .map((d) => [d, board.kin(d.id).length] as const)
      .filter(([, n]) => n > 0)
      .sort((a, b) => a[0].name.localeCompare(b[0].name));
  });
  function mostCommon(): string {
    const most = counts.toSorted((a, b) => b[1] - a[1])[0];
    return most?.[0].id ?? 'slot-swing';
  }
  const first = untrack(() => board.plan.passes[0]?.reading.figure.dance);
  let dance: string = $state(untrack(() => first ?? mostCommon()));
  const chosen = $derived(counts.find(([d]) => d.id === dance)?.[0] ?? danceOf({ dance }));
  const figures = $derived(
    board
      .kin(dance)
      .map((r) => ({ id: r.id, name: r.figure.name }))
      .sort((a, b) => a.name.localeCompare(b.name)),
  );
  const r = $derived(lab.request);

  let beats = $state(32);
  /** So many that the same figures in other orders leave room for others; fewer from a large repertoire. */
  const enough = () => Math.max(40, Math.min(600, Math.floor(20_000 / Math.max(1, lab.rows.length))));
  /** What was asked before is asked again, unless something else is wanted to begin with. */
  onMount(() => {
    lab.rows = board.kin(dance);
    const usualLimits = { inRow: 1, inAll: 2, best: enough() };
    if (preset) lab.begin(requestOf(preset.beats ?? 32, { ...usualLimits, ...preset }));
    else if (lab.state === 'idle') {
      const { marks, start, loop } = board.combination;
      const hits = marks.map((m) => m - start + 1).filter((m) => m >= 1 && m <= MOST_BEATS);
      const end: ComposeRequest['end'] = loop ? { type: 'loop' } : { type: 'any' };
      lab.begin(requestOf(32, { ...usualLimits, hits, end }));
    } else lab.ask();
    beats = lab.request.beats;
    return () => lab.cancel();
  });
  function toDance(d: string) {
    dance = d;
    lab.rows = board.kin(d);
    lab.set({
      best: enough(),
      must: [],
      mustNot: [],
      start: { type: 'any' },
      end: r.end.type === 'loop' ? r.end : { type: 'any' },
    });
  }

  let beatsProblem = $state('');
  function setBeats(n: number) {
    beats = n;
    beatsProblem =
      Number.isInteger(n) && n >= 1 && n <= MOST_BEATS
        ? ''
        : `A whole number of beats from 1 to ${MOST_BEATS}.`;
    if (!beatsProblem) lab.set({ beats: n, hits: r.hits.filter((h) => h <= n) });
  }
  let hits = $derived(r.hits.join(', '));
  let hitsProblem = $state('');
  function setHits(text: string) {
    const list = text
      .split(/[\s,;]+/)
      .filter(Boolean)
      .map(Number);
    const bad = list.find((h) => !Number.isInteger(h) || h < 1 || h > r.beats);
    hitsProblem = bad === undefined ? '' : `Marks lie on beats from 1 to ${r.beats}.`;
    if (bad === undefined) lab.set({ hits: [...new Set(list)].sort((a, b) => a - b) });
  }
  const limit = (value: string): number | undefined => (value === '' ? undefined : Number(value));
  const setLimit = (key: 'inRow' | 'inAll' | 'turns' | 'level', value: string) =>
    lab.set({ [key]: limit(value) } as Partial<ComposeRequest>);

  const lastFigure = $derived(board.plan.passes.at(-1)?.reading.figure);
  const startValue = $derived(r.start.type === 'hold' ? 'hold' : r.start.type === 'figure' ? r.start.id : '');
  const endValue = $derived(
    r.end.type === 'loop' || r.end.type === 'hold' ? r.end.type : r.end.type === 'figure' ? r.end.id : '',
  );
  const usual = $derived({
    type: 'hold' as const,
    hold: chosen.hold,
    formation: chosen.formation,
  });
  function setStart(value: string) {
    lab.set({
      start: value === '' ? { type: 'any' } : value === 'hold' ? usual : { type: 'figure', id: value },
    });
  }
  function setEnd(value: string) {
    lab.set({
      end:
        value === ''
          ? { type: 'any' }
          : value === 'loop'
            ? { type: 'loop' }
            : value === 'hold'
              ? usual
              : { type: 'figure', id: value },
    });
  }
</script>

<section class="compose" aria-label="Compose">
  <div class="wanted">
    <div class="title">
      <h2>Compose</h2>
      <button onclick={close}>Close</button>
    </div>
    <label
      >dance
      <select value={dance} onchange={(e) => toDance(e.currentTarget.value)}
        >{#each counts as [d, n] (d.id)}<option value={d.id}>{d.name} ({n})</option>{/each}</select
      ></label
    >
    <div class="pair">
      <label
        >beats, exactly
        <input
          type="number"
          class="num"
          min="1"
          max={MOST_BEATS}
          value={beats}
          aria-invalid={beatsProblem !== ''}
          oninput={(e) => setBeats(Number(e.currentTarget.value))}
        /></label
      >
      <span class="quick"
        >{#each [16, 32, 48, 64] as n (n)}<button
            class="num"
            aria-pressed={r.beats === n}
            onclick={() => setBeats(n)}>{n}</button
          >{/each}</span
      >
    </div>
    {#if beatsProblem}<p class="bad" role="alert">{beatsProblem}</p>{/if}
    <div class="pair">
      <label
        >begins
        <select value={startValue} onchange={(e) => setStart(e.currentTarget.value)}
          ><option value="">anywhere</option><option value="hold">{HOLDS[usual.hold].says}</option>
          {#if lastFigure}<option value={lastFigure.id}>after what is on the board</option>{/if}
          {#each figures as f (f.id)}<option value={f.id}>after {f.name}</option>{/each}</select
        ></label
      >
      <label
        >ends
        <select value={endValue} onchange={(e) => setEnd(e.currentTarget.value)}
          ><option value="">anywhere</option><option value="loop">as it begins (loops)</option><option
            value="hold">{HOLDS[usual.hold].says}</option
          >
          {#each figures as f (f.id)}<option value={f.id}>leading into {f.name}</option>{/each}</select
        ></label
      >
    </div>
    {#if r.start.type === 'hold'}
      {@const edge = r.start}
      <div class="pair">
        <label
          >hold <select
            value={edge.hold}
            onchange={(e) => lab.set({ start: { ...edge, hold: e.currentTarget.value as typeof edge.hold } })}
            >{#each HOLD_IDS as h (h)}<option value={h}>{HOLDS[h].says}</option>{/each}</select
          ></label
        >
        <label
          >standing <select
            value={edge.formation}
            onchange={(e) =>
              lab.set({ start: { ...edge, formation: e.currentTarget.value as typeof edge.formation } })}
            >{#each FORMATION_IDS as f (f)}<option value={f}>{FORMATIONS[f].says}</option>{/each}</select
          ></label
        >
      </div>
    {/if}
    <FigureChips
      label="must be in it"
      chosen={r.must}
      {figures}
      change={(must) => must.length <= 8 && lab.set({ must })}
    />
    <FigureChips label="not in it" chosen={r.mustNot} {figures} change={(mustNot) => lab.set({ mustNot })} />
    <div class="pair">
      <label
        >no harder than
        <select value={String(r.level ?? '')} onchange={(e) => setLimit('level', e.currentTarget.value)}
          ><option value="">any level</option>{#each LEVEL_IDS as l (l)}<option value={String(l)}
              >{LEVELS[l].name}</option
            >{/each}</select
        ></label
      >
      <label
        >the levels
        <select
          value={r.curve}
          onchange={(e) => lab.set({ curve: e.currentTarget.value as ComposeRequest['curve'] })}
          ><option value="any">as they come</option><option value="rising">rise to the end</option><option
            value="arch">rise, then ease off</option
          ></select
        ></label
      >
    </div>
    <div class="pair">
      <label
        >the same in a row
        <select value={String(r.inRow ?? '')} onchange={(e) => setLimit('inRow', e.currentTarget.value)}
          ><option value="">any number</option><option value="1">never twice</option><option value="2"
            >at most twice</option
          ><option value="3">at most 3 times</option></select
        ></label
      >
      <label
        >the same in all
        <select value={String(r.inAll ?? '')} onchange={(e) => setLimit('inAll', e.currentTarget.value)}
          ><option value="">any number</option>{#each [1, 2, 3, 4] as n (n)}<option value={String(n)}
              >{n === 1 ? 'once' : `at most ${n}`}</option
            >{/each}</select
        ></label
      >
    </div>
    <div class="pair">
      <label
        >whole turns before a rest
        <select value={String(r.turns ?? '')} onchange={(e) => setLimit('turns', e.currentTarget.value)}
          ><option value="">any number</option>{#each [0, 1, 2, 3, 4] as n (n)}<option value={String(n)}
              >{n === 0 ? 'none at all' : `at most ${n}`}</option
            >{/each}</select
        ></label
      >
      <label
        >links
        <select value={r.joints} onchange={(e) => lab.set({ joints: e.currentTarget.value as 'fits' })}
          ><option value="small">may change hands</option><option value="fits">need nothing</option></select
        ></label
      >
    </div>
    <div class="pair">
      <label
        >marks to meet, beats <input
          value={hits}
          placeholder="29"
          aria-invalid={hitsProblem !== ''}
          onchange={(e) => setHits(e.currentTarget.value)}
        /></label
      >
      <label class="check"
        ><input
          type="checkbox"
          checked={r.hitsMust}
          disabled={r.hits.length === 0}
          onchange={(e) => lab.set({ hitsMust: e.currentTarget.checked })}
        /> every one</label
      >
    </div>
    {#if hitsProblem}<p class="bad" role="alert">{hitsProblem}</p>{/if}
    <p class="quiet small">Turns: build up slowly, no more than the follower wants.</p>
  </div>

  <ComposeFound {board} {lab} {setBeats} {close} />
</section>

<style>
  .compose {
    flex: 1;
    min-height: 0;
    display: grid;
    grid-template-columns: 380px minmax(0, 1fr);
    gap: 26px;
    padding: 0 20px 12px;
  }
  .wanted {
    overflow: auto;
    min-height: 0;
    border-top: 3px solid var(--ink);
    padding: 10px 4px;
  }
  .wanted {
    display: grid;
    gap: 9px;
    align-content: start;
  }
  .title {
    display: flex;
    gap: 12px;
    align-items: center;
    flex-wrap: wrap;
  }
  .title > :first-child {
    margin-right: auto;
  }
  h2 {
    font-size: 22px;
  }
  label {
    display: flex;
    flex-direction: column;
    font-size: 13px;
    color: var(--quiet);
    gap: 2px;
    min-width: 0;
  }
  label :is(select, input) {
    color: var(--ink);
    font-size: 15px;
    width: 100%;
  }
  label.check {
    flex-direction: row;
    align-items: center;
    gap: 6px;
    color: var(--ink);
    align-self: end;
    min-height: 34px;
  }
  label.check input {
    width: auto;
  }
  .pair {
    display: grid;
    grid-template-columns: repeat(2, minmax(0, 1fr));
    gap: 10px;
    align-items: end;
  }
  .quick {
    display: flex;
    gap: 3px;
  }
  .quick button {
    padding: 4px 7px;
  }
  .bad {
    color: var(--wrong);
  }
  .small {
    font-size: 13px;
  }
  @media (max-width: 900px) {
    .compose {
      grid-template-columns: minmax(0, 1fr);
      padding: 0 12px 12px;
    }
    .wanted {
      overflow: visible;
    }
  }
</style>
