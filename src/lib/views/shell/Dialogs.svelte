<script lang="ts">
  import { Command, Dialog } from 'bits-ui';
  import { goto } from '$app/navigation';
  import { KIND_IDS, kindOf, type KindId } from '$lib/core/library';
  import { KIND_WORDS } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import { newAddress } from '$lib/state/begin-figure';
  import { SHORTCUTS } from '$lib/state/shortcuts';
  import { nameIn, rowsOf, type Row } from '$lib/storage';

  interface Found {
    readonly kind: KindId;
    readonly id: string;
    readonly name: string;
    readonly updated: number;
    readonly path: string;
  }
  let rows: readonly Found[] = $state.raw([]);
  let words = $state('');
  const hits = $derived(
    rows.filter((r) => r.name.toLowerCase().includes(words.toLowerCase().trim())).slice(0, 12),
  );

  $effect(() => {
    if (!app.palette) return;
    words = '';
    void app.db().then(async (db) => {
      const found: Found[] = [];
      for (const kind of KIND_IDS)
        for (const r of (await rowsOf(db, kind)
          .orderBy('updated')
          .reverse()
          .limit(MOST)
          .toArray()) as Row[]) {
          const path = kindOf(kind).path(r.id) ?? kindOf(kind).list;
          found.push({ kind, id: r.id, name: nameIn(kind, r), updated: r.updated, path });
        }
      rows = found.sort((a, b) => b.updated - a.updated);
    });
  });

  /** Of each kind, the latest: a log grows for years, and has a search of its own. */
  const MOST = 2000;
  const capital = (t: string) => t.charAt(0).toUpperCase() + t.slice(1);
  function run(action: () => unknown) {
    app.palette = false;
    void action();
  }
  const key = (k: string) =>
    dispatchEvent(new KeyboardEvent('keydown', { key: k, bubbles: true, cancelable: true }));
  /** Once the list has closed and given the focus back. */
  const later = (act: () => unknown) => setTimeout(act, 120);
  const onDesk = $derived(app.palette && location.pathname.startsWith('/figures/'));
  const deskCommands = [
    { name: 'Rename', does: () => later(() => document.querySelector<HTMLElement>('input.name')?.focus()) },
    { name: 'Write in the text', does: () => later(() => key('e')) },
    {
      name: 'Large: the couple and the count',
      does: () => later(() => document.querySelector<HTMLElement>('.transport .big')?.click()),
    },
    { name: 'Play or pause', does: () => key(' ') },
    { name: 'See from the next side', does: () => key('v') },
    { name: 'Mirror the floor', does: () => key('m') },
    { name: 'Loop the unit under the playhead', does: () => key('o') },
    { name: 'Apply the first fix', does: () => key('x') },
    { name: 'What can be varied', does: () => key('w') },
    { name: 'Versions side by side', does: () => goto(`${location.pathname}/versions`) },
    { name: 'Leader only', does: () => key('l') },
    { name: 'Follower only', does: () => key('f') },
    { name: 'Both roles', does: () => key('b') },
    { name: 'Print the step sheet', does: () => setTimeout(() => print(), 100) },
  ];
  const commands = [
    { name: 'New figure', does: () => goto(newAddress()) },
    { name: 'Look round in five steps', does: () => (app.tour = 'on') },
    { name: 'Go to Figures', does: () => goto('/figures') },
    { name: 'Arms: holds, turns and ways between them', does: () => goto('/arms') },
    { name: 'Go to Combinations', does: () => goto('/combinations') },
    { name: 'Go to Classes', does: () => goto('/classes') },
    { name: 'What is due, for each group', does: () => goto('/due') },
    { name: 'Go to the Log', does: () => goto('/log') },
    { name: 'Groups', does: () => goto('/groups') },
    { name: 'Rooms', does: () => goto('/rooms') },
    { name: 'Faults and cues', does: () => goto('/cues') },
    { name: 'How to write a figure', does: () => goto('/notation') },
    { name: 'Go to Data: import, export, settings', does: () => goto('/data') },
    { name: 'Keyboard shortcuts', does: () => (app.shortcuts = true) },
    { name: 'Dark scheme', does: () => ((app.theme = 'dark'), app.saveSettings()) },
    { name: 'Light scheme', does: () => ((app.theme = 'light'), app.saveSettings()) },
    { name: 'Scheme as the system has it', does: () => ((app.theme = 'system'), app.saveSettings()) },
  ];
  const shown = $derived(
    [...(onDesk ? deskCommands : []), ...commands].filter((c) =>
      c.name.toLowerCase().includes(words.toLowerCase().trim()),
    ),
  );
  const places = [...new Set(SHORTCUTS.map((s) => s.where))];
