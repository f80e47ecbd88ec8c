import { escaped } from './markup';
import type { Analysis } from '../analysis';
import { ROLES, TICKS_PER_BEAT, type Role } from '../base';
import { fractionOf } from '../notation';
import { SOLE, railArms, railBeat } from '../scene';
import { positionAt } from '../time';
import { DIRECTIONS } from '../vocabulary';

const COLOUR = {
  leader: '#0d5c4b',
  follower: '#b23f17',
  L: '#3b4aa0',
  R: '#8a3672',
  paper: '#faf6ee',
  cell: '#ece4d4',
  ink: '#1f2b29',
  quiet: '#5c635c',
} as const;
/** Size of a row, px. */
const BEAT = 104;
const SIDE = 96;
const ROW = 300;
const HEAD = 54;

const n = (x: number): string => (Math.round(x * 10) / 10 || 0).toString();

/** @example turnWords(-270) // '¾ left' */
export function turnWords(turn: number): string {
  const { whole, top, bottom } = fractionOf(turn);
  const part = top ? `${top}/${bottom}` : '';
  return `${[whole || '', part].filter(Boolean).join(' ')} ${turn > 0 ? 'right' : 'left'}`;
}

/**
 * The rail of a figure as a standalone SVG 1.1 picture: both roles, counts, hands, calls and the joined arms, in rows of
 * eight. Height follows from the length. Without `named` its name stands only in its title.
 * @example railSvg(analyse(figure)).startsWith('<svg')
 */
