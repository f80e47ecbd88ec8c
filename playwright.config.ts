import { defineConfig } from '@playwright/test';
import { launchOptions } from './scripts/chromium.mjs';

const PORT = 4187;
const origin = `http://127.0.0.1:${PORT}`;

export default defineConfig({
  testDir: 'tests/browser',
  outputDir: 'test-results',
  fullyParallel: true,
  workers: 3,
  // What needs a second try is shown as flaky.
  retries: 1,
  timeout: 45_000,
  expect: { timeout: 10_000 },
  reporter: [['list'], ['json', { outputFile: '.verify/browser.json' }]],
  use: {
    baseURL: origin,
    viewport: { width: 1280, height: 800 },
    serviceWorkers: 'block',
    launchOptions,
  },
  webServer: {
    command: 'node scripts/serve.mjs',
    url: origin,
    env: { HOST: '127.0.0.1', PORT: String(PORT), ORIGIN: origin },
    reuseExistingServer: false,
  },
});
