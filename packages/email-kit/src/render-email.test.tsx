import { prose } from '@plumgate/core/basics';
import { contrast } from '@plumgate/core/brand';
import { emailFromText, newEmailBlock, type Email, type EmailBlock } from '@plumgate/core/emails';
import { fillOrKeep } from '@plumgate/core/messages';
import { load } from 'cheerio';
import { darkColors, lightColors, onAction } from './email-colors.ts';
import type { EmailView } from './email-view.ts';
import { renderEmail } from './render.ts';

const view: EmailView = {
  head: {
    name: 'Quayside Dental',
    contact: ['8 Ropewalk Quay', '(207) 555-0142'],
    colours: { action: '#1E6A70', ink: '#122B35' },
    corner: 10,
    mark: 'Q',
    logo: null,
  },
  reading: {
    merge: (words) => fillOrKeep(words, { person: { first_name: '<b>Ana</b>' } }),
    places: {
      ...{ page: () => null, file: () => null, phone: '2075550142' },
      voucher: (code) => `https://q.test/~/voucher/${code}`,
      code: (code, as) => `https://q.test/~/code/${as}/${code}.png`,
    },
  },
  pictureSrc: ({ id }, width) => `https://q.test/~/pictures/${id}-${width}.jpeg`,
  unsubscribe: 'https://q.test/~/unsubscribe/x',
};
const draw = (email: Email, changes: Partial<EmailView> = {}) =>
  renderEmail(email, { ...view, ...changes });
const written = (body: string) => emailFromText({ subject: 'Hi', body });
const of = (...blocks: EmailBlock[]): Email => ({ subject: 'Hi', preview: '', blocks });

it('shows what a person typed as words, never as markup', () => {
  const { html } = draw(written('Dear {{ person.first_name }},'));
  expect(html).toContain('Dear &lt;b&gt;Ana&lt;/b&gt;,');
});

it('keeps every style in the elements but those for dark mode and phones', () => {
  const { html } = draw(written('Hello\n\nhttps://example.com/book'));
  const page = load(html);
  expect(page('link, script').length).toBe(0);
  expect(page('style').text()).toMatch(/^@media \(prefers-color-scheme:dark\)/);
  expect(page('a[href="https://example.com/book"]').attr('style')).toContain(
    'background-color:#1E6A70',
  );
});

it('never lets a long address widen the sheet', () => {
  const long = `https://example.com/${'a'.repeat(200)}`;
  const page = load(draw(written(`See ${long} please`)).html);
  expect(page('p').text()).toBe(`See example.com/${'a'.repeat(27)}… please`);
  expect(page(`a[href="${long}"]`).length).toBe(1);
});

it('shows a booking’s link in a sentence as what it does', () =>
  expect(load(draw(written('Else https://q.test/~/booking/abc.')).html)('p a').text()).toBe(
    'move or cancel',
  ));

it('leaves out buttons that lead nowhere and paragraphs that merge code leaves empty', () => {
  const { html } = draw(written('One\n\n{% if person.last_name %}Two{% endif %}'));
  expect(load(html)('p').length).toBe(1);
  const nowhere = of(newEmailBlock('button', 'b'));
  expect(draw(nowhere).html).not.toContain('Open the page');
});

it('puts the preview line first, and the address and the way out last', () => {
  const { html, text } = draw({ ...written('Hello'), preview: 'Half an hour' });
  const words = load(html)('body').text();
  expect(words.indexOf('Half an hour')).toBeLessThan(words.indexOf('Hello'));
  expect(words).toContain('Quayside Dental · 8 Ropewalk Quay · (207) 555-0142');
  expect(text).toContain('No more emails from Quayside Dental: https://q.test/~/unsubscribe/x');
  const own = draw(written('Hello'), { unsubscribe: null });
  expect(own.html + own.text).not.toContain('No more emails');
});

it('asks for pictures twice as wide as they are shown, in a column too', () => {
  const picture = (id: string) =>
    ({
      ...newEmailBlock('picture', id),
      ...{ picture: { id: 'p' as never, width: 900, height: 600 }, alt: 'The quay', share: 50 },
    }) as EmailBlock;
  const columns = {
    ...newEmailBlock('columns', 'c'),
    sides: [[picture('in')], []],
  } as EmailBlock;
  const images = load(draw(of(picture('p1'), columns)).html)('img');
  expect(images.map((_, image) => [image.attribs.width, image.attribs.src]).get()).toEqual([
    ...['268', 'https://q.test/~/pictures/p-536.jpeg'],
    ...['129', 'https://q.test/~/pictures/p-258.jpeg'],
  ]);
});

it('stays under what mail programs show, also with sixty full blocks', () => {
  const words = prose('A sentence of some length that says what people get. '.repeat(12));
  const many = Array.from({ length: 60 }, (_, index) => ({
    ...newEmailBlock('text', `t${index}`),
    text: words,
  })) as EmailBlock[];
  expect(Buffer.byteLength(draw(of(...many)).html)).toBeLessThan(102 * 1024);
});

it.each(['#1E6A70', '#F4D35E', '#111111', '#FFFFFF', '#B33A3A'])(
  'can be read by day and in the dark in the color %s',
  (action) => {
    const head = { ...view.head, colours: { action, ink: action } };
    for (const colors of [lightColors(head), darkColors(head)])
      for (const words of [colors.ink, colors.soft, colors.link])
        // WCAG 2.2, success criterion 1.4.3.
        expect(contrast(words, colors.sheet)).toBeGreaterThanOrEqual(4.5);
    expect(contrast(onAction(head), action)).toBeGreaterThanOrEqual(4.5);
  },
);
