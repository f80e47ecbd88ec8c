import { scoreOf, wavOf } from '$lib/core/band';
import type { Song } from '$lib/core/song/schema';
import type { Levels, Programme } from '$lib/sound';
import { download, exportDocument, downloadBytes, fileName } from '$lib/views/desk/export';

/** The map with its tempo, and the notes where the band plays. */
export async function exportMidi(song: Song): Promise<void> {
  const { midiOf } = await import('$lib/core/codecs/map-midi');
  if (!song.map) return;
  const score = song.source.type === 'band' ? scoreOf(song.source.recipe) : undefined;
  const same = score && score.map.beats.length === song.map.beats.length;
  downloadBytes(
    `${fileName(song.name)}.mid`,
    'audio/midi',
    midiOf(song.name, song.map, same ? score : undefined),
  );
}
export async function exportBeats(song: Song): Promise<void> {
  const { beatsCsv } = await import('$lib/core/codecs/map-csv');
  if (song.map) download(`${fileName(song.name)}.csv`, 'text/csv', beatsCsv(song.map));
}
export const exportSong = (song: Song): Promise<void> => exportDocument('song', song, song.name);
/** What goes round is taken away this often. */
const ROUNDS = 4;
/** What is heard now, as a file: count-in, music, click and count at the tempo chosen; what goes round, four times. */
export async function exportHeard(song: Song, programme: Programme, levels: Levels): Promise<void> {
  const { rendered } = await import('$lib/sound/offline');
  exportWav({ name: `${song.name} counted` }, await rendered(programme, levels, programme.loop ? ROUNDS : 1));
}
export function exportWav(song: Pick<Song, 'name'>, buffer: AudioBuffer): void {
  const channels = Array.from({ length: buffer.numberOfChannels }, (_, c) => buffer.getChannelData(c));
  downloadBytes(`${fileName(song.name)}.wav`, 'audio/wav', wavOf(channels, buffer.sampleRate));
}
