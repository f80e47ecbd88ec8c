<script lang="ts">
  import { ROLES, otherRole, type Role } from '$lib/core/base';
  import type { Finding, Fix } from '$lib/core/findings';
  import { keyOf } from '$lib/core/findings';
  import { sayCount } from '$lib/core/time';
  import { findingText, remedyText } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import { fromPartner } from '$lib/state/building';
  import type { Desk } from '$lib/state/desk.svelte';
  import type { Player } from '$lib/state/player.svelte';

  let { desk, player, showText }: { desk: Desk; player: Player; showText: (at: number) => void } = $props();

  let box: HTMLElement;
  const a = $derived(desk.analysis);
  const NAMES = { wrong: 'Cannot be danced', caution: 'Caution', look: 'Look' } as const;

  const good = $derived.by(() => {
    const { leader, follower } = a.roles;
    if (leader.actions.length === 0 && follower.actions.length === 0) return '';
    return `${counted(a.counts, 'count')}; ${leader.changes} and ${follower.changes} weight changes; ${atTheEnd('leader')}, ${atTheEnd('follower')}.`;
  });
  const FOOT = { L: 'left', R: 'right' } as const;
  const counted = (n: number, what: string) => `${n} ${n === 1 ? what : `${what}s`}`;
  const atTheEnd = (role: Role) => {
    const foot = a.roles[role].endFree;
    return foot ? `the ${role}’s ${FOOT[foot]} foot is free at the end` : `the ${role} ends on both feet`;
  };
  const soFarText = $derived(
    `${counted(a.counts, 'count')}; free now: ${ROLES.filter((r) => a.roles[r].actions.length > 0)
      .map((r) => `${r} ${a.roles[r].endFree ? FOOT[a.roles[r].endFree] : 'either foot'}`)
      .join(', ')}`,
  );
  /** Only this role has steps. */
  const begun = $derived(
    ROLES.find((r) => a.roles[r].actions.length > 0 && a.roles[otherRole(r)].actions.length === 0),
  );
  const toLookAt = $derived(desk.findings.length + a.parsed.problems.length);
  /** The partner's empty line is offered, not called a fault. */
  const shown = $derived(desk.findings.filter((x) => x.code !== 'role-empty'));
  function answer() {
    if (!begun) return;
    const role = otherRole(begun);
    if (fromPartner(desk, role)) app.say(`The ${role} answers.`);
  }
  function mend(fix: Fix, f: Finding) {
    if (!desk.edit(fix.edits)) return;
    app.say(`Fixed: ${remedyText(fix, f.role)}.`);
    // The work goes on with the next mend, or at the top of the list.
    setTimeout(() => (box.querySelector<HTMLElement>('.where') ?? box).focus(), 60);
  }

  /** To the first fix, or to the first thing found where it has none. */
  export function focusFirst() {
    (box.querySelector<HTMLElement>('.fix') ?? box.querySelector<HTMLElement>('.where') ?? box).focus();
  }
  /** Shows the next thing found, after the last the first again. */
  export function next() {
    const all = [...box.querySelectorAll<HTMLElement>('.where')];
    const last = all.findIndex((x) => x === document.activeElement);
    const to = all[(last + 1) % all.length];
    to?.focus();
    to?.click();
    if (!to) app.tell('Nothing is wrong.');
  }

  function show(f: Finding) {
    player.stop();
    player.tick = Math.max(0, f.tick);
    const role = f.role ?? 'leader';
    desk.select(
      role,
      a.roles[role].actions.find((w) => w.tick === f.tick) ??
        a.roles[role].actions.findLast((w) => w.tick <= f.tick),
    );
  }
</script>

