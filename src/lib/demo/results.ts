import { seeded } from '$lib/core/base';
import type { DrillId, DrillResult, PracticeResult, Tap } from '$lib/core/practice';

const DAY = 24 * 60 * 60 * 1000;
/** Steps of a six-count basic with two triples, in ticks: rock step, triple, triple. */
const STEPS = [0, 12, 24, 32, 36, 48, 56, 60];
const ROUNDS = 6;

/** Half past seven (UTC) of a day. */
const evening = (at: number): number => Math.floor(at / DAY) * DAY + 19.5 * 60 * 60 * 1000 - DAY;

/** Questions of the same fortnight: what was asked, and how often rightly answered of eight. */
const SITTINGS: readonly (readonly [DrillId, string, number, number])[] = [
  ['free-foot', 'Which foot is free', 12, 4],
  ['eights', 'Counts in the eights', 10, 5],
  ['free-foot', 'Which foot is free', 8, 6],
  ['eights', 'Counts in the eights', 5, 6],
  ['free-foot', 'Which foot is free', 3, 7],
  ['eights', 'Counts in the eights', 1, 8],
];
function sittings(now: number): readonly DrillResult[] {
  return SITTINGS.map(([drill, name, days, right], i) => {
    const at = evening(now - days * DAY);
    return {
      id: `demo-answers-${i}`,
      name,
      at,
      drill,
      answers: Array.from({ length: 8 }, (_, k) => ({
        about: `${drill} demo ${k}`,
        right: (k * 5 + i) % 8 < right,
        seconds: 3 + ((k * 7 + i) % 5),
        at: at + k * 15_000,
      })),
    };
  });
}

/** An invented fortnight of practice: tapping early and uneven at first, steadier every day; questions answered. */
export const demoResults = (now: number): readonly PracticeResult[] => [...tapped(now), ...sittings(now)];

function tapped(now: number): readonly PracticeResult[] {
  return Array.from({ length: 10 }, (_, day): PracticeResult => {
    const random = seeded(700 + day);
    const normal = (): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    const spread = 0.055 - 0.0035 * day;
    const early = -0.085 + 0.005 * day;
    const taps: Tap[] = [];
    for (let round = 0; round < ROUNDS; round++)
      STEPS.forEach((step, i) => {
        if (random() < 0.05 - 0.004 * day) return;
        // The third triple step is rushed: it lies two thirds into the beat.
        const late = early + spread * normal() + (step % 12 === 8 ? -0.02 : 0);
        const wrong = random() < 0.04 - 0.004 * day;
        taps.push({
          step,
          round,
          late: Math.round(late * 1e4) / 1e4 + 0,
          foot: (i % 2 === 0) !== wrong ? 'L' : 'R',
          wrong,
        });
      });
    return {
      id: `demo-result-${day}`,
      name: 'Basic with triples',
      at: evening(now - Math.round(13 - day * 1.4) * DAY),
      role: day % 3 === 2 ? 'follower' : 'leader',
      to: day < 4 ? 'click' : 'band',
      bpm: 120 + 4 * day,
      steps: STEPS.length * ROUNDS,
      taps,
    };
  });
}
