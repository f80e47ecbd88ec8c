import { dequal } from 'dequal/lite';

/**
 * Equal as values, in whatever order the keys stand.
 * @example same({ a: 1, b: [2] }, { b: [2], a: 1 }) // true
 */
export const same = (a: unknown, b: unknown): boolean => dequal(a, b);
