import { emptyCard, type ClientRecords } from '../clients/index.ts';
import {
  blocksOf,
  examplePicture,
  readPageDocument,
  unwrittenIn,
  type Draft,
} from '../page/index.ts';
import {
  bandWithRecords,
  exampleAnswers,
  readyBands,
  readyTemplates,
  takeTemplate,
  withRecords,
} from './index.ts';

let last = 0;
const make = { part: () => `part-${last++}`, form: () => crypto.randomUUID() as never };
const firstPageOf = (name: string): Draft => {
  const template = readyTemplates.find((one) => one.name === name)!;
  return takeTemplate(template, [0], exampleAnswers(template.asks), make)[0]!.draft;
};
const id = (n: number) => `00000000-0000-4000-8000-00000000000${n}` as never;
const none: ClientRecords = { staff: [], services: [], reviews: [] };
const person = (n: number, name: string) => ({
  ...{ id: id(n), name, role: 'Dentist', about: '', picture: null, ...emptyCard },
});
const review = (n: number, who: string) => ({
  ...{ id: id(n), said: `Kind, says ${who}.`, who, stars: 5, source: '', picture: null },
});
const us = { currency: 'USD', locale: 'en-US', badges: [], photographs: [] };
const kinds = (draft: Draft) => blocksOf(draft.page).map(({ kind }) => kind);
const unwritten = ({ page }: Draft) =>
  blocksOf(page)
    .filter(({ kind }) => kind === 'team' || kind === 'reviews')
    .flatMap((block) => unwrittenIn(page, block));

it('puts the client’s own in, as many as the template shows, with nothing left to be written', () => {
  const before = firstPageOf('first-visit');
  expect(unwritten(before)).not.toEqual([]);
  const records = {
    ...none,
    staff: [person(1, 'Ines'), person(2, 'Tom'), person(3, 'Wren'), person(5, 'Sol')],
    reviews: [review(4, 'Dana')],
  };
  const after = withRecords(before, records, us);
  const names = blocksOf(after.page).flatMap((block) => {
    if (block.kind === 'team') return block.items.map(({ name }) => name);
    return block.kind === 'reviews' ? block.items.map(({ who }) => who) : [];
  });
  expect(names.toSorted()).toEqual(['Dana', 'Ines', 'Tom', 'Wren']);
  expect(unwritten(after)).toEqual([]);
  expect(kinds(after)).toEqual(kinds(before));
});

it('leaves out whole bands of which nothing is known, and keeps what stands beside', () => {
  const visit = withRecords(firstPageOf('first-visit'), none, us);
  expect(kinds(visit)).not.toContain('team');
  expect(kinds(visit)).not.toContain('reviews');
  expect(visit.page.bands.map(({ name }) => name)).not.toContain('Kind words');
  const service = withRecords(firstPageOf('service'), none, us);
  expect(kinds(service)).toContain('badges');
  expect(kinds(service)).not.toContain('reviews');
});

it.each(readyTemplates.map(({ name }) => name))('of “%s” a whole page is left', (name) => {
  const draft = withRecords(firstPageOf(name), none, us);
  expect(draft.page.bands.length).toBeGreaterThan(0);
  const read = readPageDocument(draft.page);
  expect(read.ok || read.problem).toBe(true);
});

it('puts photographs, badges and prices where examples and suggestions stood', () => {
  const photographs = [1, 2].map((n) => ({
    picture: { id: id(n), width: 800, height: 600 },
    alt: `Photograph ${n}`,
  }));
  const facts = { ...us, badges: ['Insured in Maine'], photographs };
  const service = {
    ...{ id: id(7), name: 'Block paving', about: 'Lifts out again.', picture: null },
    ...{ priceFrom: 1800, priceTo: 2600 },
  };
  const taken = (name: string) =>
    blocksOf(withRecords(firstPageOf(name), { ...none, services: [service] }, facts).page);
  expect(taken('first-visit').find(({ kind }) => kind === 'picture')).toMatchObject(
    photographs[0]!,
  );
  expect(taken('service')).toEqual(
    expect.arrayContaining([
      expect.objectContaining({ kind: 'badges', items: ['Insured in Maine'] }),
      expect.objectContaining({
        kind: 'price-list',
        items: [{ title: 'Block paving', text: 'Lifts out again.', price: '$18 to $26' }],
      }),
    ]),
  );
  // A home for sale waits for its own pictures.
  const home = taken('listing').find(({ kind }) => kind === 'picture');
  expect(home).toMatchObject({ picture: examplePicture('loft') });
});

it('fills a band that was asked for, and keeps it where there is nothing to fill it with', () => {
  const made = readyBands.find(({ name }) => name === 'reviews')!.make(make);
  const filled = bandWithRecords(made, { ...none, reviews: [review(4, 'Dana')] }, us);
  expect(filled.columns[0]!.blocks[0]).toMatchObject({ items: [{ who: 'Dana' }] });
  expect(bandWithRecords(made, none, us)).toBe(made);
});

it('shows no review twice', () => {
  const reviews = ['Dana', 'Joss', 'Priya'].map((who, n) => review(n + 1, who));
  const page = withRecords(firstPageOf('reviews'), { ...none, reviews }, us).page;
  const shown = blocksOf(page).flatMap((block) => (block.kind === 'reviews' ? block.items : []));
  expect(shown.map(({ who }) => who)).toEqual(['Dana', 'Joss', 'Priya']);
});

it('changes nothing else', () => {
  const contact = firstPageOf('contact');
  expect(withRecords(contact, none, us)).toEqual(contact);
});
