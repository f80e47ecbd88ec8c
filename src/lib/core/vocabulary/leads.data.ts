/**
 * What leads, and what is felt, by its usual words. Row: kind → the words, what it leads (a turn, travel, a stop), said
 * in a line. Anything else on those lines stays free text. Source: common practice.
 */
export type LeadKind =
  | 'frame-in'
  | 'elbow-out'
  | 'raise'
  | 'steer'
  | 'post'
  | 'compress'
  | 'stretch'
  | 'release'
  | 'palm'
  | 'look'
  | 'prepare'
  | 'stop';

export type Led = 'turn' | 'travel' | 'stop' | 'any';

export const LEAD_KINDS = {
  'frame-in': {
    words: ['frame drawn in', 'draw the frame in', 'frame in', 'draw in'],
    leads: 'travel',
    says: 'the frame is drawn in',
  },
  'elbow-out': {
    words: ['elbow out', 'elbow opens', 'open the elbow'],
    leads: 'turn',
    says: 'the elbow opens',
  },
  raise: { words: ['raise', 'hand up', 'lift the hand'], leads: 'turn', says: 'the hand is raised' },
  steer: {
    words: ['hand to steer along', 'steer along', 'steer', 'guide'],
    leads: 'travel',
    says: 'a hand to steer along',
  },
  post: { words: ['post', 'posts'], leads: 'stop', says: 'a firm hand to stop against' },
  compress: {
    words: ['compress', 'compression', 'press', 'lean in'],
    leads: 'any',
    says: 'pressed together',
  },
  stretch: { words: ['stretch', 'extend', 'extension'], leads: 'any', says: 'stretched apart' },
  release: { words: ['release', 'let go', 'lets go'], leads: 'any', says: 'released' },
  palm: {
    words: ['turn the palm', 'palm turned', 'palm up', 'palm down'],
    leads: 'any',
    says: 'the palm turns',
  },
  look: { words: ['look', 'looks', 'eyes'], leads: 'any', says: 'a look' },
  prepare: { words: ['prepare', 'preparation', 'prep', 'wind up'], leads: 'turn', says: 'prepared' },
  stop: {
    words: ['stop', 'stops', 'block', 'blocks', 'check', 'checks', 'settle', 'settles'],
    leads: 'stop',
    says: 'stopped',
  },
} as const satisfies Record<LeadKind, { words: readonly [string, ...string[]]; leads: Led; says: string }>;
export const LEAD_KIND_NAMES = Object.keys(LEAD_KINDS) as LeadKind[];
