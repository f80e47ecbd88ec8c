import type { Composed, ComposeRequest, Conflict, Constraint, Mend } from '$lib/core/composer';
import {
  danced,
  type Drift,
  type Hit,
  type Leftover,
  type Plan,
  type SheetLine,
  type Straight,
} from '$lib/core/combination';
import type { Ticks } from '$lib/core/base';
import type { Difference, DifferenceCode, Fit, Joint } from '$lib/core/joints';
import { printHands } from '$lib/core/notation';
import { FORMATIONS, HOLDS, LEVELS, type Level } from '$lib/core/vocabulary';
import { capital, list } from './words';

/** The one place where joints, combinations and what the composer finds become sentences. */

export const FIT_NAMES: Readonly<Record<Fit, string>> = {
  fits: 'Fits',
  small: 'Mended in the link',
  bridge: 'Does not fit',
  impossible: 'Cannot follow',
};

const SIDE = { L: 'left', R: 'right', both: 'both' } as const;
const side = (foot: string | undefined): string => SIDE[(foot ?? 'both') as 'L'] ?? '';
const cm = (metres: number): string => `${Math.round(Math.abs(metres) * 100)} cm`;
const turnText = (by: number): string =>
  `${Math.abs(by)}° to the ${by < 0 ? 'left' : 'right'}${Math.abs(by) % 45 === 0 ? ` (${Math.abs(by) / 45}/8)` : ''}`;
const handsText = (pairs: string | undefined): string =>
  !pairs
    ? 'no hands'
    : pairs
        .split(' ')
        .map((p) => `${side(p[0])} to ${side(p[1])}`)
        .join(' and ');

/** One difference at a joint, as a teacher says it. @example 'The leader has the right foot free; the left is needed.' */
export function differenceText(d: Difference): string {
  switch (d.code) {
    case 'foot':
      return d.was === 'both'
        ? `The ${d.role} stands on both feet and leaves the ${side(d.wanted)} free.`
        : `The ${d.role} has the ${side(d.was)} foot free; the ${side(d.wanted)} is needed.`;
    case 'hands':
      return d.fit === 'bridge'
        ? d.amount === 0
          ? `From ${handsText(d.was)} to ${handsText(d.wanted)} someone must turn first.`
          : `Too many changes of hands for one count: ${d.amount}.`
        : `Hands change from ${handsText(d.was)} to ${handsText(d.wanted)}.`;
    case 'rests':
      return `${d.amount === 1 ? 'One hand is' : `${d.amount} hands are`} put on the partner’s body or taken off it.`;
    case 'place':
      return `The follower stands about ${cm(d.amount)} from where the next figure begins.`;
    case 'facing':
      return `The partners face each other otherwise: ${turnText(d.amount)} is missing.`;
    case 'heading':
      return `The couple must turn ${turnText(d.amount)} to face where the next figure goes.`;
    case 'lane':
      return `The leader stands about ${cm(d.amount)} ${d.amount < 0 ? 'left' : 'right'} of the slot.`;
    case 'momentum':
      return `The ${d.role} travels one way and must go the other.`;
    case 'overlap':
      return `The next figure begins before count 1, while the ${d.role} still steps.`;
    case 'dance':
      return `From ${d.was} to ${d.wanted}.`;
    case 'counting':
      return 'The two are counted in different ways and cannot share a bar.';
  }
}

/** What happens at a joint, in a few words. @example 'release right to left' */
export function jointText(j: Joint): string {
  const acts = printHands(j.acts);
  if (j.fit === 'fits') return acts || 'Fits';
  if (j.fit === 'small') return acts || shortest(j);
  return shortest(j);
}
const SHORT: Readonly<Record<Difference['code'], string>> = {
  foot: 'wrong foot',
  hands: 'hands',
  rests: 'a hand on the body',
  place: 'a longer first step',
  facing: 'facing',
  heading: 'direction',
  lane: 'back into the slot',
  momentum: 'against the travel',
  overlap: 'overlaps',
  dance: 'another dance',
  counting: 'counted otherwise',
};
function shortest(j: Joint): string {
  const worst = j.differences.filter((d) => d.fit === j.fit);
  return (
    [...new Set((worst.length > 0 ? worst : j.differences).map((d) => SHORT[d.code]))].join(', ') || 'Fits'
  );
}

