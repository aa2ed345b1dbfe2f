import type { NestFastifyApplication } from '@nestjs/platform-fastify';
import type { Instant, PersonId, SubmissionId, UserId } from '@plumgate/core/basics';
import { and, asc, eq } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { BookingService } from '../domains/booking/booking.service.ts';
import { SlotService } from '../domains/booking/slot.service.ts';
import { CalendarService } from '../domains/booking/calendar.service.ts';
import { HeldService } from '../domains/intake/held.service.ts';
import { incomingOf, type Incoming } from '../domains/intake/incoming.ts';
import { IntakeService } from '../domains/intake/intake.service.ts';
import { clients } from '../records/clients/table.ts';
import { funnels } from '../records/funnels/table.ts';
import { submissions } from '../records/intake/table.ts';
import { pages } from '../records/pages/table.ts';
import { PeopleService } from '../domains/people/people.service.ts';
import { Clock, type MovableClock } from '../platform/clock.ts';
import { Database } from '../platform/database/database.ts';
import type { CurrentUser } from '../platform/http/bind.ts';
import { Gathering } from '../platform/database/gathered-writes.ts';
import { VisitLog } from '../domains/results/visit-log.ts';
import { LivePages } from '../domains/live-pages/live-pages.ts';
import type { LivePage } from '../domains/live-pages/live-page.ts';
import { answersOfPatients } from './conversations.ts';
import type { Happening } from './happening.ts';
import { campaigns, type Campaign } from './campaigns.ts';
import { begunOn, behaviorOn, secondsToSend } from './page-behavior.ts';
import { Chance } from './chance.ts';
import { fernhill, quayside } from './clients.ts';
import { DemoTime } from './demo-time.ts';
import { openHouseFunnel } from './homes.ts';
import { arrivalFrom } from './sources.ts';
import { morning, morningSeats } from './morning.ts';
import { seesAll } from '../records/accounts/users-of.ts';

const zone = 'America/New_York';
const firstNames = [
  'Ana',
  'Tomás',
  'Wren',
  'Joss',
  'Lucía',
  'Dev',
  'Marguerite',
  'Odile',
  'Piet',
  'Saoirse',
  'Ravi',
  'Nell',
  'Hanneke',
  'Bram',
  'Ione',
  'Casper',
  'Yusuf',
  'Mirela',
  'Anselm',
  'Tova',
  'Lorcan',
  'Petra',
  'Inés',
  'Fenn',
  'Zadie',
  'Ulla',
];
const areaCodes = [
  '207',
  '603',
  '802',
  '978',
  '617',
  '413',
  '508',
  '781',
  '401',
  '203',
  '860',
  '518',
];
const lastNames = [
  'Okafor',
  'Villar',
  'Halloran',
  'Pemberly',
  'Barron',
  'Anand-Price',
  'Sól',
  'Quillfeather',
  'Marsh',
  'Dunmore',
  'Castellan',
  'Thackeray-Bloom',
  'Weir',
  'Lindqvist',
  'Abara',
  'Fennimore',
  'Roux',
  'Ashdown',
  'Karim',
  'Bellweather',
  'Tran',
  'Osei',
  'Pike',
  'van der Loo',
];
const worries = ['The sound', 'Needles', 'Being told off', 'The cost', 'Something else', ''];
const sources = [
  ['Search ads', 60],
  ['Social ads', 24],
  ['Waiting-room QR', 9],
  ['Direct', 7],
] as const;
/** Visits by hour of the day in Port Alder: few at night, most in the evening. */
const hours = [1, 0, 0, 0, 0, 1, 2, 4, 6, 6, 6, 6, 8, 7, 5, 5, 6, 7, 9, 11, 12, 10, 6, 3].map(
  (weight, hour) => [hour, weight] as const,
);
const share = { phone: 0.68, lead: 0.21, books: 0.64, cancels: 0.14, came: 0.88, called: 0.94 };
const eveningGuests = 13;
const comeToTheOpenHouse = 14;

interface Visitor {
  at: Instant;
  visitorId: string;
  source: string;
  device: 'phone' | 'wide';
}

interface Given {
  desk: UserId;
  /** Calls the leads of clients that have no front desk. */
  marketer: UserId;
  until: Instant;
  days: number;
}

/**
 * Plays sixty days: visits are counted, forms and bookings go through intake, the front desk calls and says who came,
 * messages go out in their time. Everything happens in the order of its moments.
 */
