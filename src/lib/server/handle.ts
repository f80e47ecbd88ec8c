import { readBody, typeOf } from './body';
import { Pool, type Job, type Limits } from './pool';
import { refused, type Reply } from './reply';

/** What each route may take: largest body in bytes, milliseconds to compute, helpers. Our choice, for a small machine. */
export const ROUTES = {
  analyse: {
    bytes: 64 * 1024,
    milliseconds: 3_000,
    pool: { helpers: 2, waiting: 16, patience: 12_000, time: 6_000, megabytes: 192, output: 4_000_000 },
  },
  compose: {
    bytes: 512 * 1024,
    milliseconds: 5_000,
    pool: { helpers: 2, waiting: 0, patience: 0, time: 9_000, megabytes: 256, output: 4_000_000 },
  },
} as const satisfies Record<Job['what'], { bytes: number; milliseconds: number; pool: Limits }>;

const pools = { analyse: new Pool(ROUTES.analyse.pool), compose: new Pool(ROUTES.compose.pool) };

/** Reads the bytes of a request here, and has everything else done by a helper. */
export async function handle(
  request: Request,
  what: Job['what'],
  pool: Pool = pools[what],
  limit: number = ROUTES[what].milliseconds,
): Promise<Response> {
  const gone = signalOf(request);
  if (pool.full) return answer(await pool.run(none(what), gone));
  const body = await readBody(request, ROUTES[what].bytes);
  if (!body.ok) return answer(refused(body.error), true);
  return answer(await pool.run({ what, type: typeOf(request), body: body.value, limit }, gone));
}

/**
 * Ends when the client leaves. The framework hears of that only while the body comes in; scripts/serve.mjs hears of it to
 * the end.
 */
function signalOf(request: Request): AbortSignal {
  const all: unknown = (globalThis as Record<symbol, unknown>)[Symbol.for('brisk-partner:gone')];
  const known = all instanceof Map ? (all.get(request.headers.get('x-request')) as unknown) : undefined;
  return known instanceof AbortSignal ? AbortSignal.any([known, request.signal]) : request.signal;
}

/** What a full pool is asked: it is not looked at. */
const none = (what: Job['what']): Job => ({ what, type: '', body: '', limit: 0 });

/** `last`: the connection ends with this answer, for what is left of the body is not read. */
const answer = ({ status, body }: Reply, last = false): Response =>
  new Response(body, {
    status,
    headers: {
      'Content-Type': 'application/json',
      ...(status === 503 ? { 'Retry-After': '2' } : {}),
      ...(last ? { Connection: 'close' } : {}),
    },
  });
