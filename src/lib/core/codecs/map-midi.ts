import { parseMidi, writeMidi, type MidiData, type MidiEvent } from 'midi-file';
import { fail, ok, type Result, type Seconds } from '../base';
import { isDrum, type Score, type Voice } from '../band';
import { songMapSchema, type Bar, type Mark, type Section, type SongMap } from '../music';
import type { FileError } from './json';

/** Ticks of a beat in files we write; divides by 3 and 4 as Standard MIDI Files need to be exact. */
export const MIDI_TICKS = 480;
/** Microseconds in three bytes. */
const LONGEST_BEAT = 0xffffff;

type Timed = MidiEvent & { at: number };

/**
 * A Standard MIDI File (format 1) of a map: a tempo for every beat, the bar, and markers; with the notes of a band where
 * there are some. Beats lie within a microsecond of the map: what rounding leaves over goes into the next beat.
 * @example mapFromMidi(midiOf('Song', map)).value.map.beats // map.beats
 */
export function midiOf(name: string, map: SongMap, score?: Score): Uint8Array<ArrayBuffer> {
  const tracks = [tempoTrack(name, map)];
  if (score) tracks.push(...noteTracks(score, leadIn(map)));
  const data: MidiData = {
    header: { format: 1, numTracks: tracks.length, ticksPerBeat: MIDI_TICKS },
    tracks,
  };
  return Uint8Array.from(writeMidi(data));
}

/** Beats before the first of the map: as many as it takes to say when it comes. */
const leadIn = (map: SongMap): number => Math.ceil(((map.beats[0] ?? 0) * 1e6) / LONGEST_BEAT);

function tempoTrack(name: string, map: SongMap): MidiEvent[] {
  const lead = leadIn(map);
  const events: Timed[] = [
    { at: 0, deltaTime: 0, meta: true, type: 'trackName', text: name },
    {
      at: 0,
      deltaTime: 0,
      meta: true,
      type: 'timeSignature',
      numerator: map.bar,
      denominator: 4,
      metronome: 24,
      thirtyseconds: 8,
    },
  ];
  let now = 0;
  const beat = (index: number, until: Seconds): void => {
    const micros = Math.max(1, Math.round(until * 1e6) - now);
    now += micros;
    events.push({
      at: index * MIDI_TICKS,
      deltaTime: 0,
      meta: true,
      type: 'setTempo',
      microsecondsPerBeat: micros,
    });
  };
  for (let i = 0; i < lead; i++) beat(i, ((map.beats[0] ?? 0) * (i + 1)) / lead);
  map.beats.slice(1).forEach((until, i) => beat(i + lead, until));
  for (const { beat: at, text } of markers(map))
    events.push({ at: (at + lead) * MIDI_TICKS, deltaTime: 0, meta: true, type: 'marker', text });
  return inOrder(events, (lead + map.beats.length - 1) * MIDI_TICKS);
}

/** What a map says beside its beats, in words a person can read in any program. */
function markers(m: SongMap): { beat: number; text: string }[] {
  return [
    ...m.ones.map((beat) => ({ beat, text: 'eight' })),
    ...m.phrases.map((beat) => ({ beat, text: `phrase ${m.phrase}` })),
    ...m.sections.map((s) => ({
      beat: s.from,
      text: `section ${s.kind}${s.slow ? ' slow' : ''}: ${s.name}`,
    })),
    ...m.marks.map((k) => ({ beat: k.beat, text: `${k.kind} ${k.beats} sure ${k.sure}` })),
    ...m.locked.map((beat) => ({ beat, text: 'held' })),
    { beat: 0, text: `swing ${m.swing}` },
    ...(m.clave ? [{ beat: 0, text: `clave ${m.clave.clave} ${m.clave.side} sure ${m.clave.sure}` }] : []),
  ].sort((a, b) => a.beat - b.beat);
}

function inOrder(events: readonly Timed[], end: number): MidiEvent[] {
  let last = 0;
  const list = [...events]
    .sort((a, b) => a.at - b.at)
    .map(({ at, ...e }) => {
      const deltaTime = at - last;
      last = at;
      return { ...e, deltaTime } as MidiEvent;
    });
  return [...list, { deltaTime: Math.max(0, end - last), meta: true, type: 'endOfTrack' }];
}

/** General MIDI: programs of pitched sounds and keys of the drum channel. Source: General MIDI level 1, from memory. */
const PROGRAMS: Readonly<Record<string, number>> = { bass: 32, piano: 0, reed: 65, strings: 48, guitar: 24 };
const KEYS: Readonly<Record<string, number>> = {
  kick: 36,
  snare: 38,
  brush: 40,
  rim: 37,
  hat: 42,
  'open-hat': 46,
  ride: 51,
  crash: 49,
  clave: 75,
  shell: 77,
  bell: 56,
  slap: 62,
  'open-conga': 63,
  heel: 64,
  guiro: 73,
};
const DRUM_CHANNEL = 9;