export async function playHistory(
  app: NestFastifyApplication,
  clock: MovableClock,
  given: Given,
): Promise<void> {
  const time = app.get(DemoTime);
  const player = await Player.on(app, given);
  const others = await Promise.all(campaigns.map((campaign) => player.visitsTo(campaign)));
  const queue = [
    ...player.visitsToTheDentist(),
    ...player.junkAtTheDentist(),
    ...player.doublesAtTheDentist(),
    ...player.guestsOfTheEvening(),
    ...others.flat(),
    ...(await player.guestsOfTheMorning()),
    ...(await player.visitorsOfTheOpenHouse()),
    ...player.answersToMessages(given.until),
  ].sort(byMoment);
  for (let next = queue.shift(); next; next = queue.shift()) {
    if (Temporal.Instant.compare(next.at, given.until) >= 0) break;
    await time.moveTo(clock, next.at);
    await next.happens();
    // What one thing leads to takes its place in the queue.
    queue.push(...player.taken());
    queue.sort(byMoment);
  }
  await app.get(Gathering).flush();
  await time.moveTo(clock, given.until);
}

/** Programs that leave links fill in whatever they find, and the field that people don't see. */
const junk: Record<string, string>[] = [
  { name: 'Rank first', email: 'sales@rank-first.example', _website: 'https://rank-first.example' },
  { name: 'https://cheap-crowns.example', email: 'crowns@cheap-crowns.example' },
  { name: 'Web Design', email: 'hello@sites-4-less.example', _website: 'sites-4-less.example' },
  { name: 'Invoice www.pay-me.example', email: 'billing@pay-me.example' },
];

const doubles: Record<string, string>[] = [
  { name: 'Marguerite Halloran', email: 'm.halloran@example.com', phone: '(207) 555-0186' },
  { name: 'Joss Delacroix', email: 'joss.delacroix@example.org', phone: '(207) 555-0187' },
  { name: 'Margaret Halloran', email: 'halloran@example.net', phone: '207-555-0186' },
  { name: 'Wren Delacroix', email: 'wren.delacroix@example.org', phone: '(207) 555-0187' },
];

const byMoment = (a: Happening, b: Happening) => Temporal.Instant.compare(a.at, b.at);

class Player {
  private readonly chance = new Chance(20261105);
  private led: Happening[] = [];
  private phones = 0;

  private constructor(
    private readonly app: NestFastifyApplication,
    private readonly given: Given,
    private readonly pages: Record<'first' | 'time' | 'thanks' | 'evening' | 'seat', LivePage>,
    private readonly desk: CurrentUser,
    private readonly marketer: CurrentUser,
  ) {}

  static async on(app: NestFastifyApplication, given: Given): Promise<Player> {
    const live = app.get(LivePages);
    const page = async (client: { slug: string }, slug: string) =>
      (await live.find(client.slug, slug))!;
    const shown = {
      first: await page(quayside, 'first-visit'),
      time: await page(quayside, 'first-visit-time'),
      thanks: await page(quayside, 'first-visit-thank-you'),
      evening: await page(fernhill, 'runners-knee-evening'),
      seat: await page(fernhill, 'runners-knee-thanks'),
    };
    const { clientId } = shown.first;
    const desk: CurrentUser = {
      id: given.desk,
      name: 'Front desk',
      email: '',
      role: 'front-desk',
      clientIds: [clientId],
    };
    const marketer: CurrentUser = {
      id: given.marketer,
      name: 'Mabel Otterby',
      email: '',
      role: 'marketer',
      clientIds: null,
    };
    return new Player(app, given, shown, desk, marketer);
  }

  /** What the last happening led to. */
  taken(): Happening[] {
    const { led } = this;
    this.led = [];
    return led;
  }

  /** A campaign that was found slowly: from about seven visitors a day to about sixteen. */
  visitsToTheDentist(): Happening[] {
    const { days } = this.given;
    return Array.from({ length: days + 1 }, (_, day) => day).flatMap((day) => {
      const count = this.chance.between(5, 9) + Math.floor((day / days) * 9);
      return this.visitors(`dentist-${day}`, days - day, count).flatMap((visitor) => {
        this.count(this.pages.first, visitor);
        if (this.chance.next() >= share.lead) return [];
        return { at: visitor.at, happens: () => this.writeToTheDentist(visitor) };
      });
    });
  }

