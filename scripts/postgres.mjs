/**
 * A PostgreSQL cluster of one's own in a temporary folder, for tests and measurements: on a Unix socket, with nobody else
 * on it, gone when it is stopped. Debian's package is installed when it is missing and we may.
 */
import { spawnSync } from 'node:child_process';
import { chownSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { must, run } from './lib.mjs';

const versions = '/usr/lib/postgresql';

/** The folder of the server's programs; null when none is installed. */
function programs() {
  if (!existsSync(versions)) return null;
  const newest = readdirSync(versions).sort((a, b) => Number(b) - Number(a))[0];
  const folder = newest && join(versions, newest, 'bin');
  return folder && existsSync(join(folder, 'initdb')) ? folder : null;
}

export async function ensurePostgres() {
  if (programs()) return;
  if (process.getuid?.() === 0 && existsSync('/usr/bin/apt-get')) {
    console.log('Installing PostgreSQL from Debian’s packages.');
    await must(run('apt-get', ['update', '-qq']), 'Reading the package lists');
    await must(
      run('apt-get', ['install', '-y', '-qq', 'postgresql'], {
        env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
      }),
      'Installing PostgreSQL',
    );
    return;
  }
  console.error(
    'These tests need PostgreSQL 15 or newer under /usr/lib/postgresql. Install the package “postgresql”, then run this again.',
  );
  process.exit(1);
}

/** Its programs refuse to be run by root. */
function owner() {
  if (process.getuid?.() !== 0) return {};
  const id = (flag) => Number(spawnSync('id', [flag, 'postgres']).stdout.toString());
  return { uid: id('-u'), gid: id('-g') };
}

/** Starts a cluster; gives its address, a way to stop and start it again, and one to remove it. */
export function startPostgres() {
  const bin = programs();
  if (!bin) throw new Error('PostgreSQL is not installed.');
  const folder = mkdtempSync(join(tmpdir(), 'plumgate-postgres-'));
  const as = owner();
  if (as.uid !== undefined) chownSync(folder, as.uid, as.gid);
  const data = join(folder, 'data');
  const call = (program, args) => {
    const { status, stdout, stderr } = spawnSync(join(bin, program), args, { cwd: folder, ...as });
    if (status !== 0) throw new Error(`${program}: ${stdout}${stderr}`);
  };
  call('initdb', ['-D', data, '-U', 'postgres', '-A', 'trust', '-E', 'UTF8', '--locale=C.UTF-8']);
  const control = (...args) => call('pg_ctl', ['-D', data, '-w', ...args]);
  const start = () =>
    control(
      '-l',
      join(folder, 'log'),
      '-o',
      `-c listen_addresses='' -c unix_socket_directories='${folder}' -c max_connections=200`,
      'start',
    );
  start();
  const urlOf = (database = 'postgres') =>
    `postgres://postgres@localhost/${database}?host=${encodeURIComponent(folder)}`;
  return {
    url: urlOf,
    /** An empty database; gives its address. */
    create: (database) => {
      call('createdb', ['-h', folder, '-U', 'postgres', database]);
      return urlOf(database);
    },
    start,
    /** Ends it at once, as a machine that goes away would. */
    stop: () => control('-m', 'immediate', 'stop'),
    remove: () => {
      try {
        control('-m', 'immediate', 'stop');
      } catch {
        // It was stopped before.
      }
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
