import { describe, expect, it } from 'vitest';
import {
  parse,
  print,
  printBodyActs,
  printHands,
  readBodyActs,
  readHands,
} from '../../src/lib/core/notation';
import { spoken, type Said } from '../corpus/spoken';

/** The line in its plain form: footwork as printed, hands in theirs. */
function plain(line: string): string {
  const lines = parse(line).lines.map((l) => l.line);
  const first = lines[0];
  if (first?.type !== 'words') return print(lines);
  const items = first.items.map((i) => ({ ...i, text: plainWords(first.track, i.text) }));
  return print([{ ...first, items }]);
}
const plainWords = (track: string, text: string): string =>
  track === 'hands'
    ? printHands(readHands(text).acts)
    : track.endsWith('-body')
      ? printBodyActs(readBodyActs(text).acts)
      : text;

const faults = ({ said, printed }: Said): string[] => {
  const problems = parse(said).problems.map((p) => `${p.code} ${JSON.stringify(p.details)}`);
  const got = plain(said);
  const again = plain(got);
  return [
    ...problems.map((p) => `${said}: ${p}`),
    ...(got === printed ? [] : [`${said}: «${got}», wanted «${printed}»`]),
    ...(again === got ? [] : [`${said}: printed ${got}, read again ${again}`]),
  ];
};

describe.each(['open', 'held'] as const)('breakdowns as they are said, the %s half', (half) => {
  it('are read without a problem and printed in the one form that means the same', () => {
    const lines = spoken(half);
    const wrong = lines.flatMap(faults);
    expect(lines.length).toBeGreaterThan(200);
    expect(wrong).toEqual([]);
  });
});
