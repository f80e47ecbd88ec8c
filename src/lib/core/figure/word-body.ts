import { TICKS_PER_BEAT, type Ticks } from '../base';
import { parse, type Body } from '../notation';
import { UNITS } from '../vocabulary';

/** What a word of the notation stands for; undefined where it is not understood. @example bodyOf('triple')?.type // 'unit' */
export function bodyOf(word: string): Body | undefined {
  const { lines, problems } = parse(`leader 1 ${word}`);
  const line = lines[0]?.line;
  const body = line?.type === 'moves' ? line.items[0]?.body : undefined;
  return problems.length === 0 && body?.type !== 'nothing' ? body : undefined;
}

/** How long it lasts before the next whole beat. @example wordLength(bodyOf('triple')) // 24 */
export const wordLength = (body: Body): Ticks =>
  (body.type === 'unit' ? UNITS[body.unit].beats : 1) * TICKS_PER_BEAT;
