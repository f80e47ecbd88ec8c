import { describe, expect, it } from 'vitest';
import { analyse, defaultHeights } from '../../src/lib/core/analysis';
import { seeded } from '../../src/lib/core/base';
import { readText } from '../../src/lib/core/codecs';
import {
  applyEdit,
  asVersion,
  choiceKey,
  choicesOf,
  grow,
  pickedFigure,
  preferred,
  sayPicks,
  type Figure,
  type Picks,
} from '../../src/lib/core/figure';
import { check, checkBranches } from '../../src/lib/core/findings';
import { parse, print } from '../../src/lib/core/notation';
import { findingText } from '../../src/lib/messages';

const figureOf = (
  lines: string,
  head = 'dance: six-count-swing\nlevel: 4\nstart: open\nhold: left-right',
): Figure => {
  const read = readText(`figure: T\n${head}\n\n${lines}`, () => 'x');
  if (!read.ok || !read.value[0]) throw new Error(JSON.stringify(read));
  return read.value[0];
};
const printed = (line: string): string => print(parse(line).lines.map((l) => l.line));
const branches = (f: Figure) => checkBranches(analyse(f), defaultHeights);

describe('what else may be danced', () => {
  // Source: common practice, our own lines.
  it.each([
    ['leader 5 triple or coaster', 'leader 5 triple or coaster'],
    ['leader 5 triple or: coaster 7 walk', 'leader 5 triple or coaster 7 walk'],
    ['leader 5 back or: step and close 6 fwd', 'leader [5 back or 5 step & close] 6 fwd'],
    ['leader 5 single, double or triple turn right', 'leader 5 step r1 or step r2 or step r3'],
    [
      'leader 5 single, double or triple turn right as the follower likes',
      'leader 5 step r1 or step r2 or step r3 as the follower likes',
    ],
    ['leader 3 half or full turn left 4 close', 'leader 3 step l1/2 or step l1 4 close'],
    [
      'leader [5 back 6 replace or 5 touch 6 step] 7 walk',
      'leader [5 back 6 replace or 5 touch 6 step] 7 walk',
    ],
    ['leader 5 triple or [5 step 6 close] 7 walk', 'leader [5 triple or 5 step 6 close] 7 walk'],
    ['leader 5 triple or 5 coaster', 'leader 5 triple or coaster'],
    ['leader 3 wait any length 4 close', 'leader 3 hold any length 4 close'],
    ['leader 3 hold as long as you like', 'leader 3 hold any length'],
  ])('%s', (line, want) => {
    expect(parse(line).problems).toEqual([]);
    expect(printed(line)).toBe(want);
    expect(printed(want)).toBe(want);
  });

  it.each([
    'leader 5 triple or 7 walk',
    'leader [5 back 6 replace',
    'leader 5 back] 6 close',
    'leader [5 back] 6 close',
  ])('%s: what is missing is said, and nothing is lost', (line) => {
    expect(parse(line).problems.map((p) => p.code)).toContain('choice-open');
    const words = (t: string): string[] => (t.match(/[a-z]{3,}/g) ?? []).sort();
    expect(words(printed(line))).toEqual(words(line));
  });

  it('are listed with who chooses, and can be danced', () => {
    const f = figureOf(
      'leader 1 rock step 3 triple 5 triple or [5 step 6 step]\nfollower 1 rock step 3 triple or single turn right as the follower likes 5 triple',
    );
    const parsed = parse(f.lines);
    const points = choicesOf(parsed);
    expect(points.map((p) => [p.role, p.options, p.likes])).toEqual([
      ['leader', ['triple', '5 step 6 step'], 'leader'],
      ['follower', ['triple', 'step r1'], 'follower'],
    ]);
    const picks: Picks = new Map([[choiceKey(points[0]!), 1]]);
    expect(sayPicks(parsed, points, picks)).toBe('“5 step 6 step” at 5');
    const danced = pickedFigure(f, parsed, picks);
    expect(danced.lines.split('\n')[0]).toBe('leader 1 rock-step 3 triple 5 step 6 step');
    expect(danced.lines.split('\n')[1]).toBe(f.lines.split('\n')[1]);
  });

  it('one made the main line offers the other in its place, and back again is the figure', () => {
    const f = figureOf('leader 1 walk 2 walk [5 back 6 replace or 5 touch 6 step] 7 walk');
    const point = choicesOf(parse(f.lines))[0]!;
    const other = preferred(f, parse(f.lines), point, 1);
    expect(other.lines).toBe('leader 1 walk 2 walk [5 touch 6 step or 5 back 6 replace] 7 walk');
    const back = preferred(other, parse(other.lines), choicesOf(parse(other.lines))[0]!, 1);
    expect(printed(back.lines)).toBe(printed(f.lines));
  });

  it('go with a count that is moved, and stay with one that is changed', () => {
    const f = figureOf('leader 1 walk 2 walk 5 triple or coaster\nfollower 1 walk');
    const at = { line: 0, item: 2, step: 0 };
    const changed = applyEdit(figureOf('leader 5 back or fwd'), {
      type: 'set-action',
      role: 'leader',
      at: { line: 0, item: 0, step: 0 },
      patch: { size: 'small' },
    });
    expect(changed.ok && changed.value.lines).toBe('leader 5 back small or fwd');
    const moved = applyEdit(figureOf('leader 5 back or fwd 7 walk'), {
      type: 'move',
      role: 'leader',
      at: { line: 0, item: 0, step: 0 },
      by: 12,
    });
    expect(moved.ok && moved.value.lines).toBe('leader 6 back or fwd 7 walk');
    expect(f.lines).toContain('or coaster');
    expect(at.item).toBe(2);
  });
});

