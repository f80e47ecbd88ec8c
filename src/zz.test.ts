import { it, expect } from 'vitest';
import { readFileSync } from 'node:fs';
import { analyse } from '$lib/core/analysis';
import { readText } from '$lib/core/codecs';
import { check } from '$lib/core/findings';
import { armStretches } from '$lib/core/scene';
import { findingText } from '$lib/messages';
it('corpus', () => {
  expect(1).toBe(1);
  const list = JSON.parse(readFileSync(process.env.CORPUS ?? 'tests/corpus/handbook.json', 'utf8'));
  let wrong = 0,
    bad = 0;
  for (const f of list) {
    const r = readText(f.text, () => 'x');
    if (!r.ok) {
      console.log(f.id, 'UNREADABLE', JSON.stringify(r.error));
      continue;
    }
    const a = analyse(r.value[0]!);
    const e = f.expect ?? {};
    const out: string[] = [];
    for (const p of a.parsed.problems) out.push('PROBLEM ' + p.code + JSON.stringify(p.details));
    if (e.counts !== undefined && a.counts !== e.counts) out.push(`counts ${a.counts} want ${e.counts}`);
    for (const [k, role] of [
      ['L', 'leader'],
      ['F', 'follower'],
    ] as const) {
      const x = e[k];
      if (!x) continue;
      const r = a.roles[role];
      if (x.changes !== undefined && r.changes !== x.changes)
        out.push(`${k} changes ${r.changes} want ${x.changes}`);
      if (x.turn !== undefined && r.total !== x.turn) out.push(`${k} turn ${r.total} want ${x.turn}`);
      if (x.free !== undefined && r.endFree !== x.free) out.push(`${k} free ${r.endFree} want ${x.free}`);
      if (x.head) {
        const h = r.actions.map((w) => ((Math.round((r.path.facing[w.tick + 12] ?? 0) / 45) % 8) + 8) % 8);
        if (JSON.stringify(h) !== JSON.stringify(x.head)) out.push(`${k} head ${h} want ${x.head}`);
      }
    }
    const rel =
      ((Math.round((a.roles.follower.path.facing.at(-1)! - a.roles.leader.path.facing.at(-1)!) / 45) % 8) +
        8) %
      8;
    if (e.rel !== undefined && rel !== e.rel) out.push(`rel ${rel} want ${e.rel}`);
    if (e.rotation !== undefined && Math.abs(a.floor.rotation - e.rotation) > 5)
      out.push(`rotation ${a.floor.rotation.toFixed(1)} want ${e.rotation}`);
    if (e.form !== undefined && a.floor.end.formation !== e.form)
      out.push(
        `form ${a.floor.end.formation} (${a.floor.end.right.toFixed(2)},${a.floor.end.ahead.toFixed(2)}) want ${e.form}`,
      );
    const names = armStretches(a).map((s) => s.name.title);
    if (e.last !== undefined && !names.at(-1)?.includes(e.last))
      out.push(`last "${names.at(-1)}" want "${e.last}"`);
    for (const s of e.some ?? [])
      if (!names.some((n) => n.includes(s))) out.push(`some "${s}" not in ${names}`);
    const fs = check(a);
    if (fs.some((x) => x.severity === 'wrong')) wrong++;
    if (out.length) bad++;
    const w = Math.max(0, ...a.floor.words.map((b) => b.strain));
    console.log(
      `${f.id}: cost ${a.solved.solution.cost.toFixed(1)} it ${a.solved.solution.iterations} word ${w.toFixed(1)} other ${a.floor.strained?.kind ?? ''} ${a.floor.strained?.strain.toFixed(1) ?? ''} ${a.floor.sides.map((s) => `side ${s.leader} ${s.decidedBy.toFixed(1)}`)} | ${fs.map((x) => x.severity[0] + ':' + x.code + '@' + (x.tick / 12 + 1).toFixed(1) + (process.env.TEXT ? ' ' + findingText(x).sentence : '')).join(' ')}${out.length ? '\n    !! ' + out.join('; ') : ''}`,
    );
  }
  console.log('wrong', wrong, 'bad', bad, 'of', list.length);
});
