import { fileURLToPath } from 'node:url';
import { sveltekit } from '@sveltejs/kit/vite';
import { rolldown } from 'rolldown';
import type { Plugin } from 'vite';
import { defineConfig } from 'vitest/config';

/**
 * `virtual:server-helper`: the program of the processes that compute on the server, as one module in a string. A server
 * build has only one of its own.
 */
function serverHelper(): Plugin {
  const id = 'virtual:server-helper';
  const lib = fileURLToPath(new URL('./src/lib', import.meta.url));
  return {
    name: 'server-helper',
    resolveId: (source) => (source === id ? `\0${id}` : undefined),
    async load(source) {
      if (source !== `\0${id}`) return undefined;
      const bundle = await rolldown({
        input: `${lib}/server/helper.ts`,
        resolve: { alias: { $lib: lib } },
        platform: 'node',
        logLevel: 'silent',
      });
      const { output } = await bundle.generate({ format: 'cjs', minify: true });
      await bundle.close();
      return `export default ${JSON.stringify(output[0].code)};`;
    },
  };
}

export default defineConfig({
  plugins: [sveltekit(), serverHelper()],
  worker: { format: 'es' },
  build: {
    rolldownOptions: {
      // Nothing of ours does anything by being imported: a room's index brings only what is asked of it.
      treeshake: { moduleSideEffects: [{ test: /src\/lib\/.*\.(ts|svelte)$/, sideEffects: false }] },
    },
  },
  test: {
    environment: 'node',
    testTimeout: 30_000,
    expect: { requireAssertions: true },
    // What is pure shares its modules; what has a store or a page of its own is loaded anew for every file.
    projects: [
      {
        extends: true,
        test: {
          name: 'core',
          include: ['src/lib/core/**/*.test.ts', 'tests/unit/**/*.test.ts'],
          isolate: false,
        },
      },
      {
        extends: true,
        test: {
          name: 'rooms',
          include: ['src/**/*.test.ts'],
          exclude: ['src/lib/core/**', '**/node_modules/**'],
        },
      },
    ],
  },
});
