import { mkdtempSync, rmSync } from 'node:fs';
import { connect, createServer, type Server as NetServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { startPostgres } from '../scripts/postgres.mjs';
import { ask, endServers, startServer, type Server } from './helpers.ts';
import { allOf, buildFunnel, sendLead, visit, type ApiCall } from './installation.ts';

/** Two processes of the program on one PostgreSQL are one program: to visitors, to the agency and to a mail server. */
test.setTimeout(300_000);
const [first, second, front] = [4396, 4397, 4398];
const json = { 'content-type': 'application/json' };

let folder: string;
let postgres: ReturnType<typeof startPostgres>;
test.beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'plumgate-two-'));
  postgres = startPostgres();
});
test.afterEach(async () => {
  await endServers();
  postgres.remove();
  rmSync(folder, { recursive: true, force: true });
});

const start = (port: number): Promise<Server> =>
  startServer({
    PORT: String(port),
    PLUMGATE_DATA: join(folder, String(port)),
    DATABASE_URL: postgres.url(),
  });

/** Both at once, on a base that has no tables yet. */
async function startBoth(): Promise<[Server, Server]> {
  const both = (await Promise.all([start(first), start(second)])) as [Server, Server];
  await Promise.all(both.map(({ ready }) => ready));
  return both;
}

/** Hands each connection to the next process that takes it, as the proxy in front of several does. */
async function startProxy(): Promise<NetServer> {
  let turn = 0;
  const proxy = createServer((visitor) => {
    const targets = [first, second];
    const from = turn++ % targets.length;
    const tryTarget = (tries: number) => {
      const target = connect(targets[(from + tries) % targets.length]!, '127.0.0.1');
      target.once('connect', () => visitor.pipe(target).pipe(visitor));
      target.on('error', () => {
        if (target.bytesWritten === 0 && tries + 1 < targets.length) tryTarget(tries + 1);
        else visitor.destroy();
      });
      visitor.on('error', () => target.destroy());
    };
    tryTarget(0);
  });
  await new Promise<void>((resolve) => proxy.listen(front, '127.0.0.1', resolve));
  return proxy;
}

async function publish(call: ApiCall, clientId: string, title: string): Promise<void> {
  const { pages } = (await call('GET', `/api/clients/${clientId}/pages`)) as {
    pages: { pageId: string; slug: string }[];
  };
  const { pageId } = pages.find(({ slug }) => slug === 'visit')!;
  const page = (await call('GET', `/api/pages/${pageId}`)) as {
    version: number;
    draft: { page: { title: string } };
  };
  page.draft.page.title = title;
  const kept = (await call('PUT', `/api/pages/${pageId}/draft`, {
    version: page.version,
    draft: page.draft,
  })) as { version: number };
  await call('POST', `/api/pages/${pageId}/publish`, { version: kept.version });
}

test('what is published on one is live on the other, and limits are counted together', async () => {
  const [one] = await startBoth();
  const { call, clientId } = await buildFunnel(first, one);
  expect((await visit(second)).status).toBe(200);

  await publish(call, clientId, 'From the first process');
  await expect
    .poll(async () => (await visit(second)).body, { timeout: 10_000, intervals: [100] })
    .toContain('<title>From the first process</title>');

  const tries = [];
  for (let turn = 0; turn < 12; turn++)
    tries.push(
      await ask({
        port: turn % 2 ? first : second,
        path: '/api/session',
        method: 'POST',
        headers: { ...json, 'x-forwarded-for': '203.0.113.9' },
        body: JSON.stringify({ email: 'oriel@example.com', password: 'not it' }),
      }),
    );
  expect(tries.map(({ status }) => status)).toEqual([
    ...Array.from({ length: 10 }, () => 401),
    429,
    429,
  ]);

  // The notification is only the quickest way: without anybody to hear it, the version tells.
  await cutListeners();
  await publish(call, clientId, 'While nobody listened');
  await expect
    .poll(async () => (await visit(second)).body, { timeout: 20_000, intervals: [100] })
    .toContain('<title>While nobody listened</title>');
});

async function cutListeners(): Promise<void> {
  const { Client } = await import('pg');
  const admin = new Client({ connectionString: postgres.url() });
  await admin.connect();
  await admin.query(
    "select pg_terminate_backend(pid) from pg_stat_activity where pid <> pg_backend_pid() and query like 'listen %'",
  );
  await admin.end();
}

test('one of two is killed during leads: nothing is lost or doubled', async () => {
  const [one, other] = await startBoth();
  const { cookie, clientId } = await buildFunnel(first, one);
  const proxy = await startProxy();
  try {
    const answered: string[] = [];
    let isKilled = false;
    const sending = Array.from({ length: 4 }, async (_, lane) => {
      for (let n = 0; n < 40; n++) {
        const email = `lead-${lane}-${n}@example.com`;
        // Every fifth visitor presses twice, and the two presses come to different processes.
        const presses = Array.from({ length: n % 5 === 0 ? 2 : 1 }, () =>
          sendLead(front, `Lead ${lane} ${n}`, email),
        );
        const answers = await Promise.all(presses);
        if (answers.some((answer) => answer?.status === 303)) answered.push(email);
        if (answered.length > 60 && !isKilled) {
          isKilled = true;
          one.process.kill('SIGKILL');
        }
      }
    });
    await Promise.all(sending);
    expect(isKilled).toBe(true);

    const list = <Item>(path: string, name: string) =>
      allOf<Item>(second, cookie, `/api/clients/${clientId}/${path}`, name);
    const people = () => list<{ email: string; submissions: number }>('people', 'people');
    const subjects = async () =>
      (await list<{ subject: string }>('messages', 'messages')).map(({ subject }) => subject);
    const stored = await people();
    const emails = new Set(stored.map(({ email }) => email));
    expect(answered.filter((email) => !emails.has(email))).toEqual([]);
    expect(stored.filter(({ submissions }) => submissions > 1)).toEqual([]);
    // What the killed process held is taken over when its lease of a minute is over.
    await expect
      .poll(async () => (await subjects()).length, { timeout: 110_000, intervals: [2_000] })
      .toBeGreaterThanOrEqual(stored.length);
    const messages = await subjects();
    expect(messages).toHaveLength(stored.length);
    expect(new Set(messages).size).toBe(messages.length);
    other.process.kill('SIGTERM');
    expect(await other.ended).toBe(0);
  } finally {
    proxy.close();
  }
});
