// Plain Node, no dependencies.
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';

const PLACES = [
  // The same Chromium without windows: half the work, where nobody looks on.
  '/usr/bin/chromium-headless-shell',
  '/usr/bin/chromium',
  '/usr/bin/chromium-browser',
  '/usr/bin/google-chrome',
  '/snap/bin/chromium',
  '/Applications/Chromium.app/Contents/MacOS/Chromium'
];

/** Where a Chromium is, or undefined. `CHROMIUM_PATH` comes first. */
export function chromiumPath() {
  const named = process.env.CHROMIUM_PATH;
  if (named) return existsSync(named) ? named : undefined;
  return PLACES.find((place) => existsSync(place));
}

/** How a browser is started here: nothing but the pages asked for, and no talk with anybody else. */
export function launchOptions() {
  const executablePath = chromiumPath();
  return {
    ...(executablePath ? { executablePath } : {}),
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-gpu-rasterization',
      '--disable-software-rasterizer',
      '--disable-extensions',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync'
    ]
  };
}

/** Finds Chromium, or installs Debian's where that is allowed; else says in one line what to do, and ends. */
export function ensureChromium() {
  if (chromiumPath()) return;
  const mayInstall = process.getuid?.() === 0 && existsSync('/usr/bin/apt-get') && !process.env.CHROMIUM_PATH;
  if (mayInstall) {
    console.log('Installing Debian’s Chromium for the end-to-end tests (once)');
    const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
    spawnSync('apt-get', ['update', '-qq'], { stdio: 'inherit', env });
    // An older Debian has it with windows alone.
    for (const name of ['chromium-headless-shell', 'chromium']) {
      spawnSync('apt-get', ['install', '-y', '-qq', name], { stdio: ['ignore', 'ignore', 'inherit'], env });
      if (chromiumPath()) return;
    }
  }
  console.error(
    'No Chromium found. Install it (Debian: apt-get install chromium-headless-shell) or set CHROMIUM_PATH to its program.'
  );
  process.exit(1);
}
