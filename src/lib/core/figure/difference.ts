/** The smallest single replacement that turns one text into the other; undefined when they are equal. */
export function difference(
  before: string,
  after: string,
): { from: number; to: number; insert: string } | undefined {
  if (before === after) return undefined;
  const shortest = Math.min(before.length, after.length);
  let head = 0;
  while (head < shortest && before[head] === after[head]) head++;
  let tail = 0;
  while (tail < shortest - head && before.at(-1 - tail) === after.at(-1 - tail)) tail++;
  return { from: head, to: before.length - tail, insert: after.slice(head, after.length - tail) };
}
