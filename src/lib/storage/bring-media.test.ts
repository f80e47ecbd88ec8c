import 'fake-indexeddb/auto';
import { expect, it, vi } from 'vitest';
import { newFigure } from '$lib/core/figure';
import { bring, mediaName, openDatabase, rowsOf } from './index';

it('when there is no room for the files of a backup, none of it is imported', async () => {
  const db = openDatabase('bring-media');
  const figure = { ...newFigure('f', 'slot-swing', 'Push'), lines: 'leader 1 back' };
  const media = { [mediaName({ id: 'm', mime: 'audio/wav', name: 'a.wav' })]: new Uint8Array(4) };
  const how = { onClash: 'keep-both', code: 'restored', name: 'x.zip' } as const;
  const full = vi
    .spyOn(db.media, 'bulkPut')
    .mockRejectedValue(new DOMException('no room', 'QuotaExceededError'));
  await expect(bring(db, { figure: [figure] }, how, () => 'n', 1, [], media)).rejects.toThrow('no room');
  expect([await rowsOf(db, 'figure').count(), await db.bin.count(), await db.media.count()]).toEqual([
    0, 0, 0,
  ]);
  full.mockRestore();
  await bring(db, { figure: [figure] }, how, () => 'n', 1, [], media);
  expect([await rowsOf(db, 'figure').count(), await db.media.count()]).toEqual([1, 1]);
  db.close();
});
