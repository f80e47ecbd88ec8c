<script lang="ts">
  import { goto } from '$app/navigation';
  import type { Figure } from '$lib/core/figure';
  import { tagsIn } from '$lib/core/figure';
  import { actText, usesText } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import { combinationOf } from '$lib/state/combine';
  import { create, deleteFigures, loadKeptWith, tagFigures, usesOf, type Use } from '$lib/storage';
  import { exportJson } from '$lib/views/desk/export';

  let {
    figures,
    tags,
    changed,
    letGo,
  }: {
    /** What is chosen, in the order it was. */
    figures: readonly Figure[];
    /** Every tag there is. */
    tags: readonly string[];
    changed: () => Promise<void>;
    letGo: () => void;
  } = $props();

  let tag = $state('');
  let asking = $state(false);
  let problem = $state('');
  let uses: readonly Use[] = $state.raw([]);
  const ids = $derived(figures.map((f) => f.id));
  const counted = $derived(`${figures.length} ${figures.length === 1 ? 'figure' : 'figures'}`);
  /** Tags at least one of them has. */
  const worn = $derived([...new Set(figures.flatMap((f) => f.tags ?? []))]);

  /** Says what went wrong; what was chosen stays chosen. */
  async function attempt(work: () => Promise<void>) {
    problem = '';
    try {
      await work();
    } catch (e) {
      problem = `Not done: ${e instanceof Error ? e.message : String(e)}`;
    }
  }
  const put = (text: string, on: boolean) =>
    attempt(async () => {
      const [word] = tagsIn(text);
      if (!word) return;
      const act = await tagFigures(await app.db(), ids, word, on, Date.now());
      const code = on ? 'tagged' : 'untagged';
      app.did(`${actText({ code, kind: 'figure', name: word })}.`, act, '/figures');
      tag = '';
      await changed();
    });
  const ask = () =>
    attempt(async () => {
      const db = await app.db();
      const found = await Promise.all(ids.map((id) => usesOf(db, 'figure', id)));
      const combos = found.flat().filter((u) => u.kind === 'combination');
      uses = [...new Map(combos.map((u) => [u.id, u])).values()];
      asking = true;
    });
  const remove = () =>
    attempt(async () => {
      asking = false;
      const act = await deleteFigures(await app.db(), ids, Date.now());
      app.did(`${counted} deleted.`, act, '/figures');
      letGo();
      await changed();
    });
  const combine = () =>
    attempt(async () => {
      const made = combinationOf(figures);
      const saved = await create(await app.db(), 'combination', made, Date.now());
      if (!saved.ok) throw new Error('the combination could not be stored');
      await goto(`/combinations/${made.id}`);
    });
  const takeAway = () =>
    attempt(async () => {
      const db = await app.db();
      const kept = (await Promise.all(ids.map((id) => loadKeptWith(db, id)))).flat();
      await exportJson([...new Map(kept.map((k) => [k.id, k])).values()], counted);
    });
  const into = (el: HTMLElement) => el.focus();
</script>

<section class="chosen" aria-label="What is chosen">
  <b role="status">{counted} chosen</b>
  {#if asking}
    <p>
      Delete {counted}? What has grown out of {figures.length === 1 ? 'it' : 'them'} stays.
      {#if uses.length > 0}{usesText(uses)} will show a gap.{/if}
    </p>
    <button class="danger" use:into onclick={remove}>Delete {counted}</button>
    <button onclick={() => (asking = false)}>Keep</button>
  {:else}
    <form
      onsubmit={(e) => {
        e.preventDefault();
        void put(tag, true);
      }}
    >
      <input
        aria-label="Tag for what is chosen"
        placeholder="a tag, such as Monday"
        list="all-tags"
        maxlength="40"
        bind:value={tag}
      />
      <datalist id="all-tags"
        >{#each tags as t (t)}<option value={t}></option>{/each}</datalist
      >
      <button disabled={tag.trim() === ''}>Tag</button>
    </form>
    {#each worn as t (t)}<button class="worn" aria-label="Take the tag {t} off" onclick={() => put(t, false)}
        >{t} ×</button
      >{/each}
    <button onclick={combine}>New combination of {figures.length === 1 ? 'it' : 'them'}</button>
    <button onclick={takeAway}>As a file</button>
    <button onclick={ask}>Delete …</button>
    <button class="plain" onclick={letGo}>Let go</button>
  {/if}
  {#if problem}<p role="alert">{problem}</p>{/if}
</section>

<style>
  .chosen {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 8px;
    align-items: center;
    padding: 8px 10px;
    background: var(--cell);
    border-radius: 10px;
  }
  form {
    display: flex;
    gap: 4px;
  }
  input {
    width: 190px;
  }
  .worn {
    font-size: 13px;
  }
  .danger {
    color: var(--wrong);
    border-color: currentColor;
  }
</style>
