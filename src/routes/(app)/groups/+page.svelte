<script lang="ts">
  import { onMount } from 'svelte';
  import { nanoid } from 'nanoid';
  import { goto } from '$app/navigation';
  import Plus from '@lucide/svelte/icons/plus';
  import { newGroup, sizeOf, type Entry, type Group } from '$lib/core/classes';
  import { LEVELS } from '$lib/core/vocabulary';
  import { agoText } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import { logOf } from '$lib/state/class-lab.svelte';
  import { closedStore } from '$lib/state/closed-store';
  import { create, loadDocs } from '$lib/storage';
  import ListPage from '$lib/views/classes/ListPage.svelte';
  import BringDemo from '$lib/views/shell/BringDemo.svelte';

  let groups: readonly Group[] | undefined = $state.raw();
  let log: readonly Entry[] = $state.raw([]);
  let problem = $state('');
  const now = Date.now();
  async function load() {
    try {
      const db = await app.db();
      groups = (await loadDocs(db, 'group')).map((r) => r.doc).sort((a, b) => a.name.localeCompare(b.name));
      log = await logOf(db);
    } catch (e) {
      problem = closedStore(e);
    }
  }
  onMount(() => void load());
  async function add() {
    const group = newGroup(nanoid(12), 'New group');
    const saved = await create(await app.db(), 'group', group, Date.now());
    if (saved.ok) await goto(`/groups/${group.id}`);
    else problem = 'The group could not be stored.';
  }
  const classesOf = (g: Group) => log.filter((e) => e.group === g.id);
  function factsOf(g: Group) {
    const held = classesOf(g);
    const last = held.at(-1);
    return [
      `${sizeOf(g)} people`,
      LEVELS[g.level].name,
      held.length === 0
        ? 'nothing in the log yet'
        : `${held.length} classes, last ${agoText(last?.at ?? now, now)}`,
    ].join(' · ');
  }
</script>

<ListPage
  title="Groups"
  lead="Who you teach: how many, or who, and what they knew before. Names are kept only where you write them, and only here."
  {problem}
>
  {#snippet tools()}<button onclick={add}><Plus size={17} /> New group</button>{/snippet}
  {#if !groups}<p class="quiet">Opening …</p>
  {:else if groups.length === 0}
    <div class="empty">
      <h2>No groups yet</h2>
      <p>A group is what the log, what is due and the suggestions are about.</p>
      <button class="primary" onclick={add}>Begin a group</button>
      <BringDemo label="Bring the demo school" done={load} />
    </div>
  {:else}
    <ul class="rows" aria-label="Groups">
      {#each groups as g (g.id)}<li>
          <a href="/groups/{g.id}">{g.name}</a><span class="quiet">{factsOf(g)}</span>
        </li>{/each}
    </ul>
  {/if}
</ListPage>
