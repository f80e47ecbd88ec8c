import { it, expect } from 'vitest';
import { readFileSync } from 'node:fs';
import { analyse } from '$lib/core/analysis';
import { readText } from '$lib/core/codecs';
import { demoFigures } from '$lib/demo/figures';
import { descend, bentWords } from '$lib/core/floor';
it('moved', () => {
  expect(1).toBe(1);
  const list = JSON.parse(readFileSync('tests/corpus/handbook.json', 'utf8')).map((f: any) => ({ id: f.id, fig: (readText(f.text, () => 'x') as any).value[0] }));
  for (const d of demoFigures) list.push({ id: d.id, fig: d });
  for (const { id, fig } of list) {
    const a = analyse(fig);
    if (!a.floor.moved('bodies').length) continue;
    const free = descend(a.solved.problem, a.solved.solution.x, { without: 'bodies' });
    const [w, o] = [bentWords(a.solved), bentWords({ ...a.solved, solution: free })];
    const out = w.map((b, i) => ({ r: b.role[0], t: b.tick / 12 + 1, d: Math.hypot(b.at.x - b.said.x - o[i]!.at.x + o[i]!.said.x, b.at.y - b.said.y - o[i]!.at.y + o[i]!.said.y), s: b.strain - o[i]!.strain })).sort((x, y) => y.d - x.d).filter((x) => x.d > 0.05).slice(0, 6);
    if (out.length) console.log(id, a.floor.passes.length, (a.solved.solution.cost - free.cost).toFixed(1), out.map((x) => `${x.r}@${x.t.toFixed(1)} ${(x.d * 100).toFixed(0)}cm s${x.s.toFixed(1)}`).join(' '));
  }
});
