import { it, expect } from 'vitest';
import { analyse } from '$lib/core/analysis';
import { check } from '$lib/core/findings';
import { parse } from '$lib/core/notation';
import { problemOf, solveFloor } from '$lib/core/floor';
import { medium, long } from '../scripts/bench-core';
import { demoFigures } from '$lib/demo/figures';
it('t', () => {
  expect(1).toBe(1);
  const time = (f: () => unknown, n: number) => { for (let i = 0; i < 30; i++) f(); const t: number[] = []; for (let i = 0; i < n; i++) { const a = performance.now(); f(); t.push(performance.now() - a); } t.sort((x, y) => x - y); return t[n >> 1]!.toFixed(3); };
  for (const [name, fig] of [['medium', medium], ['long', long], ['two passes', { ...demoFigures.find((f) => f.id === 'demo-left-pass')!, lines: demoFigures.find((f) => f.id === 'demo-left-pass')!.lines }]] as const) {
    const a = analyse(fig);
    const inp = a.solved.problem.input;
    const n = name === 'long' ? 60 : 300;
    const p = problemOf(inp);
    let w = 0; for (let i = 0; i < p.matrix.first.length; i++) w += i - p.matrix.first[i]!;
    console.log(name, 'blocks', p.blocks, 'grid', p.grid.length, 'terms', p.terms.length, 'width', (w / p.matrix.first.length).toFixed(1), 'its', a.solved.solution.iterations, 'sides', a.floor.sides.length);
    console.log('parse', time(() => parse(fig.lines), n), 'problem', time(() => problemOf(inp), n), 'cold', time(() => solveFloor(inp), n), 'warm', time(() => solveFloor(inp, () => a.solved.solution.x), n), 'analyse', time(() => analyse(fig), n), 'check', time(() => check(a), n), 'both', time(() => check(analyse(fig)), n), 'near', time(() => check(analyse(fig, undefined, undefined, { near: a })), n));
  }
});
