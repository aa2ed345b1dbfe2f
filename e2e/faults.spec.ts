import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { emptyPage, newBand, newBlock, type Block } from '@plumgate/core/page';
import { expect, test } from '@playwright/test';
import { ask, endServers, setUpCodeIn, startServer } from './helpers.ts';
import { allOf, buildFunnel, sendLead, setUp } from './installation.ts';

test.setTimeout(600_000);
let folder: string;
test.beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'plumgate-faults-'));
});
test.afterEach(async () => {
  await endServers();
  await rm(folder, { recursive: true, force: true });
});

const port = 4399;
const environment = () => ({ PORT: String(port), PLUMGATE_DATA: folder });
test('killed in the middle of submissions, it has every answered one after the restart, and sends what it owes once', async () => {
  const first = await startServer(environment());
  await first.ready;
  const { cookie, clientId } = await buildFunnel(port, first);
  const answered: string[] = [];
  const sending = Array.from({ length: 4 }, async (_, lane) => {
    for (let n = 0; n < 200; n++) {
      const email = `lead-${lane}-${n}@example.com`;
      const answer = await sendLead(port, `Lead ${lane} ${n}`, email);
      if (!answer) return;
      if (answer.status === 303) answered.push(email);
      if (answered.length === 60) first.process.kill('SIGKILL');
    }
  });
  await Promise.all(sending);
  await first.ended;
  expect(answered.length).toBeGreaterThanOrEqual(60);

  const second = await startServer(environment());
  await second.ready;
  const people = await allOf<{ email: string; submissions: number }>(
    port,
    cookie,
    `/api/clients/${clientId}/people`,
    'people',
  );
  expect(people.map(({ email }) => email)).toEqual(expect.arrayContaining(answered));
  expect(people.every(({ submissions }) => submissions === 1)).toBe(true);
  // Rows that were leased by the killed process are taken over when their lease of a minute is over.
  const subjects = async () =>
    (
      await allOf<{ subject: string }>(
        port,
        cookie,
        `/api/clients/${clientId}/messages`,
        'messages',
      )
    ).map(({ subject }) => subject);
  await expect
    .poll(async () => (await subjects()).length, { timeout: 300_000, intervals: [1000] })
    .toBe(people.length);
  expect(new Set(await subjects()).size).toBe(people.length);
  second.process.kill('SIGTERM');
  expect(await second.ended).toBe(0);
});

/** A day, as counted from today, whatever the zone. */
const day = (from: number) => new Date(Date.now() + from * 86_400_000).toISOString().slice(0, 10);

test('killed over and over among visits, it counts each that was answered once', async () => {
  let server = await startServer(environment());
  await server.ready;
  const { cookie, clientId } = await buildFunnel(port, server);
  let [asked, answered] = [0, 0];
  const visit = async () => {
    asked += 1;
    const answer = await ask({
      port,
      path: '/visit',
      headers: { host: `quayside.localhost:${port}`, 'user-agent': 'Mozilla/5.0 Chrome/156' },
    }).catch(() => null);
    if (answer?.status === 200) answered += 1;
  };
  for (const until of [300, 700, 1200]) {
    const lanes = Array.from({ length: 4 }, async () => {
      while (answered < until && server.process.exitCode === null) await visit();
    });
    await Promise.all(lanes);
    server.process.kill('SIGKILL');
    await server.ended;
    server = await startServer(environment());
    await server.ready;
  }
  const { body } = await ask({
    port,
    path: `/api/clients/${clientId}/results?by=page&from=${day(-1)}&to=${day(1)}`,
    headers: { cookie },
  });
  const { total } = JSON.parse(body) as { total: { visitors: number } };
  // What it was killed over may be counted or not.
  expect(total.visitors).toBeGreaterThanOrEqual(answered);
  expect(total.visitors).toBeLessThanOrEqual(asked);
  server.process.kill('SIGTERM');
  expect(await server.ended).toBe(0);
});

