import { danceOf } from '$lib/core/vocabulary';
import { asVersion, type Kept } from '$lib/core/figure';
import { demoFigures } from './figures';

export { demoCombinations } from './combinations';
export { demoFigures } from './figures';

/** What grew out of what, as the school tells it: a figure and the one it is a version of. */
const GREW_FROM: Readonly<Record<string, string>> = {
  'demo-push-turn': 'demo-push',
  'demo-free-spin': 'demo-push-turn',
  'demo-double-cross': 'demo-push-turn',
  'demo-turn-locked': 'demo-push-turn',
  'demo-push-short': 'demo-push',
  'demo-pass-blocked': 'demo-left-pass',
  'demo-left-pass-turn': 'demo-left-pass',
  'demo-left-pass-change': 'demo-left-pass-turn',
  'demo-six-single': 'demo-six-triple',
  'demo-six-tap': 'demo-six-triple',
  'demo-six-late': 'demo-six-triple',
  'demo-six-turn': 'demo-six-triple',
  'demo-six-turn-change': 'demo-six-turn',
  'demo-salsa1-turn': 'demo-salsa1-basic',
  'demo-salsa1-crossed': 'demo-salsa1-turn',
  'demo-salsa1-cross-turn': 'demo-salsa1-cross',
  'demo-salsa1-cross-change': 'demo-salsa1-cross-turn',
  'demo-swing-stop': 'demo-swing-basic',
};

const byId = new Map(demoFigures.map((f) => [f.id, f]));

/** By dance, then by name: as a list of them is read. */
const inOrder = [...demoFigures].sort(
  (a, b) => danceOf(a).name.localeCompare(danceOf(b).name) || a.name.localeCompare(b.name),
);

/** The demo repertoire as it is kept: core figures whole, versions by what they change. */
export const demoKept: readonly Kept[] = inOrder.map((f) => {
  const parent = byId.get(GREW_FROM[f.id] ?? '');
  return parent ? asVersion(parent, f) : f;
});
export * from './results';
export * from './songs';
export * from './practices';
export * from './classes';
