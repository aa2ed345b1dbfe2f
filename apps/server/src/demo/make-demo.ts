import type { NestFastifyApplication } from '@nestjs/platform-fastify';
import type { ClientId, FormId, FunnelId, Instant, UserId } from '@plumgate/core/basics';
import { sortIntoStages } from './stages.ts';
import {
  entriesFrom,
  exampleWords,
  type Band,
  type ExamplePicture,
  type PageDocument,
} from '@plumgate/core/page';
import type { Make, TakenPage } from '@plumgate/core/templates';
import { Temporal } from 'temporal-polyfill';
import { usualNotices, type NoticeSettings } from '@plumgate/core/staff';
import { users } from '../records/accounts/table.ts';
import { AccountService } from '../domains/accounts/account.service.ts';
import { addHygieneVisits } from './hygiene-visits.ts';
import { CalendarService } from '../domains/booking/calendar.service.ts';
import { ClientRecordsService } from '../domains/clients/client-records.service.ts';
import { SourceService } from '../domains/results/source.service.ts';
import { addAdSpend } from './ad-spend.ts';
import { addReports } from './reports.ts';
import { addTags } from './tags.ts';
import { addConversions } from './conversions.ts';
import { demoCallNumbers, demoSourceRules } from './sources.ts';
import { ClientService } from '../domains/clients/client.service.ts';
import { CampaignService } from '../domains/campaigns/campaign.service.ts';
import { winterCheckUp } from './draft-campaign.ts';
import { SequenceService } from '../domains/followup/sequence.service.ts';
import { FormService } from '../domains/forms/form.service.ts';
import { FunnelService } from '../domains/funnels/funnel.service.ts';
import { LinkedBandService } from '../domains/pages/linked-band.service.ts';
import { PageService } from '../domains/pages/page.service.ts';
import { noConditions } from '@plumgate/core/conditions';
import { and, eq } from 'drizzle-orm';
import { calendars } from '../records/booking/table.ts';
import { pages } from '../records/pages/table.ts';
import { PublishService } from '../domains/pages/publish.service.ts';
import { Clock, type MovableClock } from '../platform/clock.ts';
import { Database } from '../platform/database/database.ts';
import { IdSource } from '../platform/id-source.ts';
import { RuleService } from '../domains/routing/rule.service.ts';
import { demoRecords, withIds } from './client-records.ts';
import { fernhill, otherClients, quayside } from './clients.ts';
import { pictureTaker } from './demo-pictures.ts';
import {
  eveningEvent,
  eveningForm,
  eveningOn,
  eveningPage,
  eveningSequence,
  eveningThanks,
  gathering,
} from './fernhill-funnel.ts';
import { playHistory } from './history.ts';
import { homes, openHouseAddress, openHouseFunnel, openHouseTag } from './homes.ts';
import { addListings } from './listings.ts';
import { daysToMorning, morning, morningSeats } from './morning.ts';
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
import { surveyForm, surveyName, surveyPage, surveyThanks } from './runners-survey.ts';
import {
  drivewayPages,
  listingPages,
  morningPages,
  signInPages,
  type HomeForSale,
} from './template-funnels.ts';

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
  // Nobody of the team was mailed about what is history.
  await tellTeam(app, { ...usualNotices, promise: [] });
  await playHistory(app, clock, { ...world, until, days });
  await sortIntoStages(app, until, { id: world.marketer, name: 'Mabel Otterby' });
  await addLateRules(app);
  await addHygieneVisits(app, (await app.get(ClientService).bySlug(quayside.slug))!.id);
  await addAdSpend(app, until, days);
  await addConversions(app);
  await addTags(app);
  await addReports(app);
  await addListings(app, until);
  await tellTeam(app, usualNotices);
  clock.run();
}

async function tellTeam(app: NestFastifyApplication, notices: NoticeSettings): Promise<void> {
  await app.get(Database).db.update(users).set({ notices });
}

