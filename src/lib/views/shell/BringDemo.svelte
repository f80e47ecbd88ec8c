<script lang="ts">
  /** Brings the demo documents, once it is said what that does. */
  let { label, done }: { label: string; done: (said: string) => unknown } = $props();
  let asking = $state(false);
</script>

{#if asking}
  {#await import('./DemoQuestion.svelte') then { default: DemoQuestion }}
    <DemoQuestion {done} close={() => (asking = false)} />
  {/await}
{:else}
  <button onclick={() => (asking = true)}>{label}</button>
{/if}
