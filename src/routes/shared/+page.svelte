<script lang="ts">
  import { onMount, type Component } from 'svelte';
  import { readLink, type Shared } from '$lib/core/library';

  let shared: Shared | undefined = $state.raw();
  let problem = $state('');
  let Page: Component<{ shared: Shared }> | undefined = $state.raw();

  function read() {
    const word = location.hash.slice(1);
    shared = undefined;
    const found = word === '' ? undefined : readLink(word);
    if (found?.ok) shared = found.value;
    problem = found?.ok
      ? ''
      : found
        ? `This link cannot be read: ${found.error.message} (${found.error.at})`
        : 'A link to a figure, a combination or a recap brings it along behind the # sign. This one brings nothing.';
  }
  onMount(() => {
    read();
    void import('$lib/views/share/SharedPage.svelte').then((m) => (Page = m.default));
  });
</script>

<svelte:head><title>Shared · Brisk Partner</title><meta name="robots" content="noindex" /></svelte:head>
<svelte:window onhashchange={read} />

{#if problem}
  <div class="message">
    <h1>Nothing to show</h1>
    <p role="alert">{problem}</p>
    <a class="button" href="/figures">To the figures</a>
  </div>
{:else if shared && Page}
  {#key shared}<Page {shared} />{/key}
{:else}<p class="message quiet">Opening …</p>{/if}

<style>
  .message {
    padding: 40px 24px;
    display: grid;
    gap: 12px;
    justify-items: start;
  }
</style>
