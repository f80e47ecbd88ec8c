import { describe, expect, it } from 'vitest';
import { graph, nameOf, plansFor, routes, stateOfHold } from '$lib/core/arms';
import {
  amountWords,
  armAdviceText,
  armFailureText,
  heldHands,
  noRouteText,
  planLabel,
  routeFailureText,
  routeSummary,
  stepText,
  turnWord,
  waysText,
} from './arms';

const two = stateOfHold('two-hand');

describe('turns in words', () => {
  it('inside is towards the side opposite the held hand, outside towards it; two hands: left and right (common practice)', () => {
    const school = 'inside-outside';
    expect(turnWord('follower', -360, ['R'], school)).toBe('inside');
    expect(turnWord('follower', 360, ['R'], school)).toBe('outside');
    expect(turnWord('follower', 360, ['L'], school)).toBe('inside');
    expect(turnWord('follower', -360, ['L'], school)).toBe('outside');
    expect(turnWord('follower', 360, ['L', 'R'], school)).toBe('right');
    expect(turnWord('follower', 360, [], school)).toBe('right');
    expect(turnWord('follower', -360, ['R'], 'left-right')).toBe('left');
    expect(heldHands(stateOfHold('left-right'), 'follower')).toEqual(['R']);
  });
  it('amounts are said in the trade’s words', () => {
    expect([180, -360, 540, 900, 1080].map(amountWords)).toEqual([
      'half a turn',
      'one turn',
      'one and a half turns',
      'two and a half turns',
      '3 turns',
    ]);
  });
});

describe('plans in words', () => {
  it('say what each hand does and what stops the others', () => {
    const { plans, impossible } = plansFor(two, { leader: 0, follower: 360 });
    expect(plans.map((p) => waysText(p.ways))).toEqual(['both hands over', 'left over; right low']);
    expect(planLabel(plans[1]!, 'Hammerlock')).toBe(
      'left over; right low: Hammerlock. Follower’s left arm goes behind the back: never force it.',
    );
    expect(armFailureText(impossible[0]!.why)).toBe('the follower’s right arm locks at the second half turn');
    expect(armAdviceText(impossible[0]!.why)).toMatch(/raise/);
    const three = plansFor(two, { leader: 0, follower: 540 }).impossible.map((p) => armFailureText(p.why));
    expect(three).toContain('the follower’s left arm locks at the third half turn');
  });
  it('have a sentence for every plan and failure from every state', () => {
    for (const s of graph().states) {
      for (const by of [180, -360, 540]) {
        const { plans, impossible } = plansFor(s, { leader: 0, follower: by });
        for (const p of plans) expect(planLabel(p, nameOf(p.result).title)).not.toMatch(/undefined|NaN/);
        for (const p of impossible)
          expect(`${waysText(p.ways)} ${armFailureText(p.why)}`).not.toMatch(/undefined|NaN/);
      }
    }
  });
  it('name a hand on the body that is in the way', () => {
    const { impossible } = plansFor(stateOfHold('closed'), { leader: 0, follower: 360 });
    expect(impossible.map((p) => armFailureText(p.why))).toContain(
      'the leader’s hand on the shoulder blade is in the way',
    );
  });
});

describe('ways in words', () => {
  it('every step of every way has a sentence', () => {
    const { states } = graph();
    for (let i = 0; i < 60; i++) {
      const found = routes(two, states[(i * 53) % states.length]!, {});
      for (const r of found.ok ? found.value : []) {
        expect(routeSummary(r)).not.toMatch(/undefined|NaN/);
        r.steps.forEach((step, k) => {
          const before = r.steps[k - 1]?.result ?? r.states[0]!;
          expect(stepText(step, before, 'inside-outside')).toMatch(/^[A-Z][^.]{6,}$/);
          expect(stepText(step, before, 'left-right')).not.toMatch(/undefined/);
        });
      }
    }
    const there = routes(two, two);
    expect(there.ok && routeSummary(there.value[0]!)).toBe('You are there.');
  });
  it('say why there is none, and what to relax', () => {
    expect(noRouteText({ code: 'too-few-beats', needs: 3 })).toMatch(/needs 3 beats/);
    expect(noRouteText({ code: 'none-within-limits' })).toMatch(/Let a hand go/);
    expect(noRouteText({ code: 'not-settled', which: 'from' })).toMatch(/half-way/);
    expect(noRouteText({ code: 'not-settled', which: 'to' })).toMatch(/goal/);
    const say = (t: number) => String(t / 12 + 1);
    expect(routeFailureText({ code: 'no-step', role: 'follower', tick: 24 }, say)).toMatch(
      /follower has no step at 3/,
    );
    expect(routeFailureText({ code: 'too-long', ends: 99 }, say)).toMatch(/earlier count/);
    expect(routeFailureText({ code: 'edit', error: 'no-such-step' }, say)).toMatch(/step/);
  });
});
