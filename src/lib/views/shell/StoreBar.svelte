<script lang="ts">
  import { app } from '$lib/state/app.svelte';
  import Band from './Band.svelte';

  async function startWithDemo() {
    await app.seed(await app.db());
    location.reload();
  }
</script>

{#if app.store === 'cleared'}
  <Band role="alert" label="Your figures">
    <p>
      <b>Your figures are no longer in this browser.</b> It has deleted what was stored here, as browsers may when
      space runs low. Restore a backup.
    </p>
    <a class="button primary" href="/data">Restore a backup</a>
    <button onclick={startWithDemo}>Start again with the demo</button>
  </Band>
{:else if app.store === 'newer'}
  <Band role="alert" label="Newer version">
    <p>
      A newer version of Brisk Partner is open in another tab. Reload this page before you go on: nothing more
      is saved here until then.
    </p>
    <button onclick={() => location.reload()}>Reload</button>
  </Band>
{/if}
