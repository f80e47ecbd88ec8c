<script lang="ts">
  import { onMount } from 'svelte';
  import { nanoid } from 'nanoid';
  import { hereZone } from '$lib/core/calendar';
  import type { Bundle, KindId } from '$lib/core/library';
  import { countsText, list } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import { bring, compare, type Compared, type OnClash } from '$lib/storage';

  /** Brings the demo documents, after saying what that does; what was changed is replaced only where one says so. */
  let { done, close }: { done: (said: string) => unknown; close: () => void } = $props();

  let asked: { bundle: Bundle; compared: readonly Compared[] } | undefined = $state.raw();
  let problem = $state('');
  const of = (state: Compared['state']) => asked?.compared.filter((c) => c.state === state) ?? [];
  const coming = $derived(of('new'));
  const changed = $derived(of('changed'));
  const counted = (cs: readonly Compared[]) => {
    const n: Partial<Record<KindId, number>> = {};
    for (const c of cs) n[c.kind] = (n[c.kind] ?? 0) + 1;
    return countsText(n);
  };

  onMount(() => void ask());
  async function ask() {
    const { demoClasses, demoCombinations, demoKept, demoPractices, demoSongs } = await import('$lib/demo');
    const bundle: Bundle = {
      figure: demoKept,
      song: demoSongs(),
      combination: demoCombinations,
      practice: demoPractices,
      ...demoClasses(Date.now(), hereZone()),
    };
    asked = { bundle, compared: await compare(await app.db(), bundle) };
  }
  async function take(onClash: OnClash) {
    if (!asked) return;
    try {
      const how = { onClash, code: 'demo', name: 'demo' } as const;
      const brought = await bring(await app.db(), asked.bundle, how, () => nanoid(12), Date.now());
      const said = `Demo: ${counted(coming)} brought${brought.replaced ? `, ${brought.replaced} put back as they came` : ''}.`;
      close();
      app.did('The demo was brought.', brought.act);
      await done(said);
    } catch (e) {
      problem = `Nothing was brought: ${e instanceof Error ? e.message : String(e)}`;
    }
  }
</script>

{#if asked}
  <div class="ask" role="alertdialog" aria-label="Bring the demo?">
    <p>
      {coming.length === 0
        ? 'Nothing of the demo is missing.'
        : `${counted(coming)} of the demo ${coming.length === 1 ? 'is' : 'are'} missing and would be brought.`}
      {#if changed.length > 0}
        You have changed {list(changed.map((c) => `“${c.here ?? c.name}”`))}: {changed.length === 1
          ? 'it stays as it is'
          : 'they stay as they are'}, unless you put {changed.length === 1 ? 'it' : 'them'} back.
      {/if}
    </p>
    {#if problem}<p role="alert">{problem}</p>{/if}
    <p class="row">
      {#if coming.length > 0}<button onclick={() => take('keep-mine')}>Bring what is missing</button>{/if}
      {#if changed.length > 0}<button onclick={() => take('replace')}>Put back what I changed, too</button
        >{/if}
      <button onclick={close}>{coming.length + changed.length > 0 ? 'Cancel' : 'Close'}</button>
    </p>
  </div>
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
