<script lang="ts">
  import { onDestroy, onMount } from 'svelte';
  import { feelText, clockText, sourceText } from '$lib/messages';
  import type { SongSaver } from '$lib/state/saver.svelte';
  import { mixed, type SongDesk } from '$lib/state/song-desk.svelte';
  import { typing } from '$lib/state/shortcuts';
  import DocumentHeader from '$lib/views/shell/DocumentHeader.svelte';
  import { removeOpen, takeOther } from '$lib/views/shell/leaving';
  import SaveBands from '$lib/views/shell/SaveBands.svelte';
  import BeatInspector from './BeatInspector.svelte';
  import EightRows from './EightRows.svelte';
  import SongTransport from './SongTransport.svelte';
  import SongWave from './SongWave.svelte';
  import TapAlong from './TapAlong.svelte';
  import WhatSuits from './WhatSuits.svelte';
  import { soundSettings } from '$lib/state/sound-settings.svelte';
  import { exportBeats, exportHeard, exportMidi, exportSong, exportWav } from './export';
  import { PEAKS_A_SECOND, peaksOf } from './peaks';

  let { desk, saver, news }: { desk: SongDesk; saver: SongSaver; news: string } = $props();
  let deleting = $state(false);
  let mapFile: HTMLInputElement | undefined = $state();
  const song = $derived(desk.song);
  const map = $derived(desk.map);
  const peaks = $derived(
    desk.buffer && peaksOf(mixed(desk.buffer), Math.max(1, Math.ceil(desk.buffer.duration * PEAKS_A_SECOND))),
  );

  onMount(() => void desk.open());
  onDestroy(() => {
    desk.stop();
    desk.cancel();
  });

  const remove = () => removeOpen('song', song.id);
  const takeTheirs = () => takeOther(saver, 'song', (doc) => desk.replace(doc));
  async function bringMap(file: File | undefined) {
    if (!file) return;
    const bytes = new Uint8Array(await file.arrayBuffer());
    const midi = bytes[0] === 0x4d && bytes[1] === 0x54;
    const read = midi
      ? (await import('$lib/core/codecs/map-midi')).mapFromMidi(bytes)
      : (await import('$lib/core/codecs/map-csv')).mapFromCsv(new TextDecoder().decode(bytes));
    if (!read.ok) desk.problem = `${file.name}, ${read.error.at}: ${read.error.message}`;
    else desk.remap('map' in read.value ? read.value.map : read.value, `The beats of ${file.name}.`);
  }
  function keys(e: KeyboardEvent) {
    if (typing(e.target) || e.ctrlKey || e.metaKey || e.altKey) {
      if ((e.ctrlKey || e.metaKey) && !typing(e.target) && e.key.toLowerCase() === 'z') {
        e.preventDefault();
        if (e.shiftKey) desk.redo();
        else desk.undo();
      }
      return;
    }
    if (e.key === ' ' && !(e.target instanceof HTMLButtonElement)) {
      e.preventDefault();
      desk.toggle();
    } else if (e.key.toLowerCase() === 't' && !e.repeat) desk.tap();
    else if (e.key === 'Escape' && desk.taps.length > 0) desk.dropTaps();
  }
</script>

<svelte:window onkeydown={keys} />

