import { Rating as Grade, createEmptyCard, fsrs, type Card, type Grade as Graded } from 'ts-fsrs';
import type { Entry, Rating } from './entry';
import type { DanceRef } from './plan';

/** What a group remembers of a figure, as estimated. */
export interface Remembered {
  readonly figure: string;
  readonly group: string;
  /** When it is due again, milliseconds since 1970. */
  readonly due: number;
  readonly last: number;
  readonly times: number;
  /** How it went last. */
  readonly rating: Rating | undefined;
  /** Days until nine in ten would still have it, by the model. */
  readonly stability: number;
  readonly bpm: number | undefined;
}

const GRADES: Readonly<Record<Rating, Graded>> = {
  again: Grade.Again,
  'so-so': Grade.Hard,
  good: Grade.Good,
  easy: Grade.Easy,
};
/** A class comes once a week: nothing is due again within minutes. */
const scheduler = fsrs({ enable_fuzz: false, enable_short_term: false });

/**
 * What every group remembers of every figure, worked out from the log, oldest first: free spaced repetition with how it
 * went in class. What was taught without a word counts as so-so. `figuresIn` opens combinations. O(taught).
 * @example memories(log, figuresIn).get('thursday')?.get('push')?.times // 3
 */
export function memories(
  log: readonly Entry[],
  figuresIn: (ref: DanceRef) => readonly string[],
): Map<string, Map<string, Remembered>> {
  const all = new Map<string, Map<string, Remembered>>();
  const cards = new Map<string, Card>();
  for (const e of [...log].sort((a, b) => a.at - b.at)) {
    const group = e.group ?? '';
    const mine = all.get(group) ?? new Map<string, Remembered>();
    all.set(group, mine);
    for (const [figure, t] of inEntry(e, figuresIn)) {
      const key = `${group} ${figure}`;
      const now = new Date(e.at);
      const card = scheduler.next(
        cards.get(key) ?? createEmptyCard(now),
        now,
        GRADES[t.rating ?? 'so-so'],
      ).card;
      cards.set(key, card);
      const before = mine.get(figure);
      mine.set(figure, {
        figure,
        group,
        due: card.due.getTime(),
        last: e.at,
        times: (before?.times ?? 0) + 1,
        rating: t.rating ?? before?.rating,
        stability: Math.round(card.stability * 10) / 10,
        bpm: t.bpm ?? before?.bpm,
      });
    }
  }
  return all;
}

const ORDER: readonly (Rating | undefined)[] = ['again', 'so-so', undefined, 'good', 'easy'];
/** Every figure of an entry once, with the worst that was said of it. */
function inEntry(
  e: Entry,
  figuresIn: (ref: DanceRef) => readonly string[],
): Map<string, { readonly rating: Rating | undefined; readonly bpm: number | undefined }> {
  const found = new Map<string, { rating: Rating | undefined; bpm: number | undefined }>();
  for (const t of e.taught)
    for (const figure of figuresIn(t.what)) {
      const was = found.get(figure);
      const worse = !was || ORDER.indexOf(t.rating) < ORDER.indexOf(was.rating);
      found.set(figure, { rating: worse ? t.rating : was?.rating, bpm: t.bpm ?? was?.bpm });
    }
  return found;
}

/** What is due for a group by a moment, the longest first. @example dueBy(memory, now + WEEK)[0]?.figure // 'push' */
export const dueBy = (memory: ReadonlyMap<string, Remembered> | undefined, when: number): Remembered[] =>
  [...(memory?.values() ?? [])].filter((r) => r.due <= when).sort((a, b) => a.due - b.due);

/** How likely it is still there, 0 to 1, by the model’s curve of forgetting. */
export function likelyKept(r: Pick<Remembered, 'stability' | 'last'>, now: number): number {
  const days = Math.max(0, (now - r.last) / 86_400_000);
  // Source: the power curve of FSRS: nine in ten after as many days as the stability says.
  return r.stability <= 0 ? 0 : (1 + (19 / 81) * (days / r.stability)) ** -0.5;
}

/** What somebody missed: figures taught while they were away, and not again since. O(log). */
export function missedBy(
  person: string,
  log: readonly Entry[],
  figuresIn: (ref: DanceRef) => readonly string[],
): { readonly figure: string; readonly at: number }[] {
  const missed = new Map<string, number>();
  for (const e of [...log].sort((a, b) => a.at - b.at)) {
    if (!e.people) continue;
    const there = e.people.includes(person);
    for (const [figure] of inEntry(e, figuresIn)) {
      if (there) missed.delete(figure);
      else if (!missed.has(figure)) missed.set(figure, e.at);
    }
  }
  return [...missed].map(([figure, at]) => ({ figure, at }));
}
