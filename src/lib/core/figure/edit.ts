import { ROLES, fail, never, ok, type Result, type Role, type Ticks } from '../base';
import { parse, type Body, type Label } from '../notation';
import { nearestLabelled, positionAt, toQuickSlow } from '../time';
import { danceOf } from '../vocabulary';
import { keyOf, patched, rowsFor, type ActionPatch, type KeyedRow } from './edit-rows';
import { editSeveral, type SeveralEdit } from './edit-several';
import { writeWords, type WriteWords } from './edit-words';
import { timeMoves, type Ref, type Timebase, type Timed } from './resolve';
import { countAt, lineFor, rewriteTrack, type Row } from './rows';
import type { Details, Figure } from './schema';

/** One change to a figure, from the text, the rail or the floor. */
export type FigureEdit =
  | { readonly type: 'set-action'; readonly role: Role; readonly at: Ref; readonly patch: ActionPatch }
  | { readonly type: 'move'; readonly role: Role; readonly at: Ref; readonly by: Ticks }
  | { readonly type: 'delete'; readonly role: Role; readonly at: Ref }
  | { readonly type: 'insert'; readonly role: Role; readonly tick: Ticks; readonly action: Body }
  | SeveralEdit
  | { readonly type: 'replace-text'; readonly from: number; readonly to: number; readonly insert: string }
  | { readonly type: 'set-lines'; readonly lines: string }
  | WriteWords
  /** Writes both roles' timing in numbers, or in quicks and slows. */
  | { readonly type: 'respell'; readonly as: Spelling }
  | {
      readonly type: 'set-details';
      readonly patch: { readonly [K in keyof Details]?: Details[K] | undefined };
    };

export type Spelling = 'counts' | 'quick-slow';
export type EditFailure = 'no-such-step' | 'no-such-count' | 'before-the-start' | 'no-quick-slow';

/**
 * The figure after a change; the figure given is not touched. Only the lines of the role concerned are rewritten.
 * Errors: the step is gone, or the place has no count.
 * @example applyEdit(figure, { type: 'delete', role: 'leader', at: { line: 0, item: 2, step: 0 } })
 */
export function applyEdit(figure: Figure, edit: FigureEdit): Result<Figure, EditFailure> {
  switch (edit.type) {
    case 'set-details':
      return ok(withDetails(figure, edit.patch));
    case 'set-lines':
      return ok({ ...figure, lines: edit.lines });
    case 'replace-text':
      return ok({
        ...figure,
        lines: figure.lines.slice(0, edit.from) + edit.insert + figure.lines.slice(edit.to),
      });
    case 'respell':
      return respell(figure, edit.as);
    case 'write-words':
      return writeWords(figure, edit);
    case 'set-action':
    case 'move':
    case 'delete':
    case 'insert':
      return editSteps(figure, edit);
    case 'change-steps':
    case 'place-steps':
      return editSeveral(figure, edit);
    default:
      return never(edit);
  }
}

/** Applies changes one after the other; stops at the first that cannot be done. */
export function applyEdits(figure: Figure, edits: readonly FigureEdit[]): Result<Figure, EditFailure> {
  let result: Result<Figure, EditFailure> = ok(figure);
  for (const edit of edits) {
    if (!result.ok) break;
    result = applyEdit(result.value, edit);
  }
  return result;
}

function withDetails(figure: Figure, patch: object): Figure {
  const merged: Record<string, unknown> = { ...figure, ...patch };
  for (const key of Object.keys(merged)) if (merged[key] === undefined) delete merged[key];
  return merged as unknown as Figure;
}

/** Numbers ⇄ quicks and slows; a timing that has no quick or slow form is refused. */
function respell(figure: Figure, as: Spelling): Result<Figure, EditFailure> {
  let result: Result<Figure, EditFailure> = ok(figure);
  for (const role of ROLES) {
    if (!result.ok) break;
    const current: Figure = result.value;
    const parsed = parse(current.lines);
    const timed = timeMoves(parsed, role, current);
    if (timed.length === 0) continue;
    const rows = as === 'counts' ? inCounts(timed, current) : inValues(timed, current);
    result = rows.ok ? ok(rewriteTrack(current, parsed, role, rows.value)) : rows;
  }
  return result;
}

const rowOf = (t: Timed<Body>, label: Label, relabel: boolean): MoveRow => ({
  line: t.ref.line,
  tick: t.tick,
  label,
  content: t.content,
  relabel,
});

function inCounts(timed: readonly Timed<Body>[], base: Timebase): Result<MoveRow[], EditFailure> {
  if (timed.some((t) => !positionAt(t.tick, base.feel))) return fail('no-such-count');
  return ok(timed.map((t) => rowOf(t, t.label, true)));
}

function inValues(timed: readonly Timed<Body>[], base: Timebase): Result<MoveRow[], EditFailure> {
  const durations = timed.map((t, i) => (timed[i + 1]?.tick ?? t.last) - t.tick);
  const values = toQuickSlow(durations, danceOf(base));
  if (!values.ok || timed[0]?.tick !== 0 || timed.some((t) => t.content.type === 'unit'))
    return fail('no-quick-slow');
  return ok(timed.map((t, i) => rowOf(t, { type: 'value', value: values.value[i] ?? 'Q' }, false)));
}

type StepEdit = Extract<FigureEdit, { type: 'set-action' | 'move' | 'delete' | 'insert' }>;

type MoveRow = Row<Body>;

function editSteps(figure: Figure, edit: StepEdit): Result<Figure, EditFailure> {
  const parsed = parse(figure.lines);
  const timed = timeMoves(parsed, edit.role, figure);
  const opened = edit.type === 'insert' ? [] : [edit.at];
  const changed = change(rowsFor(timed, opened, figure, edit.type !== 'set-action'), edit, figure);
  return changed.ok ? ok(rewriteTrack(figure, parsed, edit.role, changed.value)) : changed;
}

function change(placed: readonly KeyedRow[], edit: StepEdit, base: Timebase): Result<MoveRow[], EditFailure> {
  if (edit.type === 'insert') {
    const tick = nearestLabelled(edit.tick, base.feel);
    if (tick < 0) return fail('before-the-start');
    const kept = placed.filter((r) => r.tick !== tick || r.content.type !== 'nothing');
    return ok([
      ...kept,
      { line: lineFor(placed, tick), tick, label: countAt(tick, base), content: edit.action, relabel: true },
    ]);
  }
  const index = placed.findIndex((r) => r.key === keyOf(edit.at));
  const row = placed[index];
  if (!row) return fail('no-such-step');
  switch (edit.type) {
    case 'delete':
      return ok(placed.filter((_, i) => i !== index));
    case 'move': {
      const tick = nearestLabelled(row.tick + edit.by, base.feel);
      if (tick < 0) return fail('before-the-start');
      return ok(placed.with(index, { ...row, tick, relabel: true }));
    }
    case 'set-action':
      return ok(placed.with(index, { ...row, content: patched(row.content, edit.patch) }));
  }
}
