/* Our hearing of music beside three packages of the registry, in one run; and a song of four minutes. */
import { createServer } from 'node:http';
import { rolldown } from 'rolldown';

/** A page with the measures in it. Gives it and what closes it. */
export async function musicPage(chromium, launchOptions) {
  const bundle = await rolldown({
    input: 'scripts/bench-music.ts',
    platform: 'browser',
    logLevel: 'silent',
    tsconfig: false,
  });
  const { output } = await bundle.generate({ format: 'iife' });
  const server = createServer((request, response) => {
    const script = request.url === '/bench.js';
    response.setHeader('Content-Type', script ? 'text/javascript' : 'text/html');
    response.end(script ? output[0].code : '<!doctype html><script src="/bench.js"></script>');
  });
  await new Promise((yes) => server.listen(0, '127.0.0.1', yes));
  const browser = await chromium.launch(launchOptions);
  const page = await browser.newPage();
  await page.goto(`http://127.0.0.1:${server.address().port}/`);
  const close = async () => {
    await browser.close();
    server.close();
  };
  return { page, close };
}

/** Prints the table. `sets`: which forty songs; `report` prints a line. */
export async function music(chromium, launchOptions, report, sets = [1, 2, 3]) {
  const { page, close } = await musicPage(chromium, launchOptions);
  for (const set of sets) {
    const { rows, structure, n } = await page.evaluate((s) => globalThis.measure(s, 40), set);
    for (const [name, r] of Object.entries(rows)) {
      const right = r.tempo.filter((t) => t === 'right').length;
      const octave = r.tempo.filter((t) => ['half', 'double', 'third', 'triple'].includes(t)).length;
      const f = r.f.filter((x) => !Number.isNaN(x));
      const mean = f.length ? (f.reduce((a, b) => a + b, 0) / f.length).toFixed(3) : 'none given';
      const slow = [...r.ms].sort((a, b) => a - b)[r.ms.length >> 1] ?? 0;
      report(
        `set ${set}, ${name}: tempo right, octave off, of ${n}`,
        `${right}, ${octave}`,
        name === 'ours' ? '38' : '—',
      );
      report(
        `set ${set}, ${name}: beats F; median time`,
        `${mean}; ${Math.round(slow)} ms`,
        name === 'ours' ? '0.95' : '—',
      );
    }
    report(
      `set ${set}, ours: 1 of the bar, 1 of the eight`,
      `${structure.bars}, ${structure.eights}`,
      '36, 32',
    );
    report(
      `set ${set}, ours: breaks found, of; none`,
      `${structure.met}, ${structure.breaks}; ${structure.wrong}`,
      '90 %',
    );
  }
  await close();
}
