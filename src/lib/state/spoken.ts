import { nanoid } from 'nanoid';
import type { Database } from '$lib/storage';

/** Keeps what was spoken beside the documents, and gives its key. */
export async function keepSpoken(db: Database, file: File): Promise<string> {
  const id = nanoid(12);
  await db.media.put({
    id,
    name: file.name,
    mime: file.type,
    bytes: new Uint8Array(await file.arrayBuffer()),
  });
  return id;
}

/** What was spoken, to be heard; undefined where it is not here any more. Whoever gets it revokes it. */
export async function spokenUrl(db: Database, id: string): Promise<string | undefined> {
  const media = await db.media.get(id);
  return media && URL.createObjectURL(new Blob([media.bytes], { type: media.mime }));
}
