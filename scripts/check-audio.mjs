/*
 * Our hearing on music nobody here made: a Debian package of freely licensed loops, whose lengths are whole bars and so
 * say their tempo but for the octave; and the pieces that come with a drum machine, which renders them and says their
 * tempo. Installs the packages where they are missing; nothing of them is shipped.
 * Usage: npm run check:audio
 */
import { execFileSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { musicPage } from './bench-music.mjs';
import { launchOptions } from './chromium.mjs';

const PACKAGE = 'sonic-pi-samples';
const SAMPLES = '/usr/share/sonic-pi/samples';
if (!existsSync(SAMPLES)) execFileSync('apt-get', ['install', '-y', PACKAGE], { stdio: 'inherit' });
/** A drone has no beats. */
const loops = readdirSync(SAMPLES).filter((f) => /^loop_.*\.flac$/.test(f) && !f.includes('drone'));
const { page, close } = await musicPage(chromium, launchOptions);
let right = 0;
for (const file of loops) {
  const base64 = readFileSync(`${SAMPLES}/${file}`).toString('base64');
  const { seconds, bpm, bar, swing } = await page.evaluate((b) => globalThis.loop(b), base64);
  const could = [2, 4, 8, 16, 32, 64].map((n) => (60 * n) / seconds).filter((t) => t >= 50 && t <= 270);
  const ok = bpm !== undefined && could.some((t) => Math.abs(bpm / t - 1) <= 0.04);
  right += Number(ok);
  const says = bpm === undefined ? 'no pulse' : `${bpm.toFixed(1)} a minute, bars of ${bar}, swing ${swing}`;
  console.log(
    `${ok ? 'right' : 'WRONG'}  ${file.padEnd(28)} ${says}; could be ${could.map((t) => t.toFixed(1)).join(', ')}`,
  );
}
console.log(`${right} of ${loops.length} loops within 4 %\n`);

const PIECES = '/usr/share/hydrogen/data/demo_songs';
if (!existsSync(PIECES))
  execFileSync('apt-get', ['install', '-y', '--no-install-recommends', 'hydrogen', 'hydrogen-data'], {
    stdio: 'inherit',
  });
const work = mkdtempSync(join(tmpdir(), 'pieces-'));
const found = { right: 0, octave: 0 };
const pieces = readdirSync(PIECES).filter((f) => f.includes('kit'));
for (const file of pieces) {
  const truth = Number(/<bpm>([\d.]+)/.exec(readFileSync(join(PIECES, file), 'utf8'))?.[1]);
  const wav = join(work, 'piece.wav');
  execFileSync('h2cli', ['-s', join(PIECES, file), '-o', wav, '-d', 'fake'], {
    env: { ...process.env, QT_QPA_PLATFORM: 'offscreen' },
    stdio: 'ignore',
  });
  const { bpm = 0, bar } = await page.evaluate(
    (b) => globalThis.loop(b),
    readFileSync(wav).toString('base64'),
  );
  const near = (t) => Math.abs(bpm / t - 1) <= 0.04;
  const verdict = near(truth) ? 'right' : near(truth / 2) || near(truth * 2) ? 'octave' : 'WRONG';
  if (verdict !== 'WRONG') found[verdict]++;
  console.log(
    `${verdict.padEnd(6)} ${file.padEnd(28)} ${bpm.toFixed(1)} a minute, bars of ${bar}; it is ${truth}`,
  );
}
rmSync(work, { recursive: true });
console.log(
  `${found.right} of ${pieces.length} pieces within 4 %, ${found.octave} half or twice as fast as they are written`,
);
await close();
