declare module 'music-tempo' {
  /** Tempo and beats of one channel at 44,100 samples a second. */
  export default class MusicTempo {
    constructor(samples: Float32Array);
    readonly tempo: string;
    readonly beats: number[];
  }
}
