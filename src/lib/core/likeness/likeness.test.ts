import { describe, expect, it } from 'vitest';
import { analyse } from '../analysis';
import { seeded } from '../base';
import { demoFigures } from '../../demo/figures';
import { asVersion, changeBetween, type Figure } from '../figure';
import { vary } from '../vary';
import {
  FIELDS,
  breaches,
  differences,
  gistOf,
  likeness,
  mostLike,
  placementFor,
  scoreOfLikeness,
  signatureOf,
  treeOf,
  unitDistance,
  withBelow,
  type Leaf,
  type Signature,
} from '.';
import { seedOf } from '../../../../tests/seeds';

const demo = (id: string): Figure => demoFigures.find((f) => f.id === `demo-${id}`) as Figure;
const all = demoFigures.map((f) => signatureOf(analyse(f)));
const of = (id: string): Signature => all.find((s) => s.id === `demo-${id}`) as Signature;
const random = seeded(seedOf(11));
const anySignature = (units: number): Signature => ({
  id: 'x',
  unitBeats: 2,
  units: Int8Array.from({ length: units * FIELDS }, () => Math.floor(random() * 4)),
});

/** The cheapest alignment by trying every one. */
function slowest(a: Signature, b: Signature, i = 0, j = 0): number {
  const n = a.units.length / FIELDS;
  const m = b.units.length / FIELDS;
  if (i === n) return (m - j) * 0.6;
  if (j === m) return (n - i) * 0.6;
  return Math.min(
    unitDistance(a.units, i, b.units, j) + slowest(a, b, i + 1, j + 1),
    0.6 + slowest(a, b, i + 1, j),
    0.6 + slowest(a, b, i, j + 1),
  );
}

describe('likeness', () => {
  it('is 1 of a figure and itself, between 0 and 1, and the same both ways', () => {
    for (const a of all)
      for (const b of all) {
        const s = scoreOfLikeness(a, b);
        expect(s).toBeGreaterThanOrEqual(0);
        expect(s).toBeLessThanOrEqual(1);
        if (a === b) expect(s).toBe(1);
        expect(scoreOfLikeness(b, a)).toBeCloseTo(s, 12);
        expect(likeness(a, b).score).toBeCloseTo(s, 12);
      }
  });

  it('is the cheapest of all alignments, by trying them all', () => {
    for (let k = 0; k < 150; k++) {
      const a = anySignature(1 + Math.floor(random() * 4));
      const b = anySignature(1 + Math.floor(random() * 4));
      const longest = Math.max(a.units.length, b.units.length) / FIELDS;
      const wanted = Math.max(0, 1 - slowest(a, b) / longest);
      expect(scoreOfLikeness(a, b)).toBeCloseTo(wanted, 10);
      const explained = likeness(a, b);
      expect(explained.score).toBeCloseTo(wanted, 10);
      const cost = explained.matches.reduce(
        (sum, m) =>
          sum +
          (m.here === undefined || m.there === undefined
            ? 0.6
            : unitDistance(a.units, m.here, b.units, m.there)),
        0,
      );
      expect(Math.max(0, 1 - cost / longest)).toBeCloseTo(wanted, 10);
    }
  });

  it('explains: the same up to a count, then what differs', () => {
    const l = likeness(of('push'), of('free-spin'));
    expect(l.matches[0]?.differ).toEqual(['hold']);
    const turn = likeness(of('push'), of('push-turn'));
    expect(turn.sameUnits).toBe(1);
    expect(turn.matches[1]?.differ).toContain('turn');
    expect(turn.matches[2]?.differ).toEqual([]);
  });

  it('finds the nearest first, as a full sort does, and never the figure itself', () => {
    for (const one of all) {
      const best = mostLike(one, all, 5);
      const sorted = all
        .filter((s) => s !== one)
        .map((s) => scoreOfLikeness(one, s))
        .sort((a, b) => b - a)
        .slice(0, 5);
      best.forEach((b, i) => expect(b.score).toBeCloseTo(sorted[i] ?? -1, 12));
      expect(best.map((b) => b.id)).not.toContain(one.id);
    }
    expect(mostLike(of('push'), all, 3).map((b) => b.id)).toContain('demo-push-short');
  });

  it('a figure in bars of three has nothing in common with one in twos', () => {
    expect(scoreOfLikeness(of('waltz-natural'), of('push'))).toBe(0);
  });
});

