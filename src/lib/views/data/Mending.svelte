<script lang="ts">
  import { parseText } from '$lib/core/codecs/json';
  import { KIND_WORDS, placeText, reasonText, troubleText } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import { deleteDocument, repair, standFromChange, type Troubled } from '$lib/storage';
  import { download, fileName } from '$lib/views/desk/export';

  /** Documents that cannot be shown: each can be read, put right as text, taken away or deleted. */
  let { list, done }: { list: readonly Troubled[]; done: (said: string) => unknown } = $props();

  let open: string | undefined = $state();
  let text = $state('');
  let problem = $state('');
  const keyOf = (t: Troubled) => `${t.kind}:${t.row.id}`;
  const asText = (t: Troubled) => JSON.stringify(t.row.doc, null, 2);

  function edit(t: Troubled) {
    open = keyOf(t);
    text = asText(t);
    problem = '';
  }
  async function save(t: Troubled) {
    const json = parseText(text);
    if (!json.ok) {
      problem = `At ${json.error.at}: ${json.error.message}`;
      return;
    }
    const mended = await repair(await app.db(), t.kind, t.row, json.value, Date.now());
    if (!mended.ok) {
      problem = `At ${placeText(mended.error.at)}: ${reasonText(mended.error.message)}.`;
      return;
    }
    open = undefined;
    app.did(`“${t.name}” was put right.`, mended.value);
    await done(`“${t.name}” was put right.`);
  }
  async function takeAway(t: Troubled) {
    const { formOf } = await import('$lib/core/library/forms');
    download(`${fileName(t.name)}${formOf(t.kind).extension}`, 'application/json', asText(t));
  }
  async function remove(t: Troubled) {
    const { act, name } = await deleteDocument(await app.db(), t.kind, t.row.id, Date.now());
    app.did(`“${name}” is deleted.`, act, '/data');
    await done(`“${name}” is deleted.`);
  }
  async function alone(t: Troubled) {
    const act = await standFromChange(await app.db(), t.row, Date.now());
    app.did(`“${t.name}” is a figure of its own.`, act);
    await done(`“${t.name}” is a figure of its own now, with what it said itself.`);
  }
  const broken = (t: Troubled) => ['no-parent', 'circle', 'too-deep'].includes(t.trouble.code);
</script>

<ul>
  {#each list as t (keyOf(t))}
    <li>
      <p>
        <b>{t.name}</b>
        <span class="quiet">{KIND_WORDS[t.kind].one}</span>
        {t.trouble.code === 'unreadable'
          ? `It cannot be read. ${placeText(t.trouble.at)}: ${reasonText(t.trouble.message)}.`
          : troubleText(t.trouble)}
      </p>
      <p class="row">
        {#if broken(t)}<button onclick={() => alone(t)}>Make it a figure of its own</button>{/if}
        {#if t.trouble.code !== 'newer' && t.trouble.code !== 'older'}<button onclick={() => edit(t)}
            >Put right as text</button
          >{/if}
        <button onclick={() => takeAway(t)}>Take away</button>
        <button onclick={() => remove(t)}>Delete</button>
      </p>
      {#if open === keyOf(t)}
        <textarea bind:value={text} rows="12" spellcheck="false" aria-label="Text of {t.name}"></textarea>
        {#if problem}<p role="alert" class="bad">{problem}</p>{/if}
        <p class="row">
          <button onclick={() => save(t)}>Save</button><button onclick={() => (open = undefined)}
            >Close</button
          >
        </p>
      {/if}
    </li>
  {/each}
</ul>

<style>
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
    display: grid;
    gap: 12px;
  }
  li {
    border-left: 5px solid var(--wrong);
    background: var(--sheet);
    padding: 8px 12px;
    display: grid;
    gap: 6px;
  }
  .row {
    display: flex;
    gap: 8px;
    flex-wrap: wrap;
  }
  textarea {
    font:
      13px/1.4 ui-monospace,
      monospace;
    width: 100%;
  }
  .bad {
    color: var(--wrong);
  }
</style>
