import midi from '@tonejs/midi';

/**
 * Old tunes, typed in by ourselves from memory: all long out of copyright. A bar is parted by `|`; a note is its name,
 * `'` an octave up, `,` one down, then its length in beats (none: one); `r` rests. `chords`: one for each full bar.
 */
interface Tune {
  readonly name: string;
  readonly source: string;
  readonly bar: 3 | 4;
  readonly bpm: number;
  /** Beats before the first full bar. */
  readonly pickup: number;
  readonly notes: string;
  readonly chords: string;
}

export const TUNES: readonly Tune[] = [
  {
    name: 'Ode to Joy',
    source: 'Beethoven, 1824',
    bar: 4,
    bpm: 112,
    pickup: 0,
    notes:
      'E E F G | G F E D | C C D E | E1.5 D.5 D2 | E E F G | G F E D | C C D E | D1.5 C.5 C2 | D D E C | D E.5 F.5 E C | D E.5 F.5 E D | C D G,2 | E E F G | G F E D | C C D E | D1.5 C.5 C2',
    chords: 'C G C G C G C C G G G G C G C C',
  },
  {
    name: 'Ah! vous dirai-je, maman',
    source: 'traditional, 18th century',
    bar: 4,
    bpm: 96,
    pickup: 0,
    notes:
      'C C G G | A A G2 | F F E E | D D C2 | G G F F | E E D2 | G G F F | E E D2 | C C G G | A A G2 | F F E E | D D C2',
    chords: 'C F F C C G C G C F F C',
  },
  {
    name: 'Oh! Susanna',
    source: 'Foster, 1848',
    bar: 4,
    bpm: 152,
    pickup: 1,
    notes:
      'C.5 D.5 | E G G1.5 A.5 | G E C1.5 D.5 | E E D C | D3 C.5 D.5 | E G G1.5 A.5 | G E C1.5 D.5 | E E D D | C3 r | F2 F2 | A A2 A | G G E C | D3 C.5 D.5 | E G G1.5 A.5 | G E C1.5 D.5 | E E D D | C3',
    chords: 'C C C G C C G C F F C G C C G C',
  },
  {
    name: 'When the Saints',
    source: 'traditional, before 1900',
    bar: 4,
    bpm: 176,
    pickup: 3,
    notes:
      'C E F | G4 | r C E F | G4 | r C E F | G2 E2 | C2 E2 | D4 | r E E D | C3 C | E2 G G | F4 | r2 E F | G2 E2 | C2 D2 | C4 | r',
    chords: 'C C C C C C G G C C F F C G C C',
  },
  {
    name: 'Amazing Grace',
    source: 'New Britain, 1829',
    bar: 3,
    bpm: 92,
    pickup: 1,
    notes:
      'G, | C2 E.5 C.5 | E2 D | C2 A, | G,2 G, | C2 E.5 C.5 | E2 D | G3 | r2 E | G2 E.5 C.5 | E2 D | C2 A, | G,2 G, | C2 E.5 C.5 | E2 D | C3 | r2',
    chords: 'C C F C C G G G C C F C C G C C',
  },
  {
    name: 'Greensleeves',
    source: 'traditional, 16th century',
    bar: 3,
    bpm: 132,
    pickup: 1,
    notes:
      "A | C'2 D' | E'1.5 F'.5 E' | D'2 B | G1.5 A.5 B | C'2 A | A1.5 G.5 A | B2 G | E2 A | C'2 D' | E'1.5 F'.5 E' | D'2 B | G1.5 A.5 B | C'1.5 B.5 A | G1.5 F.5 G | A3 | A2",
    chords: 'A A G G A A E E A A G G A E A A',
  },
  {
    name: 'Jingle Bells',
    source: 'Pierpont, 1857',
    bar: 4,
    bpm: 192,
    pickup: 0,
    notes:
      'E E E2 | E E E2 | E G C1.5 D.5 | E4 | F F F1.5 F.5 | F E E E.5 E.5 | E D D E | D2 G2 | E E E2 | E E E2 | E G C1.5 D.5 | E4 | F F F1.5 F.5 | F E E E.5 E.5 | G G F D | C4',
    chords: 'C C C C F C G G C C C C F C G C',
  },
  {
    name: 'Auld Lang Syne',
    source: 'traditional, 18th century',
    bar: 4,
    bpm: 104,
    pickup: 1,
    notes:
      "C | F1.5 E.5 F A | G1.5 F.5 G A | F1.5 F.5 A C' | D'3 D' | C'1.5 A.5 A F | G1.5 F.5 G A | F1.5 D.5 D C | F3 D' | C'1.5 A.5 A F | G1.5 F.5 G D' | C'1.5 A.5 A C' | D'3 D' | C'1.5 A.5 A F | G1.5 F.5 G A | F1.5 D.5 D C | F3",
    chords: 'F C F D F C D F F C F D F C D F',
  },
];

const STEPS: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };
const TIMES = 3;

/** A tune as a MIDI file: melody, a bass on the first beat of the bar (and the third of four), chords on the others. */
export function midiOfTune(t: Tune): Uint8Array {
  const file = new midi.Midi();
  file.header.setTempo(t.bpm);
  file.header.timeSignatures.push({ ticks: 0, timeSignature: [t.bar, 4] });
  const beat = 60 / t.bpm;
  const add = (program: number) => {
    const track = file.addTrack();
    track.instrument.number = program;
    return (at: number, lasts: number, pitch: number, velocity: number) =>
      track.addNote({ time: at * beat, duration: lasts * beat * 0.95, midi: pitch, velocity });
  };
  const melody = add(73);
  const bass = add(32);
  const chords = add(0);
  const bars = t.chords.split(' ');
  const lead = t.pickup === 0 ? 0 : t.bar - t.pickup;
  let round = 0;
  for (let n = 0; n < TIMES; n++) {
    let at = round + lead;
    for (const [, name, octave, lasts] of t.notes.matchAll(/([A-Gr])(['|,]*)(\d*\.?\d*)/g)) {
      const length = lasts ? Number(lasts) : 1;
      const up = (octave?.match(/'/g)?.length ?? 0) - (octave?.match(/,/g)?.length ?? 0);
      if (name !== 'r') melody(at, length, 72 + (STEPS[name ?? 'C'] ?? 0) + 12 * up, 0.7);
      at += length;
    }
    const first = round + (t.pickup === 0 ? 0 : t.bar);
    bars.forEach((chord, i) => {
      const root = STEPS[chord] ?? 0;
      for (let b = 0; b < t.bar; b++) {
        const when = first + i * t.bar + b;
        if (b === 0 || (t.bar === 4 && b === 2)) bass(when, 0.9, 36 + root + (b === 2 ? 7 : 0), 0.8);
        else [0, 4, 7].forEach((k) => chords(when, 0.5, 60 + root + k, 0.45));
      }
    });
    // The pickup of the next round lies in the last bar of this one.
    round += bars.length * t.bar;
  }
  return file.toArray();
}
