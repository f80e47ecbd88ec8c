import { fail, ok, type Result } from '$lib/core/base';
import type { FileError } from '$lib/core/codecs';

/** Why a request is not answered, with its HTTP status. */
export interface Refusal extends FileError {
  readonly status: 400 | 413 | 415 | 422 | 503;
}
export const refuse = (status: Refusal['status'], error: FileError): Result<never, Refusal> =>
  fail({ status, ...error });

export const refused = ({ status, ...error }: Refusal): Response => Response.json({ error }, { status });

/** Reads at most `limit` bytes, whatever the headers promise. */
export async function readBody(request: Request, limit: number): Promise<Result<string, Refusal>> {
  const tooLarge = refuse(413, { at: 'the body', message: `At most ${limit} bytes are read.` });
  if (Number(request.headers.get('content-length') ?? 0) > limit) return tooLarge;
  const reader = request.body?.getReader();
  if (!reader) return refuse(400, { at: 'the body', message: 'The body is empty.' });
  const chunks: Uint8Array[] = [];
  let size = 0;
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    size += value.byteLength;
    if (size > limit) {
      await reader.cancel();
      return tooLarge;
    }
    chunks.push(value);
  }
  try {
    return ok(new TextDecoder('utf-8', { fatal: true }).decode(Buffer.concat(chunks)));
  } catch {
    return refuse(400, { at: 'the body', message: 'The body is not UTF-8 text.' });
  }
}

export const typeOf = (request: Request): string | undefined =>
  (request.headers.get('content-type') ?? '').split(';')[0]?.trim().toLowerCase();

export function parseJson(body: string): Result<unknown, Refusal> {
  try {
    return ok(JSON.parse(body));
  } catch {
    return refuse(400, { at: 'the body', message: 'This is not JSON.' });
  }
}
