import { analyse } from '$lib/core/analysis';
import { Repertoire, planOf, wholeOf } from '$lib/core/combination';
import { tempoOf } from '$lib/core/music';
import type { PracticeItem } from '$lib/core/practice';
import { loadAll, loadDoc, loadFigure, type Database } from '$lib/storage';
import type { MusicFinder } from '$lib/workers/music-finder';
import { app } from './app.svelte';
import type { FloorSource, Resolved } from './floor-run.svelte';
import { Questions } from './questions';
import { soundOf } from './song-sound';

/** What practices are danced from: the person's own store. Sounds are kept while the page is open, the last few. */
export function floorSource(db: Database, finder: MusicFinder): FloorSource {
  const sounds = new Map<string, Promise<AudioBuffer>>();
  const KEPT = 3;
  let questions: Questions | undefined;
  return {
    resolve: (item) => resolved(db, item),
    ask: (drill) => (questions ??= new Questions(db)).next(drill),
    song: (id) => loadDoc(db, 'song', id),
    sound: (song) => {
      const key = JSON.stringify(song.source);
      let sound = sounds.get(key);
      if (!sound) {
        sound = soundOf(song, finder, () => {});
        sounds.set(key, sound);
        sound.catch(() => sounds.delete(key));
        const oldest = [...sounds.keys()][0];
        if (sounds.size > KEPT && oldest !== undefined) sounds.delete(oldest);
      }
      return sound;
    },
  };
}

/** What an item of a practice is danced from; undefined where it is gone, or a pause. */
export async function resolved(db: Database, { what }: PracticeItem): Promise<Resolved | undefined> {
  if (what.type === 'pause' || what.type === 'drill') return undefined;
  if (what.type === 'song') {
    const song = await loadDoc(db, 'song', what.id);
    return song?.map && { name: song.name, song, bpm: tempoOf(song.map) };
  }
  if (what.type === 'figure') {
    const row = await loadFigure(db, what.id);
    return (
      row && { name: row.figure.name, analysis: analyse(row.figure, app.heights), bpm: row.figure.tempo.min }
    );
  }
  const c = await loadDoc(db, 'combination', what.id);
  if (!c) return undefined;
  const repertoire = new Repertoire(
    (await loadAll(db)).map((r) => r.figure),
    app.heights,
  );
  const whole = wholeOf(planOf(c, repertoire), app.heights);
  return whole && { name: c.name, analysis: whole.analysis, bpm: c.tempo[0]?.bpm ?? 110 };
}
