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
  const taught = armsCore.demoFigures.find((f) => f.id === 'demo-wrap-hammerlock');
  const sixteen = both(taught);
  report('analyse and check a taught 16-count figure, median', ms(sixteen.median), '1 ms');
  report('analyse and check a taught 16-count figure, p95', ms(sixteen.p95), '—');
  report('the same with 16 counts of no figure, median', ms(both(medium).median), '1 ms');
  report('parse alone, 16 counts, median', ms(time(() => parse(medium.lines), 400).median), '—');
  const { manyLines, choosing, checkBranches, defaultHeights } = armsCore;
  report('read 20,000 lines, median', ms(time(() => parse(manyLines), 8, 3).median), '500 ms');
  const open = analyse(choosing);
  report(
    'check eight choices of three, median',
    ms(time(() => checkBranches(open, defaultHeights), 60, 40).median),
    '20 ms',
  );
  const big = both(long);
  report('analyse and check a 128-beat figure, median', ms(big.median), '8 ms');
  places(analyse(taught), analyse(long), armsCore);
  const a = analyse(wrong);
  const f = check(a)[0];
  report('try the mends of a finding, median', ms(time(() => fixesFor(a, f, 3), 200).median), '—');
  arms(armsCore);
  varying({ analyse, ...armsCore });
  await composing(armsCore);
}

