/* Takes one picture of each main view from the demo data, against a server already built. */
import { spawn } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { chromium } from '@playwright/test';
import { launchOptions } from './chromium.mjs';

const PORT = '4179';
const out = process.argv[2] ?? 'docs/screenshots';
const only = process.argv[3];
mkdirSync(out, { recursive: true });
const base = `http://127.0.0.1:${PORT}`;
const server = spawn(process.execPath, ['scripts/serve.mjs'], {
  env: { ...process.env, HOST: '127.0.0.1', PORT, ORIGIN: base },
  stdio: 'inherit',
});
const VIEWS = [
  { name: 'figures', path: '/figures' },
  { name: 'figure-desk', path: '/figures/demo-push-turn', act: select },
  { name: 'figure-desk-phone', path: '/figures/demo-push-turn', phone: true },
  { name: 'arms-route', path: '/arms', act: route },
  { name: 'vary', path: '/figures/demo-push', act: vary },
  { name: 'versions', path: '/figures/demo-free-spin/versions' },
  { name: 'tree', path: '/figures', act: tree },
  { name: 'combinations', path: '/combinations' },
  { name: 'board', path: '/combinations/demo-combination-blues', act: (p) => part(p, 'Push with a turn') },
  { name: 'compose', path: '/combinations/demo-combination-break', act: compose, dark: true },
  { name: 'song', path: '/songs/demo-song-lamp', act: song },
  {
    name: 'floor',
    path: '/floor/run?combination=demo-combination-blues&music=demo-song-blues&times=2',
    act: floor,
  },
  { name: 'classes', path: '/classes', act: month },
  { name: 'class', path: '/classes/demo-class-swing', act: unit },
  { name: 'run-phone', path: '/classes/demo-class-swing', act: run, phone: true },
  { name: 'room', path: '/rooms/demo-room-net-loft?class=demo-class-swing', act: couples },
  { name: 'log', path: '/log', act: look },
  { name: 'due', path: '/due' },
  { name: 'recap', path: '/recaps/demo-recap-swing' },
];
async function select(page) {
  await page.getByRole('button', { name: /Follower 3&/ }).focus();
  await page.getByRole('button', { name: /Follower 3&/ }).click();
}
async function vary(page) {
  await page.getByRole('button', { name: 'Vary', exact: true }).click();
  await page.getByRole('tab', { name: 'Turn', exact: true }).click();
  await page.getByRole('group', { name: 'Counts' }).getByRole('button', { name: '3–4' }).click();
  await page.getByRole('group', { name: 'Whose part' }).getByRole('button', { name: 'the follower' }).click();
  await page.locator('.look').filter({ hasText: 'One turn right' }).click();
}
async function song(page) {
  await page.waitForFunction(
    () => document.querySelector('button.play')?.disabled === false && document.querySelector('.wave'),
  );
  await page.locator('[data-beat="32"]').click();
  await page.waitForTimeout(600);
}
async function floor(page) {
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await page.waitForTimeout(9000);
}
async function part(page, name) {
  await page.getByRole('button', { name: new RegExp(`^${name}, `) }).click();
}
async function month(page) {
  await page.getByRole('button', { name: 'month', exact: true }).click();
  await page.locator('.ec-event').first().waitFor();
}
async function unit(page) {
  await page.getByRole('region', { name: 'Push with a turn' }).getByRole('button', { name: /^3–4/ }).click();
}
async function run(page) {
  await page.getByRole('button', { name: 'Run' }).click();
  await page.getByRole('heading', { name: 'Arrive' }).waitFor();
  for (let i = 0; i < 5; i++) {
    await page.locator('button.next').click();
    await page.waitForTimeout(250);
  }
  await page.getByRole('button', { name: 'good', exact: true }).click();
}
async function couples(page) {
  await page.getByRole('spinbutton', { name: 'couples' }).fill('14');
  await page.keyboard.press('Tab');
  await page.waitForTimeout(1200);
}
async function look(page) {
  await page.getByRole('button', { name: 'At a look' }).click();
  await page.waitForTimeout(1800);
}
async function compose(page) {
  await page.locator('[data-part]').first().waitFor();
  await page.keyboard.press('n');
  await page.getByText(/ exist$/).waitFor();
}
async function tree(page) {
  await page.getByRole('group', { name: 'Shown as' }).getByRole('button', { name: 'Tree' }).click();
}
async function route(page) {
  await page.getByRole('list', { name: 'Holds' }).getByText('Hammerlock, follower’s left arm').click();
}
async function ready() {
  for (let i = 0; i < 80; i++) {
    if (
      await fetch(base).then(
        (r) => r.ok,
        () => false,
      )
    )
      return;
    await new Promise((r) => setTimeout(r, 125));
  }
  throw new Error('The server does not answer.');
}
try {
  await ready();
  const browser = await chromium.launch(launchOptions);
  for (const v of VIEWS) {
    if (only && !v.name.includes(only)) continue;
    const page = await browser.newPage({
      viewport: v.phone ? { width: 390, height: 844 } : { width: 1280, height: 800 },
      colorScheme: v.dark ? 'dark' : 'light',
      hasTouch: !!v.phone,
    });
    page.on('pageerror', (e) => console.error(v.name, e.message));
    page.on('console', (m) => m.type() === 'error' && console.error(v.name, m.text()));
    await page.goto(base + v.path);
    await page.getByText('Opening …').waitFor({ state: 'detached' });
    await page.waitForTimeout(900);
    if (v.act) await v.act(page);
    if (v.print) {
      await page.evaluate(() => dispatchEvent(new Event('beforeprint')));
      await page.emulateMedia({ media: 'print' });
    }
    await page.waitForTimeout(500);
    await page.screenshot({ path: `${out}/${v.name}.png`, fullPage: !!v.print });
    await page.close();
  }
  await browser.close();
} finally {
  server.kill();
}
