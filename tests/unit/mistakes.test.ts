import { describe, expect, it } from 'vitest';
import { analyse } from '../../src/lib/core/analysis';
import { readText } from '../../src/lib/core/codecs';
import { check, fixesFor, type FindingCode } from '../../src/lib/core/findings';
import type { Figure } from '../../src/lib/core/figure';

/**
 * Figures as they are taught with one mistake of the kind pupils and teachers make, written before they were tried. Source:
 * common practice for the figures (from memory) and for what is wrong with them.
 */
interface Mistake {
  readonly what: string;
  readonly head: string;
  readonly lines: string;
  readonly codes: readonly FindingCode[];
  /** The count, or the first of its unit, at which it is said, where there is one right answer. */
  readonly at?: number;
}

const CLOSED = 'hands 1 left to right shoulder, right on shoulder blade, follower left on upper arm';
const CLOSED_2 = CLOSED.replace('1', '2');
const EMBRACE = 'hands 1 left to right shoulder, right on back, follower left on shoulder';

const MISTAKES: readonly Mistake[] = [
  {
    what: 'the anchor has two steps for one role, three for the other',
    head: 'dance: slot-swing\nstart: open\nhold: two-hand',
    lines: `
leader 1 back 2 close 3 triple 5 hook & replace 6 place
follower 1 fwd 2 fwd 3 triple 5 hook 6 back
hands 1 two hands low`,
    codes: ['same-foot', 'end-foot'],
  },
  {
    what: 'a triple stepped as a double, put right with nothing',
    head: 'dance: six-count-swing\nstart: open\nhold: left-right',
    lines: `
leader 1 triple side 3 side 4 close 5 rock step
follower 1 triple side 3 triple side 5 rock step
hands 1 left to right low`,
    codes: ['same-foot', 'end-foot'],
    at: 3,
  },
  {
    what: 'the rock step on the foot that stands',
    head: 'dance: six-count-swing\nstart: open\nhold: left-right',
    lines: `
leader 1 triple side 3 triple side 5 R back 6 replace
follower 1 triple side 3 triple side 5 rock step
hands 1 left to right low`,
    codes: ['standing-step'],
    at: 5,
  },
  {
    what: 'the follower’s half turn at the end of the side pass is left out',
    head: 'dance: slot-swing\nstart: open\nhold: left-right\nend: open',
    lines: `
leader 1 l1/4 back 2 place 3 place & place 4 l1/4 close 5 hook & replace 6 place
follower 1 fwd 2 fwd 3 fwd & fwd 4 fwd 5 hook & replace 6 back
hands 1 left to right low 2 guide`,
    codes: ['end-facing', 'end-place'],
  },
  {
    what: 'the leader of the side pass does not leave the lane',
    head: 'dance: slot-swing\nstart: open\nhold: left-right\nend: open',
    lines: `
leader 1 back 2 place 3 place & place 4 l1/2 close 5 hook & replace 6 place
follower 1 fwd 2 fwd 3 fwd & fwd 4 l1/2 back 5 hook & replace 6 back
hands 1 left to right low 2 guide`,
    codes: ['lane-blocked', 'collision', 'end-place'],
  },
  {
    what: 'a turn under an arm nobody has raised',
    head: 'dance: six-count-swing\nstart: open\nhold: left-right',
    lines: `
leader 1 triple side 3 triple side 5 rock step
follower 1 triple side 3 r1/4 side & r1/4 close 4 r1/2 side 5 rock step
hands 1 left to right low`,
    codes: ['not-raised', 'arm-locks'],
  },
  {
    what: 'one and a half turns instead of one',
    head: 'dance: six-count-swing\nstart: open\nhold: left-right\nend: open\nlevel: 4',
    lines: `
leader 1 triple side 3 triple side 5 rock step
follower 1 triple side 3 r1/2 side & r1/2 close 4 r1/2 side 5 rock step
hands 1 left to right low 2 raise left 5 lower left
leads 2 lift`,
    codes: ['end-facing'],
  },
  {
    what: 'a turn no lead prepares',
    head: 'dance: salsa-on-1\nstart: open\nhold: left-right\ntempo: 150-170',
    lines: `
leader 1 fwd 2 replace 3 close 4 hold 5 back 6 replace 7 close 8 hold
follower 1 back 2 replace 3 close 4 hold 5 r1/4 fwd 6 r1/2 replace 7 r1/4 close 8 hold
hands 1 left to right low 5 raise left 7 lower left
leads 5 raise`,
    codes: ['no-lead'],
  },
  {
    what: 'beginners asked for one and a half turns in two beats',
    head: 'dance: salsa-on-1\nstart: open\nhold: left-right\nlevel: 1\ntempo: 180-210',
    lines: `
leader 1 fwd 2 replace 3 close 4 hold 5 back 6 replace 7 close 8 hold
follower 1 back 2 replace 3 close 4 hold 5 r1/2 fwd 6 r1/2 replace 7 close 8 hold
hands 1 left to right low 4 raise left 7 lower left
leads 4 raise`,
    codes: ['turn-too-fast'],
  },
  {
    what: 'the hold on 4 stepped in salsa',
    head: 'dance: salsa-on-1\nstart: open\nhold: two-hand',
    lines: `
leader 1 fwd 2 replace 3 close 4 place 5 back 6 replace 7 close 8 hold
follower 1 back 2 replace 3 close 4 hold 5 fwd 6 replace 7 close 8 hold
hands 1 two hands low`,
    codes: ['own-timing', 'same-foot', 'end-foot'],
    at: 3,
  },
  {
    what: 'one bar of salsa written a count too long for one role',
    head: 'dance: salsa-on-1\nstart: open\nhold: two-hand',
    lines: `
leader 1 fwd 2 replace 3 close 4 hold 5 back 6 replace 7 close 8 hold
follower 1 back 2 replace 3 close 4 hold 5 fwd 6 replace 7 close 8 hold 9 place
hands 1 two hands low`,
    codes: ['totals-differ', 'end-foot'],
  },
  {
    what: 'a waltz natural with all the eighths as quarters',
    head: 'dance: waltz\nstart: closed\nhold: closed\nfacing: 45\nfree: leader R follower L\nend-facing: -45',
    lines: `
leader 1 fwd 2 r1/4 side 3 close 1 back 2 r1/4 side 3 close
follower 1 back 2 r1/4 side 3 close 1 fwd 2 r1/4 side 3 close
${CLOSED}`,
    codes: ['end-heading'],
  },
  {
    what: 'the three eighths of one role of a waltz turn left out',
    head: 'dance: waltz\nstart: closed\nhold: closed\nfacing: 45\nfree: leader R follower L',
    lines: `
leader 1 fwd 2 r1/4 side 3 r1/8 close 1 back 2 r3/8 side 3 close
follower 1 back 2 side 3 close 1 fwd 2 r1/4 side 3 r1/8 close
${CLOSED}`,
    codes: ['end-facing'],
  },
  {
    what: 'partners in a closed hold both step forward',
    head: 'dance: waltz\nstart: closed\nhold: closed\nfacing: 45\nfree: leader R follower L',
    lines: `
leader 1 fwd 2 side 3 close
follower 1 fwd 2 side 3 close
${CLOSED}`,
    codes: ['steps-part', 'collision'],
  },
  {
    what: 'the turn of the couple in one direction for the leader, the other for the follower',
    head: 'dance: waltz\nstart: closed\nhold: closed',
    lines: `
leader 1 l1/4 fwd 2 side 3 close 1 l1/4 back 2 side 3 close
follower 1 l1/4 back 2 side 3 close 1 r1/4 fwd 2 side 3 close
${CLOSED}`,
    codes: ['end-facing'],
  },
  {
    what: 'a waltz bar with the closing step left out for both',
    head: 'dance: waltz\nstart: closed\nhold: closed\nfacing: 45\nfree: leader R follower L',
    lines: `
leader 1 fwd 2 side 3 close 1 L fwd 2 side 3 close
follower 1 back 2 side 1 R back 2 side 3 close
${CLOSED}`,
    codes: ['own-timing', 'same-foot', 'standing-step', 'end-foot'],
  },
  {
    what: 'five tango walks where the sixth brings the feet back',
    head: 'dance: tango\nstart: close-embrace\nhold: close-embrace\nend-free: leader L follower R',
    lines: `
leader 1 fwd 2 fwd 3 fwd 4 fwd 5 fwd
follower 1 back 2 back 3 back 4 back 5 back
${EMBRACE}`,
    codes: ['end-foot'],
  },
  {
    what: 'the weight at the cross is left where it was',
    head: 'dance: tango\nstart: close-embrace\nhold: close-embrace\nfree: leader R follower L',
    lines: `
leader 1 back 2 side 3 fwd 4 fwd 5 close
follower 1 fwd 2 side 3 back 4 back 5 touch across
${EMBRACE}`,
    codes: ['own-timing', 'same-foot', 'end-foot'],
  },
  {
    what: 'an ocho that never comes back to the front',
    head: 'dance: tango\nstart: open\nhold: two-hand\nend: open',
    lines: `
leader 1 side 2 side 3 side 4 side
follower 1 l1/4 back then r1/2 2 back then l1/2 3 back then r1/2 4 back
hands 1 two hands low
leads 1 turn the chest`,
    codes: ['end-facing'],
  },
  {
    what: 'a setenta whose unwinding turn is missing, said to end in two hands',
    head: 'dance: salsa-on-1\nstart: open\nhold: two-hand\nend: open\nend-hold: two-hand',
    lines: `
leader 1 back 2 replace 3 fwd 4 hold 5 place 6 place 7 place 8 hold
follower 1 back 2 replace 3 r1/4 fwd 4 hold 5 r1/4 fwd 6 place 7 r1/2 place 8 hold
hands 1 two hands low, palm up 2 raise left 4 lower left
leads 2 raise`,
    codes: ['end-hold'],
  },
  {
    what: 'the right hand still on the shoulder blade where an open hold is meant',
    head: 'dance: six-count-swing\nstart: closed\nhold: closed\nend: open\nend-hold: left-right',
    lines: `
leader 1 triple side 3 triple side 5 rock step
follower 1 triple side 3 back & back 4 back 5 rock step
${CLOSED} 3 release follower left
leads 2 open`,
    codes: ['end-hold', 'out-of-reach', 'steps-part', 'end-place'],
  },
  {
    what: 'a hand taken that was never let go',
    head: 'dance: slot-swing\nstart: open\nhold: two-hand',
    lines: `
leader 1 back 2 close 3 triple 5 anchor
follower 1 fwd 2 fwd 3 triple 5 anchor
hands 1 two hands low 3 left to left`,
    codes: ['hand-twice'],
  },
  {
    what: 'a hand raised that holds nothing',
    head: 'dance: slot-swing\nstart: open\nhold: left-right',
    lines: `
leader 1 back 2 close 3 triple 5 anchor
follower 1 fwd 2 fwd 3 triple 5 anchor
hands 1 left to right low 3 raise right 4 lower right`,
    codes: ['hand-not-held'],
  },
  {
    what: 'a turn against the hand that blocks it',
    head: 'dance: slot-swing\nstart: open\nhold: left-right\nend: open',
    lines: `
leader 1 back 2 close 3 triple 5 anchor
follower 1 fwd 2 fwd 3 r1/4 place & r1/2 place 4 r1/4 back 5 anchor
hands 1 left to right low 2 block right on left hip, raise left 4 lower left
leads 2 raise`,
    codes: ['turn-blocked', 'take-out-of-reach'],
  },
  {
    what: 'a turn with a clamped grip',
    head: 'dance: six-count-swing\nstart: open\nhold: left-right',
    lines: `
leader 1 triple side 3 triple side 5 rock step
follower 1 triple side 3 r1/4 side & r1/4 close 4 r1/2 side 5 rock step
hands 1 left to right low clamped 2 raise left 5 lower left
leads 2 lift`,
    codes: ['grip-clamped'],
  },
  {
    what: 'the chassé of a cha-cha with a step too few',
    head: 'dance: cha-cha\nstart: closed\nhold: closed',
    lines: `
leader 2 fwd 3 replace 4 side & close 1 side 2 back 3 replace 4 side 1 close
follower 2 back 3 replace 4 side & close 1 side 2 fwd 3 replace 4 side & close 1 side
${CLOSED_2}`,
    codes: ['same-foot', 'own-timing', 'end-foot'],
  },
  {
    what: 'a gesture with the foot that carries the weight',
    head: 'dance: eight-count-swing\nstart: side-by-side\nhold: none',
    lines: `
leader 1 back 2 replace 3 R kick fwd 4 place 5 kick fwd 6 tap place 7 kick fwd 8 place
follower 1 back 2 replace 3 kick fwd 4 place 5 kick fwd 6 tap place 7 kick fwd 8 place
hands 1 right on back`,
    codes: ['standing-gesture', 'standing-step'],
    at: 3,
  },
  {
    what: 'a double turn shown the wrong way round for one hand low',
    head: 'dance: salsa-on-1\nstart: open\nhold: two-hand\nlevel: 4\ntempo: 150-160',
    lines: `
leader 1 fwd 2 replace 3 close 4 hold 5 back 6 replace 7 close 8 hold
follower 1 back 2 replace 3 close 4 hold 5 r1/2 fwd 6 r1/2 fwd 7 r1/2 fwd then r1/2 8 hold
hands 1 two hands low 4 raise left 8 lower left
leads 4 raise`,
    codes: ['arm-locks', 'arms-crossed', 'behind-back'],
  },
  {
    what: 'nothing written for the follower though the figure is done',
    head: 'dance: hustle\nstart: open\nhold: left-right',
    lines: `
leader & hook 1 replace 2 fwd 3 back
follower
hands 1 left to right low`,
    codes: ['role-empty'],
  },
  {
    what: 'the follower stops two counts before the leader',
    head: 'dance: rumba\nstart: closed\nhold: closed',
    lines: `
leader 2 fwd 3 replace 4 side 1 hold 2 back 3 replace 4 side 1 hold
follower 2 back 3 replace 4 side 1 hold 2 fwd
${CLOSED_2}`,
    codes: ['totals-differ', 'own-timing', 'end-foot'],
  },
];

