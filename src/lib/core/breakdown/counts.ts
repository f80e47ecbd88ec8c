import { NUMBER_WORDS } from '../vocabulary';

const COUNT = String.raw`(?:\d{1,3}(?:e|&|a)?(?:\s?[-–&]\s?\d{1,3})*|&)`;
const LABEL = new RegExp(String.raw`^${COUNT}(?=[\s.):,;–-]|$)`);
const ONLY = new RegExp(String.raw`^${COUNT}[.):,;]?$`);
const MARKED = new RegExp(String.raw`(^|\s)(${COUNT})\s*[.):,;]+(?=\s|$)`, 'g');
const DASHED = new RegExp(String.raw`(^|\s)(${COUNT})\s+[-–—]\s+(?=\S)`, 'g');
const VALUE = /^(?:quick|slow)s?\b|^[QS](?=[\s,:]|$)/i;

/** A line that begins with a count, a quick or a slow. @example startsWithCount('3&4: triple') // true */
export const startsWithCount = (text: string): boolean =>
  LABEL.test(text) ||
  VALUE.test(text) ||
  NUMBER_WORDS[/^[a-z]+/i.exec(text)?.[0].toLowerCase() ?? ''] !== undefined;

/** A count with nothing behind it. @example bareCount('3&') // true */
export const bareCount = (text: string): boolean => ONLY.test(text.trim());

/** Steps without the marks that stand round their counts. @example plainSteps('1. back, 2. close') // '1 back 2 close' */
export function plainSteps(text: string): string {
  const plain = text
    .replace(MARKED, '$1$2')
    .replace(DASHED, '$1$2 ')
    .replace(/[,;](?=\s|$)/g, '')
    .trim();
  return /(?:^|\s)\d/.test(plain) ? plain : plain.replace(/\bquicks?\b/gi, 'Q').replace(/\bslows?\b/gi, 'S');
}
