import type { Heights } from '$lib/core/analysis';
import { read, usable, type Reading } from '$lib/core/combination';
import { Composition, type Answer, type ComposeRequest } from '$lib/core/composer';
import type { Figure } from '$lib/core/figure';

/** What is composed, read and checked. */
export interface ComposeJob {
  readonly figures: readonly Figure[];
  readonly request: ComposeRequest;
  readonly heights?: Heights;
}
export interface ComposeDone {
  readonly answer: Answer;
  /** Figures left out: unfinished, wrong, or not read in time. */
  readonly unsound: readonly string[];
}

const AT_ONCE = 4_000;

/** Composes until the answer is complete or the time is up; what is known by then is the answer. */
export function composeWithin(job: ComposeJob, until: number, now: () => number): ComposeDone {
  const readings: Reading[] = [];
  for (const f of job.figures) if (now() < until) readings.push(read(f, job.heights));
  const c = new Composition(readings.filter(usable), job.request);
  while (now() < until && !c.step(AT_ONCE));
  const left = readings.filter((r) => !usable(r)).map((r) => r.figure.id);
  const unread = job.figures.slice(readings.length).map((f) => f.id);
  return { answer: c.answer, unsound: [...left, ...unread] };
}
