<script lang="ts">
  import { list } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import { bringMissing, compareShipped, type Bringing } from '$lib/storage';

  /** Brings the demo documents that are missing, after saying what that does. */
  let { label, done }: { label: string; done: (said: string) => unknown } = $props();

  let asked: (Bringing & { names: string[] }) | undefined = $state.raw();
  let problem = $state('');
  const coming = $derived(asked ? asked.missing.figures.length + asked.missing.combinations.length : 0);
  const several = (n: number, what: string) => `${n} ${what}${n === 1 ? '' : 's'}`;

  async function ask() {
    problem = '';
    const { demoCombinations, demoKept } = await import('$lib/demo');
    const all = { figures: demoKept, combinations: demoCombinations };
    const found = await compareShipped(await app.db(), all);
    const { loadFigure, loadCombination } = await import('$lib/storage');
    const db = await app.db();
    const names = await Promise.all(
      found.changed.map(
        async (id) =>
          (await loadCombination(db, id))?.combination.name ?? (await loadFigure(db, id))?.figure.name ?? id,
      ),
    );
    asked = { ...found, names };
  }
  async function bring() {
    if (!asked) return;
    const { missing } = asked;
    try {
      await bringMissing(await app.db(), missing, Date.now());
      asked = undefined;
      await done(
        `Demo: ${several(missing.figures.length, 'figure')} and ${several(missing.combinations.length, 'combination')} brought.`,
      );
    } catch (e) {
      problem = `Nothing was brought: ${e instanceof Error ? e.message : String(e)}`;
    }
  }
</script>

{#if asked}
  <div class="ask" role="alertdialog" aria-label="Bring the demo?">
    <p>
      {coming === 0
        ? 'Nothing of the demo is missing.'
        : `${several(asked.missing.figures.length, 'figure')} and ${several(asked.missing.combinations.length, 'combination')} of the demo are missing and would be brought.`}
      {#if asked.changed.length > 0}
        You have changed {list(asked.names.map((n) => `“${n}”`))}: {asked.changed.length === 1
          ? 'it stays'
          : 'they stay'} as {asked.changed.length === 1 ? 'it is' : 'they are'}.
      {/if}
      Nothing here is replaced.
    </p>
    {#if problem}<p role="alert">{problem}</p>{/if}
    <p class="row">
      {#if coming > 0}<button onclick={bring}>Bring what is missing</button>{/if}
      <button onclick={() => (asked = undefined)}>{coming > 0 ? 'Cancel' : 'Close'}</button>
    </p>
  </div>
{:else}
  <button onclick={ask}>{label}</button>
{/if}

<style>
  .ask {
    border-left: 5px solid var(--caution);
    background: var(--sheet);
    padding: 8px 12px;
    display: grid;
    gap: 8px;
  }
  .row {
    display: flex;
    gap: 8px;
    flex-wrap: wrap;
  }
</style>
