import type { NestFastifyApplication } from '@nestjs/platform-fastify';
import type { ClientId, FormId, FunnelId, Instant, UserId } from '@plumgate/core/basics';
import type { Band, PageDocument } from '@plumgate/core/page';
import type { Make, TakenPage } from '@plumgate/core/templates';
import { Temporal } from 'temporal-polyfill';
import { AccountService } from '../domains/accounts/account.service.ts';
import { CalendarService } from '../domains/booking/calendar.service.ts';
import { ClientRecordsService } from '../domains/clients/client-records.service.ts';
import { ClientService } from '../domains/clients/client.service.ts';
import { SequenceService } from '../domains/followup/sequence.service.ts';
import { FormService } from '../domains/forms/form.service.ts';
import { FunnelService } from '../domains/funnels/funnel.service.ts';
import { LinkedBandService } from '../domains/pages/linked-band.service.ts';
import { PageService } from '../domains/pages/page.service.ts';
import { PublishService } from '../domains/pages/publish.service.ts';
import { PictureService } from '../domains/pictures/picture.service.ts';
import { Clock, type MovableClock } from '../platform/clock.ts';
import { Database } from '../platform/database/database.ts';
import { IdSource } from '../platform/id-source.ts';
import { RuleService } from '../domains/routing/rule.service.ts';
import { demoRecords, withIds } from './client-records.ts';
import { fernhill, otherClients, quayside } from './clients.ts';
import {
  asPicture,
  brickSurface,
  gravelSurface,
  loftAtDusk,
  quietRoom,
  slabSurface,
} from './drawings.ts';
import {
  eveningCalendar,
  eveningForm,
  eveningOn,
  eveningPage,
  eveningSequence,
  eveningThanks,
} from './fernhill-funnel.ts';
import { playHistory } from './history.ts';
import {
  beforeYourVisit,
  bookingForm,
  choosePage,
  firstVisitForm,
  firstVisitPage,
  gentleWelcome,
  thanksPage,
  visitCalendar,
} from './quayside-funnel.ts';
import { drivewayPages, viewingPages } from './template-funnels.ts';

/** A Thursday morning in Port Alder: 09:12 in Maine. */
export const demoStart: Instant = Temporal.Instant.from('2026-11-05T14:12:00Z');
const days = 60;
const zone = 'America/New_York';
/** Fernhill's evening lies this many days after the day the demo begins. */
const daysToEvening = 14;
const password = 'plum-gate-demo';
const addresses = {
  owner: 'owner@tallow-thyme.test',
  marketer: 'marketer@tallow-thyme.test',
  desk: 'desk@quayside-dental.test',
};

export const demoSignIns = (port: number) =>
  [
    `  Sign in as ${addresses.marketer}, ${addresses.owner} or ${addresses.desk}; the password is ${password}`,
    `  Visitors' pages: http://${quayside.slug}.localhost:${port}/first-visit and http://${fernhill.slug}.localhost:${port}/runners-knee-evening`,
  ].join('\n');

/** Makes the demo world by the program's own services, its clock set sixty days back and played up to where it stood. */
export async function makeDemo(app: NestFastifyApplication, clock: MovableClock): Promise<void> {
  const until = clock.now();
  clock.resetTo(until.subtract({ hours: 24 * days }));
  const world = await makeDemoWorld(app, until);
  await playHistory(app, clock, { ...world, until, days });
  clock.run();
}

/** The agency, its people and clients, and the funnels of two of them, without any history. `until` is the demo's first day. */
export async function makeDemoWorld(
  app: NestFastifyApplication,
  until: Instant = app.get(Clock).now(),
): Promise<{ desk: UserId; marketer: UserId }> {
  const accounts = app.get(AccountService);
  const clients = app.get(ClientService);
  await accounts.setUp(
    { name: 'Tallow & Thyme Marketing', zone },
    { name: 'Oriel Tallow', email: addresses.owner, password },
  );
  const marketer = await accounts.addUser({
    name: 'Mabel Otterby',
    email: addresses.marketer,
    password,
    role: 'marketer',
    clientId: null,
  });
  const dentist = await clients.create({ ...quayside, zone });
  const physio = await clients.create({ ...fernhill, zone });
  for (const other of otherClients) await clients.create({ ...other, zone: other.facts.zone });
  await keepRecords(app);
  const desk = await buildFirstVisit(app, dentist.id);
  const evening = until.toZonedDateTimeISO(zone).toPlainDate().add({ days: daysToEvening });
  await buildEvening(app, physio.id, evening.toString());
  await buildFromTemplates(app, marketer);
  return { desk, marketer };
}

/** Staff, services and reviews of those clients that have typed them. */
async function keepRecords(app: NestFastifyApplication): Promise<void> {
  const ids = app.get(IdSource);
  for (const [slug, records] of Object.entries(demoRecords)) {
    const client = await app.get(ClientService).bySlug(slug);
    await app.get(ClientRecordsService).save(
      client!.id,
      withIds(records, () => ids.next<string>()),
      [],
    );
  }
}

