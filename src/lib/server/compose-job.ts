import type { Heights } from '$lib/core/analysis';
import { read, usable } from '$lib/core/combination';
import { Composition, type Answer, type ComposeRequest } from '$lib/core/composer';
import type { Figure } from '$lib/core/figure';

/** What a thread is given: everything it needs, as plain data. */
export interface ComposeJob {
  readonly figures: readonly Figure[];
  readonly request: ComposeRequest;
  readonly heights?: Heights;
  /** Milliseconds. */
  readonly limit: number;
}
export interface ComposeDone {
  readonly answer: Answer;
  /** Figures left out because they cannot be danced as written. */
  readonly unsound: readonly string[];
}

const AT_ONCE = 4_000;

/** Composes until the answer is complete or the time is up; what is known by then is the answer. */
export function composeWithin(job: ComposeJob, now: () => number): ComposeDone {
  const until = now() + job.limit;
  const readings = job.figures.map((f) => read(f, job.heights));
  const sound = readings.filter(usable);
  const c = new Composition(sound, job.request);
  while (!c.step(AT_ONCE) && now() < until);
  const unsound = readings.filter((r) => !usable(r)).map((r) => r.figure.id);
  return { answer: c.answer, unsound };
}
