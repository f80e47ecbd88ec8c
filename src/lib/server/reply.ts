import { fail, type Result } from '$lib/core/base';
import type { FileError } from '$lib/core/codecs';

/** What a request is answered with: JSON, already written. */
export interface Reply {
  readonly status: number;
  readonly body: string;
}

/** Why a request is not answered, with its HTTP status. */
export interface Refusal extends FileError {
  readonly status: 400 | 413 | 415 | 422 | 503;
}
export const refuse = (status: Refusal['status'], error: FileError): Result<never, Refusal> =>
  fail({ status, ...error });

export const refused = ({ status, ...error }: Refusal): Reply => ({
  status,
  body: JSON.stringify({ error }),
});

/** JSON deeper than this is no request of anybody's. Our choice. */
export const MOST_DEPTH = 64;

/** How deep brackets stand inside one another, texts left out; stops counting once it is too deep. O(characters). */
export function depthOf(text: string): number {
  let [depth, most] = [0, 0];
  let inText = false;
  for (let i = 0; i < text.length && most <= MOST_DEPTH; i++) {
    const c = text.charCodeAt(i);
    if (inText) {
      if (c === 92) i++;
      else if (c === 34) inText = false;
    } else if (c === 34) inText = true;
    else if (c === 91 || c === 123) most = Math.max(most, ++depth);
    else if (c === 93 || c === 125) depth--;
  }
  return most;
}
