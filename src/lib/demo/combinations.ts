import { newCombination, type Combination } from '$lib/core/combination/schema';

/** The class combinations of the Lantern Quay Dance Room, an invented school: figures of the demo repertoire. */
const combination = (
  id: string,
  name: string,
  bpm: number,
  figures: readonly string[],
  extra: Partial<Combination> = {},
): Combination => ({
  ...newCombination(`demo-combination-${id}`, name, bpm),
  parts: figures.map((f, i) => {
    const [figure, times] = f.split(' x');
    return { key: `p${i + 1}`, figure: `demo-${figure ?? ''}`, times: Number(times ?? 1) };
  }),
  ...extra,
});

export const demoCombinations: readonly Combination[] = [
  combination(
    'blues',
    'Eight sixes over a blues',
    104,
    ['push', 'left-pass', 'right-pass', 'push-turn', 'left-pass', 'free-spin', 'right-pass', 'push'],
    {
      phrase: 48,
      loop: true,
      notes:
        'Eight figures of six fill twelve bars exactly; no figure but the first and the fifth begins on a 1.',
    },
  ),
  combination(
    'layers',
    'Monday salsa, three levels',
    160,
    ['salsa1-basic', 'salsa1-cross', 'salsa1-basic', 'salsa1-cross'],
    {
      loop: true,
      notes:
        'Level 1 for everybody; the turns and the change of hands lie on the same counts and footprints.',
    },
  ),
  combination('break', 'Stop on the break', 150, ['swing-basic', 'kick-ball', 'swing-basic', 'swing-stop'], {
    loop: true,
    marks: [29],
    notes: 'The band stops on 5 of the fourth eight.',
  }),
  combination('waltz-gap', 'Natural and reverse', 87, ['waltz-natural', 'waltz-reverse'], {
    phrase: 24,
    notes: 'Does not fit as it stands: a change of feet is missing at both ends.',
  }),
  combination(
    'waltz',
    'Waltz round the room',
    87,
    ['waltz-natural', 'waltz-change-right', 'waltz-reverse', 'waltz-change-left'],
    { loop: true, phrase: 24, notes: 'Six bars; after four rounds the phrase of eight bars comes out even.' },
  ),
  combination(
    'swing',
    'First lesson, six-count swing',
    140,
    ['six-triple x2', 'six-turn', 'six-tap', 'six-triple', 'six-turn-change'],
    { start: 1, notes: 'Counted from its own 1, and in straight eights beside it.' },
  ),
  combination('tango', 'Eight steps and a walk', 120, ['tango-eight', 'tango-walk', 'tango-wait'], {
    notes: 'The first link does not fit: both stand on the other foot.',
  }),
];
