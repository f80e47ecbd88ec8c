const ORDINALS = [
  'first',
  'second',
  'third',
  'fourth',
  'fifth',
  'sixth',
  'seventh',
  'eighth',
  'ninth',
  'tenth',
];

/** @example ordinal(3) // 'third' */
export const ordinal = (n: number): string => ORDINALS[n - 1] ?? `${n}th`;