<section class="findings" aria-label="Checked as you write" tabindex="-1" bind:this={box}>
  <h2>Checked as you write</h2>
  <div aria-live="polite" class="visually-hidden">
    {desk.writing === 'typing' ? '' : toLookAt === 0 ? 'Nothing to mend.' : `${toLookAt} to look at.`}
  </div>
  <!-- What is pressed stays where it is: the text keeps its caret, and the list its order, until the click is done. -->
  <!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
  <ul onmousedown={(e) => e.target instanceof Element && e.target.closest('button') && e.preventDefault()}>
    {#if desk.writing && good}<li class="so-far">
        <p><b>So far:</b> {soFarText}.</p>
      </li>{/if}
    {#if begun && !desk.preview}<li class="so-far">
        <button class="fix" data-fix="mirror-partner" onclick={answer}
          >{otherRole(begun) === 'follower' ? 'Follower' : 'Leader'} from the {begun}’s steps</button
        >
      </li>{/if}
    {#if desk.figure.mistake}<li class="meant"><b>A mistake on purpose.</b> {desk.figure.mistake}</li>{/if}
    {#if a.parsed.problems.length > 0 && !desk.writing}<li class="look">
        <button class="where" onclick={() => showText(a.parsed.problems[0]?.span.to ?? 0)}
          >{a.parsed.problems.length === 1
            ? 'One place in the text is not understood'
            : `${a.parsed.problems.length} places in the text are not understood`}</button
        >
      </li>{/if}
    {#each shown as f, i (keyOf(f) + i)}
      {@const text = findingText(f)}
      <li class={f.severity} data-code={f.code}>
        <button
          class="where num"
          onclick={() => show(f)}
          aria-label="Show count {sayCount(Math.max(0, f.tick), a.figure.feel)}"
        >
          {f.role === 'leader' ? 'Leader' : f.role === 'follower' ? 'Follower' : 'Both'} · {sayCount(
            Math.max(0, f.tick),
            a.figure.feel,
          )}
        </button>
        <div>
          <p><span class="kind">{NAMES[f.severity]}.</span> {text.sentence}</p>
          <p class="why">{text.why}</p>
          {#if f.picks}
            <div class="fixes">
              <button class="fix" onclick={() => f.picks && desk.look(f.picks)}>Show it danced so</button>
              <button class="fix" onclick={() => f.picks && desk.dropWays(f.picks)}>Take this way out</button>
            </div>
          {:else if desk.fixes(f)}
            <div class="fixes">
              {#each desk.fixes(f) ?? [] as fix, j (j)}
                <button class="fix" data-fix={fix.code} onclick={() => mend(fix, f)}
                  >{remedyText(fix, f.role)}</button
                >
              {:else}<span class="why">No single change mends this; change it by hand.</span>{/each}
            </div>
          {:else if !desk.preview}<div class="fixes"><span class="why">Trying mends …</span></div>{/if}
        </div>
      </li>
    {/each}
    {#if shown.length === 0 && a.parsed.problems.length === 0 && good && !desk.writing && !begun}
      <li class="good"><div><p><b>Can be danced as written.</b> {good}</p></div></li>
    {:else if !good && a.parsed.problems.length === 0}
      <li class="meant">
        Write the leader’s line, then the follower’s: a count, then what happens, such as <code
          >1 back 2 close 3 triple</code
        >.
      </li>
    {/if}
    {#each desk.figure.cautions as c, i (i)}<li class="caution">
        <div><p><span class="kind">Caution.</span> {c}</p></div>
      </li>{/each}
  </ul>
</section>

<style>
  .findings {
    contain: layout style;
  }
  h2 {
    font-size: 16px;
    margin-bottom: 6px;
  }
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
    display: grid;
    gap: 2px;
  }
  li {
    border-left: 4px solid var(--line);
    padding: 5px 0 6px 10px;
    font-size: 14px;
  }
  li.wrong {
    border-color: var(--wrong);
  }
  li.wrong .kind {
    color: var(--wrong);
    font-weight: 650;
  }
  li.caution {
    border-left-style: dashed;
    border-color: var(--caution);
  }
  li.caution .kind {
    color: var(--caution);
    font-weight: 650;
  }
  li.look {
    border-left-style: dotted;
    border-color: var(--look);
  }
  li.look .kind {
    color: var(--look);
    font-weight: 650;
  }
  li.good {
    border-color: var(--good);
  }
  .where {
    border: 0;
    background: none;
    padding: 0;
    min-height: 24px;
    font-weight: 650;
    text-decoration: underline;
    text-underline-offset: 3px;
    font-size: 13.5px;
  }
  .why {
    color: var(--quiet);
    font-size: 13px;
  }
  .fixes {
    display: flex;
    flex-wrap: wrap;
    gap: 5px;
    margin-top: 4px;
    min-height: 28px;
  }
  .fix {
    padding: 2px 10px;
    min-height: 28px;
    font-size: 13.5px;
    font-weight: 600;
    border-color: var(--ink);
  }
  code {
    font-family: var(--mono);
    font-size: 13px;
  }
  @media (pointer: coarse) {
    .fix,
    .where {
      min-height: 40px;
    }
  }
</style>
