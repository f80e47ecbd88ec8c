import { scoreOf, type Recipe } from '../band';
import type { Song } from './schema';

/** A song the band plays. @example bandSong('s1', 'Quay blues', recipeOf('swing')).map?.bar // 4 */
export function bandSong(id: string, name: string, recipe: Recipe, notes = ''): Song {
  const { map, seconds } = scoreOf(recipe);
  const beats = map.beats.map((b) => Math.round(b * 1e4) / 1e4);
  return {
    id,
    name,
    by: '',
    notes,
    length: Math.round(seconds * 1000) / 1000,
    source: { type: 'band', recipe },
    map: { ...map, beats },
  };
}