const COSTS: Readonly<Record<Difference['code'], string>> = {
  ...SHORT,
  lane: 'slot',
  place: 'first step',
  momentum: 'travel',
};
/** How much changes, in words: up to 1 is little, from 4 on much. Our choice. @example effortWords(3) // 'some change' */
export const effortWords = (cost: number): string =>
  cost <= 0 ? 'the easiest' : cost <= 1 ? 'a small change' : cost < 4 ? 'some change' : 'a large change';
/** @example 'some change: hands, slot' */
export function costText(j: Joint): string {
  if (!Number.isFinite(j.cost)) return '';
  const parts = j.differences
    .filter((d) => d.cost > 0)
    .toSorted((x, y) => y.cost - x.cost)
    .map((d) => COSTS[d.code]);
  return parts.length > 0 ? `${effortWords(j.cost)}: ${parts.join(', ')}` : effortWords(0);
}

const REPAIRS: Readonly<Record<string, string>> = {
  'add-step': 'adds a step',
  'touch-instead': 'touches instead of stepping',
  'hold-instead': 'holds instead of stepping',
  remove: 'leaves a step out',
  'step-instead': 'steps instead of touching',
};

/** A mend of a joint. @example 'Closed change, right foot in between (3 beats)' */
export function mendText(m: Mend, nameOf: (id: string) => string, say: (tick: Ticks) => string): string {
  switch (m.type) {
    case 'over':
      return m.over === 0
        ? 'Start in the middle of the slot'
        : `Start ${cm(m.over)} further over to the ${m.over < 0 ? 'left' : 'right'}`;
    case 'repair': {
      const counts = new Set(m.said.map((s) => say(s.tick)));
      const who = m.roles.length === 2 ? 'Both:' : `The ${m.roles[0] ?? 'leader'}`;
      const what = m.said[0] ? (REPAIRS[m.said[0].code] ?? m.said[0].code) : '';
      return `${who} ${what} at ${[...counts].join(' and ')}`;
    }
    case 'route':
      return `${m.beats} beats on the spot that bring the arms round`;
    case 'fill':
      return `${m.bridge.figures.map(nameOf).join(', ')} in between (${m.bridge.beats} beats)`;
  }
}

/** When to call a figure. @example callText(line) // 'call it on 5–7 of eight 1' */
export const callText = ({ callFrom: from, callTo: to }: SheetLine): string =>
  `call it on ${from.count}–${to.count} of ${rowText(to)}`;

/** @example 'eight 2, count 7' */
export const straightText = (s: Straight): string => `${rowText(s)}, count ${s.count}`;
/** @example 'eight 2', or 'bars 3–4' */
export const rowText = (s: Pick<Straight, 'eight' | 'fold'>): string =>
  s.fold === 8 ? `eight ${s.eight}` : `bars ${2 * s.eight - 1}–${2 * s.eight}`;

/** @example '2 beats to the next eight, 18 to the phrase' */
export function leftoverText(l: Leftover, phrase: number): string {
  if (l.toPhrase === 0) return `fills the ${phrase} exactly`;
  const rows = phrase === 24 ? 'pair of bars' : 'eight';
  if (l.toEight === 0) return `no ${rows} left open; ${beatsText(l.toPhrase)} to the ${phrase}`;
  return `${beatsText(l.toEight)} to the ${rows}, ${l.toPhrase} to the ${phrase}`;
}
export const beatsText = (n: number): string => (n === 1 ? '1 beat' : `${n} beats`);

/** Where a round leaves the couple. Distances are estimates. */
export function driftText(d: Drift, frame: string): string {
  const turned = ((d.turn % 360) + 360) % 360;
  const away = Math.hypot(d.x, d.y);
  const place =
    away < 0.15
      ? 'ends where it began'
      : frame === 'line-of-dance'
        ? `moves about ${d.y.toFixed(1)} m along the line`
        : `ends about ${away.toFixed(1)} m away`;
  if (turned === 0) return place;
  if (frame === 'slot' && turned === 180) return `${place}, facing the other way along the slot`;
  return `${place}, turned by ${turned > 180 ? 360 - turned : turned}°`;
}

