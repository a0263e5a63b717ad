/** The web's unit tests in Debian's headless Chromium; `npm run test:web` sets CHROME_BIN. */
module.exports = (config) => {
  config.set({
    frameworks: ['jasmine'],
    plugins: [
      require('karma-jasmine'),
      require('karma-chrome-launcher'),
      require('./karma-closing-line.cjs'),
    ],
    reporters: ['closing-line'],
    browsers: ['Headless'],
    customLaunchers: {
      Headless: {
        base: 'ChromeHeadless',
        flags: [
          '--no-sandbox',
          '--disable-dev-shm-usage',
          '--disable-gpu',
          '--disable-background-networking',
        ],
      },
    },
    hostname: '127.0.0.1',
    listenAddress: '127.0.0.1',
    client: { jasmine: { random: true, timeoutInterval: 300_000, seed: process.env.SPEC_SEED } },
    browserNoActivityTimeout: 300_000,
    singleRun: true,
    restartOnFileChange: false,
  });
};