/** Rules of Quayside's that wait for what people do from now on: what is history has set them off for nobody. */
async function addLateRules(app: NestFastifyApplication): Promise<void> {
  const rules = app.get(RuleService);
  const { id: dentist } = (await app.get(ClientService).bySlug(quayside.slug))!;
  const isFirstVisit = and(eq(pages.clientId, dentist), eq(pages.slug, 'first-visit'));
  const [firstVisit] = await app.get(Database).db.select().from(pages).where(isFirstVisit);
  await rules.add(dentist, {
    name: 'Missed a visit',
    trigger: { kind: 'missed', calendar: null, each: true },
    conditions: noConditions,
    actions: [
      { kind: 'tag', tag: 'missed' },
      { kind: 'task', text: 'Call and offer another time', inDays: 0 },
    ],
  });
  await rules.add(dentist, {
    name: 'Looks at the first page again',
    trigger: { kind: 'saw', page: firstVisit!.id },
    conditions: {
      match: 'all',
      terms: [{ about: 'booking', is: 'booked', calendar: null, not: true }],
    },
    actions: [{ kind: 'tag', tag: 'still thinking' }],
  });
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
    clientIds: null,
  });
  const dentist = await clients.create({ ...quayside, zone });
  const physio = await clients.create({ ...fernhill, zone });
  for (const other of otherClients) await clients.create({ ...other, zone: other.facts.zone });
  for (const [slug, rules] of Object.entries(demoSourceRules))
    await app.get(SourceService).name((await clients.bySlug(slug))!.id, rules);
  for (const [slug, numbers] of Object.entries(demoCallNumbers))
    await app.get(SourceService).giveNumbers((await clients.bySlug(slug))!.id, numbers);
  await keepRecords(app);
  const desk = await buildFirstVisit(app, dentist.id);
  const evening = until.toZonedDateTimeISO(zone).toPlainDate().add({ days: daysToEvening });
  await buildEvening(app, physio.id, evening.toString());
  await buildSurvey(app, physio.id);
  await buildFromTemplates(app, marketer, until);
  return { desk, marketer };
}

/** What those clients have typed once: staff, services, reviews, badges and photographs. */
async function keepRecords(app: NestFastifyApplication): Promise<void> {
  const ids = app.get(IdSource);
  const clients = app.get(ClientService);
  const take = pictureTaker(app);
  for (const [slug, records] of Object.entries(demoRecords)) {
    const { id, facts } = (await clients.bySlug(slug))!;
    const own = (name: ExamplePicture) => take(id, name);
    const stored = await withIds(records, () => ids.next<string>(), own);
    await app.get(ClientRecordsService).save(id, stored, []);
    const photographs = [];
    for (const name of records.photographs)
      photographs.push({ picture: await own(name), alt: exampleWords[name] });
    await clients.change(id, { facts: { ...facts, badges: records.badges, photographs } });
  }
}

/** The people of a client as its pages show them. */
async function staffOf(app: NestFastifyApplication, clientId: ClientId) {
  const records = await app.get(ClientRecordsService).get(clientId);
  const { facts } = await app.get(ClientService).row(clientId);
  return entriesFrom(records, facts).team;
}

/** Quayside's three steps: a form, a time, a thank-you; routed, booked and followed up. */
async function buildFirstVisit(app: NestFastifyApplication, clientId: ClientId): Promise<UserId> {
  const { db } = app.get(Database);
  const sequences = app.get(SequenceService);
  const forms = app.get(FormService);
  const desk = await app.get(AccountService).addUser({
    name: 'Front desk',
    email: addresses.desk,
    password,
    role: 'front-desk',
    clientIds: [clientId],
  });
  const room = await pictureTaker(app)(clientId, 'quiet-room');
  const form = await forms.create(db, clientId, firstVisitForm.name, firstVisitForm);
  const timeForm = await forms.create(db, clientId, bookingForm.name, bookingForm);
  const welcome = await sequences.create(clientId, gentleWelcome);
  const before = await sequences.create(clientId, beforeYourVisit);
  const calendar = await app.get(CalendarService).create(clientId, visitCalendar(before));
  const [first, choose, thanks] = await shareHeader(app, clientId, [
    firstVisitPage(form.id, room, await staffOf(app, clientId)),
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
    conditions: { match: 'all', terms: [{ about: 'form', is: form.id }] },
    actions: [
      { kind: 'tag', tag: 'first-visit' },
      { kind: 'assign', to: desk },
      { kind: 'start', sequence: welcome },
    ],
  });
  const [page] = await db
    .select({ id: pages.id })
    .from(pages)
    .where(and(eq(pages.clientId, clientId), eq(pages.slug, 'first-visit')));
  await app.get(CampaignService).create(clientId, { content: winterCheckUp(page!.id, room) });
  return desk;
}

