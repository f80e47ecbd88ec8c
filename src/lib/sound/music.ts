import type { Pass } from '$lib/core/practice';
import stretchUrl from 'signalsmith-stretch?url';

/** Seams are crossed over this long: too short to hear, long enough not to click. */
const SEAM = 0.006;

/** Music that is played pass by pass: from somewhere, at a speed, from a time of the output on. */
export interface MusicPlayer {
  /** Plays a pass; what was to come after its start is forgotten. */
  readonly play: (pass: Pass) => void;
  readonly stop: (when: number) => void;
  readonly close: () => void;
}

/** At its own tempo: sources begun at exact samples, crossed over at the seam. */
export function plainMusic(context: BaseAudioContext, buffer: AudioBuffer, out: AudioNode): MusicPlayer {
  let playing: { readonly source: AudioBufferSourceNode; readonly gain: GainNode }[] = [];
  return {
    play: ({ start, from, to }) => {
      const source = context.createBufferSource();
      const gain = context.createGain();
      source.buffer = buffer;
      source.connect(gain).connect(out);
      // Before its beginning there is silence.
      const begin = Math.max(start - Math.min(0, from), context.currentTime);
      const offset = from + (begin - start);
      const end = start + (to - from);
      gain.gain.setValueAtTime(0, begin);
      gain.gain.linearRampToValueAtTime(1, begin + SEAM);
      gain.gain.setValueAtTime(1, end);
      gain.gain.linearRampToValueAtTime(0, end + SEAM);
      source.start(begin, Math.max(0, offset), to - offset + 2 * SEAM);
      source.onended = () => {
        playing = playing.filter((p) => p.source !== source);
        gain.disconnect();
      };
      playing.push({ source, gain });
    },
    stop: (when) => {
      for (const { source, gain } of playing) {
        gain.gain.cancelScheduledValues(when);
        gain.gain.setTargetAtTime(0, when, SEAM / 3);
        source.stop(when + 3 * SEAM);
      }
    },
    close: () => playing.forEach((p) => p.source.disconnect()),
  };
}

/** The stretcher's node, as far as it is used. Its package says what the methods do. */
interface StretchNode extends AudioWorkletNode {
  addBuffers(channels: readonly Float32Array[]): Promise<number>;
  dropBuffers(): void;
  schedule(change: { output: number; active?: boolean; input?: number; rate?: number }): void;
}
type MakeStretch = ((
  context: BaseAudioContext,
  options?: AudioWorkletNodeOptions,
) => Promise<StretchNode>) & {
  moduleUrl?: string;
};

/** At any tempo, at its own pitch. Loads the stretcher when it is first wanted. */
export async function stretchedMusic(
  context: BaseAudioContext,
  buffer: AudioBuffer,
  out: AudioNode,
): Promise<MusicPlayer> {
  const { default: make } = (await import('signalsmith-stretch')) as unknown as { default: MakeStretch };
  make.moduleUrl = stretchUrl;
  const node = await make(context, {
    numberOfInputs: 0,
    numberOfOutputs: 1,
    outputChannelCount: [buffer.numberOfChannels],
  });
  const channels = Array.from({ length: buffer.numberOfChannels }, (_, c) =>
    buffer.getChannelData(c).slice(),
  );
  await node.addBuffers(channels);
  node.connect(out);
  return {
    play: ({ start, from, speed }) =>
      node.schedule({ output: start, active: true, input: from, rate: speed }),
    stop: (when) => node.schedule({ output: when, active: false }),
    close: () => {
      node.dropBuffers();
      node.disconnect();
    },
  };
}
