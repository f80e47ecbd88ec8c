import { CompletionContext } from '@codemirror/autocomplete';
import { EditorState } from '@codemirror/state';
import { describe, expect, it } from 'vitest';
import { complete } from './codemirror';

const offered = (doc: string, explicit = false): string[] =>
  complete(new CompletionContext(EditorState.create({ doc }), doc.length, explicit))?.options.map(
    (o) => o.label,
  ) ?? [];

describe('the list of words', () => {
  it.each(['leader 1 tri', 'hands 1 rai', 'fol', 'follower 1 r1/4 bac'])(
    'is offered while “%s” is typed',
    (doc) => {
      expect(offered(doc)).not.toEqual([]);
    },
  );

  it.each([
    'leader 1 triple',
    'hands 1 left to right low',
    'hands 1 raise',
    'hands 2 raise left',
    'calls 1 wal',
    'leader 1',
  ])('is not in the way behind “%s”', (doc) => {
    expect(offered(doc)).toEqual([]);
  });

  it('is there for the asking behind a finished word', () => {
    expect(offered('leader 1 back ', true)).toContain('fwd');
    expect(offered('hands 1 low', true)).toContain('low');
  });
});
