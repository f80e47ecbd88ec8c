/* How every script and test starts Debian's Chromium: quiet, with nothing fetched. */
export const CHROMIUM = '/usr/bin/chromium';
export const launchOptions = {
  executablePath: CHROMIUM,
  args: [
    '--no-sandbox',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
};
