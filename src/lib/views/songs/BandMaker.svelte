<script lang="ts">
  import { FORMS, STARTS, STYLES, recipeOf, type Recipe, type StyleId } from '$lib/core/band';
  import { bandSong, type Song } from '$lib/core/song';
  import { onDestroy, untrack } from 'svelte';
  import { STYLE_WORDS } from '$lib/messages';
  import { LiveBand } from '$lib/state/live-band.svelte';

  /** Music as it is wanted: style, tempo, form, breaks; played by the band. */
  let { make, makeId }: { make: (song: Song) => Promise<unknown>; makeId: () => string } = $props();

  const FORM_WORDS = {
    blues: '12-bar blues',
    aaba: '32 bars, AABA',
    eights: 'phrases of eight bars',
    montuno: 'verses and montunos',
  } as const;
  const START_WORDS = {
    none: 'at once',
    bars: 'with four bars of rhythm',
    rubato: 'with a piano out of time',
  } as const;
  let style: StyleId = $state('swing');
  let recipe: Recipe = $derived(recipeOf(style, { seed: 1 + Math.floor(Math.random() * 9999) }));
  let name = $state('');
  let problem = $state('');
  const band = new LiveBand();
  onDestroy(() => band.stop());
  const set = (patch: Partial<Recipe>) => (recipe = { ...recipe, ...patch });
  const now = () => $state.snapshot(recipe) as Recipe;
  $effect(() => {
    const wanted = now();
    untrack(() => void band.change(wanted));
  });
  async function play() {
    problem = '';
    try {
      await make(
        bandSong(makeId(), name.trim() || `${STYLE_WORDS[style]} at ${Math.round(recipe.bpm)}`, now()),
      );
    } catch (e) {
      problem = e instanceof Error ? e.message : String(e);
    }
  }
</script>

<form
  onsubmit={(e) => {
    e.preventDefault();
    void play();
  }}
  aria-label="Let the band play"
>
  <label
    >style <select bind:value={style}
      >{#each STYLES as s (s)}<option value={s}>{STYLE_WORDS[s]}</option>{/each}</select
    ></label
  >
  <label
    >form <select value={recipe.form} onchange={(e) => set({ form: e.currentTarget.value as Recipe['form'] })}
      >{#each FORMS as f (f)}<option value={f}>{FORM_WORDS[f]}</option>{/each}</select
    ></label
  >
  <label
    >beats a minute <input
      class="num"
      type="number"
      min="40"
      max="260"
      value={recipe.bpm}
      onchange={(e) => e.currentTarget.validity.valid && set({ bpm: e.currentTarget.valueAsNumber })}
    /></label
  >
  <label
    >times through <input
      class="num"
      type="number"
      min="1"
      max="20"
      value={recipe.choruses}
      onchange={(e) => e.currentTarget.validity.valid && set({ choruses: e.currentTarget.valueAsNumber })}
    /></label
  >
  <label
    >begins <select
      value={recipe.start}
      onchange={(e) => set({ start: e.currentTarget.value as Recipe['start'] })}
      >{#each STARTS as s (s)}<option value={s}>{START_WORDS[s]}</option>{/each}</select
    ></label
  >
  <label
    >breaks <input
      class="num"
      type="number"
      min="0"
      max="12"
      value={recipe.breaks}
      onchange={(e) => e.currentTarget.validity.valid && set({ breaks: e.currentTarget.valueAsNumber })}
    /></label
  >
  <label
    >swing, to 1 <input
      class="num"
      type="number"
      min="1"
      max="3.5"
      step="0.1"
      value={recipe.swing}
      onchange={(e) => e.currentTarget.validity.valid && set({ swing: e.currentTarget.valueAsNumber })}
    /></label
  >
  <label class="check"
    ><input
      type="checkbox"
      checked={recipe.drums}
      onchange={(e) => set({ drums: e.currentTarget.checked })}
    /> drums</label
  >
  {#if style === 'salsa'}
    <label
      >clave
      <select
        value="{recipe.clave?.clave} {recipe.clave?.side}"
        onchange={(e) => {
          const [clave, side] = e.currentTarget.value.split(' ') as ['son' | 'rumba', '3-2' | '2-3'];
          set({ clave: { clave, side } });
        }}
        >{#each ['son 2-3', 'son 3-2', 'rumba 2-3', 'rumba 3-2'] as c (c)}<option value={c}>{c}</option
          >{/each}</select
      ></label
    >
  {/if}
  <label class="name"
    >name <input
      bind:value={name}
      maxlength="120"
      placeholder="{STYLE_WORDS[style]} at {Math.round(recipe.bpm)}"
    /></label
  >
  <button
    type="button"
    aria-pressed={band.playing}
    onclick={() => (band.playing ? band.stop() : void band.play(now()))}
    >{band.playing ? 'Stop' : 'Hear it'}</button
  >
  <button class="primary" type="submit">Keep and open</button>
  {#if problem}<p role="alert">{problem}</p>{/if}
</form>

<style>
  form {
    display: flex;
    flex-wrap: wrap;
    gap: 10px 14px;
    align-items: end;
    background: var(--sheet);
    border: 1px solid var(--line);
    border-radius: 10px;
    padding: 12px 14px;
  }
  label {
    display: grid;
    font-size: 13px;
    color: var(--quiet);
    gap: 2px;
  }
  label.check {
    display: flex;
    align-items: center;
    gap: 6px;
    min-height: 34px;
  }
  label :global(select),
  label input {
    color: var(--ink);
    font-size: 15px;
  }
  input[type='number'] {
    width: 84px;
  }
  .name input {
    width: 220px;
  }
  .primary {
    background: var(--ink);
    color: var(--paper);
    border-color: var(--ink);
    font-weight: 620;
  }
</style>
