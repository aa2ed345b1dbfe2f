import { appendFileSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { startPostgres } from '../scripts/postgres.mjs';
import { endServers, startServer, type Server } from './helpers.ts';
import { allOf, buildFunnel, sendLead } from './installation.ts';

/**
 * Forms come in as fast as four visitors can send them, and the program is killed in the middle, again and again. What a
 * visitor was told has arrived is there, once, and the business hears of it once. `npm run faults` does it many times
 * more (`FAULT_ROUNDS`) and prints the figures.
 */
const rounds = Number(process.env.FAULT_ROUNDS ?? 2);
const figuresFile = join('.tmp', 'faults.jsonl');
const port = 4395;
test.setTimeout(300_000 + rounds * 60_000);

let folder: string;
test.beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'plumgate-storm-'));
});
test.afterEach(async () => {
  await endServers();
  rmSync(folder, { recursive: true, force: true });
});

async function storm(name: string, environment: Record<string, string>): Promise<void> {
  const start = async (): Promise<Server> => {
    const server = await startServer({
      PORT: String(port),
      PLUMGATE_DATA: join(folder, 'data'),
      ...environment,
    });
    await server.ready;
    return server;
  };
  let server = await start();
  const { cookie, clientId } = await buildFunnel(port, server);
  const answered: string[] = [];
  let sent = 0;
  for (let round = 0; round < rounds; round++) {
    // In the middle of whatever the next form has come to, after some ten to fifty of them.
    const enough = answered.length + 10 + Math.floor(Math.random() * 40);
    let isDue = false;
    const lives = () => server.process.exitCode === null && server.process.signalCode === null;
    const sending = Array.from({ length: 4 }, async (_, lane) => {
      for (let n = 0; lives(); n++) {
        const email = `lead-${round}-${lane}-${n}@example.com`;
        sent++;
        // Every fifth visitor presses twice.
        const presses = n % 5 === 0 ? 2 : 1;
        const answers = await Promise.all(
          Array.from({ length: presses }, () =>
            sendLead(port, `Lead ${round} ${lane} ${n}`, email),
          ),
        );
        if (answers.some((answer) => answer?.status === 303)) answered.push(email);
        if (answered.length < enough || isDue) continue;
        isDue = true;
        setTimeout(() => server.process.kill('SIGKILL'), Math.random() * 30);
      }
    });
    await Promise.all([...sending, server.ended]);
    server = await start();
  }
  const people = () =>
    allOf<{ email: string; submissions: number }>(
      port,
      cookie,
      `/api/clients/${clientId}/people`,
      'people',
    );
  const subjects = async () =>
    (
      await allOf<{ subject: string }>(
        port,
        cookie,
        `/api/clients/${clientId}/messages`,
        'messages',
      )
    ).map(({ subject }) => subject);
  const stored = await people();
  // What a killed process held is taken over when its lease of a minute is over.
  await expect
    .poll(async () => (await subjects()).length, { timeout: 110_000, intervals: [2_000] })
    .toBeGreaterThanOrEqual(stored.length);
  const messages = await subjects();
  const there = new Set(stored.map(({ email }) => email));
  const figures = {
    database: name,
    kills: rounds,
    sent,
    answered: answered.length,
    stored: stored.length,
    messages: messages.length,
    doubled:
      stored.filter(({ submissions }) => submissions > 1).length +
      (messages.length - new Set(messages).size),
    lost: answered.filter((email) => !there.has(email)).length,
  };
  mkdirSync('.tmp', { recursive: true });
  appendFileSync(figuresFile, `${JSON.stringify(figures)}\n`);
  expect(figures).toMatchObject({ messages: stored.length, doubled: 0, lost: 0 });
  expect(answered.length).toBeGreaterThanOrEqual(10 * rounds);
  server.process.kill('SIGTERM');
  expect(await server.ended).toBe(0);
}

test('kill -9 in the middle of forms, on PGlite', () => storm('PGlite', {}));

test('kill -9 in the middle of forms, on PostgreSQL', async () => {
  const postgres = startPostgres();
  try {
    await storm('PostgreSQL', { DATABASE_URL: postgres.url() });
  } finally {
    await endServers();
    postgres.remove();
  }
});
