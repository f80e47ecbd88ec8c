import { parse } from './parse';
import { printBody } from './print';

/** Version of the notation: 2 dances words in the order they are said; in 1 a turn was always made first. */
export const NOTATION = 2;

/**
 * A breakdown in notation 1, rewritten so that it means what it meant: turns stand before the direction. Nothing else
 * is touched. @example turnsFirst('leader 1 side small r1/4') // 'leader 1 r1/4 side small'
 */
export function turnsFirst(text: string): string {
  let out = '';
  let at = 0;
  for (const { line, items } of parse(text).lines) {
    if (line.type !== 'moves') continue;
    line.items.forEach(({ body }, i) => {
      const span = items[i]?.body;
      if (!span || !body.turnAfter) return;
      const { turnAfter: _, ...first } = body;
      out += text.slice(at, span.from) + printBody(first);
      at = span.to;
    });
  }
  return out + text.slice(at);
}

/** The same for what one count of a footwork line says. @example bodyFirst('side r1/4') // 'r1/4 side' */
export const bodyFirst = (text: string): string => turnsFirst(`leader 1 ${text}`).slice('leader 1 '.length);