const leaf = (f: Figure, of?: Figure): Leaf => ({
  id: f.id,
  name: f.name,
  family: f.family,
  ...(of ? { version: asVersion(of, f) } : {}),
});

describe('the tree', () => {
  const push = demo('push');
  const turn = { ...demo('push-turn'), family: 'push' };
  const leaves = [leaf(push), leaf(turn, push), leaf(demo('double-cross'), turn), leaf(demo('left-pass'))];

  it('families, cores, versions of versions; nobody is lost', () => {
    const tree = treeOf(leaves);
    expect(tree.map((f) => f.name)).toEqual(['pass', 'push']);
    const core = tree[1]?.cores[0];
    expect(core && withBelow(core).map((b) => b.leaf.id)).toEqual([push.id, turn.id, 'demo-double-cross']);
    const orphan = treeOf([leaf(turn, push)]);
    expect(orphan[0]?.cores[0]?.leaf.id).toBe(turn.id);
  });

  it('says where a version leaves its parent and by what', () => {
    expect(gistOf(changeBetween(push, turn))).toEqual({
      from: 2,
      parts: ['turns', 'hands', 'words'],
    });
    const longer = vary(push, { type: 'stretch', whose: 'both', at: 12, by: 12 });
    expect(longer.ok && gistOf(changeBetween(push, longer.value)).parts).toContain('timing');
  });

  it('suggests a place: with the core it begins like, in a family, or on its own', () => {
    const byId = new Map(leaves.map((l) => [l.id, l]));
    const sigs = all.filter((s) => byId.has(s.id));
    const fresh = signatureOf(
      analyse({ ...push, id: 'new', lines: push.lines.replace('4 back', '4 back r1/2') }),
    );
    expect(placementFor(mostLike(fresh, sigs, 3), byId)).toMatchObject({ type: 'version-of', core: push.id });
    expect(placementFor([], byId)).toEqual({ type: 'new' });
    expect(placementFor(mostLike(of('waltz-natural'), sigs, 1), byId).type).toBe('new');
  });
});

describe('layers', () => {
  const push = analyse(demo('push'));
  it('a turn on the same footprints is a layer; other counts, feet or places are not', () => {
    expect(breaches(push, push)).toEqual([]);
    const turned = vary(demo('push'), { type: 'turn', whose: 'follower', from: 24, to: 36, amount: 360 });
    const swapped = vary(demo('push'), { type: 're-rhythm', whose: 'follower', from: 24, pattern: 's-s-' });
    const longer = vary(demo('push'), { type: 'stretch', whose: 'both', at: 12, by: 12 });
    if (!turned.ok || !swapped.ok || !longer.ok) throw new Error('not made');
    const what = (f: Figure) => [...new Set(breaches(push, analyse(f)).map((b) => b.what))];
    expect(what(turned.value)).not.toContain('timing');
    expect(what(turned.value)).not.toContain('foot');
    expect(what(swapped.value)).toContain('timing');
    expect(what(longer.value)).toContain('length');
    const far = { ...demo('push'), lines: demo('push').lines.replace('2 fwd 3', '2 back 3') };
    expect(breaches(push, analyse(far))[0]).toMatchObject({ what: 'place', role: 'follower', tick: 12 });
  });

  it('marks every difference and nothing that is equal', () => {
    expect(differences(push, push)).toEqual([]);
    const d = differences(push, analyse(demo('push-turn')));
    expect(d.filter((x) => x.track === 'follower').map((x) => x.tick / 12 + 1)).toEqual([3, 3 + 8 / 12, 4]);
    expect(d.filter((x) => x.track === 'leader')).toEqual([]);
    expect(d.filter((x) => x.track === 'hands').map((x) => x.kind)).toEqual(['new', 'gone', 'changed']);
  });
});
