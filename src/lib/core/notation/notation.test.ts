import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  DIRECTION_NAMES,
  FOOTWORK_NAMES,
  KIND_NAMES,
  STEP_STYLE_NAMES,
  TRACK_NAMES,
  UNIT_NAMES,
  WORDS,
  isMoveTrack,
} from '../vocabulary';
import { parse, print, readTurn, printTurn, type Body, type Label, type Line, type MoveItem } from './index';

const lines = (text: string) => parse(text).lines.map((l) => l.line);
const firstLine = (text: string) => lines(text)[0];

const turn = fc.integer({ min: 1, max: 288 }).chain((n) => fc.constantFrom(n * 15, -n * 15));
const optional = <T>(key: string, value: fc.Arbitrary<T>) =>
  fc.option(
    value.map((v) => ({ [key]: v })),
    { nil: {} },
  );
const note = fc.stringMatching(/^[a-z]{1,6}( [0-9a-z]{1,6})?$/);
const common = fc
  .tuple(
    optional('foot', fc.constantFrom('L', 'R')),
    optional('direction', fc.constantFrom(...DIRECTION_NAMES)),
    optional(
      'size',
      fc.oneof(
        fc.constantFrom('small', 'large'),
        fc.integer({ min: 2, max: 40 }).map((n) => n / 10),
      ),
    ),
    optional('footwork', fc.constantFrom(...FOOTWORK_NAMES)),
    optional('turn', turn),
    optional('style', fc.constantFrom(...STEP_STYLE_NAMES)),
    optional('then', turn),
    optional('note', note),
  )
  .map((parts) => Object.assign({}, ...parts) as object);
const body: fc.Arbitrary<Body> = fc.oneof(
  fc
    .tuple(fc.constantFrom(...KIND_NAMES), common)
    .map(([kind, rest]) => ({ type: 'action', kind, ...rest }) as Body),
  fc
    .tuple(fc.constantFrom(...UNIT_NAMES), common)
    .map(([unit, rest]) => ({ type: 'unit', unit, ...rest }) as Body),
);
const label: fc.Arbitrary<Label> = fc.oneof(
  fc.record({
    type: fc.constant('count' as const),
    beat: fc.integer({ min: 1, max: 256 }),
    sub: fc.constantFrom('' as const, 'e' as const, '&' as const, 'a' as const),
  }),
  fc.record({
    type: fc.constant('sub' as const),
    sub: fc.constantFrom('e' as const, '&' as const, 'a' as const),
  }),
  fc.record({ type: fc.constant('value' as const), value: fc.constantFrom('Q' as const, 'S' as const) }),
);
const item: fc.Arbitrary<MoveItem> = fc.record({ label, body });
/** Items that may also be danced otherwise, the first of them carrying the choice. */
const choiceItems: fc.Arbitrary<MoveItem[]> = fc
  .tuple(
    fc.array(item, { minLength: 1, maxLength: 3 }),
    fc.array(fc.array(item, { minLength: 1, maxLength: 3 }), { minLength: 1, maxLength: 3 }),
    optional('likes', fc.constantFrom('leader', 'follower')),
  )
  .map(([own, others, likes]) =>
    own.map((i, k): MoveItem => {
      const more = k === 0 ? { choice: { others, ...likes } } : { within: true as const };
      return { ...i, body: { ...i.body, ...more } as Body };
    }),
  );
