/** The rest that is never negative. @example modulo(-1, 8) // 7 */
export const modulo = (n: number, by: number): number => ((n % by) + by) % by;
