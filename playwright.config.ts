import { defineConfig } from '@playwright/test';

/** The browser comes from the test script; so do the addresses of the demos, one for each worker. */
export default defineConfig({
  testDir: 'e2e',
  fullyParallel: false,
  retries: 0,
  // A busy machine takes several times as long as a quiet one; only a test that hangs takes so long.
  timeout: 600_000,
  expect: { timeout: 60_000 },
  reporter: 'list',
  use: {
    actionTimeout: 120_000,
    viewport: { width: 1280, height: 800 },
    // Dates and numbers are written as the reader's language has them.
    locale: 'en-GB',
    contextOptions: { reducedMotion: 'reduce' },
    // It would answer what tests hold up or lose on the way.
    serviceWorkers: 'block',
    screenshot: 'off',
    trace: 'off',
    launchOptions: {
      executablePath: process.env['GANTELET_BROWSER'],
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        // A camera that shows a test picture.
        '--use-fake-device-for-media-stream',
        '--use-fake-ui-for-media-stream',
      ],
    },
  },
});
