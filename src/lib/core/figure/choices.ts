import type { Role } from '../base';
import {
  choiceLength,
  parse,
  printBody,
  printLabel,
  printLine,
  printMove,
  type Body,
  type Choice,
  type ItemSpans,
  type MoveItem,
  type MoveLine,
  type Parsed,
  type ParsedLine,
} from '../notation';
import type { Figure } from './schema';

/** A count at which something else may be danced. */
export interface ChoicePoint {
  readonly role: Role;
  /** Which line of the text, and which item of it begins the choice. */
  readonly line: number;
  readonly item: number;
  /** How many items of the line it replaces. */
  readonly covers: number;
  /** What is danced in the main line, then the other ways, as written. */
  readonly options: readonly string[];
  /** Who chooses. */
  readonly likes: Role;
}
/** Which way is danced at some choices, by {@link choiceKey}: 0 is the main line. */
export type Picks = ReadonlyMap<string, number>;

/** The main line everywhere. */
export const NO_PICKS: Picks = new Map();
/** Some picks with another way at one choice; 0 is the main line there. */
export function withPick(picks: Picks, key: string, option: number): Picks {
  const rest = [...picks].filter(([k]) => k !== key);
  return new Map(option > 0 ? [...rest, [key, option]] : rest);
}

export const choiceKey = (p: Pick<ChoicePoint, 'line' | 'item'>): string => `${p.line}.${p.item}`;

/** Every choice of a breakdown, in the order written. O(items). @example choicesOf(parse('leader 5 triple or coaster'))[0]?.options */
export function choicesOf(parsed: Parsed): ChoicePoint[] {
  return parsed.lines.flatMap(({ line }, index) => {
    if (line.type !== 'moves') return [];
    return line.items.flatMap((item, i): ChoicePoint[] => {
      const { choice } = item.body;
      if (!choice) return [];
      const covers = choiceLength(line.items, i);
      const own = line.items.slice(i, i + covers);
      return [
        {
          role: line.track,
          line: index,
          item: i,
          covers,
          options: [optionText(own), ...choice.others.map(optionText)],
          likes: choice.likes ?? line.track,
        },
      ];
    });
  });
}

/** One count without its number, several with theirs. */
function optionText(items: readonly MoveItem[]): string {
  const plain = items.map((m) => ({ ...m, body: bare(m.body) }));
  const only = plain[0];
  return plain.length === 1 && only ? printBody(only.body) : plain.map(printMove).join(' ');
}

const bare = (body: Body): Body => {
  const { choice: _, within: __, ...rest } = body;
  return rest as Body;
};

/**
 * The breakdown with other ways danced at some choices; those choices are gone, the others stay. Only the lines concerned
 * are new. O(items).
 */
export function withPicks(parsed: Parsed, picks: Picks): Parsed {
  const points = choicesOf(parsed).filter((p) => (picks.get(choiceKey(p)) ?? 0) > 0);
  if (points.length === 0) return parsed;
  const lines = parsed.lines.map((l, index) => {
    const mine = points.filter((p) => p.line === index);
    return mine.length === 0 || l.line.type !== 'moves' ? l : pickedLine(l, l.line, mine, picks);
  });
  return { ...parsed, lines };
}

function pickedLine(l: ParsedLine, line: MoveLine, points: readonly ChoicePoint[], picks: Picks): ParsedLine {
  const items: MoveItem[] = [];
  const spans: ItemSpans[] = [];
  for (let i = 0; i < line.items.length;) {
    const point = points.find((p) => p.item === i);
    const item = line.items[i] as MoveItem;
    const span = l.items[i] as ItemSpans;
    const n = point ? (picks.get(choiceKey(point)) ?? 0) : 0;
    const other = item.body.choice?.others[n - 1];
    if (!point || !other) {
      items.push(item);
      spans.push(span);
      i++;
      continue;
    }
    items.push(...other);
    spans.push(...other.map((_, k) => span.others?.[n - 1]?.[k] ?? span));
    i += point.covers;
  }
  return { ...l, line: { ...line, items }, items: spans };
}