export const hitText = (h: Hit, name: string | undefined): string =>
  h.pass === undefined
    ? `nothing falls on the mark at beat ${h.beat}`
    : `${name ?? ''} meets the mark at beat ${h.beat}`;

/** A constraint as it is asked for. @example 'exactly 32 beats' */
export function constraintText(c: Constraint, r: ComposeRequest, nameOf: (id: string) => string): string {
  switch (c.code) {
    case 'beats':
      return `exactly ${beatsText(r.beats)}`;
    case 'start':
      return r.start.type === 'figure' ? `following ${nameOf(r.start.id)}` : `beginning ${edgeText(r.start)}`;
    case 'end':
      return r.end.type === 'figure' ? `leading into ${nameOf(r.end.id)}` : `ending ${edgeText(r.end)}`;
    case 'loop':
      return 'ending as it begins';
    case 'must':
      return `with ${nameOf(c.id ?? '')}`;
    case 'must-not':
      return `without ${r.mustNot.length === 1 ? nameOf(r.mustNot[0] ?? '') : `${r.mustNot.length} figures`}`;
    case 'level':
      return `no harder than ${LEVELS[(r.level ?? 4) as Level].name.toLowerCase()}`;
    case 'in-row':
      return r.inRow === 1 ? 'no figure twice in a row' : `no figure more than ${r.inRow} times in a row`;
    case 'in-all':
      return r.inAll === 1 ? 'every figure at most once' : `every figure at most ${r.inAll} times`;
    case 'turns':
      return r.turns === 0 ? 'no whole turns' : `at most ${r.turns} turns before a rest`;
    case 'hits':
      return `every mark met (${r.hits.join(', ')})`;
    case 'fits-only':
      return 'links that need nothing';
  }
}
const edgeText = (e: ComposeRequest['end']): string =>
  e.type === 'hold' ? `in ${HOLDS[e.hold].says}, ${FORMATIONS[e.formation].says}` : 'anywhere';

/** Why there is none, and what to give up. */
export function conflictSentences(c: Conflict, r: ComposeRequest, nameOf: (id: string) => string): string[] {
  const say = (x: Constraint): string => constraintText(x, r, nameOf);
  if (c.core.length === 0)
    return ['None exist: no two of these figures can be joined, and none stands alone.'];
  const out = [
    c.core.length === 1
      ? c.core[0]?.code === 'beats'
        ? `None exist: ${beatsText(r.beats)} cannot be filled with these figures.`
        : `None exist ${say(c.core[0] as Constraint)}.`
      : `None exist: ${list(c.core.map(say))} do not go together.`,
  ];
  if (c.relax.some((x) => x.code !== 'beats'))
    out.push(`Give up ${list(c.relax.map(say), 'or')} and there are some.`);
  const { below, above } = c.nearest;
  if (below !== undefined || above !== undefined)
    out.push(
      `With all else as it is, ${list([below, above].filter((n) => n !== undefined).map(beatsText), 'or')} can be filled.`,
    );
  return out;
}

/** @example '48 beats · 6 eights', or in bars of three '18 beats · 6 bars' */
export const lengthText = (beats: number, fold: number): string => {
  const rows = fold === 8 ? beats / 8 : beats / 3;
  const many = Number.isInteger(rows) ? String(rows) : rows.toFixed(1);
  return `${beatsText(beats)} · ${many} ${fold === 8 ? 'eights' : 'bars'}`;
};

/** @example '1.5 turns, 1.0 in a row' */
export const turnsText = (turns: number, inARow: number): string =>
  turns < 0.05 ? 'no turns' : `${turns.toFixed(1)} turns, ${inARow.toFixed(1)} in a row`;

