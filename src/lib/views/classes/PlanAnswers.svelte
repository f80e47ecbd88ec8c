<script lang="ts">
  import { FORMATIONS, LEVELS } from '$lib/core/vocabulary';
  import { FAULTS, type Cue, type FigureReport, type PlanReport, type UnitKind } from '$lib/core/classes';
  import {
    BLOCK_WORDS,
    CARE_ALWAYS,
    CARE_WORDS,
    RATING_WORDS,
    agoText,
    halfMinutesText,
    needsText,
    overText,
  } from '$lib/messages';
  import type { ClassDesk } from '$lib/state/class-desk.svelte';

  /** What the plan answers by itself: does it fit, what gives way, what leads in, which units need the time, the way up. */
  let {
    desk,
    report,
    cues,
    now,
  }: { desk: ClassDesk; report: PlanReport; cues: readonly Cue[]; now: number } = $props();

  const name = (id: string) => report.names[id] ?? 'not in the repertoire';
  const kindOf = (key: string) => {
    const b = desk.doc.blocks.find((x) => x.key === key);
    return b ? BLOCK_WORDS[b.kind] : '';
  };
  let unit: { figure: string; index: number } | undefined = $state();
  /** The teacher’s own cue first, then what is usual, for the most telling kinds of the unit. */
  function cuesFor(f: FigureReport, kinds: readonly UnitKind[]) {
    const own = cues.filter(
      (c) => c.figure === f.figure || (c.figure === undefined && kinds.includes(c.unit)),
    );
    return [
      ...own.filter((c) => kinds.includes(c.unit)).map((c) => ({ fault: c.name, cure: c.cure, own: true })),
      ...kinds.slice(0, 3).flatMap((k) => FAULTS[k].map((x) => ({ ...x, own: false }))),
    ].slice(0, 5);
  }
  const footWord = (f: 'L' | 'R' | undefined) => f ?? 'both';
</script>

