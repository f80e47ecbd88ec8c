<script lang="ts">
  import { admissibleRepeats } from '$lib/core/analysis';
  import { TICKS_PER_BEAT } from '$lib/core/base';
  import { newDance, tagsIn, type CountRange, type Details, type OwnDance } from '$lib/core/figure';
  import type { FORMATIONS } from '$lib/core/vocabulary';
  import {
    FAMILIES,
    FEELS,
    FEEL_NAMES,
    FORMATION_IDS,
    HOLDS,
    HOLD_IDS,
    LEVELS,
    LEVEL_IDS,
    danceOf,
    type Dance,
    type Level,
  } from '$lib/core/vocabulary';
  import { inDance } from '$lib/state/begin-figure';
  import type { Desk } from '$lib/state/desk.svelte';
  import DanceChoice from '$lib/views/dances/DanceChoice.svelte';
  import DanceEditor from '$lib/views/dances/DanceEditor.svelte';
  import { nanoid } from 'nanoid';

  let { desk }: { desk: Desk } = $props();
  const f = $derived(desk.figure);

  function set(patch: { [K in keyof Details]?: Details[K] | undefined }, group?: string) {
    desk.edit({ type: 'set-details', patch }, group);
  }
  const ranges = (rs: readonly CountRange[]): string => rs.map((r) => `${r.from}-${r.to}`).join(', ');
  let rangeProblem = $state('');
  function readRanges(text: string): CountRange[] | undefined {
    const parts = text.split(/[\s,]+/).filter(Boolean);
    const read = parts.map((p) => /^(\d+)(?:[-–](\d+))?$/.exec(p));
    const rs = read.map((m) => ({ from: Number(m?.[1]), to: Number(m?.[2] ?? m?.[1]) }));
    const bad = rs.findIndex((r) => !(r.from >= 1 && r.to >= r.from && r.to <= 512));
    rangeProblem = bad >= 0 ? `“${parts[bad]}” is not a count or two counts. Expected for instance 3-4.` : '';
    return bad >= 0 ? undefined : rs;
  }
  function setRanges(key: 'sameFoot' | 'ownTiming', text: string) {
    const rs = readRanges(text);
    if (rs) set({ [key]: rs });
  }
  function setTempo(key: 'min' | 'max', value: number) {
    const tempo = { ...f.tempo, [key]: value };
    set({ tempo: { min: Math.min(tempo.min, value), max: Math.max(tempo.max, value) } });
  }
  const FACINGS = [
    [0, 'along the line'],
    [45, 'diagonally right'],
    [90, 'right'],
    [135, 'diagonally back right'],
    [180, 'against the line'],
    [-135, 'diagonally back left'],
    [-90, 'left'],
    [-45, 'diagonally left'],
  ] as const;
  /** An ending declared, or declared no more. */
  function setEnd(key: 'hold' | 'facing' | 'formation', value: string) {
    const { [key]: _, ...rest } = f.end;
    const said = value === '' ? {} : { [key]: key === 'facing' ? Number(value) : value };
    set({ end: { ...rest, ...said } as Details['end'] });
  }
  let editing: { dance: OwnDance; fresh: boolean } | undefined = $state.raw();
  const setDance = (dance: Dance) => desk.become(inDance(f, dance));
  const createDance = () =>
    (editing = {
      dance: newDance(`own-${nanoid(12)}`, `${danceOf(f).name}, our way`, danceOf(f)),
      fresh: true,
    });
  const repeatSpan = $derived(f.repeat ?? { from: 1, to: desk.analysis.unitBeats, times: 1 });
  function setRepeat(patch: Partial<typeof repeatSpan>) {
    const next = { ...repeatSpan, ...patch };
    set({ repeat: next.times !== 1 || f.repeat ? next : undefined });
  }
  const allowed = $derived.by(() => {
    const { from, to } = repeatSpan;
    const changes = desk.analysis.roles.leader.actions.filter(
      (w) =>
        w.pass === 0 && w.change && w.tick >= (from - 1) * TICKS_PER_BEAT && w.tick < to * TICKS_PER_BEAT,
    ).length;
    const list = admissibleRepeats(changes, true, 8);
    return list.length === 8
      ? 'any number of times keeps the foot'
      : `${list.slice(0, 3).join(', ')} … times keep the foot`;
  });
</script>

