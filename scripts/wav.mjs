/* Speech as espeak-ng writes it and opusenc reads it: WAV, one channel, 16 bits. Samples are from -1 to 1. */
export const RATE = 22_050;
/** Quieter than this is not speech; a word begins and ends there. */
export const QUIET = 0.02;

export function samplesOf(bytes) {
  const data = bytes.indexOf('data') + 8;
  return Float32Array.from(
    { length: Math.floor((bytes.length - data) / 2) },
    (_, i) => bytes.readInt16LE(data + 2 * i) / 32768,
  );
}

/** A word without the silence around it: its beat falls where it becomes loud. */
export function trimmed(s) {
  const from = s.findIndex((x) => Math.abs(x) > QUIET);
  const to = s.findLastIndex((x) => Math.abs(x) > QUIET);
  const cut = s.slice(Math.max(0, from - 40), to + 200);
  for (let i = 0; i < 200 && i < cut.length; i++) cut[cut.length - 1 - i] *= i / 200;
  return cut;
}

export function wavOf(s) {
  const out = Buffer.alloc(44 + 2 * s.length);
  out.write('RIFF', 0);
  out.writeUInt32LE(36 + 2 * s.length, 4);
  out.write('WAVEfmt ', 8);
  out.writeUInt32LE(16, 16);
  out.writeUInt16LE(1, 20);
  out.writeUInt16LE(1, 22);
  out.writeUInt32LE(RATE, 24);
  out.writeUInt32LE(2 * RATE, 28);
  out.writeUInt16LE(2, 32);
  out.writeUInt16LE(16, 34);
  out.write('data', 36);
  out.writeUInt32LE(2 * s.length, 40);
  s.forEach((x, i) => out.writeInt16LE(Math.round(x * 32767), 44 + 2 * i));
  return out;
}
