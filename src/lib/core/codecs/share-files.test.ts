import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { describe, expect, it } from 'vitest';
import { analyse } from '../analysis';
import { newFigure, type Figure } from '../figure';
import { danceHtml } from './dance-html';
import { railSvg, turnWords } from './rail-svg';

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
    const data = JSON.parse(/id="data">(.*?)<\/script>/s.exec(html)?.[1] ?? '') as {
      frames: number[][];
      says: string[][];
    };
    expect(data.frames.every((f) => f.length === 22 && f.every(Number.isFinite))).toBe(true);
    expect(data.says.map((s) => s[1])).toEqual(['1', '2', '3', '&', '4', '5', '&', '6']);
    const script = /<script>(.*?)<\/script>/s.exec(html)?.[1] ?? '';
    expect(() => new Function(script)).not.toThrow();
  });
});