  /** Visitors of a page with a form: some write, and most of those are called back within a few hours. */
  async visitsTo(campaign: Campaign): Promise<Happening[]> {
    const [first, thanks] = await this.stepsOf(campaign);
    const { days } = this.given;
    const [from, to] = campaign.perDay;
    return Array.from({ length: days + 1 }, (_, day) => day).flatMap((day) => {
      const count = Math.max(
        1,
        Math.round(from + ((to - from) * day) / days) + this.chance.between(-3, 3),
      );
      const prefix = `${campaign.client}-${campaign.funnel}-${day}`;
      return this.visitors(prefix, days - day, count, campaign).flatMap((visitor) => {
        this.count(first!, visitor);
        if (this.chance.next() >= campaign.lead) return [];
        return { at: visitor.at, happens: () => this.writeTo(campaign, first!, thanks!, visitor) };
      });
    });
  }

  /** The live pages of a client's funnel, in their order. */
  private async stepsOf({
    client,
    funnel,
  }: Pick<Campaign, 'client' | 'funnel'>): Promise<LivePage[]> {
    const rows = await this.app
      .get(Database)
      .db.select({ slug: pages.slug })
      .from(pages)
      .innerJoin(clients, eq(clients.id, pages.clientId))
      .innerJoin(funnels, eq(funnels.id, pages.funnelId))
      .where(and(eq(clients.slug, client), eq(funnels.name, funnel)))
      .orderBy(asc(pages.position));
    const live = this.app.get(LivePages);
    return Promise.all(rows.map(async ({ slug }) => (await live.find(client, slug))!));
  }

  private async writeTo(
    campaign: Campaign,
    page: LivePage,
    thanks: LivePage,
    visitor: Visitor,
  ): Promise<void> {
    const typed = { ...this.newPerson(), ...campaign.answers(this.chance) };
    const received = await this.send(page, visitor, typed);
    if (!received.ok) return;
    this.count(thanks, visitor);
    const { id } = await this.personOf(received.value.submissionId);
    this.willBeCalled(id, visitor.at, campaign.called, this.marketer);
  }

  /** All are called back in the end; of those who wrote in the last days some, and since yesterday more, still wait. */
  private willBeCalled(id: PersonId, since: Instant, share: number, by: CurrentUser): void {
    const at = since.add({ minutes: this.chance.between(4, 260) });
    const isWithin = (hours: number) =>
      Temporal.Instant.compare(at, this.given.until.subtract({ hours })) > 0;
    if (this.chance.next() < (isWithin(30) ? 0.4 : isWithin(96) ? share : 1))
      this.led.push({ at, happens: () => this.call(id, by) });
  }

  /** The evening is two weeks away; a few look at it each day and about one of them takes a seat. */
  guestsOfTheEvening(): Happening[] {
    const guests = Array.from({ length: eveningGuests }, (_, index) => index);
    return guests.flatMap((guest) => {
      const day = 1 + Math.floor((guest / eveningGuests) * 9);
      return this.visitors(`evening-${guest}`, day, 4).flatMap((visitor, index) => {
        this.count(this.pages.evening, visitor);
        return index === 0 ? { at: visitor.at, happens: () => this.takeSeat(visitor) } : [];
      });
    });
  }

  /** What programs send by Quayside's form: put aside, with nobody written to because of it. */
  junkAtTheDentist(): Happening[] {
    const { first } = this.pages;
    return junk.flatMap((typed, index) =>
      this.visitors(`junk-${index}`, 2 + index * 3, 1).map((visitor) => ({
        at: visitor.at,
        happens: async () => {
          const phone = `(207) 555-017${index}`;
          const incoming = incomingFrom(first, visitor, { phone, ...typed });
          await this.app.get(HeldService).receiveFrom('203.0.113.9', incoming);
        },
      })),
    );
  }

  /** Somebody who writes again under another address, and two who share a phone. */
  doublesAtTheDentist(): Happening[] {
    const { first } = this.pages;
    return doubles.flatMap((typed, index) =>
      this.visitors(`double-${index}`, 9 - index * 2, 1).map((visitor) => ({
        at: visitor.at,
        happens: async () => void (await this.send(first, visitor, typed)),
      })),
    );
  }

  /** A small morning that filled within a fortnight; since then people look at a page without places. */
  answersToMessages(until: Instant): Happening[] {
    return answersOfPatients(this.app, until, this.marketer);
  }

