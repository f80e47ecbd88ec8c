import * as z from 'zod/mini';
import { analyse, defaultHeights, type Analysis } from '$lib/core/analysis';
import { ROLES, TICKS_PER_BEAT, ok, IN_WORDS, type Result, type Role } from '$lib/core/base';
import { firstIssue, readJson, readText, FORMAT, VERSION } from '$lib/core/codecs';
import { isVersion, lengthOf, timeMoves, type Figure } from '$lib/core/figure';
import { check, checkBranches, fixesFor, type Finding, type Fix } from '$lib/core/findings';
import { parse } from '$lib/core/notation';
import { armStretches } from '$lib/core/scene';
import { sayCount } from '$lib/core/time';
import { findingText, problemText, remedyText } from '$lib/messages';
import { parseJson } from './body';
import { refuse, refused, type Refusal, type Reply } from './reply';

/** Longest text, in characters: no longer than a body may be. */
const BODY_LIMIT = 64 * 1024;
/** Longest figure answered, written or with its repeats. */
export const MOST_COUNTS = 999;
/** Time for all mends of one answer, milliseconds; the worst findings come first. Our choice. */
export const MENDS_BUDGET = 1000;

const height = z.number().check(z.gte(1), z.lte(2.4));
const requestSchema = z
  .strictObject({
    figure: z.optional(z.unknown()),
    text: z.optional(z.string().check(z.maxLength(BODY_LIMIT))),
    heights: z.optional(z.strictObject({ leader: height, follower: height })),
    fixes: z.optional(z.boolean()),
  })
  .check(
    z.refine((b) => (b.figure === undefined) !== (b.text === undefined), {
      message: 'Expected either figure or text.',
    }),
  );

interface Asked {
  readonly figure: Figure;
  readonly heights?: { leader: number; follower: number };
  readonly fixes: boolean;
}
/**
 * `POST /api/analyse`: a figure as JSON or as notation text in, analysis and findings out. See docs/api.md. `limit`:
 * milliseconds for all of it; the fixes get what the analysis leaves of that.
 */
export function answerAnalyse(body: string, type: string, limit: number, clock: () => number): Reply {
  const started = clock();
  const asked = readAsked(body, type);
  if (!asked.ok) return refused(asked.error);
  const { figure } = asked.value;
  const counts = highestCount(figure);
  if (counts > MOST_COUNTS)
    return refused({
      status: 422,
      at: 'lines',
      message: `The figure goes to count ${counts}; at most ${MOST_COUNTS} are answered.`,
    });
  const analysis = analyse(figure, asked.value.heights);
  const found = findingsOf(analysis, asked.value);
  const fixes = asked.value.fixes
    ? fixesWithin(analysis, found, asked.value.heights, started + limit, clock, clock() - started)
    : undefined;
  return { status: 200, body: JSON.stringify(report(analysis, found, fixes)) };
}

function findingsOf(a: Analysis, asked: Asked): readonly Finding[] {
  const plain = check(a);
  return [...plain, ...checkBranches(a, asked.heights ?? defaultHeights, plain)];
}

/** The highest count a figure reaches, written or danced with its repeats. */
function highestCount(figure: Figure): number {
  const parsed = parse(figure.lines);
  const written = ROLES.flatMap((role) => timeMoves(parsed, role, figure).map((t) => t.last));
  return Math.ceil(written.reduce((a, b) => Math.max(a, b), lengthOf(parsed, figure)) / TICKS_PER_BEAT);
}

function readAsked(body: string, type: string): Result<Asked, Refusal> {
  if (type === 'text/plain') return fromText(body, { fixes: false });
  if (type !== 'application/json')
    return refuse(415, { at: 'Content-Type', message: 'Expected application/json or text/plain.' });
  const raw = parseJson(body);
  if (!raw.ok) return raw;
  const asked = requestSchema.safeParse(raw.value, IN_WORDS);
  if (!asked.success) return refuse(400, firstIssue(asked.error.issues, raw.value));
  const { figure, text, heights, fixes } = asked.data;
  const rest = { fixes: fixes ?? false, ...(heights ? { heights } : {}) };
  return text !== undefined ? fromText(text, rest) : fromJson(figure, rest);
}

