<script lang="ts">
  import { clockText } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import type { RunDesk } from '$lib/state/class-run.svelte';
  import type { Recorder } from '$lib/state/recorder.svelte';
  import { keepSpoken } from '$lib/state/spoken';
  import RunSheet from './RunSheet.svelte';
  import SpokenNote from './SpokenNote.svelte';

  /** What is noted and promised, written or spoken. Draft and recording go on when this is closed. */
  let {
    desk,
    draft = $bindable(),
    recorder,
  }: { desk: RunDesk; draft: { note: string; promise: string }; recorder: Recorder } = $props();
  const e = $derived(desk.doc);
  let spokenProblem = $state('');
  /** Speaks a note in, and ends it; the text is the time it took. */
  async function speak() {
    spokenProblem = '';
    if (!recorder.running) {
      await recorder.start();
      spokenProblem = recorder.problem;
      return;
    }
    const seconds = recorder.seconds;
    const file = await recorder.stop();
    if (!file) return;
    try {
      desk.note(draft.note.trim() || `Spoken, ${clockText(seconds)}`, await keepSpoken(await app.db(), file));
      draft.note = '';
    } catch (x) {
      spokenProblem = `It could not be kept: ${x instanceof Error ? x.message : String(x)}`;
    }
  }
</script>

<RunSheet name="Note">
  <label>a note <textarea rows="2" bind:value={draft.note} maxlength="2000"></textarea></label>
  <p>
    <button
      onclick={() => {
        desk.note(draft.note);
        draft.note = '';
      }}
      disabled={draft.note.trim() === ''}>Keep the note</button
    >
    <button aria-pressed={recorder.running} onclick={speak}
      >{recorder.running ? `End, ${clockText(recorder.seconds)}` : 'Speak a note'}</button
    >
  </p>
  {#if spokenProblem}<p role="alert">{spokenProblem}</p>{/if}

  <label>promised for next time <input bind:value={draft.promise} maxlength="300" /></label>
  <button
    onclick={() => {
      desk.promise(draft.promise, undefined);
      draft.promise = '';
    }}
    disabled={draft.promise.trim() === ''}>Keep the promise</button
  >
  <ul>
    {#each [...e.notes].reverse() as n (n.at)}<li>
        {n.text}{#if n.audio}<SpokenNote id={n.audio} />{/if}
      </li>{/each}
    {#each e.promised as p, i (i)}<li class="quiet">Promised: {p.text}</li>{/each}
  </ul>
</RunSheet>

<style>
  label {
    display: grid;
    gap: 2px;
    font-size: 14px;
    color: var(--quiet);
  }
  textarea,
  label input {
    width: 100%;
    color: var(--ink);
    font-size: 16px;
  }
</style>
