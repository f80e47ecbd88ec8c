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

/** Rounds at one tempo. */
export interface RoundsAt {
  readonly bpm: Bpm;
  readonly rounds: number;
}

/** How long rounds at several tempi take one after the other, with all around them: changes of partner, gaps, counting in. */
export function climbSeconds(steps: readonly RoundsAt[], beats: Beats, around: Around = AROUND): Seconds {
  const rounds = steps.reduce((n, s) => n + s.rounds, 0);
  if (rounds <= 0) return around.explain;
  const changes = Math.min(around.changes, rounds - 1);
  return (
    around.explain +
    steps.reduce((t, s) => t + s.rounds * roundSeconds(beats + around.countIn, s.bpm), 0) +
    (rounds - 1 - changes) * around.between +
    changes * Math.max(around.change, around.between)
  );
}

/**
 * How often something is danced while the tempo goes up: as often at each tempo, the rest at the goal. Empty where there is not time for one round at each. O(rounds · tempi).
 * @example climbRounds(600, 40, [96, 108, 120]) // [{ bpm: 96, rounds: 4 }, { bpm: 108, rounds: 5 }, …]
 */
export function climbRounds(
  seconds: Seconds,
  beats: Beats,
  tempi: readonly Bpm[],
  around: Around = AROUND,
): RoundsAt[] {
  const fits = (steps: readonly RoundsAt[]): boolean => climbSeconds(steps, beats, around) <= seconds + 1e-9;
  let found: RoundsAt[] = tempi.map((bpm) => ({ bpm, rounds: 1 }));
  if (tempi.length === 0 || beats <= 0 || !fits(found)) return [];
  const grown = (from: number): RoundsAt[] =>
    found.map((s, i) => (i >= from ? { ...s, rounds: s.rounds + 1 } : s));
  for (const from of [0, tempi.length - 1]) while (fits(grown(from))) found = grown(from);
  return found;
}

/** How long so many rounds take, with all around them. @example blockSeconds(2, 40, 112, { ...AROUND, countIn: 0 }) // 62.9 */
export function blockSeconds(rounds: number, beats: Beats, bpm: Bpm, around: Around = AROUND): Seconds {
  return climbSeconds([{ bpm, rounds }], beats, around);
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
