import { escaped } from './markup';
import type { ArmPicture } from '../scene';

/** Colours of a drawing that stands alone. */
const COLOUR = {
  leader: '#0d5c4b',
  follower: '#b23f17',
  L: '#3b4aa0',
  R: '#8a3672',
  paper: '#faf6ee',
  ink: '#1f2b29',
} as const;
const number = (n: number): string => (Math.round(n * 10) / 10 || 0).toString();

/**
 * A picture of the arms as a standalone SVG 1.1 file: title and description carry the plain sentence; the arm of the
 * leader's left hand is a whole line, that of the right a double one. `id` makes the ids unique on a page.
 * @example armsSvg(pictureOf(state), 'double-cross')
 */
export function armsSvg(p: ArmPicture, id = 'arms'): string {
  const { x, y, width, height } = p.box;
  const box = [x, y, width, height].map(number).join(' ');
  const bodies = p.bodies.map((b) => {
    const colour = COLOUR[b.role];
    return `<g transform="translate(${number(b.at.x)} ${number(b.at.y)}) rotate(${number(b.turn)})"><ellipse rx="${number(b.rx)}" ry="${number(b.ry)}" fill="${colour}"/><path d="M-5 ${number(-b.ry)}L0 ${number(-b.ry - 9)}L5 ${number(-b.ry)}Z" fill="${colour}"/><circle r="9" fill="${COLOUR.paper}"/></g><text x="${number(b.at.x)}" y="${number(b.at.y + 4)}" text-anchor="middle" font-family="sans-serif" font-size="11" font-weight="700" fill="${COLOUR.ink}">${b.role === 'leader' ? 'L' : 'F'}</text>`;
  });
  const line = (arm: 'L' | 'R', d: string): string =>
    `<path d="${d}" stroke="${COLOUR[arm]}" stroke-width="5"/>` +
    (arm === 'R' ? `<path d="${d}" stroke="${COLOUR.paper}" stroke-width="1.4"/>` : '');
  const strands = p.strands.map(
    (s) =>
      line(s.arm, s.d) +
      `<circle cx="${number(s.hand.x)}" cy="${number(s.hand.y)}" r="4.5" fill="${COLOUR[s.arm]}" stroke="${COLOUR.paper}" stroke-width="1.5"/>`,
  );
  const crossings = p.crossings.map(
    (c) =>
      `<path d="${c.d}" stroke="${COLOUR.paper}" stroke-width="10" stroke-linecap="butt"/>${line(c.over, c.d)}`,
  );
  const rests = p.rests.map(
    (r) =>
      `<path d="${r.d}" stroke="${COLOUR[r.role]}" stroke-width="4"/><circle cx="${number(r.at.x)}" cy="${number(r.at.y)}" r="5" fill="${COLOUR[r.role]}"/>`,
  );
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" version="1.1" viewBox="${box}" width="${number(width * 2)}" height="${number(height * 2)}" role="img" aria-labelledby="${id}-title ${id}-desc">`,
    `<title id="${id}-title">${escaped(p.title)}</title>`,
    `<desc id="${id}-desc">${escaped(p.sentence)}</desc>`,
    `<rect x="${number(x)}" y="${number(y)}" width="${number(width)}" height="${number(height)}" fill="${COLOUR.paper}"/>`,
    ...bodies,
    `<g fill="none" stroke-linecap="round" stroke-linejoin="round">`,
    ...rests,
    ...strands,
    ...crossings,
    `</g>`,
    `</svg>`,
    '',
  ].join('\n');
}
