import type { FormId } from '@plumgate/core/basics';
import { plainBrand } from '@plumgate/core/brand';
import { shortForm } from '@plumgate/core/forms';
import {
  blockKinds,
  emptyPage,
  newBand,
  newBlock,
  type BlockKindName,
  type PageDocument,
} from '@plumgate/core/page';
import { blockViews } from './blocks/index.ts';
import { cssFor, type FormState, type FreeTimes, type PageContext } from './index.ts';
import { renderPage } from './render-page.tsx';
import { sampleContext } from './testing/sample-context.ts';

const formId = '00000000-0000-4000-8000-000000000001' as FormId;
const form = shortForm('Form', ['a', 'b', 'c']);
const times: FreeTimes = {
  days: [
    {
      date: '2026-11-10',
      label: 'Tuesday, November 10',
      times: [
        { start: '2026-11-10T14:00:00Z', label: '9:00 AM', left: 1 },
        { start: '2026-11-10T14:30:00Z', label: '9:30 AM', left: 1 },
      ],
    },
  ],
  nearest: [],
  seats: false,
  later: null,
  staff: [],
  choosesStaff: false,
  places: [],
  waits: [],
};
const context = (changes: Partial<PageContext> = {}) =>
  sampleContext({ forms: { [formId]: form }, times: () => times, ...changes });
const pageWith = (
  ...blocks: PageDocument['bands'][number]['columns'][number]['blocks']
): PageDocument => ({
  ...emptyPage('Title'),
  bands: [newBand('b1', [{ id: 'c1', share: 1, blocks }], { name: 'Band', surface: 'tint' })],
});
const render = (page: PageDocument, changes?: Partial<PageContext>) =>
  renderPage({
    page,
    context: context(changes),
    assets: '/~',
    script: (parts) => `visitor-${parts.join('.')}.js`,
  });

describe('every kind of block', () => {
  const kinds = Object.keys(blockKinds) as BlockKindName[];
  it('has a view of its own', () =>
    expect(Object.keys(blockViews).sort()).toEqual(kinds.toSorted()));
  it.each(kinds)('%s renders as it starts, without a trace of the editor', (kind) => {
    const html = render(
      pageWith(newBlock(kind, 'x', kind === 'form' || kind === 'booking' ? { formId } : {})),
    );
    expect(html).toMatch(/^<!doctype html>.*<\/html>$/s);
    expect(html).not.toMatch(/data-part|contenteditable|undefined|\[object/);
  });
});

describe('a form', () => {
  const shown = (formState: FormState) =>
    render(pageWith(newBlock('form', 'x', { formId })), { formState: () => formState });
  it('labels every question and names what a browser can fill', () => {
    const html = shown({ kind: 'fresh', typed: {} });
    for (const { key, label } of form.questions)
      expect(html).toMatch(new RegExp(`<label for="x-${key}">${label}`));
    expect(html).toContain('autoComplete="email"');
    expect(html).toContain('required=""');
  });
  it('comes back with what was typed, escaped, and ties each message to its field', () => {
    const html = shown({
      kind: 'refused',
      typed: { email: '"><script>' },
      problems: [{ field: 'email', code: 'not-an-email' }],
    });
    expect(html).toContain('value="&quot;&gt;&lt;script&gt;"');
    expect(html).toContain('aria-describedby="x-email-wrong"');
    expect(html).toContain('id="x-email-wrong"');
    expect(html).toContain('role="alert"');
  });
  it('gives way to the message when it has arrived', () => {
    const html = shown({ kind: 'arrived', message: 'Thank you.' });
    expect(html).toContain('Thank you.');
    expect(html).not.toContain('<form');
  });
  it('alone asks for the script', () => {
    expect(render(pageWith(newBlock('form', 'x', { formId })))).toContain('<script defer');
    expect(render(pageWith(newBlock('heading', 'x')))).not.toContain('<script defer');
  });
});

describe('a button', () => {
  const button = (changes: Partial<PageContext>) =>
    render(pageWith(newBlock('button', 'x')), changes);
  it('leads to the next step', () => expect(button({})).toContain('href="/thanks"'));
  it('is not shown where there is no next step', () =>
    expect(button({ nextStep: null })).not.toContain('class="press'));
});

it('makes a number one can tap', () =>
  expect(render(pageWith(newBlock('call-button', 'x')))).toContain('href="tel:+12075550142"'));

it('lets nothing in words become markup', () => {
  const html = render(pageWith(newBlock('heading', 'x', { text: '<img src=x onerror=alert(1)>' })));
  expect(html).toContain('&lt;img src=x onerror=alert(1)&gt;');
});

it('carries the CSS of the kinds on the page only', () => {
  const css = cssFor(pageWith(newBlock('heading', 'x')), plainBrand);
  expect(css).toContain('.heading');
  expect(css).not.toContain('.ticks');
});

describe('the script', () => {
  const asks = (page: PageDocument) => /src="([^"]+)"/.exec(render(page).split('<body>')[0]!)?.[1];
  const form = () => newBlock('form', 'f', { formId });
  it.each<[string, PageDocument, string | undefined]>([
    ['a page of words', pageWith(newBlock('heading', 'h')), undefined],
    ['a form', pageWith(form()), '/~/visitor-forms.emails.events.js'],
    [
      'hours that say whether it is open',
      pageWith(newBlock('hours', 'h'), newBlock('countdown', 'c')),
      '/~/visitor-countdown.hours.js',
    ],
    ['hours that do not', pageWith(newBlock('hours', 'h', { saysNow: false })), undefined],
    [
      'a popup',
      {
        ...pageWith(newBlock('heading', 'h')),
        popups: [{ id: 'p', name: '', opens: 'leaving', after: 0, everyDays: 7 }],
      },
      '/~/visitor-popups.js',
    ],
  ])('of %s has the parts it uses and no others', (_what, page, src) =>
    expect(asks(page)).toBe(src),
  );
});

