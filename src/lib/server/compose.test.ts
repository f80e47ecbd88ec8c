import { describe, expect, it } from 'vitest';
import { isVersion } from '$lib/core/figure';
import { demoFigures, demoKept } from '$lib/demo';
import { answerCompose } from './compose';
import { composeWithin } from './compose-job';
import { requestOf } from '$lib/core/composer';

const figures = demoFigures
  .filter((f) => f.dance === 'slot-swing')
  .map((f) => ({ ...f, lines: f.lines.split('\n') }));
interface Reply {
  complete: boolean;
  count: string | null;
  best: { figures: string[]; names: string[]; cost: number; why: string }[];
  conflict: { core: { code: string }[]; sentences: string[]; nearest: { below: number } } | null;
  leftOut: string[];
  error?: { at: string; message: string };
}
const ask = (sent: unknown, type = 'application/json') => {
  const text = typeof sent === 'string' ? sent : JSON.stringify(sent);
  const reply = answerCompose(text, type, 5_000, () => performance.now());
  return Promise.resolve({ status: reply.status, body: JSON.parse(reply.body) as Reply });
};

describe('POST /api/compose', () => {
  it('answers with exact counts and the best, leaving out what cannot be danced', async () => {
    const { status, body } = await ask({ figures, request: { beats: 36, inRow: 1, best: 2 } });
    expect([status, body.complete, body.best.length]).toEqual([200, true, 2]);
    expect(BigInt(body.count!)).toBeGreaterThan(1000n);
    expect(body.leftOut.toSorted()).toEqual(['demo-push-short', 'demo-turn-locked']);
    expect(body.best[0]!.names.length).toBe(body.best[0]!.figures.length);
  });
  it('says why there is none', async () => {
    const { body } = await ask({ figures, request: { beats: 31 } });
    expect([body.count, body.conflict?.core[0]?.code, body.conflict?.nearest.below]).toEqual([
      '0',
      'beats',
      30,
    ]);
    expect(body.conflict?.sentences[0]).toContain('31 beats');
  });
  it('takes versions with what they grew from', async () => {
    const kept = demoKept.filter((k) => k.id.startsWith('demo-six'));
    const { status, body } = await ask({
      figures: kept.flatMap((k) => (isVersion(k) ? [] : [{ ...k, lines: k.lines.split('\n') }])),
      versions: kept.filter(isVersion),
      request: { beats: 12, must: ['demo-six-turn'], best: 1 },
    });
    expect([status, body.best[0]?.figures.includes('demo-six-turn')]).toEqual([200, true]);
  });
  it.each([
    ['no JSON', '{', 'application/json', 400, 'the body'],
    ['another type', '{}', 'text/plain', 415, 'Content-Type'],
    ['no figures', { figures: [], request: { beats: 8 } }, undefined, 400, 'figures'],
    ['no length', { figures, request: {} }, undefined, 400, 'request.beats'],
    ['too long', { figures, request: { beats: 9999 } }, undefined, 400, 'request.beats'],
    ['something unknown', { figures, request: { beats: 8, wish: 1 } }, undefined, 400, 'request'],
    [
      'a bad figure',
      { figures: [{ ...figures[0], dance: 'polka' }], request: { beats: 8 } },
      undefined,
      422,
      'figures[0].dance',
    ],
    [
      'a figure that is not there',
      { figures, request: { beats: 8, must: ['gone'] } },
      undefined,
      422,
      'request',
    ],
  ] as const)('%s is refused, and the place is named', async (_, sent, type, status, at) => {
    const r = await ask(sent, type);
    expect([r.status, r.body.error?.at]).toEqual([status, at]);
  });
  it('when the time is up, what is known is the answer', () => {
    let t = 0;
    const done = composeWithin({ figures: demoFigures, request: requestOf(128, { inAll: 4 }) }, 3, () => t++);
    expect([done.answer.complete, done.answer.count]).toEqual([false, undefined]);
  });
  it('what is not read in time is left out and said, and reading versions stops, too', async () => {
    const late = composeWithin({ figures: demoFigures, request: requestOf(32) }, -1, () => 0);
    expect(late.unsound).toHaveLength(demoFigures.length);
    const kept = demoKept.filter((k) => k.id.startsWith('demo-six'));
    let t = 0;
    const reply = answerCompose(
      JSON.stringify({
        figures: kept.flatMap((k) => (isVersion(k) ? [] : [{ ...k, lines: k.lines.split('\n') }])),
        versions: kept.filter(isVersion),
        request: { beats: 12 },
      }),
      'application/json',
      1,
      () => t++,
    );
    expect([reply.status, JSON.parse(reply.body).error.at]).toEqual([503, 'versions']);
  });
});
