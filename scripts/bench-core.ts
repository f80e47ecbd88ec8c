import { analyse as analyseFigure } from '$lib/core/analysis';
import { seeded } from '$lib/core/base';
import { newFigure, type Figure } from '$lib/core/figure';
import { FIELDS, signatureOf, type Signature } from '$lib/core/likeness';
import { demoFigures as demo } from '$lib/demo';

/** What the benchmark measures: the core, and three figures to measure it on. */
export { analyse, defaultHeights } from '$lib/core/analysis';
export { check, checkBranches, fixesFor } from '$lib/core/findings';
export { problemOf, solveFloor } from '$lib/core/floor';
export { denseDescent } from '$lib/core/floor/reference';
export { parse } from '$lib/core/notation';
export { graph, plansFor, routes, stateOfHold } from '$lib/core/arms';
export { consequence, offersFor, repairs, GROUPS } from '$lib/core/vary';
export { likeness, mostLike } from '$lib/core/likeness';
export { applyChange, changeBetween } from '$lib/core/figure';
export { demoFigures } from '$lib/demo';

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

/** Twenty thousand lines of breakdowns, the demo's over and over. */
const demoLines = demo.flatMap((f) => f.lines.split('\n'));
export const manyLines: string = Array.from(
  { length: 20_000 },
  (_, i) => demoLines[i % demoLines.length] ?? '',
).join('\n');

/** Eight choices of three. */
export const choosing: Figure = {
  ...newFigure('choices', 'six-count-swing'),
  lines: ['leader', 'follower']
    .map((role) => {
      const ways = role === 'leader' ? ' or coaster or sailor' : '';
      return `${role} ${[1, 3, 5, 7, 9, 11, 13, 15].map((n) => `${n} triple${ways}`).join(' ')}`;
    })
    .concat('hands 1 left to right low')
    .join('\n'),
};

/** A repertoire to compare with: the demo figures, each changed at random in a third of its fields, joined in twos. */
export function repertoire(n: number): Signature[] {
  const random = seeded(5);
  const all = demo.map((f) => signatureOf(analyseFigure(f))).filter((s) => s.unitBeats === 2);
  const pick = (): Signature => all[Math.floor(random() * all.length)] as Signature;
  return Array.from({ length: n }, (_, i) => {
    const units = Int8Array.from([...pick().units, ...(i % 2 ? pick().units : [])]);
    for (let k = 0; k < units.length; k++)
      if (random() < 0.33) units[k] = Math.floor(random() * (k % FIELDS === FIELDS - 1 ? 127 : 4));
    return { id: `r${i}`, unitBeats: 2, units };
  });
}
/** Eight beats with the follower on the wrong foot at the end. */
export const offFoot = figure(
  'leader 1 back 2 close 3 triple 5 walks 7 triple\nfollower 1 fwd 2 fwd 3 triple 5 walks 7 place 8 back',
);

export {
  Repertoire,
  edited,
  findingsOf,
  layersOf,
  newCombination,
  planOf,
  read,
  usable,
  wholeOf,
} from '$lib/core/combination';
export {
  Composition,
  POINTS,
  bestSteps,
  boundSteps,
  countSteps,
  edgesOf,
  finish,
  graphOf,
  joinCosts,
  requestOf,
  standing,
  topLevel,
} from '$lib/core/composer';
export { boardRows } from '$lib/core/scene/board';

/** A repertoire of one dance: the sound demo figures of the lane, their steps made larger and smaller at random. */
export function laneRepertoire(n: number): Figure[] {
  const random = seeded(11);
  const sound = demo.filter((f) => f.dance === 'slot-swing' && !f.mistake);
  const sizes = ['small', '', '', 'x0.9', 'x1.1'];
  return Array.from({ length: n }, (_, i) => {
    const f = sound[i % sound.length] as Figure;
    const resized = f.lines.replace(/\b(back|fwd)(?! small)\b/g, (w) =>
      random() < 0.25 ? `${w} ${sizes[Math.floor(random() * sizes.length)] ?? ''}`.trim() : w,
    );
    return { ...f, id: `lane-${i}`, name: `${f.name} ${i}`, lines: i < sound.length ? f.lines : resized };
  });
}

export { writeBackup } from '$lib/core/library';
export { Material, groupKnows, planReport, promisedTo, rotation, suggest } from '$lib/core/classes';
export { arrange, footprintOf } from '$lib/core/hall';
export { demoClasses } from '$lib/demo';
