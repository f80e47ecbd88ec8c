/** The outline of a right sole, 36 units long, toe up, about the origin: an SVG path. */
export const SOLE =
  'M-1 -18C5 -18 9 -13 8.6 -6C8.3 -1 6 2 6 7C6 13 5 18 0.5 18C-4 18 -5 14 -5 9C-5 4 -8 -2 -8 -8C-8 -14 -5 -18 -1 -18Z';
