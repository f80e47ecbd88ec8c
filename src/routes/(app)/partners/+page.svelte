<script lang="ts">
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import Papa from 'papaparse';
  import * as z from 'zod/mini';
  import { onMount } from 'svelte';
  import type { Dancer, Dances, Rotation } from '$lib/core/classes';
  import { ClassLab } from '$lib/state/class-lab.svelte';
  import ClassTabs from '$lib/views/classes/ClassTabs.svelte';
  import RotationForm from '$lib/views/classes/RotationForm.svelte';
  import { ROTATION_CARE, rotationText, roundsLeftText } from '$lib/messages';
  import { download } from '$lib/views/desk/export';

  /** Who dances with whom, round after round: computed, not drawn up. Numbers are enough; names are used where there are some. */
  const MOST = 40;
  const asked = page.url.searchParams;
  const from = (key: string, otherwise: number, most = MOST) => {
    const n = Number(asked.get(key) ?? otherwise);
    return Number.isInteger(n) && n >= 0 && n <= most ? n : otherwise;
  };
  let numbers = $state({
    leader: from('leaders', 6),
    follower: from('followers', 7),
    both: from('both', 0),
    couples: from('couples', 0),
  });
  let rounds = $state(from('rounds', 6, 60));
  /** Names stay in this tab: over a reload, not beyond. */
  const KEY = 'brisk-partner:partners';
  const namesSchema = z.catch(
    z.object({ leader: z.string(), follower: z.string(), both: z.string(), couples: z.string() }),
    { leader: '', follower: '', both: '', couples: '' },
  );
  function kept(): unknown {
    try {
      return JSON.parse(sessionStorage.getItem(KEY) ?? '{}');
    } catch {
      return {};
    }
  }
  let names = $state(namesSchema.parse(kept()));
  let named = $state(Object.values(namesSchema.parse(kept())).some(Boolean));
  let minutes = $state(5);
  let seconds = $state(90);

  const WORDS = {
    leader: 'leaders',
    follower: 'followers',
    both: 'of both roles',
    couples: 'couples who stay together',
  } as const;
  const LETTER: Readonly<Record<Dances, string>> = { leader: 'L', follower: 'F', both: 'B' };
  type Group = keyof typeof WORDS;
  const GROUPS = Object.keys(WORDS) as Group[];

  const lines = (g: Group) =>
    names[g]
      .split('\n')
      .map((s) => s.trim())
      .filter(Boolean);
  const singles = (dances: Dances): Dancer[] =>
    Array.from({ length: numbers[dances] }, (_, i) => ({
      id: lines(dances)[i] ?? `${LETTER[dances]}${i + 1}`,
      dances,
    }));
  const staying = (): Dancer[] =>
    Array.from({ length: numbers.couples }, (_, i): Dancer[] => {
      const [a, b] = (lines('couples')[i] ?? '').split(/\s*(?:&|\+|,)\s*/);
      const couple = `couple ${i + 1}`;
      return [
        { id: a || `C${i + 1}a`, dances: 'both', couple },
        { id: b || `C${i + 1}b`, dances: 'both', couple },
      ];
    }).flat();
  const dancers = $derived([...singles('leader'), ...singles('follower'), ...singles('both'), ...staying()]);
  const twice = $derived(dancers.find((d, i) => dancers.findIndex((x) => x.id === d.id) !== i)?.id);
  /** Worked out off the main thread; what is asked next ends what was asked before. */
  const lab = new ClassLab();
  onMount(() => () => lab.stop());
  let found: Rotation | undefined = $state.raw();
  $effect(() => {
    if (twice === undefined && rounds > 0)
      lab.ask({ type: 'rotate', dancers, rounds }, (a) => (found = a.rotation));
  });
  const made = $derived(twice === undefined && rounds > 0 ? found : undefined);
  const FORMS = { table: 'Table', circle: 'Circle', line: 'Two lines' } as const;
  let form: keyof typeof FORMS = $state('table');
  let shown = $state(0);
  const round = $derived(made?.rounds[Math.min(shown, made.rounds.length - 1)]);

  function set(g: Group | 'rounds', value: number) {
    if (g === 'rounds') rounds = value;
    else numbers[g] = value;
    const q = new URLSearchParams({
      leaders: String(numbers.leader),
      followers: String(numbers.follower),
      both: String(numbers.both),
      couples: String(numbers.couples),
      rounds: String(rounds),
    });
    void goto(`?${q}`, { replaceState: true, keepFocus: true, noScroll: true });
  }
  function setNames(g: Group, text: string) {
    names[g] = text;
    try {
      sessionStorage.setItem(KEY, JSON.stringify(names));
    } catch {
      // They are there until the page is left.
    }
    if (lines(g).length > numbers[g]) set(g, Math.min(MOST, lines(g).length));
  }
  function csv() {
    const rows = (made?.rounds ?? []).flatMap((r, i) => [
      ...r.pairs.map((p) => [String(i + 1), p.leader, p.follower]),
      ...r.out.map((id) => [String(i + 1), id, 'sits out']),
    ]);
    const text = Papa.unparse([['round', 'leads', 'follows'], ...rows], {
      newline: '\r\n',
      escapeFormulae: true,
    });
    download('partners.csv', 'text/csv', `${text}\r\n`);
  }