<div class="screen">
  <DocumentHeader name={song.name} rename={(name) => desk.edit({ name })} saved={saver.state} history={desk}>
    {#snippet facts()}
      <p class="facts">
        {#if desk.bpm && map}{Math.round(desk.bpm)} a minute · {feelText(map)}{map.clave
            ? ` · ${map.clave.clave} clave ${map.clave.side}`
            : ''} ·{/if}
        {clockText(song.length)} · {sourceText(song)}
      </p>
    {/snippet}
    {#snippet tools()}
      <a class="button" href="/floor/run?song={song.id}">Floor time</a>
    {/snippet}
    {#snippet items()}
      <li>
        <button class="plain" disabled={!map} onclick={() => exportMidi(song)}
          >Map as MIDI, with tempo and markers</button
        >
      </li>
      <li>
        <button class="plain" disabled={!map} onclick={() => exportBeats(song)}>Beats as a table (CSV)</button
        >
      </li>
      <li><button class="plain" onclick={() => exportSong(song)}>Song file (JSON)</button></li>
      <li>
        <button
          class="plain"
          disabled={!desk.buffer}
          onclick={() => desk.buffer && exportWav(song, desk.buffer)}>Sound (WAV)</button
        >
      </li>
      <li>
        <button
          class="plain"
          disabled={!desk.buffer}
          onclick={() =>
            desk.busyWith('making the file', () => exportHeard(song, desk.asHeard(), soundSettings.levels))}
          >As it is heard now, with click and count (WAV)</button
        >
      </li>
      <li><button class="plain" onclick={() => mapFile?.click()}>Bring a map (MIDI or CSV) …</button></li>
      <li><button class="plain" onclick={() => (deleting = true)}>Delete …</button></li>
    {/snippet}
  </DocumentHeader>
  <input
    bind:this={mapFile}
    class="visually-hidden"
    type="file"
    accept=".mid,.midi,.csv,.txt"
    tabindex="-1"
    aria-hidden="true"
    onchange={(e) => void bringMap(e.currentTarget.files?.[0])}
  />
  <SaveBands
    {saver}
    {news}
    {takeTheirs}
    {remove}
    bind:deleting
    what="song"
    name={song.name}
    stays="Combinations laid on it keep their tempo."
    notice={desk.notice}
  />
  {#if desk.problem}<p class="band" role="alert">{desk.problem}</p>{/if}
  {#if desk.busy}
    <p class="band" role="status">
      <progress max="1" value={desk.busy.done}></progress>
      {desk.busy.what} … <button onclick={() => desk.cancel()}>Cancel</button>
    </p>
  {/if}
  <div class="work">
    <div class="left">
      {#if peaks}{#key peaks}<SongWave {desk} {peaks} />{/key}{:else}<div class="waiting"></div>{/if}
      {#if map}<EightRows {desk} {peaks} />
      {:else if !desk.busy}<p class="quiet">No beats yet. Play it and tap along, or have them heard.</p>{/if}
    </div>
    <aside>
      {#if map && desk.beat !== undefined}<BeatInspector {desk} {map} beat={desk.beat} {peaks} />
      {:else if map}<p class="quiet">
          Choose a beat to say that it is the 1, hold it, mark a break or name a section. Play with the click
          on: it tells at once whether the beats are right.
        </p>{/if}
      <TapAlong {desk} />
      <WhatSuits {desk} />
      <label class="notes"
        >notes <textarea
          rows="3"
          maxlength="4000"
          value={song.notes}
          oninput={(e) => desk.edit({ notes: e.currentTarget.value }, 'notes')}></textarea></label
      >
    </aside>
  </div>
  <SongTransport {desk} />
</div>

<style>
  .screen {
    display: grid;
    grid-template-rows: auto auto auto auto 1fr auto;
    grid-template-columns: minmax(0, 1fr);
    height: calc(100dvh - 46px - var(--above, 0px));
  }
  .facts {
    color: var(--quiet);
  }
  .band {
    padding: 6px 20px;
    display: flex;
    gap: 10px;
    align-items: center;
    background: var(--sheet);
  }
  .work {
    grid-row: 5;
    display: grid;
    grid-template-columns: minmax(0, 1fr) 340px;
    min-height: 0;
  }
  .left {
    padding: 10px 14px 20px 20px;
    display: grid;
    gap: 10px;
    align-content: start;
    overflow-y: auto;
    min-height: 0;
  }
  aside {
    border-left: 1px solid var(--line);
    padding: 12px 16px 20px;
    display: grid;
    gap: 20px;
    align-content: start;
    overflow-y: auto;
    min-height: 0;
  }
  .waiting {
    height: 110px;
    background: var(--sheet);
    border: 1px solid var(--line);
    border-radius: 6px;
  }
  .screen > :global(.transport) {
    grid-row: 6;
  }
  .notes {
    display: grid;
    font-size: 14px;
    color: var(--quiet);
  }
  textarea {
    color: var(--ink);
  }
  @media (max-width: 900px) {
    .screen {
      height: auto;
      min-height: calc(100dvh - 46px - var(--above, 0px));
    }
    .work {
      grid-template-columns: minmax(0, 1fr);
    }
    .left {
      padding: 8px 10px;
      max-height: 62dvh;
    }
    aside {
      border-left: 0;
      border-top: 1px solid var(--line);
    }
    .screen > :global(.transport) {
      position: sticky;
      bottom: 0;
      padding: 6px 10px;
    }
  }
</style>
