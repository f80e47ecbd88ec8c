<script lang="ts">
  import { standIns } from '$lib/core/combination';
  import type { Figure } from '$lib/core/figure';
  import { undoneText } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import type { Board } from '$lib/state/board.svelte';
  import { inBin, undoAct } from '$lib/storage';
  import { nanoid } from 'nanoid';

  /** Parts whose figure was deleted: it comes back, what comes nearest takes its place, or the part goes. */
  let { board }: { board: Board } = $props();

  interface Gone {
    readonly act: number;
    readonly name: string;
    readonly figure: Figure | undefined;
  }
  /** By figure: what lies in the bin of it. */
  let bin: ReadonlyMap<string, Gone> = $state.raw(new Map());
  const missing = $derived(board.plan.missing);
  const ids = $derived([...new Set(missing.map((m) => board.combination.parts[m]?.figure ?? ''))].join());
  $effect(() => {
    const wanted = ids.split(',');
    void app.db().then(async (db) => {
      const found = await Promise.all(wanted.map(async (id) => [id, await inBin(db, id)] as const));
      bin = new Map(found.flatMap(([id, gone]) => (gone ? [[id, gone] as const] : [])));
    });
  });

  /** Most figures that are tried in its place. */
  const MOST = 120;
  const parts = $derived(
    missing.map((at) => {
      const gone = bin.get(board.combination.parts[at]?.figure ?? '');
      const beside = board.plan.passes.find((p) => Math.abs(p.part - at) === 1) ?? board.plan.passes[0];
      const dance = gone?.figure?.dance ?? beside?.reading.figure.dance;
      const kin = dance === undefined ? [] : board.kin(dance).slice(0, MOST);
      const readings = kin.map((r) => board.repertoire.reading(r.figure));
      return { at, gone, near: standIns(board.combination, at, board.repertoire, readings, gone?.figure) };
    }),
  );
  async function back({ act }: Gone) {
    app.say(undoneText(await undoAct(await app.db(), act, () => nanoid(12), Date.now())));
  }
</script>

<section class="gone" aria-label="Figures that are gone">
  {#each parts as { at, gone, near } (at)}
    <p role="alert">
      Part {at + 1}{gone ? `, “${gone.name}”,` : ''} is no longer in the repertoire.
    </p>
    <p class="row">
      {#if gone}<button aria-label="Bring it back, part {at + 1}" onclick={() => back(gone)}
          >Bring it back</button
        >{/if}
      {#if near.length > 0}<span>{gone?.figure ? 'most like it:' : 'what links there:'}</span>{/if}
      {#each near as s (s.figure)}<button
          aria-label="{s.name} instead, part {at + 1}"
          onclick={() => board.putInPlace(at, s.figure)}
          >{s.name}{s.broken > 0 ? ' (needs mending)' : ''}</button
        >{/each}
      <button aria-label="Take it out, part {at + 1}" onclick={() => board.remove(at)}>Take it out</button>
    </p>
  {/each}
</section>

<style>
  .gone {
    display: grid;
    gap: 6px;
    padding: 8px 10px;
    border: 2px solid var(--wrong);
    border-radius: 8px;
  }
  [role='alert'] {
    color: var(--wrong);
    font-weight: 620;
  }
  .row {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 6px 8px;
  }
</style>
