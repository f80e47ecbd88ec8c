import MiniSearch from 'minisearch';
import { localAt, weekDay } from '$lib/core/calendar';
import type { ClassPlan, Entry, Group } from '$lib/core/classes';
import type { Combination } from '$lib/core/combination';
import type { Figure } from '$lib/core/figure';
import { kindOf, type KindId } from '$lib/core/library';
import { BLOCK_WORDS, DAY_WORDS, RATING_WORDS, whenText } from '$lib/messages';

/** Something that can be found by any word that belongs to it. */
export interface Findable {
  readonly id: string;
  readonly kind: KindId;
  readonly name: string;
  readonly href: string;
  readonly text: string;
  /** What tells it from others of its name. */
  readonly says: string;
}

/** Words that say nothing by themselves. */
const STOP = new Set(
  'the a an one that this with on of in and or to for we they it was were is where which what when group class figure thing'.split(
    ' ',
  ),
);
/** How it went, as people say it. */
const LIKED: Readonly<Record<keyof typeof RATING_WORDS, string>> = {
  again: 'hard difficult struggled trouble',
  'so-so': 'middling',
  good: 'liked loved well',
  easy: 'liked loved easily well',
};

/** Everything a teacher may ask for, with the words of the breakdown, the group, the day and how it went. */
export function findables(all: {
  readonly figures: readonly Figure[];
  readonly combinations: readonly Combination[];
  readonly plans: readonly ClassPlan[];
  readonly log: readonly Entry[];
  readonly groups: readonly Group[];
  /** Whatever else has a name: songs, practices, rooms, series, cues. */
  readonly others?: readonly Findable[];
  readonly zone: string;
}): Findable[] {
  const { zone } = all;
  const groups = new Map(all.groups.map((g) => [g.id, g.name]));
  const names = new Map([...all.figures, ...all.combinations].map((f) => [f.id, f.name]));
  const parts = new Map(all.combinations.map((c) => [c.id, c.parts.map((p) => p.figure)]));
  /** What groups said of each figure: their names, the days, how it went. */
  const said = new Map<string, string[]>();
  for (const e of all.log)
    for (const t of e.taught) {
      const words = [
        groups.get(e.group ?? '') ?? '',
        dayOf(e.at, zone),
        t.rating ? `${RATING_WORDS[t.rating]} ${LIKED[t.rating]}` : '',
      ].join(' ');
      for (const id of [t.what.id, ...(parts.get(t.what.id) ?? [])])
        said.set(id, [...(said.get(id) ?? []), words]);
    }
  const heard = (id: string): string =>
    [...new Set((said.get(id) ?? []).flatMap((s) => s.split(' ')))].join(' ');
  return [
    ...(all.others ?? []),
    ...all.figures.map((f): Findable => ({
      id: `figure ${f.id}`,
      kind: 'figure',
      name: f.name,
      href: `/figures/${f.id}`,
      says: f.family,
      text: [f.lines, f.notes, f.family, f.dance, heard(f.id)].join(' '),
    })),
    ...all.combinations.map((c): Findable => ({
      id: `combination ${c.id}`,
      kind: 'combination',
      name: c.name,
      href: `/combinations/${c.id}`,
      says: `${c.parts.length} figures`,
      text: [c.notes, ...c.parts.map((p) => names.get(p.figure) ?? ''), heard(c.id)].join(' '),
    })),
    ...all.plans.map((p): Findable => ({
      id: `class ${p.id}`,
      kind: 'class',
      name: p.name,
      href: `/classes/${p.id}`,
      says: p.at ? `planned for ${whenText(p.at)}` : 'no date yet',
      text: [
        p.notes,
        groups.get(p.group ?? '') ?? '',
        ...p.aim.figures.map((f) => names.get(f) ?? ''),
        ...p.blocks.map((b) => `${BLOCK_WORDS[b.kind]} ${b.says}`),
      ].join(' '),
    })),
    ...all.log.map((e): Findable => ({
      id: `entry ${e.id}`,
      kind: 'entry',
      name: e.name,
      href: `/log/${e.id}`,
      says: `${whenText(localAt(e.at, zone))}: ${e.taught.map((t) => names.get(t.what.id) ?? '').join(', ')}`,
      text: [
        groups.get(e.group ?? '') ?? '',
        dayOf(e.at, zone),
        ...e.taught.map((t) => `${names.get(t.what.id) ?? ''} ${t.rating ? LIKED[t.rating] : ''} ${t.note}`),
        ...e.notes.map((n) => n.text),
        ...e.promised.map((p) => p.text),
      ].join(' '),
    })),
  ];
}
const dayOf = (at: number, zone: string): string => DAY_WORDS[weekDay(localAt(at, zone).slice(0, 10))];

/** An index over all that; words may be begun or a letter wrong. @example searchIn(index, 'catch on 6 thursday')[0]?.name */
export function searchOf(list: readonly Findable[]): MiniSearch<Findable> {
  const index = new MiniSearch<Findable>({
    fields: ['name', 'text'],
    storeFields: ['kind', 'name', 'href', 'says'],
    tokenize: (text) =>
      text
        .toLowerCase()
        .split(/[^\p{L}\p{N}½¼¾&]+/u)
        .filter(Boolean),
    processTerm: (term) => (STOP.has(term) ? null : term),
    searchOptions: {
      boost: { name: 3 },
      prefix: (t) => t.length > 2,
      fuzzy: (t) => (t.length > 4 ? 0.2 : false),
    },
  });
  index.addAll(list);
  return index;
}

/** The best found: what has every word; only where there is nothing such, what has some. */
export function searchIn(index: MiniSearch<Findable>, words: string, most = 10): Findable[] {
  if (words.trim() === '') return [];
  const every = index.search(words, { combineWith: 'AND' });
  const found = every.length > 0 ? every : index.search(words);
  return found.slice(0, most).map((r) => ({
    id: String(r.id),
    kind: r.kind,
    name: r.name,
    href: r.href,
    says: r.says,
    text: '',
  }));
}

/** Documents of a kind by their name and notes. */
export const plainFindables = <K extends KindId>(
  kind: K,
  docs: readonly {
    readonly id: string;
    readonly name: string;
    readonly notes?: string;
    readonly cure?: string;
  }[],
): Findable[] =>
  docs.map((d) => ({
    id: `${kind} ${d.id}`,
    kind,
    name: d.name,
    href: kindOf(kind).path(d.id) ?? kindOf(kind).list,
    says: d.cure ?? d.notes?.slice(0, 80) ?? '',
    text: [d.notes ?? '', d.cure ?? ''].join(' '),
  }));
