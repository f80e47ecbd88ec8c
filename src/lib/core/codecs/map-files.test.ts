import midi from '@tonejs/midi';
import { parse as parseCsv } from 'csv-parse/sync';
import { parseMidi } from 'midi-file';
import { describe, expect, it } from 'vitest';
import { STYLES, recipeOf, scoreOf } from '../band';
import { beatsCsv, mapFromCsv } from './map-csv';
import { mapFromMidi, midiOf } from './map-midi';

const { Midi } = midi;

describe('maps as MIDI files', () => {
  it('come back as they were, beats within a microsecond, for every style', () => {
    for (const style of STYLES) {
      const score = scoreOf(recipeOf(style, { start: 'rubato', breaks: 2, drift: 0.04, choruses: 1 }));
      const read = mapFromMidi(midiOf('Evening', score.map, score));
      if (!read.ok) throw new Error(read.error.message);
      const { beats, ...rest } = read.value.map;
      const { beats: were, ...restWas } = score.map;
      expect(rest).toEqual(restWas);
      expect(beats.length).toBe(were.length);
      expect(Math.max(...beats.map((b, i) => Math.abs(b - (were[i] ?? 0))))).toBeLessThan(1.1e-6);
      expect(read.value.name).toBe('Evening');
      expect(read.value.notes.length).toBe(score.notes.length);
      // Written again, it is the same file.
      expect(midiOf('Evening', read.value.map)).toEqual(midiOf('Evening', score.map));
    }
  });
  /** Held against a reader of its own: seconds of notes as it works them out from the tempi. */
  it('are read by an independent reader with the same seconds', () => {
    const score = scoreOf(recipeOf('swing', { drift: 0.05, choruses: 1, start: 'rubato' }));
    const file = new Midi(midiOf('Evening', score.map, score));
    const bass = file.tracks.find((t) => t.name === 'bass')!;
    const ours = score.notes.filter((n) => n.voice === 'bass');
    expect(bass.notes.length).toBe(ours.length);
    const read = mapFromMidi(midiOf('Evening', score.map, score));
    const back = read.ok ? read.value.notes.filter((n) => n.voice === 'bass') : [];
    bass.notes.forEach((n, i) => expect(n.time).toBeCloseTo(back[i]!.at, 4));
    expect(file.header.timeSignatures[0]?.timeSignature).toEqual([4, 4]);
    expect(file.header.meta.filter((m) => m.type === 'marker').length).toBeGreaterThan(3);
  });
  /** Source: Standard MIDI File 1.0 (from memory): 176 a minute is 340,909 µs. */
  it('tempo is written as the standard says', () => {
    const steady = scoreOf(recipeOf('groove', { bpm: 176, choruses: 1 }));
    const map = { ...steady.map, beats: steady.map.beats.map((_, i) => (i * 60) / 176) };
    const bytes = midiOf('x', map);
    const tempi = parseMidi(bytes).tracks[0]!.flatMap((e) =>
      e.type === 'setTempo' ? [e.microsecondsPerBeat] : [],
    );
    expect(new Set(tempi)).toEqual(new Set([340909, 340910]));
  });
  it('refuse what is none, with words', () => {
    expect(mapFromMidi(Uint8Array.of(1, 2, 3))).toMatchObject({ ok: false, error: { at: 'the whole file' } });
  });
});

describe('beats as a table', () => {
  const { map } = scoreOf(recipeOf('waltz', { breaks: 1, choruses: 1, start: 'bars' }));
  it('is read by an independent reader, and comes back', () => {
    const rows = parseCsv(beatsCsv(map), { columns: true }) as Record<string, string>[];
    expect(rows.length).toBe(map.beats.length);
    expect(Number(rows[5]?.seconds)).toBeCloseTo(map.beats[5] ?? 0, 4);
    const read = mapFromCsv(beatsCsv(map));
    if (!read.ok) throw new Error(read.error.message);
    expect([read.value.bar, read.value.ones, read.value.phrase, read.value.phrases]).toEqual([
      3,
      map.ones,
      24,
      map.phrases,
    ]);
    expect(read.value.marks).toEqual(map.marks);
    expect(read.value.sections.map((s) => [s.from, s.name])).toEqual(
      map.sections.map((s) => [s.from, s.name]),
    );
  });
  it('takes plain lists of seconds, and names the line that is wrong', () => {
    expect(mapFromCsv('0.5\n1.0\n1.5')).toMatchObject({
      ok: true,
      value: { beats: [0.5, 1, 1.5], ones: [0] },
    });
    expect(mapFromCsv('time\n0.5\n0.4')).toMatchObject({ ok: false, error: { at: 'line 3' } });
    expect(mapFromCsv('time\nx\ny')).toMatchObject({ ok: false, error: { at: 'line 2' } });
    expect(mapFromCsv('1').ok).toBe(false);
  });
});

describe('hostile tables and MIDI files', () => {
  it.each(['', 'seconds', 'seconds\n1'])('a table without beats is refused in words: %j', (text) => {
    expect(mapFromCsv(text)).toMatchObject({
      ok: false,
      error: { at: 'the whole file', message: expect.stringContaining('no beats') as string },
    });
  });
  it('a table of a hundred thousand rows is not read to its end', () => {
    const text = Array.from({ length: 100_000 }, (_, i) => i / 2).join('\n');
    expect(mapFromCsv(text)).toMatchObject({ ok: false, error: { at: 'line 20002' } });
  });
  /** Written by hand (Standard MIDI Files 1.0): a tempo, so many program changes `delta` ticks apart, the end. */
  const midi = (tempo: number, events: number, delta: number): Uint8Array => {
    const four = (n: number) => [(n >>> 24) & 255, (n >>> 16) & 255, (n >>> 8) & 255, n & 255];
    const step = [...(delta > 127 ? [0x80 | (delta >> 7)] : []), delta & 127, 0xc0, 0];
    const body = new Uint8Array(7 + events * step.length + 4);
    body.set([0, 0xff, 0x51, 3, ...four(tempo).slice(1)]);
    for (let i = 0; i < events; i++) body.set(step, 7 + i * step.length);
    body.set([0, 0xff, 0x2f, 0], 7 + events * step.length);
    const head = [...'MThd'].map((c) => c.charCodeAt(0)).concat(four(6), [0, 0, 0, 1, 480 >> 8, 480 & 255]);
    const chunk = [...'MTrk'].map((c) => c.charCodeAt(0)).concat(four(body.length));
    return Uint8Array.from([...head, ...chunk, ...body]);
  };
  it('200,000 events are read', () => {
    expect(mapFromMidi(midi(500_000, 200_000, 20)).ok).toBe(true);
  });
  it.each([
    [0, 100, 480],
    [16_000_000, 1_000, 480],
  ])('a tempo no song has is refused in words: %i microseconds a beat', (tempo, events, delta) => {
    expect(mapFromMidi(midi(tempo, events, delta))).toMatchObject({ ok: false, error: { at: 'its tempi' } });
  });
});
