/** Debian's Chromium, closed to everything but the server under test. */
export const browser = {
  baseURL: process.env.E2E_URL ?? 'http://127.0.0.1:4310',
  viewport: { width: 1280, height: 800 },
  launchOptions: {
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
    ],
  },
};
