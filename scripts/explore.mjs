/*
 * Draws new seeds for every property and every seeded loop, for as long as one likes:
 *   npm run explore                          until Ctrl+C
 *   npm run explore -- --minutes 60          for an hour
 *   npm run explore -- rotation ical         only files whose path holds one of these
 *   npm run explore -- --seed 123 rotation   one round with that seed: what a failure prints, to repeat it
 */
import { spawnSync } from 'node:child_process';
import { randomInt } from 'node:crypto';
import { appendFileSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { relative } from 'node:path';
import { parseArgs } from 'node:util';
import { install, root, run } from './lib.mjs';

const { values, positionals } = parseArgs({
  options: { minutes: { type: 'string' }, seed: { type: 'string' } },
  allowPositionals: true,
});
const until = values.minutes ? Date.now() + Number(values.minutes) * 60_000 : Infinity;
const REPORT = '.verify/explore.json';
const FOUND = '.verify/explored.txt';

/** Test files that draw anything. */
const drawing = () =>
  spawnSync('git', ['grep', '-lE', "from 'fast-check'|/seeds'", '--', '*.test.ts'], { encoding: 'utf8' })
    .stdout.trim()
    .split('\n')
    .filter((file) => positionals.length === 0 || positionals.some((part) => file.includes(part)));

const known = new Set();
/** Prints what failed and how to repeat it; each test once, however often it fails. */
function tell(seed, { testResults }) {
  for (const { name, assertionResults } of testResults)
    for (const test of assertionResults.filter((t) => t.status === 'failed')) {
      const file = relative(root, name);
      if (known.has(file + test.fullName)) continue;
      known.add(file + test.fullName);
      const text = `\n✗ ${file}\n  ${test.fullName}\n  repeat: npm run explore -- --seed ${seed} ${file}\n${(test.failureMessages ?? []).join('\n').slice(0, 1500)}\n`;
      process.stdout.write(text);
      appendFileSync(FOUND, text);
    }
}

install();
mkdirSync('.verify', { recursive: true });
run('npm', ['run', '--silent', 'sync']);
const files = drawing();
if (files.length === 0) {
  process.stderr.write(`No test file draws anything under: ${positionals.join(', ')}.\n`);
  process.exit(1);
}
let rounds = 0;
process.on('SIGINT', () => process.exit(known.size > 0 ? 1 : 0));
do {
  const seed = Number(values.seed ?? randomInt(1, 2 ** 30));
  rmSync(REPORT, { force: true });
  const done = spawnSync(
    'npx',
    ['vitest', 'run', ...files, '--reporter=json', `--outputFile=${REPORT}`, '--testTimeout=240000'],
    {
      env: { ...process.env, EXPLORE_SEED: String(seed) },
      stdio: ['ignore', 'ignore', 'pipe'],
      encoding: 'utf8',
    },
  );
  rounds++;
  try {
    tell(seed, JSON.parse(readFileSync(REPORT, 'utf8')));
  } catch {
    process.stderr.write(`Round ${rounds} with seed ${seed} left no report:\n${done.stderr.slice(-2000)}\n`);
    process.exit(1);
  }
  process.stdout.write(`round ${rounds}, seed ${seed}: ${known.size} failing so far\n`);
} while (values.seed === undefined && Date.now() < until);
process.exit(known.size > 0 ? 1 : 0);
