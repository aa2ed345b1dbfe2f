import { Temporal } from 'temporal-polyfill';
import type { FormId, FunnelId, PageId } from '../basics/index.ts';
import { plainBrand } from '../brand/index.ts';
import { emptyFacts } from '../clients/index.ts';
import { bindingsOf, type Draft } from '../page/index.ts';
import { exampleAnswers, readyTemplates, takeTemplate } from '../templates/index.ts';
import { launchCheck, type LaunchRule } from './index.ts';

let next = 0;
const make = {
  part: () => `n${next++}`,
  form: () => `00000000-0000-4000-8000-${String(next++).padStart(12, '0')}` as FormId,
};
const day = [{ from: '09:00', to: '17:00' }];
/** A client whose fact sheet is filled in. */
const client = {
  name: 'Stonecroft Paving',
  facts: {
    ...emptyFacts('America/New_York'),
    trade: 'Contractor',
    phone: '(207) 555-0142',
    email: 'yard@example.com',
    street: '8 Quarry Lane',
    town: 'Port Alder',
    region: 'ME',
    postcode: '04099',
    hours: 'Monday to Friday, 9 to 5',
    week: [day, day, day, day, day, [], []],
    place: { lat: 43.6, lng: -70.2 },
    license: 'ME contractor 0421',
    areas: ['Port Alder', 'Gull Neck'],
    services: ['Driveways'],
    social: ['https://pictures.example.com/'],
  },
};

/** What only the person who takes a template knows: its words, its pictures, its times, who is notified. */
const takersOwn = new Set<LaunchRule>([
  'suggested-words',
  'first-words',
  'not-set-up',
  'example-picture',
  'no-calendar',
  'form-notifies-nobody',
]);

const findingsOf = (draft: Draft, isLast: boolean) =>
  launchCheck({
    draft,
    client,
    brand: plainBrand,
    now: Temporal.Instant.from('2026-11-05T14:12:00Z'),
    next: isLast ? null : ('p2' as PageId),
    isLast,
    around: {
      pages: [{ id: 'p2' as PageId, live: true }],
      calendars: [],
      ...{ others: [], copied: [], ads: false, tags: [] },
      files: [],
      vouchers: [],
      forms: bindingsOf(draft.page).forms,
    },
    here: { funnelId: 'f1' as FunnelId, pageId: 'p1' as PageId },
    addressTakenBy: null,
    onPhone: null,
  }).findings.filter(({ rule }) => !takersOwn.has(rule));

it.each(readyTemplates.map((template) => [template.name, template] as const))(
  '%s needs nothing but what only its taker knows',
  (_name, template) => {
    const every = template.pages.map((_page, index) => index);
    const taken = takeTemplate(template, every, exampleAnswers(template.asks), make);
    const found = taken.flatMap(({ name, draft }, index) =>
      findingsOf(draft, index === taken.length - 1).map(({ rule, place, about }) =>
        [name, rule, JSON.stringify(place), JSON.stringify(about)].join(': '),
      ),
    );
    expect(found).toEqual([]);
  },
);
