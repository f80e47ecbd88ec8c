import { nanoid } from 'nanoid';
import type { Samples } from '$lib/core/band';
import type { Song } from '$lib/core/song/schema';
import type { MusicFinder } from '$lib/workers/music-finder';
import { app } from './app.svelte';
import { sounding } from './sounding.svelte';

/** The sound of a song, ready to play. Rejects with words for the person. */
export async function soundOf(
  song: Song,
  finder: MusicFinder,
  progress: (done: number) => void,
): Promise<AudioBuffer> {
  const { context } = sounding.performer();
  const { source } = song;
  if (source.type === 'band')
    return bufferOf(context, await finder.play({ recipe: source.recipe }, context.sampleRate, progress));
  const media = await (await app.db()).media.get(source.media);
  if (!media)
    throw new Error(
      `The file “${source.file}” is not in this browser. Bring it again to hear the song; its map is here.`,
    );
  if (source.type === 'midi') {
    const { mapFromMidi } = await import('$lib/core/codecs/map-midi');
    const read = mapFromMidi(media.bytes);
    if (!read.ok) throw new Error(read.error.message);
    return bufferOf(
      context,
      await finder.play(
        { notes: read.value.notes, seconds: read.value.seconds },
        context.sampleRate,
        progress,
      ),
    );
  }
  return decoded(context, media.bytes, source.file);
}

function bufferOf(context: BaseAudioContext, channels: readonly Samples[]): AudioBuffer {
  const buffer = context.createBuffer(channels.length, channels[0]?.length ?? 1, context.sampleRate);
  channels.forEach((c, i) => buffer.copyToChannel(c, i));
  return buffer;
}

async function decoded(
  context: BaseAudioContext,
  bytes: Uint8Array<ArrayBuffer>,
  file: string,
): Promise<AudioBuffer> {
  try {
    return await context.decodeAudioData(bytes.slice().buffer);
  } catch {
    throw new Error(`“${file}” is no sound this browser can play.`);
  }
}

/** Longer than this is no song. */
const MOST_BYTES = 200 * 1024 * 1024;
const MIDI = /\.(mid|midi|kar)$/i;

/** A file as a new song, with its name and length as its tags say; stored with the file. Rejects with words. */
export async function songFromFile(file: File): Promise<Song> {
  if (file.size > MOST_BYTES) throw new Error(`“${file.name}” is larger than 200 MB.`);
  const bytes = new Uint8Array(await file.arrayBuffer());
  const id = nanoid(12);
  const name = file.name.replace(/\.[^.]+$/, '').slice(0, 120) || 'New song';
  const source = { media: nanoid(12), file: file.name.slice(0, 200) };
  const midi = MIDI.test(file.name) || (bytes[0] === 0x4d && bytes[1] === 0x54 && bytes[2] === 0x68);
  const song = midi
    ? await midiSong(bytes, id, name, source)
    : await audioSong(bytes, file, id, name, source);
  const db = await app.db();
  await db.media.put({ id: source.media, name: source.file, mime: file.type, bytes });
  return song;
}

async function midiSong(
  bytes: Uint8Array,
  id: string,
  name: string,
  source: { media: string; file: string },
): Promise<Song> {
  const { mapFromMidi } = await import('$lib/core/codecs/map-midi');
  const read = mapFromMidi(bytes);
  if (!read.ok) throw new Error(`“${source.file}”: ${read.error.message}`);
  const { map, seconds } = read.value;
  return {
    id,
    name: read.value.name.trim().slice(0, 120) || name,
    by: '',
    notes: '',
    length: Math.min(7200, seconds + 1),
    source: { type: 'midi', ...source },
    map,
  };
}

async function audioSong(
  bytes: Uint8Array<ArrayBuffer>,
  file: File,
  id: string,
  name: string,
  source: { media: string; file: string },
): Promise<Song> {
  const { context } = sounding.performer();
  const buffer = await decoded(context, bytes, file.name);
  const tags = await tagsOf(file);
  return {
    id,
    name: tags.title || name,
    by: tags.artist,
    notes: '',
    length: Math.min(7200, buffer.duration),
    source: { type: 'audio', ...source },
  };
}

/** Name and artist as ID3 or Vorbis tags say; a file without is none the worse. */
async function tagsOf(file: File): Promise<{ title: string; artist: string }> {
  try {
    const { parseBlob } = await import('music-metadata');
    const { common } = await parseBlob(file);
    return {
      title: (common.title ?? '').trim().slice(0, 120),
      artist: (common.artist ?? '').trim().slice(0, 120),
    };
  } catch {
    return { title: '', artist: '' };
  }
}
