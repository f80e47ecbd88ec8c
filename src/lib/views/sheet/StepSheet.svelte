<script lang="ts">
  import { SOLE } from '$lib/views/shoe';
  import type { Analysis } from '$lib/core/analysis';
  import { ROLES, TICKS_PER_BEAT, type Role } from '$lib/core/base';
  import { armStretches, footprints, project } from '$lib/core/scene';
  import { sayCount } from '$lib/core/time';
  import { BODY, FORMATIONS, HOLDS, LEVELS, danceOf } from '$lib/core/vocabulary';
  import { check } from '$lib/core/findings';
  import { choicesOf } from '$lib/core/figure';
  import { feetText, findingText } from '$lib/messages';
  import { describe } from '$lib/views/rail/rail-model';

  let { analysis: a }: { analysis: Analysis } = $props();
  const f = $derived(a.figure);
  const ticks = $derived(
    [
      ...new Set([
        ...ROLES.flatMap((r) => a.roles[r].actions.map((w) => w.tick)),
        ...a.words.filter((w) => w.track === 'hands' || w.track === 'parts').map((w) => w.tick),
      ]),
    ].sort((x, y) => x - y),
  );
  const cell = (role: Role, tick: number): string => {
    const w = a.roles[role].actions.find((x) => x.tick === tick);
    if (!w) return '';
    const said = describe(a, role, w).split(', ').slice(1).join(', ');
    return [said, ...other(w.ref, role)].join('; ');
  };
  const points = $derived(choicesOf(a.parsed));
  /** What else may be danced from here, and who chooses. */
  function other(ref: { line: number; item: number; step: number }, role: Role): string[] {
    const point = points.find((p) => p.line === ref.line && p.item === ref.item);
    if (!point || ref.step > 0) return [];
    const ways = `or ${point.options.slice(1).join(' or ')}`;
    return [point.likes === role ? ways : `${ways}, as the ${point.likes} likes`];
  }
  const cautions = $derived([
    ...f.cautions,
    ...check(a)
      .filter((x) => x.severity === 'caution')
      .map((x) => `${findingText(x).sentence} ${findingText(x).why}`),
  ]);
  const word = (track: string, tick: number): string =>
    a.words.find((w) => w.track === track && w.tick === tick)?.text ?? '';
  const extra = $derived(['hands', 'calls'].filter((t) => a.words.some((w) => w.track === t)));
  const stretches = $derived(armStretches(a));
  /** The hold that begins with a row: after the row before, at the latest now. */
  const arms = (i: number): string =>
    stretches
      .filter((s) => s.from <= (ticks[i] ?? 0) && (i === 0 || s.from > (ticks[i - 1] ?? 0)))
      .map((s) => s.name.title)
      .join('; ');
  const view = $derived(project(a, 'leader', false, 300));
  const prints = $derived(ROLES.flatMap((r) => footprints(a, r)));
</script>

<article class="sheet" aria-label="Step sheet">
  <header>
    <h2>{f.name}</h2>
    <p>
      {danceOf(f).name} · {LEVELS[f.level].name} · {a.counts} counts · {f.tempo.min} to {f.tempo.max} a minute,
      {f.feel}
    </p>
    <p>
      Starts {FORMATIONS[f.start.formation].says}, {HOLDS[f.start.hold].says}; {feetText(
        f.start.leaderFree,
        f.start.followerFree,
      )} free. At the end {feetText(a.roles.leader.endFree, a.roles.follower.endFree)} free.
    </p>
    {#if f.mistake}<p><strong>A mistake on purpose: {f.mistake}</strong></p>{/if}
  </header>
  <table>
    <thead
      ><tr
        ><th>Count</th><th>Leader</th><th>Follower</th>{#each extra as t (t)}<th
            >{t === 'hands' ? 'Hands' : 'Call'}</th
          >{/each}<th>Arms</th></tr
      ></thead
    >
    <tbody>
      {#each ticks as tick, i (tick)}
        {#if word('parts', tick)}<tr class="part"
            ><th colspan={4 + extra.length}>{word('parts', tick)}</th></tr
          >{/if}
        <tr class:unit={tick % (a.unitBeats * TICKS_PER_BEAT) === 0}>
          <th class="num">{sayCount(tick, f.feel)}</th><td>{cell('leader', tick)}</td><td
            >{cell('follower', tick)}</td
          >
          {#each extra as t (t)}<td>{word(t, tick)}</td>{/each}
          <td>{arms(i)}</td>
        </tr>
      {/each}
    </tbody>
  </table>
  <div class="below">
    <figure>
      <svg viewBox="0 0 300 300" role="img" aria-label="Footprints from above, leader’s side at the bottom">
        <rect x="1" y="1" width="298" height="298" rx="6" />
        {#each prints as p (`${p.role}${p.index}`)}
          {@const c = view.point(p.at)}
          {@const s = (a.roles[p.role].size.height * BODY.footLength * view.scale) / 36}
          <path
            d={SOLE}
            class={p.role}
            transform="translate({c.x} {c.y}) rotate({view.angle(p.angle)}) scale({p.foot === 'L'
              ? -s
              : s} {s})"
          />
          <text x={c.x} y={c.y}>{sayCount(p.tick, f.feel)}</text>
        {/each}
      </svg>
      <figcaption>
        From above, the leader’s side at the bottom. Filled: leader. Outlined: follower.
      </figcaption>
    </figure>
    <div>
      {#if f.notes}<p>{f.notes}</p>{/if}
      {#each cautions as c, i (i)}<p><strong>Caution.</strong> {c}</p>{/each}
      {#each ['leads', 'feels', 'free', 'leader-body', 'follower-body'] as const as t (t)}
        {@const list = a.words.filter((w) => w.track === t)}
        {#if list.length}<p>
            <strong>{t}:</strong>
            {#each list as w, i (i)}{i ? '; ' : ''}{sayCount(w.tick, f.feel)} {w.text}{/each}
          </p>{/if}
      {/each}
      <p class="small">
        Distances and footprints are estimates from typical bodies. Turns: build up slowly, stop when dizzy.
        In pain or doubt, ask a qualified teacher or a clinician.
      </p>
    </div>
  </div>
</article>

<style>
  .sheet {
    color: #000;
    background: #fff;
    padding: 12px;
    font-size: 10.5pt;
  }
  h2 {
    font-size: 22pt;
  }
  table {
    border-collapse: collapse;
    width: 100%;
    margin: 10px 0;
  }
  th,
  td {
    text-align: left;
    border-bottom: 0.5pt solid #bbb;
    padding: 2px 6px;
    vertical-align: top;
  }
  tr.unit > * {
    border-top: 1.2pt solid #444;
  }
  tbody th {
    font: 700 13pt var(--display);
  }
  tbody .part th {
    font-size: 11pt;
    padding-top: 6px;
  }
  tr {
    break-inside: avoid;
  }
  .below {
    display: grid;
    grid-template-columns: 75mm 1fr;
    gap: 8mm;
    break-inside: avoid;
  }
  figure {
    margin: 0;
  }
  svg rect {
    fill: none;
    stroke: #999;
  }
  .leader {
    fill: #cfcfcf;
    stroke: #000;
    stroke-width: 1;
  }
  .follower {
    fill: #fff;
    stroke: #000;
    stroke-width: 2;
  }
  svg text {
    font: 700 8px var(--text);
    text-anchor: middle;
    dominant-baseline: central;
  }
  .small,
  figcaption {
    font-size: 8.5pt;
    color: #444;
  }
</style>
