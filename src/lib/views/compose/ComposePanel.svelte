<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { newCombination, planOf, type Part } from '$lib/core/combination';
  import { MOST_BEATS, byFigures, requestOf, type Composed, type ComposeRequest } from '$lib/core/composer';
  import {
    DANCES,
    DANCE_IDS,
    FORMATIONS,
    FORMATION_IDS,
    HOLDS,
    HOLD_IDS,
    LEVELS,
    LEVEL_IDS,
    type DanceId,
  } from '$lib/core/vocabulary';
  import { conflictSentences, constraintText, manyText, whyText } from '$lib/messages';
  import type { Board } from '$lib/state/board.svelte';
  import type { ComposeLab } from '$lib/state/compose-lab.svelte';
  import MiniBoard from '$lib/views/board/MiniBoard.svelte';
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

  const first = untrack(() => board.plan.passes[0]?.reading.figure.dance);
  let dance: DanceId = $state(untrack(() => first ?? mostCommon()));
  const counts = $derived(
    new Map(DANCE_IDS.map((d) => [d, board.kin(d).length] as const).filter(([, n]) => n > 0)),
  );
  function mostCommon(): DanceId {
    return DANCE_IDS.toSorted((a, b) => board.kin(b).length - board.kin(a).length)[0] ?? 'slot-swing';
  }
  const figures = $derived(
    board
      .kin(dance)
      .map((r) => ({ id: r.id, name: r.figure.name }))
      .sort((a, b) => a.name.localeCompare(b.name)),
  );
  const r = $derived(lab.request);
  const nameOf = (id: string) => board.name(id);

  let beats = $state(32);
  /** What was asked before is asked again, unless something else is wanted to begin with. */
  onMount(() => {
    lab.rows = board.kin(dance);
    const usualLimits = { inRow: 1, inAll: 2, best: 40 };
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
  function toDance(d: DanceId) {
    dance = d;
    lab.rows = board.kin(d);
    lab.set({
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
    hold: DANCES[dance].hold,
    formation: DANCES[dance].formation,
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

  const planFor = (c: Composed) => {
    const parts = partsOf(c);
    return planOf({ ...newCombination('x'), parts, start: 1, marks: [...r.hits] }, board.repertoire);
  };
  /** The same figure again is one part danced more often. */
  function partsOf(c: Composed): Part[] {
    const parts: { key: string; figure: string; times: number }[] = [];
    for (const figure of c.figures) {
      const last = parts.at(-1);
      if (last?.figure === figure && last.times < 32) last.times++;
      else parts.push({ key: board.key(), figure, times: 1 });
    }
    return parts;
  }
  function put(c: Composed) {
    board.edit([
      { type: 'parts', parts: partsOf(c) },
      { type: 'details', patch: { loop: r.end.type === 'loop' || board.combination.loop } },
    ]);
    close();
  }
  function add(c: Composed) {
    board.edit({ type: 'insert', at: board.combination.parts.length, parts: partsOf(c) });
    close();
  }
  /** Those with the same figures in another order stand together; the first of them is shown. */
  const best = $derived(byFigures(lab.answer?.best ?? []).slice(0, 10));
  const said = $derived.by(() => {
    if (lab.state === 'reading') return `Reading figures, ${lab.progress.done} of ${lab.progress.of} …`;
    if (lab.state === 'died') return 'The search broke off. Change something, or ask again.';
    if (lab.state === 'cancelled') return 'Stopped.';
    const n = lab.answer?.count;
    if (n !== undefined)
      return n === 0n ? 'None exist' : n === 1n ? 'Exactly one exists' : `${manyText(n)} exist`;
    return lab.state === 'paused'
      ? `At least ${lab.answer?.best.length ?? 0} exist; counting is long`
      : 'Counting …';
  });
  const exact = $derived(
    lab.answer?.count !== undefined && lab.answer.count >= 1_000_000n
      ? lab.answer.count.toLocaleString('en-GB')
      : undefined,
  );
  const conflict = $derived(lab.answer?.conflict);
</script>

<section class="compose" aria-label="Compose">
  <div class="wanted">
    <div class="title">
      <h2>Compose</h2>
      <button onclick={close}>Close</button>
    </div>
    <label
      >dance
      <select value={dance} onchange={(e) => toDance(e.currentTarget.value as DanceId)}
        >{#each counts as [d, n] (d)}<option value={d}>{DANCES[d].name} ({n})</option>{/each}</select
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
        >joints
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

  <div class="found">
    <div class="title">
      <p class="many num" role="status">{said}</p>
      {#if exact}<span class="quiet num exact">{exact}</span>{/if}
      {#if lab.state === 'searching' || lab.state === 'reading'}<button onclick={() => lab.cancel()}
          >Stop</button
        >{/if}
      {#if lab.state === 'paused'}<button onclick={() => lab.more()}>Go on</button>{/if}
      {#if lab.state === 'cancelled' || lab.state === 'died'}<button onclick={() => lab.ask()}
          >Ask again</button
        >{/if}
    </div>
    {#if conflict}
      <div class="none">
        {#each conflictSentences(conflict, r, nameOf) as s (s)}<p>{s}</p>{/each}
        <p class="relax">
          {#each conflict.relax as c (`${c.code}${c.id ?? ''}`)}
            {#if c.code === 'beats'}
              {#each [conflict.nearest.below, conflict.nearest.above] as n (n)}{#if n !== undefined}<button
                    onclick={() => setBeats(n)}>{n} beats instead</button
                  >{/if}{/each}
            {:else}<button onclick={() => lab.relax(c)}>Give up: {constraintText(c, r, nameOf)}</button>{/if}
          {/each}
        </p>
      </div>
    {/if}
    <ol>
      {#each best as { shown: c, orders }, i (c.figures.join())}
        <li>
          <span class="rank num">{i + 1}</span>
          <MiniBoard plan={planFor(c)} width={400} />
          <div class="why">
            <p><b class="num">cost {c.cost}</b></p>
            <p class="quiet">
              {whyText(c, r)}{orders > 0
                ? `; as good in ${orders === 1 ? 'another order' : `${orders} other orders`}`
                : ''}
            </p>
          </div>
          <span class="acts">
            <button class="primary" onclick={() => put(c)}>Put on the board</button>
            {#if board.combination.parts.length > 0}<button onclick={() => add(c)}>Add at the end</button
              >{/if}
          </span>
        </li>
      {/each}
    </ol>
    {#if best.length > 1}<p class="quiet small">
        Cheapest first: what the joints cost, then the same kind twice in a row{r.curve === 'any'
          ? ''
          : ', then how far off the wanted levels'}{r.hits.length ? ', then marks missed' : ''}.
      </p>{/if}
  </div>
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
  .wanted,
  .found {
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
  .many {
    font: 750 26px/1.1 var(--display);
  }
  .exact {
    overflow-wrap: anywhere;
    font-size: 13px;
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
  ol {
    list-style: none;
    margin: 8px 0;
    padding: 0;
  }
  li {
    display: grid;
    grid-template-columns: 30px auto minmax(120px, 1fr) auto;
    gap: 14px;
    align-items: center;
    padding: 9px 0;
    border-bottom: 1px solid var(--line);
  }
  .rank {
    font: 800 24px/1 var(--display);
  }
  .why {
    font-size: 14px;
  }
  .acts {
    display: grid;
    gap: 4px;
  }
  .primary {
    background: var(--ink);
    color: var(--paper);
    border-color: var(--ink);
  }
  .none {
    border-left: 5px solid var(--caution);
    padding: 8px 12px;
    background: var(--sheet);
    display: grid;
    gap: 6px;
    margin-top: 8px;
  }
  .relax {
    display: flex;
    gap: 6px;
    flex-wrap: wrap;
  }
  @media (max-width: 900px) {
    .compose {
      grid-template-columns: minmax(0, 1fr);
      padding: 0 12px 12px;
    }
    .wanted,
    .found {
      overflow: visible;
    }
    li {
      grid-template-columns: 24px minmax(0, 1fr);
    }
    .why,
    .acts {
      grid-column: 2;
    }
    .acts {
      display: flex;
    }
  }
</style>
