import { CompletionContext } from '@codemirror/autocomplete';
import { EditorState } from '@codemirror/state';
import { describe, expect, it } from 'vitest';
import { complete } from './complete';

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

describe('words of several words', () => {
  it.each([
    ['leader 1 heel tu', 'heel turn'],
    ['follower 1 fwd 2 cross be', 'cross behind'],
    ['leader 3 half turn ri', 'half turn right'],
    ['hands 1 palm u', 'palm up'],
    ['leader-body 1 head le', 'head left'],
  ])('are found from the first of them on: %s', (doc, phrase) => {
    expect(offered(doc)).toContain(phrase);
  });

  it.each(['leader 1 heel turn', 'hands 1 palm up', 'leader-body 1 head left', 'calls 1 heel tu'])(
    'are not in the way behind “%s”',
    (doc) => {
      expect(offered(doc)).toEqual([]);
    },
  );

  it('any word is known by its other spellings, and leads by theirs', () => {
    expect(offered('leader 1 recov')).toContain('recover');
    expect(offered('leader 1 backw')).toContain('backwards');
    expect(offered('leads 3 elb')).toContain('elbow out');
  });
});
