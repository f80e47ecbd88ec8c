import { describe, expect, it } from 'vitest';
import {
  DANCES,
  DANCE_IDS,
  DIRECTIONS,
  DIRECTION_NAMES,
  FEELS,
  FEEL_NAMES,
  FOOTWORK,
  FOOTWORK_NAMES,
  FORMATIONS,
  HOLDS,
  HOLD_IDS,
  KINDS,
  KIND_NAMES,
  LANE_WORDS,
  LEVELS,
  LEVEL_IDS,
  SIZES,
  STEP_STYLES,
  STEP_STYLE_NAMES,
  SUBS,
  UNITS,
  UNIT_NAMES,
  WORDS,
  editDistance,
  nearestWord,
  plainWord,
} from './index';

const allWords = [
  ...KIND_NAMES.flatMap((k) => KINDS[k].words as readonly string[]),
  ...DIRECTION_NAMES.flatMap((d) => DIRECTIONS[d].words as readonly string[]),
  ...FOOTWORK_NAMES.flatMap((f) => FOOTWORK[f].words as readonly string[]),
  ...UNIT_NAMES.flatMap((u) => UNITS[u].words as readonly string[]),
  ...Object.values(SIZES).flatMap((s) => s.words as readonly string[]),
  ...Object.values(LANE_WORDS).flatMap((l) => l.words as readonly string[]),
  ...STEP_STYLE_NAMES.flatMap((x) => STEP_STYLES[x].words as readonly string[]),
  'then',
];

describe('words', () => {
  it('no word means two things, and none looks like a count, a foot or a turn', () => {
    expect(new Set(allWords).size).toBe(allWords.length);
    for (const word of allWords) {
      expect(WORDS.has(word), word).toBe(true);
      expect(word, word).toMatch(/^(?![eaQS]$)(?![LR]F?$)(?![rl]\d)[a-zé]+([- ][a-zé]+)*$/);
    }
  });

  it('both spellings of what is written in several words, and of the centre', () => {
    for (const [one, two] of [
      ['rock-step', 'rock step'],
      ['in place', 'in-place'],
      ['to the centre', 'to the center'],
      ['heel-toe', 'heel toe'],
    ]) {
      expect(WORDS.get(one!)).toBe(WORDS.get(two!));
      expect(WORDS.get(one!)).toBeDefined();
    }
  });

  it('verbs are known with their endings', () => {
    expect(['Crosses', 'stepping', 'closes', 'touching', 'walks', 'dips'].map(plainWord)).toEqual([
      'cross',
      'step',
      'close',
      'touch',
      'walks',
      'dip',
    ]);
  });

  it('a slip of the fingers finds its word, a strange word finds none', () => {
    for (const [slip, word] of [
      ['bakc', 'back'],
      ['colse', 'close'],
      ['tripel', 'triple'],
      ['fwdd', 'fwd'],
      ['replce', 'replace'],
    ]) {
      expect(nearestWord(slip!)).toBe(word);
    }
    expect(nearestWord('xylophone')).toBeUndefined();
  });

  it('edit distance is a metric on the words', () => {
    const some = allWords.slice(0, 14);
    for (const a of some) {
      expect(editDistance(a, a)).toBe(0);
      for (const b of some) {
        expect(editDistance(a, b)).toBe(editDistance(b, a));
        expect(editDistance(a, b)).toBeGreaterThanOrEqual(Math.abs(a.length - b.length));
      }
    }
  });
});

describe('tables', () => {
  it('every feel gives every label its own tick, in order, inside the beat', () => {
    for (const feel of FEEL_NAMES) {
      const ticks = SUBS.map((s) => FEELS[feel].ticks[s]);
      expect(ticks).toEqual([...ticks].sort((a, b) => a - b));
      expect(new Set(ticks).size).toBe(SUBS.length);
      expect(Math.max(...ticks)).toBeLessThan(12);
    }
  });

  // Source: common practice: what each rhythm word does to the free foot.
  it('rhythm words change weight as often as they are known to', () => {
    const changes = Object.fromEntries(
      UNIT_NAMES.map((u) => [u, UNITS[u].steps.filter((s) => KINDS[s.kind].weight === 'takes').length]),
    );
    expect(changes).toMatchObject({
      walk: 1,
      walks: 2,
      triple: 3,
      chasse: 3,
      'rock-step': 2,
      anchor: 3,
      coaster: 3,
      sailor: 3,
      'lock-step': 3,
      'kick-ball-change': 2,
      'step-touch': 1,
      'touch-step': 1,
      rest: 0,
      mambo: 3,
      grapevine: 4,
    });
  });

  it('rhythm words keep their steps in order and inside their length', () => {
    for (const unit of UNIT_NAMES) {
      const at = UNITS[unit].steps.map((s) => s.beat * 12 + FEELS.straight.ticks[s.sub]);
      expect(at, unit).toEqual([...at].sort((a, b) => a - b));
      expect(at[0], unit).toBe(0);
      expect(Math.max(...at), unit).toBeLessThan(UNITS[unit].beats * 12);
    }
  });

  it('every dance has a tempo, a step and a start that exist', () => {
    for (const id of DANCE_IDS) {
      const d = DANCES[id];
      expect(d.tempo.max, id).toBeGreaterThan(d.tempo.min);
      expect(d.step, id).toBeGreaterThan(0.05);
      expect(d.step, id).toBeLessThan(0.45);
      expect(d.slow, id).toBe((id === 'tango-vals' ? 3 : 2) * d.quick);
      expect(FORMATIONS[d.formation], id).toBeDefined();
      expect(HOLDS[d.hold], id).toBeDefined();
    }
  });

  it('a hand is used once in a hold', () => {
    for (const id of HOLD_IDS) {
      const hands = HOLDS[id].hands as readonly (readonly [string, string])[];
      expect(new Set(hands.map(([l]) => l)).size, id).toBe(hands.length);
      expect(new Set(hands.map(([, f]) => f)).size, id).toBe(hands.length);
    }
  });

  it('higher levels may turn faster', () => {
    const rates = LEVEL_IDS.map((l) => LEVELS[l].turnRate);
    expect(rates).toEqual([...rates].sort((a, b) => a - b));
  });

  // Derived: facing 4 eighths, shadow and tandem 0, fan 2.
  it('relative headings of the formations', () => {
    expect([
      FORMATIONS.open.turn,
      FORMATIONS.closed.turn,
      FORMATIONS.shadow.turn,
      FORMATIONS.tandem.turn,
      FORMATIONS.fan.turn,
    ]).toEqual([180, 180, 0, 0, 90]);
  });
});
