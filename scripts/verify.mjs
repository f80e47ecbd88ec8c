/* One command that installs what is missing and runs every check. */
import { existsSync, mkdirSync, readFileSync } from 'node:fs';
import { build, install, installChromium, run, runTogether, say } from './lib.mjs';

mkdirSync('.verify', { recursive: true });
const timed = (name, work) => {
  say(name);
  const from = Date.now();
  work();
  process.stdout.write(`  ${name}: ${((Date.now() - from) / 1000).toFixed(1)} s\n`);
};
const npm = (...args) => run('npm', ['run', '--silent', ...args]);
const read = (path) => (existsSync(path) ? JSON.parse(readFileSync(path, 'utf8')) : undefined);

install();
installChromium();
say('Format, types and lint');
npm('sync');
await runTogether(
  [
    ['Format', 'format:check'],
    ['Types', 'check'],
    ['Lint', 'lint'],
  ].map(([name, script]) => ({ name, command: 'npm', args: ['run', '--silent', script] })),
);
timed('Unit tests', () =>
  npm('test', '--', '--reporter=default', '--reporter=json', '--outputFile.json=.verify/unit.json'),
);
timed('Build', () => build());
timed('Browser tests', () => npm('test:browser'));

const unit = read('.verify/unit.json');
const browser = read('.verify/browser.json');
const passed = (unit?.numPassedTests ?? 0) + (browser?.stats.expected ?? 0) + (browser?.stats.flaky ?? 0);
const failed = (unit?.numFailedTests ?? 0) + (browser?.stats.unexpected ?? 0);
process.stdout.write(`\n${passed} passed, ${failed} failed\n`);
if (failed > 0 || !unit || !browser || passed === 0) process.exit(1);