/** All places of a figure at once: from its words, from its places before the last key, and without any skill. */
function places(taught, long, { solveFloor, problemOf, denseDescent }) {
  const row = (what, { solved }, cold, warm) => {
    const { input } = solved.problem;
    const { x } = solved.solution;
    report(`places of ${what}, from the words, median`, ms(time(() => solveFloor(input), 400).median), cold);
    const near = () => ({ x, settled: false });
    report(
      `places of ${what}, after a key, median`,
      ms(time(() => solveFloor(input, near), 400).median),
      warm,
    );
  };
  row('a taught 16-count figure', taught, '1.5 ms', '0.5 ms');
  row('128 beats', long, '8 ms', '—');
  const p = problemOf(taught.solved.problem.input);
  const dense = time(() => denseDescent(p, p.words), 10, 2);
  report('the same 16 counts with dense matrices, median', ms(dense.median), '—');
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

/** Composing with 500 figures, the board with 64, and the same small instance put to a general solver. */
async function composing(core) {
  const { laneRepertoire, Repertoire, graphOf, edgesOf, requestOf, finish, countSteps, bestSteps } = core;
  const figures = laneRepertoire(500);
  globalThis.gc?.();
  const before = process.memoryUsage().heapUsed;
  const repertoire = new Repertoire(figures);
  let from = performance.now();
  const readings = figures.map((f) => repertoire.reading(f));
  report('500 figures read and checked, once', ms(performance.now() - from), '—');
  from = performance.now();
  const graph = graphOf(readings);
  report(
    `joints of 500 figures (${graph.exits} × ${graph.entries} kinds), once`,
    ms(performance.now() - from),
    '—',
  );
  const asked = (rest) => {
    const r = requestOf(128, rest);
    return { r, edges: edgesOf(graph, readings, r) };
  };
  const few = (work) => time(work, 9, 3);
  const best = (rest) => {
    const { r, edges } = asked({ best: 10, ...rest });
    return few(() => finish(bestSteps(graph, edges, r)));
  };
  const count = (rest) => {
    const { r, edges } = asked(rest);
    return few(() => finish(countSteps(graph, edges, r)));
  };
  report('ten best of 128 beats, 500 figures, median', ms(best({}).median), '400 ms');
  report('  none twice in a row, at most twice in all', ms(best({ inRow: 1, inAll: 2 }).median), '400 ms');
  report(
    '  turns and two that must be in',
    ms(best({ turns: 3, must: ['lane-3', 'lane-8'] }).median),
    '400 ms',
  );
  report('  that loops', ms(best({ inRow: 1, end: { type: 'loop' } }).median), '400 ms');
  report('exact count of 128 beats, 500 figures, median', ms(count({}).median), '150 ms');
  report('  none twice in a row', ms(count({ inRow: 1 }).median), '150 ms');
  report('  that loops', ms(count({ inRow: 1, end: { type: 'loop' } }).median), '—');
  const peak = cancelling(core, readings, graph);
  report('memory of 500 figures and a search, at most', `${((peak - before) / 1e6).toFixed(0)} MB`, '200 MB');
  boards(core, figures, repertoire);
  await solver(core);
}

/** The longest the search goes on without a pause: a stop is heard no later. */
function cancelling({ Composition, requestOf }, readings, graph) {
  const c = new Composition(readings, requestOf(128, { best: 40, inRow: 1, end: { type: 'loop' } }), graph);
  let longest = 0;
  let peak = 0;
  for (let done = false; !done;) {
    const from = performance.now();
    done = c.step(4000);
    longest = Math.max(longest, performance.now() - from);
    peak = Math.max(peak, process.memoryUsage().heapUsed);
  }
  report('longest piece of work before a stop is heard', ms(longest), '50 ms');
  return peak;
}

function boards(
  { planOf, wholeOf, findingsOf, newCombination, edited, boardRows, layersOf },
  figures,
  repertoire,
) {
  const parts = Array.from({ length: 64 }, (_, i) => ({ key: `k${i}`, figure: figures[i % 8].id, times: 1 }));
  let c = { ...newCombination('bench'), parts };
  let n = 0;
  const edit = time(() => {
    n++;
    c = edited(c, { type: 'move', from: n % 64, to: (n * 7) % 64 });
    boardRows(planOf(c, repertoire));
  }, 200);
  report('board of 64 figures: counts and joints after an edit, median', ms(edit.median), '16 ms');
  report('board of 64 figures: the same, p95', ms(edit.p95), '16 ms');
  const plan = planOf(c, repertoire);
  const few = (work) => time(work, 20, 20);
  report('board of 64 figures: danced as a whole, median', ms(few(() => wholeOf(plan)).median), '—');
  const whole = wholeOf(plan);
  report(
    'board of 64 figures: checked as a whole, median',
    ms(few(() => findingsOf(plan, whole.analysis)).median),
    '—',
  );
  report(
    'board of 64 figures: three layers held together, median',
    ms(few(() => layersOf(c, [1, 2, 3], repertoire, new Map())).median),
    '—',
  );
}

/**
 * The cheapest combination of 32 beats from 24 figures as an integer program: one variable for each figure at each
 * beat, and one for each joint of two; solved by HiGHS, a general solver, and by the composer in the same run.
 */
async function solver({
  laneRepertoire,
  Repertoire,
  graphOf,
  edgesOf,
  requestOf,
  finish,
  bestSteps,
  joinCosts,
  POINTS,
  standing,
  topLevel,
}) {
  const { default: highs } = await import('highs');
  const solve = await highs();
  const figures = laneRepertoire(24);
  const repertoire = new Repertoire(figures);
  const readings = figures.map((f) => repertoire.reading(f));
  const g = graphOf(readings);
  const r = requestOf(32, { best: 1, inRow: 1, curve: 'arch' });
  const edges = edgesOf(g, readings, r);
  const stands = (i, b) => standing(g.figures[i], b, r, topLevel(r, g.figures));
  const program = asProgram(g, r, joinCosts(g, r), POINTS, stands);
  const ours = time(() => finish(bestSteps(g, edges, r)), 9, 3);
  const from = performance.now();
  const theirs = solve.solve(program);
  const general = performance.now() - from;
  const [own] = finish(bestSteps(g, edges, r));
  report('32 beats from 24 figures, the cheapest, here', ms(ours.median), '—');
  report(
    `  the same by a general integer-programming solver, cost ${theirs.ObjectiveValue} (ours ${own.cost})`,
    ms(general),
    '—',
  );
  report('  ratio', `${(general / ours.median).toFixed(0)} ×`, '—');
}

/** A shortest path over (beat, figure) in the solver's own text format. */
function asProgram(g, r, join, points, stands) {
  const arcs = [];
  const balance = new Map();
  const add = (node, sign, name) => balance.set(node, [...(balance.get(node) ?? []), `${sign} ${name}`]);
  const n = g.figures.length;
  const arc = (from, to, cost) => {
    const name = `a${arcs.length}`;
    arcs.push({ name, cost });
    add(from, '-', name);
    add(to, '+', name);
  };
  for (let i = 0; i < n; i++) arc('s', `${g.figures[i].beats} ${i}`, stands(i, 0));
  for (let b = 1; b <= r.beats; b++)
    for (let i = 0; i < n; i++) {
      if (b === r.beats) arc(`${b} ${i}`, 't', 0);
      for (let j = 0; j < n; j++) {
        const [f, h] = [g.figures[i], g.figures[j]];
        const cost = join[g.exit[i]][g.entry[j]];
        if (i === j || cost === Infinity || b + h.beats > r.beats) continue;
        arc(
          `${b} ${i}`,
          `${b + h.beats} ${j}`,
          cost + stands(j, b) + (f.family === h.family ? points.sameFamily : 0),
        );
      }
    }
  const rows = [...balance].map(
    ([node, terms], k) => ` c${k}: ${terms.join(' ')} = ${node === 's' ? -1 : node === 't' ? 1 : 0}`,
  );
  const sum = arcs.filter((a) => a.cost > 0).map((a) => `${a.cost} ${a.name}`);
  return `Minimize\n obj: ${sum.join(' + ') || '0 a0'}\nSubject To\n${rows.join('\n')}\nBinary\n ${arcs.map((a) => a.name).join('\n ')}\nEnd\n`;
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
  report('keystroke to everything redrawn, p95', ms(quantile(times, 0.95)), '16 ms');
  report(
    'that p95, by an empty text area’s in the same run',
    `${(quantile(times, 0.95) / quantile(blank, 0.95)).toFixed(1)}`,
    '2',
  );
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
              const doc = row.doc.of ? all.result.find((r) => !r.doc.of).doc : row.doc;
              store.put({ ...row, id, refs: [], doc: { ...doc, id, name: `${doc.name} ${i}` } });
            }
          };
          t.oncomplete = () => (request.result.close(), resolve(undefined));
        };
      }),
  );
  const opens = [];
  for (let i = 0; i < 5; i++) {
    await page.goto(`${base}/data`);
    await page.getByText(/5000 figures/).waitFor();
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

/** Click on a row of the list of figures to the desk with its steps drawn. */
const openingDesk = (page, row) =>
  page.evaluate(
    (row) =>
      new Promise((resolve) => {
        const start = performance.now();
        const look = () =>
          document.querySelector('.saved') && document.querySelector('.mark')
            ? resolve(performance.now() - start)
            : requestAnimationFrame(look);
        document.querySelectorAll('.list li a')[row].click();
        look();
      }),
    row,
  );

/** Vary opened on a figure that has stood for a while: how long to the first offer, and to the last. */
async function vary(page) {
  await page.goto(`${base}/figures/demo-push-turn`);
  await page.locator('.cm-content').waitFor();
  await page.waitForTimeout(3500);
  const [first, last] = await page.evaluate(
    () =>
      new Promise((resolve) => {
        const start = performance.now();
        let first;
        const look = () => {
          if (document.querySelector('.vary .offers li')) first ??= performance.now() - start;
          if (first !== undefined && document.querySelector('.vary .offers[aria-busy=false]'))
            resolve([first, performance.now() - start]);
          else requestAnimationFrame(look);
        };
        [...document.querySelectorAll('button')].find((b) => b.textContent.trim() === 'Vary').click();
        look();
      }),
  );
  report('Vary: the first offer', ms(first), '100 ms');
  report('Vary: all offers of a six-count figure', ms(last), '—');
}

async function weight(page) {
  await page.goto(`${base}/figures`);
  await page.locator('.list li a').first().waitFor();
  await page.waitForTimeout(2500);
  /** Notes when what the screen is for is first painted. */
  await page.addInitScript(() => {
    const shown = () => document.querySelector(sessionStorage.getItem('bench-shown') || 'none');
    const watch = new MutationObserver(() => {
      if (!shown()) return;
      watch.disconnect();
      requestAnimationFrame(() => (window.__shown = performance.now()));
    });
    watch.observe(document, { childList: true, subtree: true });
  });
  /** Scripts asked for before that, and all that came. */
  const scripts = () =>
    page.evaluate(() => {
      const all = performance
        .getEntriesByType('resource')
        .filter((e) => new URL(e.name).pathname.endsWith('.js'))
        .map((e) => ({ path: new URL(e.name).pathname, from: e.startTime }));
      const once = (list) => [...new Set(list.map((e) => e.path))];
      return { first: once(all.filter((e) => e.from <= window.__shown)), all: once(all) };
    });
  const kb = (list) => list.reduce((n, path) => n + statSync(`build/client${path}.gz`).size, 0) / 1024;
  const isEditor = (path) => readFileSync(`build/client${path}`, 'utf8').includes('cm-content');
  for (const [what, path, shown] of [
    ['list of figures', '/figures', '.list li a'],
    ['list of combinations', '/combinations', 'ul[aria-label=Combinations] li'],
    ['songs', '/songs', 'main li a'],
    ['classes', '/classes', 'main a'],
    ['floor time', '/floor', 'main li a'],
    ['log', '/log', 'main li a'],
    ['data', '/data', 'main button'],
    ['how to write', '/notation', 'article h2'],
    ['arms', '/arms', 'main svg'],
    ['board', '/combinations/demo-combination-tango', '.board'],
    ['figure desk', '/figures/demo-push-turn', '.mark'],
  ]) {
    await page.evaluate((selector) => sessionStorage.setItem('bench-shown', selector), shown);
    await page.goto(`${base}${path}`);
    await page.waitForFunction(() => window.__shown, undefined, { timeout: 20_000 });
    const { first } = await scripts();
    const without = first.filter((f) => !isEditor(f));
    report(
      `${what}, first-load JavaScript without the editor, gzip`,
      `${kb(without).toFixed(1)} KB`,
      '130 KB',
    );
  }
  await page.locator('.cm-content').waitFor();
  report('the editor, gzip', `${kb((await scripts()).all.filter(isEditor)).toFixed(1)} KB`, '120 KB');
}

/** Nine figures at the panel's own defaults, at every length, and five hundred with every limit. */
async function limits() {
  const { Composition, requestOf, read, usable, graphOf, demoFigures, laneRepertoire } = await loadCore();
  const nine = demoFigures
    .filter((f) => f.dance === 'slot-swing' && !f.mistake)
    .map((f) => read(f))
    .filter(usable);
  const graph = graphOf(nine);
  const many = laneRepertoire(500)
    .map((f) => read(f))
    .filter(usable);
  const wide = graphOf(many);
  const answered = (readings, g, r) => {
    const c = new Composition(readings, r, g);
    const from = performance.now();
    let [first, shown] = [NaN, NaN];
    let n = 0;
    for (let done = false; !done;) {
      done = c.step(4000);
      const now = performance.now();
      if (c.answer.best.length > 0 && Number.isNaN(first)) first = now - from;
      if (c.answer.best.length !== n) [n, shown] = [c.answer.best.length, now - from];
    }
    return { first, shown, n, all: performance.now() - from, exact: c.answer.count !== undefined };
  };
  answered(nine, graph, requestOf(64, { inRow: 1, inAll: 2 }));
  for (const [inAll, beats] of [2, 3].flatMap((n) => [48, 64, 96, 128].map((b) => [n, b])))
    for (const end of ['any', 'loop']) {
      const a = answered(nine, graph, requestOf(beats, { inRow: 1, inAll, end: { type: end } }));
      report(
        `9 figures, never twice in a row, ${inAll} in all, ${beats} beats${end === 'loop' ? ', loops' : ''}: the ${a.n} shown`,
        a.n > 0 ? ms(a.shown) : 'none',
        '200 ms',
      );
      report('  and counted', ms(a.all), '500 ms');
    }
  const all = [
    {},
    { inRow: 1 },
    { inAll: 2 },
    { inRow: 1, inAll: 2 },
    { inRow: 2, inAll: 2, turns: 2 },
    { turns: 2, curve: 'arch', hits: [29, 61] },
  ];
  for (const limit of all)
    for (const end of ['any', 'loop']) {
      const a = answered(many, wide, requestOf(128, { ...limit, end: { type: end } }));
      report(
        `500 figures, 128 beats, ${JSON.stringify(limit)}${end === 'loop' ? ', loops' : ''}: the ${a.n} shown`,
        ms(a.shown),
        '500 ms',
      );
      report(`  and counted${a.exact ? '' : ' (bounds)'}`, ms(a.all), '500 ms');
    }
}

/** Five thousand figures and five hundred combinations: restored, listed, opened, backed up. */
async function library(page) {
  const { writeBackup, laneRepertoire, newCombination } = await loadCore();
  const figures = laneRepertoire(5000);
  const combinations = Array.from({ length: 500 }, (_, i) => ({
    ...newCombination(`kept-${i}`, `Combination ${i}`),
    parts: Array.from({ length: 8 }, (_, k) => ({
      key: `k${k}`,
      figure: figures[(i * 8 + k) % 5000].id,
      times: 1,
    })),
  }));
  const zip = writeBackup(
    { documents: { figure: figures, combination: combinations }, unreadable: [], settings: {}, media: {} },
    new Date(),
  );
  await page.goto(`${base}/data`);
  await page.getByText(/are kept in this browser/).waitFor();
  const from = performance.now();
  await page
    .getByLabel(/A backup, a file of figures/)
    .setInputFiles({ name: 'all.brisk.zip', mimeType: 'application/zip', buffer: Buffer.from(zip) });
  await page.getByRole('button', { name: 'Bring it in' }).click({ timeout: 120_000 });
  await page.getByText(/5500 added/).waitFor({ timeout: 120_000 });
  report('restore 5,000 figures and 500 combinations', ms(performance.now() - from), '10000 ms');
  const out = performance.now();
  const [file] = await Promise.all([
    page.waitForEvent('download', { timeout: 120_000 }),
    page.getByRole('button', { name: 'Back up everything (zip)' }).click(),
  ]);
  await file.path();
  report('back them up', ms(performance.now() - out), '5000 ms');
  for (const [what, link, shows] of [
    ['list of figures', '/figures', '.list li'],
    ['list of combinations', '/combinations', 'ul[aria-label=Combinations] li'],
  ]) {
    const times = [];
    for (let i = 0; i < 4; i++) {
      await page.goto(`${base}/data`);
      await page.getByText(/are kept in this browser/).waitFor();
      await page.waitForTimeout(400);
      times.push(await opening(page, link, shows));
    }
    report(`  ${what} opens, median`, ms(quantile(times, 0.5)), '150 ms');
  }
  await page.goto(`${base}/figures`);
  await page.locator('.list li a').first().waitFor();
  await page.waitForTimeout(2500);
  const desks = [];
  for (let i = 0; i < 6; i++) {
    desks.push(await openingDesk(page, i * 2));
    await page.waitForTimeout(800);
    await page.goBack();
    await page.locator('.list li a').first().waitFor();
    await page.waitForTimeout(800);
  }
  report('  the first figure opens', ms(desks[0]), '—');
  report('  a figure opens, warm, median', ms(quantile(desks.slice(1), 0.5)), '100 ms');
}

const opening = (page, link, shows) =>
  page.evaluate(
    ([href, selector]) =>
      new Promise((resolve) => {
        const start = performance.now();
        const look = () =>
          document.querySelector(selector) ? resolve(performance.now() - start) : requestAnimationFrame(look);
        document.querySelector(`nav a[href="${href}"]`).click();
        look();
      }),
    [link, shows],
  );

/** The server under bad bodies, then under load. BODIES says how many (2,000). */
async function bodies() {
  const fixture = JSON.parse(readFileSync('tests/fixtures/figures-v4.brisk.json', 'utf8'));
  const good = JSON.stringify({ figure: fixture.figures[0], fixes: true });
  const { fuzz, load } = await import('./bench-server.mjs');
  /** Of the server and its helpers, megabytes. */
  const rss = () => {
    const status = (pid) => readFileSync(`/proc/${pid}/status`, 'utf8');
    const own = readFileSync(`/proc/${server.pid}/task/${server.pid}/children`, 'utf8').trim();
    const pids = [server.pid, ...own.split(' ').filter(Boolean)];
    const size = (pid) => Number(/VmRSS:\s+(\d+)/.exec(status(pid))?.[1] ?? 0);
    return Math.round(pids.reduce((sum, pid) => sum + size(pid), 0) / 1024);
  };
  await fuzz(base, Number(process.env.BODIES ?? 2000), report, good, rss);
  const { demoFigures } = await loadCore();
  const figures = demoFigures
    .filter((f) => f.dance === 'slot-swing')
    .map((f) => ({ ...f, lines: f.lines.split('\n') }));
  const request = { beats: 256, inRow: 2, inAll: 6, turns: 2, end: { type: 'loop' } };
  const heavy = JSON.stringify({ figures, request });
  await load(base, 20, report, heavy);
}

/** Odd requests and crowds: what ends, what is refused, what is cut off. */
async function hostile() {
  const { ODD_REQUESTS, idleConnections, oddRequests, pictures, serverWithFiles } =
    await import('./hostile.mjs');
  const wrong = await oddRequests(base);
  report(`${ODD_REQUESTS.length} odd requests not answered as they may be`, String(wrong.length), '0');
  const small = await serverWithFiles(1024, Number(PORT) + 1);
  const crowd = await idleConnections(small.base, 1100);
  const seen = await pictures(small.base, 50);
  report(
    '1,100 idle connections, 1,024 files: of 50 pictures sent',
    String(seen.filter((s) => s === 200).length),
    '50',
  );
  report('  the server lives', small.lives() ? 'yes' : 'no', 'yes');
  crowd.close();
  small.close();
  const counts = (step) => Array.from({ length: 250 }, (_, i) => `${i + 1} ${step}`).join(' ');
  const text = `leader ${counts('L fwd')}\nfollower ${counts('R back r1/4')}`;
  const from = performance.now();
  const statuses = await Promise.all(
    Array.from({ length: 100 }, () =>
      fetch(`${base}/api/analyse`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ text, fixes: true }),
      }).then(
        (r) => r.arrayBuffer().then(() => r.status),
        () => 0,
      ),
    ),
  );
  const of = (s) => statuses.filter((x) => x === s).length;
  report('100 heavy analyses at once: 200, 503, cut off', `${of(200)}, ${of(503)}, ${of(0)}`, '–, –, 0');
  report('  the last answer after', ms(performance.now() - from), '30 s');
}

