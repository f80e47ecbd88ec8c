import { TICKS_PER_BEAT, fail, ok, type Result, type Ticks } from '../base';
import { parse, printLine, type Label, type Parsed, type WordItem } from '../notation';
import { nearestLabelled, positionAt } from '../time';
import { TRACK_NAMES, type WordTrack } from '../vocabulary';
import { linesOf, timeWords, type Timebase, type Timed } from './resolve';
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

const labelAt = (tick: Ticks, base: Timebase): Label => ({
  type: 'count',
  ...(positionAt(tick, base.feel) ?? { beat: Math.floor(tick / TICKS_PER_BEAT) + 1, sub: '' as const }),
});

/** Only the line that changes is rewritten; a track that has no line yet gets one after the steps. */
export function writeWords(figure: Figure, edit: WriteWords): Result<Figure, 'before-the-start'> {
  const tick = nearestLabelled(edit.tick, figure.feel);
  if (tick < 0) return fail('before-the-start');
  const parsed = parse(figure.lines);
  const timed = timeWords(parsed, edit.track, figure);
  const there = timed.find((t) => t.tick === tick);
  const text = edit.add && there && edit.text ? `${there.content}, ${edit.text}` : edit.text;
  const texts = figure.lines.split('\n');
  const own = linesOf(parsed, edit.track);
  if (own.length === 0) {
    if (text === undefined) return ok(figure);
    const item: WordItem = { label: labelAt(tick, figure), text };
    texts.splice(
      placeFor(parsed, edit.track),
      0,
      printLine({ type: 'words', track: edit.track, items: [item] }),
    );
    return ok({ ...figure, lines: texts.join('\n') });
  }
  const index = there?.ref.line ?? timed.filter((t) => t.tick < tick).at(-1)?.ref.line ?? own[0]?.index ?? 0;
  const line = own.find((l) => l.index === index)?.line;
  if (!line) return ok(figure);
  texts[index] = printLine({ ...line, items: itemsWith(timed, index, tick, text, figure) });
  return ok({ ...figure, lines: texts.join('\n') });
}

function itemsWith(
  timed: readonly Timed<string>[],
  line: number,
  tick: Ticks,
  text: string | undefined,
  base: Timebase,
): WordItem[] {
  const kept = timed
    .filter((t) => t.ref.line === line && t.tick !== tick)
    .map((t) => ({
      tick: t.tick,
      item: { label: t.renumbered ? labelAt(t.tick, base) : t.label, text: t.content },
    }));
  const written = timed.find((t) => t.ref.line === line && t.tick === tick);
  const label =
    written && !written.renumbered && written.label.type === 'count' ? written.label : labelAt(tick, base);
  const all = text === undefined ? kept : [...kept, { tick, item: { label, text } }];
  const ordered = all.sort((a, b) => a.tick - b.tick).map((r) => r.item);
  return ordered.map((item, i) =>
    item.label.type === 'sub' && followsOther(ordered, i)
      ? { ...item, label: labelAt(all[i]?.tick ?? 0, base) }
      : item,
  );
}

/** A bare `&` only stands behind its own beat. */
const followsOther = (items: readonly WordItem[], i: number): boolean => items[i - 1]?.label.type !== 'count';

/** New lines stand in the order of the tracks. */
function placeFor(parsed: Parsed, track: WordTrack): number {
  const before = TRACK_NAMES.slice(0, TRACK_NAMES.indexOf(track));
  let at = 0;
  parsed.lines.forEach(({ line }, i) => {
    if (line.type !== 'other' && before.includes(line.track)) at = i + 1;
  });
  return at;
}
