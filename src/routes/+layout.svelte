<script lang="ts">
  import '../app.css';
  import { onMount, type Component } from 'svelte';
  import { preloadCode } from '$app/navigation';
  import { page } from '$app/state';
  import Search from '@lucide/svelte/icons/search';
  import Menu from '@lucide/svelte/icons/menu';
  import CircleHelp from '@lucide/svelte/icons/circle-question-mark';
  import Keyboard from '@lucide/svelte/icons/keyboard';
  import Moon from '@lucide/svelte/icons/moon';
  import Sun from '@lucide/svelte/icons/sun';
  import { afterPaint } from '$lib/state/after-paint';
  import { app, slipStore } from '$lib/state/app.svelte';
  import { typing } from '$lib/state/shortcuts';
  import { update } from '$lib/state/update.svelte';
  import Purpose from '$lib/views/shell/Purpose.svelte';
  import StoreBar from '$lib/views/shell/StoreBar.svelte';
  import UpdateBar from '$lib/views/shell/UpdateBar.svelte';
  import DoneBar from '$lib/views/shell/DoneBar.svelte';

  let { children } = $props();
  const places = [
    { href: '/figures', name: 'Figures' },
    { href: '/arms', name: 'Arms' },
    { href: '/combinations', name: 'Combinations' },
    { href: '/songs', name: 'Songs' },
    { href: '/classes', name: 'Classes' },
    { href: '/floor', name: 'Floor time' },
    { href: '/log', name: 'Log' },
    { href: '/notation', name: 'How to write' },
    { href: '/data', name: 'Data' },
  ];
  /** A page that was shared: the one who looks need not know the rest. */
  const guest = $derived(page.url.pathname.startsWith('/shared'));
  /** On a phone the screens are behind a button. */
  let menu = $state(false);
  const placeName = $derived(places.find((p) => page.url.pathname.startsWith(p.href))?.name ?? 'Screens');
  let Dialogs: Component | undefined = $state.raw();
  let Running: Component | undefined = $state.raw();
  /** Puts down what is not stored yet. */
  let leaving: (() => void) | undefined;
  /** What the screen is for was asked; it goes with the screen. */
  let asked: string | undefined = $state();
  const purpose = $derived(asked === page.url.pathname);
  let systemDark = $state(false);
  /** How often something came back: the screen shown is made anew. */
  let backs = $state(0);
  const dark = $derived(app.theme === 'dark' || (app.theme === 'system' && systemDark));

  onMount(() => {
    app.loadSettings();
    void update.watch();
    document.documentElement.dataset.theme = app.theme;
    systemDark = matchMedia('(prefers-color-scheme: dark)').matches;
    const early = setTimeout(loadDialogs, 900);
    void afterPaint()
      .then(() => import('$lib/views/shell/RunningBar.svelte'))
      .then((m) => (Running = m.default))
      .catch(() => {});
    const leave = () => void leaving?.();
    const hide = () => document.visibilityState === 'hidden' && leave();
    addEventListener('pagehide', leave);
    document.addEventListener('visibilitychange', hide);
    void afterPaint()
      .then(() => import('$lib/state/saver.svelte'))
      .then(({ leavePage }) => (leaving = () => leavePage(slipStore())))
      .catch(() => {});
    return () => {
      clearTimeout(early);
      removeEventListener('pagehide', leave);
      document.removeEventListener('visibilitychange', hide);
    };
  });

  /** What one opens from a list is fetched while one reads the list. */
  const BEHIND: Record<string, string> = { '/figures': '/figures/any', '/combinations': '/combinations/any' };
  $effect(() => {
    const next = BEHIND[page.url.pathname];
    if (!next) return undefined;
    const quiet = setTimeout(() => void preloadCode(next).catch(() => {}), 1200);
    return () => clearTimeout(quiet);
  });

  function loadDialogs() {
    if (!Dialogs) void import('$lib/views/shell/Dialogs.svelte').then((m) => (Dialogs = m.default));
  }
  $effect(() => {
    if (app.palette || app.shortcuts) loadDialogs();
  });

  function keys(e: KeyboardEvent) {
    if (e.key === 'Escape') [menu, asked] = [false, undefined];
    if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === 'k') {
      e.preventDefault();
      app.palette = true;
    } else if (e.key === '?' && !typing(e.target)) {
      e.preventDefault();
      app.shortcuts = true;
    }
  }
  function flip() {
    app.theme = dark ? 'light' : 'dark';
    app.saveSettings();
  }
</script>

<svelte:window onkeydown={keys} onclick={() => (asked = undefined)} />