function noteTracks(score: Score, lead: number): MidiEvent[][] {
  const voices = [...new Set(score.notes.map((n) => (isDrum(n.voice) ? 'drums' : n.voice)))];
  let channel = 0;
  return voices.map((voice) => {
    if (channel === DRUM_CHANNEL) channel++;
    const at = voice === 'drums' ? DRUM_CHANNEL : channel++;
    const events: Timed[] = [{ at: 0, deltaTime: 0, meta: true, type: 'trackName', text: voice }];
    if (voice !== 'drums')
      events.push({
        at: 0,
        deltaTime: 0,
        type: 'programChange',
        channel: at,
        programNumber: PROGRAMS[voice] ?? 0,
      });
    for (const n of score.notes) {
      if (voice !== (isDrum(n.voice) ? 'drums' : n.voice)) continue;
      const noteNumber = isDrum(n.voice) ? (KEYS[n.voice] ?? 36) : n.pitch;
      const [on, off] = [n.at, n.at + n.lasts].map((b) => Math.round((b + lead) * MIDI_TICKS)) as [
        number,
        number,
      ];
      events.push({
        at: on,
        deltaTime: 0,
        type: 'noteOn',
        channel: at,
        noteNumber,
        velocity: Math.max(1, Math.min(127, Math.round(n.level * 127))),
      });
      events.push({
        at: Math.max(on + 1, off),
        deltaTime: 0,
        type: 'noteOff',
        channel: at,
        noteNumber,
        velocity: 0,
      });
    }
    // A note that ends where the next of its pitch begins ends first.
    events.sort((a, b) => a.at - b.at || Number(a.type === 'noteOn') - Number(b.type === 'noteOn'));
    return inOrder(events, Math.round((score.beats + lead) * MIDI_TICKS));
  });
}

/** A sound in a MIDI file, in seconds from its beginning. */
export interface MidiNote {
  readonly at: Seconds;
  readonly until: Seconds;
  readonly voice: Voice;
  readonly pitch: number;
  readonly level: number;
}
export interface MidiRead {
  readonly name: string;
  readonly map: SongMap;
  readonly notes: readonly MidiNote[];
  readonly seconds: Seconds;
}

/** The marker on the first beat of a map of ours. */
const OURS = /^swing [\d.]+$/;

/** A song lasts so long at most, seconds. */
const MOST_SECONDS = 7_200;

/** What a MIDI file says: its beats by its tempi and bars, our markers where they are, anybody's as sections. */
export function mapFromMidi(bytes: Uint8Array): Result<MidiRead, FileError> {
  let data: MidiData;
  try {
    data = parseMidi(bytes);
  } catch {
    return fail({ at: 'the whole file', message: 'This is no MIDI file, or it is damaged.' });
  }
  const perBeat = data.header.ticksPerBeat;
  if (!perBeat) return fail({ at: 'header', message: 'Its time is in frames of film, not in beats.' });
  const tracks = data.tracks.map(absolute);
  const tempi = tracks
    .flat()
    .flatMap((e) => (e.type === 'setTempo' ? [{ at: e.at / perBeat, micros: e.microsecondsPerBeat }] : []));
  const own = tracks.find((t) => t.some((e) => e.type === 'marker' && OURS.test(e.text)));
  const end = (own ?? tracks.flat()).reduce((latest, e) => Math.max(latest, e.at), 0) / perBeat;
  if (!(end >= 2)) return fail({ at: 'the whole file', message: 'It is shorter than two beats.' });
  if (end > 20_000) return fail({ at: 'the whole file', message: 'It is longer than 20,000 beats.' });
  const at = timeOf(tempi);
  const notes = tracks.flatMap((t) => notesOf(t, (tick) => at(tick / perBeat)));
  const words = tracks
    .flat()
    .flatMap((e) =>
      e.type === 'marker' || e.type === 'cuePoint' ? [{ beat: e.at / perBeat, text: e.text }] : [],
    );
  const signature = tracks.flat().find((e) => e.type === 'timeSignature');
  const name = tracks.flat().find((e) => e.type === 'trackName');
  const map = mapOf(at, end, words, signature?.type === 'timeSignature' ? signature.numerator : 4);
  const seconds = notes.reduce((latest, n) => Math.max(latest, n.until), map.beats.at(-1) ?? 0);
  if (seconds > MOST_SECONDS || !songMapSchema.safeParse(map).success)
    return fail({
      at: 'its tempi',
      message: 'They don’t make a song of up to two hours. Check the tempo it was saved with.',
    });
  return ok({ name: name?.type === 'trackName' ? name.text : '', map, notes, seconds });
}

function absolute(track: readonly MidiEvent[]): Timed[] {
  let at = 0;
  return track.map((e) => ({ ...e, at: (at += e.deltaTime) }));
}

/** Seconds of a place in beats, by the tempi of a file; 120 where it says nothing. */
function timeOf(tempi: readonly { at: number; micros: number }[]): (beat: number) => Seconds {
  const list = [{ at: 0, micros: 500_000 }, ...tempi].sort((a, b) => a.at - b.at);
  const micros: number[] = [0];
  for (let i = 1; i < list.length; i++)
    micros.push(
      (micros[i - 1] as number) +
        ((list[i]?.at as number) - (list[i - 1]?.at as number)) * (list[i - 1]?.micros as number),
    );
  return (beat) => {
    let [low, high] = [0, list.length];
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if ((list[middle]?.at as number) <= beat) low = middle;
      else high = middle;
    }
    return (
      ((micros[low] as number) + (beat - (list[low]?.at as number)) * (list[low]?.micros as number)) / 1e6
    );
  };
}

