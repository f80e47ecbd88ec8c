<script lang="ts">
  import { onDestroy, onMount } from 'svelte';
  import { DRILLS, HEARD, type DrillId } from '$lib/core/practice';
  import { drillStore } from '$lib/state/drill-store';
  import { DRILL_WORDS, FOOT_WORDS, askText } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import { DrillRoom } from '$lib/state/drill-room.svelte';
  import { floorSource } from '$lib/state/floor-source';
  import { typing } from '$lib/state/shortcuts';
  import type { MusicFinder } from '$lib/workers/music-finder';

  /** Questions from the person's own figures and songs. */
  let { finder }: { finder: MusicFinder } = $props();
  const room = new DrillRoom(
    async () => drillStore(await app.db()),
    (d) => DRILL_WORDS[d],
  );
  onMount(() => {
    room.open().catch((e: unknown) => (room.problem = e instanceof Error ? e.message : String(e)));
  });
  onDestroy(() => room.close());

  const heard = $derived(HEARD.includes(room.drill));
  const said = $derived(
    room.answers.length > 0 ? `${room.answers.filter(Boolean).length} of ${room.answers.length} right` : '',
  );
  const word = (o: string) => (room.drill === 'free-foot' ? (FOOT_WORDS[o] ?? o) : o);
  async function ask(drill: DrillId = room.drill) {
    await room.ask(drill, floorSource(await app.db(), finder));
  }
  function keys(e: KeyboardEvent) {
    if (typing(e.target) || e.ctrlKey || e.metaKey || e.altKey || e.repeat) return;
    if (e.key === ' ' && room.listening) {
      e.preventDefault();
      void room.tap(e.timeStamp);
      return;
    }
    const n = Number(e.key);
    if (room.asked && room.chosen === undefined && n >= 1 && n <= room.asked.options.length)
      void room.answer(n - 1);
  }
</script>

<svelte:window onkeydown={keys} />

<section aria-label="Questions">
  <div class="kinds" role="group" aria-label="Kind of question">
    {#each DRILLS as d (d)}<button
        aria-pressed={room.drill === d && (room.asked !== undefined || room.hearing !== undefined)}
        onclick={() => ask(d)}>{DRILL_WORDS[d]}</button
      >{/each}
    <span class="quiet">{room.due > 0 ? `${room.due} due again` : ''} {said}</span>
  </div>
  {#if room.problem}<p role="alert">{room.problem}</p>{/if}
  {#if room.opening}<p class="quiet" role="status">Reading your figures …</p>{/if}
  {#if room.asked}
    <h2>{askText(room.asked)}</h2>
    <ol>
      {#each room.asked.options as option, i (option)}
        <li>
          <button
            class="option"
            class:right={room.chosen !== undefined && i === room.asked.right}
            class:wrong={room.chosen === i && i !== room.asked.right}
            disabled={room.chosen !== undefined}
            onclick={() => room.answer(i)}><kbd>{i + 1}</kbd> {word(option)}</button
          >
        </li>
      {/each}
    </ol>
  {:else if room.hearing}
    <h2>
      {room.drill === 'break'
        ? `“${room.hearing.song.name}”: tap when the band stops.`
        : `“${room.hearing.song.name}”: tap on the 1 of an eight.`}
    </h2>
    {#if room.listening}<button
        class="tap"
        onpointerdown={(e) => room.tap(e.timeStamp)}
        onclick={(e) => e.detail === 0 && room.tap(e.timeStamp)}>Tap <kbd>space</kbd></button
      >{/if}
  {:else}
    <p class="quiet">
      The questions come from your own figures and songs; the answers are worked out from them. What you knew
      comes back later, what you did not, soon. Number keys answer.
    </p>
  {/if}
  <p class="said" role="status">
    {#if room.right === true}Right.{:else if room.right === false}{room.asked && !heard
        ? `No: ${word(room.asked.options[room.asked.right] ?? '')}.`
        : 'No, it was not there.'}{/if}
  </p>
  {#if room.right !== undefined}<button class="primary" onclick={() => ask()}>Next question</button>{/if}
</section>

<style>
  section {
    display: grid;
    gap: 14px;
    justify-items: start;
  }
  .kinds {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
    align-items: center;
  }
  h2 {
    font-size: 24px;
    max-width: 44ch;
  }
  ol {
    list-style: none;
    margin: 0;
    padding: 0;
    display: grid;
    gap: 8px;
    min-width: min(420px, 100%);
  }
  .option {
    width: 100%;
    min-height: 52px;
    font-size: 18px;
    text-align: left;
    opacity: 1;
    color: var(--ink);
    border-width: 2px;
  }
  .option.right {
    border-color: var(--good);
    background: var(--leader-soft);
  }
  .option.wrong {
    border-color: var(--wrong);
    background: var(--follower-soft);
  }
  .said {
    font: 700 20px var(--display);
    min-height: 1.4em;
  }
  .tap {
    min-height: 120px;
    min-width: min(420px, 100%);
    font: 800 30px var(--display);
    touch-action: none;
  }
  .primary {
    background: var(--ink);
    color: var(--paper);
    border-color: var(--ink);
    font-weight: 620;
  }
</style>
