<script lang="ts">
  import { page } from '$app/state';

  /** The screens about classes, one beside the other. */
  const tabs = [
    { href: '/classes', name: 'Classes' },
    { href: '/due', name: 'Due' },
    { href: '/groups', name: 'Groups' },
    { href: '/rooms', name: 'Rooms' },
    { href: '/log', name: 'Log' },
    { href: '/cues', name: 'Faults and cues' },
    { href: '/partners', name: 'Partners' },
  ];
</script>

<nav aria-label="About classes">
  {#each tabs as t (t.href)}<a href={t.href} aria-current={page.url.pathname === t.href ? 'page' : undefined}
      >{t.name}</a
    >{/each}
</nav>

<style>
  nav {
    display: flex;
    gap: 4px 16px;
    flex-wrap: wrap;
    font-size: 15px;
  }
  a {
    text-decoration: none;
    color: var(--quiet);
    padding: 4px 0;
    border-bottom: 2px solid transparent;
  }
  a[aria-current] {
    color: var(--ink);
    border-color: var(--ink);
    font-weight: 620;
  }
  a:hover {
    color: var(--ink);
  }
  @media print {
    nav {
      display: none;
    }
  }
</style>
