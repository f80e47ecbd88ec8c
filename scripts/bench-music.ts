/* What runs in the page of the music benchmark: our hearing beside three packages, on songs whose beats are known. */
import MusicTempo from 'music-tempo';
import { analyzeFullBuffer } from 'realtime-bpm-analyzer';
import { guess } from 'web-audio-beat-detector';
import { countedAt, type Counted, type SongMap } from '../src/lib/core/music';
import { listen } from '../src/lib/core/listen';
import { fMeasure, tempoVerdict } from '../tests/corpus/measures';
import { recorded, songCases } from '../tests/corpus/songs';

const RATE = 44_100;
interface Row {
  tempo: string[];
  f: number[];
  ms: number[];
}
const row = (): Row => ({ tempo: [], f: [], ms: [] });

async function timed<T>(into: Row, work: () => T | Promise<T>): Promise<T | undefined> {
  const from = performance.now();
  try {
    return await work();
  } catch {
    return undefined;
  } finally {
    into.ms.push(performance.now() - from);
  }
}
const where = (m: SongMap, is: (c: Counted) => boolean): number[] =>
  m.beats.filter((_, i) => is(countedAt(m, i)));

async function measure(set: number, n: number) {
  const rows = {
    ours: row(),
    'music-tempo': row(),
    'realtime-bpm-analyzer': row(),
    'web-audio-beat-detector': row(),
  };
  const structure = { bars: 0, eights: 0, breaks: 0, met: 0, wrong: 0 };
  for (const c of songCases(set, n)) {
    const { score, samples } = recorded(c, RATE);
    const truth = score.map;
    const put = (r: Row, bpm: number | undefined, beats: readonly number[] | undefined): void => {
      r.tempo.push(bpm === undefined ? 'none' : tempoVerdict(c.recipe.bpm, bpm));
      r.f.push(beats ? fMeasure(truth.beats, beats) : NaN);
    };
    const buffer = new AudioBuffer({ length: samples.length, sampleRate: RATE, numberOfChannels: 1 });
    buffer.copyToChannel(samples, 0);
    const heard = await timed(rows.ours, () => listen(samples, RATE));
    put(rows.ours, heard?.bpm, heard?.map.beats ?? []);
    if (heard) {
      const same = (is: (x: Counted) => boolean): boolean =>
        fMeasure(where(truth, is), where(heard.map, is)) > 0.8;
      structure.bars += Number(same((x) => x.ofBar === 1));
      structure.eights += Number(same((x) => x.count === 1));
      const at = (m: SongMap): number[] =>
        m.marks.filter((k) => k.kind === 'break').map((k) => m.beats[k.beat] ?? 0);
      const [there, found] = [at(truth), at(heard.map)];
      const near = (x: number, list: readonly number[]): boolean => list.some((y) => Math.abs(x - y) < 0.6);
      structure.breaks += there.length;
      structure.met += there.filter((x) => near(x, found)).length;
      structure.wrong += found.filter((x) => !near(x, there)).length;
    }
    const mt = await timed(rows['music-tempo'], () => new MusicTempo(samples));
    put(rows['music-tempo'], mt ? Number(mt.tempo) : undefined, mt?.beats ?? []);
    const [best] = (await timed(rows['realtime-bpm-analyzer'], () => analyzeFullBuffer(buffer))) ?? [];
    put(rows['realtime-bpm-analyzer'], best?.tempo, undefined);
    const wa = await timed(rows['web-audio-beat-detector'], () =>
      guess(buffer, { minTempo: 60, maxTempo: 240 }),
    );
    const grid =
      wa &&
      Array.from(
        { length: Math.floor(((buffer.duration - wa.offset) * wa.bpm) / 60) },
        (_, i) => wa.offset + (i * 60) / wa.bpm,
      );
    put(rows['web-audio-beat-detector'], wa?.bpm, grid ?? []);
  }
  return { rows, structure, n };
}
/** A loop of whole bars, gone round until it is heard: its length says its tempo but for the octave. */
async function loop(base64: string) {
  const bytes = Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));
  const context = new OfflineAudioContext(1, RATE, RATE);
  const one = (await context.decodeAudioData(bytes.buffer)).getChannelData(0);
  const times = Math.max(1, Math.ceil((25 * RATE) / one.length));
  const samples = new Float32Array(one.length * times);
  for (let i = 0; i < times; i++) samples.set(one, i * one.length);
  const heard = listen(samples, RATE);
  return { seconds: one.length / RATE, bpm: heard?.bpm, bar: heard?.map.bar, swing: heard?.map.swing };
}
Object.assign(globalThis, { measure, loop });
