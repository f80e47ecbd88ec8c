/** A clave, and which of its sides comes first. */
export type ClaveId = 'son' | 'rumba';
export type ClaveSide = '3-2' | '2-3';

/** Onsets in eighth notes of two bars of four (0 to 15), the side of three first. */
const THREE_TWO: Readonly<Record<ClaveId, readonly number[]>> = {
  son: [0, 3, 6, 10, 12],
  rumba: [0, 3, 7, 10, 12],
};
export const CLAVE_EIGHTHS = 16;

/**
 * Onsets of a clave in eighth notes of two bars, in order. The other side first is the same, a bar later. Source:
 * Toussaint, The Geometry of Musical Rhythm (from memory).
 * @example claveOnsets('son', '2-3') // [2, 4, 8, 11, 14]
 */
export function claveOnsets(clave: ClaveId, side: ClaveSide): number[] {
  const turned = side === '3-2' ? 0 : CLAVE_EIGHTHS / 2;
  return THREE_TWO[clave].map((n) => (n + turned) % CLAVE_EIGHTHS).sort((a, b) => a - b);
}
