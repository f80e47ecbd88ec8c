/* Prints the project's speed: the core in Node, the screens in Chromium. Numbers only; nothing here fails on time. */
import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync, statSync } from 'node:fs';
import { pathToFileURL } from 'node:url';
import { launchOptions } from './chromium.mjs';
import { build, install, installChromium, root } from './lib.mjs';

install();
installChromium();
build();
const { rolldown } = await import('rolldown');
const { chromium } = await import('@playwright/test');

const rows = [];
const report = (what, value, aim) => {
  rows.push({ what, measured: value, aim });
  process.stdout.write(`${what.padEnd(58)} ${value.padStart(12)}   aim ${aim}\n`);
};
const quantile = (values, q) =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * q))] ?? NaN;
const ms = (x) => `${x.toFixed(2)} ms`;

/** Bundles the core as the server has it and loads it. */
async function loadCore() {
  mkdirSync('.verify', { recursive: true });
  const bundle = await rolldown({
    input: 'scripts/bench-core.ts',
    resolve: { alias: { $lib: `${root}/src/lib` } },
    platform: 'node',
    logLevel: 'silent',
  });
  await bundle.write({ file: '.verify/bench-core.mjs', format: 'esm' });
  return import(pathToFileURL('.verify/bench-core.mjs').href);
}

function time(work, runs, before = 600) {
  for (let i = 0; i < before; i++) work();
  const times = Array.from({ length: runs }, () => {
    const from = performance.now();
    work();
    return performance.now() - from;
  });
  return { median: quantile(times, 0.5), p95: quantile(times, 0.95) };
}

async function core() {
  const { analyse, check, fixesFor, parse, long, medium, wrong, ...armsCore } = await loadCore();
  const both = (f) => time(() => check(analyse(f)), 1000);
  const sixteen = both(medium);
  report('analyse and check a 16-count figure, median', ms(sixteen.median), '1 ms');
  report('analyse and check a 16-count figure, p95', ms(sixteen.p95), '—');
  report('parse alone, 16 counts, median', ms(time(() => parse(medium.lines), 400).median), '—');
  const big = both(long);
  report('analyse and check a 128-beat figure, median', ms(big.median), '8 ms');
  const a = analyse(wrong);
  const f = check(a)[0];
  report('try the mends of a finding, median', ms(time(() => fixesFor(a, f, 3), 200).median), '—');
  arms(armsCore);
  varying({ analyse, ...armsCore });
}

function varying({
  analyse,
  consequence,
  offersFor,
  repairs,
  GROUPS,
  mostLike,
  repertoire,
  offFoot,
  ...more
}) {
  const off = analyse(offFoot);
  const few = (work) => time(work, 60, 10);
  const mends = few(() => repairs(off, 'follower', off.start, off.end, 'R'));
  report('all repairs of an eight-beat window, median', ms(mends.median), '20 ms');
  report('all repairs of an eight-beat window, p95', ms(mends.p95), '—');
  const all = repertoire(5000);
  const one = all[17];
  const like = few(() => mostLike(one, all, 8));
  report('likeness of one figure against 5,000, explained, median', ms(like.median), '100 ms');
  report('likeness of one figure against 5,000, p95', ms(like.p95), '—');
  const push = more.demoFigures.find((f) => f.id === 'demo-push-turn');
  const a = analyse(push);
  for (const group of GROUPS) {
    const from = performance.now();
    let n = 0;
    for (const o of offersFor(a, { group, from: 24, to: 48, whose: 'follower' })) {
      n++;
      if (o.made.ok) consequence(a, analyse(o.made.value.result));
    }
    report(`${n} offers (${group}) with what they bring, once`, ms(performance.now() - from), '—');
  }
  const parent = more.demoFigures.find((f) => f.id === 'demo-push');
  const change = more.changeBetween(parent, push);
  report(
    'a version grown on its parent, median',
    ms(few(() => more.applyChange(change, parent)).median),
    '—',
  );
}