</script>

<Dialog.Root bind:open={app.palette}>
  <Dialog.Portal>
    <Dialog.Overlay class="veil" />
    <Dialog.Content class="box" aria-label="Find a figure or a command">
      <Dialog.Title class="visually-hidden">Find a figure or a command</Dialog.Title>
      <Command.Root shouldFilter={false} label="Find">
        <Command.Input
          bind:value={words}
          placeholder="A figure, a combination, a command"
          aria-label="Find"
        />
        <Command.List>
          <Command.Viewport>
            {#if hits.length + shown.length === 0}<p class="none">Nothing by that name.</p>{/if}
            {#if shown.length}
              <Command.Group
                ><Command.GroupHeading>Commands</Command.GroupHeading><Command.GroupItems>
                  {#each shown as c (c.name)}<Command.Item
                      value={`command ${c.name}`}
                      onSelect={() => run(c.does)}>{c.name}</Command.Item
                    >{/each}
                </Command.GroupItems></Command.Group
              >
            {/if}
            {#each KIND_IDS as kind (kind)}
              {@const found = hits.filter((h) => h.kind === kind)}
              {#if found.length}
                <Command.Group
                  ><Command.GroupHeading>{capital(KIND_WORDS[kind].many)}</Command.GroupHeading
                  ><Command.GroupItems>
                    {#each found as r (r.id)}<Command.Item
                        value={`${kind} ${r.id}`}
                        onSelect={() => run(() => goto(r.path))}>{r.name}</Command.Item
                      >{/each}
                  </Command.GroupItems></Command.Group
                >
              {/if}
            {/each}
          </Command.Viewport>
        </Command.List>
      </Command.Root>
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>

<Dialog.Root bind:open={app.shortcuts}>
  <Dialog.Portal>
    <Dialog.Overlay class="veil" />
    <Dialog.Content class="box wide">
      <div class="top"><Dialog.Title level={2}>Keyboard</Dialog.Title><Dialog.Close>Close</Dialog.Close></div>
      <div class="keys">
        {#each places as place (place)}
          <section>
            <h3>{place}</h3>
            <dl>
              {#each SHORTCUTS.filter((s) => s.where === place) as s (s.keys + s.does)}<div>
                  <dt>{s.keys.replace('Mod', 'Ctrl')}</dt>
                  <dd>{s.does}</dd>
                </div>{/each}
            </dl>
          </section>
        {/each}
      </div>
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>

<style>
  :global(.veil) {
    position: fixed;
    inset: 0;
    background: rgb(10 16 15 / 0.5);
    z-index: 30;
  }
  :global(.box) {
    position: fixed;
    z-index: 31;
    top: 12vh;
    left: 50%;
    transform: translateX(-50%);
    width: min(560px, calc(100vw - 24px));
    max-height: 76vh;
    overflow: auto;
    background: var(--sheet);
    color: var(--ink);
    border-radius: 12px;
    padding: 14px;
  }
  :global(.box.wide) {
    width: min(860px, calc(100vw - 24px));
  }
  :global(.box [data-command-input]) {
    width: 100%;
    font-size: 17px;
  }
  :global(.box [data-command-item]) {
    padding: 8px 10px;
    border-radius: 8px;
    cursor: pointer;
    display: flex;
    justify-content: space-between;
    gap: 12px;
  }
  :global(.box [data-command-item][data-selected]) {
    background: var(--ink);
    color: var(--paper);
  }
  :global(.box [data-command-group-heading]) {
    font-size: 13px;
    color: var(--quiet);
    padding: 10px 10px 2px;
  }
  .none {
    padding: 12px;
  }
  .top {
    display: flex;
    justify-content: space-between;
    align-items: center;
  }
  .keys {
    columns: 2 320px;
    column-gap: 28px;
  }
  section {
    break-inside: avoid;
    padding-top: 12px;
  }
  dl {
    margin: 4px 0 0;
  }
  dl div {
    display: grid;
    grid-template-columns: 150px 1fr;
    padding: 3px 0;
    border-bottom: 1px solid var(--line);
    font-size: 14px;
  }
  dt {
    font: 13px/1.6 var(--mono);
  }
  dd {
    margin: 0;
  }
</style>
