import { describe, expect, it } from 'vitest';
import { demoFigures } from '$lib/demo/figures';
import { answerAnalyse } from './analyse';

const ask = (body: string, type = 'application/json', clock = () => performance.now()) => {
  const reply = answerAnalyse(body, type, 30_000, clock);
  return Promise.resolve({ status: reply.status, body: JSON.parse(reply.body) });
};
const inFile = (f: (typeof demoFigures)[number]) => ({ ...f, lines: f.lines.split('\n') });

describe('POST /api/analyse', () => {
  it('analyses notation text', async () => {
    const { status, body } = await ask(
      'leader 1 triple side 3 triple side 5 rock step\nfollower 1 triple side 3 triple side 5 rock step',
      'text/plain',
    );
    expect(status).toBe(200);
    expect(body.counts).toBe(6);
    expect(body.roles.leader).toMatchObject({ changes: 8, startFree: 'L', endFree: 'L' });
    expect(body.roles.leader.units.map((u: { rhythm: string }) => u.rhythm)).toEqual([
      'triple',
      'triple',
      'double',
    ]);
    expect(body.findings).toEqual([]);
  });

  it('says what the arms are, and which hand goes over whose head', async () => {
    const turn = demoFigures.find((f) => f.id === 'demo-push-turn')!;
    const { body } = await ask(JSON.stringify({ figure: inFile(turn) }));
    expect(body.arms.holds.map((h: { from: string; name: string }) => [h.from, h.name])).toEqual([
      ['1', 'Two-hand hold'],
      ['4', 'Double cross, left on top'],
    ]);
    expect(body.arms.holds[1]).toMatchObject({ crossing: 2, phi: { leader: 0, follower: 360 }, rests: [] });
    expect(
      body.arms.passes.map((p: { arm: string; over: string; by: number }) => [p.arm, p.over, p.by]),
    ).toEqual([
      ['L', 'follower', 1],
      ['R', 'follower', 1],
    ]);
  });

  it('analyses a figure as JSON, with fixes that mend it', async () => {
    const short = demoFigures.find((f) => f.id === 'demo-push-short')!;
    const { status, body } = await ask(
      JSON.stringify({ figure: inFile(short), fixes: true, heights: { leader: 1.8, follower: 1.65 } }),
    );
    expect(status).toBe(200);
    expect(body.findings.map((f: { code: string }) => f.code)).toEqual(['same-foot']);
    const again = await ask(
      JSON.stringify({ figure: { ...inFile(short), lines: body.findings[0].fixes[0].lines } }),
    );
    expect(again.body.findings).toEqual([]);
  });

  it('answers 250 counts of mistakes within its limit on a slow machine, and says that fixes are missing', () => {
    const counts = (step: string) => Array.from({ length: 250 }, (_, i) => `${i + 1} ${step}`).join(' ');
    const text = `leader ${counts('L fwd')}\nfollower ${counts('R back r1/4')}`;
    // A machine on which whatever happens between two looks at the clock takes 1.2 seconds.
    let time = 0;
    const slow = () => (time += 1_200);
    const reply = answerAnalyse(JSON.stringify({ text, fixes: true }), 'application/json', 3_000, slow);
    const body = JSON.parse(reply.body);
    expect([reply.status, body.fixesComplete, body.findings.length > 100]).toEqual([200, false, true]);
    expect(body.findings.flatMap((f: { fixes: unknown[] }) => f.fixes)).toEqual([]);
  });

  it('problems in the text are part of the answer, with their place', async () => {
    const { status, body } = await ask(JSON.stringify({ text: 'leader 1 bakc\nfollower 1 back' }));
    expect(status).toBe(200);
    expect(body.problems[0]).toMatchObject({ code: 'unknown-word', from: 9, to: 13, fix: 'back' });
  });

  it.each([
    ['not json', '{', 'application/json', 400, 'the body'],
    ['neither figure nor text', '{}', 'application/json', 400, 'the whole file'],
    ['an unknown key', '{"text":"leader 1 fwd","colour":1}', 'application/json', 400, 'the whole file'],
    [
      'a bad height',
      '{"text":"leader 1 fwd","heights":{"leader":9,"follower":1.6}}',
      'application/json',
      400,
      'heights.leader',
    ],
    ['a bad figure', '{"figure":{"id":"x"}}', 'application/json', 422, 'figure.name'],
    ['two figures', 'figure: A\n\nleader 1 fwd\n---\nfigure: B\n\nleader 1 fwd', 'text/plain', 422, 'figure'],
    ['an unknown dance', 'figure: A\ndance: disco', 'text/plain', 422, 'line 2'],
    ['another type', '<x/>', 'application/xml', 415, 'Content-Type'],
    ['nested too deep', '['.repeat(5000) + ']'.repeat(5000), 'application/json', 400, 'the body'],
    ['nothing', '', 'text/plain', 422, 'the whole file'],
  ])('%s is refused with its place', async (_name, sent, type, status, at) => {
    const answer = await ask(sent, type);
    expect(answer.status).toBe(status);
    expect(answer.body.error.at).toBe(at);
    expect(answer.body.error.message.length).toBeGreaterThan(5);
  });

  it('figures of more than 999 counts are refused, repeats counted', async () => {
    const long = (n: number) => ask(`leader ${n} fwd\nfollower ${n} back`, 'text/plain');
    const slow = (n: number) => ask(`leader ${'S fwd '.repeat(n)}\nfollower 1 back`, 'text/plain');
    expect([(await slow(480)).status, (await slow(520)).status]).toEqual([200, 422]);
    expect((await long(999)).body.counts).toBe(1);
    const repeated =
      'figure: T\ndance: tango\nrepeat: 1-100 x10\n\nleader 1 fwd 100 fwd\nfollower 1 back 100 back';
    const refused = await ask(repeated, 'text/plain');
    expect([refused.status, refused.body.error.at]).toEqual([422, expect.stringContaining('repeat')]);
  });

  it('a span that is repeated is written once, and said', async () => {
    const text =
      'figure: T\ndance: slot-swing\nrepeat: 1-2 x8\n\nleader 1 back 2 close\nfollower 1 fwd 2 fwd';
    const { body } = await ask(text, 'text/plain');
    expect(body.counts).toBe(16);
    expect(body.repeat).toEqual({ from: 1, to: 2, times: 8 });
    expect(body.roles.leader.steps).toHaveLength(2);
  });

  it('a count too high is a problem at its place', async () => {
    const { body } = await ask('leader 1 fwd 2 fwd 9999\nfollower 1 back', 'text/plain');
    expect(body.problems[0]).toMatchObject({ code: 'count-beyond', from: 19, to: 23 });
  });

  it('mends stop when their time is up, and the answer says so', async () => {
    const steps = (foot: string) => Array.from({ length: 60 }, (_, i) => `${i + 1} ${foot}`).join(' ');
    const text = `leader ${steps('L')}\nfollower ${steps('R')}`;
    let now = 0;
    const { body } = await ask(JSON.stringify({ text, fixes: true }), undefined, () => (now += 50));
    expect(body.fixesComplete).toBe(false);
    expect(now).toBeLessThan(50 * 200);
  });
});
