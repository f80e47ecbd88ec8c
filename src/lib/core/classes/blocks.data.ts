/**
 * Parts of an hour. Row: `least` minutes below which it is not worth beginning; `worth`: how badly a minute of it is
 * missed; `aim`: without any such block the aim is not reached; `dances`: it goes round in rounds; `pace`: share of the
 * tempo aimed at. Source: common practice; the numbers are our choice.
 */
export const BLOCKS = {
  arrive: { least: 3, worth: 3, aim: false, dances: false, pace: 0 },
  'warm-up': { least: 3, worth: 8, aim: false, dances: false, pace: 0 },
  review: { least: 4, worth: 4, aim: false, dances: true, pace: 0.9 },
  solo: { least: 4, worth: 7, aim: false, dances: true, pace: 0.7 },
  together: { least: 3, worth: 4, aim: false, dances: true, pace: 0.7 },
  hands: { least: 4, worth: 8, aim: true, dances: true, pace: 0.75 },
  joined: { least: 5, worth: 9, aim: true, dances: true, pace: 0.8 },
  slow: { least: 4, worth: 6, aim: false, dances: true, pace: 0.85 },
  tempo: { least: 4, worth: 7, aim: false, dances: true, pace: 1 },
  layers: { least: 5, worth: 3, aim: false, dances: true, pace: 0.9 },
  free: { least: 4, worth: 2, aim: false, dances: false, pace: 1 },
  recap: { least: 3, worth: 8, aim: false, dances: false, pace: 1 },
  pause: { least: 3, worth: 5, aim: false, dances: false, pace: 0 },
} as const satisfies Record<
  string,
  {
    readonly least: number;
    readonly worth: number;
    readonly aim: boolean;
    readonly dances: boolean;
    readonly pace: number;
  }
>;
export type BlockKind = keyof typeof BLOCKS;
export const BLOCK_KINDS = Object.keys(BLOCKS) as [BlockKind, ...BlockKind[]];

/** Which blocks, and for how much of the time. Row: kind, its share. */
export type TemplateId = 'first-lesson' | 'weekly' | 'hard-figure' | 'workshop' | 'private';
type Share = readonly [BlockKind, number];
export const TEMPLATES: Readonly<
  Record<TemplateId, { readonly minutes: number; readonly blocks: readonly Share[] }>
> = {
  'first-lesson': {
    minutes: 60,
    blocks: [
      ['arrive', 6],
      ['warm-up', 6],
      ['solo', 14],
      ['together', 8],
      ['hands', 12],
      ['slow', 8],
      ['recap', 6],
    ],
  },
  weekly: {
    minutes: 75,
    blocks: [
      ['arrive', 5],
      ['warm-up', 6],
      ['review', 10],
      ['solo', 10],
      ['together', 6],
      ['hands', 12],
      ['joined', 10],
      ['tempo', 8],
      ['free', 4],
      ['recap', 4],
    ],
  },
  'hard-figure': {
    minutes: 60,
    blocks: [
      ['warm-up', 6],
      ['review', 6],
      ['solo', 14],
      ['hands', 16],
      ['slow', 8],
      ['tempo', 6],
      ['recap', 4],
    ],
  },
  workshop: {
    minutes: 120,
    blocks: [
      ['arrive', 6],
      ['warm-up', 8],
      ['review', 10],
      ['solo', 16],
      ['together', 8],
      ['hands', 20],
      ['pause', 8],
      ['joined', 16],
      ['layers', 10],
      ['tempo', 10],
      ['recap', 8],
    ],
  },
  private: {
    minutes: 50,
    blocks: [
      ['warm-up', 4],
      ['review', 8],
      ['hands', 16],
      ['joined', 10],
      ['tempo', 8],
      ['recap', 4],
    ],
  },
};
export const TEMPLATE_IDS = Object.keys(TEMPLATES) as TemplateId[];
