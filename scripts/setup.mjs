/** What a fresh machine lacks: Debian packages and npm packages. Plain Node, since it runs before anything is installed. */
import { execFileSync, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';

/** The browser of tests, benchmarks and pictures. */
export const CHROMIUM = '/usr/bin/chromium-headless-shell';

/** Debian packages by what proves that they are there. */
export const DEBIAN = {
  database: { package: 'mariadb-server', there: () => existsSync('/usr/sbin/mariadbd') },
  // Chromium without its own windows: the pages are the same, and a test needs a third less of the processor.
  browser: { package: 'chromium-headless-shell', there: () => existsSync(CHROMIUM) },
  // A strict DXF reader, to test the writer against.
  dxfReader: {
    package: 'python3-ezdxf',
    there: () => spawnSync('/usr/bin/python3', ['-c', 'import ezdxf'], { stdio: 'ignore' }).status === 0,
  },
  // A rasteriser of PDF, to hold pictures against.
  pdfRaster: { package: 'poppler-utils', there: () => existsSync('/usr/bin/pdftoppm') },
};

export function say(text) {
  console.log(`» ${text}`);
}

/** Installs the Debian packages that are missing. Needs root only when something is. */
export function ensureDebian(...wanted) {
  const missing = wanted.filter((one) => !one.there()).map((one) => one.package);
  if (missing.length === 0) return;
  say(`installing Debian packages: ${missing.join(', ')} (a few minutes)`);
  const asRoot = process.getuid?.() === 0 ? [] : ['sudo'];
  const apt = (...parameters) => {
    const [command, ...rest] = [...asRoot, 'apt-get', ...parameters];
    execFileSync(command, rest, {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
  };
  try {
    apt('update', '-q');
    apt('install', '-y', '-q', '--no-install-recommends', ...missing);
  } catch {
    console.error(`Could not install ${missing.join(', ')}. Install them with apt-get, then try again.`);
    process.exit(1);
  }
}

/** Installs the npm packages of the lock file, unless they are there already. */
export function ensurePackages() {
  const lock = createHash('sha256').update(readFileSync('package-lock.json')).digest('hex');
  const stamp = 'node_modules/.zonograph-lock';
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  say('installing npm packages (a minute or two)');
  const result = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  if (result.status !== 0) {
    console.error('npm ci failed; its words are above.');
    process.exit(1);
  }
  writeFileSync(stamp, lock);
}
