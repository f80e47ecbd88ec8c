/**
 * Makes the recordings the stand-in for a speech recogniser listens to, once: espeak-ng speaks each word, opusenc packs
 * them as one, and the table beside them says when each is heard. Committed under static/voice/said; run again only to
 * change a sentence. Needs the Debian packages espeak-ng and opus-tools. Usage: node scripts/said.mjs
 */
import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { RATE, samplesOf, trimmed, wavOf } from './wav.mjs';

const VOICE = ['-v', 'en-gb', '-p', '45', '-s', '170'];
/** Between words, seconds. */
const GAP = 0.12;
/** What is said where the recogniser hears something else: it hears `replays`, the voice says `replace`. */
const SAID = { replays: 'replace', to: 'two' };

const sentences = JSON.parse(readFileSync('src/lib/core/breakdown/said.json', 'utf8'));
const work = mkdtempSync(join(tmpdir(), 'said-'));
mkdirSync('static/voice/said', { recursive: true });
const table = sentences.map(({ words }, k) => {
  const parts = [];
  const at = [];
  let n = 0;
  for (const word of words.split(' ')) {
    const wav = join(work, 'word.wav');
    execFileSync('espeak-ng', [...VOICE, '-w', wav, SAID[word] ?? word]);
    const samples = trimmed(samplesOf(readFileSync(wav)));
    at.push(Math.round((n / RATE) * 100) / 100);
    parts.push(...samples, ...new Float32Array(Math.round(GAP * RATE)));
    n += samples.length + Math.round(GAP * RATE);
  }
  const wav = join(work, 'all.wav');
  writeFileSync(wav, wavOf(Float32Array.from(parts)));
  const out = `static/voice/said/${k + 1}.opus`;
  execFileSync('opusenc', ['--quiet', '--bitrate', '16', '--discard-comments', '--serial', '1', wav, out]);
  console.log(out, statSync(out).size, 'bytes', (n / RATE).toFixed(1), 's');
  return at;
});
writeFileSync('src/lib/core/breakdown/said-times.json', `${JSON.stringify(table)}\n`);
rmSync(work, { recursive: true });