<a class="skip" href="#main">To the content</a>
<header class="bar">
  <a class="brand" href="/figures">Brisk Partner</a>
  {#if !guest}<button
      class="places"
      aria-expanded={menu}
      aria-controls="places"
      onclick={() => (menu = !menu)}><Menu size={20} /> {placeName}</button
    >
    <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_noninteractive_element_interactions -->
    <nav id="places" class:open={menu} aria-label="Screens" onclick={() => (menu = false)}>
      {#each places as p (p.href)}<a
          href={p.href}
          aria-current={page.url.pathname.startsWith(p.href) ? 'page' : undefined}>{p.name}</a
        >{/each}
    </nav>{/if}
  <span class="tools">
    {#if !guest}<button onclick={() => (app.palette = true)} aria-label="Find a figure or a command"
        ><Search size={18} /><span class="wide">Find</span><kbd class="wide">Ctrl K</kbd></button
      >{/if}
    <button
      aria-expanded={purpose}
      aria-controls="purpose"
      onclick={(e) => (e.stopPropagation(), (asked = purpose ? undefined : page.url.pathname))}
      aria-label="What is this for?"><CircleHelp size={18} /></button
    >
    <button class="wide" onclick={() => (app.shortcuts = true)} aria-label="Keyboard shortcuts"
      ><Keyboard size={18} /></button
    >
    <button onclick={flip} aria-label={dark ? 'Light scheme' : 'Dark scheme'}
      >{#if dark}<Sun size={18} />{:else}<Moon size={18} />{/if}</button
    >
  </span>
</header>
<div id="purpose" class="purpose" class:shown={purpose} aria-live="polite">
  {#if purpose}<Purpose asked />{/if}
</div>
<UpdateBar />
<StoreBar />
{#if Running && !guest}<Running />{/if}
<main id="main" tabindex="-1">
  {#key backs}{@render children()}{/key}
</main>
<div class="visually-hidden" aria-live="polite">{app.said}</div>
<DoneBar onback={() => backs++} />
{#if Dialogs}<Dialogs />{/if}
{#if app.tour === 'on'}
  {#await import('$lib/views/shell/Tour.svelte') then { default: Tour }}<Tour />{/await}
{/if}

<style>
  .bar {
    display: flex;
    align-items: center;
    gap: 18px;
    background: var(--bar);
    color: var(--bar-ink);
    padding: 0 20px;
    height: 46px;
  }
  .brand {
    font: 750 19px var(--display);
    text-decoration: none;
    white-space: nowrap;
  }
  .places {
    display: none;
  }
  nav {
    display: flex;
    gap: 4px;
    height: 100%;
  }
  nav a {
    flex: none;
    text-decoration: none;
    padding: 0 10px;
    display: flex;
    align-items: center;
    white-space: nowrap;
    border-block: 3px solid transparent;
  }
  nav a[aria-current] {
    border-bottom-color: #f2a880;
    font-weight: 650;
  }
  .tools {
    margin-left: auto;
    display: flex;
    gap: 4px;
  }
  .tools button {
    background: none;
    border-color: transparent;
    color: inherit;
    padding: 4px 9px;
  }
  .tools button:hover {
    border-color: currentColor;
  }
  kbd {
    font: 12px var(--mono);
    opacity: 0.85;
  }
  .purpose.shown {
    position: absolute;
    top: 46px;
    right: 12px;
    z-index: 24;
    max-width: min(560px, calc(100vw - 24px));
    padding: 10px 14px;
    background: var(--sheet);
    border: 1px solid var(--line);
    border-top: 3px solid var(--ink);
    border-radius: 0 0 10px 10px;
    box-shadow: 0 10px 24px rgb(0 0 0 / 0.18);
  }
  .skip {
    position: absolute;
    left: -999px;
  }
  .skip:focus {
    left: 8px;
    top: 8px;
    background: var(--sheet);
    padding: 8px;
    z-index: 20;
  }
  main {
    min-height: calc(100dvh - 46px - var(--above, 0px));
    outline: none;
  }
  @media (max-width: 700px) {
    .bar {
      padding: 0 8px;
      gap: 4px;
    }
    .brand {
      font-size: 15px;
    }
    @media (max-width: 480px) {
      .brand {
        display: none;
      }
    }
    .places {
      display: inline-flex;
      background: none;
      border-color: transparent;
      color: inherit;
      font-weight: 650;
      min-height: 44px;
    }
    nav {
      display: none;
    }
    nav.open {
      display: grid;
      position: absolute;
      inset: 46px 0 auto;
      height: auto;
      z-index: 25;
      background: var(--bar);
      padding: 6px 8px 12px;
      grid-template-columns: 1fr 1fr;
      box-shadow: 0 12px 24px rgb(0 0 0 / 0.3);
    }
    nav a {
      min-height: 48px;
    }
    .wide {
      display: none;
    }
    .tools {
      gap: 0;
    }
    .tools button {
      padding: 4px 6px;
    }
  }
  @media print {
    .bar,
    .skip {
      display: none;
    }
  }
</style>
