import type { EditFailure } from '$lib/core/figure';
import type { Problem, ProblemCode } from '$lib/core/notation';

type D = Readonly<Record<string, string>>;

const PROBLEMS: Record<ProblemCode, (d: D) => string> = {
  'unknown-line': (d) =>
    `“${d.word}” is not the name of a line. A line begins with leader, follower, hands, calls, leads, feels, free, parts, leader-body, follower-body or #.`,
  'unknown-word': (d) =>
    `“${d.word}” is not known here.${d.near ? ` Did you mean ${d.near}?` : ''} Write for instance: ${d.example}. What is only a remark goes in brackets.`,
  'unknown-hand-word': (d) =>
    `“${d.word}” is not something hands do here.${d.near ? ` Did you mean ${d.near}?` : ' Expected for instance left to right, raise, lower, change to right to right, catch hip; put a remark in brackets.'}`,
  'no-count': () => 'Expected a count first, such as 1, 3& or Q.',
  'nothing-here': (d) => `Nothing is said at ${d.label}. Expected what happens, or hold.`,
  twice: (d) => `“${d.word}” says a second time what is already said at this count.`,
  'bad-turn': (d) =>
    `“${d.word}” has no amount that can be danced. Expected for instance r1/4, l1/2 or r1+1/2.`,
  'turn-not-15': (d) => `“${d.word}” is not a multiple of 15° (1/24 of a turn).`,
  'then-without-turn': () => 'Expected a turn after “then”, such as then r1/2.',
  unclosed: (d) => `This never ends. Expected ${d.mark}`,
  'count-beyond': () => 'Counts go up to 999. Chain longer figures in a combination.',
  'count-zero': () => 'Counts begin at 1. A step before 1 is written as & before it.',
  'does-not-fit': (d) => `“${d.word}” does not go with ${d.kind}.`,
  'turn-side': (d) => `“${d.word}” says how much, not which way. Write for instance r1/2 or half turn left.`,
  'range-length': (d) => `“${d.word}” lasts ${d.beats} beats; the counts before it are ${d.n}.`,
  'counts-and-steps': (d) =>
    `${d.n} counts are named (${d.counts}) and ${d.steps === '1' ? 'one thing is' : `${d.steps} things are`} said. Say one for each, or a word of that length such as triple.`,
  'choice-open': (d) =>
    d.mark === 'or'
      ? 'Expected another way to dance it after “or”, such as or coaster.'
      : `Expected ${d.mark}: other ways to dance several counts stand in square brackets, such as [5 back 6 replace or 5 touch 6 step].`,
  'unknown-body-word': (d) =>
    `“${d.word}” is not something head and body do here.${d.near ? ` Did you mean ${d.near}?` : ''}`,
  'value-with-unit': (d) => `“${d.word}” has its own length. Expected a count before it, not Q or S.`,
};

/** What is wrong with the text, and what was expected. */
export const problemText = (p: Problem): string => PROBLEMS[p.code](p.details);

const FAILURES: Record<EditFailure, string> = {
  'no-such-step': 'That step is no longer there.',
  'no-such-count': 'There is no count at that place.',
  'no-quick-slow':
    'This timing has no form in quicks and slows: some step lasts neither a quick nor a slow in this dance, starts late, or is a word for several steps.',
  'before-the-start': 'A figure cannot begin before count 1.',
};
export const failureText = (f: EditFailure): string => FAILURES[f];
