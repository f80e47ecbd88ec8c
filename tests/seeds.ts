import fc from 'fast-check';

/**
 * Chance in tests has one home. `npm run verify` always draws the same; `npm run explore` sets `EXPLORE_SEED`, and every
 * property and every loop over seeds draws from there. What it finds becomes a named case beside the property.
 */
const DRAWN = Number(process.env.EXPLORE_SEED ?? 0);
/** Where properties begin in `verify`. Any number would do. */
const FIXED = 20_261;

fc.configureGlobal({ seed: FIXED + DRAWN });

/** A named seed, moved by what an exploration drew. @example seedOf(7) // 7 */
export const seedOf = (name: number): number => name + DRAWN;

/** So many seeds one after another. @example seeds(3) // [1, 2, 3] */
export const seeds = (count: number, first = 1): readonly number[] =>
  Array.from({ length: count }, (_, i) => seedOf(first + i));