const wordsLabel = label.filter((l) => l.type !== 'sub' || l.sub === '&');
const text = fc
  .array(fc.stringMatching(/^[a-z0-9'-]{1,7}$/), { minLength: 1, maxLength: 5 })
  .map((w) => w.join(' '));
const line: fc.Arbitrary<Line> = fc.constantFrom(...TRACK_NAMES).chain((track): fc.Arbitrary<Line> =>
  isMoveTrack(track)
    ? fc
        .array(
          fc.oneof({ weight: 4, arbitrary: item.map((i) => [i]) }, { weight: 1, arbitrary: choiceItems }),
          {
            maxLength: 9,
          },
        )
        .map((items) => ({ type: 'moves', track, items: items.flat() }))
    : fc
        .array(fc.record({ label: wordsLabel, text }), { maxLength: 8 })
        .map((items) => ({ type: 'words', track, items })),
);

describe('the notation is lossless', () => {
  it('parse(print(x)) = x for any breakdown', () => {
    fc.assert(
      fc.property(fc.array(line, { minLength: 1, maxLength: 5 }), (notation) => {
        expect(lines(print(notation))).toEqual(notation);
      }),
      { numRuns: 900 },
    );
  });

  it('print∘parse is idempotent on any text, and nothing throws', () => {
    const scraps = fc.oneof(
      fc.constantFrom(
        ...WORDS.keys(),
        ...TRACK_NAMES,
        'L',
        'R',
        'r1/4',
        'l½',
        'r1/7',
        '3',
        '4&',
        '&',
        'Q',
        '(note',
        '"',
        'x1.5',
        ...'or [ ] or: 1-2 3&4 1-4 &1 half turn right left double 1/2 1½ and then slow rock lock turns'.split(
          ' ',
        ),
        ...'as the follower likes a small one two three 90 degrees to the left LF any length spin'.split(' '),
        '\n',
        '#',
      ),
      fc.string({ maxLength: 6 }),
    );
    fc.assert(
      fc.property(
        fc.array(scraps, { maxLength: 25 }),
        fc.constantFrom('leader ', 'hands ', ''),
        (parts, head) => {
          const once = print(lines(head + parts.join(' ')));
          expect(print(lines(once))).toBe(once);
        },
      ),
      { numRuns: 1500 },
    );
  });

  /** Found by exploring. */
  it.each(['leader a three to-centre away-from-partner', 'leader [e walk or a step third]'])(
    'print∘parse is idempotent on “%s”',
    (text) => {
      const once = print(lines(text));
      expect(print(lines(once))).toBe(once);
      expect(lines(once)).toEqual(lines(text));
    },
  );

  it('keeps every word it does not know', () => {
    const source =
      'leader 1 back quickly 2 zzz close\nnonsense here\n# remark\n\nhands 1 left to right low 2 raise 4 lower';
    const printed = print(lines(source));
    for (const word of source.split(/\s+/)) expect(printed).toContain(word);
  });
});

describe('reading', () => {
  it('reads the plain example as spoken', () => {
    const l = firstLine('leader 1 back 2 close 3 place & place 4 fwd');
    expect(l).toEqual({
      type: 'moves',
      track: 'leader',
      items: [
        {
          label: { type: 'count', beat: 1, sub: '' },
          body: { type: 'action', kind: 'step', direction: 'back' },
        },
        { label: { type: 'count', beat: 2, sub: '' }, body: { type: 'action', kind: 'close' } },
        {
          label: { type: 'count', beat: 3, sub: '' },
          body: { type: 'action', kind: 'step', direction: 'place' },
        },
        { label: { type: 'sub', sub: '&' }, body: { type: 'action', kind: 'step', direction: 'place' } },
        {
          label: { type: 'count', beat: 4, sub: '' },
          body: { type: 'action', kind: 'step', direction: 'fwd' },
        },
      ],
    });
  });

  it.each([
    [
      '1 L side small ball r1/4 then l1/2 (soft knees)',
      {
        type: 'action',
        kind: 'step',
        foot: 'L',
        direction: 'side',
        size: 'small',
        footwork: 'ball',
        turn: 90,
        turnAfter: true,
        then: -180,
        note: 'soft knees',
      },
    ],
    ['1 r1/4 side', { type: 'action', kind: 'step', direction: 'side', turn: 90 }],
    ['1 place r1/4', { type: 'action', kind: 'step', direction: 'place', turn: 90 }],
    ['1 r1/8 close', { type: 'action', kind: 'close', turn: 45 }],
    ['1 swivel r1/4', { type: 'action', kind: 'swivel', turn: 90 }],
    [
      '1 fwd small then swivel l1/2',
      { type: 'action', kind: 'step', direction: 'fwd', size: 'small', then: -180, thenSwivel: true },
    ],
    ['1 towards the partner', { type: 'action', kind: 'step', direction: 'towards' }],
    ['1 up the lane small', { type: 'action', kind: 'step', direction: 'along', size: 'small' }],
    ['1 back off the lane to the left', { type: 'action', kind: 'step', direction: 'back', lane: 'left' }],
    ['1 back on the lane', { type: 'action', kind: 'step', lane: 'on' }],
    ['1 rock step', { type: 'unit', unit: 'rock-step' }],
    ['1 triple step side', { type: 'unit', unit: 'triple', direction: 'side' }],
    ['1 spin r1+1/2', { type: 'action', kind: 'pivot', turn: 540 }],
    ['1 R', { type: 'action', kind: 'step', foot: 'R' }],
    ['1 kick fwd', { type: 'action', kind: 'kick', direction: 'fwd' }],
  ])('%s', (source, expected) => {
    const l = firstLine(`leader ${source}`);
    expect(l?.type === 'moves' && l.items[0]?.body).toEqual(expected);
  });

  it('in lines of words, "a" is an article, a comma separates, and a quoted number is a word', () => {
    expect(firstLine('calls 1 take a step, 2& "3" of them')).toEqual({
      type: 'words',
      track: 'calls',
      items: [
        { label: { type: 'count', beat: 1, sub: '' }, text: 'take a step' },
        { label: { type: 'count', beat: 2, sub: '&' }, text: '3 of them' },
      ],
    });
  });

  it.each([
    ['leader 1 bakc', 'unknown-word', 'bakc', 'back'],
    ['leader back 2 close', 'no-count', 'back', undefined],
    ['leader 1 2 close', 'nothing-here', '1', undefined],
    ['leader 1 back fwd', 'twice', 'fwd', undefined],
    ['leader 1 back r1/7', 'turn-not-15', 'r1/7', undefined],
    ['leader 1 back r0', 'bad-turn', 'r0', undefined],
    ['leader 1 back then 2 close', 'then-without-turn', 'then', undefined],
    ['leader 1 back (soft', 'unclosed', '(soft', undefined],
    ['leader 0 back', 'count-zero', '0', undefined],
    ['leader 1 hold fwd', 'does-not-fit', 'hold fwd', undefined],
    ['leader Q triple', 'value-with-unit', 'triple', undefined],
    ['laeder 1 back', 'unknown-line', 'laeder', 'leader'],
  ])('%s is reported at its place as %s', (source, code, at, fix) => {
    const problem = parse(source).problems.find((p) => p.code === code);
    expect(problem && source.slice(problem.span.from, problem.span.to)).toBe(at);
    expect(problem?.fix).toBe(fix);
  });
});

describe('turn words', () => {
  it('every multiple of 15° up to 12 turns survives', () => {
    for (let d = 15; d <= 4320; d += 15) {
      expect(readTurn(printTurn(d))).toEqual({ ok: true, value: d });
      expect(readTurn(printTurn(-d))).toEqual({ ok: true, value: -d });
    }
  });
  it.each([
    ['r¼', 90],
    ['l½', -180],
    ['r1½', 540],
    ['r1+1/2', 540],
    ['l3/8', -135],
    ['r30°', 30],
    ['r45d', 45],
    ['r2', 720],
  ])('%s', (word, degrees) => {
    expect(readTurn(word)).toEqual({ ok: true, value: degrees });
  });
});

describe('a line that has been read before', () => {
  it('reads the same wherever it stands: only its places move', () => {
    const line = fc.constantFrom(
      'leader 1 back 2 close 3 triple or coaster 5 anchor',
      'follower 1 fwd bakc 2 (note) side',
      'hands 1 left to right lwo',
      '# remark',
      'nobody 1 back',
      'leader [1 touch 2 touch or 1 rock-step] 3 triple',
    );
    fc.assert(
      fc.property(fc.array(line, { minLength: 1, maxLength: 6 }), fc.nat(40), (list, before) => {
        const text = list.join('\n');
        const alone = parse(text);
        const moved = parse(`${' '.repeat(before)}\n${text}`);
        const by = before + 1;
        const shift = (v: unknown): unknown =>
          Array.isArray(v)
            ? v.map(shift)
            : typeof v === 'object' && v !== null
              ? Object.fromEntries(
                  Object.entries(v).map(([k, x]) => [
                    k,
                    (k === 'from' || k === 'to') && typeof x === 'number' ? x + by : shift(x),
                  ]),
                )
              : v;
        expect(moved.lines.slice(1)).toEqual(shift(alone.lines));
        expect(moved.problems).toEqual(shift(alone.problems));
      }),
      { numRuns: 200 },
    );
  });
});
