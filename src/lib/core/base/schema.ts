import * as z from 'zod/mini';

/**
 * Says in words what a document lacks; goes with every reading whose answer a person sees.
 * @example z.int().safeParse('x', IN_WORDS).error?.issues[0]?.message // 'Invalid input: expected int, received string'
 */
export const IN_WORDS = { error: z.locales.en().localeError };

/** The last millisecond of the year 9999: a date after that has no four-digit year. */
export const MOST_INSTANT = 253_402_300_799_999;
/** A moment, milliseconds since 1970. What lies beyond is no moment of anybody's. */
export const instantSchema = z.int().check(z.gte(0), z.lte(MOST_INSTANT));

/** Two things of one list under one key. */
export interface SharedKey {
  readonly path: readonly (string | number)[];
  readonly key: string;
}
/**
 * The first place in a document where two things of one list have the same `key`; undefined where none have. O(document).
 * @example sharedKey({ blocks: [{ key: 'a' }, { key: 'a' }] }) // { path: ['blocks', 1, 'key'], key: 'a' }
 */
export function sharedKey(value: unknown): SharedKey | undefined {
  if (typeof value !== 'object' || value === null) return undefined;
  const seen = new Set<string>();
  // What a list of numbers holds has no keys.
  const inside = Array.isArray(value) && typeof value[0] !== 'object' ? [] : Object.entries(value);
  for (const [name, part] of inside) {
    const step = Array.isArray(value) ? Number(name) : name;
    const key: unknown = Array.isArray(value) ? (part as { key?: unknown } | null)?.key : undefined;
    if (typeof key === 'string') {
      if (seen.has(key)) return { path: [step, 'key'], key };
      seen.add(key);
    }
    const found = sharedKey(part);
    if (found) return { path: [step, ...found.path], key: found.key };
  }
  return undefined;
}

/** A schema whose documents have each key once in each list. */
export const keyedOnce = <T extends z.ZodMiniType>(schema: T): T =>
  schema.check((ctx) => {
    const twice = sharedKey(ctx.value);
    if (!twice) return;
    ctx.issues.push({
      code: 'custom',
      path: [...twice.path],
      message: `Two things here have the key “${twice.key}”.`,
      input: ctx.value,
    });
  });

/** The same fields and no other. @example nothingElse(z.object({ a: z.int() })).safeParse({ a: 1, b: 2 }).success // false */
export const nothingElse = <T extends z.ZodMiniObject>(schema: T) => z.catchall(schema, z.never());
