import { Worker } from 'node:worker_threads';
import { z } from 'zod';
import threadSource from 'virtual:compose-thread';
import { ok, type Result } from '$lib/core/base';
import { FORMAT, VERSION, firstIssue, readJson } from '$lib/core/codecs';
import { requestSchema, type Composed, type Conflict } from '$lib/core/composer';
import { growAll, type Figure } from '$lib/core/figure';
import { conflictSentences, whyText } from '$lib/messages';
import { parseJson, readBody, refuse, refused, typeOf, type Refusal } from './body';
import type { ComposeDone, ComposeJob } from './compose-job';

/** Limits of one request, and how many are answered at once. */
export const COMPOSE_LIMITS = {
  bytes: 512 * 1024,
  figures: 500,
  milliseconds: 5_000,
  atOnce: 2,
  megabytes: 256,
};

const height = z.number().min(1).max(2.4);
const askedSchema = z
  .object({
    figures: z.array(z.unknown()).min(1).max(COMPOSE_LIMITS.figures),
    versions: z.array(z.unknown()).max(COMPOSE_LIMITS.figures).default([]),
    heights: z.object({ leader: height, follower: height }).strict().optional(),
    request: requestSchema,
  })
  .strict();

let busy = 0;

/** `POST /api/compose`: figures and what is wanted in, combinations out. Runs on a thread of its own. See docs/api.md. */
export async function composeRequest(
  request: Request,
  limit = COMPOSE_LIMITS.milliseconds,
): Promise<Response> {
  const body = await readBody(request, COMPOSE_LIMITS.bytes);
  const job = body.ok ? readJob(body.value, request, limit) : body;
  if (!job.ok) return refused(job.error);
  if (busy >= COMPOSE_LIMITS.atOnce)
    return Response.json(
      { error: { at: 'the server', message: 'It is composing for others; ask again in a moment.' } },
      { status: 503, headers: { 'Retry-After': '2' } },
    );
  busy++;
  try {
    return Response.json(report(job.value, await onThread(job.value, request.signal)));
  } catch {
    return refused({
      status: 503,
      at: 'the request',
      message: 'It took more time or memory than is given to it.',
    });
  } finally {
    busy--;
  }
}

function readJob(body: string, request: Request, limit: number): Result<ComposeJob, Refusal> {
  if (typeOf(request) !== 'application/json')
    return refuse(415, { at: 'Content-Type', message: 'Expected application/json.' });
  const raw = parseJson(body);
  if (!raw.ok) return raw;
  const asked = askedSchema.safeParse(raw.value);
  if (!asked.success) return refuse(400, firstIssue(asked.error.issues, raw.value));
  const { figures, versions, heights, request: wanted } = asked.data;
  const grown = readFigures(figures, versions);
  if (!grown.ok) return grown;
  const ids = new Set(grown.value.map((f) => f.id));
  const named = [
    ...wanted.must,
    ...(wanted.start.type === 'figure' ? [wanted.start.id] : []),
    ...(wanted.end.type === 'figure' ? [wanted.end.id] : []),
  ];
  const unknown = named.find((id) => !ids.has(id));
  if (unknown !== undefined)
    return refuse(422, { at: 'request', message: `The figure “${unknown}” is not among the figures.` });
  return ok({ figures: grown.value, request: wanted, limit, ...(heights ? { heights } : {}) });
}

function readFigures(figures: unknown[], versions: unknown[]): Result<Figure[], Refusal> {
  const file = readJson(JSON.stringify({ format: FORMAT, version: VERSION, figures, versions }));
  if (!file.ok) return refuse(422, file.error);
  const out: Figure[] = [];
  for (const [id, g] of growAll(new Map(file.value.map((k) => [k.id, k])))) {
    if (!g.ok)
      return refuse(422, { at: `version ${id}`, message: 'The figure it is a version of is not there.' });
    out.push(g.value.figure);
  }
  return ok(out);
}

/** Rejects when the thread dies, the time is far exceeded, or nobody waits any more. */
function onThread(job: ComposeJob, gone: AbortSignal): Promise<ComposeDone> {
  return new Promise((resolve, reject) => {
    const thread = new Worker(
      new URL(`data:text/javascript;base64,${Buffer.from(threadSource).toString('base64')}`),
      {
        workerData: job,
        resourceLimits: { maxOldGenerationSizeMb: COMPOSE_LIMITS.megabytes },
      },
    );
    const end = (settle: () => void) => {
      clearTimeout(timer);
      gone.removeEventListener('abort', left);
      void thread.terminate();
      settle();
    };
    const left = () => end(() => reject(new Error('The client has gone.')));
    const timer = setTimeout(() => end(() => reject(new Error('Too long.'))), job.limit * 2 + 2_000);
    gone.addEventListener('abort', left);
    thread.once('message', (done: ComposeDone) => end(() => resolve(done)));
    thread.once('error', (e) => end(() => reject(e)));
    thread.once('exit', () => end(() => reject(new Error('The thread ended.'))));
  });
}

/** The answer: counts as strings, since they outgrow JSON's numbers. */
function report(job: ComposeJob, { answer, unsound }: ComposeDone) {
  const name = (id: string): string => job.figures.find((f) => f.id === id)?.name ?? id;
  return {
    complete: answer.complete,
    count: answer.count?.toString() ?? null,
    bounds: answer.bounds
      ? { atLeast: answer.bounds.atLeast.toString(), atMost: answer.bounds.atMost.toString() }
      : null,
    best: answer.best.map((c) => combination(c, job, name)),
    conflict: answer.conflict ? conflict(answer.conflict, job, name) : null,
    leftOut: unsound,
  };
}

const combination = (c: Composed, job: ComposeJob, name: (id: string) => string) => ({
  figures: c.figures,
  names: c.figures.map(name),
  cost: c.cost,
  parts: c.parts,
  joints: c.joints.map((j) => (Number.isFinite(j) ? j : null)),
  hitsMet: c.hitsMet,
  why: whyText(c, job.request),
});

const conflict = (c: Conflict, job: ComposeJob, name: (id: string) => string) => ({
  core: c.core,
  relax: c.relax,
  nearest: { below: c.nearest.below ?? null, above: c.nearest.above ?? null },
  sentences: conflictSentences(c, job.request, name),
});
