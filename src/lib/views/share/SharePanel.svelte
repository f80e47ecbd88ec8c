<script lang="ts">
  import { onMount } from 'svelte';
  import Copy from '@lucide/svelte/icons/copy';
  import Share from '@lucide/svelte/icons/share-2';
  import { Dialog } from 'bits-ui';
  import type { Shared } from '$lib/core/library';
  import { app } from '$lib/state/app.svelte';
  import { MOST_IN_CODE, addressFor } from '$lib/state/share-link';

  /** A link and a code to a read-only page; `file` and what else can be taken instead. */
  let {
    name,
    shared,
    others,
    close,
  }: {
    name: string;
    shared: () => Promise<Shared | undefined>;
    others: readonly { readonly name: string; readonly does: () => unknown }[];
    close: () => void;
  } = $props();

  let address = $state('');
  let code: { readonly size: number; readonly path: string } | undefined = $state.raw();
  let problem = $state('');
  let done = $state('');
  const long = $derived(address.length > MOST_IN_CODE);
  const canShare = typeof navigator !== 'undefined' && 'share' in navigator;

  onMount(() => {
    void (async () => {
      const found = await shared();
      if (!found) return void (problem = 'It is not stored any more.');
      address = addressFor(location.origin, found);
      if (address.length <= MOST_IN_CODE) code = await drawn(address);
    })();
  });
  async function drawn(text: string) {
    const { create } = await import('qrcode');
    const { modules } = create(text, { errorCorrectionLevel: 'L' });
    const rows = Array.from({ length: modules.size }, (_, y) => y);
    const path = rows
      .flatMap((y) => rows.filter((x) => modules.get(y, x)).map((x) => `M${x} ${y}h1v1h-1z`))
      .join('');
    return { size: modules.size, path };
  }
  async function copy() {
    try {
      await navigator.clipboard.writeText(address);
      done = 'The link is copied.';
    } catch {
      done = 'This browser does not copy; take it from the field.';
    }
  }
  async function share() {
    try {
      await navigator.share({ title: name, url: address });
    } catch {
      // Given up by the person.
    }
  }
  function take(what: { name: string; does: () => unknown }) {
    void what.does();
    app.say(`${what.name}: saved.`);
  }
</script>

<Dialog.Root open onOpenChange={(open) => !open && close()}>
  <Dialog.Portal>
    <Dialog.Overlay class="share-veil" />
    <Dialog.Content class="share-box">
      <Dialog.Title class="share-title">Share “{name}”</Dialog.Title>
      <Dialog.Description class="quiet">
        Whoever has the link sees it played, from any side, and can keep it. All of it is in the link: nothing
        is stored on a server, and a later change here does not change what was shared.
      </Dialog.Description>
      {#if problem}<p role="alert">{problem}</p>{/if}
      <div class="both">
        {#if code}
          <svg
            viewBox="-4 -4 {code.size + 8} {code.size + 8}"
            role="img"
            aria-label="QR code of the link"
            shape-rendering="crispEdges"
          >
            <rect x="-4" y="-4" width={code.size + 8} height={code.size + 8} fill="#fff" />
            <path d={code.path} fill="#000" />
          </svg>
        {:else if long}
          <p class="long">
            With {address.length} characters the link is too long for a code. Send the link, or take the file.
          </p>
        {/if}
        <div class="ways">
          <label>link <input readonly value={address} onfocus={(e) => e.currentTarget.select()} /></label>
          <p class="row">
            <button class="primary" onclick={copy} disabled={address === ''}
              ><Copy size={16} /> Copy the link</button
            >
            {#if canShare}<button onclick={share} disabled={address === ''}
                ><Share size={16} /> Share …</button
              >{/if}
            {#if address}<a class="button" href={address} target="_blank" rel="noopener">See the page</a>{/if}
          </p>
          <p role="status">{done}</p>
          <p class="row">
            {#each others as o (o.name)}<button onclick={() => take(o)}>{o.name}</button>{/each}
          </p>
        </div>
      </div>
      <p class="row end"><Dialog.Close>Close</Dialog.Close></p>
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>

<style>
  :global(.share-veil) {
    position: fixed;
    inset: 0;
    background: rgb(0 0 0 / 0.45);
    z-index: 40;
  }
  :global(.share-box) {
    position: fixed;
    inset: 50% auto auto 50%;
    transform: translate(-50%, -50%);
    z-index: 41;
    width: min(680px, calc(100vw - 24px));
    max-height: calc(100dvh - 24px);
    overflow: auto;
    background: var(--paper);
    color: var(--ink);
    border: 2px solid var(--ink);
    border-radius: 12px;
    padding: 18px 20px;
    display: grid;
    gap: 12px;
  }
  :global(.share-title) {
    font: 750 24px var(--display);
  }
  .both {
    display: grid;
    grid-template-columns: minmax(0, 240px) minmax(0, 1fr);
    gap: 18px;
  }
  svg {
    width: 100%;
    border-radius: 6px;
  }
  .ways {
    display: grid;
    gap: 10px;
    align-content: start;
  }
  label {
    display: grid;
    font-size: 13px;
    color: var(--quiet);
  }
  .row {
    display: flex;
    gap: 6px;
    flex-wrap: wrap;
  }
  .end {
    justify-content: end;
  }
  .primary {
    background: var(--ink);
    color: var(--paper);
  }
  @media (max-width: 600px) {
    .both {
      grid-template-columns: minmax(0, 1fr);
    }
    svg {
      max-width: 260px;
      justify-self: center;
    }
  }
</style>
