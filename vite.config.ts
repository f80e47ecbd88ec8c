import { fileURLToPath } from 'node:url';
import { sveltekit } from '@sveltejs/kit/vite';
import { marked } from 'marked';
import { readFileSync } from 'node:fs';
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

/** `docs/page.md?html`: a page of the documentation as HTML, made when it is built. What scrolls can be reached by key. */
function pagesAsHtml(): Plugin {
  const ending = '.md?html';
  return {
    name: 'pages-as-html',
    load(id) {
      if (!id.endsWith(ending)) return undefined;
      const page = readFileSync(id.slice(0, -'?html'.length), 'utf8');
      const html = marked.parse(page, { async: false }).replaceAll('<pre>', '<pre tabindex="0">');
      return `export default ${JSON.stringify(html)};`;
    },
  };
}

export default defineConfig({
  plugins: [sveltekit(), serverHelper(), pagesAsHtml()],
  // The same library without what browsers of long ago need.
  resolve: { alias: [{ find: /^dexie$/, replacement: 'dexie/dist/modern/dexie.mjs' }] },
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
    setupFiles: ['tests/seeds.ts'],
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
