import fc from 'fast-check';
import { Temporal } from 'temporal-polyfill';
import {
  type CalendarId,
  type FileId,
  type FormId,
  type FunnelId,
  type PageId,
  type PictureId,
  middle,
  prose,
} from '../basics/index.ts';
import { plainBrand } from '../brand/index.ts';
import { emptyFacts } from '../clients/index.ts';
import type { Comparison } from '../conditions/index.ts';
import { newQuestion, shortForm, type FormDefinition } from '../forms/index.ts';
import {
  emptyPage,
  examplePicture,
  newBand,
  newBlock,
  newColumn,
  type Band,
  type Block,
  type BlockKindName,
  type BlockOf,
  type ButtonAction,
  type Column,
  type PageDocument,
  plainReview,
} from '../page/index.ts';
import {
  findingWords,
  fleschOf,
  fold,
  launchCheck,
  tracesOf,
  launchRules,
  readingOf,
  type LaunchInput,
  type LaunchRule,
  type OnPhone,
} from './index.ts';

const formId = '00000000-0000-4000-8000-0000000000f1' as FormId;
const otherForm = '00000000-0000-4000-8000-0000000000f2' as FormId;
const calendar = '00000000-0000-4000-8000-0000000000c1' as CalendarId;
const file = '00000000-0000-4000-8000-0000000000d1' as FileId;
const [here, thanks] = ['p1', 'p2'] as PageId[];
const picture = { id: 'x' as PictureId, width: 800, height: 600 };

const form: FormDefinition = {
  ...shortForm('First visit', ['q1', 'q2', 'q3']),
  consent: 'We call you back, and nobody else does.',
  notify: ['desk@quayside-dental.test'],
};
const block = <Kind extends BlockKindName>(
  kind: Kind,
  settings: Partial<BlockOf<Kind>> = {},
): Block => newBlock(kind, `${kind}-1`, settings) as Block;
const band = (blocks: Block[], changes: Partial<Band> = {}) =>
  newBand('band', [{ id: 'column', share: 1, blocks }], { name: 'Top', ...changes });
const heading = block('heading', { text: 'Dread the dentist? Come and just talk.', level: 1 });
const good: PageDocument = {
  ...emptyPage('A first visit without dread'),
  description: 'Thirty unhurried minutes with a dentist in Port Alder.',
  bands: [band([heading, block('form', { formId })])],
};
/** A page with nothing to find. */
const clean: LaunchInput = {
  draft: { page: good, forms: { [formId]: form } },
  client: {
    name: 'Quayside Dental',
    facts: { ...emptyFacts('America/New_York'), phone: '(207) 555-0142', email: 'a@example.com' },
  },
  brand: plainBrand,
  now: Temporal.Instant.from('2026-11-05T14:12:00Z'),
  next: thanks!,
  isLast: false,
  around: {
    pages: [
      { id: here!, live: true },
      { id: thanks!, live: true },
    ],
    calendars: [{ id: calendar, open: true, notifies: true, event: null }],
    files: [file],
    vouchers: [{ key: 'spring', name: 'Spring' }],
    forms: [formId],
    ...{ others: [], copied: [], ads: false, tags: [] },
  },
  here: { funnelId: 'f1' as FunnelId, pageId: here! },
  addressTakenBy: null,
  onPhone: { firstActionTop: 400, smallWords: [], smallTargets: [] },
};
const fernhill = {
  name: 'Fernhill',
  phone: '(207) 555-0199',
  email: 'desk@fernhill.example.org',
  hosts: ['book.fernhill.test'],
};
/** The page as it is after a copy from another client. */
const copiedFrom = (input: LaunchInput): LaunchInput => ({
  ...input,
  around: { ...input.around, others: [fernhill] },
});
const withPage = (changes: Partial<PageDocument>): LaunchInput => ({
  ...clean,
  draft: { ...clean.draft, page: { ...good, ...changes } },
});
/** The page with more on its one band. */
const withBlocks = (...blocks: Block[]) =>
  withPage({ bands: [band([heading, block('form', { formId }), ...blocks])] });