test('killed in the middle of publishing, visitors see the funnel before or after, never a mix', async () => {
  let server = await startServer(environment());
  await server.ready;
  const { call, clientId } = await setUp(port, server);
  const last = 7;
  const draft = (generation: number, at: number) => ({
    page: {
      ...emptyPage('Generation'),
      bands: [
        newBand('band', [
          {
            id: 'column',
            share: 1,
            blocks: [
              newBlock('heading', 'heading', { text: `Generation ${generation}`, level: 1 }),
              newBlock('button', 'button', {
                label: 'On',
                action: { kind: at === last ? 'call' : 'next-step' },
              }),
            ] as Block[],
          },
        ]),
      ],
    },
    forms: {},
  });
  const { facts } = (await call('GET', `/api/clients/${clientId}`)) as { facts: object };
  await call('PUT', `/api/clients/${clientId}/facts`, {
    name: 'Quayside',
    facts: { ...facts, phone: '(207) 555-0142' },
  });
  const { funnelId } = (await call('POST', `/api/clients/${clientId}/funnels`, {
    name: 'Many',
    from: {
      pages: Array.from({ length: last + 1 }, (_, at) => ({
        name: `Page ${at}`,
        draft: draft(0, at),
      })),
    },
  })) as { funnelId: string };
  const { steps } = (await call('GET', `/api/funnels/${funnelId}/path`)) as {
    steps: { pageId: string; slug: string }[];
  };
  const began = performance.now();
  await call('POST', `/api/funnels/${funnelId}/publish`);
  const usual = performance.now() - began;
  const seen = async () =>
    Promise.all(
      steps.map(async ({ slug }) => {
        const { body } = await ask({ port, host: `quayside.localhost:${port}`, path: `/${slug}` });
        return Number(/Generation (\d+)/.exec(body)?.[1]);
      }),
    );
  expect(await seen()).toEqual(steps.map(() => 0));
  const shares = [0.1, 0.4, 0.6, 0.8, 0.95, 1.2];
  for (const [round, share] of shares.entries()) {
    const generation = round + 1;
    const [before] = await seen();
    for (const [at, { pageId }] of steps.entries()) {
      const { version } = (await call('GET', `/api/pages/${pageId}`)) as { version: number };
      await call('PUT', `/api/pages/${pageId}/draft`, { version, draft: draft(generation, at) });
    }
    const publishing = call('POST', `/api/funnels/${funnelId}/publish`).catch(() => null);
    await new Promise((resolve) => setTimeout(resolve, share * usual));
    server.process.kill('SIGKILL');
    await Promise.all([publishing, server.ended]);
    server = await startServer(environment());
    await server.ready;
    const after = await seen();
    expect(new Set(after).size, `after ${share} of the usual time: ${after.join()}`).toBe(1);
    expect([before, generation]).toContain(after[0]);
  }
  // Whatever was cut off can be published again.
  await call('POST', `/api/funnels/${funnelId}/publish`);
  expect(await seen()).toEqual(steps.map(() => shares.length));
  server.process.kill('SIGTERM');
  await server.ended;
});

test('a second process on the same data refuses to start and says why', async () => {
  const first = await startServer(environment());
  await first.ready;
  const second = await startServer({ ...environment(), PORT: String(port + 1) });
  expect(await second.ended).toBe(1);
  expect(second.output()).toContain(`is in use by process ${first.process.pid}`);
  first.process.kill('SIGTERM');
  expect(await first.ended).toBe(0);
  const third = await startServer(environment());
  await third.ready;
  third.process.kill('SIGTERM');
  await third.ended;
});

test('a configuration that is not right is said in words', async () => {
  const server = await startServer({
    ...environment(),
    PORT: 'eighty',
    PLUMGATE_CLOCK: 'yesterday',
  });
  expect(await server.ended).toBe(1);
  expect(server.output()).toMatch(
    /The configuration is not right:\n {2}PORT: .*\n {2}PLUMGATE_CLOCK: /,
  );
});

test('the first visit asks for the owner and the agency, and a demo’s clock can’t be moved in earnest', async ({
  page,
}) => {
  const server = await startServer(environment());
  await server.ready;
  await page.goto(`http://localhost:${port}/`);
  await expect(page.getByRole('heading', { name: 'Welcome. Who runs this?' })).toBeVisible();
  await page.getByLabel('The agency’s name').fill('Tallow & Thyme');
  await page.getByLabel('Time zone').selectOption('America/New_York');
  await page.getByLabel('Your name').fill('Oriel Tallow');
  await page.getByLabel('Your email').fill('oriel@example.com');
  await page.getByLabel('A password').fill('correct horse battery');
  await page.getByLabel('Set-up code').fill('ABCD-EFGH');
  await page.getByRole('button', { name: 'Create the agency' }).click();
  await expect(page.getByText('That is not the set-up code.')).toBeVisible();
  await page.getByLabel('Set-up code').fill(setUpCodeIn(server.output()).toLowerCase());
  await page.getByRole('button', { name: 'Create the agency' }).click();
  await expect(page.getByText('Add the first client')).toBeVisible();
  expect(
    (
      await page.request.post(`http://127.0.0.1:${port}/api/demo/clock`, {
        data: { advance: 'P1D' },
      })
    ).status(),
  ).toBe(401);
  server.process.kill('SIGTERM');
  await server.ended;
});
