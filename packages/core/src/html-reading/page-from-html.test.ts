import { wordsOf } from '../basics/index.ts';
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import type { FormId, PictureId, PictureRef } from '../basics/index.ts';
import { blocksOf, Draft, type Block, type BlockOf, type BlockKindName } from '../page/index.ts';
import {
  openHtml,
  pageFromHtml,
  picturesNeeded,
  type Making,
  type PageFromHtml,
  type Sheet,
} from './index.ts';

const address = 'http://ledgeline-roofing.test/spring-offer.html';
const picture: PictureRef = {
  id: '00000000-0000-4000-8000-0000000000a1' as PictureId,
  width: 800,
  height: 533,
};

function making(pictureAt: Making['pictureAt'] = () => picture): Making {
  let next = 0;
  const number = () => String(++next).padStart(12, '0');
  return {
    part: () => `p${number()}`,
    form: () => `00000000-0000-4000-8000-${number()}` as FormId,
    pictureAt,
  };
}
function opened(html: string | Buffer, at = address) {
  const read = openHtml(Buffer.from(html), at);
  if (!read.ok) throw new Error(read.problem);
  return read.value;
}
function imported(
  html: string | Buffer,
  sheets: Sheet[] = [],
  pictureAt?: Making['pictureAt'],
): PageFromHtml {
  const read = pageFromHtml(opened(html), sheets, making(pictureAt));
  if (!read.ok) throw new Error(read.problem);
  return read.value;
}
const kinds = ({ draft }: PageFromHtml) =>
  draft.page.bands.map((band) => band.columns.map(({ blocks }) => blocks.map(({ kind }) => kind)));
const only = <Kind extends BlockKindName>({ draft }: PageFromHtml, kind: Kind): BlockOf<Kind>[] =>
  blocksOf(draft.page).filter(
    (block): block is Block & BlockOf<Kind> => block.kind === kind,
  ) as BlockOf<Kind>[];
const formOf = ({ draft }: PageFromHtml) => Object.values(draft.forms)[0]!;

describe('the stand-in’s offer', () => {
  const folder = `${import.meta.dirname}/../../../../apps/server/websites/ledgeline-roofing`;
  const sheet = { css: readFileSync(`${folder}/styles.css`, 'utf8'), base: address };
  const page = imported(readFileSync(`${folder}/spring-offer.html`), [sheet]);

  it('becomes bands, columns and blocks in its order', () => {
    expect(kinds(page)).toEqual([
      [['logo']],
      [['heading', 'text', 'ticks', 'button'], ['form']],
      [['heading', 'cards']],
      [['picture'], ['heading', 'text']],
      [['heading', 'questions']],
      [['video']],
      [['text']],
    ]);
  });

  it('keeps which parts are light, tinted and dark, and how wide columns are', () => {
    expect(page.draft.page.bands.map(({ surface }) => surface)).toEqual([
      'paper',
      'deep',
      'tint',
      'paper',
      'tint',
      'paper',
      'deep',
    ]);
    expect(page.draft.page.bands[1]!.columns.map(({ share }) => share)).toEqual([3, 2]);
  });

  it('keeps words, bold ones too, and binds a link within the page to its band', () => {
    const [promise] = only(page, 'text');
    expect(wordsOf(promise!.text)).toBe(
      'We check shingles, flashing and gutters in 40 minutes and leave you the photographs.',
    );
    expect(promise!.text[0]).toMatchObject({ runs: [{}, { text: '40 minutes', bold: true }, {}] });
    expect(only(page, 'button')[0]).toMatchObject({
      label: 'How it goes',
      action: { kind: 'scroll', band: page.draft.page.bands[2]!.id },
    });
    expect(only(page, 'ticks')[0]!.items).toHaveLength(3);
    expect(only(page, 'cards')[0]!.items.map(({ title }) => title)).toEqual([
      'Shingles',
      'Flashing',
      'Gutters',
    ]);
    expect(only(page, 'questions')[0]!.items).toEqual([
      { question: 'What does it cost?', answer: 'Nothing until the end of April.' },
      { question: 'Do I have to be at home?', answer: 'No. We send you the photographs.' },
    ]);
  });

  it('its form becomes a form', () => {
    const form = formOf(page);
    expect(
      form.questions.map(({ kind, key, label, required }) => [kind, key, label, required]),
    ).toEqual([
      ['full-name', 'full_name', 'Your name', true],
      ['email', 'email', 'Email', true],
      ['phone', 'phone', 'Phone', false],
      ['choice', 'roof_age', 'How old is the roof?', false],
      ['choices', 'worry', 'What worries you?', false],
      ['long-text', 'more', 'Anything else?', false],
      ['file', 'photo', 'photo', false],
      ['checkbox', 'agree', 'I agree to be contacted about this.', true],
    ]);
    expect(form.questions[3]!.options).toEqual(['Under 10 years', '10 to 20 years', 'Older']);
    expect(form.questions[4]!.options).toEqual(['A leak', 'Moss', 'Its age']);
    expect(form.button).toBe('Book my check');
    expect(only(page, 'form')[0]!.title).toBe('Ask for your roof check');
  });

  it('names the bands by their headings, or by where they stand', () => {
    expect([page.name, page.draft.page.title]).toEqual([
      'Spring roof check',
      'Spring roof check | Ledgeline Roofing',
    ]);
    expect(page.draft.page.bands.map(({ name }) => name)).toEqual([
      'Header',
      'Know your roof before the spring storms',
      'What we look at',
      'Forty years on the ladder',
      'Questions',
      'Part 6',
      'Footer',
    ]);
  });

  it('says what could not be taken over', () => {
    expect(page.notes).toEqual([
      'A menu was left out: Home, What people say.',
      'A hidden value of the form was left out: campaign.',
      'The form no longer sends to forms.example.net: submissions come here.',
      'What is embedded from films.example.net became a video: check that it is one.',
      'A drawing made by script was left out.',
      'Its scripts were left out. Tracking code belongs in the page’s settings.',
    ]);
  });
});