const withBand = (changes: Partial<Band>, ...blocks: Block[]) =>
  withPage({
    bands: [...good.bands, { ...band(blocks, changes), id: 'second' }],
  });
/** The last of the bands, of one column with settings of its own. */
const withColumn = (changes: Partial<Column>, ...blocks: Block[]) =>
  withPage({
    bands: [...good.bands, newBand('second', [newColumn('second-column', blocks, changes)])],
  });
const withForm = (changes: Partial<FormDefinition>): LaunchInput => ({
  ...clean,
  draft: { ...clean.draft, forms: { [formId]: { ...form, ...changes } } },
});
const withFacts = (changes: object, input = clean): LaunchInput => ({
  ...input,
  client: { ...input.client, facts: { ...input.client.facts, ...changes } },
});
const onPhone = (changes: Partial<OnPhone>): LaunchInput => ({
  ...clean,
  onPhone: { ...clean.onPhone!, ...changes },
});
const button = (action: ButtonAction) => withBlocks(block('button', { label: 'Press', action }));
const text = (words: string) => withBlocks(block('text', { text: prose(words) }));
const rulesOf = (input: LaunchInput) => launchCheck(input).findings.map(({ rule }) => rule);

it('leaves it to the calendar to tell of a booking', () =>
  expect(rulesOf(withBookingAlone())).not.toContain('form-notifies-nobody'));
it('knows a map of its own address, and a language that it speaks', () => {
  const place = { lat: 43.2, lng: -69.4 };
  expect(rulesOf(withBlocks(block('map', { address: '3 Loft', place })))).toEqual([]);
  expect(rulesOf(withPage({ language: 'es-MX' }))).toEqual([]);
});

it('finds nothing on a page with nothing to find', () =>
  expect(launchCheck(clean).findings).toEqual([]));

/** A form that asks through a booking and notifies nobody by itself. */
function withBookingAlone(): LaunchInput {
  const page = {
    ...good,
    bands: [band([heading, block('booking', { formId, calendarId: calendar })])],
  };
  return { ...clean, draft: { page, forms: { [formId]: { ...form, notify: [] } } } };
}

