import { letterHtml, type Letterhead } from './index.ts';

const head: Letterhead = {
  name: 'Quayside & Sons',
  contact: ['8 Ropewalk Quay, Port Alder', '(207) 555-0142'],
  colours: { action: '#1D6A6E', ink: '#22303A' },
  corner: 10,
  mark: 'Q',
  logo: null,
};
const html = (text: string, changes: Partial<Letterhead> = {}, actions = [] as never[]) =>
  letterHtml(text, { ...head, ...changes }, actions, 'http://quayside.test/~/unsubscribe/x');
const links = (page: string) =>
  [...page.matchAll(/<a href="([^"]*)"[^>]*>([^<]*)</g)].map(([, href, words]) => [href, words]);

it('an address alone on its line is a button, one within a sentence a short link', () => {
  const long = `https://quayside.test/~/booking/${'k'.repeat(80)}`;
  const page = html(`Move it here:\n${long}\n\nSee https://quayside.test/first-visit?a=1&b=2.`);
  expect(links(page).slice(0, 2)).toEqual([
    [long, 'Move or cancel'],
    ['https://quayside.test/first-visit?a=1&amp;b=2', 'quayside.test/first-visit'],
  ]);
  expect(page).toContain('Move it here:</p>');
});

it('says where another address leads, cut where it is long', () =>
  expect(links(html(`https://plans.example.org/${'a'.repeat(60)}`))[0]![1]).toBe(
    `Open plans.example.org/${'a'.repeat(21)}…`,
  ));

it('shows markup as text, in the words, the name and the labels', () => {
  const action = { label: '<b>Call</b>', href: 'tel:+12075550117' };
  const page = letterHtml('<script>alert(1)</script>', head, [action], 'http://x.test/');
  expect(page).not.toContain('<script>');
  expect(page).toContain('&lt;script&gt;');
  expect(page).toContain('&lt;b&gt;Call&lt;/b&gt;');
  expect(page).toContain('Quayside &amp; Sons');
});

it('carries the logo at its own shape, no wider than 200', () => {
  const logo = { src: 'http://q.test/l.png', width: 900, height: 300 };
  expect(html('Hi', { logo })).toContain('width="120" alt="Quayside &amp; Sons"');
  expect(html('Hi', { logo: { ...logo, width: 3000 } })).toContain('width="200"');
});

it('the words of a button can be read on a pale colour', () =>
  expect(
    letterHtml(
      'Hi',
      { ...head, colours: { action: '#F5E663', ink: '#222222' } },
      [{ label: 'Go', href: 'http://x.test/' }],
      'http://x.test/',
    ),
  ).toContain('background:#F5E663;color:#000000'));
