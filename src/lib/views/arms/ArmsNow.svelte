<script lang="ts">
  import { armsAt, type Analysis } from '$lib/core/analysis';
  import { nameOf } from '$lib/core/arms';
  import { pictureOf } from '$lib/core/scene';
  import ArmPicture from './ArmPicture.svelte';

  let { analysis, tick }: { analysis: Analysis; tick: number } = $props();
  const now = $derived(armsAt(analysis.arms, Math.max(analysis.start, tick), true));
  const end = $derived(armsAt(analysis.arms, analysis.end, true));
</script>

<div class="arms">
  {#each [{ when: 'now', state: now }, { when: 'at the end', state: end }] as s (s.when)}
    {@const name = nameOf(s.state)}
    <figure>
      <ArmPicture picture={pictureOf(s.state)} label={false} />
      <figcaption><span>{s.when}</span> <b>{name.title}</b></figcaption>
    </figure>
  {/each}
</div>

<style>
  .arms {
    display: flex;
    gap: 16px;
    min-width: 0;
  }
  figure {
    margin: 0;
    flex: 1 1 0;
    min-width: 0;
    display: flex;
    flex-direction: column;
  }
  figure :global(svg) {
    height: 142px;
    width: 100%;
  }
  figcaption {
    font-size: 13px;
    line-height: 1.25;
    text-align: center;
  }
  span {
    color: var(--quiet);
    display: block;
  }
</style>