<section class="fit" aria-label="Does it fit">
  <p class="says" role="status" class:wrong={report.hour.over > 0.25}>
    {report.hour.blocks.length === 0 ? 'No blocks yet.' : `The blocks are ${overText(report.hour.over)}.`}
  </p>
  {#if report.leave && report.leave.cuts.length > 0}
    <p>
      Missed least, in this order: {#each report.leave.cuts as c, i (c.key)}{i > 0 ? '; ' : ''}{c.whole
          ? `${kindOf(c.key)} altogether`
          : `${halfMinutesText(c.minutes)} of ${kindOf(c.key)}`}{/each}. The aim stays.
      {#if report.leave.short > 0}{halfMinutesText(report.leave.short)} cannot be found without losing the aim.{/if}
      <button onclick={() => report.leave && desk.cut(report.leave.cuts)}>Leave these out</button>
    </p>
  {/if}
  {#if report.due.length > 0 || report.promised.length > 0}
    <p class="quiet">
      {#if report.promised.length > 0}Promised: {#each report.promised as p, i (p.figure)}{i > 0
            ? ', '
            : ''}{name(p.figure)} ({agoText(p.at, now)}){/each}.{/if}
      {#if report.due.length > 0}Due: {#each report.due.slice(0, 4) as d, i (d.figure)}{i > 0
            ? ', '
            : ''}{name(d.figure)} (last {agoText(d.last, now)}{d.rating
            ? `, ${RATING_WORDS[d.rating]}`
            : ''}){/each}.{/if}
    </p>
  {/if}
</section>

{#each report.figures as f (f.figure)}
  <section aria-label={name(f.figure)}>
    <h2>{name(f.figure)}</h2>
    {#if f.leadIn}
      {@const l = f.leadIn}
      <p class="lead">
        {#if l.known === 'before'}They knew it before.
        {:else if l.known}Danced {l.known.times === 1 ? 'once' : `${l.known.times} times`}, last {agoText(
            l.known.last,
            now,
          )}{l.known.rating ? `: ${RATING_WORDS[l.known.rating]}` : ''}{l.known.bpm
            ? `, at ${l.known.bpm}`
            : ''}.
        {:else}Never with this group.{/if}
        {#each l.needs as n (n.figure)}{n.known ? '' : `Missing: ${name(n.figure)}. `}{/each}
        {#if l.like}{l.like.upTo > 0 ? `Up to count ${l.like.upTo} it is` : 'It is most like'}
          {name(l.like.likeness.id)}{l.like.memory ? ` of ${agoText(l.like.memory.last, now)}` : ''}.{/if}
      </p>
    {/if}
    {#if f.needs.length > 0}
      <ol class="units" aria-label="Units and the minutes they need">
        {#each f.needs as u, i (u.index)}
          <li style:flex={u.weight}>
            <button
              aria-pressed={unit?.figure === f.figure && unit.index === u.index}
              onclick={() =>
                (unit =
                  unit?.figure === f.figure && unit.index === u.index
                    ? undefined
                    : { figure: f.figure, index: u.index })}
            >
              <b class="num">{u.first === u.last ? u.first : `${u.first}–${u.last}`}</b>
              <span class="num">{halfMinutesText(f.minutes[i] ?? 0)}</span>
              <small>{needsText(u.why) || 'plain'}</small>
            </button>
          </li>
        {/each}
      </ol>
      {#each f.needs.filter((u) => unit?.figure === f.figure && unit.index === u.index) as u (u.index)}
        <div class="cues">
          <p>
            Free: <b class="leader">leader {footWord(u.free.leader)}</b>,
            <b class="follower">follower {footWord(u.free.follower)}</b>. {u.partner
              ? `The partner: ${FORMATIONS[u.partner].says}.`
              : ''}
            {u.led.length > 0 ? `Led: ${u.led.join(', ')}.` : 'Nothing is led but the steps.'}
          </p>
          <dl>
            {#each cuesFor(f, u.kinds) as c (c.fault)}<div>
                <dt>{c.fault}{c.own ? ' (yours)' : ''}</dt>
                <dd>{c.cure}</dd>
              </div>{/each}
          </dl>
        </div>
      {/each}
    {/if}
    {#if f.beside.length > 0}<p class="beside">
        Side by side with it, on the same counts and footprints: {f.beside.map(name).join(', ')}.
      </p>{/if}
    {#if f.ladder.length > 1}
      <ol class="ladder" aria-label="The way up">
        {#each f.ladder as r, i (i)}
          <li>
            <span class="num">{i + 1}</span>
            <span
              >{r.from === 'repertoire'
                ? r.figure.name
                : r.variation?.type === 'plain-hands'
                  ? 'without changing hands'
                  : 'one turn fewer'}{i === f.ladder.length - 1 ? ', the aim' : ''}</span
            >
            <small class="quiet"
              >{LEVELS[r.level].name}{i < f.ladder.length - 1 && r.sideBySide
                ? ' · side by side with the aim'
                : ''}</small
            >
          </li>
        {/each}
      </ol>
    {/if}
  </section>
{/each}

{#if report.care.cares.length > 0 || report.hour.blocks.length > 0}
  <section class="care" aria-label="Care">
    {#if report.care.steps > 0}<p class="quiet">
        Feet: up to {Math.round(10 * report.care.steps) / 10} weight changes a second.{report.care.inARow >= 1
          ? ` Heads: most turning without a rest ${report.care.inARow} ${report.care.inARow === 1 ? 'turn' : 'turns'}, ${report.care.role ?? ''}.`
          : ''}
      </p>{/if}
    {#each report.care.cares as c (c)}<p>{CARE_WORDS[c]}</p>{/each}
    <p class="quiet">{CARE_ALWAYS}</p>
  </section>
{/if}

<style>
  section {
    display: grid;
    gap: 6px;
    padding: 8px 0 10px;
    border-bottom: 1px solid var(--line);
  }
  .says {
    font: 700 19px/1.25 var(--display);
  }
  .says.wrong {
    color: var(--wrong);
  }
  h2 {
    font-size: 18px;
  }
  ol {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  .units {
    display: flex;
    gap: 2px;
  }
  .units li {
    min-width: 66px;
  }
  .units button {
    width: 100%;
    height: 100%;
    display: grid;
    justify-items: start;
    align-content: start;
    gap: 0 8px;
    grid-template-columns: auto 1fr;
    text-align: left;
    border: 0;
    border-top: 4px solid var(--maple-line);
    border-radius: 0;
    background: var(--sheet);
    padding: 4px 7px;
  }
  .units b {
    font: 780 20px/1.1 var(--display);
  }
  .units span {
    justify-self: end;
    font-size: 13px;
  }
  .units small {
    grid-column: 1 / -1;
    font-size: 12px;
    line-height: 1.2;
    color: var(--quiet);
  }
  .units button[aria-pressed='true'] {
    background: var(--cell);
    color: var(--ink);
    border-color: var(--ink);
  }
  .cues {
    border-left: 5px solid var(--maple-line);
    padding-left: 10px;
    font-size: 14px;
  }
  dl {
    margin: 4px 0 0;
    display: grid;
    gap: 4px;
  }
  dt {
    color: var(--quiet);
  }
  dd {
    margin: 0;
    font-weight: 560;
  }
  .leader {
    color: var(--leader);
  }
  .follower {
    color: var(--follower);
  }
  .beside {
    font-size: 14.5px;
  }
  .ladder {
    display: grid;
    gap: 2px;
    font-size: 14.5px;
  }
  .ladder li {
    display: flex;
    gap: 8px;
    align-items: baseline;
  }
  .ladder .num {
    font: 780 16px var(--display);
    min-width: 14px;
  }
  .care {
    font-size: 14px;
    border: 0;
  }
</style>