describe('sections', () => {
  const heading = (text: string) => newBlock('heading', text, { text });
  const page: PageDocument = {
    ...emptyPage('P'),
    sections: [
      { id: 'start', name: 'Start' },
      { id: 'feedback', name: 'Feedback' },
    ],
    bands: [
      newBand('all', [{ id: 'c0', blocks: [heading('always')] }]),
      newBand('one', [{ id: 'c1', blocks: [heading('first')] }], { section: 'start' }),
      newBand('two', [{ id: 'c2', blocks: [heading('second')] }], { section: 'feedback' }),
      newBand('three', [{ id: 'c3', blocks: [heading('third')] }], { section: 'feedback' }),
    ],
  };

  it('each begins at its link, and all are there without script', () => {
    const html = render(page);
    expect(html.match(/<span id="(?:start|feedback)"><\/span>/g)).toHaveLength(2);
    expect(html.match(/data-section="feedback"/g)).toHaveLength(2);
    expect(html).not.toMatch(/<section[^>]*hidden/);
    expect(html.indexOf('id="feedback"')).toBeLessThan(html.indexOf('second'));
  });

  it('bring their script along', () => {
    expect(render(page)).toContain('visitor-sections.js');
    expect(render({ ...page, sections: [] })).not.toContain('data-section');
  });
});

describe('a popup', () => {
  const page: PageDocument = {
    ...emptyPage('P'),
    popups: [{ id: 'offer', name: 'Offer', opens: 'scroll', after: 50, everyDays: 3 }],
    bands: [
      newBand('on', [
        { id: 'c1', share: 1, blocks: [newBlock('heading', 'h1', { text: 'On the page' })] },
      ]),
      newBand(
        'in',
        [{ id: 'c2', share: 1, blocks: [newBlock('heading', 'h2', { text: 'In the popup' })] }],
        {
          popup: 'offer',
        },
      ),
    ],
  };
  it('holds its own bands and nothing else', () => {
    const html = render(page);
    const [before, inside] = html.split('<dialog');
    expect(before).toContain('On the page');
    expect(before).not.toContain('In the popup');
    expect(inside).toContain('id="offer"');
    expect(inside).toContain('data-opens="scroll" data-after="50" data-days="3"');
    expect(inside).toContain('In the popup');
  });
});

it('shows a band’s picture behind it, faded into its surface', () => {
  const picture = {
    id: '00000000-0000-4000-8000-00000000000b' as never,
    width: 900,
    height: 600,
    fade: 40,
    focus: { x: 50, y: 20 },
  };
  const band = newBand('b', [{ id: 'c', share: 1, blocks: [] }], { surface: 'deep', picture });
  const html = render({ ...emptyPage('P'), bands: [band] });
  expect(html).toContain('--over:color-mix(in srgb,var(--deep) 40%,#fff);--blend:multiply');
  expect(html).toContain('object-position:50% 20%');
});

it('names what stands in for its type, for a page that could not wait for it', () => {
  const html = render(emptyPage('P'));
  expect(html).toContain(':root.type-late{--title-face:"Hanken Grotesk stand-in",');
  expect(html).not.toContain(':root.type-late{--title-face:"Hanken Grotesk",');
});

it('darkens a picture under white words, also on a surface that dark words could be read on', () => {
  const picture = {
    ...{ id: '00000000-0000-4000-8000-00000000000b' as never, width: 900, height: 600 },
    ...{ fade: 40, focus: { x: 50, y: 20 } },
  };
  const band = newBand('b', [{ id: 'c', share: 1, blocks: [] }], { surface: 'action', picture });
  const { brand } = context();
  const gray = { ...brand, colours: { ...brand.colours, action: '#767676', ink: '#000000' } };
  const html = render({ ...emptyPage('P'), bands: [band] }, { brand: gray });
  expect(html).toContain('--blend:multiply');
});
