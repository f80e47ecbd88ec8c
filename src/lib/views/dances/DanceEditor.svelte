<script lang="ts">
  import { Dialog } from 'bits-ui';
  import { untrack } from 'svelte';
  import { IN_WORDS, TICKS_PER_BEAT } from '$lib/core/base';
  import { danceSchema, type OwnDance } from '$lib/core/figure';
  import {
    FEELS,
    FEEL_NAMES,
    FORMATIONS,
    FORMATION_IDS,
    HOLDS,
    HOLD_IDS,
    type Feel,
    type FormationId,
    type HoldId,
  } from '$lib/core/vocabulary';
  import { app } from '$lib/state/app.svelte';
  import { actText } from '$lib/messages';
  import { saveDance } from '$lib/storage';

  /** One dance of the teacher's own, with every field that ships with the others. */
  let {
    dance,
    fresh,
    figure,
    saved,
    close,
  }: {
    dance: OwnDance;
    fresh: boolean;
    /** The figure that is open on the desk: it takes the dance itself. */
    figure?: string;
    saved: (dance: OwnDance) => void;
    close: () => void;
  } = $props();

  let draft: OwnDance = $state.raw(untrack(() => dance));
  let problem: { at: string; message: string } | undefined = $state();
  const set = (patch: Partial<OwnDance>) => (draft = { ...draft, ...patch });
  const number = (e: Event): number => Number((e.currentTarget as HTMLInputElement).value);
  let lengths = $state(untrack(() => dance.lengths.join(', ')));

  const FRAMES = [
    ['slot', 'a slot the follower travels'],
    ['line-of-dance', 'anticlockwise round the room'],
    ['spot', 'about one place'],
  ] as const;
  const NAMES: Record<string, string> = {
    name: 'name',
    bar: 'beats in a bar',
    cycle: 'counting starts again after',
    quick: 'a quick lasts',
    slow: 'a slow lasts',
    multiple: 'lengths are multiples of',
    lengths: 'other usual lengths',
    step: 'a normal step',
    'tempo.min': 'tempo from',
    'tempo.max': 'tempo to',
    tempo: 'tempo',
  };

  async function save() {
    const usual = lengths
      .split(/[\s,]+/)
      .filter(Boolean)
      .map(Number);
    const read = danceSchema.safeParse({ ...draft, lengths: usual }, IN_WORDS);
    if (!read.success) {
      const issue = read.error.issues[0];
      const at = issue?.path.filter((p) => typeof p !== 'number').join('.') ?? '';
      problem = { at: NAMES[at] ?? at, message: issue?.message ?? '' };
      return;
    }
    const kept = await saveDance(await app.db(), read.data, Date.now(), figure);
    if (!kept.ok) {
      problem = {
        at: 'the browser’s storage',
        message: 'message' in kept.error ? kept.error.message : kept.error.type,
      };
      return;
    }
    await app.refreshDances();
    if (!fresh)
      app.did(`${actText({ code: 'dance-changed', kind: 'dance', name: read.data.name })}.`, kept.value.act);
    saved(read.data);
  }
</script>

