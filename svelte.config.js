import adapter from '@sveltejs/adapter-node';
import { vitePreprocess } from '@sveltejs/vite-plugin-svelte';

/** @type {import('@sveltejs/kit').Config} */
export default {
  preprocess: vitePreprocess(),
  compilerOptions: {
    runes: ({ filename }) => (filename.includes('node_modules') ? undefined : true),
  },
  kit: {
    // BRISK_BUILD: where a build goes that is not served at once, for trying an update.
    adapter: adapter({ precompress: true, out: process.env.BRISK_BUILD ?? 'build' }),
    // One page for every address: the service worker keeps it.
    paths: { relative: false },
    serviceWorker: { register: false },
    // The server keeps nothing and knows nobody; hooks.server.ts refuses what another site sends.
    csrf: { trustedOrigins: ['*'] },
    csp: {
      mode: 'auto',
      directives: {
        'default-src': ['self'],
        // WebAssembly: the stretcher that changes tempo and leaves pitch.
        'script-src': ['self', 'wasm-unsafe-eval'],
        'worker-src': ['self', 'blob:'],
        'style-src': ['self', 'unsafe-inline'],
        'img-src': ['self', 'data:', 'blob:'],
        'font-src': ['self'],
        'connect-src': ['self'],
        'media-src': ['self', 'blob:'],
        'object-src': ['none'],
        'base-uri': ['self'],
        'form-action': ['self'],
        'frame-ancestors': ['none'],
      },
    },
  },
};
