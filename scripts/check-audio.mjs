/*
 * Our hearing on loops nobody here made: a Debian package of freely licensed samples, whose lengths are whole bars and so
 * say their tempo but for the octave. Installs the package where it is missing; nothing of it is shipped.
 * Usage: npm run check:audio
 */
import { execFileSync } from 'node:child_process';
import { existsSync, readFileSync, readdirSync } from 'node:fs';
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
console.log(`${right} of ${loops.length} within 4 %`);
await close();
