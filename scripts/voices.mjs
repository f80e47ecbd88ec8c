/**
 * Makes the clips of the counted voice, once: espeak-ng speaks, opusenc packs. They are committed under static/voice; run
 * again only to change a word. Needs the Debian packages espeak-ng and opus-tools.
 * Usage: node scripts/voices.mjs
 */
import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { QUIET, RATE, samplesOf, trimmed, wavOf } from './wav.mjs';

/** What is spoken, by the name of its clip. */
const WORDS = JSON.parse(readFileSync('src/lib/core/practice/words.json', 'utf8'));
const VOICES = {
  low: ['-v', 'en-gb', '-p', '38', '-s', '150'],
  high: ['-v', 'en-us+f3', '-p', '60', '-s', '150'],
};
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

function levelled(s) {
  const sounding = s.filter((x) => Math.abs(x) > QUIET);
  const loud = Math.sqrt(sounding.reduce((t, x) => t + x * x, 0) / Math.max(1, sounding.length));
  return s.map((x) => Math.max(-0.95, Math.min(0.95, (x * LOUD) / loud)));
}