/** Fernhill's evening: a seat on the first page, reminders counted back from it. */
async function buildEvening(
  app: NestFastifyApplication,
  clientId: ClientId,
  date: string,
): Promise<void> {
  const { db } = app.get(Database);
  const at = eveningOn(date);
  const form = await app.get(FormService).create(db, clientId, eveningForm.name, eveningForm);
  const event = eveningEvent(at);
  const calendar = await app.get(CalendarService).create(clientId, event);
  const sequence = await app.get(SequenceService).create(clientId, eveningSequence(calendar.id));
  await db
    .update(calendars)
    .set({ content: { ...event, sequence } })
    .where(eq(calendars.id, calendar.id));
  const hall = await pictureTaker(app)(clientId, 'evening-hall');
  const staff = await staffOf(app, clientId);
  await publishFunnel(app, clientId, 'Runner’s knee evening', [
    {
      name: 'Runner’s knee evening',
      slug: 'runners-knee-evening',
      draft: eveningPage(form.id, calendar.id, hall, staff),
    },
    { name: 'Seat saved', slug: 'runners-knee-thanks', draft: eveningThanks },
  ]);
  await app.get(RuleService).add(clientId, {
    name: 'Evening guests',
    conditions: { match: 'all', terms: [{ about: 'form', is: form.id }] },
    actions: [{ kind: 'tag', tag: 'knee-evening' }],
  });
}

/** What Fernhill asks of runners: a survey in three parts. */
async function buildSurvey(app: NestFastifyApplication, clientId: ClientId): Promise<void> {
  const { db } = app.get(Database);
  const form = await app.get(FormService).create(db, clientId, surveyForm.name, surveyForm);
  await app.get(FormService).moveTo(form.id, 'Surveys');
  await publishFunnel(app, clientId, surveyName, [
    { name: surveyName, slug: 'runners-survey', draft: surveyPage(form.id) },
    { name: 'Thank you', slug: 'runners-survey-thanks', draft: surveyThanks },
  ]);
}

/** The funnels that a marketer took from templates: Stonecroft's, Marram's three homes with an open house, Fernhill's morning. */
async function buildFromTemplates(
  app: NestFastifyApplication,
  assignee: UserId,
  until: Instant,
): Promise<void> {
  const ids = app.get(IdSource);
  const make: Make = {
    part: () => ids.next<string>().slice(0, 13),
    form: () => ids.next<FormId>(),
  };
  const take = pictureTaker(app);
  const idOf = async (slug: string) => (await app.get(ClientService).bySlug(slug))!.id;
  const publish = async (clientId: ClientId, name: string, tag: string, taken: TakenPage[]) => {
    const funnel = await app.get(FunnelService).create(clientId, name, { pages: taken });
    await app.get(PublishService).publishFunnel(funnel, null);
    await app.get(RuleService).add(clientId, {
      name: `Leads of ${name}`,
      conditions: { match: 'all', terms: [{ about: 'funnel', is: funnel }] },
      actions: [
        { kind: 'tag', tag },
        { kind: 'assign', to: assignee },
      ],
    });
  };
  const paving = await idOf('stonecroft-paving');
  const before = await take(paving, 'drive-before');
  const after = await take(paving, 'drive');
  const { facts } = await app.get(ClientService).row(paving);
  const records = await app.get(ClientRecordsService).get(paving);
  await publish(
    paving,
    'Free driveway survey',
    'driveway',
    drivewayPages(make, { before, after }, { records, facts }),
  );
  const agency = await idOf('marram-coast-homes');
  const [, , agent] = await staffOf(app, agency);
  for (const { funnel, tag, ...home } of homes) {
    const [outside, ...inside] = home.pictures;
    const pictures: HomeForSale['pictures'] = [await take(agency, outside)];
    for (const name of inside) pictures.push(await take(agency, name));
    await publish(agency, funnel, tag, listingPages(make, { ...home, pictures }, agent!));
  }
  const cottage = await take(agency, 'cottage');
  await publish(
    agency,
    openHouseFunnel,
    openHouseTag,
    signInPages(make, openHouseAddress, cottage),
  );
  await buildMorning(app, await idOf(fernhill.slug), make, until, publish);
}

/** Fernhill's small morning, of which every place is taken in the end. */
async function buildMorning(
  app: NestFastifyApplication,
  clientId: ClientId,
  make: Make,
  until: Instant,
  publish: (id: ClientId, name: string, tag: string, taken: TakenPage[]) => Promise<void>,
): Promise<void> {
  const date = until.toZonedDateTimeISO(zone).toPlainDate().add({ days: daysToMorning }).toString();
  const calendar = await app.get(CalendarService).create(clientId, {
    ...gathering(morning, `${date}T09:00`, morningSeats),
    waiting: { hours: 12 },
  });
  await publish(
    clientId,
    morning,
    'back-morning',
    morningPages(
      make,
      { name: morning, starts: `${date}T09:00`, calendar: calendar.id },
      await pictureTaker(app)(clientId, 'treatment-room'),
      (await staffOf(app, clientId)).slice(0, 1),
    ),
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
