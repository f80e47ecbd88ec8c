/** The two recorded voices. */
export const VOICES = ['low', 'high'] as const;
export type VoiceId = (typeof VOICES)[number];
/** Who counts: a recorded voice, or the browser's own. */
export const SPEAKERS = [...VOICES, 'browser'] as const;
export type SpeakerId = (typeof SPEAKERS)[number];

/** How loud each is, 0 to 1. */
export interface Levels {
  readonly click: number;
  readonly voice: number;
  readonly music: number;
}
