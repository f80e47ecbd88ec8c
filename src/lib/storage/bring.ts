import { same } from '$lib/core/base';
import {
  inBundle,
  kindOf,
  readDoc,
  refKey,
  withBrought,
  type AnyDoc,
  type Bundle,
  type KindId,
  type RawRow,
  type Ref,
} from '$lib/core/library';
import { acting, type Writing } from './acts';
import { addressOf, rowsOf, type ActCode, type Database, type Row } from './db';
import { bringMedia } from './backup';
import { redanced } from './dances';
import { nameIn } from './rows';

/** What to do with a document whose id is already there with another content. */
export type OnClash = 'replace' | 'keep-both' | 'keep-mine';

/** One document beside what lies here under its id. */
export interface Compared {
  readonly kind: KindId;
  readonly doc: AnyDoc;
  readonly name: string;
  /** What it is called here, where it is. */
  readonly here?: string;
  readonly state: 'new' | 'changed' | 'same';
  /** A later version of this program wrote what is here: it is not replaced. */
  readonly fixed?: true;
}

/** What a bundle would change: reads only. */
export async function compare(db: Database, bundle: Bundle): Promise<Compared[]> {
  const all = inBundle(withBrought(bundle));
  const found: Compared[] = [];
  for (const kind of new Set(all.map((x) => x.kind))) {
    const docs = all.filter((x) => x.kind === kind).map((x) => x.doc);
    const rows: (Row | undefined)[] = await rowsOf(db, kind).bulkGet(docs.map((d) => d.id));
    docs.forEach((doc, i) => {
      const name = kindOf(kind).nameOf(doc as never) ?? doc.id;
      const row = rows[i];
      const here = row ? { here: nameIn(kind, row) } : {};
      const fixed = row && row.schema > kindOf(kind).version ? { fixed: true as const } : {};
      found.push({ kind, doc, name, ...here, ...fixed, state: stateOf(kind, doc, row) });
    });
  }
  return found;
}

function stateOf(kind: KindId, doc: AnyDoc, row: Row | undefined): Compared['state'] {
  if (!row) return 'new';
  const here = readDoc(kind, row.doc, row.schema);
  return here.ok && same(here.value, doc) ? 'same' : 'changed';
}

export interface Brought {
  readonly added: number;
  readonly replaced: number;
  /** Those that were here with another content, and stayed. */
  readonly left: number;
  readonly same: number;
  /** The act that takes it all back. */
  readonly act: number | undefined;
  /** Documents in use here that were named and are not here. */
  readonly missing: number;
  /** Under which id a document came in, by its reference in the bundle: only those that got another. */
  readonly renamed: ReadonlyMap<string, string>;
}

/**
 * Brings documents of any kinds in, with the files they sound from, in one transaction: all or nothing. Those under an id that is taken come in under
 * another, and what names them follows; ids that make no address are given anew.
 */
export async function bring(
  db: Database,
  bundle: Bundle,
  how: { readonly onClash: OnClash; readonly code: ActCode; readonly name: string },
  makeId: () => string,
  now: number,
  raw: readonly RawRow[] = [],
  media: Readonly<Record<string, Uint8Array>> = {},
): Promise<Brought> {
  const { onClash, code, name } = how;
  const first = inBundle(bundle)[0]?.kind ?? 'figure';
  const { value, act } = await acting(db, { code, kind: first, name }, now, async (w) => {
    const compared = await compare(db, bundle);
    const changed = compared.filter((c) => c.state === 'changed');
    const coming = compared.filter(
      (c) => c.state === 'new' || (c.state === 'changed' && onClash !== 'keep-mine'),
    );
    const renamed = renames(coming, onClash, makeId);
    const to = (r: Ref): string => renamed.get(refKey(r)) ?? r.id;
    for (const kind of new Set(coming.map((c) => c.kind))) {
      const docs = coming.filter((c) => c.kind === kind).map((c) => kindOf(kind).renamed(c.doc as never, to));
      await w.putAll(kind, docs as never);
    }
    if (onClash === 'replace')
      for (const c of changed)
        if (c.kind === 'dance' && !c.fixed) await redanced(w, c.doc.id, c.doc as never);
    await keepRaw(w, raw);
    await bringMedia(db, media);
    const replaced = onClash === 'replace' ? changed.filter((c) => !c.fixed).length : 0;
    return {
      added: coming.length - replaced,
      replaced,
      left: onClash === 'keep-mine' ? changed.length : 0,
      same: compared.filter((c) => c.state === 'same').length,
      missing: await missingFrom(db, coming, to),
      renamed,
    };
  });
  return { ...value, act };
}

function renames(
  coming: readonly Compared[],
  onClash: OnClash,
  makeId: () => string,
): ReadonlyMap<string, string> {
  const ids = new Map<string, string>();
  for (const { kind, doc, state, fixed } of coming) {
    const taken = state === 'changed' && (onClash === 'keep-both' || fixed === true);
    const id = taken ? makeId() : addressOf(doc.id, makeId);
    if (id !== doc.id) ids.set(refKey({ kind, id: doc.id }), id);
  }
  return ids;
}

async function missingFrom(
  db: Database,
  coming: readonly Compared[],
  to: (r: Ref) => string,
): Promise<number> {
  const named = new Map<string, Ref>();
  for (const c of coming)
    for (const r of kindOf(c.kind).refs(c.doc as never)) {
      const ref = { kind: r.kind, id: to(r) };
      named.set(refKey(ref), ref);
    }
  let missing = 0;
  for (const ref of named.values())
    if ((await rowsOf(db, ref.kind).where('id').equals(ref.id).count()) === 0) missing++;
  return missing;
}

/** Rows nobody could read come back as they were, where their place is free. */
async function keepRaw(w: Writing, raw: readonly RawRow[]): Promise<void> {
  for (const { kind, id, schema, doc } of raw) {
    if (await rowsOf(w.db, kind as KindId).get(id)) continue;
    await w.putRaw(kind as KindId, { id, rev: 1, updated: w.now, schema, doc: doc as never, refs: [] });
  }
}

/** Puts what ships into an empty store, once; later starts leave what the user kept or deleted alone. */
export async function seedOnce(db: Database, key: string, bundle: Bundle, now: number): Promise<boolean> {
  if (await db.settings.get(key)) return false;
  const kinds = inBundle(bundle).map((x) => x.kind);
  let empty = true;
  for (const kind of new Set(kinds)) if ((await rowsOf(db, kind).count()) > 0) empty = false;
  if (empty) {
    const never = (): string => {
      throw new Error('what ships has its id free');
    };
    const { act } = await bring(db, bundle, { onClash: 'keep-mine', code: 'demo', name: 'demo' }, never, now);
    if (act !== undefined) await db.bin.delete(act);
  }
  await db.settings.put({ key, value: true });
  return empty;
}