const cases: [LaunchRule, string, LaunchInput][] = [
  ['empty-page', 'no band at all', withPage({ bands: [] })],
  ['no-title', 'only spaces', withPage({ title: '  ' })],
  ['no-description', 'none', withPage({ description: '' })],
  ['no-way-onward', 'neither form nor button', withPage({ bands: [band([heading])] })],
  ['no-way-onward', 'a form that stays', withForm({ after: { kind: 'message', text: 'Thanks' } })],
  [
    'button-nowhere',
    'no next step',
    { ...button({ kind: 'next-step' }), next: null, isLast: true },
  ],
  ['button-nowhere', 'a band that is gone', button({ kind: 'scroll', band: 'gone' })],
  ['button-nowhere', 'a popup that is gone', button({ kind: 'popup', popup: 'gone' })],
  ['button-nowhere', 'a section that is gone', button({ kind: 'section', section: 'gone' })],
  ['section-empty', 'no band names it', withPage({ sections: [{ id: 'extra', name: 'Extra' }] })],
  [
    'section-unreached',
    'only its link leads to it',
    withPage({
      sections: [
        { id: 'start', name: 'Start' },
        { id: 'extra', name: 'Extra' },
      ],
      bands: [
        { ...clean.draft.page.bands[0]!, section: 'start' },
        { ...band([heading]), id: 'second', section: 'extra' },
        ...clean.draft.page.bands.slice(1),
      ],
    }),
  ],
  ['button-nowhere', 'a page that is gone', button({ kind: 'page', page: 'gone' as PageId })],
  ['button-nowhere', 'a file that is gone', button({ kind: 'download', file: 'gone' as FileId })],
  ['button-nowhere', 'an address not given', button({ kind: 'address', href: 'https://' })],
  ['button-nowhere', 'no number to call', withFacts({ phone: '' }, button({ kind: 'call' }))],
  ['button-nowhere', 'no address to write to', withFacts({ email: '' }, button({ kind: 'email' }))],
  [
    'not-set-up',
    'a call bar without a number',
    withFacts({ phone: '' }, withBlocks(block('call-bar'))),
  ],
  [
    'link-nowhere',
    'a privacy link that was begun',
    withBlocks(block('legal-footer', { text: 'Quayside', privacyHref: 'https://' })),
  ],
  [
    'link-nowhere',
    'a page that is not live',
    withPage({
      kind: 'site',
      bands: [
        band([
          heading,
          block('form', { formId }),
          block('navigation', { items: [{ label: 'Fees', page: 'gone' as PageId }] }),
        ]),
      ],
    }),
  ],
  [
    'form-without-contact',
    'a name alone',
    withForm({ questions: [newQuestion('full-name', 'q1', { key: 'name' })] }),
  ],
  ...(
    [
      ['a question that comes later', { op: 'is', value: 'x' }, 'later'],
      ['a question that is gone', { op: 'is', value: 'x' }, 'gone'],
      ['an answer that is not offered', { op: 'is', value: 'Perhaps' }, 'first'],
      ['no answer at all', { op: 'is-one-of', values: [' '] }, 'first'],
    ] as const
  ).map(([why, test, question]): [LaunchRule, string, LaunchInput] => [
    'question-never-shown',
    why,
    withForm({
      questions: [
        newQuestion('choice', 'q0', { key: 'first', options: ['Yes', 'No'] }),
        newQuestion('email', 'q1', {
          key: 'email',
          showIf: { match: 'all', terms: [{ question, test: test as Comparison }] },
        }),
        newQuestion('short-text', 'q2', { key: 'later' }),
      ],
    }),
  ]),
  ['form-missing', 'a form that is gone', { ...clean, draft: { page: good, forms: {} } }],
  [
    'nothing-counts',
    'ads, and a tag on another funnel alone',
    {
      ...clean,
      around: {
        ...clean.around,
        ads: true,
        tags: [{ kind: 'funnel', funnel: 'f2' as FunnelId }],
      },
    },
  ],
  ['foreign-form', 'another client’s', { ...clean, around: { ...clean.around, forms: [] } }],
  ['form-notifies-nobody', 'nobody', withForm({ notify: [] })],
  [
    'form-notifies-nobody',
    'a booking, of which nobody hears',
    {
      ...withBookingAlone(),
      around: {
        ...clean.around,
        calendars: [{ id: calendar, open: true, notifies: false, event: null }],
      },
    },
  ],
  ['no-consent', 'no line and no link', withForm({ consent: '' })],
  ['no-thank-you', 'the last step asks', { ...clean, next: null, isLast: true }],
  ['no-calendar', 'none chosen', withBlocks(block('booking', { formId }))],
  [
    'calendar-shut',
    'no hours',
    {
      ...withBlocks(block('booking', { formId, calendarId: calendar })),
      around: {
        ...clean.around,
        calendars: [{ id: calendar, open: false, notifies: true, event: null }],
      },
    },
  ],
  ['no-alternative', 'a picture', withBlocks(block('picture', { picture, alt: ' ' }))],
  [
    'no-alternative',
    'a place before and after',
    withBlocks(block('before-after', { before: picture, after: picture })),
  ],
  [
    'example-picture',
    'an example',
    withBlocks(block('picture', { picture: examplePicture('drive') })),
  ],
  [
    'no-alternative',
    'one of a gallery',
    withBlocks(block('gallery', { items: [{ picture, alt: '' }] })),
  ],
  [
    'low-contrast',
    'grey on white',
    { ...clean, brand: { ...plainBrand, colours: { ...plainBrand.colours, ink: '#707070' } } },
  ],
  [
    'low-contrast',
    'a button like its band',
    {
      ...withBand({ surface: 'tint' }, block('button', { action: { kind: 'next-step' } })),
      brand: { ...plainBrand, colours: { ...plainBrand.colours, action: '#EEF2F3' } },
    },
  ],
  [
    'low-contrast',
    'grey words of its own',
    withBlocks(block('text', { look: { color: '#999999' } })),
  ],
  [
    'low-contrast',
    'a pale button of its own',
    withBlocks(block('button', { look: { fill: '#FFE9B0' } })),
  ],
  [
    'reading-jumps',
    'the last part is the first on a phone',
    withColumn(
      { phoneOrder: ['divider-1', 'text-1'] },
      block('text'),
      block('space'),
      block('divider'),
    ),
  ],
  [
    'words-over-picture',
    'in a column of its own',
    withColumn(
      { box: { picture: { ...picture, fade: 20, focus: middle } } },
      block('heading', { text: 'Over it', level: 2 }),
    ),
  ],
  [
    'words-over-picture',
    'hardly any colour over it',
    withBand(
      { picture: { ...picture, fade: 20, focus: middle } },
      block('heading', { text: 'Over it', level: 2 }),
    ),
  ],
  ['unknown-field', 'nobody’s', text('Hello {{ person.shoe_size }}')],
  ['unknown-field', 'a name that every object has', text('Hello {{ toString }}')],
  ['unknown-field', 'a part of a name that every object has', text('{{ valueOf.x }}')],
  ['unknown-field', 'one in a condition', text('{% if person.shoe %}Hello{% endif %}')],
  ['unknown-field', 'one in brackets', text('Hello {{ person["shoe"] }}')],
  ['unknown-field', 'a name that a client’s fields inherit', text('{{ client.constructor }}')],
  [
    'other-clients-contact',
    'the number of another client in a consent line',
    copiedFrom(text('Questions? Call 207 555 0199.')),
  ],
  ['other-clients-contact', 'their email', copiedFrom(text('Write to desk@fernhill.example.org'))],
  ['other-clients-contact', 'their host', copiedFrom(text('See book.fernhill.test/evening'))],
  ['other-clients-name', 'their name', copiedFrom(text('I agree that Fernhill may write to me.'))],
  [
    'other-client-in-messages',
    'their name in a calendar',
    {
      ...clean,
      around: {
        ...clean.around,
        others: [fernhill],
        copied: [{ client: 'Fernhill', kind: 'calendar', name: 'Visits' }],
      },
    },
  ],
  ['unknown-field', 'an answer that is not asked', text('About {{ answers.garden }}')],
  ['unreadable-field', 'not closed', text('Hello {{ person.first_name | shout }}')],
  ['empty-field', 'nothing on the fact sheet', text('License {{ client.license }}')],
  ['date-past', 'in words', text('Come on November 3, 2026 at six.')],
  ['date-past', 'in figures', text('Until 2026-11-04.')],
  ['countdown-over', 'this morning', withBlocks(block('countdown', { until: '2026-11-05T09:00' }))],
  ['countdown-unset', 'no moment', withBlocks(block('countdown'))],
  ['home-unset', 'no listing', withBlocks(block('listing'))],
  ['address-taken', 'another page', { ...clean, addressTakenBy: 'Fees' }],
  ['heading-order', 'no first level', withPage({ bands: [band([block('form', { formId })])] })],
  ['heading-order', 'a level left out', withBlocks(block('heading', { text: 'Deep', level: 3 }))],
  [
    'heading-order',
    'two first levels',
    withBand({}, newBlock('heading', 'h2', { text: 'Again', level: 1 }) as Block),
  ],
  [
    'two-offers',
    'a second form',
    withBlocks(newBlock('form', 'again', { formId: otherForm }) as Block),
  ],
  ['stray-navigation', 'on a landing page', withBlocks(block('navigation', { items: [] }))],
  ['number-not-tappable', 'typed', text('Call (207) 555-0142 today')],
  ['number-not-tappable', 'as a fact', text('Call {{ client.phone }} today')],
  ['hidden-band', 'an empty one', withBand({})],
  ['hidden-band', 'in a popup that is gone', withBand({ popup: 'gone' }, block('divider'))],
  ['below-the-fold', 'one pixel too low', onPhone({ firstActionTop: fold + 1 })],
  [
    'promised-questions',
    'one more than is said',
    withBlocks(block('form', { formId, intro: 'Two questions. We call back.' })),
  ],
  ['small-words', 'a heading', onPhone({ smallWords: ['h'] })],
  ['small-target', 'a heading with a link', onPhone({ smallTargets: ['h'] })],
  [
    'too-heavy',
    'a gallery of twenty',
    withBlocks(
      block('gallery', { items: Array.from({ length: 20 }, () => ({ picture, alt: 'The crew' })) }),
    ),
  ],
  ['areas-not-named', 'no town', withFacts({ areas: ['Port Alder', 'Gull Neck'] })],
  ['not-set-up', 'a map of nowhere', withBlocks(block('map'))],
  [
    'not-set-up',
    'a map of an address that nobody has found',
    withFacts(
      { place: { lat: 43.2, lng: -69.4 } },
      withBlocks(block('map', { address: '3 Loft' })),
    ),
  ],
  ['own-words-english', 'Dutch', withPage({ language: 'nl' })],
  ['not-set-up', 'no film', withBlocks(block('video'))],
  ['first-words', 'ticks', withBlocks(block('ticks'))],
  [
    'suggested-words',
    'a tick as the template had it, in another band than it came with',
    withPage({
      bands: [
        { ...band([heading, block('form', { formId })]), suggested: ['Swept before we leave'] },
        {
          ...band([block('ticks', { items: ['Swept before we leave', 'Our own words'] })]),
          id: 'second',
        },
      ],
    }),
  ],
  [
    'first-words',
    'one prompt among reviews',
    withBlocks(
      block('reviews', {
        items: [
          plainReview('They listened.', 'Ines, Port Alder'),
          plainReview('Ask your last customer for one honest sentence, and put it here.', 'Ana'),
        ],
      }),
    ),
  ],
];