/** What changes at a joint, once and several times. */
const CHANGES: Readonly<Record<DifferenceCode, readonly [string, string]>> = {
  hands: ['hands change once', 'hands change'],
  rests: ['a hand comes off a shoulder once', 'hands come off shoulders'],
  foot: ['the free foot changes once', 'the free foot changes'],
  place: ['the distance changes once', 'the distance changes'],
  facing: ['they turn to each other once', 'they turn to each other'],
  heading: ['they turn along the slot once', 'they turn along the slot'],
  lane: ['they move over in the slot once', 'they move over in the slot'],
  momentum: ['the way they travel turns once', 'the way they travel turns'],
  overlap: ['they make room once', 'they make room'],
  dance: ['the dance changes once', 'the dance changes'],
  counting: ['the counting changes once', 'the counting changes'],
};

/** Why a combination is good, in words. @example 'Hands change once, on 17; no figure twice in a row' */
export function whyText(c: Composed, r: ComposeRequest): string {
  const changes = c.changes.map(({ code, beats }) => {
    const [once, often] = CHANGES[code];
    return `${beats.length === 1 ? once : often}, on ${list(beats.map(String))}`;
  });
  const parts = changes.length > 0 ? changes : ['nothing changes at a link'];
  parts.push(twiceText(c.twice));
  if (r.curve !== 'any') parts.push(curveText(c.parts.curve));
  if (r.hits.length === 1) parts.push(c.hitsMet === 1 ? 'the mark is met' : 'the mark is missed');
  else if (r.hits.length > 1) parts.push(`${c.hitsMet} of ${r.hits.length} marks met`);
  return capital(parts.join('; '));
}

function twiceText({ same, family }: Composed['twice']): string {
  if (same === 0 && family === 0) return 'no two of a kind in a row';
  const said = [
    ...(same > 0 ? [`the same figure follows itself ${timesText(same)}`] : []),
    ...(family > 0 ? [`two of a kind follow each other ${timesText(family)}`] : []),
  ];
  return said.join(', ');
}
const timesText = (n: number): string => (n === 1 ? 'once' : n === 2 ? 'twice' : `${n} times`);
const curveText = (off: number): string =>
  off === 0
    ? 'the levels come as wanted'
    : off <= 2
      ? 'the levels nearly come as wanted'
      : 'the levels come otherwise than wanted';

/** How many exist where they cannot be counted. @example boundsText({ atLeast: 10n, atMost: 500n }) */
export const boundsText = (b: { readonly atLeast: bigint; readonly atMost: bigint }): string =>
  `At least ${manyText(b.atLeast)} exist, at most ${manyText(b.atMost)}`;

/** Figures that were not composed with. */
export function leftOutText(names: readonly string[]): string {
  if (names.length === 0) return '';
  const shown = names.slice(0, 4).map((n) => `“${n}”`);
  const more = names.length - shown.length;
  const all = list(more > 0 ? [...shown, `${more} more`] : shown);
  return `Left out, unfinished or with something wrong in ${names.length === 1 ? 'it' : 'them'}: ${all}.`;
}

/** A number a teacher can read: exact up to a million, then in words. */
export function manyText(n: bigint): string {
  if (n < 1_000_000n) return n.toLocaleString('en-GB');
  const digits = n.toString();
  const power = digits.length - 1;
  if (power < 9) return `${(Number(n) / 1e6).toFixed(1)} million`;
  return `${digits[0]}.${digits.slice(1, 2)} × 10${superscript(power)}`;
}
const superscript = (n: number): string => [...String(n)].map((d) => '⁰¹²³⁴⁵⁶⁷⁸⁹'[Number(d)] ?? '').join('');

/** @example minutesText(83) // '1:23' */
export const minutesText = (seconds: number): string => {
  const all = Math.round(seconds);
  return `${Math.floor(all / 60)}:${String(all % 60).padStart(2, '0')}`;
};

/** Parts whose figure is not in the repertoire. @example goneText(2) // '2 figures are gone' */
export const goneText = (parts: number): string =>
  parts === 1 ? 'one figure is gone' : `${parts} figures are gone`;

/** Whether a combination is whole and its joints hold: gone figures first, they break both. */
export function verdictText(p: Plan): string {
  if (p.missing.length > 0) return goneText(p.missing.length);
  const gaps = p.passes.filter((x) => !danced(x.joint)).length;
  if (gaps > 0) return gaps === 1 ? 'one link does not fit' : `${gaps} links do not fit`;
  return 'every link holds';
}
