import * as z from 'zod/mini';
import { ok, IN_WORDS, type Result } from '$lib/core/base';
import { FORMAT, VERSION, firstIssue, readJson } from '$lib/core/codecs';
import { requestSchema, type Composed, type Conflict } from '$lib/core/composer';
import { growAll, type Figure } from '$lib/core/figure';
import { conflictSentences, whyText } from '$lib/messages';
import { parseJson } from './body';
import { composeWithin, type ComposeDone, type ComposeJob } from './compose-job';
import { refuse, refused, type Refusal, type Reply } from './reply';

/** Figures, and versions, of one request at most. */
const MOST_FIGURES = 500;

const height = z.number().check(z.gte(1), z.lte(2.4));
const askedSchema = z.strictObject({
  figures: z.array(z.unknown()).check(z.minLength(1), z.maxLength(MOST_FIGURES)),
  versions: z._default(z.array(z.unknown()).check(z.maxLength(MOST_FIGURES)), []),
  heights: z.optional(z.strictObject({ leader: height, follower: height })),
  request: requestSchema,
});

/** `POST /api/compose`: figures and what is wanted in, combinations out. See docs/api.md. */
export function answerCompose(body: string, type: string, limit: number, now: () => number): Reply {
  const until = now() + limit;
  const job = readJob(body, type, () => now() > until);
  if (!job.ok) return refused(job.error);
  const done = composeWithin(job.value, until, now);
  return { status: 200, body: JSON.stringify(report(job.value, done)) };
}

function readJob(body: string, type: string, late: () => boolean): Result<ComposeJob, Refusal> {
  if (type !== 'application/json')
    return refuse(415, { at: 'Content-Type', message: 'Expected application/json.' });
  const raw = parseJson(body);
  if (!raw.ok) return raw;
  const asked = askedSchema.safeParse(raw.value, IN_WORDS);
  if (!asked.success) return refuse(400, firstIssue(asked.error.issues, raw.value));
  const { figures, versions, heights, request: wanted } = asked.data;
  const grown = readFigures(figures, versions, late);
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
  return ok({ figures: grown.value, request: wanted, ...(heights ? { heights } : {}) });
}

function readFigures(
  figures: unknown[],
  versions: unknown[],
  late: () => boolean,
): Result<Figure[], Refusal> {
  const file = readJson(JSON.stringify({ format: FORMAT, version: VERSION, figures, versions }));
  if (!file.ok) return refuse(422, file.error);
  const out: Figure[] = [];
  for (const [id, g] of growAll(new Map(file.value.map((k) => [k.id, k])), late)) {
    if (!g.ok)
      return g.error.code === 'stopped'
        ? refuse(503, { at: 'versions', message: 'Reading them took more time than is given to it.' })
        : refuse(422, { at: `version ${id}`, message: 'The figure it is a version of is not there.' });
    out.push(g.value.figure);
  }
  return ok(out);
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
