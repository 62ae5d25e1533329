import { defineConfig } from '@playwright/test'

export default defineConfig({
  testDir: 'tests/browser',
  workers: 1,
  // Only what hangs fails by time: a machine under load may take many times as long as a quiet one.
  timeout: 400_000,
  expect: { timeout: 60_000 },
  // What passes only when tried again is listed as flaky, and is a fault to be found.
  retries: 1,
  reporter: 'list',
  use: {
    viewport: { width: 1280, height: 800 },
    // So that a hand that waits for what never comes is told, and not only that the test has not ended.
    actionTimeout: 120_000,
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--autoplay-policy=no-user-gesture-required',
      ],
    },
    screenshot: 'only-on-failure',
  },
})