<form class="details" onsubmit={(e) => e.preventDefault()}>
  <label class="wide"
    >name<input
      value={f.name}
      maxlength="120"
      oninput={(e) => e.currentTarget.value.trim() && set({ name: e.currentTarget.value }, 'name')}
    /></label
  >
  <div class="field">
    <label for="figure-dance">dance</label>
    <span class="with">
      <DanceChoice id="figure-dance" value={f.dance} here={f.ownDance} choose={setDance} />
      {#if f.ownDance}<button
          type="button"
          onclick={() => f.ownDance && (editing = { dance: f.ownDance, fresh: false })}
          aria-label="Edit {f.ownDance.name}">Edit</button
        >{:else}<button type="button" onclick={createDance}>A dance of your own</button>{/if}
    </span>
  </div>
  <label
    >family<input
      list="families"
      value={f.family}
      maxlength="60"
      onchange={(e) => set({ family: e.currentTarget.value })}
    /></label
  >
  <datalist id="families"
    >{#each FAMILIES as x (x)}<option value={x}></option>{/each}</datalist
  >
  <label
    >level<select value={f.level} onchange={(e) => set({ level: Number(e.currentTarget.value) as Level })}
      >{#each LEVEL_IDS as l (l)}<option value={l}>{LEVELS[l].name}</option>{/each}</select
    ></label
  >
  <label
    >tags<input
      value={(f.tags ?? []).join(', ')}
      placeholder="parted by commas"
      onchange={(e) => {
        const tags = tagsIn(e.currentTarget.value);
        set({ tags: tags.length > 0 ? tags : undefined });
        e.currentTarget.value = tags.join(', ');
      }}
    /></label
  >
  <label
    >starts<select
      value={f.start.formation}
      onchange={(e) =>
        set({ start: { ...f.start, formation: e.currentTarget.value as keyof typeof FORMATIONS } })}
      >{#each FORMATION_IDS as x (x)}<option value={x}>{x.replaceAll('-', ' ')}</option>{/each}</select
    ></label
  >
  <label
    >hold<select
      value={f.start.hold}
      onchange={(e) => set({ start: { ...f.start, hold: e.currentTarget.value as keyof typeof HOLDS } })}
      >{#each HOLD_IDS as x (x)}<option value={x}>{HOLDS[x].says}</option>{/each}</select
    ></label
  >
  <label
    >leader faces<select
      value={f.start.facing}
      onchange={(e) => set({ start: { ...f.start, facing: Number(e.currentTarget.value) } })}
    >
      {#if f.start.facing % 45 !== 0}<option value={f.start.facing}>{f.start.facing}°</option>{/if}
      {#each FACINGS as [v, n] (v)}<option value={v}>{n}</option>{/each}
    </select></label
  >
  <label
    >leader’s free foot<select
      value={f.start.leaderFree}
      onchange={(e) => set({ start: { ...f.start, leaderFree: e.currentTarget.value as 'L' | 'R' } })}
      ><option>L</option><option>R</option></select
    ></label
  >
  <label
    >follower’s free foot<select
      value={f.start.followerFree}
      onchange={(e) => set({ start: { ...f.start, followerFree: e.currentTarget.value as 'L' | 'R' } })}
      ><option>L</option><option>R</option></select
    ></label
  >
  <label
    >ends<select value={f.end.formation ?? ''} onchange={(e) => setEnd('formation', e.currentTarget.value)}
      ><option value="">as it starts</option>{#each FORMATION_IDS as x (x)}<option value={x}
          >{x.replaceAll('-', ' ')}</option
        >{/each}</select
    ></label
  >
  <label
    >ends in<select value={f.end.hold ?? ''} onchange={(e) => setEnd('hold', e.currentTarget.value)}
      ><option value="">any hold</option>{#each HOLD_IDS as x (x)}<option value={x}>{HOLDS[x].says}</option
        >{/each}</select
    ></label
  >
  <label
    >leader ends facing<select
      value={f.end.facing === undefined ? '' : String(f.end.facing)}
      onchange={(e) => setEnd('facing', e.currentTarget.value)}
    >
      <option value="">any way</option>
      {#if f.end.facing !== undefined && f.end.facing % 45 !== 0}<option value={String(f.end.facing)}
          >{f.end.facing}°</option
        >{/if}
      {#each FACINGS as [v, n] (v)}<option value={String(v)}>{n}</option>{/each}
    </select></label
  >
  <label
    >feel<select value={f.feel} onchange={(e) => set({ feel: e.currentTarget.value as keyof typeof FEELS })}
      >{#each FEEL_NAMES as x (x)}<option value={x} title={FEELS[x].says}>{x}</option>{/each}</select
    ><small>{FEELS[f.feel].says}</small></label
  >
  <label
    >slowest, a minute<input
      class="num"
      type="number"
      min="20"
      max="400"
      value={f.tempo.min}
      onchange={(e) => {
        setTempo('min', e.currentTarget.valueAsNumber);
        e.currentTarget.value = String(f.tempo.min);
      }}
    /></label
  >
  <label
    >fastest, a minute<input
      class="num"
      type="number"
      min="20"
      max="400"
      value={f.tempo.max}
      onchange={(e) => {
        setTempo('max', e.currentTarget.valueAsNumber);
        e.currentTarget.value = String(f.tempo.max);
      }}
    /></label
  >
  <fieldset>
    <legend>danced several times</legend>
    counts
    <input
      class="num small"
      type="number"
      min="1"
      aria-label="Repeat from count"
      value={repeatSpan.from}
      onchange={(e) => {
        setRepeat({ from: e.currentTarget.valueAsNumber });
        e.currentTarget.value = String(repeatSpan.from);
      }}
    />
    to
    <input
      class="num small"
      type="number"
      min="1"
      aria-label="Repeat to count"
      value={repeatSpan.to}
      onchange={(e) => {
        setRepeat({ to: e.currentTarget.valueAsNumber });
        e.currentTarget.value = String(repeatSpan.to);
      }}
    />
    ×
    <input
      class="num small"
      type="number"
      min="1"
      max="32"
      aria-label="Times"
      value={repeatSpan.times}
      onchange={(e) => {
        setRepeat({ times: e.currentTarget.valueAsNumber });
        e.currentTarget.value = String(repeatSpan.times);
      }}
    />
    <small>{allowed}</small>
  </fieldset>
  <label
    >same foot on purpose, counts<input
      class="num"
      value={ranges(f.sameFoot)}
      placeholder="none"
      onchange={(e) => setRanges('sameFoot', e.currentTarget.value)}
    /></label
  >
  <label
    >own timing on purpose, counts<input
      class="num"
      value={ranges(f.ownTiming)}
      placeholder="none"
      onchange={(e) => setRanges('ownTiming', e.currentTarget.value)}
    /></label
  >
  {#if rangeProblem}<p role="alert" class="wide problem">{rangeProblem}</p>{/if}
  <label class="wide"
    >notes<textarea
      rows="2"
      value={f.notes}
      maxlength="4000"
      oninput={(e) => set({ notes: e.currentTarget.value }, 'notes')}></textarea></label
  >
  <label class="wide"
    >cautions, one a line<textarea
      rows="2"
      value={f.cautions.join('\n')}
      onchange={(e) =>
        set({
          cautions: e.currentTarget.value
            .split('\n')
            .map((c) => c.trim().slice(0, 300))
            .filter(Boolean)
            .slice(0, 20),
        })}></textarea></label
  >
</form>

{#if editing}
  <DanceEditor
    dance={editing.dance}
    fresh={editing.fresh}
    figure={f.id}
    saved={(d) => {
      editing = undefined;
      setDance(d);
    }}
    close={() => (editing = undefined)}
  />
{/if}

<style>
  .details {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
    gap: 8px 12px;
  }
  .wide,
  fieldset {
    grid-column: 1 / -1;
  }
  .field {
    display: flex;
    flex-direction: column;
    grid-column: span 2;
  }
  .with {
    display: flex;
    gap: 6px;
  }
  .with :global(select) {
    flex: 1 1 0;
    min-width: 0;
  }
  .with button {
    flex: none;
  }
  label {
    display: flex;
    flex-direction: column;
    font-size: 13px;
    color: var(--quiet);
    gap: 1px;
  }
  input,
  select,
  textarea {
    color: var(--ink);
    width: 100%;
    font-size: 15px;
  }
  .small {
    width: 62px;
  }
  fieldset {
    border: 1px solid var(--line);
    border-radius: 8px;
  }
  small {
    color: var(--quiet);
  }
  .problem {
    color: var(--wrong);
  }
</style>
