/* What both commands need: a fresh machine with Node 20, npm and apt becomes one that can run the project. */
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { CHROMIUM } from './chromium.mjs';

export const root = join(dirname(fileURLToPath(import.meta.url)), '..');
process.chdir(root);

export function say(text) {
  process.stdout.write(`\n— ${text}\n`);
}

/** Runs a command with our output; leaves with its code when it fails. */
export function run(command, args, options = {}) {
  const done = spawnSync(command, args, {
    stdio: 'inherit',
    ...options,
    env: { ...process.env, PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: '1', ...options.env },
  });
  if (done.status !== 0) {
    process.stderr.write(
      `\nStopped: ${command} ${args.join(' ')} ended with ${done.status ?? done.signal ?? done.error?.message}.\n`,
    );
    process.exit(done.status || 1);
  }
}

/** The same for several that have nothing to do with one another, side by side; what they say is shown as each ends. */
export async function runTogether(commands) {
  const done = await Promise.all(
    commands.map(
      ({ name, command, args }) =>
        new Promise((resolve) => {
          const from = Date.now();
          const child = spawn(command, args, { stdio: ['ignore', 'pipe', 'pipe'] });
          let said = '';
          for (const out of [child.stdout, child.stderr]) out.on('data', (d) => (said += d));
          child.on('close', (code) => {
            process.stdout.write(`${said}  ${name}: ${((Date.now() - from) / 1000).toFixed(1)} s\n`);
            resolve({ name, code });
          });
        }),
    ),
  );
  const red = done.filter((d) => d.code !== 0).map((d) => d.name);
  if (red.length > 0) {
    process.stderr.write(`\nStopped: not in order: ${red.join(', ')}.\n`);
    process.exit(1);
  }
}

const stamp = 'node_modules/.installed-for';
const fingerprint = () => createHash('sha256').update(readFileSync('package-lock.json')).digest('hex');

/** Installs the locked packages unless they are there already. */
export function install() {
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === fingerprint()) return;
  say('Installing packages');
  run('npm', ['ci', '--no-audit', '--no-fund']);
  writeFileSync(stamp, fingerprint());
}

/** Installs Chromium from Debian's packages unless it is there already. */
export function installChromium() {
  if (existsSync(CHROMIUM)) return;
  say('Installing Chromium');
  const sudo = process.getuid?.() === 0 ? [] : ['sudo'];
  const apt = (...args) =>
    run([...sudo, 'apt-get'][0], [...[...sudo, 'apt-get'].slice(1), ...args], {
      env: { DEBIAN_FRONTEND: 'noninteractive' },
    });
  apt('update', '-qq');
  apt('install', '-y', '-qq', '--no-install-recommends', 'chromium', 'fonts-dejavu-core');
}

const newest = (path) => {
  if (!existsSync(path)) return 0;
  const s = statSync(path);
  return s.isDirectory()
    ? Math.max(0, ...readdirSync(path).map((name) => newest(join(path, name))))
    : s.mtimeMs;
};

/** Builds unless the build is newer than everything it is made from. */
export function build() {
  const sources = [
    'src',
    'static',
    'docs/notation.md',
    'package-lock.json',
    'svelte.config.js',
    'vite.config.ts',
  ];
  const built = existsSync('build/.built') ? statSync('build/.built').mtimeMs : 0;
  if (built > Math.max(...sources.map(newest))) return;
  say('Building');
  run('npm', ['run', '--silent', 'build']);
  mkdirSync('build', { recursive: true });
  writeFileSync('build/.built', '');
}