/** Quayside's three steps: a form, a time, a thank-you; routed, booked and followed up. */
async function buildFirstVisit(app: NestFastifyApplication, clientId: ClientId): Promise<UserId> {
  const { db } = app.get(Database);
  const sequences = app.get(SequenceService);
  const forms = app.get(FormService);
  const desk = await app
    .get(AccountService)
    .addUser({ name: 'Front desk', email: addresses.desk, password, role: 'front-desk', clientId });
  const room = await app
    .get(PictureService)
    .add(clientId, 'The quiet room', await asPicture(quietRoom));
  const form = await forms.create(db, clientId, firstVisitForm.name, firstVisitForm);
  const timeForm = await forms.create(db, clientId, bookingForm.name, bookingForm);
  const welcome = await sequences.create(clientId, gentleWelcome);
  const before = await sequences.create(clientId, beforeYourVisit);
  const calendar = await app.get(CalendarService).create(clientId, visitCalendar(before));
  const { id, width, height } = room;
  const [first, choose, thanks] = await shareHeader(app, clientId, [
    firstVisitPage(form.id, { id: id as never, width, height }),
    choosePage(timeForm.id, calendar.id),
    thanksPage,
  ]);
  await publishFunnel(app, clientId, 'Nervous-patient first visit', [
    { name: 'First visit', slug: 'first-visit', draft: first! },
    { name: 'Choose a time', slug: 'first-visit-time', draft: choose! },
    { name: 'Thank you', slug: 'first-visit-thank-you', draft: thanks! },
  ]);
  await app.get(RuleService).add(clientId, {
    name: 'New patients',
    matches: 'all',
    conditions: [{ about: 'form', is: form.id }],
    actions: [
      { kind: 'tag', tag: 'first-visit' },
      { kind: 'assign', to: desk },
      { kind: 'start', sequence: welcome },
    ],
  });
  return desk;
}

/** Fernhill's evening: a seat on the first page, reminders counted back from a fixed moment. */
async function buildEvening(
  app: NestFastifyApplication,
  clientId: ClientId,
  date: string,
): Promise<void> {
  const { db } = app.get(Database);
  const at = eveningOn(date);
  const form = await app.get(FormService).create(db, clientId, eveningForm.name, eveningForm);
  const sequence = await app.get(SequenceService).create(clientId, eveningSequence(at));
  const calendar = await app.get(CalendarService).create(clientId, eveningCalendar(date, sequence));
  await publishFunnel(app, clientId, 'Runner’s knee evening', [
    {
      name: 'Runner’s knee evening',
      slug: 'runners-knee-evening',
      draft: eveningPage(form.id, calendar.id, at),
    },
    { name: 'Seat saved', slug: 'runners-knee-thanks', draft: eveningThanks },
  ]);
  await app.get(RuleService).add(clientId, {
    name: 'Evening guests',
    matches: 'all',
    conditions: [{ about: 'form', is: form.id }],
    actions: [{ kind: 'tag', tag: 'knee-evening' }],
  });
}

/** Stonecroft's and Marram's funnels, taken from templates as a marketer would. */
async function buildFromTemplates(app: NestFastifyApplication, assignee: UserId): Promise<void> {
  const ids = app.get(IdSource);
  const make: Make = {
    part: () => ids.next<string>().slice(0, 13),
    form: () => ids.next<FormId>(),
  };
  const idOf = async (slug: string) => (await app.get(ClientService).bySlug(slug))!.id;
  const drawn = async (clientId: ClientId, name: string, svg: string) => {
    const { id, width, height } = await app
      .get(PictureService)
      .add(clientId, name, await asPicture(svg));
    return { id: id as never, width, height };
  };
  const publish = async (clientId: ClientId, name: string, tag: string, taken: TakenPage[]) => {
    const funnel = await app.get(FunnelService).create(clientId, name, { pages: taken });
    await app.get(PublishService).publishFunnel(funnel, null);
    await app.get(RuleService).add(clientId, {
      name: `Leads of ${name}`,
      matches: 'all',
      conditions: [{ about: 'funnel', is: funnel }],
      actions: [
        { kind: 'tag', tag },
        { kind: 'assign', to: assignee },
      ],
    });
  };
  const paving = await idOf('stonecroft-paving');
  await publish(
    paving,
    'Free driveway survey',
    'driveway',
    drivewayPages(make, {
      brick: await drawn(paving, 'Block paving', brickSurface),
      gravel: await drawn(paving, 'Resin and gravel', gravelSurface),
      slab: await drawn(paving, 'Porcelain and slab', slabSurface),
    }),
  );
  const homes = await idOf('marram-coast-homes');
  await publish(
    homes,
    'Twilight viewing, 3 Ropewalk Loft',
    'ropewalk-loft',
    viewingPages(make, await drawn(homes, '3 Ropewalk Loft at dusk', loftAtDusk)),
  );
}

/** The pages of a client with their headers kept once: a change on one is a change on all. */
async function shareHeader(
  app: NestFastifyApplication,
  clientId: ClientId,
  pages: PageDocument[],
): Promise<PageDocument[]> {
  const isHeader = (band: Band) => band.id === 'header';
  const linked = await app.get(LinkedBandService).create(clientId, pages[0]!.bands.find(isHeader)!);
  return pages.map((page) => ({
    ...page,
    bands: page.bands.map((band) => (isHeader(band) ? { ...band, linked } : band)),
  }));
}

async function publishFunnel(
  app: NestFastifyApplication,
  clientId: ClientId,
  name: string,
  steps: { name: string; slug: string; draft: PageDocument }[],
): Promise<FunnelId> {
  const { db } = app.get(Database);
  const pages = app.get(PageService);
  const funnelId = await app.get(FunnelService).begin(db, clientId, name);
  for (const [position, step] of steps.entries()) {
    await pages.create(db, { clientId, funnelId, position, ...step });
  }
  await app.get(PublishService).publishFunnel(funnelId, null);
  return funnelId;
}
