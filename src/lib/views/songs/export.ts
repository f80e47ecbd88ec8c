import { scoreOf, wavOf } from '$lib/core/band';
import { kindOf } from '$lib/core/library';
import type { Song } from '$lib/core/song/schema';
import { download, downloadBytes, fileName } from '$lib/views/desk/export';

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
export function exportSong(song: Song): void {
  const { file } = kindOf('song');
  download(`${fileName(song.name)}${file.extension}`, 'application/json', file.write([song]));
}
export function exportWav(song: Song, buffer: AudioBuffer): void {
  const channels = Array.from({ length: buffer.numberOfChannels }, (_, c) => buffer.getChannelData(c));
  downloadBytes(`${fileName(song.name)}.wav`, 'audio/wav', wavOf(channels, buffer.sampleRate));
}
