/**
 * Makes the clips of the counted voice, once: espeak-ng speaks, opusenc packs. They are committed under static/voice; run
 * again only to change a word. Needs the Debian packages espeak-ng and opus-tools.
 * Usage: node scripts/voices.mjs
 */
import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** What is spoken, by the name of its clip. */
const WORDS = JSON.parse(readFileSync('src/lib/core/practice/words.json', 'utf8'));
const VOICES = {
  low: ['-v', 'en-gb', '-p', '38', '-s', '150'],
  high: ['-v', 'en-us+f3', '-p', '60', '-s', '150'],
};
const RATE = 22_050;
/** Quieter than this is not speech; a word begins and ends there. */
const QUIET = 0.02;
/** All words are as loud as this, on average over where they sound. */
const LOUD = 0.16;

const work = mkdtempSync(join(tmpdir(), 'voices-'));
const table = {};
for (const [voice, options] of Object.entries(VOICES)) {
  const dir = join('static', 'voice', voice);
  mkdirSync(dir, { recursive: true });
  for (const [name, says] of Object.entries(WORDS)) {
    const wav = join(work, 'word.wav');
    execFileSync('espeak-ng', [...options, '-w', wav, says]);
    const word = levelled(trimmed(samplesOf(readFileSync(wav))));
    writeFileSync(wav, wavOf(word));
    const out = join(dir, `${name}.opus`);
    execFileSync('opusenc', ['--quiet', '--bitrate', '20', '--discard-comments', '--serial', '1', wav, out]);
    table[`${voice}/${name}`] = { bytes: statSync(out).size, seconds: word.length / RATE };
  }
}
rmSync(work, { recursive: true });
const all = Object.values(table);
console.log(
  `${all.length} clips, ${Math.round(all.reduce((s, c) => s + c.bytes, 0) / 1024)} kB; the longest ${Math.max(...all.map((c) => c.seconds)).toFixed(2)} s`,
);

function samplesOf(bytes) {
  const data = bytes.indexOf('data') + 8;
  return Float32Array.from(
    { length: Math.floor((bytes.length - data) / 2) },
    (_, i) => bytes.readInt16LE(data + 2 * i) / 32768,
  );
}
/** A word without the silence around it: its beat falls where it becomes loud. */
function trimmed(s) {
  const from = s.findIndex((x) => Math.abs(x) > QUIET);
  const to = s.findLastIndex((x) => Math.abs(x) > QUIET);
  const cut = s.slice(Math.max(0, from - 40), to + 200);
  for (let i = 0; i < 200 && i < cut.length; i++) cut[cut.length - 1 - i] *= i / 200;
  return cut;
}
function levelled(s) {
  const sounding = s.filter((x) => Math.abs(x) > QUIET);
  const loud = Math.sqrt(sounding.reduce((t, x) => t + x * x, 0) / Math.max(1, sounding.length));
  return s.map((x) => Math.max(-0.95, Math.min(0.95, (x * LOUD) / loud)));
}
function wavOf(s) {
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
