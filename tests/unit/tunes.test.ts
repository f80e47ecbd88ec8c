import { describe, expect, it } from 'vitest';
import { renderNotes } from '../../src/lib/core/band';
import { mapFromMidi } from '../../src/lib/core/codecs/map-midi';
import { listen } from '../../src/lib/core/listen';
import { countedAt, type SongMap } from '../../src/lib/core/music';
import { fMeasure, tempoVerdict } from '../corpus/measures';
import { TUNES, midiOfTune } from '../corpus/tunes';

const RATE = 22_050;

/**
 * Tunes nobody wrote for this: out of copyright, typed in from memory, written as MIDI by an independent package, read by
 * ours, played by the band's voices and heard again. Measures as for the band's own songs (from memory).
 */
describe('public-domain tunes', () => {
  const heard = TUNES.map((tune) => {
    const read = mapFromMidi(midiOfTune(tune));
    if (!read.ok) throw new Error(`${tune.name}: ${read.error.message}`);
    const { map, notes, seconds } = read.value;
    const [samples] = renderNotes(notes, seconds, RATE, 1) ?? [];
    const found = listen(samples!, RATE);
    return { tune, map, found };
  });
  it('are read as they were typed: tempo, bar, notes', () => {
    for (const { tune, map } of heard) {
      expect([tune.name, map.bar]).toEqual([tune.name, tune.bar]);
      expect(60 / (map.beats[1]! - map.beats[0]!)).toBeCloseTo(tune.bpm, 1);
    }
  });
  it('are heard: the tempo of all but one within 4 %, that one an octave off; beats; the 1 of most bars', () => {
    const ones = (m: SongMap): number[] => m.beats.filter((_, i) => countedAt(m, i).ofBar === 1);
    const verdicts = heard.map((h) => tempoVerdict(h.tune.bpm, h.found?.bpm ?? 0));
    const right = heard.filter((_, i) => verdicts[i] === 'right');
    expect(right.length).toBeGreaterThanOrEqual(7);
    expect(verdicts.filter((v) => v !== 'right' && v !== 'half' && v !== 'double')).toEqual([]);
    for (const { tune, map, found } of right) {
      const f = fMeasure(map.beats, found!.map.beats);
      expect([tune.name, f >= 0.95, found!.map.bar]).toEqual([tune.name, true, tune.bar]);
    }
    // Where bass and chords say the same on 1 and 3, nothing tells them apart.
    const barsRight = right.filter(({ map, found }) => fMeasure(ones(map), ones(found!.map)) > 0.8);
    expect(barsRight.length).toBeGreaterThanOrEqual(6);
  });
});