const figureOf = (m: Mistake): Figure => {
  const read = readText(`figure: T\n${m.head}\n${m.lines.trimStart().replace(/^/, '\n')}\n`, () => 'm');
  if (!read.ok || !read.value[0]) throw new Error(`${m.what}: ${JSON.stringify(read)}`);
  return read.value[0];
};

describe('mistakes as they are made', () => {
  it.each(MISTAKES)('$what', (m) => {
    const found = check(analyse(figureOf(m)));
    const named = found.filter((f) => m.codes.includes(f.code));
    expect(named.length, found.map((f) => `${f.code} ${f.tick}`).join()).toBeGreaterThan(0);
    if (m.at) expect(named.map((f) => Math.floor(f.tick / 12) + 1)).toContain(m.at);
  });

  it('what is offered for them mends them', () => {
    let offered = 0;
    for (const m of MISTAKES) {
      const a = analyse(figureOf(m));
      for (const f of check(a).filter((x) => x.severity === 'wrong'))
        for (const fix of fixesFor(a, f, 2)) {
          offered++;
          const after = check(analyse(fix.result));
          expect(
            after.some((x) => x.code === f.code && x.role === f.role && x.tick === f.tick),
            m.what,
          ).toBe(false);
        }
    }
    expect(offered).toBeGreaterThan(MISTAKES.length / 2);
  });
});
