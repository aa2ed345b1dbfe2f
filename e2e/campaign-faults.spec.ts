import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { newCampaign } from '@plumgate/core/campaigns';
import { expect, test } from '@playwright/test';
import { endServers, startServer } from './helpers.ts';
import { buildFunnel, sendLead } from './installation.ts';
import { PoorMailServer } from './poor-mail-server.ts';

test.setTimeout(600_000);
let folder: string;
let mail: PoorMailServer;
test.beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'plumgate-campaign-'));
  mail = await PoorMailServer.start();
});
test.afterEach(async () => {
  await endServers();
  mail.stop();
  await rm(folder, { recursive: true, force: true });
});

const port = 4389;
const people = 120;

test('killed in the middle of a campaign over a poor mail server, everybody gets it, and by its Message-ID once', async () => {
  const environment = {
    ...{ PORT: String(port), PLUMGATE_DATA: folder, SMTP_URL: mail.url },
    MAIL_FROM: 'post@example.com',
  };
  const first = await startServer(environment);
  await first.ready;
  const { call, clientId } = await buildFunnel(port, first);
  const addresses = Array.from({ length: people }, (_, n) => `lead-${n}@example.com`);
  for (const [n, address] of addresses.entries())
    expect((await sendLead(port, `Lead ${n}`, address))?.status).toBe(303);
  const { id } = (await call('POST', `/api/clients/${clientId}/campaigns`, {
    content: { ...newCampaign('Spring', 'email'), consent: 'not-unsubscribed', perMinute: 10_000 },
  })) as { id: string };
  await call('POST', `/api/campaigns/${id}/send`);
  const taken = () => mail.taken.filter(({ to }) => addresses.includes(to));
  await expect.poll(() => taken().length, { timeout: 60_000 }).toBeGreaterThan(people / 3);
  first.process.kill('SIGKILL');
  await first.ended;
  expect(taken().length).toBeLessThan(people);

  const second = await startServer(environment);
  await second.ready;
  const counts = async () =>
    ((await call('GET', `/api/campaigns/${id}`)) as { counts: { sent: number; waiting: number } })
      .counts;
  await expect
    .poll(counts, { timeout: 400_000, intervals: [2000] })
    .toMatchObject({ sent: people, waiting: 0 });
  const ids = new Map<string, Set<string>>(addresses.map((address) => [address, new Set()]));
  for (const { to, messageId } of taken()) ids.get(to)!.add(messageId);
  expect([...ids.values()].every((known) => known.size === 1)).toBe(true);
  // The server has hung up on some that it kept: those came again under the same Message-ID.
  expect(taken().length).toBeGreaterThan(people);
  second.process.kill('SIGTERM');
  expect(await second.ended).toBe(0);
});
