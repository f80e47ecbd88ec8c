import { MOST_TAG, MOST_TAGS, type Figure } from './schema';

/**
 * Tags from a line of text: parted by commas or semicolons, each once whatever its capitals, in the order written.
 * @example tagsIn('Monday,  showy; monday') // ['Monday', 'showy']
 */
export function tagsIn(text: string): string[] {
  const found = new Map<string, string>();
  for (const part of text.split(/[,;\n]/)) {
    const tag = part.trim().replace(/\s+/g, ' ').slice(0, MOST_TAG).trim();
    if (tag !== '' && !found.has(tag.toLowerCase())) found.set(tag.toLowerCase(), tag);
  }
  return [...found.values()].slice(0, MOST_TAGS);
}

/** Whether it has a tag, whatever its capitals. @example hasTag({ tags: ['Monday'] }, 'monday') // true */
export const hasTag = ({ tags }: Pick<Figure, 'tags'>, tag: string): boolean =>
  tags?.some((t) => t.toLowerCase() === tag.toLowerCase()) ?? false;

/** The figure with these tags; none leaves nothing behind. */
export function withTags({ tags: _, ...figure }: Figure, tags: readonly string[]): Figure {
  return tags.length > 0 ? { ...figure, tags } : figure;
}

/** With one more tag, or without one, whatever its capitals. @example tagged(figure, 'Monday', true).tags // ['Monday'] */
export function tagged(figure: Figure, tag: string, on: boolean): Figure {
  const others = (figure.tags ?? []).filter((t) => !hasTag({ tags: [t] }, tag));
  return withTags(figure, on ? tagsIn([...others, tag].join(',')) : others);
}
