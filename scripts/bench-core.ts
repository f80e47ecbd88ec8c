import { newFigure, type Figure } from '$lib/core/figure';

/** What the benchmark measures: the core, and three figures to measure it on. */
export { analyse } from '$lib/core/analysis';
export { check, fixesFor } from '$lib/core/findings';
export { parse } from '$lib/core/notation';
export { graph, plansFor, routes, stateOfHold } from '$lib/core/arms';

const beats = (n: number, pattern: (beat: number) => string): string =>
  Array.from({ length: n / 4 }, (_, i) => pattern(i * 4 + 1)).join(' ');
const lines = (n: number): string =>
  [
    `leader ${beats(n, (b) => `${b} back ${b + 1} close l1/8 ${b + 2} place & place ${b + 3} fwd ${b + 3}& touch`)}`,
    `follower ${beats(n, (b) => `${b} fwd ${b + 1} fwd r1/8 ${b + 2} place & place ${b + 3} back ${b + 3}& touch`)}`,
    `hands 1 two hands low ${beats(n, (b) => `${b + 1} raise left ${b + 3} lower left`)}`,
    `calls ${beats(n, (b) => `${b} walk ${b + 2} tri & ple`)}`,
  ].join('\n');

const figure = (text: string): Figure => ({ ...newFigure('bench', 'slot-swing'), lines: text });
export const medium = figure(lines(16));
export const long = figure(lines(128));
export const wrong = figure(
  'leader 1 back 2 close 3 triple 5 anchor\nfollower 1 fwd 2 fwd 3 triple 5 hook 6 back',
);