function arms({ graph, plansFor, routes, stateOfHold }) {
  const from = performance.now();
  const { states } = graph();
  report(`all ${states.length} states of the arms and their moves, once`, ms(performance.now() - from), '—');
  const turns = [180, -180, 360, -360, 540];
  let i = 0;
  const plans = time(() => {
    i++;
    plansFor(states[(i * 37) % states.length], { leader: 0, follower: turns[i % turns.length] });
  }, 2000);
  report('all plans for a turn, median', ms(plans.median), '0.2 ms');
  report('all plans for a turn, p95', ms(plans.p95), '—');
  const two = stateOfHold('two-hand');
  report(
    'all plans, both turning, 2½ and ½ turns, median',
    ms(time(() => plansFor(two, { leader: 180, follower: 900 }), 500).median),
    '—',
  );
  const way = (limits) =>
    time(() => {
      i++;
      routes(states[(i * 37) % states.length], states[(i * 91 + 5) % states.length], limits);
    }, 600);
  const free = way({});
  report('routes between two states, median', ms(free.median), '5 ms');
  report('routes between two states, p95', ms(free.p95), '—');
  report('routes with at most six half turns, median', ms(way({ mostHalfTurns: 6 }).median), '5 ms');
  report('routes, both hands kept, median', ms(way({ keepHands: true }).median), '5 ms');
}

const PORT = '4181';
const base = `http://127.0.0.1:${PORT}`;

/** Notes, for every key, the time until the frame after it has been made ready. */
const watchKeys = () => {
  window.__times = [];
  const note = () => {
    const from = performance.now();
    requestAnimationFrame(() => {
      const channel = new MessageChannel();
      channel.port1.onmessage = () => window.__times.push(performance.now() - from);
      channel.port2.postMessage(0);
    });
  };
  addEventListener('keydown', note, true);
};

async function typeAndTime(page) {
  await page.evaluate(watchKeys);
  for (const word of [' 7 fwd', ' 8 side', ' 9 place', ' & back', ' 10 close', ' 11 fwd r1/4', ' 12 fwd']) {
    await page.keyboard.type(word, { delay: 100 });
  }
  return page.evaluate(() => window.__times);
}

async function typing(page) {
  await page.setContent('<textarea></textarea>');
  await page.locator('textarea').click();
  const blank = await typeAndTime(page);
  await page.goto(`${base}/figures/demo-push-turn`);
  await page.locator('.cm-content').waitFor();
  await page.locator('.cm-line').nth(1).click();
  await page.keyboard.press('End');
  const client = await page.context().newCDPSession(page);
  await client.send('Performance.enable');
  const busy = async () => {
    const { metrics } = await client.send('Performance.getMetrics');
    return metrics
      .filter((m) => /^(Script|Layout|RecalcStyle)Duration$/.test(m.name))
      .reduce((t, m) => t + m.value * 1000, 0);
  };
  const before = await busy();
  const times = await typeAndTime(page);
  report('a keystroke’s script, style and layout, mean', ms(((await busy()) - before) / times.length), '—');
  report(
    `keystroke (ten a second) to everything redrawn, p50 of ${times.length}`,
    ms(quantile(times, 0.5)),
    '—',
  );
  report('keystroke to everything redrawn, p95', ms(quantile(times, 0.95)), '30 ms');
  report('the same in an empty text area on this machine, p50', ms(quantile(blank, 0.5)), '—');
  report('the same in an empty text area on this machine, p95', ms(quantile(blank, 0.95)), '—');
}

async function animation(page) {
  await page.goto(`${base}/figures/demo-push-turn`);
  await page.locator('.cm-content').waitFor();
  await page.waitForTimeout(1500);
  const client = await page.context().newCDPSession(page);
  await client.send('Performance.enable');
  const read = async () =>
    Object.fromEntries((await client.send('Performance.getMetrics')).metrics.map((m) => [m.name, m.value]));
  await page.evaluate(() => {
    window.__frames = 0;
    const tick = () => (window.__frames++, requestAnimationFrame(tick));
    requestAnimationFrame(tick);
  });
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await page.waitForTimeout(500);
  const [before, from] = [await read(), await page.evaluate(() => window.__frames)];
  await page.waitForTimeout(3000);
  const [after, to] = [await read(), await page.evaluate(() => window.__frames)];
  report(
    `animation: script a frame, mean of ${to - from} frames`,
    ms(((after.ScriptDuration - before.ScriptDuration) * 1000) / (to - from)),
    '4 ms',
  );
}

