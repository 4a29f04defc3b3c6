import { defineConfig } from '@playwright/test';

/** Browser tests run against the built application, Debian's Chromium, and a database of their own. */
export default defineConfig({
  testDir: 'e2e',
  testMatch: '*.spec.ts',
  workers: 2,
  fullyParallel: true,
  // Generous: a busy machine is no failure, and nothing here asserts a time.
  timeout: 300_000,
  expect: { timeout: 20_000 },
  reporter: 'list',
  outputDir: 'test-results',
  use: {
    viewport: { width: 1280, height: 800 },
    contextOptions: { reducedMotion: 'reduce' },
    colorScheme: 'light',
    trace: 'off',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      // Nothing here may look up a name outside this machine.
      args: [
        '--no-sandbox',
        '--disable-dev-shm-usage',
        '--disable-gpu',
        '--disable-background-networking',
        '--disable-component-update',
        '--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1, EXCLUDE localhost',
      ],
    },
  },
});