<Dialog.Root open onOpenChange={(open) => !open && close()}>
  <Dialog.Portal>
    <Dialog.Overlay class="veil" />
    <Dialog.Content class="box wide">
      <Dialog.Title level={2}>{fresh ? 'A dance of your own' : draft.name}</Dialog.Title>
      <Dialog.Description>
        It goes with every figure danced in it, also into files. Two dances may have one name.
      </Dialog.Description>
      <form
        novalidate
        onsubmit={(e) => {
          e.preventDefault();
          void save();
        }}
      >
        <label class="wide"
          >name<input
            value={draft.name}
            maxlength="80"
            oninput={(e) => set({ name: e.currentTarget.value })}
          /></label
        >
        <label
          >where it is danced<select
            value={draft.frame}
            onchange={(e) => set({ frame: e.currentTarget.value as OwnDance['frame'] })}
            >{#each FRAMES as [id, says] (id)}<option value={id}>{says}</option>{/each}</select
          ></label
        >
        <label
          >feel<select value={draft.feel} onchange={(e) => set({ feel: e.currentTarget.value as Feel })}
            >{#each FEEL_NAMES as x (x)}<option value={x}>{x}: {FEELS[x].says}</option>{/each}</select
          ></label
        >
        <label
          >beats in a bar<input
            type="number"
            min="2"
            max="12"
            value={draft.bar}
            onchange={(e) => set({ bar: number(e) })}
          /></label
        >
        <label
          >counting starts again after<input
            type="number"
            min="2"
            max="32"
            value={draft.cycle}
            onchange={(e) => set({ cycle: number(e) })}
          /></label
        >
        <label
          >a quick lasts, beats<input
            type="number"
            min="0.25"
            max="4"
            step="0.25"
            value={draft.quick / TICKS_PER_BEAT}
            onchange={(e) => set({ quick: Math.round(number(e) * TICKS_PER_BEAT) })}
          /></label
        >
        <label
          >a slow lasts, beats<input
            type="number"
            min="0.5"
            max="8"
            step="0.25"
            value={draft.slow / TICKS_PER_BEAT}
            onchange={(e) => set({ slow: Math.round(number(e) * TICKS_PER_BEAT) })}
          /></label
        >
        <label
          >a triple is counted<select
            value={draft.split}
            onchange={(e) => set({ split: e.currentTarget.value as OwnDance['split'] })}
            ><option value="&">1 &amp; 2</option><option value="a">1 a 2 (¾ ¼ 1)</option></select
          ></label
        >
        <label
          >lengths are multiples of<input
            type="number"
            min="1"
            max="32"
            value={draft.multiple}
            onchange={(e) => set({ multiple: number(e) })}
          /></label
        >
        <label>other usual lengths<input bind:value={lengths} placeholder="5, 7" /></label>
        <label
          >figures end<select
            value={draft.ending}
            onchange={(e) => set({ ending: e.currentTarget.value as OwnDance['ending'] })}
            ><option value="start">on the feet they began with</option><option value="partners"
              >on any foot, the partners’ feet fitting</option
            ></select
          ></label
        >
        <label
          >a normal step, % of height<input
            type="number"
            min="2"
            max="60"
            value={Math.round(draft.step * 100)}
            onchange={(e) => set({ step: number(e) / 100 })}
          /></label
        >
        <label
          >tempo from<input
            type="number"
            min="20"
            max="400"
            value={draft.tempo.min}
            onchange={(e) => set({ tempo: { ...draft.tempo, min: number(e) } })}
          /></label
        >
        <label
          >tempo to<input
            type="number"
            min="20"
            max="400"
            value={draft.tempo.max}
            onchange={(e) => set({ tempo: { ...draft.tempo, max: number(e) } })}
          /></label
        >
        <label
          >figures start<select
            value={draft.formation}
            onchange={(e) => set({ formation: e.currentTarget.value as FormationId })}
            >{#each FORMATION_IDS as x (x)}<option value={x}>{FORMATIONS[x].says}</option>{/each}</select
          ></label
        >
        <label
          >hold<select value={draft.hold} onchange={(e) => set({ hold: e.currentTarget.value as HoldId })}
            >{#each HOLD_IDS as x (x)}<option value={x}>{HOLDS[x].says}</option>{/each}</select
          ></label
        >
        <label class="wide"
          >in a line<input
            value={draft.says}
            maxlength="300"
            oninput={(e) => set({ says: e.currentTarget.value })}
          /></label
        >
        {#if problem}<p class="problem wide" role="alert">{problem.at}: {problem.message}</p>{/if}
        <p class="row wide">
          <button class="primary" type="submit">Save the dance</button>
          <button type="button" onclick={close}>Cancel</button>
        </p>
      </form>
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>

<style>
  form {
    margin-top: 10px;
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
    gap: 8px 12px;
  }
  .wide {
    grid-column: 1 / -1;
  }
  label {
    display: flex;
    flex-direction: column;
    font-size: 13px;
    color: var(--quiet);
    gap: 1px;
  }
  input,
  select {
    color: var(--ink);
    width: 100%;
    font-size: 15px;
    min-height: 36px;
  }
  .row {
    display: flex;
    gap: 8px;
  }
  .problem {
    color: var(--wrong);
  }
</style>
