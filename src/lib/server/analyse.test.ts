import { describe, expect, it } from 'vitest';
import { demoFigures } from '$lib/demo/figures';
import { BODY_LIMIT, analyseRequest } from './analyse';

const ask = async (body: string, type = 'application/json') => {
  const response = await analyseRequest(
    new Request('http://localhost/api/analyse', { method: 'POST', body, headers: { 'content-type': type } }),
  );
  return { status: response.status, body: await response.json() };
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
    ['too much', 'a'.repeat(BODY_LIMIT + 1), 'text/plain', 413, 'the body'],
    ['nothing', '', 'text/plain', 422, 'the whole file'],
  ])('%s is refused with its place', async (_name, sent, type, status, at) => {
    const answer = await ask(sent, type);
    expect(answer.status).toBe(status);
    expect(answer.body.error.at).toBe(at);
    expect(answer.body.error.message.length).toBeGreaterThan(5);
  });

  it('a body that is no text is refused', async () => {
    const response = await analyseRequest(
      new Request('http://localhost/', {
        method: 'POST',
        body: new Uint8Array([0xff, 0xfe, 0x80]),
        headers: { 'content-type': 'text/plain' },
      }),
    );
    expect(response.status).toBe(400);
  });

  it('figures of more than 999 counts are refused, repeats counted', async () => {
    const long = (n: number) => ask(`leader ${n} fwd\nfollower ${n} back`, 'text/plain');
    expect((await long(1000)).status).toBe(422);
    expect((await long(999)).body.counts).toBe(1);
    const repeated =
      'figure: T\ndance: tango\nrepeat: 1-100 x10\n\nleader 1 fwd 100 fwd\nfollower 1 back 100 back';
    expect((await ask(repeated, 'text/plain')).body.error.at).toBe('lines');
  });

  it('mends stop when their time is up, and the answer says so', async () => {
    const steps = (foot: string) => Array.from({ length: 60 }, (_, i) => `${i + 1} ${foot}`).join(' ');
    const text = `leader ${steps('L')}\nfollower ${steps('R')}`;
    let now = 0;
    const response = await analyseRequest(
      new Request('http://localhost/', {
        method: 'POST',
        body: JSON.stringify({ text, fixes: true }),
        headers: { 'content-type': 'application/json' },
      }),
      () => (now += 50),
    );
    const body = await response.json();
    expect(body.fixesComplete).toBe(false);
    expect(now).toBeLessThan(50 * 200);
  });
});
