import * as z from 'zod/mini';

/**
 * Says in words what a document lacks; goes with every reading whose answer a person sees.
 * @example z.int().safeParse('x', IN_WORDS).error?.issues[0]?.message // 'Invalid input: expected int, received string'
 */
export const IN_WORDS = { error: z.locales.en().localeError };

/** The same fields and no other. @example nothingElse(z.object({ a: z.int() })).safeParse({ a: 1, b: 2 }).success // false */
export const nothingElse = <T extends z.ZodMiniObject>(schema: T) => z.catchall(schema, z.never());
