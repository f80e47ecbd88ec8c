<script lang="ts">
  import { onDestroy } from 'svelte';
  import { median } from '$lib/core/music';
  import { USUAL_EARLY } from '$lib/core/practice';
  import { sounding } from '$lib/state/sounding.svelte';
  import { soundSettings } from '$lib/state/sound-settings.svelte';

  /** Measures once what this device adds between a sound and an ear: a click to tap along with, sixteen times. */
  const TAPS = 16;
  const PERIOD = 0.6;
  /** People tap ahead by about this: the middle of what is usual. */
  const EARLY = (USUAL_EARLY[0] + USUAL_EARLY[1]) / 2;
  let running = $state(false);
  let offs: number[] = $state([]);
  let said = $state('');

  async function start() {
    said = '';
    offs = [];
    running = true;
    const cues = Array.from(
      { length: TAPS + 8 },
      (_, i) => ({ at: i * PERIOD, type: 'click', accent: i % 4 === 0 ? 'bar' : 'beat' }) as const,
    );
    const performer = sounding.performer();
    performer.onend = () => finish();
    await performer.play({
      cues,
      span: { from: 0, to: (TAPS + 8) * PERIOD },
      from: 0,
      loop: false,
      ramp: [{ speed: 1, times: 1 }],
      voice: sounding.says,
    });
  }
  function tap(timeStamp: number) {
    const now = sounding.performer().position();
    if (!running || now === undefined) return;
    const at = now - (performance.now() - timeStamp) / 1000;
    offs = [...offs, at - Math.round(at / PERIOD) * PERIOD];
    if (offs.length >= TAPS) finish();
  }
  function finish() {
    sounding.stop();
    running = false;
    if (offs.length < 8) return void (said = 'Too few taps to say. Nothing was changed.');
    const late = Math.max(-0.3, Math.min(0.6, median(offs.slice(2)) + EARLY));
    soundSettings.set({ late });
    said = `This device is taken to be ${Math.round(1000 * late)} ms late beyond what its browser says.`;
  }
  onDestroy(() => running && sounding.stop());
</script>

<h2>This device</h2>
<p class="quiet">
  A speaker over the air is heard late. Tap along with sixteen clicks once, and taps are measured against what
  you hear. Now:
  <b class="num">{Math.round(1000 * soundSettings.late)} ms</b>.
</p>
<p class="row">
  {#if running}
    <button
      class="tap"
      onpointerdown={(e) => tap(e.timeStamp)}
      onclick={(e) => e.detail === 0 && tap(e.timeStamp)}>Tap · {TAPS - offs.length} more</button
    >
    <button onclick={finish}>End</button>
  {:else}
    <button onclick={start}>Measure this device</button>
    {#if soundSettings.late !== 0}<button onclick={() => soundSettings.set({ late: 0 })}>Forget it</button
      >{/if}
  {/if}
</p>
<p role="status">{said}</p>

<style>
  h2 {
    font-size: 20px;
  }
  p {
    max-width: 70ch;
    margin-top: 6px;
  }
  .row {
    display: flex;
    gap: 6px;
  }
  .tap {
    min-height: 64px;
    min-width: 200px;
    touch-action: manipulation;
  }
</style>