</script>

<svelte:head><title>Partners · Brisk Partner</title></svelte:head>

<div class="page">
  <ClassTabs />
  <div class="head">
    <h1>Partners</h1>
    <span class="tools">
      <button onclick={csv} disabled={!made?.rounds.length}>Table (CSV)</button>
      <button onclick={() => print()} disabled={!made?.rounds.length}>Print</button>
      <a class="button" href="/floor">Floor time</a>
    </span>
  </div>
  <p class="lead quiet">
    Who dances with whom, for any numbers: as many as can dance, everybody meets as many others as can be, and
    sitting out goes round. {ROTATION_CARE}
  </p>

  <form class="ask" onsubmit={(e) => e.preventDefault()} aria-label="Who is there">
    {#each GROUPS as g (g)}
      <div>
        <label
          >{WORDS[g]}
          <input
            class="num"
            type="number"
            min="0"
            max={MOST}
            value={numbers[g]}
            onchange={(e) => e.currentTarget.validity.valid && set(g, e.currentTarget.valueAsNumber)}
          /></label
        >
        {#if named}
          <label class="names"
            >names, a line each <textarea
              rows="2"
              placeholder={g === 'couples' ? 'Ada & Bo' : ''}
              value={names[g]}
              oninput={(e) => setNames(g, e.currentTarget.value)}></textarea></label
          >
        {/if}
      </div>
    {/each}
    <label
      >rounds <input
        class="num"
        type="number"
        min="1"
        max="60"
        value={rounds}
        onchange={(e) => e.currentTarget.validity.valid && set('rounds', e.currentTarget.valueAsNumber)}
      /></label
    >
    <button type="button" aria-pressed={named} onclick={() => (named = !named)}>With names</button>
  </form>
  {#if twice !== undefined}<p role="alert">
      “{twice}” stands there twice. Add a letter, so that the two can be told apart.
    </p>{/if}

  {#if made && dancers.length < 2}<p class="empty">It takes two. Say who is there.</p>
  {:else if made}
    <p class="says" role="status">{rotationText(made)}</p>
    <p class="left">
      <label
        ><input class="num" type="number" min="1" max="90" bind:value={minutes} aria-label="Minutes left" />
        minutes left,
        <input
          class="num"
          type="number"
          min="10"
          max="900"
          bind:value={seconds}
          aria-label="Seconds a round"
        /> s a round:</label
      >
      <b>{roundsLeftText((minutes || 0) * 60, seconds || 1)}</b>
    </p>
    <div class="form" role="group" aria-label="Shown as">
      {#each Object.entries(FORMS) as [f, says] (f)}<button
          aria-pressed={form === f}
          onclick={() => (form = f as keyof typeof FORMS)}>{says}</button
        >{/each}
      {#if form !== 'table'}
        <span class="step">
          <button aria-label="The round before" disabled={shown === 0} onclick={() => shown--}>‹</button>
          round <b class="num">{Math.min(shown + 1, made.rounds.length)}</b>
          <button
            aria-label="The next round"
            disabled={shown + 1 >= made.rounds.length}
            onclick={() => shown++}>›</button
          >
        </span>
      {/if}
    </div>
    {#if form !== 'table' && round}
      <RotationForm {round} {form} />
      {#if round.out.length > 0}<p class="quiet">Sitting out: {round.out.join(', ')}.</p>{/if}
    {/if}
    <ol class="rounds" class:aside={form !== 'table'}>
      {#each made.rounds as r, i (i)}
        <li>
          <h2><span class="quiet">round</span> <span class="num">{i + 1}</span></h2>
          <ul>
            {#each r.pairs as p (p.leader)}<li>
                <b class="leader">{p.leader}</b> <span class="quiet" aria-label="leads">→</span>
                <b class="follower">{p.follower}</b>
              </li>{/each}
            {#if r.out.length > 0}<li class="out quiet">
                {r.out.join(', ')}
                {r.out.length === 1 ? 'sits' : 'sit'} out
              </li>{/if}
          </ul>
        </li>
      {/each}
    </ol>
  {/if}
</div>

<style>
  .page {
    padding: 14px 20px 40px;
    display: grid;
    gap: 14px;
    grid-template-columns: minmax(0, 1fr);
  }
  .head {
    display: flex;
    gap: 14px;
    align-items: baseline;
    flex-wrap: wrap;
  }
  h1 {
    font-size: 34px;
  }
  .tools {
    margin-left: auto;
    display: flex;
    gap: 8px;
    flex-wrap: wrap;
  }
  .lead {
    max-width: 84ch;
  }
  .ask {
    display: flex;
    flex-wrap: wrap;
    gap: 12px 20px;
    background: var(--sheet);
    border: 1px solid var(--line);
    border-radius: 10px;
    padding: 12px 14px;
  }
  .ask > button {
    align-self: end;
  }
  .ask div {
    display: grid;
    gap: 6px;
    align-content: start;
  }
  label {
    display: grid;
    gap: 2px;
    font-size: 13px;
    color: var(--quiet);
    align-content: start;
  }
  input,
  textarea {
    color: var(--ink);
    font-size: 15px;
  }
  input[type='number'] {
    width: 84px;
  }
  textarea {
    width: 172px;
    min-height: 58px;
    resize: vertical;
  }
  .says {
    font: 650 18px/1.35 var(--display);
    max-width: 84ch;
  }
  .left {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
  }
  .left label {
    display: flex;
    gap: 6px;
    align-items: center;
    font-size: 15px;
  }
  ol,
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  .form,
  .step {
    display: flex;
    gap: 6px;
    align-items: center;
  }
  .step {
    margin-left: 14px;
  }
  .aside {
    display: none !important;
  }
  .rounds {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
    border-top: 3px solid var(--ink);
  }
  .rounds > li {
    padding: 10px 14px 12px 0;
    border-bottom: 1px solid var(--line);
    break-inside: avoid;
  }
  h2 {
    font-size: 15px;
    font-weight: 400;
  }
  h2 .num {
    font: 800 26px/1 var(--display);
  }
  ul {
    margin-top: 6px;
    display: grid;
    gap: 3px;
  }
  .leader {
    color: var(--leader);
  }
  .follower {
    color: var(--follower);
  }
  .out {
    font-size: 14px;
    margin-top: 3px;
  }
  @media print {
    .form,
    .ask,
    .left,
    .tools,
    .lead {
      display: none;
    }
  }
</style>
