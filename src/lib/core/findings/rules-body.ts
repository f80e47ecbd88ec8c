import { ROLES, type Role, type Ticks } from '../base';
import type { Analysis, TrunkSpan } from '../analysis';
import { CARES, CARE_NAMES, type Care } from './cares.data';
import { remedy, say, touching } from './steps';
import type { Finding, Rule } from './types';

/** Head and upper body. */

/** The first span of each role in which something that wants care is done; one line for a cause. */
function firstOf(a: Analysis, care: Care): { role: Role; span: TrunkSpan } | undefined {
  for (const role of ROLES) {
    const span = a.trunks[role].find((s) => CARES[care].is(s.trunk));
    if (span) return { role, span };
  }
  return undefined;
}

const noted = (a: Analysis, care: Care): boolean => a.figure.cautions.some((c) => CARES[care].known.test(c));

/** A dip that is a drop, or a lean in a dip, is one thing. */
const COVERS: Partial<Record<Care, readonly Care[]>> = {
  lift: ['lean'],
  drop: ['dip', 'lean', 'bend-back'],
  dip: ['lean', 'bend-back'],
  'head-quick': ['head-back'],
};

/** Leans, dips, drops, lifts, and what a neck does: the usual caution, where it is not noted already. */
export const care: Rule = {
  code: 'care',
  find: (a) => {
    const covered = new Set<Care>();
    return CARE_NAMES.flatMap((what): Finding[] => {
      const found = firstOf(a, what);
      if (!found) return [];
      const said = covered.has(what) || noted(a, what) || a.figure.level > CARES[what].upTo;
      for (const c of COVERS[what] ?? []) covered.add(c);
      if (said) return [];
      const { role, span } = found;
      return [
        {
          code: 'care',
          severity: 'caution',
          role,
          tick: span.from,
          details: { what, count: say(a, span.from) },
        },
      ];
    });
  },
  mend: (a, f) => [
    remedy(
      'note-caution',
      undefined,
      {},
      {
        type: 'set-details',
        patch: { cautions: [...a.figure.cautions, CARE_NOTES[f.details.what as Care]] },
      },
    ),
  ],
};

/** What is noted with the figure once a teacher has seen to it. */
const CARE_NOTES: Readonly<Record<Care, string>> = {
  lift: 'Lift: only with instruction from a qualified teacher, consent and a warm-up.',
  drop: 'Drop: only with instruction from a qualified teacher, consent and a warm-up.',
  dip: 'Dip: each holds their own weight; with consent, a warm-up and instruction.',
  'head-back': 'Head back: long neck, slowly, stop at pain.',
  'head-quick': 'Head: no whipping; let it follow the body.',
  'bend-back': 'Bend back from the upper back, knees soft, warmed up.',
  twist: 'Twist the upper body only as far as it is easy.',
  lean: 'Lean: each keeps their own balance, hands joined.',
};

/** Off balance towards or away from a partner, and no hand holds. */
export const leanUnheld: Rule = {
  code: 'lean-unheld',
  find: (a) =>
    ROLES.flatMap((role) =>
      a.trunks[role]
        .filter((s) => s.trunk.lean !== undefined || s.trunk.dip || s.trunk.drop)
        .flatMap((s): Finding[] => {
          const open = firstOpen(a, s);
          if (open === undefined) return [];
          return [
            {
              code: 'lean-unheld',
              severity: 'caution',
              role,
              tick: open,
              details: { count: say(a, open), what: s.trunk.drop ? 'drop' : s.trunk.dip ? 'dip' : 'lean' },
            },
          ];
        })
        .slice(0, 1),
    ),
  mend: (a, f) =>
    a.words
      .filter((w) => w.track === 'hands' && w.tick <= f.tick)
      .slice(-1)
      .map((w) =>
        remedy(
          'take-words-out',
          undefined,
          { count: say(a, w.tick) },
          { type: 'write-words', track: 'hands', tick: w.tick },
        ),
      ),
};

/** The first tick of a lean at which nothing is held, where something was held before in the figure. */
function firstOpen(a: Analysis, s: TrunkSpan): Ticks | undefined {
  const held = a.arms.held.length + a.arms.rests.length > 0;
  if (!held) return undefined;
  for (let t = s.from; t < Math.max(s.to, s.from + 1) && t < a.end; t++) if (!touching(a, t)) return t;
  return undefined;
}
