import type { Candidate } from './graph';
import type { ComposeRequest } from './request';

/** What makes one combination better than another, in the points of the joints. Our choice. */
export const POINTS = {
  /** A wanted hit on which nothing falls. */
  missedHit: 4,
  /** The same figure again at once, and one of the same family. */
  sameFigure: 2,
  sameFamily: 1,
  /** A level away from the curve wanted there. */
  offCurve: 1,
} as const;

/** The level wanted at a beat (from 0) of a combination: rising to the end, or to three quarters and down again. */
export function wantedLevel(r: ComposeRequest, beat: number, top: number): number | undefined {
  if (r.curve === 'any') return undefined;
  const u = beat / r.beats;
  const height = r.curve === 'rising' ? u : u < 0.75 ? u / 0.75 : 1 - (u - 0.75) / 0.25;
  return 1 + Math.round((top - 1) * height);
}

/** Hits (beats from 0) a figure lies on, and how many of them it meets. */
export function hitsOn(f: Candidate, from: number, hits: readonly number[]): { on: number; met: number } {
  let on = 0;
  let met = 0;
  for (const h of hits) {
    const at = h - 1 - from;
    if (at < 0 || at >= f.beats) continue;
    on++;
    if (f.accents.includes(at)) met++;
  }
  return { on, met };
}

/** What a figure costs where it stands, apart from joints and neighbours; Infinity where it must meet a hit and does not. */
export function standing(f: Candidate, from: number, r: ComposeRequest, top: number): number {
  const { on, met } = hitsOn(f, from, r.hits);
  if (r.hitsMust && met < on) return Infinity;
  const level = wantedLevel(r, from, top);
  return (
    (on - met) * POINTS.missedHit + (level === undefined ? 0 : Math.abs(f.level - level) * POINTS.offCurve)
  );
}

/** What two neighbours cost apart from their joint. */
export const variety = (a: Pick<Candidate, 'family'>, b: Pick<Candidate, 'family'>, same: boolean): number =>
  same ? POINTS.sameFigure : a.family !== '' && a.family === b.family ? POINTS.sameFamily : 0;

/** The highest level a request can use. */
export const topLevel = (r: ComposeRequest, figures: readonly Candidate[]): number =>
  figures.reduce<number>((t, f) => Math.max(t, f.level), r.level ?? 1);
