import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import { createServer, type Server as NetServer, type Socket } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { Client } from 'pg';
import { startPostgres } from '../scripts/postgres.mjs';
import { ask, endServers, startServer, type Server } from './helpers.ts';
import { allOf, buildFunnel, sendLead, signInAgain, visit } from './installation.ts';

/** What a machine does to a program: its database goes away, its disk is full, its mail server is slow, it is killed. */
test.setTimeout(300_000);
const port = 4394;
let folder: string;
test.beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'plumgate-machine-'));
});
test.afterEach(async () => {
  await endServers();
  rmSync(folder, { recursive: true, force: true });
});

const start = async (environment: Record<string, string> = {}): Promise<Server> => {
  const server = await startServer({
    PORT: String(port),
    PLUMGATE_DATA: join(folder, 'data'),
    ...environment,
  });
  await server.ready;
  return server;
};
const health = () => ask({ port, path: '/api/health' });
const end = async (server: Server) => {
  server.process.kill('SIGTERM');
  return server.ended;
};

test('PostgreSQL cuts every connection, again and again, and goes away for ten seconds', async () => {
  const postgres = startPostgres();
  try {
    const server = await start({ DATABASE_URL: postgres.url() });
    const { cookie, clientId } = await buildFunnel(port, server);
    expect((await visit(port)).status).toBe(200);

    // Cut in the middle of work, fourteen times: each of them ended the process once.
    const answered: string[] = [];
    const admin = new Client({ connectionString: postgres.url() });
    await admin.connect();
    for (let round = 0; round < 14; round++) {
      const sending = Array.from({ length: 6 }, async (_, lane) => {
        const email = `cut-${round}-${lane}@example.com`;
        const answer = await sendLead(port, 'Lead', email);
        if (answer?.status === 303) answered.push(email);
        else expect(answer?.status).toBe(503);
      });
      await admin.query(
        'select pg_terminate_backend(pid) from pg_stat_activity where pid <> pg_backend_pid() and datname = current_database()',
      );
      await Promise.all(sending);
    }
    await admin.end();
    expect(server.process.exitCode).toBeNull();

    // A locked table keeps health from nothing.
    const locker = new Client({ connectionString: postgres.url() });
    await locker.connect();
    await locker.query('begin; lock table people, submissions, settings in access exclusive mode');
    const stuck = Array.from({ length: 12 }, (_, n) =>
      sendLead(port, 'L', `lock-${n}@example.com`),
    );
    const asked = performance.now();
    expect((await health()).status).toBe(200);
    expect(performance.now() - asked).toBeLessThan(2_500);
    await locker.query('commit');
    await locker.end();
    for (const answer of await Promise.all(stuck)) expect(answer?.status).toBe(303);

    postgres.stop();
    const away = Date.now();
    while (Date.now() - away < 10_000) {
      expect((await visit(port)).status).toBe(200);
      const lead = await sendLead(port, 'Typed Words', 'typed@example.com');
      expect(lead?.status).toBe(503);
      expect(lead?.body).toContain('value="Typed Words"');
      const { status, body } = await health();
      expect([status, body]).toEqual([503, expect.stringContaining('can’t be reached')]);
      await new Promise((resolve) => setTimeout(resolve, 1_000));
    }
    postgres.start();
    await expect.poll(async () => (await health()).status).toBe(200);
    expect((await sendLead(port, 'After', 'after@example.com'))?.status).toBe(303);
    const people = await allOf<{ email: string }>(
      port,
      cookie,
      `/api/clients/${clientId}/people`,
      'people',
    );
    const there = people.map(({ email }) => email);
    expect(there).toEqual(expect.arrayContaining([...answered, 'after@example.com']));
    expect(await end(server)).toBe(0);
  } finally {
    postgres.remove();
  }
});