describe('each rule', () => {
  it.each(cases)('%s: %s', (rule, _what, input) => {
    const found = launchCheck(input).findings.filter((one) => one.rule === rule);
    expect(found).toHaveLength(1);
    expect(found[0]!.severity).toBe(launchRules[rule]);
    const { what, why, fix } = findingWords(found[0]!);
    expect(`${what} ${why} ${fix}`).not.toMatch(/(?<!\{)\{\w+\}|undefined|\s{2}/);
  });

  it('has a case, every one of them', () =>
    expect([...new Set(cases.map(([rule]) => rule))].sort()).toEqual(
      Object.keys(launchRules).sort(),
    ));
});

describe('no rule is met by', () => {
  it.each<[string, LaunchRule, LaunchInput]>([
    [
      'the last step without a form',
      'no-way-onward',
      { ...withPage({ bands: [band([heading])] }), next: null, isLast: true },
    ],
    [
      'a privacy link instead of a consent line',
      'no-consent',
      {
        ...withBlocks(
          block('legal-footer', { text: 'Q', privacyHref: 'https://quayside-dental.test/privacy' }),
        ),
        draft: {
          page: {
            ...good,
            bands: [
              band([
                heading,
                block('form', { formId }),
                block('legal-footer', {
                  text: 'Q',
                  privacyHref: 'https://quayside-dental.test/privacy',
                }),
              ]),
            ],
          },
          forms: { [formId]: { ...form, consent: '' } },
        },
      },
    ],
    [
      'an empty fact that falls back',
      'empty-field',
      text('{{ client.license | default: "Licensed" }}'),
    ],
    ['a date of today', 'date-past', text('November 5, 2026')],
    ['a date that is none', 'date-past', text('June 31, 2020')],
    [
      'a linked number',
      'number-not-tappable',
      withBlocks(
        block('text', {
          text: [
            {
              kind: 'paragraph',
              runs: [
                { text: '(207) 555-0142', bold: false, italic: false, href: 'tel:+12075550142' },
              ],
            },
          ],
        }),
      ),
    ],
    [
      'a second form in a popup',
      'two-offers',
      {
        ...withPage({
          popups: [{ id: 'pop', name: 'Wait', opens: 'leaving', after: 0, everyDays: 7 }],
          bands: [
            ...good.bands,
            {
              ...band([newBlock('form', 'again', { formId: otherForm }) as Block], {
                popup: 'pop',
              }),
              id: 'in',
            },
          ],
        }),
      },
    ],
    [
      'a town that is named',
      'areas-not-named',
      withFacts({ areas: ['Port Alder'] }, text('We come to Port Alder')),
    ],
    ['a page nobody measured', 'below-the-fold', { ...clean, onPhone: null }],
    ['nothing to press', 'below-the-fold', onPhone({ firstActionTop: null })],
  ])('%s', (_what, rule, input) => expect(rulesOf(input)).not.toContain(rule));
});

it('what stops comes first', () => {
  const { findings } = launchCheck({
    ...withPage({ title: '', description: '' }),
    addressTakenBy: 'Fees',
  });
  expect(findings.map(({ severity }) => severity)).toEqual(['stops', 'stops', 'look']);
});

it('never fails on any words', () => {
  fc.assert(
    fc.property(fc.string({ maxLength: 300 }), (words) => {
      expect(() => launchCheck(text(words.replace(/[\u0000-\u001f]/g, ' ')))).not.toThrow();
    }),
    { numRuns: 200 },
  );
});

describe('reading', () => {
  /**
   * Flesch's formulas on counts that are published with their results: the sentence "The cat sat on the mat." is given
   * as 116 in ease and -1.45 in grade (1 sentence, 6 words, 6 syllables), by the definition in Wikipedia's article
   * "Flesch–Kincaid readability tests"; the counts are checked below against our own counting. Value from memory.
   */
  it('agrees with the published example', () => {
    expect(fleschOf(6, 1, 6).ease).toBeCloseTo(116.145, 2);
    expect(fleschOf(6, 1, 6).grade).toBeCloseTo(-1.45, 2);
    expect(readingOf('The cat sat on the mat.')).toMatchObject({
      words: 6,
      sentences: 1,
      syllables: 6,
    });
  });
  // Counted in speech: forty-two, two thousand twenty-six, nine, twenty-four seven, one hundred, third.
  it.each([
    ['42', 3],
    ['2026', 6],
    ['9', 1],
    ['24-7', 5],
    ['100', 3],
    ['1,000', 3],
  ])('counts the syllables of %j as it is read out: %d', (number, syllables) =>
    expect(readingOf(number.replace(',', '')).syllables).toBe(syllables),
  );

  it('of nothing is nothing', () =>
    expect(readingOf('')).toEqual({
      words: 0,
      sentences: 0,
      syllables: 0,
      ease: 0,
      grade: 0,
      seconds: 0,
    }));
});

it.each([
  ['Fernhillers are welcome', []],
  ['at Fernhill.', ['name']],
  ['Call 1 207-555-0199', ['phone']],
  ['the code 555-0199 alone', []],
  ['Quayside Dental, (207) 555-0142', []],
])('finds in “%s” of another client: %j', (words, traces) =>
  expect(tracesOf(words, clean.client, [fernhill]).map(({ trace }) => trace)).toEqual(traces),
);
it('a name that is a part of one’s own is no trace', () =>
  expect(
    tracesOf('Fernhill Dental', { ...clean.client, name: 'Fernhill Dental' }, [fernhill]),
  ).toEqual([]));
