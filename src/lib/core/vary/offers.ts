import { TICKS_PER_BEAT, otherFoot } from '../base';
import { analyse, arrival, type Analysis, type Heights } from '../analysis';
import type { Figure } from '../figure';
import { breakSchoolOf } from './breaks';
import { plain, rolesOf, said, type Aim, type Offer, type Wanted } from './offer';
import { lengths, timings } from './offers-time';
import { levels, turning } from './offers-turns';
import { admissible, stepsIn } from './patterns';
import { otherEnding, repairs, sameFootFrom, type Repair } from './repair';
import { patternAt } from './rhythm';
import { placeOf, writtenOut } from './score';
import type { Variation } from './types';

const BEAT = TICKS_PER_BEAT;

/**
 * What can be done with a span of counts, one offer after the other; what cannot be done is left out, but for the
 * few that a teacher would look for. Each costs one to some dozens of analyses.
 */
export function* offersFor(a: Analysis, wanted: Wanted, heights?: Heights): Generator<Offer> {
  const flat = a.figure.repeat ? analyse(writtenOut(a.figure), heights) : a;
  switch (wanted.group) {
    case 'time':
      yield* plain(a.figure, timings(flat, wanted), heights);
      return;
    case 'rhythm':
      yield* rhythms(a.figure, flat, wanted, heights);
      return;
    case 'feet':
      yield* feet(a, wanted, heights);
      return;
    case 'turns':
      yield* turning(a.figure, flat, wanted, heights);
      return;
    case 'length':
      yield* plain(a.figure, lengths(a, flat, wanted), heights);
      return;
    case 'level':
      yield* levels(a.figure, flat, heights);
      return;
    case 'convert':
      yield* said(a.figure, conversions(a.figure), heights);
      return;
  }
}

function* rhythms(figure: Figure, a: Analysis, w: Wanted, heights?: Heights): Generator<Offer> {
  for (const role of rolesOf(w.whose)) {
    const unit = a.roles[role].units.find((u) => u.from <= w.from && w.from < u.to);
    if (!unit) continue;
    const beats = Math.round((unit.to - unit.from) / BEAT);
    const from = placeOf(unit.from, a.figure.feel);
    const now = patternAt(a.figure, role, from, beats);
    for (const keep of [true, false])
      for (const pattern of admissible(beats, stepsIn(now), keep, a.figure.level)) {
        if (pattern === now) continue;
        const variation: Variation = { type: 're-rhythm', whose: role, from, pattern };
        yield* plain(figure, [variation], heights, keep ? 'as-it-is' : 'other-foot');
      }
  }
}

function* feet(a: Analysis, w: Wanted, heights?: Heights): Generator<Offer> {
  const offer = (aim: Aim, repair: Repair): Offer => ({
    aim,
    variation: repair.variation,
    made: { ok: true, value: repair },
    repair,
  });
  for (const role of rolesOf(w.whose)) {
    const { free } = arrival(a, role, w.to);
    if (free === 'both') continue;
    const want = otherFoot(free as 'L' | 'R');
    for (const r of repairs(a, role, w.from, w.to, want, heights)) yield offer('as-it-is', r);
  }
  for (const role of rolesOf(w.whose))
    for (const r of otherEnding(a, role, heights).slice(0, 4)) yield offer('ending', r);
  for (const r of sameFootFrom(a, w.from, heights)) yield offer('same-foot', r);
}

function conversions(figure: Figure): Variation[] {
  const school = breakSchoolOf(figure);
  const breaks = school
    ? (['on-1', 'on-2-late', 'on-2-early'] as const)
        .filter((s) => s !== school)
        .map((s): Variation => ({ type: 'break-on', school: s }))
    : [];
  return [
    { type: 'mirror' },
    { type: 'swap-roles' },
    ...breaks,
    { type: 'respell', as: 'counts' },
    { type: 'respell', as: 'quick-slow' },
  ];
}
