/** Debian's Chromium. */
export const CHROMIUM = '/usr/bin/chromium';
/** The same without what only a window on a screen needs: lighter, for all that nobody records with. */
export const SHELL = '/usr/bin/chromium-headless-shell';

/** Quiet and closed to the network. */
export const BARE_FLAGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--autoplay-policy=no-user-gesture-required',
];
/** With a microphone that plays a file, and allowed without asking. */
export const FLAGS = [...BARE_FLAGS, '--use-fake-ui-for-media-stream', '--use-fake-device-for-media-stream'];
