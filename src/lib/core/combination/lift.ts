export type Loose = Record<string, unknown>;
/** Something with names in it, of which nothing more is known. */
export const isLoose = (x: unknown): x is Loose => typeof x === 'object' && x !== null && !Array.isArray(x);

/** Tempo changes stood on beats of the combination, from 0; now on beats of the music, from 1, the first on 1. */
export function tempoInMusic(c: unknown): unknown {
  if (!isLoose(c) || !Array.isArray(c.tempo) || typeof c.start !== 'number') return c;
  const { start } = c;
  const moved = (t: unknown, i: number): unknown =>
    isLoose(t) && typeof t.beat === 'number' ? { ...t, beat: i === 0 ? 1 : t.beat + start } : t;
  return { ...c, tempo: c.tempo.map(moved) };
}
