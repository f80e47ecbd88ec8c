import { ROLES, type Role } from '../base';
import type { Analysis } from '../analysis';
import { loads } from '../combination';
import { check } from '../findings';
import { secondsOf } from '../time';

/** What wants care in something danced. */
export type CareCode =
  | 'turns'
  | 'spins'
  | 'head'
  | 'dip'
  | 'lean'
  | 'lift'
  | 'kick'
  | 'back'
  | 'behind-back'
  | 'elbows'
  | 'charge';

/** Parts of the body that are warmed for what comes. */
export type WarmPart =
  'ankles' | 'feet' | 'knees' | 'hips' | 'back' | 'shoulders' | 'neck' | 'balance' | 'pulse';

export interface Care {
  /** In what order they are said. */
  readonly cares: readonly CareCode[];
  readonly warm: readonly WarmPart[];
  /** Most whole turns one way without rest, and by whom. */
  readonly inARow: number;
  readonly role: Role | undefined;
  /** Weight changes a second, the busier role. */
  readonly steps: number;
}

/**
 * What something danced asks of feet and heads, what to be careful of, and what to warm for it. `bpm`: as danced.
 * @example careOf(analysis, 120).cares // ['turns']
 */
export function careOf(a: Analysis, bpm: number): Care {
  const seconds = secondsOf(a.end - a.start, bpm);
  const load = loads(a, seconds);
  const busier = ROLES.reduce(
    (x, r) => (load[r].inARow.turns > load[x].inARow.turns ? r : x),
    'leader' as Role,
  );
  const inARow = Math.round(load[busier].inARow.turns * 8) / 8;
  const found = check(a);
  const cared = new Set(found.filter((f) => f.code === 'care').map((f) => String(f.details.what)));
  const has = (...codes: string[]): boolean => found.some((f) => codes.includes(f.code));
  const trunks = ROLES.flatMap((r) => a.trunks[r].map((s) => s.trunk));
  const acts = ROLES.flatMap((r) => a.roles[r].actions);
  const turns = ROLES.some((r) => load[r].turns >= 0.5);
  const rows: readonly (readonly [CareCode, boolean])[] = [
    ['lift', cared.has('lift') || trunks.some((t) => t.lift)],
    ['dip', cared.has('dip') || cared.has('drop') || trunks.some((t) => t.dip === true || t.drop === true)],
    [
      'head',
      cared.has('head-back') || cared.has('head-quick') || trunks.some((t) => t.head === 'back' || t.quick),
    ],
    ['back', cared.has('bend-back') || cared.has('twist') || trunks.some((t) => t.bend === 'back')],
    ['lean', cared.has('lean') || trunks.some((t) => t.lean !== undefined)],
    ['spins', inARow >= 2],
    ['turns', turns && inARow < 2],
    ['behind-back', has('behind-back')],
    ['elbows', a.arms.passes.length > 0],
    ['kick', acts.some((w) => w.action.kind === 'kick' || w.action.kind === 'flick')],
    ['charge', has('charge')],
  ];
  const cares = rows.flatMap(([code, is]) => (is ? [code] : []));
  const steps = Math.max(...ROLES.map((r) => load[r].busiest));
  return { cares, warm: warmFor(cares, steps, turns), inARow, role: inARow > 0 ? busier : undefined, steps };
}

/** Steps a second above which it is quick work. Our choice: triples at 140. */
const QUICK = 3.5;

/** What is warmed for what comes; ankles and feet always. */
function warmFor(cares: readonly CareCode[], steps: number, turns: boolean): WarmPart[] {
  const has = (...codes: CareCode[]): boolean => cares.some((c) => codes.includes(c));
  const rows: readonly (readonly [WarmPart, boolean])[] = [
    ['pulse', true],
    ['ankles', true],
    ['feet', steps > QUICK],
    ['knees', has('kick', 'dip', 'lift')],
    ['hips', has('kick', 'charge', 'lean')],
    ['back', has('back', 'dip', 'lift', 'lean')],
    ['shoulders', has('elbows', 'behind-back')],
    ['neck', has('head') || turns],
    ['balance', turns],
  ];
  return rows.flatMap(([part, is]) => (is ? [part] : []));
}

/** Cares of several things, each once, in their order. */
export function caresOf(all: readonly Care[]): Care {
  const order: readonly CareCode[] = [
    'lift',
    'dip',
    'head',
    'back',
    'lean',
    'spins',
    'turns',
    'behind-back',
    'elbows',
    'kick',
    'charge',
  ];
  const worst = all.reduce<Care | undefined>((a, b) => (a && a.inARow >= b.inARow ? a : b), undefined);
  const cares = order.filter(
    (c) =>
      all.some((x) => x.cares.includes(c)) && !(c === 'turns' && all.some((x) => x.cares.includes('spins'))),
  );
  const warm: readonly WarmPart[] = [
    'pulse',
    'ankles',
    'feet',
    'knees',
    'hips',
    'back',
    'shoulders',
    'neck',
    'balance',
  ];
  return {
    cares,
    warm: warm.filter((w) => all.some((x) => x.warm.includes(w))),
    inARow: worst?.inARow ?? 0,
    role: worst?.role,
    steps: Math.max(0, ...all.map((x) => x.steps)),
  };
}
