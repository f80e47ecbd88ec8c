/* One command from a fresh checkout to the running application with demo data. */
import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { build, install, say } from './lib.mjs';

/** The first free port from the wanted one on. */
function freePort(port) {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(freePort(port + 1)));
    probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(port)));
  });
}

install();
build();
const port = await freePort(Number(process.env.PORT ?? 4173));
const origin = `http://127.0.0.1:${port}`;
const server = spawn(process.execPath, ['scripts/serve.mjs'], {
  stdio: 'inherit',
  env: { ...process.env, HOST: '127.0.0.1', PORT: String(port), ORIGIN: origin },
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
const answers = () =>
  fetch(origin).then(
    (r) => r.ok,
    () => false,
  );
while (!(await answers())) await new Promise((r) => setTimeout(r, 100));
say(
  `Brisk Partner runs at ${origin}. Open it in a browser; it begins with the demo repertoire. Ctrl+C ends it.`,
);
