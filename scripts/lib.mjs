/** What the project's own commands share. Only Node itself is needed, since these run before anything is installed. */
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('..', import.meta.url));
const at = (...parts) => join(root, ...parts);

/** Runs a command in the project's folder with its output shown; resolves with its exit code. */
export function run(command, args, options = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { cwd: root, stdio: 'inherit', ...options });
    child.on('error', () => resolve(127));
    child.on('exit', (code) => resolve(code ?? 1));
  });
}

/** Runs a program of an installed package, such as `tsc`. */
export const runTool = (name, args, options) =>
  run(at('node_modules', '.bin', name), args, options);

export async function must(step, what) {
  if ((await step) === 0) return;
  console.error(`${what} did not work; see above.`);
  process.exit(1);
}

/** Installs the packages of the lock file when they are missing or older than it. */
export async function ensurePackages() {
  const installed = at('node_modules', '.package-lock.json');
  if (
    existsSync(installed) &&
    statSync(installed).mtimeMs >= statSync(at('package-lock.json')).mtimeMs
  )
    return;
  console.log('Installing packages.');
  await must(
    run('npm', ['ci', '--ignore-scripts', '--no-audit', '--no-fund']),
    'Installing the packages',
  );
}

const sources = [
  'packages/core',
  'packages/contract',
  'packages/email-kit',
  'packages/page-kit',
  'apps/server',
  'apps/web',
];
const builtAt = at('.tmp', 'built');

/** Builds what is older than its sources. */
export async function ensureBuilt() {
  const newest = Math.max(
    ...sources.flatMap((folder) => [
      newestIn(at(folder, 'src')),
      modified(at(folder, 'package.json')),
    ]),
    modified(at('package-lock.json')),
  );
  if (
    modified(builtAt) >= newest &&
    existsSync(at('apps/server/dist/main.js')) &&
    existsSync(at('apps/web/dist/app/index.html'))
  )
    return;
  console.log('Building.');
  await buildVisitorScript();
  // Neither needs the other.
  await Promise.all([
    must(compile('apps/server'), 'Building the server'),
    must(
      runTool('vite', ['build', '--logLevel', 'warn'], { cwd: at('apps/web') }),
      'Building the web app',
    ),
  ]);
  mkdirSync(at('.tmp'), { recursive: true });
  writeFileSync(builtAt, '');
}

/** The visitor’s script, which the server's tests need too. Which parts it has is asked of the core, so that comes first. */
export async function buildVisitorScript() {
  await must(compile('packages/core'), 'Building the core');
  await must(
    runTool('vite', ['build', '--logLevel', 'warn'], { cwd: at('packages/page-kit') }),
    'Building the visitor’s script',
  );
}

/** Without checking types, which takes longer than the rest: `npm test` checks them. */
const compile = (folder) => runTool('tsc', ['-b', '--noCheck', folder]);

const modified = (path) => (existsSync(path) ? statSync(path).mtimeMs : 0);

function newestIn(folder) {
  return readdirSync(folder, { recursive: true, withFileTypes: true }).reduce(
    (newest, entry) =>
      entry.isFile()
        ? Math.max(newest, modified(join(entry.parentPath ?? entry.path, entry.name)))
        : newest,
    0,
  );
}

/** Chromium for the browser tests: Debian's package when it is missing and we may install it. */
export async function ensureChromium() {
  if (existsSync('/usr/bin/chromium')) return;
  if (process.getuid?.() === 0 && existsSync('/usr/bin/apt-get')) {
    console.log('Installing Chromium from Debian’s packages.');
    await must(run('apt-get', ['update', '-qq']), 'Reading the package lists');
    await must(
      run('apt-get', ['install', '-y', '-qq', 'chromium'], {
        env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
      }),
      'Installing Chromium',
    );
    return;
  }
  console.error(
    'The browser tests need Chromium at /usr/bin/chromium. Install the package “chromium”, then run this again.',
  );
  process.exit(1);
}
