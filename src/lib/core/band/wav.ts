import type { Samples } from './voices';

/**
 * A WAV file of 16 bits (RIFF, PCM). Samples beyond ±1 are cut off.
 * @example wavOf([new Float32Array(8)], 44100).length // 60
 */
export function wavOf(channels: readonly Samples[], rate: number): Uint8Array<ArrayBuffer> {
  const frames = channels[0]?.length ?? 0;
  const data = frames * channels.length * 2;
  const bytes = new Uint8Array(44 + data);
  const view = new DataView(bytes.buffer);
  const word = (at: number, s: string): void =>
    [...s].forEach((c, i) => view.setUint8(at + i, c.charCodeAt(0)));
  word(0, 'RIFF');
  view.setUint32(4, 36 + data, true);
  word(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, channels.length, true);
  view.setUint32(24, rate, true);
  view.setUint32(28, rate * channels.length * 2, true);
  view.setUint16(32, channels.length * 2, true);
  view.setUint16(34, 16, true);
  word(36, 'data');
  view.setUint32(40, data, true);
  let at = 44;
  for (let i = 0; i < frames; i++)
    for (const c of channels) {
      view.setInt16(at, Math.round(32767 * Math.max(-1, Math.min(1, c[i] ?? 0))), true);
      at += 2;
    }
  return bytes;
}
