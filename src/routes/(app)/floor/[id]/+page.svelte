<script lang="ts">
  import { page } from '$app/state';
  import { openPractice, type OpenPractice } from '$lib/state/open-practice';
  import PracticeScreen from '$lib/views/practice/PracticeScreen.svelte';
  import NothingHere from '$lib/views/shell/NothingHere.svelte';

  let opened: OpenPractice | undefined = $state.raw();
  $effect(() => {
    const one = openPractice(page.params.id ?? '');
    opened = one;
    return () => one.close();
  });
</script>

<svelte:head
  ><title>{opened?.model ? `${opened.model.practice.name} · ` : ''}Brisk Partner</title></svelte:head
>

{#if opened?.problem}
  <NothingHere problem={opened.problem} list="/floor" name="practices" />
{:else if opened?.model && opened.saver}
  {#key opened.model}<PracticeScreen desk={opened.model} saver={opened.saver} news={opened.news} />{/key}
{:else}
  <p class="message quiet">Opening …</p>
{/if}

<style>
  .message {
    padding: 40px 24px;
  }
</style>
