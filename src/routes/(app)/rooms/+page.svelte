<script lang="ts">
  import { onMount } from 'svelte';
  import { nanoid } from 'nanoid';
  import { goto } from '$app/navigation';
  import Plus from '@lucide/svelte/icons/plus';
  import { newRoom, type Room } from '$lib/core/hall';
  import { app } from '$lib/state/app.svelte';
  import { closedStore } from '$lib/state/closed-store';
  import { create, loadDocs } from '$lib/storage';
  import ListPage from '$lib/views/classes/ListPage.svelte';
  import BringDemo from '$lib/views/shell/BringDemo.svelte';

  let rooms: readonly Room[] | undefined = $state.raw();
  let problem = $state('');
  async function load() {
    try {
      rooms = (await loadDocs(await app.db(), 'room'))
        .map((r) => r.doc)
        .sort((a, b) => a.name.localeCompare(b.name));
    } catch (e) {
      problem = closedStore(e);
    }
  }
  onMount(() => void load());
  async function add() {
    const room = newRoom(nanoid(12), 'New room');
    const saved = await create(await app.db(), 'room', room, Date.now());
    if (saved.ok) await goto(`/rooms/${room.id}`);
    else problem = 'The room could not be stored.';
  }
</script>

<ListPage
  title="Rooms"
  lead="How many couples fit for what is danced, and where you stand so that all see. The posted limit and local rules decide; our number is only about dancing room."
  {problem}
>
  {#snippet tools()}<button onclick={add}><Plus size={17} /> New room</button>{/snippet}
  {#if !rooms}<p class="quiet">Opening …</p>
  {:else if rooms.length === 0}
    <div class="empty">
      <h2>No rooms yet</h2>
      <p>Width, length and what stands in the way are enough.</p>
      <button class="primary" onclick={add}>Measure a room</button>
      <BringDemo label="Bring the demo school" done={load} />
    </div>
  {:else}
    <ul class="rows" aria-label="Rooms">
      {#each rooms as r (r.id)}<li>
          <a href="/rooms/{r.id}">{r.name}</a><span class="quiet"
            >{r.width} × {r.length} m{r.things.length > 0
              ? ` · ${r.things.map((t) => t.what.toLowerCase()).join(', ')}`
              : ''}{r.limit ? ` · ${r.limit} people as posted` : ''}</span
          >
        </li>{/each}
    </ul>
  {/if}
</ListPage>
