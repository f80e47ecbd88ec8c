<script lang="ts">
  import { joint } from '$lib/core/combination';
  import { FITS, type Joint } from '$lib/core/joints';
  import { LEVELS } from '$lib/core/vocabulary';
  import { jointText } from '$lib/messages';
  import type { Board } from '$lib/state/board.svelte';
  import JointMark from './JointMark.svelte';
  import { dragged } from './drag';

  let { board }: { board: Board } = $props();

  let only = $state(true);
  let words = $state('');

  /** Figures are put after the chosen part, else at the end. */
  const at = $derived(board.chosen?.type === 'part' ? board.chosen.part + 1 : board.combination.parts.length);
  const before = $derived(board.plan.passes.findLast((p) => p.part === at - 1));
  const after = $derived(board.plan.passes.find((p) => p.part === at));
  const dance = $derived(before?.reading.figure.dance ?? board.plan.passes[0]?.reading.figure.dance);

  interface Line {
    id: string;
    name: string;
    beats: number;
    level: string;
    joint: Joint | undefined;
    on: Joint | undefined;
  }
  const kin = $derived(dance ? board.kin(dance) : board.stored.filter((r) => !r.figure.mistake));
  /** Figures are read a few at a time, so that a long list stays usable meanwhile; grows with each few. */
  let read = $state(0);
  const AT_ONCE = 12;
  $effect(() => {
    const list = kin;
    if (!before) return;
    let timer: ReturnType<typeof setTimeout>;
    const some = () => {
      const next = list.filter((r) => !board.repertoire.known(r.figure)).slice(0, AT_ONCE);
      for (const r of next) board.repertoire.reading(r.figure);
      if (next.length === 0) return;
      read += next.length;
      timer = setTimeout(some);
    };
    timer = setTimeout(some);
    return () => clearTimeout(timer);
  });
  const lineOf = (r: (typeof kin)[number]): Line => {
    const plain = { id: r.id, name: r.figure.name, level: LEVELS[r.figure.level].name };
    const reading = board.repertoire.known(r.figure);
    if (!before || !reading) return { ...plain, beats: reading?.beats ?? 0, joint: undefined, on: undefined };
    return {
      ...plain,
      beats: reading.beats,
      joint: joint(before.reading.ends, reading.ends, before.over, 0),
      on: after && joint(reading.ends, after.reading.ends, 0, after.over),
    };
  };
  const lines = $derived.by(() => {
    void read;
    return kin
      .map(lineOf)
      .sort(
        (a, b) =>
          rank(a.joint) - rank(b.joint) ||
          (a.joint?.cost ?? 0) - (b.joint?.cost ?? 0) ||
          a.name.localeCompare(b.name),
      );
  });
  const rank = (j: Joint | undefined) => (j ? FITS.indexOf(j.fit) : before ? 9 : 0);
  const fits = (l: Line) => rank(l.joint) < 2;
  const shown = $derived(
    lines.filter((l) => (!only || fits(l)) && l.name.toLowerCase().includes(words.trim().toLowerCase())),
  );
</script>

<section aria-label="Library">
  <div class="top">
    <h2>{before ? `After ${before.reading.figure.name}` : 'Begin with'}</h2>
  </div>
  <div class="filter">
    <input type="search" placeholder="Search" aria-label="Search the library" bind:value={words} />
    {#if before}<label><input type="checkbox" bind:checked={only} /> only what can follow</label>{/if}
  </div>
  <ul>
    {#each shown as l (l.id)}
      <li>
        <button
          class="plain"
          onclick={() => board.insert([l.id], at)}
          disabled={board.layer !== 0}
          {@attach dragged(() => ({ type: 'figure', id: l.id }))}
        >
          <b class="num">{l.beats || ''}</b>
          <span class="name"
            >{l.name}<small
              >{l.joint && l.joint.fit !== 'fits' ? jointText(l.joint) : l.level}{l.on && rank(l.on) >= 2
                ? ' · does not lead on'
                : ''}</small
            ></span
          >
          {#if l.joint}<JointMark fit={l.joint.fit} />{/if}
        </button>
      </li>
    {:else}
      <li class="none">
        {only && lines.length > 0
          ? 'Nothing can follow as it stands. Show all, or compose a bridge.'
          : 'No figure by that name.'}
      </li>
    {/each}
  </ul>
</section>

<style>
  section {
    display: flex;
    flex-direction: column;
    min-height: 0;
    flex: 1 1 220px;
    border-top: 3px solid var(--ink);
    padding-top: 6px;
  }
  h2 {
    font-size: 17px;
  }
  .filter {
    display: flex;
    gap: 8px;
    align-items: center;
    font-size: 13px;
    padding: 6px 2px;
  }
  .filter input[type='search'] {
    width: 110px;
    flex: 1 1 90px;
  }
  .filter label {
    flex: none;
  }
  ul {
    list-style: none;
    margin: 0;
    padding: 0 4px 0 0;
    overflow: auto;
    min-height: 120px;
  }
  li {
    border-bottom: 1px solid var(--line);
  }
  button {
    width: 100%;
    text-align: left;
    border-radius: 0;
    padding: 5px 4px;
    gap: 10px;
  }
  b {
    font: 800 18px/1 var(--display);
    width: 24px;
    text-align: right;
    flex: none;
  }
  .name {
    flex: 1;
    min-width: 0;
    line-height: 1.2;
  }
  small {
    display: block;
    color: var(--quiet);
    font-size: 12.5px;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .none {
    padding: 10px 4px;
    color: var(--quiet);
  }
</style>
