import MiniSearch from 'minisearch';
import { LEVELS } from '$lib/core/vocabulary';
import type { Entry, Search } from './catalogue';

interface Document {
  readonly id: string;
  readonly name: string;
  readonly dance: string;
  readonly family: string;
  readonly level: string;
  readonly notes: string;
  readonly tags: string;
}

const toDocument = ({ row: { figure: f }, dance }: Entry): Document => ({
  id: f.id,
  name: f.name,
  dance,
  family: f.family,
  level: LEVELS[f.level]?.name ?? '',
  notes: f.notes,
  tags: (f.tags ?? []).join(' '),
});

/** Words are found by their beginnings, and with small mistakes where nothing begins so, in name, dance, family, level, notes and tags. */
export class SearchIndex implements Search {
  readonly #index = new MiniSearch<Document>({
    fields: ['name', 'dance', 'family', 'level', 'notes', 'tags'],
    searchOptions: { prefix: true, boost: { name: 4 }, combineWith: 'AND' },
  });

  constructor(list: readonly Entry[]) {
    this.#index.addAll(list.map(toDocument));
  }

  /** Builds the index a little at a time, so that a long list stays usable meanwhile. */
  static async prepare(list: readonly Entry[]): Promise<SearchIndex> {
    const ready = new SearchIndex([]);
    await ready.#index.addAllAsync(list.map(toDocument), { chunkSize: 100 });
    return ready;
  }

  /** Ids in order of fit. */
  find(words: string): string[] {
    const found = this.#index.search(words);
    const near = found.length > 0 ? found : this.#index.search(words, { fuzzy: 0.2 });
    return near.map((r) => String(r.id));
  }
}