test('the disk of the data folder fills up', async () => {
  const disk = join(folder, 'disk');
  mkdirSync(disk);
  const mounted = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=130m', 'tmpfs', disk]);
  test.skip(mounted.status !== 0, 'needs the right to mount a small disk');
  try {
    const server = await start({ PLUMGATE_DATA: join(disk, 'data') });
    await buildFunnel(port, server);
    expect((await health()).status).toBe(200);
    const { bavail, bsize } = statfsSync(disk);
    // Little is left, and then nothing.
    writeFileSync(join(disk, 'ballast'), Buffer.alloc(Math.max(0, bavail * bsize - 2 * 2 ** 20)));
    const { status, body } = await health();
    expect([status, body]).toEqual([
      503,
      expect.stringContaining('disk of the data folder is full'),
    ]);
    const answered: string[] = [];
    let isOver = false;
    void server.ended.then(() => (isOver = true));
    for (let n = 0; n < 4_000 && !isOver; n++) {
      const email = `full-${n}@example.com`;
      const answer = await sendLead(port, 'x'.repeat(60), email);
      if (answer?.status === 303) answered.push(email);
    }
    // It never hangs: it ends by itself and says why, or it goes on and says what it can't do.
    if (isOver) {
      expect(await server.ended).toBe(1);
      expect(server.output()).toContain('disk of the data folder is full');
    } else {
      expect((await health()).status).toBe(503);
      server.process.kill('SIGKILL');
      await server.ended;
    }
    rmSync(join(disk, 'ballast'));
    const again = await start({ PLUMGATE_DATA: join(disk, 'data') });
    expect((await health()).status).toBe(200);
    const { cookie, clientId } = await signInAgain(port);
    const people = await allOf<{ email: string }>(
      port,
      cookie,
      `/api/clients/${clientId}/people`,
      'people',
    );
    expect(people.map(({ email }) => email)).toEqual(expect.arrayContaining(answered));
    await end(again);
  } finally {
    await endServers();
    spawnSync('umount', [disk]);
  }
});

/** A mail server that takes a second for each thing it says. */
function slowMailServer(delayMs: number): Promise<{ server: NetServer; port: number }> {
  const server = createServer((socket: Socket) => {
    const say = (words: string) => setTimeout(() => socket.write(`${words}\r\n`), delayMs);
    socket.on('error', () => {});
    let isData = false;
    say('220 slow');
    socket.on('data', (chunk: Buffer) => {
      const text = chunk.toString();
      if (isData) {
        if (!text.includes('\r\n.\r\n')) return;
        isData = false;
        say('250 kept');
      } else if (/^DATA/i.test(text)) {
        isData = true;
        say('354 go on');
      } else say('250 fine');
    });
  });
  return new Promise((resolve) =>
    server.listen(0, '127.0.0.1', () => {
      const address = server.address();
      resolve({ server, port: typeof address === 'object' ? address!.port : 0 });
    }),
  );
}

test('told to stop while a slow mail server keeps it, it ends within ten seconds and owes the rest', async () => {
  const mail = await slowMailServer(1_000);
  const server = await start({ SMTP_URL: `smtp://127.0.0.1:${mail.port}` });
  await buildFunnel(port, server);
  for (let n = 0; n < 60; n++) await sendLead(port, 'Lead', `slow-${n}@example.com`);
  const asked = performance.now();
  expect(await end(server)).toBe(0);
  expect(performance.now() - asked).toBeLessThan(11_000);
  mail.server.close();
  // With a mail server that is well, what was left is sent.
  const again = await start();
  const { cookie, clientId } = await signInAgain(port);
  await expect
    .poll(
      async () =>
        (await allOf(port, cookie, `/api/clients/${clientId}/messages`, 'messages')).length,
      { timeout: 100_000 },
    )
    .toBeGreaterThan(30);
  await end(again);
});

test('killed over and over, it leaves no folders behind', async () => {
  const left = () => readdirSync(tmpdir()).filter((name) => /^plumgate-\w{6}$/.test(name));
  const before = new Set(left());
  for (let round = 0; round < 3; round++) {
    const server = await start();
    server.process.kill('SIGKILL');
    await server.ended;
  }
  expect(left().filter((name) => !before.has(name))).toEqual([]);
  const server = await start();
  expect((await health()).status).toBe(200);
  expect(await end(server)).toBe(0);
});
