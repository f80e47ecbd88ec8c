import { fail, ok, type Result, type Ticks } from '../base';
import { parse } from '../notation';
import { nearestLabelled } from '../time';
import type { WordTrack } from '../vocabulary';
import { timeWords } from './resolve';
import { countAt, lineFor, rewriteTrack, rowsOf } from './rows';
import type { Figure } from './schema';

/** Words written at a count of a line. Without `text` what stands there is taken out; `add` keeps it and adds. */
export interface WriteWords {
  readonly type: 'write-words';
  readonly track: WordTrack;
  /** As written, before repeats. */
  readonly tick: Ticks;
  readonly text?: string;
  readonly add?: boolean;
}

/** Only the line that changes is rewritten; a track that has no line yet gets one after the steps. */
export function writeWords(figure: Figure, edit: WriteWords): Result<Figure, 'before-the-start'> {
  const tick = nearestLabelled(edit.tick, figure.feel);
  if (tick < 0) return fail('before-the-start');
  const parsed = parse(figure.lines);
  const renumber = timeWords(parsed, edit.track, figure).some(
    (t) => t.renumbered && t.label.type === 'count',
  );
  const rows = rowsOf(figure, parsed, edit.track).map((r) => ({ ...r, relabel: renumber }));
  const there = rows.find((r) => r.tick === tick);
  const text = edit.add && there && edit.text ? `${there.content}, ${edit.text}` : edit.text;
  if (text === undefined && !there) return ok(figure);
  const kept = rows.filter((r) => r !== there);
  const written = text !== undefined && {
    line: there?.line ?? lineFor(rows, tick),
    tick,
    label: there?.label.type === 'count' ? there.label : countAt(tick, figure),
    content: text,
    relabel: there ? there.relabel : true,
  };
  return ok(rewriteTrack(figure, parsed, edit.track, written ? [...kept, written] : kept));
}
