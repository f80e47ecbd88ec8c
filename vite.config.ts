import { sveltekit } from '@sveltejs/kit/vite';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [sveltekit()],
  worker: { format: 'es' },
  test: {
    environment: 'node',
    testTimeout: 30_000,
    include: ['src/**/*.test.ts', 'tests/unit/**/*.test.ts'],
    expect: { requireAssertions: true },
  },
});
