import { readFileSync } from 'node:fs';
import { contrast } from '../brand/index.ts';
import { openHtml, pagesWorthReading, readWebsite, type OpenedPage } from './index.ts';

const address = 'http://ledgeline-roofing.test/';
const folder = `${import.meta.dirname}/../../../../apps/server/websites/ledgeline-roofing`;
const file = (name: string) => readFileSync(`${folder}/${name}`);

function opened(html: string | Buffer, at = address, type = 'text/html'): OpenedPage {
  const read = openHtml(Buffer.from(html), at, type);
  if (!read.ok) throw new Error(read.problem);
  return read.value;
}
const factsOf = (html: string, country = 'US') => readWebsite([opened(html)], [], country).facts;
const linked = (things: object) =>
  `<script type="application/ld+json">${JSON.stringify(things)}</script>`;

describe('the stand-in website', () => {
  const pages = ['index.html', 'contact.html', 'reviews.html'].map((name) =>
    opened(file(name), new URL(name, address).href),
  );
  const { facts, palettes, logos, pictures, reviews } = readWebsite(
    pages,
    [file('styles.css').toString()],
    'US',
  );

  it('gives the facts, the surest first', () => {
    expect(facts.name).toEqual({
      value: 'Ledgeline Roofing',
      how: 'data',
      page: `${address}index.html`,
    });
    expect(facts.phone?.value).toBe('(207) 555-0164');
    expect(facts.email?.value).toBe('desk@ledgeline.example.com');
    expect(facts.address?.value).toEqual({
      street: '31 Tannery Lane',
      town: 'Port Alder',
      region: 'ME',
      postcode: '04101',
    });
    expect(facts.areas?.value).toEqual(['Port Alder', 'Gull Neck', 'Marram Point']);
    expect(facts.services?.value).toEqual(['Roof replacement', 'Leak repair', 'Gutters']);
  });

  it('reads the hours from the words of another page', () => {
    expect(facts.week).toMatchObject({ how: 'words', page: `${address}contact.html` });
    const span = (from: string, to: string) => [{ from, to }];
    const day = span('07:30', '17:00');
    expect(facts.week?.value).toEqual([
      day,
      day,
      day,
      day,
      span('07:30', '15:00'),
      span('08:00', '12:00'),
      [],
    ]);
  });

  it('builds palettes around its own colors, all of them readable', () => {
    expect(palettes.map(({ action }) => action).slice(0, 2)).toEqual(['#C8501A', '#24435C']);
    expect(new Set(palettes.map(({ action }) => action)).size).toBe(palettes.length);
    for (const { action, paper, ink } of palettes) {
      expect(contrast(action, '#FFFFFF')).toBeGreaterThanOrEqual(4.5);
      expect(contrast(ink, paper)).toBeGreaterThanOrEqual(7);
    }
  });

  it('finds the logo and the photographs, each once', () => {
    expect(logos.map((logo) => logo.address)).toEqual([`${address}logo.png`]);
    expect(pictures.map((one) => one.address)).toEqual(
      ['cottage', 'barn-house', 'neighborhood'].map((name) => `${address}photos/${name}.webp`),
    );
    expect(pictures[0]!.alt).toBe('A cottage with a new cedar roof');
  });

  it('finds the reviews, word for word, with their source', () => {
    expect(reviews).toEqual([
      {
        said: 'They found the leak that two others had not, and showed us photographs of it.',
        who: 'Nell B., Gull Neck',
        stars: 5,
        source: 'ledgeline-roofing.test',
        page: `${address}reviews.html`,
      },
      {
        said: 'A whole roof in three days, and not one nail left on the lawn.',
        who: 'Oskar T., Port Alder',
        stars: null,
        source: 'ledgeline-roofing.test',
        page: `${address}reviews.html`,
      },
    ]);
  });

  it('knows which other pages to read', () => {
    expect(pagesWorthReading(pages[0]!, 5)).toEqual([
      `${address}contact.html`,
      `${address}reviews.html`,
    ]);
  });
});