function fromText(text: string, rest: Omit<Asked, 'figure'>): Result<Asked, Refusal> {
  let n = 0;
  const read = readText(text, () => `text-${++n}`);
  return read.ok ? only(read.value, rest) : refuse(422, read.error);
}

function fromJson(figure: unknown, rest: Omit<Asked, 'figure'>): Result<Asked, Refusal> {
  const read = readJson(
    JSON.stringify({ format: FORMAT, version: VERSION, figures: [figure], versions: [] }),
  );
  if (!read.ok) return refuse(422, { ...read.error, at: read.error.at.replace(/^figures\[0\]/, 'figure') });
  return only(
    read.value.filter((k): k is Figure => !isVersion(k)),
    rest,
  );
}

function only(figures: readonly Figure[], rest: Omit<Asked, 'figure'>): Result<Asked, Refusal> {
  const figure = figures[0];
  if (!figure || figures.length > 1)
    return refuse(422, { at: 'figure', message: `Expected one figure, found ${figures.length}.` });
  return ok({ figure, ...rest });
}

/** Estimates: to the ten centimetres, no more is known. */
const metres = (x: number): number | null => (Number.isFinite(x) ? Math.round(x * 10) / 10 : null);

/** What the arms are at each stretch, and which hand goes over whose head when. */
function armsReport(a: Analysis) {
  const say = (tick: number) => sayCount(Math.max(0, tick), a.figure.feel);
  return {
    holds: armStretches(a).map(({ from, to, name, raised, state }) => ({
      from: say(from),
      to: say(Math.min(to, a.end)),
      name: name.title,
      sentence: name.sentence,
      raised,
      phi: state.phi,
      crossing: state.crossing,
      arms: state.arms.map(({ leader, follower, height, w }) => ({ leader, follower, height, bearing: w })),
      rests: state.rests,
    })),
    passes: a.arms.passes.map((p) => ({ count: say(p.tick), arm: p.arm, over: p.role, by: p.by })),
  };
}

/** How far the most bent words are from where they land: in units of how soft a word is, and roughly in centimetres. */
function strainReport(a: Analysis) {
  const worst = a.floor.words.toSorted((x, y) => y.strain - x.strain).slice(0, 3);
  return {
    total: Math.round(a.solved.solution.cost * 10) / 10,
    words: worst
      .filter((w) => w.strain > 1)
      .map((w) => ({
        role: w.role,
        count: sayCount(Math.max(0, w.tick), a.figure.feel),
        strain: Math.round(w.strain * 10) / 10,
        aboutCm: Math.round(Math.hypot(w.at.x - w.said.x, w.at.y - w.said.y) * 10) * 10,
      })),
    other: a.floor.strained
      ? {
          term: a.floor.strained.kind,
          count: sayCount(Math.max(0, a.floor.strained.tick), a.figure.feel),
          strain: Math.round(a.floor.strained.strain * 10) / 10,
        }
      : null,
  };
}