/** KILLS says how often (12). */
async function killing() {
  const { kill } = await import('./bench-kill.mjs');
  await kill(base, Number(process.env.KILLS ?? 12), report);
}

/** RELOADS says how often (20). */
async function reloading(page) {
  const { reloads } = await import('./bench-kill.mjs');
  await reloads(page, base, Number(process.env.RELOADS ?? 20), report);
}

/** SONGS says how many are opened (100). */
async function songs(page) {
  const { songsOpened } = await import('./bench-songs.mjs');
  await songsOpened(page, base, report, Number(process.env.SONGS ?? 100));
}

/** `npm run bench -- typing list` runs those parts only. */
async function music() {
  const table = await import('./bench-music.mjs');
  await table.music(chromium, launchOptions, report);
}

/** Classes in the core, and a long term in the browser. */
async function classing() {
  const { classes } = await import('./bench-classes.mjs');
  classes(await loadCore(), time, report, ms);
}
async function terms(page) {
  const { term } = await import('./bench-classes.mjs');
  await term(page, base, report, ms, opening);
}

const wanted = process.argv.slice(2);
const chosen = (part) => wanted.length === 0 || wanted.includes(part.name);

/** A part that cannot be measured on this machine says so; the others still are. */
async function surviving(part, ...args) {
  try {
    await part(...args);
  } catch (e) {
    report(`${part.name}: could not be measured (${String(e).split('\n')[0].slice(0, 80)})`, '—', '—');
  }
}

if (chosen(core)) await surviving(core);
if (chosen(limits)) await surviving(limits);
if (chosen(classing)) await surviving(classing);
if (chosen(music)) await surviving(music);
const server = spawn(process.execPath, ['scripts/serve.mjs'], {
  env: { ...process.env, HOST: '127.0.0.1', PORT, ORIGIN: base },
  stdio: 'ignore',
});
try {
  await new Promise((r) => setTimeout(r, 1500));
  const browser = await chromium.launch(launchOptions);
  for (const part of [weight, typing, vary, animation, list, library, songs, terms, reloading].filter(
    chosen,
  )) {
    const context = await browser.newContext({
      viewport: { width: 1280, height: 800 },
      serviceWorkers: 'block',
    });
    await surviving(part, await context.newPage());
    await context.close();
  }
  await browser.close();
  if (chosen(hostile)) await surviving(hostile);
  if (chosen(bodies)) await surviving(bodies);
  if (chosen(killing)) await surviving(killing);
} finally {
  server.kill();
}
