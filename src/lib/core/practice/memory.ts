import { Rating, createEmptyCard, fsrs, type Card, type Grade } from 'ts-fsrs';
import { isDrill, type PracticeResult } from './schema';

/** What is remembered of every question asked, by what it is about. */
export type Memory = Readonly<Record<string, Card>>;

const scheduler = fsrs({ enable_fuzz: false });

/**
 * The memory after an answer. Free spaced repetition (ts-fsrs): what was known comes again after longer, what was not
 * after minutes. A quick right answer counts as easy. `at` and `now` in milliseconds since 1970.
 * @example answered({}, 'x', true, 2, 0).x.reps // 1
 */
export function answered(memory: Memory, about: string, right: boolean, seconds: number, at: number): Memory {
  const now = new Date(at);
  const card: Card = memory[about] ?? createEmptyCard(now);
  const rating: Grade = !right
    ? Rating.Again
    : seconds < 2
      ? Rating.Easy
      : seconds < 8
        ? Rating.Good
        : Rating.Hard;
  return { ...memory, [about]: scheduler.next(card, now, rating).card };
}

/** What is due by now, the longest first. */
export const dueNow = (memory: Memory, now: number): string[] =>
  Object.entries(memory)
    .filter(([, c]) => c.due.getTime() <= now)
    .sort(([, a], [, b]) => a.due.getTime() - b.due.getTime())
    .map(([about]) => about);

/** How hard questions should be: a little above what is got right. 0 to 1, from the last answers, latest last. */
export function fitting(last: readonly boolean[]): number {
  const recent = last.slice(-12);
  if (recent.length < 4) return 0.3;
  const share = recent.filter(Boolean).length / recent.length;
  return Math.max(0, Math.min(1, share + 0.1));
}

/**
 * What is remembered, worked out from everything that was ever answered, in the order of the answers.
 * @example Object.keys(memoryOf([])).length // 0
 */
export function memoryOf(results: readonly PracticeResult[]): Memory {
  const all = results.filter(isDrill).flatMap((r) => r.answers);
  return [...all]
    .sort((a, b) => a.at - b.at)
    .reduce<Memory>((m, a) => answered(m, a.about, a.right, a.seconds, a.at), {});
}
