const OUTBOX_WRITES = Number(process.env.GANTELET_OUTBOX_WRITES ?? 240);
/** A busy machine takes longer than five seconds; only a test that hangs takes five minutes. */
const LIMIT_MS = Math.max(300_000, 90 * OUTBOX_WRITES);

/** Karma in Debian's Chromium; CHROME_BIN is set by the test script. */
module.exports = (config) => {
  config.set({
    frameworks: ['jasmine'],
    plugins: [require('karma-jasmine'), require('karma-chrome-launcher')],
    browsers: ['Quiet'],
    customLaunchers: {
      Quiet: {
        base: 'ChromeHeadless',
        flags: [
          '--no-sandbox',
          '--disable-gpu',
          '--disable-quic',
          '--no-first-run',
          '--disable-background-networking',
          '--disable-component-update',
          '--disable-sync',
          // Dates and numbers are written as the reader's language has them.
          '--accept-lang=en-GB',
        ],
      },
    },
    reporters: ['dots'],
    colors: false,
    client: {
      jasmine: { random: true, timeoutInterval: LIMIT_MS },
      /** How many writes the outbox is tried with: more on demand. */
      outboxWrites: OUTBOX_WRITES,
    },
    browserNoActivityTimeout: LIMIT_MS,
    captureTimeout: LIMIT_MS,
    browserDisconnectTimeout: LIMIT_MS,
    restartOnFileChange: false,
  });
};