/** The figure with other ways danced at some choices, written out. */
export function pickedFigure(figure: Figure, parsed: Parsed, picks: Picks): Figure {
  const danced = withPicks(parsed, picks);
  const texts = figure.lines.split('\n');
  danced.lines.forEach((l, i) => {
    if (l !== parsed.lines[i]) texts[i] = printLine(l.line);
  });
  return { ...figure, lines: texts.join('\n') };
}

/** The other way made the main line; what was danced before is offered in its place. Nothing is lost. */
export function preferred(figure: Figure, parsed: Parsed, point: ChoicePoint, option: number): Figure {
  const l = parsed.lines[point.line];
  if (l?.line.type !== 'moves' || option < 1) return figure;
  const { items } = l.line;
  const first = items[point.item] as MoveItem;
  const other = first.body.choice?.others[option - 1];
  if (!other || !first.body.choice) return figure;
  const own = items.slice(point.item, point.item + point.covers).map((m) => ({ ...m, body: bare(m.body) }));
  const others = first.body.choice.others.map((o, k) => (k === option - 1 ? own : o));
  const now = other.map((m, k): MoveItem => ({
    ...m,
    body: {
      ...m.body,
      ...(k === 0 ? { choice: { ...first.body.choice, others } } : { within: true as const }),
    } as Body,
  }));
  const changed: MoveLine = {
    ...l.line,
    items: [...items.slice(0, point.item), ...now, ...items.slice(point.item + point.covers)],
  };
  const texts = figure.lines.split('\n');
  texts[point.line] = printLine(changed);
  return { ...figure, lines: texts.join('\n') };
}

/** The figure with one of its other ways taken out. */
export function withoutWay(figure: Figure, parsed: Parsed, point: ChoicePoint, option: number): Figure {
  const l = parsed.lines[point.line];
  if (l?.line.type !== 'moves' || option < 1) return figure;
  const items = l.line.items.map((m, i): MoveItem => {
    const inside = i >= point.item && i < point.item + point.covers;
    if (!inside || !first(l.line, point)) return m;
    const left = first(l.line, point)?.others.filter((_, k) => k !== option - 1) ?? [];
    if (left.length === 0) return { ...m, body: bare(m.body) };
    return i === point.item
      ? { ...m, body: { ...m.body, choice: { ...m.body.choice, others: left } } as Body }
      : m;
  });
  const texts = figure.lines.split('\n');
  texts[point.line] = printLine({ ...l.line, items });
  return { ...figure, lines: texts.join('\n') };
}
const first = (line: ParsedLine['line'], point: ChoicePoint): Choice | undefined =>
  line.type === 'moves' ? line.items[point.item]?.body.choice : undefined;

/** One change for each pick, the last first, so that the places of the others stay. */
function eachPick(
  figure: Figure,
  picks: Picks,
  change: (f: Figure, parsed: Parsed, point: ChoicePoint, option: number) => Figure,
): Figure {
  return choicesOf(parse(figure.lines))
    .reverse()
    .reduce((f, point) => {
      const option = picks.get(choiceKey(point)) ?? 0;
      return option > 0 ? change(f, parse(f.lines), point, option) : f;
    }, figure);
}
/** {@link preferred} at every choice picked. */
export const preferredAll = (figure: Figure, picks: Picks): Figure => eachPick(figure, picks, preferred);
/** {@link withoutWay} at every choice picked. */
export const withoutWays = (figure: Figure, picks: Picks): Figure => eachPick(figure, picks, withoutWay);

/** How a pick is said: “coaster” at 5. @example sayPicks(points, picks) */
export const sayPicks = (parsed: Parsed, points: readonly ChoicePoint[], picks: Picks): string =>
  points
    .flatMap((p) => {
      const n = picks.get(choiceKey(p)) ?? 0;
      const line = parsed.lines[p.line]?.line;
      const label = line?.type === 'moves' ? line.items[p.item]?.label : undefined;
      return n > 0 ? [`“${p.options[n]}”${label ? ` at ${printLabel(label)}` : ''}`] : [];
    })
    .join(' and ');
