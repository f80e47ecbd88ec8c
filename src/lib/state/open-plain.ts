import { untrack } from 'svelte';
import type { Docs, KindId } from '$lib/core/library';
import { plainShelf, type Opened } from '$lib/storage';
import { DocDesk } from './doc-desk.svelte';
import { OpenDocument } from './opening.svelte';
import type { Saver } from './saver.svelte';

/** Kinds that are worked on as they are kept. */
export type PlainKind = Exclude<KindId, 'figure'>;
export type PlainSaver<K extends PlainKind> = Saver<K, Docs[K], Opened<Docs[K]>>;
export type OpenPlain<K extends PlainKind, M extends DocDesk<Docs[K]> = DocDesk<Docs[K]>> = OpenDocument<
  K,
  Docs[K],
  Opened<Docs[K]>,
  M
>;

/** Opens a document of any such kind. `make`: what works on it, where that is more than a desk. */
export const openPlain = <K extends PlainKind, M extends DocDesk<Docs[K]> = DocDesk<Docs[K]>>(
  kind: K,
  id: string,
  make: (doc: Docs[K]) => M = (doc) => new DocDesk(doc) as unknown as M,
): OpenPlain<K, M> =>
  untrack(
    () =>
      new OpenDocument<K, Docs[K], Opened<Docs[K]>, M>(id, {
        shelf: (db) => plainShelf(db, kind),
        model: (doc) => Promise.resolve(make(doc)),
        onchange: (desk, save) => (desk.onchange = save),
        replace: (desk, doc) => desk.replace(doc),
        opened: () => {},
      }),
  );
