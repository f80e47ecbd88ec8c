import { nanoid } from 'nanoid';
import { goto } from '$app/navigation';
import { kindOf, type KindId } from '$lib/core/library';
import { app } from '$lib/state/app.svelte';
import type { Saver } from '$lib/state/saver.svelte';
import { deleteDocument, type Opened } from '$lib/storage';

/** Deletes the document that is open, says so with the way back, and goes to its list. */
export async function removeOpen(kind: KindId, id: string): Promise<void> {
  const { list } = kindOf(kind);
  const { act, name } = await deleteDocument(await app.db(), kind, id, Date.now());
  app.did(`“${name}” is deleted.`, act, list);
  await goto(list);
}

/** Takes what another tab has stored over what is here; where it is gone, leaves for the list. */
export async function takeOther<K extends KindId, D extends { readonly id: string }, R extends Opened<D>>(
  saver: Saver<K, D, R>,
  kind: K,
  replace: (doc: D) => void,
): Promise<void> {
  const theirs = await saver.takeTheirs(() => nanoid(12));
  if (theirs === 'gone') await goto(kindOf(kind).list);
  else if (theirs) replace(theirs.doc);
}