it.each<[string, string, string[][][]]>([
  [
    'columns by the names of their classes',
    '<section><div class="row"><div class="col-md-8"><h2>A</h2></div><div class="col-md-4"><p>b</p></div></div></section>',
    [[['heading'], ['text']]],
  ],
  [
    'columns by a style',
    '<div style="display:flex"><div><p>a</p></div><div><p>b</p></div></div>',
    [[['text'], ['text']]],
  ],
  [
    'a column by its direction',
    '<div style="display:flex;flex-direction:column"><div><p>a</p></div><div><p>b</p></div></div>',
    [[['text']]],
  ],
  [
    'a heading before a row is a band before it',
    '<section><h2>Team</h2><div class="row"><div><p>a</p></div><div><p>b</p></div></div></section>',
    [[['heading']], [['text'], ['text']]],
  ],
  [
    'a row within a column stands below itself',
    '<div class="row"><div><div class="row"><div><p>a</p></div><div><p>b</p></div></div></div><div><p>c</p></div></div>',
    [[['text', 'text'], ['text']]],
  ],
  ['text without paragraphs', 'Hello <b>you</b><br>there', [[['text']]]],
  ['a picture in a line', '<p>See <img src="a.png"> this</p>', [[['text', 'picture']]]],
  ['a picture that leads a line', '<p><img src="a.png"> and this</p>', [[['picture', 'text']]]],
  ['a quotation with a name', '<blockquote>Good. <cite>Nell</cite></blockquote>', [[['reviews']]]],
  ['a quotation without', '<blockquote>Good.</blockquote>', [[['text']]]],
  [
    'prices',
    '<table><tr><td>Wash</td><td>$20</td></tr><tr><td>Wax</td><td>$35.50</td></tr></table>',
    [[['price-list']]],
  ],
  ['another table', '<table><tr><td>a</td><td>b</td><td>c</td></tr></table>', [[['text']]]],
  ['definitions', '<dl><dt>When?</dt><dd>Soon.</dd></dl>', [[['questions']]]],
  ['a map', '<iframe src="https://places.example.org/maps/embed"></iframe>', [[['map']]]],
  [
    'a header with the headline is a part like any other',
    '<header><h1>A</h1><p>b</p></header><section><h2>C</h2></section>',
    [[['heading', 'text']], [['heading']]],
  ],
  [
    'a header without is a bar with the logo',
    '<header><img src="logo.png"><a href="tel:1" class="btn">Call</a></header><section><h2>C</h2></section>',
    [[['logo', 'button']], [['heading']]],
  ],
  ['hidden parts are left out', '<p>a</p><div style="display:none"><p>b</p></div>', [[['text']]]],
  [
    'dropped with the print rules',
    '<style>@media print{p{display:none}}</style><p>a</p>',
    [[['text']]],
  ],
])('%s', (_what, html, expected) => expect(kinds(imported(html))).toEqual(expected));

it.each([
  ['drawn by script', '<div id="root"></div><script src="app.js"></script>'],
  ['empty', '<html><body> </body></html>'],
  ['a search box alone', '<form role="search"><input type="search" name="q"></form>'],
])('a page that is %s has nothing to read', (_what, html) => {
  expect(pageFromHtml(opened(html), [], making())).toEqual({
    ok: false,
    problem: 'nothing-to-read',
  });
});

