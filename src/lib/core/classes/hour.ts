import type { Beats, Bpm, Seconds } from '../base';

/** What takes time besides dancing, in seconds. */
export interface Around {
  /** Explaining and showing, once. */
  readonly explain: Seconds;
  /** Between two rounds: walking back, a word. */
  readonly between: Seconds;
  /** How often partners change, and how long that takes; a change falls between two rounds and takes its place. */
  readonly changes: number;
  readonly change: Seconds;
  /** Beats counted in before every round. */
  readonly countIn: Beats;
}

/** What usually passes around dancing. Our choice. */
export const AROUND: Around = { explain: 0, between: 20, changes: 0, change: 30, countIn: 8 };

/** How long something lasts. @example roundSeconds(40, 112) // 21.43 */
export const roundSeconds = (beats: Beats, bpm: Bpm): Seconds => (beats * 60) / bpm;

/** How long so many rounds take, with all around them. @example blockSeconds(2, 40, 112, { ...AROUND, countIn: 0 }) // 62.9 */
export function blockSeconds(rounds: number, beats: Beats, bpm: Bpm, around: Around = AROUND): Seconds {
  if (rounds <= 0) return around.explain;
  const gaps = rounds - 1;
  const changes = Math.min(around.changes, gaps);
  return (
    around.explain +
    rounds * roundSeconds(beats + around.countIn, bpm) +
    (gaps - changes) * around.between +
    changes * Math.max(around.change, around.between)
  );
}

/**
 * How often something of so many beats is really danced in so many seconds.
 * @example roundsIn(600, 40, 112, { ...AROUND, countIn: 0, changes: 2 }) // 14
 */
export function roundsIn(seconds: Seconds, beats: Beats, bpm: Bpm, around: Around = AROUND): number {
  if (beats <= 0 || bpm <= 0) return 0;
  let rounds = Math.max(0, Math.floor(seconds / roundSeconds(beats + around.countIn, bpm)));
  while (rounds > 0 && blockSeconds(rounds, beats, bpm, around) > seconds + 1e-9) rounds--;
  return rounds;
}

/**
 * Tempi from one to another in steps that are felt alike: each the same share faster, none by more than a tenth.
 * @example tempoSteps(90, 120) // [90, 99, 109, 120]
 */
export function tempoSteps(from: Bpm, to: Bpm, most = 0.105): Bpm[] {
  const n = Math.max(1, Math.ceil(Math.abs(Math.log(to / from)) / Math.log(1 + most) - 1e-9));
  if (Math.abs(to / from - 1) < 1e-9) return [to];
  return Array.from({ length: n + 1 }, (_, i) => Math.round(from * (to / from) ** (i / n)));
}
