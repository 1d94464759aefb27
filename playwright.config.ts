import { defineConfig } from '@playwright/test'
import { launchOptions } from './scripts/chromium.mjs'

/** With a browser that is slowed down on purpose (`YIELDGATE_SLOWER=6`) all may take so many times as long. */
const SLOWER = Number(process.env.YIELDGATE_SLOWER ?? 1)

export default defineConfig({
  testDir: 'tests/e2e',
  outputDir: 'test-results/traces',
  testMatch: '*.spec.ts',
  globalSetup: './tests/e2e/setup.ts',
  workers: 2,
  timeout: 120_000 * SLOWER,
  expect: { timeout: 15_000 * SLOWER },
  reporter: [['list'], ['json', { outputFile: 'test-results/e2e.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    actionTimeout: 20_000 * SLOWER,
    // A trace slows each step by a third; `--trace on` makes one where it is wanted.
    trace: 'off',
    screenshot: 'only-on-failure',
    launchOptions: launchOptions(),
  },
})
