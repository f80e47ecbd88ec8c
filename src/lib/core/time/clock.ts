import {
  beatsOfTicks,
  invariant,
  minus,
  plus,
  ticksOfBeats,
  type Bpm,
  type MusicBeat,
  type Seconds,
  type Ticks,
} from '../base';

/** From a beat of the music (from 1) on, it runs at `bpm`. */
export interface TempoChange {
  readonly beat: MusicBeat;
  readonly bpm: Bpm;
}

/**
 * Music and what is danced to it on one time line: beats of the music from 1, ticks of the dancing from its first 1,
 * seconds from the beginning of the music. Every conversion goes both ways, by sums worked out once: O(log changes),
 * so that a change on every beat the easiest. Before the first change and after the last the tempo goes on.
 * @example clockOf([{ beat: 1, bpm: 60 }, { beat: 3, bpm: 120 }]).seconds(48) // 3
 */
export interface Clock {
  /** The beat of the music a tick falls on, with its fraction; and back. */
  readonly beat: (tick: Ticks) => MusicBeat;
  readonly tick: (beat: MusicBeat) => Ticks;
  /** Seconds from the beginning of the music to a tick; and back, with fractions of ticks. */
  readonly seconds: (tick: Ticks) => Seconds;
  readonly tickAt: (seconds: Seconds) => Ticks;
  /** The tempo at a tick. */
  readonly bpm: (tick: Ticks) => Bpm;
}

const SECONDS = 60;

/**
 * A clock for a tempo, and dancing whose first 1 falls on the beat `start` of the music. The first change is on beat 1;
 * they come in order.
 */
export function clockOf(changes: readonly TempoChange[], start: MusicBeat = 1): Clock {
  invariant(changes[0]?.beat === 1, 'a tempo begins on beat 1');
  invariant(
    changes.every((c, i) => c.bpm > 0 && (i === 0 || c.beat > (changes[i - 1]?.beat ?? 0))),
    'tempo changes come in order',
  );
  const beats = Float64Array.from(changes, (c) => c.beat);
  const bpms = Float64Array.from(changes, (c) => c.bpm);
  const sums = new Float64Array(changes.length);
  for (let i = 1; i < sums.length; i++)
    sums[i] = (sums[i - 1] ?? 0) + (((beats[i] ?? 0) - (beats[i - 1] ?? 0)) * SECONDS) / (bpms[i - 1] ?? 1);

  const beat = (tick: Ticks): MusicBeat => plus<MusicBeat>(start, beatsOfTicks(tick));
  const tick = (b: MusicBeat): Ticks => ticksOfBeats(minus<MusicBeat>(b, start));
  return {
    beat,
    tick,
    bpm: (t) => bpms[lastAt(beats, beat(t))] ?? 1,
    seconds: (t) => {
      const at = beat(t);
      const i = lastAt(beats, at);
      return (sums[i] ?? 0) + ((at - (beats[i] ?? 1)) * SECONDS) / (bpms[i] ?? 1);
    },
    tickAt: (seconds) => {
      const i = lastAt(sums, seconds);
      return tick((beats[i] ?? 1) + ((seconds - (sums[i] ?? 0)) * (bpms[i] ?? 1)) / SECONDS);
    },
  };
}

/** The last index whose value is not beyond; 0 where all are. O(log n). */
function lastAt(sorted: Float64Array, value: number): number {
  let [low, high] = [0, sorted.length];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if ((sorted[middle] ?? Infinity) <= value) low = middle;
    else high = middle;
  }
  return low;
}