async function list(page) {
  await page.goto(`${base}/figures`);
  await page.getByText('in the repertoire').waitFor();
  await page.evaluate(
    () =>
      new Promise((resolve) => {
        const request = indexedDB.open('brisk-partner');
        request.onsuccess = () => {
          const t = request.result.transaction('figures', 'readwrite');
          const store = t.objectStore('figures');
          const all = store.getAll();
          all.onsuccess = () => {
            for (let i = 0; i < 5000 - all.result.length; i++) {
              const row = all.result[i % all.result.length];
              const id = `bench-${i}`;
              store.put({ ...row, id, figure: { ...row.figure, id, name: `${row.figure.name} ${i}` } });
            }
          };
          t.oncomplete = () => (request.result.close(), resolve(undefined));
        };
      }),
  );
  const opens = [];
  for (let i = 0; i < 5; i++) {
    await page.goto(`${base}/data`);
    await page.getByText('5000 figures').waitFor();
    opens.push(
      await page.evaluate(
        () =>
          new Promise((resolve) => {
            const from = performance.now();
            const watch = new MutationObserver(() => {
              if (!document.querySelector('.list li')) return;
              watch.disconnect();
              requestAnimationFrame(() => setTimeout(() => resolve(performance.now() - from)));
            });
            watch.observe(document.body, { childList: true, subtree: true });
            document.querySelector('nav a[href="/figures"]').click();
          }),
      ),
    );
  }
  report('5,000 figures: list open, median of 5', ms(quantile(opens, 0.5)), '300 ms');
  const search = (words) =>
    page.evaluate(
      (w) =>
        new Promise((resolve) => {
          const input = document.querySelector('input[type=search]');
          const from = performance.now();
          input.value = w;
          input.dispatchEvent(new Event('input', { bubbles: true }));
          requestAnimationFrame(() => setTimeout(() => resolve(performance.now() - from)));
        }),
      words,
    );
  await page.getByText('5000 in the repertoire').waitFor();
  report('5,000 figures: first search', ms(await search('p')), '—');
  await page.waitForTimeout(1500);
  const times = [];
  for (const w of [
    'pu',
    'pus',
    'push',
    'push tu',
    'waltz',
    'natural',
    'basic',
    'salsa basic',
    'charlston',
    'kick',
  ])
    times.push(await search(w));
  report('5,000 figures: search, p95', ms(quantile(times, 0.95)), '30 ms');
}

async function weight(page) {
  const files = new Set();
  page.on('response', (r) => r.url().endsWith('.js') && files.add(new URL(r.url()).pathname));
  await page.goto(`${base}/figures/demo-push-turn`);
  await page.locator('.mark').first().waitFor();
  const sizes = [...files].map((path) => {
    const file = `build/client${path}`;
    const text = readFileSync(file, 'utf8');
    return { path, size: statSync(`${file}.gz`).size, editor: text.includes('cm-content') };
  });
  const kb = (list) => list.reduce((n, f) => n + f.size, 0) / 1024;
  report(
    'figure desk, first-load JavaScript without the editor, gzip',
    `${kb(sizes.filter((f) => !f.editor)).toFixed(1)} KB`,
    '180 KB',
  );
  report('the editor, gzip', `${kb(sizes.filter((f) => f.editor)).toFixed(1)} KB`, '—');
}

/** `npm run bench -- typing list` runs those parts only. */
const wanted = process.argv.slice(2);
const chosen = (part) => wanted.length === 0 || wanted.includes(part.name);

if (chosen(core)) await core();
const server = spawn(process.execPath, ['build'], {
  env: { ...process.env, HOST: '127.0.0.1', PORT, ORIGIN: base },
  stdio: 'ignore',
});
try {
  await new Promise((r) => setTimeout(r, 1500));
  const browser = await chromium.launch(launchOptions);
  for (const part of [weight, typing, animation, list].filter(chosen)) {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    await part(await context.newPage());
    await context.close();
  }
  await browser.close();
} finally {
  server.kill();
}