// Examples that schema.org publishes on the pages of their types (https://schema.org/LocalBusiness and others; from memory).
describe('schema.org’s examples', () => {
  const shop = {
    '@context': 'https://schema.org',
    '@type': 'LocalBusiness',
    address: {
      '@type': 'PostalAddress',
      addressLocality: 'Mexico Beach',
      addressRegion: 'FL',
      streetAddress: '3102 Highway 98',
    },
    description:
      'A superb collection of fine gifts and clothing to accent your stay in Mexico Beach.',
    name: 'Beachwalk Beachwear & Giftware',
    telephone: '850-648-4200',
  };
  const asMicrodata = `<div itemscope itemtype="https://schema.org/LocalBusiness">
    <h1><span itemprop="name">Beachwalk Beachwear &amp; Giftware</span></h1>
    <span itemprop="description">A superb collection of fine gifts and clothing to accent your stay in Mexico Beach.</span>
    <div itemprop="address" itemscope itemtype="https://schema.org/PostalAddress">
      <span itemprop="streetAddress">3102 Highway 98</span> <span itemprop="addressLocality">Mexico Beach</span>,
      <span itemprop="addressRegion">FL</span>
    </div>
    Phone: <span itemprop="telephone">850-648-4200</span>
  </div>`;
  it.each([
    ['JSON-LD', linked(shop)],
    [
      'JSON-LD within a graph',
      linked({
        '@context': 'https://schema.org',
        '@graph': [{ '@type': 'WebSite', name: 'x' }, shop],
      }),
    ],
    ['microdata', asMicrodata],
  ])('of a local business as %s', (_kind, html) => {
    const facts = factsOf(html);
    expect(facts.name).toMatchObject({ value: 'Beachwalk Beachwear & Giftware', how: 'data' });
    expect(facts.phone?.value).toBe('(850) 648-4200');
    expect(facts.address?.value).toEqual({
      street: '3102 Highway 98',
      town: 'Mexico Beach',
      region: 'FL',
      postcode: '',
    });
  });

  it('of opening hours', () => {
    const specification = (
      dayOfWeek: string | string[],
      opens: string,
      closes: string,
      more = {},
    ) => ({
      '@type': 'OpeningHoursSpecification',
      dayOfWeek,
      opens,
      closes,
      ...more,
    });
    const { week } = factsOf(
      linked({
        '@type': 'Store',
        name: 'Middle of Nowhere Foods',
        openingHoursSpecification: [
          specification('https://schema.org/Sunday', '09:00:00', '17:00:00'),
          specification(['Tuesday', 'Thursday'], '09:00', '17:00'),
          specification('Saturday', '09:00', '16:00'),
          specification('Monday', '00:00', '00:00', {
            validFrom: '2013-12-24',
            validThrough: '2013-12-25',
          }),
        ],
      }),
    );
    const nine = [{ from: '09:00', to: '17:00' }];
    expect(week?.value).toEqual([[], nine, [], nine, [], [{ from: '09:00', to: '16:00' }], nine]);
  });

  it('of a review', () => {
    const html = linked({
      '@type': 'Product',
      name: 'Kenmore White 17" Microwave',
      review: [
        {
          '@type': 'Review',
          author: 'Ellie',
          reviewBody: 'The lamp burned out and now I have to replace it. ',
          name: 'Not a happy camper',
          reviewRating: { '@type': 'Rating', bestRating: '5', ratingValue: '1', worstRating: '1' },
        },
      ],
    });
    expect(readWebsite([opened(html)], [], 'US').reviews).toMatchObject([
      { said: 'The lamp burned out and now I have to replace it.', who: 'Ellie', stars: 1 },
    ]);
  });
});

// From the microformats project's test suite (npm `microformat-tests` 0.1.23, public domain): `h-adr/simpleproperties`,
// `adr/simpleproperties` and `h-review/vcard`.
describe('microformats’ examples', () => {
  const adr = (prefix: string) => `<p class="${prefix === '' ? '' : 'h-'}adr">
    <span class="${prefix}street-address">665 3rd St.</span>
    <span class="${prefix}extended-address">Suite 207</span>
    <span class="${prefix}locality">San Francisco</span>,
    <span class="${prefix}region">CA</span>
    <span class="${prefix}postal-code">94107</span>
    <span class="${prefix}country-name">U.S.A.</span>
  </p>`;
  it.each([
    ['2', adr('p-')],
    ['1', adr('')],
  ])('of an address, version %s', (_version, html) =>
    expect(factsOf(html).address?.value).toEqual({
      street: '665 3rd St.',
      town: 'San Francisco',
      region: 'CA',
      postcode: '94107',
    }),
  );

  it('of a review', () => {
    const html = `<div class="h-review">
      <span><span class="p-rating">5</span> out of 5 stars</span>
      <h4 class="p-name">Crepes on Cole is awesome</h4>
      <span class="p-reviewer h-card"> Reviewer: <span class="p-name">Tantek</span> - </span>
      <div class="e-description"><p>Excellent food and service.</p></div>
    </div>`;
    expect(readWebsite([opened(html)], [], 'US').reviews).toMatchObject([
      { said: 'Excellent food and service.', who: 'Tantek', stars: 5 },
    ]);
  });

  it('of a card', () => {
    const facts = factsOf(`<div class="h-card"><span class="p-name">Alder Quarry</span>
      <a class="p-tel" href="tel:+12075550133">call</a><a class="u-email" href="mailto:pit@example.org">mail</a></div>`);
    expect(facts).toMatchObject({
      name: { value: 'Alder Quarry', how: 'data' },
      phone: { value: '(207) 555-0133' },
      email: { value: 'pit@example.org' },
    });
  });
});

