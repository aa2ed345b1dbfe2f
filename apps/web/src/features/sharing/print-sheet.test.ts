import { plainBrand } from '@plumgate/core/brand';
import { emptyFacts } from '@plumgate/core/clients';
import { printSheet } from './print-sheet.ts';

const client = {
  name: 'Quayside <Dental>',
  brand: plainBrand,
  facts: { ...emptyFacts('America/New_York'), phone: '(207) 555-0142' },
};
const sheet = (address = 'https://visit.quayside.test/first-visit?utm_source=door') =>
  printSheet(
    client,
    'Dread the dentist?\nCome and talk.',
    address,
    '<svg></svg>',
    'http://app.test',
  );

it('shows the address as one would type it: without its scheme and its tags', () => {
  expect(sheet()).toContain('>visit.quayside.test/first-visit<');
  expect(sheet()).not.toContain('utm_source');
});

it('is set in the client’s own type, from the app', () => {
  expect(sheet()).toContain('src:url(http://app.test/~/fonts/');
  expect(sheet()).toContain('font-display:block');
  expect(sheet()).toMatch(/--title-face:/);
});

it('lets no name become markup', () => {
  expect(sheet()).not.toContain('<Dental>');
  expect(sheet()).toContain('Quayside &#60;Dental&#62; · (207) 555-0142');
});

it('leaves the number out where there is none', () => {
  const facts = { ...client.facts, phone: '' };
  const html = printSheet({ ...client, facts }, 'T', 'http://a.test/b', '', 'http://app.test');
  expect(html).toContain('<footer>Quayside &#60;Dental&#62;</footer>');
});
