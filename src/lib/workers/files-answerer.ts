import { ok } from '$lib/core/base';
import { isZip, readBackup, readFile, writeBackup, type Progress } from '$lib/core/library';
import type { FilesAnswer, FilesAsk } from './files-finder';

/** Answers one question about files; `makeId` names what a text brings without an id. */
export function filesAnswerer(
  send: (answer: FilesAnswer) => void,
  makeId: () => string,
): (ask: FilesAsk) => void {
  return (ask) => {
    const { id } = ask;
    const progress: Progress = (done, what) => send({ type: 'progress', id, done, what });
    if (ask.type === 'write') {
      send({ type: 'written', id, bytes: writeBackup(ask.content, new Date(ask.made), progress) });
      return;
    }
    if (ask.type === 'calendar') {
      void import('$lib/core/calendar/ical-read').then(({ readCalendar }) =>
        send({ type: 'calendar', id, result: readCalendar(ask.text, ask.here, makeId) }),
      );
      return;
    }
    if (isZip(ask.bytes)) {
      const read = readBackup(ask.bytes, progress);
      send({ type: 'read', id, result: read.ok ? ok({ backup: true, content: read.value }) : read });
      return;
    }
    progress(0, 'reading');
    const text = decoded(ask.bytes);
    progress(0.3, 'checking');
    const read = readFile(ask.name, text, makeId);
    const content = (documents: (typeof read & { ok: true })['value']) => ({
      documents,
      unreadable: [],
      settings: {},
      media: {},
    });
    send({
      type: 'read',
      id,
      result: read.ok ? ok({ backup: false, content: content(read.value) }) : read,
    });
  };
}

/** UTF-8, or UTF-16 where the file says so; what is neither is taken as Latin-1, as old programs write it. */
function decoded(bytes: Uint8Array): string {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder('utf-16le').decode(bytes);
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return new TextDecoder('utf-16be').decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}
