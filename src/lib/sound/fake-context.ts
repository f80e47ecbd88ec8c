/** What was begun on a {@link FakeContext}. */
export interface Begun {
  readonly at: number;
  readonly seconds: number;
  stopped: number | undefined;
}

const param = () => ({
  value: 1,
  setTargetAtTime: () => {},
  setValueAtTime: () => {},
  linearRampToValueAtTime: () => {},
  cancelScheduledValues: () => {},
});

/** A stand-in for a device that sounds, with a clock that is set by hand and as late as is said. For tests. */
export class FakeContext {
  currentTime = 0;
  readonly sampleRate = 48_000;
  readonly state = 'running';
  readonly begun: Begun[] = [];
  /** How long every clip is. */
  readonly clip = 0.5;
  readonly destination = {};
  constructor(
    readonly baseLatency = 0.01,
    readonly outputLatency = 0.02,
  ) {}

  async resume(): Promise<void> {}
  async close(): Promise<void> {}
  async decodeAudioData() {
    return { duration: this.clip };
  }
  createGain() {
    return { gain: param(), connect: (to: unknown) => to, disconnect: () => {} };
  }
  createStereoPanner() {
    return { pan: param(), connect: (to: unknown) => to };
  }
  createDynamicsCompressor() {
    return { connect: (to: unknown) => to };
  }
  createBuffer(_: number, length: number, rate: number) {
    return { length, duration: length / rate, sampleRate: rate, copyToChannel: () => {} };
  }
  createBufferSource() {
    const { begun } = this;
    let one: Begun | undefined;
    return {
      buffer: undefined as { duration: number } | undefined,
      onended: () => {},
      connect: (to: unknown) => to,
      disconnect: () => {},
      start(at: number) {
        one = { at, seconds: this.buffer?.duration ?? 0, stopped: undefined };
        begun.push(one);
      },
      stop: (at = 0) => {
        if (one) one.stopped = at;
      },
    };
  }
  /** As the browser's own. */
  get asContext(): AudioContext {
    return this as unknown as AudioContext;
  }
}
