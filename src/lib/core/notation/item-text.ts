import { parse } from './parse';
import { printBody, printMove } from './print';
import type { Body } from './types';

/** Stands before what belongs to a choice that began before it. */
const WITHIN = '+ ';

/**
 * What one item of a footwork line says, without its count, with what else may be danced there: every body has one such
 * text, and {@link readItem} gives the body again. @example printItem(body) // 'triple or [5 coaster]'
 */
export function printItem(body: Body): string {
  const { choice, within } = body;
  const own = `${within ? WITHIN : ''}${printBody(body)}`;
  if (!choice) return own;
  const others = choice.others.map((o) => o.map(printMove).join(' ')).join(' or ');
  return `${own} or [${others}${choice.likes ? ` as the ${choice.likes} likes` : ''}]`;
}

/** @example readItem('side r1/4') // { type: 'action', kind: 'step', direction: 'side', turn: 90, turnAfter: true } */
export function readItem(text: string): Body {
  const within = text.startsWith(WITHIN);
  const line = parse(`leader 1 ${within ? text.slice(WITHIN.length) : text}`).lines[0]?.line;
  const body: Body = (line?.type === 'moves' ? line.items[0]?.body : undefined) ?? { type: 'nothing' };
  return within ? { ...body, within: true } : body;
}
