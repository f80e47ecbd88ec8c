/* Draws the icons of the installed application from the drawing of the favicon. */
import { chromium } from '@playwright/test';
import { launchOptions } from './chromium.mjs';

/** Two arms that cross, as on the favicon. `inset`: the share of the side kept free around the drawing. */
const icon = (size, inset, round) => {
  const scale = (size * (1 - 2 * inset)) / 32;
  const arm = (d, colour) =>
    `<path d="${d}" fill="none" stroke="${colour}" stroke-width="3.4" stroke-linecap="round"/>`;
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${size}" height="${size}"><rect width="${size}" height="${size}" rx="${round ? size * 0.2 : 0}" fill="#1f2b29"/><g transform="translate(${size * inset} ${size * inset}) scale(${scale})">${arm('M4 11c8 0 8 10 16 10h8', '#7f8ce0')}${arm('M4 21c8 0 8-10 16-10h8', '#d98ac0')}</g></svg>`;
};

const browser = await chromium.launch(launchOptions);
for (const [name, size, inset, round] of [
  ['icon-192', 192, 0, true],
  ['icon-512', 512, 0, true],
  ['icon-maskable-512', 512, 0.18, false],
]) {
  const page = await browser.newPage({ viewport: { width: size, height: size } });
  await page.setContent(`<style>body{margin:0;background:transparent}</style>${icon(size, inset, round)}`);
  await page.screenshot({ path: `static/${name}.png`, omitBackground: true });
  await page.close();
}
await browser.close();
