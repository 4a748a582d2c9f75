// Debian's Chromium for the end-to-end tests: found, or installed through apt-get where that is allowed.
import { existsSync } from 'node:fs';
import { spawnSync } from 'node:child_process';

const PLACES = ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/lib/chromium/chromium'];

const found = () => [process.env.CHROMIUM, ...PLACES].find((path) => path && existsSync(path));

export function ensureChromium() {
  const path = found();
  if (path) return path;
  const root = process.getuid?.() === 0;
  const sudo = !root && spawnSync('sudo', ['-n', 'true']).status === 0;
  if (root || sudo) {
    console.error('Installing Chromium…');
    const apt = (args) => {
      const [name, ...rest] = [...(sudo ? ['sudo', '-n'] : []), 'apt-get', ...args];
      spawnSync(name, rest, {
        stdio: ['ignore', 2, 2],
        env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
      });
    };
    apt(['update']);
    apt(['install', '-y', '--no-install-recommends', 'chromium']);
    const installed = found();
    if (installed) return installed;
  }
  throw new Error(
    'The end-to-end tests need Chromium: install the package chromium, or name its path in CHROMIUM.',
  );
}