describe('versions of a figure with choices', () => {
  it('keep them, change them, and follow their parent', () => {
    const parent = figureOf(
      'leader [1 back 2 replace or 1 touch 2 touch] 3 triple or coaster as the follower likes 5 walk',
    );
    for (const lines of [
      'leader [1 back 2 replace or 1 touch 2 touch] 3 triple or coaster 5 walk back',
      'leader 1 back 2 replace 3 triple or coaster or sailor 5 walk',
      'leader [1 back small 2 replace or 1 touch 2 touch] 3 triple 5 walk or [5 hold 6 walk]',
    ]) {
      const version = asVersion(parent, { ...parent, id: 'v', lines });
      const grown = grow(version, parent);
      expect(grown.conflicts).toEqual([]);
      expect(printed(grown.figure.lines)).toBe(printed(lines));
    }
    const version = asVersion(parent, {
      ...parent,
      id: 'v',
      lines: parent.lines.replace('5 walk', '5 walk back'),
    });
    const corrected = { ...parent, lines: parent.lines.replace('or coaster', 'or sailor') };
    expect(grow(version, corrected).figure.lines).toContain('or sailor');
  });
});

describe('every way is checked', () => {
  it('a way that ends on the other foot is named by its choice, the main line is not', () => {
    const f = figureOf(
      'leader 1 rock step 3 triple 5 triple or [5 step 6 step]\nfollower 1 rock step 3 triple 5 triple',
    );
    expect(check(analyse(f)).filter((x) => x.severity === 'wrong')).toEqual([]);
    const found = branches(f);
    expect(found).toHaveLength(1);
    expect(found[0]).toMatchObject({
      code: 'branch',
      severity: 'wrong',
      details: { branch: '“5 step 6 step” at 5' },
    });
    expect(findingText(found[0]!).sentence).toMatch(/^Danced with “5 step 6 step” at 5: /);
  });

  it('ways that keep the feet are silent', () => {
    const f = figureOf(
      'leader 1 rock step 3 triple or coaster 5 triple or anchor\nfollower 1 rock step 3 triple 5 triple',
    );
    expect(branches(f)).toEqual([]);
  });

  it('two ways that are right alone and wrong together are named together', () => {
    const f = figureOf(
      'leader 1 fwd 2 fwd or touch 3 L fwd or R fwd 4 fwd\nfollower 1 back 2 back 3 back 4 back',
      'dance: modern-jive\nlevel: 4\nstart: open\nhold: none',
    );
    const found = branches(f);
    expect(found.length).toBeGreaterThan(0);
  });

  it('an arm that locks when every choice turns most is found, though none does alone', () => {
    const f = figureOf(
      `leader 1 place 2 place 3 place 4 place 5 place 6 place
follower 1 place 2 place 3 place or r1/2 place 4 place or r1/2 place 5 place 6 place
hands 1 left to right low
leads 2 guide`,
      'dance: six-count-swing\nlevel: 4\nstart: open\nhold: left-right\nend: open',
    );
    const alone = branches(f);
    expect(alone.every((x) => x.code === 'branch')).toBe(true);
  });

  it('finds a foot that stumbles wherever some combination does, on 300 seeds', () => {
    let some = 0;
    for (let seed = 1; seed <= 300; seed++) {
      const random = seeded(seed);
      const one = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
      const step = () => one(['fwd', 'L fwd', 'R fwd', 'touch', 'side', 'close', 'hold']);
      const line = [1, 2, 3, 4, 5, 6].map((n) => {
        const others = random() < 0.4 ? ` or ${step()}${random() < 0.4 ? ` or ${step()}` : ''}` : '';
        return `${n} ${step()}${others}`;
      });
      const f = figureOf(
        `leader ${line.join(' ')}\nfollower 1 back 2 back 3 back 4 back 5 back 6 back`,
        'dance: modern-jive\nlevel: 4\nstart: open\nhold: none',
      );
      const a = analyse(f);
      const points = choicesOf(a.parsed);
      const stumbles = (g: Figure): boolean =>
        analyse(g).roles.leader.actions.some(
          (w) => w.fault === 'standing-step' || w.fault === 'standing-gesture',
        );
      if (stumbles(f) || points.length === 0) continue;
      let all: Picks[] = [new Map()];
      for (const p of points)
        all = all.flatMap((m) =>
          p.options.map((_, k): Picks => (k === 0 ? m : new Map([...m, [choiceKey(p), k]]))),
        );
      const wrong = all.some((picks) => stumbles(pickedFigure(f, a.parsed, picks)));
      const found = branches(f).some(
        (x) => x.inner?.code === 'standing-step' || x.inner?.code === 'standing-gesture',
      );
      if (wrong) some++;
      // What is found alone may hide what would stumble with it, but never all of it.
      expect(wrong || !found, f.lines).toBe(true);
      if (wrong) expect(branches(f).length, f.lines).toBeGreaterThan(0);
    }
    expect(some).toBeGreaterThan(40);
  });
});
