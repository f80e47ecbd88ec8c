import type { Analysis } from '../analysis';
import { danceOf } from '../vocabulary';
import { escaped } from './markup';
import { railSvg } from './rail-svg';
import { saidRows, tempoSaid } from './step-words';

/** Width of the sheet, height of a line and of what stands above the table, px. */
const WIDTH = 1120;
const LINE = 24;
const TOP = 100;
const COLUMNS = [24, 92, 500, 930] as const;
/** Longest line of a cell, characters. */
const CELL = 44;

/** A text in lines no longer than a cell. @example linesOf('a b', 1) // ['a', 'b'] */
function linesOf(text: string, most: number): string[] {
  const lines: string[] = [''];
  for (const word of text.split(' ')) {
    const last = lines.at(-1) ?? '';
    if (last !== '' && last.length + word.length + 1 > most) lines.push(word);
    else lines[lines.length - 1] = last === '' ? word : `${last} ${word}`;
  }
  return lines;
}

/**
 * The step sheet as a standalone SVG 1.1 picture, for one page to look at: what it is, every count in words for both
 * roles, then the rail. Height follows from the length.
 * @example sheetSvg(analyse(figure)).startsWith('<svg')
 */
export function sheetSvg(a: Analysis): string {
  const { figure: f } = a;
  const rows = saidRows(a);
  const rail = railSvg(a, false);
  const [railWidth = WIDTH, railHeight = 0] = [/width="(\d+)"/, /height="(\d+)"/].map((find) =>
    Number(find.exec(rail)?.[1]),
  );
  const scale = (WIDTH - 40) / railWidth;
  const notes = [f.notes, ...f.cautions.map((c) => `Caution: ${c}`)].flatMap((t) =>
    t === '' ? [] : linesOf(t.replace(/\s+/g, ' '), 110),
  );
  const line = (x: number, y: number, text: string, more = ''): string =>
    text === '' ? '' : `<text x="${x}" y="${y}" font-size="16"${more}>${escaped(text)}</text>`;
  let y = TOP;
  const table = [
    ['count', 'leader', 'follower', 'call'],
    ...rows.map((r) => [r.count, r.leader, r.follower, r.call]),
  ].map((row, i) => {
    const cells = row.map((text) => linesOf(text, CELL));
    const drawn = cells.flatMap((lines, k) =>
      lines.map((text, j) =>
        line(COLUMNS[k] ?? 0, y + j * LINE, text, i === 0 || k === 0 ? ' font-weight="700"' : ''),
      ),
    );
    y += Math.max(...cells.map((lines) => lines.length)) * LINE + 4;
    return drawn.join('');
  });
  const under = y + railHeight * scale + LINE;
  const height = Math.ceil(under + notes.length * LINE + 10);
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" version="1.1" viewBox="0 0 ${WIDTH} ${height}" width="${WIDTH}" height="${height}" font-family="'Schibsted Grotesk', 'Schibsted Grotesk Variable', system-ui, sans-serif" fill="#1f2b29" role="img">`,
    `<title>${escaped(f.name)}</title>`,
    `<rect width="${WIDTH}" height="${height}" fill="#faf6ee"/>`,
    `<text x="24" y="40" font-size="30" font-weight="750">${escaped(f.name)}</text>`,
    line(24, 66, `${danceOf(f).name} · ${a.counts} counts · ${tempoSaid(f)}`),
    ...table,
    `<g transform="translate(20 ${y}) scale(${scale.toFixed(4)})">${rail}</g>`,
    ...notes.map((t, i) => line(24, Math.round(under + i * LINE), t)),
    '</svg>',
    '',
  ].join('\n');
}
