/** Expected failure as a value; bugs throw through {@link invariant}. */
export type Result<T, E> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly error: E };

export const ok = <T>(value: T): Result<T, never> => ({ ok: true, value });
export const fail = <E>(error: E): Result<never, E> => ({ ok: false, error });

/** The only throw in the core: a broken assumption of ours, never bad input. */
export function invariant(condition: unknown, message: string): asserts condition {
  if (!condition) throw new Error(`Broken assumption: ${message}`);
}

/** Closes a switch over a union: a new member is a type error here. */
export function never(value: never): never {
  throw new Error(`Broken assumption: unexpected ${JSON.stringify(value)}`);
}