  async guestsOfTheMorning(): Promise<Happening[]> {
    const [page, thanks] = await this.stepsOf({ client: fernhill.slug, funnel: morning });
    const guests = Array.from({ length: morningSeats }, (_, index) => index);
    const booked = guests.flatMap((guest) => {
      const day = 17 - Math.floor((guest / morningSeats) * 13);
      return this.visitors(`morning-${guest}`, day, 5).flatMap((visitor, index) => {
        this.count(page!, visitor);
        if (index > 0) return [];
        const happens = async () => {
          if (await this.book(page!, visitor, this.newPerson())) this.count(thanks!, visitor);
        };
        return { at: visitor.at, happens };
      });
    });
    for (const day of [1, 2, 3])
      this.visitors(`morning-late-${day}`, day, 4).forEach((visitor) => this.count(page!, visitor));
    return booked;
  }

  /** Last Saturday from one to three people came through the door and signed in on the tablet. */
  async visitorsOfTheOpenHouse(): Promise<Happening[]> {
    const [door] = await this.stepsOf({ client: 'marram-coast-homes', funnel: openHouseFunnel });
    const today = this.given.until.toZonedDateTimeISO(zone).toPlainDate();
    const saturday = today.subtract({ days: (today.dayOfWeek + 1) % 7 || 7 });
    return Array.from({ length: comeToTheOpenHouse }, (_, index) => {
      const minute = Math.floor((index / comeToTheOpenHouse) * 115) + this.chance.between(0, 4);
      const at = saturday
        .toZonedDateTime({ timeZone: zone, plainTime: '13:00' })
        .add({ minutes: minute })
        .toInstant();
      const visitor: Visitor = {
        at,
        visitorId: `demo-open-house-${index}`,
        source: 'Window card QR',
        device: 'wide',
      };
      return { at, happens: () => this.signIn(door!, visitor) };
    });
  }

  private async signIn(door: LivePage, visitor: Visitor): Promise<void> {
    this.count(door, visitor);
    const agent: Record<string, string> = this.chance.next() < 0.3 ? { agent: 'yes' } : {};
    const received = await this.send(door, visitor, { ...this.newPerson(), ...agent });
    if (!received.ok) return;
    const { id } = await this.personOf(received.value.submissionId);
    this.willBeCalled(id, visitor.at.add({ hours: 40 }), 1, this.marketer);
  }

  private visitors(
    prefix: string,
    daysAgo: number,
    count: number,
    shape: Pick<Campaign, 'phone' | 'sources'> = { phone: share.phone, sources },
  ): Visitor[] {
    const { until } = this.given;
    const date = until.toZonedDateTimeISO(zone).toPlainDate().subtract({ days: daysAgo });
    return Array.from({ length: count }, (_, index) => {
      const plainTime = {
        hour: this.chance.weighted(hours),
        minute: this.chance.between(0, 59),
        second: this.chance.between(0, 59),
      };
      return {
        at: date.toZonedDateTime({ timeZone: zone, plainTime }).toInstant(),
        visitorId: `demo-${prefix}-${index}`,
        source: this.chance.weighted(shape.sources),
        device: this.chance.next() < shape.phone ? ('phone' as const) : ('wide' as const),
      };
    }).filter(
      ({ at }) => Temporal.Instant.compare(at, until.subtract({ hours: 24 * this.given.days })) > 0,
    );
  }

  private async writeToTheDentist(visitor: Visitor): Promise<void> {
    const { first, time, thanks } = this.pages;
    const who = this.newPerson();
    const received = await this.send(first, visitor, { ...who, worry: this.chance.pick(worries) });
    if (!received.ok) return;
    this.count(time, visitor);
    const { id: personId } = await this.personOf(received.value.submissionId);
    this.willBeCalled(personId, visitor.at, share.called, this.desk);
    if (this.chance.next() > share.books) return;
    const bookedAt = visitor.at.add({ seconds: this.chance.between(40, 600) });
    this.led.push({
      at: bookedAt,
      happens: async () => {
        if (await this.book(time, { ...visitor, at: bookedAt }, who)) this.count(thanks, visitor);
      },
    });
  }

  private async takeSeat(visitor: Visitor): Promise<void> {
    const { evening, seat } = this.pages;
    const who = {
      ...this.newPerson(),
      hurts: this.chance.pick(['Front of the knee', 'Under the kneecap', '']),
    };
    if (await this.book(evening, visitor, who)) this.count(seat, visitor);
  }

