/** Debian's Chromium, without anything that would look for a network. */
export const CHROMIUM_PATH = "/usr/bin/chromium";
export const CHROMIUM_FLAGS = [
  "--no-sandbox",
  "--disable-gpu",
  "--disable-quic",
  "--no-first-run",
  "--disable-background-networking",
  "--disable-component-update",
  "--disable-sync",
];
