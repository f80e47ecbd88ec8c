import { describe, expect, it } from 'vitest';
import { analyse } from '$lib/core/analysis';
import { changeBetween, type Figure } from '$lib/core/figure';
import { breaches, gistOf, likeness, signatureOf } from '$lib/core/likeness';
import { GROUPS, allPatterns, consequence, offersFor, vary, type VaryFailure } from '$lib/core/vary';
import { demoFigures } from '$lib/demo';
import { breachText, conflictText, gistText, likenessText, placementText } from '.';
import {
  consequenceFacts,
  mendsText,
  offerTitle,
  patternText,
  repairWhy,
  variationText,
  varyFailureText,
} from './vary';

const demo = (id: string): Figure => demoFigures.find((f) => f.id === `demo-${id}`) as Figure;
const offers = (f: Figure, whose: 'both' | 'follower' = 'both') => {
  const a = analyse(f);
  return GROUPS.flatMap((group) => [...offersFor(a, { group, from: 24, to: 48, whose })]);
};

describe('the wording of variations', () => {
  it('every offer has a line of its own, in plain words', () => {
    for (const id of ['push-turn', 'six-triple', 'salsa1-basic', 'push-short']) {
      const list = offers(demo(id));
      const texts = list.map((o) => variationText(o.variation));
      for (const t of texts) expect(t).toMatch(/^[A-Z0-9][^_{}[\]]*$/);
      for (const o of list) expect(offerTitle(o.variation, 'both')).not.toMatch(/undefined|NaN/);
    }
  });

  it('says counts as they are written', () => {
    expect(variationText({ type: 'stretch', whose: 'both', at: 24, by: 12 })).toBe('3 lasts a beat longer');
    expect(variationText({ type: 'delay', whose: 'leader', at: 30, by: -6 })).toBe(
      'The leader’s 3& comes half a beat earlier',
    );
    expect(variationText({ type: 'wait', whose: 'both', at: 24, by: 36 })).toBe('Both wait 3 beats before 3');
    expect(variationText({ type: 'cut', from: 24, to: 36 })).toBe('Leave out 3');
    expect(variationText({ type: 'repeat', from: 0, to: 24, times: 3 })).toBe('1–2 danced 3 times');
    expect(variationText({ type: 'turn', whose: 'follower', from: 24, to: 36, amount: -540 })).toBe(
      'The follower’s turn on 3–4: one and a half turns left',
    );
    expect(offerTitle({ type: 'turn', whose: 'follower', from: 24, to: 36, amount: 180 }, 'both')).toBe(
      'Half a turn right (follower)',
    );
  });

  it('every pattern is named or said by its counts', () => {
    const all = allPatterns(2).map((p) => patternText(p, 24));
    expect(new Set(all).size).toBe(all.length);
    expect(patternText('s-tt', 24)).toContain('3');
    expect(patternText('-s-s', 24)).toBe('steps on 3&, 4&');
  });

  it('every reason has words, every mend too', () => {
    const reasons: VaryFailure[] = ['no-such-place', 'one-sided', 'no-room', 'hands-there', 'not-this-dance'];
    for (const r of reasons) expect(varyFailureText(r)).toMatch(/\.$/);
    expect(mendsText([])).toBe('');
    expect(mendsText(['raise-hand', 'raise-hand', 'less-turn'])).toBe('with a hand raised for it, a mend');
  });
});

describe('the wording of consequences', () => {
  const facts = (f: Figure, v: Parameters<typeof vary>[1]) => {
    const r = vary(f, v);
    if (!r.ok) throw new Error(r.error);
    return consequenceFacts(consequence(analyse(f), analyse(r.value))).map((x) => x.text);
  };
  it('length, leading, feet, rate, hold and findings are said', () => {
    expect(facts(demo('push'), { type: 'stretch', whose: 'both', at: 24, by: 12 })).toEqual(
      expect.arrayContaining(['7 counts instead of 6, must be led']),
    );
    const single = facts(demo('six-triple'), {
      type: 're-rhythm',
      whose: 'follower',
      from: 24,
      pattern: 's-s-',
    });
    expect(single).toContain('follower ends L free instead of R');
    expect(single.some((t) => t.includes('another foot is free at 5'))).toBe(true);
    const turn = facts(demo('push'), { type: 'turn', whose: 'follower', from: 24, to: 36, amount: 360 });
    expect(turn.some((t) => /turns a second at the fastest/.test(t))).toBe(true);
  });
  it('a repair says what the unit becomes and whether the partner feels it', () => {
    const a = analyse(demo('push-short'));
    const list = [...offersFor(a, { group: 'feet', from: 48, to: 72, whose: 'follower' })];
    expect(list[0]?.repair && repairWhy(list[0].repair)).toBe(
      'triple instead of double; where the partner does the same',
    );
  });
});

describe('the wording of versions and likeness', () => {
  it('what a version changes, what a layer breaks', () => {
    expect(gistText(gistOf(changeBetween(demo('push'), demo('push-turn'))))).toBe('from 2: turns, hands');
    expect(gistText({ from: undefined, parts: [] })).toBe('the same steps');
    const b = breaches(analyse(demo('push')), analyse(demo('push-short')));
    expect(b.map(breachText)).toEqual(['Follower 5: steps at other times', 'Follower 6: another foot']);
  });
  it('reads an alignment as a teacher would', () => {
    const like = (x: string, y: string) =>
      likenessText(likeness(signatureOf(analyse(demo(x))), signatureOf(analyse(demo(y)))), 2);
    expect(like('push', 'push')).toBe('the same throughout');
    expect(like('push', 'push-short')).toBe('the same up to count 4; 5–6 differ in rhythm, feet');
    expect(like('push', 'double-cross')).toMatch(/counts longer|only this one/);
    expect(placementText({ type: 'new' }, String)).toMatch(/core figure/);
  });
  it('a conflict says both words', () => {
    expect(
      conflictText({
        code: 'changed',
        item: { track: 'follower', at: '4', was: 'back', to: '4', now: 'back r1/2' },
        mine: 'back r1/2',
        theirs: 'back l1/4',
      }),
    ).toBe('Follower 4: here “back r1/2”, there “back l1/4”.');
    expect(conflictText({ code: 'detail', key: 'tempo', mine: 1, theirs: 2 })).toBe(
      'The tempo: both have changed it.',
    );
  });
});