/** The answer: plain data, counts as written, metres and degrees. */
function report(a: Analysis, found: readonly Finding[], fixes: Fixes | undefined) {
  const say = (tick: number) => sayCount(tick, a.figure.feel);
  const { floor } = a;
  const answer = {
    name: a.figure.name,
    counts: a.counts,
    repeat: a.figure.repeat ?? null,
    roles: Object.fromEntries(ROLES.map((role) => [role, roleReport(a, role)])),
    arms: armsReport(a),
    floor: {
      strain: strainReport(a),
      sides: floor.sides.map((s) => ({
        count: say(Math.max(0, s.tick)),
        leader: s.leader,
        undecided: s.undecided,
      })),
      closest: { count: say(Math.max(0, floor.closest.tick)), gap: metres(floor.closest.gap) },
      rectangle: {
        width: metres(floor.rectangle.maxX - floor.rectangle.minX),
        length: metres(floor.rectangle.maxY - floor.rectangle.minY),
      },
      travel: { x: metres(floor.travel.x), y: metres(floor.travel.y) },
      rotation: Math.round(floor.rotation),
      passes: floor.passes.map((p) => ({
        count: say(Math.max(0, p.tick)),
        leaderSide: p.leaderSide,
        gap: metres(p.gap),
      })),
      end: {
        right: metres(floor.end.right),
        ahead: metres(floor.end.ahead),
        turn: floor.end.turn,
        formation: floor.end.formation ?? null,
      },
    },
    problems: a.parsed.problems.map((p) => ({
      code: p.code,
      from: p.span.from,
      to: p.span.to,
      message: problemText(p),
      ...(p.fix ? { fix: p.fix } : {}),
    })),
    findings: found.map((f, i) => ({
      code: f.code,
      severity: f.severity,
      role: f.role ?? null,
      count: say(Math.max(0, f.tick)),
      ...findingText(f),
      ...(fixes
        ? {
            fixes: (fixes.byFinding.get(i) ?? []).map((x) => ({
              says: remedyText(x),
              lines: x.result.lines.split('\n'),
            })),
          }
        : {}),
    })),
  };
  return fixes ? { ...answer, fixesComplete: fixes.complete } : answer;
}

/** What is worth more is mended first: what is wrong, then what may hurt, then what is worth a look. */
const WORTH: readonly Finding['severity'][] = ['wrong', 'caution', 'look'];
/** Findings mended in one answer at most; the others are still said. Our choice. */
const MOST_MENDED = 24;

/** Fixes by the index of their finding, and whether every fix could be tried. */
interface Fixes {
  readonly byFinding: ReadonlyMap<number, readonly Fix[]>;
  readonly complete: boolean;
}

/**
 * The fixes that can be tried before `deadline`, in at most `MENDS_BUDGET`. Trying one costs about what analysing the
 * figure did (`each`, milliseconds), so none is begun that would end late.
 */
function fixesWithin(
  a: Analysis,
  found: readonly Finding[],
  heights: Asked['heights'],
  deadline: number,
  clock: () => number,
  each: number,
): Fixes {
  const until = Math.min(deadline, clock() + MENDS_BUDGET) - each;
  let complete = found.length <= MOST_MENDED;
  const enough = () => clock() > until && !(complete = false);
  const order = found
    .map((f, i) => ({ f, i }))
    .sort((x, y) => WORTH.indexOf(x.f.severity) - WORTH.indexOf(y.f.severity) || x.f.tick - y.f.tick);
  const byFinding = new Map<number, readonly Fix[]>();
  for (const { f, i } of order.slice(0, MOST_MENDED))
    if (!enough()) byFinding.set(i, fixesFor(a, f, 3, heights, 30, undefined, enough));
  return { byFinding, complete };
}

/** A span that is repeated is written once. */
const writtenOnce = (w: { readonly pass: number }): boolean => w.pass === 0;

function roleReport(a: Analysis, role: Role) {
  const r = a.roles[role];
  return {
    changes: r.changes,
    turn: r.total,
    startFree: r.startFree,
    endFree: r.endFree ?? null,
    units: r.units.map((u) => ({
      from: u.from / TICKS_PER_BEAT + 1,
      rhythm: u.rhythm,
      changes: u.changes,
      free: u.free ?? null,
    })),
    steps: r.actions.filter(writtenOnce).map((w) => ({
      count: sayCount(w.tick, a.figure.feel),
      tick: w.tick,
      ticks: w.end - w.tick,
      kind: w.action.kind,
      foot: w.foot ?? null,
      after: w.after,
      direction: w.action.direction ?? null,
      turn: w.action.turn ?? 0,
      facing: r.path.facing[w.tick - r.path.from] ?? null,
    })),
  };
}