it('braces of another page are no merge fields here', () => {
  const page = imported(
    '<h1>{{ person.email }}</h1><form><label>{% if x %}<input name="a"></label></form>',
  );
  expect(JSON.stringify(page.draft)).not.toMatch(/\{\{|\{%/);
});

it('a label is cut to its length with its braces parted', () => {
  const long = `<form><label>{{ a }} ${'roof '.repeat(60)}<input name="a"></label></form>`;
  expect(formOf(imported(long)).questions[0]!.label).toHaveLength(200);
});

it('links that would run script lead nowhere', () => {
  const page = imported(
    '<p><a href="javascript:alert(1)">a</a></p><a class="btn" href="javascript:alert(1)">Go</a>',
  );
  expect(JSON.stringify(page.draft)).not.toContain('javascript');
  expect(only(page, 'button')[0]!.action).toEqual({ kind: 'next-step' });
});

it('asks for each picture once, by its full address, also those behind bands', () => {
  const html =
    '<section style="background-image:url(/sky.jpg)"><h2>A</h2></section><img src="a.png"><img src="a.png"><img src="dot.gif" width="1" height="1">';
  expect(picturesNeeded(opened(html), [], making())).toEqual([
    'http://ledgeline-roofing.test/a.png',
    'http://ledgeline-roofing.test/sky.jpg',
  ]);
  const page = imported(html);
  expect(page.draft.page.bands[0]).toMatchObject({ surface: 'deep', picture: { id: picture.id } });
});

it('says which pictures could not be had', () => {
  const page = imported('<p>a</p><img src="gone.png">', [], () => null);
  expect(page.notes).toContain('A picture could not be had: gone.png');
  expect(only(page, 'picture')).toEqual([]);
});

it('says how much of a long column was taken', () => {
  const long = imported(
    `<div class="row"><div>${'<hr>'.repeat(50)}</div><div><p>b</p></div></div>`,
  );
  expect(kinds(long)[0]![0]).toHaveLength(40);
  expect(long.notes).toEqual(['Of a column with 50 parts the first 40 were taken.']);
});

it('2,000 paragraphs fit, and what does not is said', () => {
  const long = imported('<p>Words.</p>'.repeat(2_000));
  expect(only(long, 'text').reduce((count, { text }) => count + text.length, 0)).toBe(2_000);
  const many = imported('<section><h2>One</h2></section>'.repeat(70));
  expect(many.draft.page.bands).toHaveLength(60);
  expect(many.notes).toContain('The page has 70 sections; the first 60 were taken.');
});

// Any HTML at all gives a draft that can be stored, or nothing to read.
it('never gives a draft that can’t be stored', () => {
  const tags = [
    'div',
    'section',
    'p',
    'h1',
    'h3',
    'ul',
    'ol',
    'li',
    'form',
    'label',
    'input',
    'select',
    'option',
    'table',
    'tr',
    'td',
    'img',
    'a',
    'b',
    'blockquote',
    'cite',
    'details',
    'summary',
    'figure',
    'nav',
    'header',
    'footer',
    'button',
    'iframe',
    'dl',
    'dt',
    'dd',
    'svg',
    'br',
    'style',
  ];
  const attribute = fc.constantFrom(
    '',
    ' class="row"',
    ' class="btn"',
    ' href="#x"',
    ' href="tel:1"',
    ' src="a.png"',
    ' style="display:grid;grid-template-columns:3fr 1fr"',
    ' style="background:url(x)"',
    ' name="a"',
    ' type="checkbox"',
    ' type="radio"',
    ' id="x"',
    ' required',
    ' hidden',
  );
  const text = fc.oneof(
    fc.constantFrom('', ' ', '{{ a }}', '\u0000', '\ud800', '$5'),
    fc.string(),
    fc.lorem({ maxCount: 40 }),
  );
  const piece = fc
    .tuple(fc.constantFrom(...tags), attribute, text, fc.boolean())
    .map(([tag, more, inner, closes]) => `<${tag}${more}>${inner}${closes ? `</${tag}>` : ''}`);
  fc.assert(
    fc.property(fc.array(piece, { maxLength: 40 }), (pieces) => {
      const page = openHtml(Buffer.from(`<p>${pieces.join('').replaceAll('\0', '')}`), address);
      if (!page.ok) return;
      const read = pageFromHtml(page.value, [], making());
      if (read.ok) expect(Draft.safeParse(read.value.draft).error?.issues).toBeUndefined();
    }),
    { numRuns: 300 },
  );
});
