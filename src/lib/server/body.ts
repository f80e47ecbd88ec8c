import { fail, ok, type Result } from '$lib/core/base';
import { MOST_DEPTH, depthOf, refuse, type Refusal } from './reply';

/** How much of a body that is too large is still taken in, so that its sender hears the answer. */
const DRAINED = 4 * 1024 * 1024;
/** How long a body may take to come, milliseconds. */
export const BODY_TIME = 10_000;

/** Reads at most `limit` bytes, whatever the headers promise, within `time` milliseconds. */
export async function readBody(
  request: Request,
  limit: number,
  time = BODY_TIME,
): Promise<Result<string, Refusal>> {
  const reader = request.body?.getReader();
  if (!reader) return refuse(400, { at: 'the body', message: 'The body is empty.' });
  // Nobody reads it once the time is up; then it may break off without a word.
  const all = readAll(reader, limit);
  all.catch(() => {});
  let late: ReturnType<typeof setTimeout> | undefined;
  const tooLate = new Promise<'late'>((resolve) => (late = setTimeout(() => resolve('late'), time)));
  try {
    const bytes = await Promise.race([all, tooLate]);
    if (bytes === 'late') {
      // Cancelling the reader would end the connection before the answer is sent: `Connection: close` ends it after.
      return refuse(400, { at: 'the body', message: `It did not come within ${time / 1000} seconds.` });
    }
    return bytes.ok ? decoded(bytes.value) : bytes;
  } catch {
    return refuse(400, { at: 'the body', message: 'The body broke off.' });
  } finally {
    clearTimeout(late);
  }
}

async function readAll(
  reader: ReadableStreamDefaultReader<Uint8Array>,
  limit: number,
): Promise<Result<Uint8Array, Refusal>> {
  const chunks: Uint8Array[] = [];
  let size = 0;
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    size += value.byteLength;
    if (size <= limit) chunks.push(value);
    else chunks.length = 0;
    if (size > limit + DRAINED) break;
  }
  if (size > limit) return refuse(413, { at: 'the body', message: `At most ${limit} bytes are read.` });
  if (size === 0) return refuse(400, { at: 'the body', message: 'The body is empty.' });
  return ok(Buffer.concat(chunks));
}

function decoded(bytes: Uint8Array): Result<string, Refusal> {
  try {
    return ok(new TextDecoder('utf-8', { fatal: true }).decode(bytes));
  } catch {
    return refuse(400, { at: 'the body', message: 'The body is not UTF-8 text.' });
  }
}

export const typeOf = (request: Request): string =>
  (request.headers.get('content-type') ?? '').split(';')[0]?.trim().toLowerCase() ?? '';

/** A body as JSON, not deeper than anything we read. */
export function parseJson(body: string): Result<unknown, Refusal> {
  if (depthOf(body) > MOST_DEPTH)
    return fail({ status: 400, at: 'the body', message: `It is nested more than ${MOST_DEPTH} deep.` });
  try {
    return ok(JSON.parse(body));
  } catch {
    return refuse(400, { at: 'the body', message: 'This is not JSON.' });
  }
}
