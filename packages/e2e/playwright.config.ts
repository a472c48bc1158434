import { defineConfig } from '@playwright/test';

/** Debian's Chromium, told to ask nothing of the network. */
const ARGS = [
  '--no-sandbox',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--disable-default-apps',
  '--disable-extensions',
  '--disable-dev-shm-usage',
];

export default defineConfig({
  testDir: 'stories',
  testMatch: '**/*.story.ts',
  outputDir: '../../test-results/e2e',
  globalSetup: './demo-template.setup.ts',
  fullyParallel: false,
  // Every file has an installation of its own; a story waits more than it computes.
  workers: 3,
  // A shared machine may be slow by several times for a while; a story that hangs is still found.
  timeout: 240_000,
  expect: { timeout: 45_000 },
  reporter: [['list'], ['json', { outputFile: '../../test-results/e2e.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    // Recording takes a third of the time: only where somebody can look at it.
    trace: process.env['CI'] ? 'off' : 'retain-on-failure',
    launchOptions: {
      executablePath: process.env['LOTRECHT_CHROMIUM'] ?? '/usr/bin/chromium-headless-shell',
      args: ARGS,
    },
  },
});