describe('words and links alone', () => {
  it('are read where there is no data', () => {
    const facts =
      factsOf(`<title>Repairs – Gull Neck Gutters</title><header>Gull Neck Gutters</header>
      <p>Find us at 7 Wharf Street<br>Gull Neck, ME 04102</p><p>(207) 555-0145 · hello@example.net</p><p>Mon-Fri 8-4</p>`);
    expect(facts.name).toMatchObject({ value: 'Gull Neck Gutters', how: 'words' });
    expect(facts.phone).toMatchObject({ value: '(207) 555-0145', how: 'words' });
    expect(facts.email?.value).toBe('hello@example.net');
    expect(facts.address).toMatchObject({
      value: { street: '7 Wharf Street', town: 'Gull Neck', region: 'ME', postcode: '04102' },
    });
    expect(facts.week?.value[0]).toEqual([{ from: '08:00', to: '16:00' }]);
  });

  it('a page that says nothing gives nothing', () => {
    const { facts, palettes, logos, pictures, reviews } = readWebsite(
      [opened('<p>Soon.</p>')],
      [],
      'US',
    );
    expect(Object.values(facts).every((fact) => fact === null)).toBe(true);
    expect([palettes, logos, pictures, reviews]).toEqual([[], [], [], []]);
  });

  it('data that is broken or nested without end is passed over', () => {
    const deep = JSON.stringify({
      '@type': 'LocalBusiness',
      name: 'Deep',
      telephone: '2075550100',
    });
    const nested = `${'{"a":'.repeat(5_000)}1${'}'.repeat(5_000)}`;
    const script = (text: string) => `<script type="application/ld+json">${text}</script>`;
    expect(factsOf(script('{ not json') + script(nested) + script(deep)).name?.value).toBe('Deep');
  });

  it.each([
    ['a file', '<img class="logo" src="/logo.svg" alt="Gull Neck Gutters">'],
    ['within the page', '<header><svg viewBox="0 0 1 1"></svg></header>'],
  ])('a logo that is a drawing, as %s, is not offered, and that is said', (_what, html) => {
    const { logos, notes } = readWebsite([opened(html)], [], 'US');
    expect([logos, notes.length]).toEqual([[], 1]);
  });

  it('a picture within the page, which has no address, is not offered', () => {
    const html = `<img src="data:image/png;base64,${'A'.repeat(5_000)}" alt="a roof">`;
    expect(readWebsite([opened(html)], [], 'US').pictures).toEqual([]);
  });

  it('addresses that would run script are no pictures', () => {
    const html = `<img src="javascript:alert(1)" alt="logo"><img src="data:image/png;base64,AAAA" alt="a roof"><img src="/a.jpg">`;
    const { logos, pictures } = readWebsite([opened(html)], [], 'US');
    expect([logos.length, pictures.map((one) => one.address)]).toEqual([0, [`${address}a.jpg`]]);
  });
});

describe('opening a page', () => {
  const problem = (content: Buffer | string, type?: string) => {
    const read = openHtml(Buffer.from(content), address, type);
    return read.ok ? null : read.problem;
  };

  it.each<[string, Buffer | string, string | undefined, string | null]>([
    ['broken HTML is mended', '<p>One<div><b>two</p></div', undefined, null],
    ['a picture by its type', '<p>', 'image/png', 'not-html'],
    [
      'a picture by its bytes',
      Buffer.from([0x89, 0x50, 0x4e, 0x47, 0, 0, 0, 13]),
      undefined,
      'not-html',
    ],
    ['plain words', 'Just words.', 'text/plain', 'not-html'],
    [
      '5 MB of one embedded picture',
      `<img src="data:image/png;base64,${'A'.repeat(5 * 2 ** 20)}">`,
      undefined,
      null,
    ],
    ['more bytes than are read', Buffer.alloc(7 * 2 ** 20, 32), undefined, 'too-large'],
    ['2,000 elements', '<p>a</p>'.repeat(2_000), undefined, null],
    ['elements in each other without end', '<div>'.repeat(2_000), undefined, 'too-many-elements'],
    ['more elements than are read', '<p>a</p>'.repeat(8_001), undefined, 'too-many-elements'],
  ])('%s', (_what, content, type, expected) => expect(problem(content, type)).toBe(expected));

  it.each([
    [
      'the server says so',
      Buffer.from('<p>Fen\xeatre</p>', 'latin1'),
      'text/html; charset=iso-8859-1',
    ],
    [
      'the page says so',
      Buffer.from('<meta charset="windows-1252"><p>Fen\xeatre</p>', 'latin1'),
      'text/html',
    ],
    ['nobody says anything', Buffer.from('<p>Fen\xeatre</p>', 'latin1'), ''],
    ['it is UTF-8, and nobody says so', Buffer.from('<p>Fenêtre</p>'), ''],
    ['it is UTF-16 with a mark', Buffer.from('\ufeff<p>Fenêtre</p>', 'utf16le'), ''],
  ])('in another encoding: %s', (_what, content, type) => {
    expect(opened(content, address, type).$('p').text()).toBe('Fenêtre');
  });
});
