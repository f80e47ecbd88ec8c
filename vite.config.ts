import { fileURLToPath } from 'node:url';
import { sveltekit } from '@sveltejs/kit/vite';
import { rolldown } from 'rolldown';
import type { Plugin } from 'vite';
import { defineConfig } from 'vitest/config';

/**
 * `virtual:compose-thread`: the source of the thread that composes on the server, as one module in a string. A server
 * build has no workers of its own.
 */
function composeThread(): Plugin {
  const id = 'virtual:compose-thread';
  const lib = fileURLToPath(new URL('./src/lib', import.meta.url));
  return {
    name: 'compose-thread',
    resolveId: (source) => (source === id ? `\0${id}` : undefined),
    async load(source) {
      if (source !== `\0${id}`) return undefined;
      const bundle = await rolldown({
        input: `${lib}/server/compose-thread.ts`,
        resolve: { alias: { $lib: lib } },
        platform: 'node',
        logLevel: 'silent',
      });
      const { output } = await bundle.generate({ format: 'esm', minify: true });
      await bundle.close();
      return `export default ${JSON.stringify(output[0].code)};`;
    },
  };
}

export default defineConfig({
  plugins: [sveltekit(), composeThread()],
  worker: { format: 'es' },
  test: {
    environment: 'node',
    testTimeout: 30_000,
    include: ['src/**/*.test.ts', 'tests/unit/**/*.test.ts'],
    expect: { requireAssertions: true },
  },
});
