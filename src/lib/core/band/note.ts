/** Everything the band can play. */
export const DRUMS = [
  'kick',
  'snare',
  'brush',
  'rim',
  'hat',
  'open-hat',
  'ride',
  'crash',
  'clave',
  'shell',
  'bell',
  'slap',
  'open-conga',
  'heel',
  'guiro',
] as const;
export const TONES = ['bass', 'piano', 'reed', 'strings', 'guitar'] as const;
export type Drum = (typeof DRUMS)[number];
export type Tone = (typeof TONES)[number];
export type Voice = Drum | Tone;

/** One sound. `at` and `lasts` in beats from the first of the music; `pitch` as in MIDI, 0 for drums. */
export interface Note {
  readonly at: number;
  readonly lasts: number;
  readonly voice: Voice;
  readonly pitch: number;
  /** 0 to 1. */
  readonly level: number;
}
export const hit = (at: number, voice: Drum, level: number): Note => ({
  at,
  lasts: 0.25,
  voice,
  pitch: 0,
  level,
});
export const tone = (at: number, lasts: number, voice: Tone, pitch: number, level: number): Note => ({
  at,
  lasts,
  voice,
  pitch,
  level,
});
export const isDrum = (v: Voice): v is Drum => (DRUMS as readonly string[]).includes(v);
