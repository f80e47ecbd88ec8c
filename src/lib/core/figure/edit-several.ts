import { fail, ok, type Result, type Role, type Ticks } from '../base';
import { parse, type Body } from '../notation';
import { nearestLabelled } from '../time';
import type { EditFailure } from './edit';
import { keyOf, patched, rowsFor, type ActionPatch } from './edit-rows';
import { timeMoves, type Ref } from './resolve';
import { countAt, lineFor, rewriteTrack } from './rows';
import type { Figure } from './schema';

/** Something danced at a time: a step or a unit word. */
export interface TimedBody {
  readonly tick: Ticks;
  readonly body: Body;
}

/** Several steps of a role at once: changed, moved in time, or taken out. */
export interface ChangeSteps {
  readonly type: 'change-steps';
  readonly role: Role;
  readonly at: readonly Ref[];
  readonly what: { readonly patch: ActionPatch } | { readonly by: Ticks } | 'delete';
}
/** Puts steps on a role's line; what stands there from `clear.from` up to `clear.to` gives way. */
export interface PlaceSteps {
  readonly type: 'place-steps';
  readonly role: Role;
  readonly clear?: { readonly from: Ticks; readonly to: Ticks };
  readonly items: readonly TimedBody[];
}
export type SeveralEdit = ChangeSteps | PlaceSteps;

/** @example editSeveral(figure, { type: 'change-steps', role: 'leader', at, what: 'delete' }) */
export function editSeveral(figure: Figure, edit: SeveralEdit): Result<Figure, EditFailure> {
  return edit.type === 'change-steps' ? changed(figure, edit) : placed(figure, edit);
}

function changed(figure: Figure, { role, at, what }: ChangeSteps): Result<Figure, EditFailure> {
  const parsed = parse(figure.lines);
  const rows = rowsFor(timeMoves(parsed, role, figure), at, figure, what === 'delete' || 'by' in what);
  const chosen = new Set(at.map(keyOf));
  if (![...chosen].every((key) => rows.some((r) => r.key === key))) return fail('no-such-step');
  if (what === 'delete')
    return ok(
      rewriteTrack(
        figure,
        parsed,
        role,
        rows.filter((r) => !chosen.has(r.key)),
      ),
    );
  const next = rows.map((r) => {
    if (!chosen.has(r.key)) return r;
    if ('patch' in what) return { ...r, content: patched(r.content, what.patch) };
    return { ...r, tick: nearestLabelled(r.tick + what.by, figure.feel), relabel: true };
  });
  if (next.some((r) => r.tick < 0 && chosen.has(r.key))) return fail('before-the-start');
  return ok(rewriteTrack(figure, parsed, role, next));
}

function placed(figure: Figure, { role, clear, items }: PlaceSteps): Result<Figure, EditFailure> {
  const parsed = parse(figure.lines);
  const timed = timeMoves(parsed, role, figure);
  const inside = (tick: Ticks) => clear !== undefined && tick >= clear.from && tick < clear.to;
  const at = items.map((i) => ({ body: i.body, tick: nearestLabelled(i.tick, figure.feel) }));
  if (at.some((i) => i.tick < 0)) return fail('before-the-start');
  const taken = new Set(at.map((i) => i.tick));
  const kept = rowsFor(timed, [], figure, true).filter(
    (r) => !inside(r.tick) && !(r.content.type === 'nothing' && taken.has(r.tick)),
  );
  const added = at.map(({ tick, body }) => ({
    line: lineFor(kept, tick),
    tick,
    label: countAt(tick, figure),
    content: body,
    relabel: true,
  }));
  return ok(rewriteTrack(figure, parsed, role, [...kept, ...added]));
}
