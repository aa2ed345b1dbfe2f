import type { NestFastifyApplication } from '@nestjs/platform-fastify';
import type { ClientId, Instant } from '@plumgate/core/basics';
import { Temporal } from 'temporal-polyfill';
import { AccountService } from '../accounts/account.service.ts';
import { ClientService } from '../clients/client.service.ts';
import { SequenceService } from '../followup/sequence.service.ts';
import { FormService } from '../forms/form.service.ts';
import { FunnelService } from '../funnels/funnel.service.ts';
import { PageService } from '../pages/page.service.ts';
import { PictureService } from '../pictures/picture.service.ts';
import type { MovableClock } from '../platform/clock.ts';
import { Database } from '../platform/database/database.ts';
import { RuleService } from '../routing/rule.service.ts';
import { otherClients, quayside } from './clients.ts';
import { quietRoom } from './drawings.ts';
import { playHistory } from './history.ts';
import { firstVisitForm, firstVisitPage, gentleWelcome, thanksPage } from './quayside-funnel.ts';

/** A Thursday morning in Port Alder: 09:12 in Maine. */
export const demoStart: Instant = Temporal.Instant.from('2026-11-05T14:12:00Z');
const days = 60;
const password = 'plum-gate-demo';
const addresses = {
  owner: 'owner@tallow-thyme.test',
  marketer: 'marketer@tallow-thyme.test',
  desk: 'desk@quayside-dental.test',
};

export const demoSignIns = (port: number) =>
  [
    `  Sign in as ${addresses.marketer}, ${addresses.owner} or ${addresses.desk}; the password is ${password}`,
    `  A visitor's page: http://${quayside.slug}.localhost:${port}/first-visit`,
  ].join('\n');

/** Makes the demo world by the program's own services, its clock set sixty days back and played up to where it stood. */
export async function makeDemo(app: NestFastifyApplication, clock: MovableClock): Promise<void> {
  const until = clock.now();
  clock.resetTo(until.subtract({ hours: 24 * days }));
  const world = await makeDemoWorld(app);
  await playHistory(app, clock, { clientSlug: world.slug, pageSlug: 'first-visit', until, days });
  clock.run();
}

/** The agency, its people and clients, and Quayside's funnel, without any history. */
export async function makeDemoWorld(app: NestFastifyApplication): Promise<{ slug: string }> {
  const accounts = app.get(AccountService);
  const clients = app.get(ClientService);
  await accounts.setUp(
    { name: 'Tallow & Thyme Marketing', zone: 'America/New_York' },
    { name: 'Oriel Tallow', email: addresses.owner, password },
  );
  await accounts.addUser({
    name: 'Mabel Otterby',
    email: addresses.marketer,
    password,
    role: 'marketer',
    clientId: null,
  });
  const made = await clients.create({ ...quayside, zone: quayside.facts.zone });
  for (const other of otherClients) await clients.create({ ...other, zone: other.facts.zone });
  await buildFunnel(app, made.id);
  return made;
}

async function buildFunnel(app: NestFastifyApplication, clientId: ClientId): Promise<void> {
  const { db } = app.get(Database);
  const pages = app.get(PageService);
  const desk = await app
    .get(AccountService)
    .addUser({ name: 'Front desk', email: addresses.desk, password, role: 'front-desk', clientId });
  const room = await app
    .get(PictureService)
    .add(clientId, 'The quiet room', Buffer.from(quietRoom));
  const form = await app.get(FormService).create(db, clientId, firstVisitForm.name, firstVisitForm);
  const sequence = await app.get(SequenceService).create(clientId, gentleWelcome);
  const funnelId = await app.get(FunnelService).begin(db, clientId, 'Nervous-patient first visit');
  const { id, width, height } = room;
  const steps = [
    {
      name: 'First visit',
      slug: 'first-visit',
      draft: firstVisitPage(form.id, { id: id as never, width, height }),
    },
    { name: 'Thank you', slug: 'first-visit-thanks', draft: thanksPage },
  ];
  for (const [position, step] of steps.entries()) {
    const page = await pages.create(db, { clientId, funnelId, position, ...step });
    await pages.publish(page, 1, null);
  }
  await app.get(RuleService).add(clientId, {
    name: 'New patients',
    meets: 'all',
    conditions: [{ about: 'form', is: form.id }],
    actions: [
      { do: 'tag', tag: 'first-visit' },
      { do: 'give', to: desk },
      { do: 'start', sequence },
    ],
  });
}
