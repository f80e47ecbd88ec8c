<script lang="ts">
  import { keyOfState, presets, type ArmState } from '$lib/core/arms';
  import { pictureOf } from '$lib/core/scene';
  import ArmPicture from './ArmPicture.svelte';

  let { chosen, pick, label }: { chosen: ArmState | undefined; pick: (s: ArmState) => void; label: string } =
    $props();
  const holds = presets().map((state) => ({ state, key: keyOfState(state), picture: pictureOf(state) }));
  const key = $derived(chosen && keyOfState(chosen));
</script>

<ul aria-label={label}>
  {#each holds as h (h.key)}
    <li>
      <button
        class="plain"
        aria-pressed={h.key === key}
        title={h.picture.sentence}
        onclick={() => pick(h.state)}
      >
        <ArmPicture picture={h.picture} label={false} />
        <span>{h.picture.title}</span>
      </button>
    </li>
  {/each}
</ul>

<style>
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(88px, 1fr));
    gap: 4px;
  }
  button {
    flex-direction: column;
    align-items: center;
    justify-content: start;
    gap: 0;
    width: 100%;
    height: 100%;
    padding: 2px 2px 6px;
    font-size: 12px;
    line-height: 1.15;
    text-align: center;
  }
  button :global(svg) {
    height: 92px;
    width: auto;
  }
  button[aria-pressed='true'] {
    background: var(--sheet);
    color: var(--ink);
    outline: 2px solid var(--ink);
  }
</style>