  /** Sends a page's form with one of the free times, sooner ones more often; says who came when it is over. */
  private async book(
    page: LivePage,
    visitor: Visitor,
    typed: Record<string, string>,
  ): Promise<boolean> {
    const bookings = this.app.get(BookingService);
    // Anyone who chooses a time has been seen on its page a while ago.
    await this.app.get(Gathering).flush();
    const calendar = await this.app.get(CalendarService).row(page.calendars[0]!, seesAll);
    const now = this.app.get(Clock).now();
    const free = await this.app.get(SlotService).slots(calendar, now, now.add({ hours: 24 * 30 }));
    const slot = free[Math.floor(this.chance.next() ** 2 * Math.min(free.length, 90))];
    if (!slot) return false;
    const texts: Record<string, string> = this.chance.next() < 0.6 ? { texts: 'yes' } : {};
    const received = await this.send(page, visitor, { ...typed, ...texts }, slot.start);
    if (!received.ok || !received.value.bookingId) return false;
    const id = received.value.bookingId;
    if (page === this.pages.time) {
      const cancelledAt = slot.start.subtract({ hours: this.chance.between(26, 60) });
      const isEarlier = Temporal.Instant.compare(visitor.at, cancelledAt) < 0;
      if (isEarlier && this.chance.next() < share.cancels) {
        this.led.push({
          at: cancelledAt,
          happens: async () => void (await bookings.cancel(id, 'visitor', seesAll)),
        });
        return true;
      }
      const came = this.chance.next() < share.came ? ('came' as const) : ('missed' as const);
      this.led.push({
        at: slot.end.add({ minutes: 5 }),
        happens: async () => void (await bookings.mark(id, came, this.desk)),
      });
    }
    return true;
  }

  private async call(personId: PersonId, by: CurrentUser): Promise<void> {
    const how = this.chance.next() < 0.8 ? ('called' as const) : ('no-answer' as const);
    await this.app.get(PeopleService).touch(by, personId, { how, note: '' });
  }

  private async personOf(id: SubmissionId): Promise<{ id: PersonId }> {
    const [row] = await this.app
      .get(Database)
      .db.select({ id: submissions.personId })
      .from(submissions)
      .where(eq(submissions.id, id));
    return row!;
  }

  private count(page: LivePage, visitor: Visitor): void {
    const visit = visitTo(page, visitor);
    const log = this.app.get(VisitLog);
    log.note({ ...visit, kind: 'view' });
    for (const event of behaviorOn(page, visit)) log.note(event);
  }

  private newPerson(): Record<'name' | 'email' | 'phone', string> {
    const { chance } = this;
    const [first, last] = [chance.pick(firstNames), chance.pick(lastNames)];
    const mailbox = `${first}.${last}`
      .normalize('NFKD')
      .replace(/[^a-zA-Z.-]/g, '')
      .toLowerCase();
    return {
      name: `${first} ${last}`,
      email: `${mailbox}${chance.between(1, 60)}@${chance.pick(['example.com', 'example.org', 'example.net'])}`,
      phone: this.newPhone(),
    };
  }

  /** Another number each time: 555-0100 to 0179 of every area code; those from 80 on are left for whoever tries the demo. */
  private newPhone(): string {
    const area = areaCodes[Math.floor(this.phones / 80) % areaCodes.length]!;
    const end = String(this.phones % 80).padStart(2, '0');
    this.phones += 1;
    return `(${area}) 555-01${end}`;
  }

  private send(page: LivePage, visitor: Visitor, typed: Record<string, string>, start?: Instant) {
    const begun = begunOn(page, visitTo(page, visitor));
    if (begun) this.app.get(VisitLog).note(begun);
    return this.app.get(IntakeService).receive(incomingFrom(page, visitor, typed, start));
  }
}

function visitTo(page: LivePage, visitor: Visitor) {
  const { source, firstSource, origins } = arrivalFrom(visitor.source, visitor.visitorId);
  const { visitorId, device } = visitor;
  // A page that a form leads to is reached a while after the form was opened.
  const at = page.gated ? visitor.at.add({ seconds: secondsToSend(visitorId) }) : visitor.at;
  return {
    ...{ clientId: page.clientId, pageId: page.pageId, revisionId: page.revisionId },
    ...{ visitorId, device, at, source, firstSource, origin: origins.last, zone: page.zone },
  };
}

function incomingFrom(
  page: LivePage,
  visitor: Visitor,
  typed: Record<string, string>,
  start?: Instant,
): Incoming {
  return incomingOf(page, '', {
    typed,
    start: start ?? null,
    // The same visitor sends a form and then chooses a time.
    once: start ? `${visitor.visitorId}-time` : visitor.visitorId,
    visitorId: visitor.visitorId,
    ...arrivalFrom(visitor.source, visitor.visitorId),
    device: visitor.device,
    query: null,
  })!;
}
