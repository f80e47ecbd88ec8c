import { TICKS_PER_BEAT } from '../base';
import type { Action, Body } from '../notation';
import { FEELS, KINDS, UNITS, turnsInPlace } from '../vocabulary';
import { openUnit, type Ref, type Timebase, type Timed } from './resolve';
import type { Row } from './rows';

/** Which parts of an action change; `undefined` takes the part away. */
export type ActionPatch = { readonly [K in keyof Omit<Action, 'type'>]?: Action[K] | undefined };

type MoveRow = Row<Body>;
/** A row of footwork, and the step it is. */
export type KeyedRow = MoveRow & { readonly key: string };

/** All items of the role; unit words that an edit reaches into, at `opened`, are opened first. */
export function rowsFor(
  timed: readonly Timed<Body>[],
  opened: readonly Ref[],
  base: Timebase,
  moves: boolean,
): KeyedRow[] {
  const renumber = moves && timed.some((t) => t.renumbered);
  return timed.flatMap((t) => {
    const row = { line: t.ref.line, tick: t.tick, label: t.label, content: t.content, relabel: renumber };
    if (!opened.some((at) => sameItem(t.ref, at)) || t.content.type !== 'unit')
      return [{ ...row, key: keyOf(t.ref) }];
    return openRows(t, t.content, row, base);
  });
}

function openRows(
  t: Timed<Body>,
  word: Extract<Body, { type: 'unit' }>,
  row: MoveRow,
  base: Timebase,
): KeyedRow[] {
  return openUnit(word).map((action, step) => {
    const offset = UNITS[word.unit].steps[step];
    const tick = t.tick + (offset ? offset.beat * TICKS_PER_BEAT + FEELS[base.feel].ticks[offset.sub] : 0);
    return {
      ...row,
      content: action,
      tick,
      key: keyOf({ ...t.ref, step }),
      relabel: step > 0 || row.relabel,
    };
  });
}

const sameItem = (a: Ref, b: Ref): boolean => a.line === b.line && a.item === b.item;
export const keyOf = (r: Ref): string => `${r.line}.${r.item}.${r.step}`;

export function patched(body: Body, patch: ActionPatch): Body {
  const start: Record<string, unknown> =
    body.type === 'nothing' ? { ...body, type: 'action', kind: 'step' } : { ...body };
  for (const [key, value] of Object.entries(patch)) {
    if (value === undefined) delete start[key];
    else start[key] = value;
  }
  if (start.type === 'action' && KINDS[start.kind as Action['kind']].weight === 'none') {
    for (const key of ['foot', 'direction', 'size', 'footwork', 'then', 'lane']) delete start[key];
    if (!turnsInPlace(start.kind as Action['kind'])) delete start.turn;
  }
  if (start.kind === 'close' || start.kind === 'replace') delete start.direction;
  const placed = start.direction !== undefined && start.direction !== 'place';
  if (start.turn === undefined || (!placed && start.type === 'action' && start.kind !== 'close'))
    delete start.turnAfter;
  if (start.then === undefined) delete start.thenSwivel;
  return start as unknown as Body;
}
