<script lang="ts">
  import { format, formatDistanceToNow } from 'date-fns';
  import { onDestroy } from 'svelte';
  import type { KindId } from '$lib/core/library';
  import { countsText } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import { storeProblem } from '$lib/state/closed-store';
  import { filesFinder } from '$lib/state/files';
  import { backedUp, everythingKept, firstUse, lastBackup, lastChange, loadDocs } from '$lib/storage';
  import { downloadBytes, exportJson, exportText } from '$lib/views/desk/export';

  /** Everything taken away: one backup, or files of one kind. */
  let { counts, done }: { counts: Readonly<Record<KindId, number>>; done: (said: string) => unknown } =
    $props();

  const files = filesFinder();
  onDestroy(() => files.stop());
  let busy: { what: string; done: number } | undefined = $state.raw();
  let problem = $state('');
  let last: number | undefined = $state();
  let changed = $state(0);
  let begun = $state(Date.now());
  /** Whether the browser has promised to keep what is stored. */
  let persisted: boolean | undefined = $state();
  const WEEK = 7 * 24 * 60 * 60 * 1000;
  const since = $derived(last ?? begun);
  const old = $derived(changed > since && Date.now() - since > WEEK);

  $effect(() => {
    void counts;
    void app.db().then(async (db) => {
      last = await lastBackup(db);
      begun = await firstUse(db, Date.now());
      changed = await lastChange(db);
      persisted = await navigator.storage?.persisted?.();
    });
  });

  /** Which backup is being made: one that was cancelled writes nothing and counts as none. */
  let round = 0;
  async function backup() {
    const mine = ++round;
    problem = '';
    busy = { what: 'reading', done: 0 };
    try {
      const { BACKUP_EXTENSION } = await import('$lib/core/library/backup');
      const db = await app.db();
      const made = Date.now();
      const everything = await everythingKept(db, app.settings);
      if (mine !== round) return;
      files.write(everything, made, (a) => {
        if (mine !== round) return;
        if (a.type === 'progress') busy = { what: a.what, done: a.done };
        else if (a.type === 'written') {
          busy = undefined;
          const name = `brisk-partner-${format(made, 'yyyy-MM-dd-HHmm')}${BACKUP_EXTENSION}`;
          downloadBytes(name, 'application/zip', a.bytes);
          last = made;
          void backedUp(db, made);
          void navigator.storage?.persist?.().then((kept) => (persisted = kept));
          void done(`${name} holds ${countsText(counts)}.`);
        } else if (a.type === 'failed') {
          busy = undefined;
          problem = 'The backup could not be made: it takes more memory than this browser has.';
        }
      });
    } catch (e) {
      if (mine !== round) return;
      busy = undefined;
      problem = storeProblem(e);
    }
  }
  async function asText() {
    const { loadAll } = await import('$lib/storage/figures');
    await exportText((await loadAll(await app.db())).map((r) => r.figure));
  }
  function cancel() {
    round++;
    files.stop();
    busy = undefined;
  }
</script>

<p>{countsText(counts)} are kept in this browser.</p>
<p class:old role={old ? 'alert' : undefined}>
  {#if last === undefined}No backup has been made yet.{:else}Last backup {formatDistanceToNow(last, {
      addSuffix: true,
    })}.{/if}
  {#if old}Make one: a browser may lose what it keeps.{/if}
</p>
{#if persisted !== undefined}<p>
    {persisted
      ? 'This browser has promised to keep it until you delete it.'
      : 'This browser may delete it when space runs low: it hasn’t promised to keep it.'}
    {#if !persisted}<button
        onclick={async () => {
          persisted = await navigator.storage.persist();
          if (!persisted)
            problem =
              'The browser said no. A backup is the safe way; bookmarking or installing this site helps.';
        }}>Ask it to keep everything</button
      >{/if}
  </p>{/if}
<p class="row">
  <button class="primary" onclick={backup} disabled={busy !== undefined}>Back up everything (zip)</button>
  {#if busy}<progress max="1" value={busy.done}></progress><span role="status">{busy.what} …</span><button
      onclick={cancel}>Cancel</button
    >{/if}
</p>
{#if problem}<p role="alert">{problem}</p>{/if}
<p class="row">
  <button
    onclick={async () => exportJson((await loadDocs(await app.db(), 'figure')).map((r) => r.doc))}
    disabled={counts.figure === 0}>Whole repertoire (JSON)</button
  >
  <button onclick={asText} disabled={counts.figure === 0}>Whole repertoire (notation text)</button>
  <button
    onclick={async () => {
      const db = await app.db();
      const list = (await loadDocs(db, 'combination')).map((r) => r.doc);
      const kept = (await loadDocs(db, 'figure')).map((r) => r.doc);
      const { exportCombinations } = await import('$lib/views/board/export');
      await exportCombinations(list, kept, 'combinations');
    }}
    disabled={counts.combination === 0}>All combinations with their figures (JSON)</button
  >
  <a class="button" href="/api/schema/figures.json" target="_blank">JSON Schema of figures</a>
  <a class="button" href="/api/schema/combinations.json" target="_blank">JSON Schema of combinations</a>
  <a class="button" href="/api/schema/dances.json" target="_blank">JSON Schema of dances</a>
</p>

<style>
  .row {
    display: flex;
    gap: 8px;
    flex-wrap: wrap;
    align-items: center;
  }
  .old {
    border-left: 5px solid var(--caution);
    padding-left: 10px;
  }
</style>
