import type { DanceId } from './dances.data';

/** The words of a dance that come up most, as they are written: what a strip to tap offers. */
export interface Strip {
  readonly steps: readonly string[];
  readonly units: readonly string[];
  readonly turns: readonly string[];
}

const STEPS = ['fwd', 'back', 'side', 'close', 'place', 'replace'] as const;
const TURNS = ['r1/4', 'r1/2', 'r1', 'l1/4', 'l1/2', 'l1'] as const;
const SMALL_TURNS = ['r1/8', 'r1/4', 'r3/8', 'r1/2', 'l1/8', 'l1/4', 'l3/8', 'l1/2'] as const;

const swing: Strip = {
  steps: [...STEPS, 'kick', 'touch', 'hold'],
  units: ['triple', 'rock-step', 'walk', 'step-touch', 'kick-ball-change'],
  turns: TURNS,
};
const latin: Strip = {
  steps: [...STEPS, 'touch', 'point', 'hold'],
  units: ['mambo', 'rock-step', 'chasse', 'triple'],
  turns: TURNS,
};
const walked: Strip = {
  steps: [...STEPS, 'across', 'behind', 'point', 'hold'],
  units: ['walk', 'walks', 'rock-step', 'triple'],
  turns: SMALL_TURNS,
};
const ballroom: Strip = {
  steps: [...STEPS, 'diag-fwd', 'across', 'hook', 'hold'],
  units: ['chasse', 'lock-step', 'rock-step'],
  turns: SMALL_TURNS,
};

/** Row: dance → its words. Source: common practice; our choice where there are more than fit. */
const BY_DANCE: Partial<Record<DanceId, Strip>> = {
  'slot-swing': { ...swing, units: ['triple', 'anchor', 'walk', 'coaster', 'sailor', 'kick-ball-change'] },
  'six-count-swing': swing,
  'eight-count-swing': swing,
  'lindy-hop': swing,
  balboa: swing,
  'shag-six': { ...swing, units: ['step-touch', 'touch-step', 'rock-step'] },
  'shag-eight': { ...swing, units: ['step-touch', 'touch-step', 'rock-step'] },
  'boogie-woogie': swing,
  'modern-jive': { ...swing, units: ['walk', 'rock-step', 'triple'] },
  jive: swing,
  'salsa-on-1': latin,
  'salsa-on-2': latin,
  casino: latin,
  mambo: latin,
  bachata: latin,
  merengue: latin,
  cumbia: latin,
  rumba: { ...latin, units: ['rock-step', 'walk'] },
  'cha-cha': { ...latin, units: ['cha cha cha', 'lock-step', 'rock-step', 'mambo'] },
  samba: latin,
  bolero: { ...latin, units: ['rock-step', 'walk'] },
  tango: walked,
  'tango-milonga': walked,
  'tango-vals': walked,
  'close-walk': walked,
  'flowing-embrace': walked,
  'social-walk': walked,
  zouk: walked,
  kizomba: walked,
  waltz: ballroom,
  'viennese-waltz': ballroom,
  foxtrot: { ...ballroom, units: ['walks', 'chasse', 'lock-step'] },
  quickstep: ballroom,
  'ballroom-tango': { ...ballroom, units: ['walks', 'rock-step'] },
  'paso-doble': ballroom,
  hustle: { ...latin, units: ['rock-step', 'walk', 'triple'] },
  'country-two-step': { ...swing, units: ['walks', 'triple'] },
  'nightclub-two-step': { ...latin, units: ['rock-step', 'walk'] },
};
const ANY: Strip = {
  steps: [...STEPS, 'touch', 'hold'],
  units: ['walk', 'triple', 'rock-step'],
  turns: TURNS,
};

/** @example stripFor('slot-swing').units[1] // 'anchor' */
export const stripFor = (dance: string): Strip => BY_DANCE[dance as DanceId] ?? ANY;
