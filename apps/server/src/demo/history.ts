import type { NestFastifyApplication } from '@nestjs/platform-fastify';
import type { Instant } from '@plumgate/core/basics';
import { blocksOf } from '@plumgate/core/page';
import { Temporal } from 'temporal-polyfill';
import { IntakeService } from '../intake/intake.service.ts';
import type { MovableClock } from '../platform/clock.ts';
import { VisitCounter, type Visit } from '../results/visit-counter.ts';
import { LivePages, type LivePage } from '../site/live-pages.ts';
import { Chance } from './chance.ts';
import { DemoTime } from './demo-time.ts';

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
const share = { phone: 0.68, lead: 0.21 };

interface Played {
  at: Instant;
  lead: boolean;
  visitorId: string;
  source: string;
  device: 'phone' | 'wide';
}

/** Plays sixty days of visitors through the funnel: visits are counted, forms go through intake, messages go out in their time. */
export async function playHistory(
  app: NestFastifyApplication,
  clock: MovableClock,
  given: { clientSlug: string; pageSlug: string; until: Instant; days: number },
): Promise<void> {
  const pages = app.get(LivePages);
  const counter = app.get(VisitCounter);
  const time = app.get(DemoTime);
  const first = (await pages.find(given.clientSlug, given.pageSlug))!;
  const thanks = (await pages.find(given.clientSlug, first.nextStep!.slice(1)))!;
  const chance = new Chance(20261105);
  for (const played of visits(chance, given)) {
    counter.count(visit(first, played));
    if (!played.lead) continue;
    await time.moveTo(clock, played.at);
    await sendForm(app, first, played, chance);
    counter.count(visit(thanks, { ...played, at: played.at.add({ seconds: 2 }) }));
  }
  await counter.flush();
  await time.moveTo(clock, given.until);
}

function visits(chance: Chance, { until, days }: { until: Instant; days: number }): Played[] {
  const zone = 'America/New_York';
  const played: Played[] = [];
  for (let day = days; day >= 0; day--) {
    const date = until.toZonedDateTimeISO(zone).toPlainDate().subtract({ days: day });
    // A campaign that was found slowly: from about ten visitors a day to about twenty-five.
    const count = chance.between(8, 14) + Math.floor(((days - day) / days) * 14);
    for (let index = 0; index < count; index++) {
      const hour = chance.weighted(hours);
      const at = date
        .toZonedDateTime({
          timeZone: zone,
          plainTime: { hour, minute: chance.between(0, 59), second: chance.between(0, 59) },
        })
        .toInstant();
      played.push({
        at,
        lead: chance.next() < share.lead,
        visitorId: `demo-${day}-${index}`,
        source: chance.weighted(sources),
        device: chance.next() < share.phone ? 'phone' : 'wide',
      });
    }
  }
  const from = until.subtract({ hours: 24 * days });
  return played
    .filter(
      ({ at }) => Temporal.Instant.compare(at, from) > 0 && Temporal.Instant.compare(at, until) < 0,
    )
    .sort((a, b) => Temporal.Instant.compare(a.at, b.at));
}

const visit = (page: LivePage, played: Played): Visit => ({
  clientId: page.clientId,
  pageId: page.pageId,
  visitorId: played.visitorId,
  source: played.source,
  device: played.device,
  at: played.at,
  zone: page.zone,
});

async function sendForm(
  app: NestFastifyApplication,
  page: LivePage,
  played: Played,
  chance: Chance,
): Promise<void> {
  const block = blocksOf(page.document).find((one) => one.kind === 'form')!;
  const first = chance.pick(firstNames);
  const last = chance.pick(lastNames);
  const mailbox = `${first}.${last}`
    .normalize('NFKD')
    .replace(/[^a-zA-Z.-]/g, '')
    .toLowerCase();
  await app.get(IntakeService).receive({
    clientId: page.clientId,
    funnelId: page.funnelId,
    pageId: page.pageId,
    pageName: page.name,
    revisionId: page.revisionId,
    formId: block.formId,
    form: page.forms[block.formId]!,
    typed: {
      name: `${first} ${last}`,
      email: `${mailbox}${chance.between(1, 60)}@${chance.pick(['example.com', 'example.org', 'example.net'])}`,
      phone: `(207) 555-01${String(chance.between(0, 99)).padStart(2, '0')}`,
      worry: chance.pick(worries),
    },
    once: `demo-${played.visitorId}`,
    visitorId: played.visitorId,
    source: played.source,
    device: played.device,
  });
}