function notesOf(track: readonly Timed[], seconds: (tick: number) => Seconds): MidiNote[] {
  const programs = new Map<number, number>();
  const open = new Map<string, { at: number; level: number }[]>();
  const notes: MidiNote[] = [];
  for (const e of track) {
    if (e.type === 'programChange') programs.set(e.channel, e.programNumber);
    if (e.type !== 'noteOn' && e.type !== 'noteOff') continue;
    const key = `${e.channel} ${e.noteNumber}`;
    if (e.type === 'noteOn' && e.velocity > 0) {
      open.set(key, [...(open.get(key) ?? []), { at: e.at, level: e.velocity / 127 }]);
      continue;
    }
    const from = open.get(key)?.shift();
    if (!from) continue;
    const drum = e.channel === DRUM_CHANNEL;
    notes.push({
      at: seconds(from.at),
      until: seconds(e.at),
      level: from.level,
      pitch: drum ? 0 : e.noteNumber,
      voice: drum ? drumOf(e.noteNumber) : toneOf(programs.get(e.channel) ?? 0),
    });
  }
  return notes;
}

const drumOf = (key: number): Voice =>
  (Object.keys(KEYS).find((v) => KEYS[v] === key) as Voice | undefined) ?? (key < 42 ? 'kick' : 'hat');
/** Families of General MIDI, eight programs each, by the band's voice that is nearest. */
const FAMILIES: readonly Voice[] = [
  'piano',
  'piano',
  'reed',
  'guitar',
  'bass',
  'strings',
  'strings',
  'reed',
  'reed',
  'reed',
  'reed',
  'strings',
  'piano',
  'guitar',
  'piano',
  'piano',
];
const toneOf = (program: number): Voice => FAMILIES[program >> 3] ?? 'piano';

/** Beats from the first of ours that is named; all beats of the file where none is. */
function mapOf(
  at: (beat: number) => Seconds,
  end: number,
  words: readonly { beat: number; text: string }[],
  numerator: number,
): SongMap {
  const lead = Math.round(words.find((w) => OURS.test(w.text))?.beat ?? 0);
  const n = Math.max(2, Math.floor(end + 1e-6) - lead + 1);
  const beats = Array.from({ length: n }, (_, i) => at(i + lead));
  const bar: Bar = numerator % 3 === 0 ? 3 : numerator === 2 ? 2 : 4;
  const found = {
    ones: [] as number[],
    phrases: [] as number[],
    phrase: bar === 3 ? 24 : 32,
    sections: [] as Section[],
    marks: [] as Mark[],
    swing: 1,
    locked: [] as number[],
    clave: undefined as SongMap['clave'],
  };
  for (const w of words) {
    const beat = Math.round(w.beat) - lead;
    if (beat >= 0 && beat < n) readMarker(found, beat, w.text);
  }
  const { clave, ...rest } = found;
  return {
    beats,
    bar,
    ...rest,
    ones: rest.ones.length ? rest.ones : [0],
    phrases: rest.phrases.length ? rest.phrases : [0],
    ...(clave ? { clave } : {}),
  };
}

interface Found {
  ones: number[];
  phrases: number[];
  phrase: number;
  sections: Section[];
  marks: Mark[];
  swing: number;
  locked: number[];
  clave: SongMap['clave'];
}
function readMarker(found: Found, beat: number, text: string): void {
  const word = (r: RegExp): RegExpExecArray | null => r.exec(text);
  if (text === 'eight') return void found.ones.push(beat);
  if (text === 'held') return void found.locked.push(beat);
  const phrase = word(/^phrase (\d+)$/);
  if (phrase) return void ((found.phrase = Number(phrase[1])), found.phrases.push(beat));
  const swing = word(/^swing ([\d.]+)$/);
  if (swing) return void (found.swing = Number(swing[1]));
  const mark = word(/^(break|hit) ([\d.]+)(?: sure ([\d.]+))?$/);
  if (mark)
    return void found.marks.push({
      beat,
      kind: mark[1] as Mark['kind'],
      beats: Number(mark[2]),
      sure: Number(mark[3] ?? 1),
    });
  const clave = word(/^clave (son|rumba) (3-2|2-3)(?: sure ([\d.]+))?$/);
  if (clave)
    return void (found.clave = {
      clave: clave[1] as 'son',
      side: clave[2] as '3-2',
      sure: Number(clave[3] ?? 1),
    });
  const section = word(/^section (intro|part|break|end)( slow)?: (.+)$/);
  const made: Section = section
    ? {
        from: beat,
        kind: section[1] as Section['kind'],
        slow: section[2] !== undefined,
        name: section[3] as string,
      }
    : { from: beat, kind: 'part', slow: false, name: text.trim().slice(0, 60) };
  if (made.name && made.from > (found.sections.at(-1)?.from ?? -1)) found.sections.push(made);
}
