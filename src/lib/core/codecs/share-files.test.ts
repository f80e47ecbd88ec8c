import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { describe, expect, it } from 'vitest';
import { analyse } from '../analysis';
import { newFigure, type Figure } from '../figure';
import { danceHtml, dancesHtml } from './dance-html';
import { railSvg, turnWords } from './rail-svg';
import { sheetSvg } from './sheet-svg';
import { saidRows } from './step-words';

const figure = (lines: string, name = 'A <push> & "turn"'): Figure => ({
  ...newFigure('f', 'slot-swing', name),
  lines,
});
const push = analyse(
  figure(
    'leader 1 back 2 close 3 triple 5 anchor\nfollower 1 fwd 2 fwd r1/2 3 triple 5 anchor\nhands 1 two hands 2 raise both\ncalls 1 <walk>',
  ),
);

describe('a picture of the rail', () => {
  it('is well-formed SVG with every foot, count and call, whatever the name', () => {
    const svg = railSvg(push);
    expect(XMLValidator.validate(svg)).toBe(true);
    const texts = [...svg.matchAll(/<text[^>]*>([^<]*)<\/text>/g)].map((m) => m[1]);
    for (const t of ['1', '6', '&amp;', 'hook', '&lt;walk&gt;', 'two hands', '↻ 1/2'])
      expect(texts).toContain(t);
    expect(texts.filter((t) => t === 'L' || t === 'R')).toHaveLength(16);
    const root = (new XMLParser({ ignoreAttributes: false }).parse(svg) as { svg: Record<string, string> })
      .svg;
    expect(root['@_xmlns']).toBe('http://www.w3.org/2000/svg');
  });
  it('folds long figures into rows of eight', () => {
    const long = analyse(figure(`leader ${Array.from({ length: 20 }, (_, i) => `${i + 1} fwd`).join(' ')}`));
    const height = (svg: string) => Number(/height="(\d+)"/.exec(svg)?.[1]);
    expect(height(railSvg(long)) - height(railSvg(push))).toBe(600);
  });
  it('says turns as they are said', () => {
    expect([turnWords(180), turnWords(-270), turnWords(540)]).toEqual([
      '1/2 right',
      '3/4 left',
      '1 1/2 right',
    ]);
  });
});

describe('a page that plays', () => {
  it('holds everything itself: no address but that of SVG, and its script runs as it stands', () => {
    const html = danceHtml(push);
    expect([...html.matchAll(/https?:\/\/[^"'\s<]+/g)].map((m) => m[0])).toEqual([
      'http://www.w3.org/2000/svg',
      'http://www.w3.org/2000/svg',
    ]);
    expect(html).not.toContain('<push>');
    const data = JSON.parse(/class="data">(.*?)<\/script>/s.exec(html)?.[1] ?? '') as {
      frames: number[][];
      says: string[][];
    };
    expect(data.frames.every((f) => f.length === 22 && f.every(Number.isFinite))).toBe(true);
    expect(data.says.map((s) => s[1])).toEqual(['1', '2', '3', '&', '4', '5', '&', '6']);
    const script = /<script>(.*?)<\/script>/s.exec(html)?.[1] ?? '';
    expect(() => new Function(script)).not.toThrow();
  });
});

describe('several dances on one page', () => {
  it('each with its own couple, rail and table; what is said stands above', () => {
    const other = analyse(figure('leader 1 fwd\nfollower 1 back', 'Other'));
    const html = dancesHtml('Tuesday & more', ['Keep it <small>.'], [push, other]);
    expect(html.match(/class="dance"/g)).toHaveLength(2);
    expect(html.match(/class="data"/g)).toHaveLength(2);
    expect(html).toContain('<h1>Tuesday &amp; more</h1>');
    expect(html).toContain('<p>Keep it &lt;small&gt;.</p>');
    expect(html).toContain('<h2>Other</h2>');
    expect(html).not.toMatch(/ id="/);
  });
});

describe('the step sheet as a picture', () => {
  it('is well-formed SVG with a line for every count, for both roles, and the rail', () => {
    const svg = sheetSvg(push);
    expect(XMLValidator.validate(svg)).toBe(true);
    const rows = saidRows(push);
    expect(rows.map((r) => r.count)).toEqual(['1', '2', '3', '3&', '4', '5', '5&', '6']);
    expect(rows[1]).toMatchObject({
      leader: expect.stringMatching(/^right, /) as string,
      follower: expect.stringMatching(/turn 1\/2 right/) as string,
    });
    for (const w of rows.flatMap((r) => [...r.leader.split(' '), ...r.follower.split(' ')]))
      expect(svg).toContain(w);
    const lines = [...svg.matchAll(/<text[^>]*font-size="16"[^>]*>([^<]*)</g)].map((m) => m[1] ?? '');
    expect(Math.max(...lines.map((l) => l.length))).toBeLessThanOrEqual(60);
    expect(svg.match(/<svg/g)).toHaveLength(2);
  });
});