export function railSvg(a: Analysis, named = true): string {
  const head = named ? HEAD : 12;
  const beats = Math.max(2, Math.ceil(a.end / TICKS_PER_BEAT));
  const size = beats <= 10 ? beats : 8;
  const rows = Math.ceil(beats / size);
  const [width, height] = [SIDE + size * BEAT + 20, head + rows * ROW + 10];
  const body = Array.from({ length: rows }, (_, r) =>
    row(a, r * size, Math.min(beats, (r + 1) * size), head + r * ROW),
  );
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" version="1.1" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}" font-family="'Schibsted Grotesk', 'Schibsted Grotesk Variable', system-ui, sans-serif" role="img">`,
    `<title>${escaped(a.figure.name)}</title>`,
    `<rect width="${width}" height="${height}" fill="${COLOUR.paper}"/>`,
    named
      ? `<text x="20" y="36" font-size="26" font-weight="750" fill="${COLOUR.ink}">${escaped(a.figure.name)}</text>`
      : '',
    ...body,
    '</svg>',
    '',
  ].join('\n');
}

function row(a: Analysis, from: number, to: number, top: number): string {
  const { feel } = a.figure;
  const x = (at: number) => SIDE + (at - from + 0.35) * BEAT;
  const here = (tick: number) => {
    const at = railBeat(tick, feel);
    return at >= from - (from === 0 ? 9 : 0.34) && at < to - 0.34;
  };
  const cells = Array.from({ length: Math.ceil((to - from) / a.unitBeats) }, (_, i) => {
    const w = Math.min(a.unitBeats, to - from - i * a.unitBeats) * BEAT - 4;
    return `<rect x="${n(SIDE + i * a.unitBeats * BEAT)}" y="${top}" width="${n(w)}" height="${ROW - 14}" rx="8" fill="${i % 2 ? COLOUR.cell : '#fffdf8'}"/>`;
  });
  const role = (r: Role, y: number): string[] => [
    `<text x="20" y="${y}" font-size="16" font-weight="700" fill="${COLOUR[r]}">${r === 'leader' ? 'Leader' : 'Follower'}</text>`,
    ...a.roles[r].actions
      .filter((w) => here(w.tick))
      .map((w) => {
        const cx = x(railBeat(w.tick, feel));
        const { kind, direction } = w.action;
        const turn = (w.action.turn ?? 0) + (w.action.then ?? 0);
        const word = kind === 'step' ? DIRECTIONS[direction ?? 'place'].words[0] : kind;
        const print = w.foot
          ? `<path d="${SOLE}" transform="translate(${n(cx)} ${y}) scale(${w.foot === 'L' ? -1 : 1} 1)" fill="${COLOUR[r]}"/><text x="${n(cx)}" y="${y + 1}" font-size="13" font-weight="700" text-anchor="middle" fill="${COLOUR.paper}">${w.foot}</text>`
          : `<path d="M${n(cx - 8)} ${y}h16" stroke="${COLOUR[r]}" stroke-width="3"/>`;
        return `${print}<text x="${n(cx)}" y="${y + 34}" font-size="13.5" text-anchor="middle" fill="${COLOUR[r]}">${escaped(word)}</text>${turn ? `<text x="${n(cx)}" y="${y + 49}" font-size="12.5" font-weight="700" text-anchor="middle" fill="${COLOUR[r]}">${turn > 0 ? '↻' : '↺'} ${escaped(turnWords(turn).split(' ').slice(0, -1).join(' '))}</text>` : ''}`;
      }),
  ];
  const ticks = [
    ...new Set([
      ...Array.from({ length: to - from }, (_, i) => (from + i) * TICKS_PER_BEAT),
      ...ROLES.flatMap((r) => a.roles[r].actions.map((w) => w.tick)),
    ]),
  ].filter(here);
  const numerals = ticks.map((tick) => {
    const whole = tick % TICKS_PER_BEAT === 0;
    const text = whole ? String(tick / TICKS_PER_BEAT + 1) : (positionAt(tick, feel)?.sub ?? '');
    return `<text x="${n(x(railBeat(tick, feel)))}" y="${top + 122}" font-size="${whole ? 30 : 18}" font-weight="800" text-anchor="middle" fill="${whole ? COLOUR.ink : COLOUR.quiet}">${escaped(text)}</text>`;
  });
  const words = (track: 'hands' | 'calls', y: number, colour: string) =>
    a.words
      .filter((w) => w.track === track && here(w.tick))
      .map(
        (w) =>
          `<text x="${n(x(railBeat(w.tick, feel)) - 14)}" y="${y}" font-size="12.5" fill="${colour}"${track === 'calls' ? ' font-style="italic"' : ''}>${escaped(w.text)}</text>`,
      );
  return [
    ...cells,
    ...role('leader', top + 28),
    ...words('hands', top + 92, COLOUR.L),
    ...numerals,
    strands(a, from, to, top + 154, x),
    ...words('calls', top + 204, COLOUR.quiet),
    ...role('follower', top + 230),
  ].join('\n');
}

/** The joined arms as they cross; the right hand's has a light core. */
function strands(a: Analysis, from: number, to: number, middle: number, x: (at: number) => number): string {
  const [least, most] = [from - 0.35, to - 0.35];
  const lines = railArms(a).strands.flatMap((s) =>
    s.pieces.flatMap((piece) => {
      if (piece.points.every((p) => p.x < least) || piece.points.every((p) => p.x > most)) return [];
      const d = piece.points
        .map(
          (p, i) => `${i ? 'L' : 'M'}${n(x(Math.min(most, Math.max(least, p.x))))} ${n(middle + p.y * 13)}`,
        )
        .join('');
      const dash =
        piece.style === 'raised'
          ? ' stroke-dasharray="10 4"'
          : piece.style === 'behind'
            ? ' stroke-dasharray="2 7"'
            : '';
      return [
        `<path d="${d}" stroke="${COLOUR[s.arm]}" stroke-width="5"${dash}/>`,
        ...(s.arm === 'R' ? [`<path d="${d}" stroke="${COLOUR.paper}" stroke-width="1.4"/>`] : []),
      ];
    }),
  );
  return `<g fill="none" stroke-linejoin="round">${lines.join('')}</g>`;
}
