import { plainReview, prose, spaces, type BlockOf, type Drawing } from '../page/index.ts';
import { suggest } from './suggestions.ts';
import { band, block, column, toForm, type MakeBand } from './make.ts';

const heading = (text: string, level: 1 | 2 | 3 = 2, align: 'start' | 'centre' = 'start') =>
  block('heading', { text, level, align });
const words = (
  text: string,
  size: BlockOf<'text'>['size'] = 'normal',
  align: 'start' | 'centre' = 'start',
) => block('text', { text: prose(text), size, align });
const drawn = (drawing: Drawing, alt: string, crop: BlockOf<'picture'>['crop'] = 'wide') =>
  block('picture', { drawing, alt, crop });
const pairs = <Field extends string>(fields: [Field, Field], rows: [string, string][]) =>
  rows.map(([one, two]) => ({ [fields[0]]: one, [fields[1]]: two }) as Record<Field, string>);

/** The building blocks of templates: each makes a band for one part of a page's anatomy from its words. */

export const header = (above = 'Call us, we answer'): MakeBand =>
  band(
    'Header',
    { space: spaces.bar, phone: 'beside' },
    column(1, block('logo')),
    column(1, block('call-button', { above })),
  );

export const deepHeader = (above = 'Open {{ client.hours }}'): MakeBand =>
  band(
    'Header on dark',
    { space: spaces.bar, phone: 'beside', surface: 'deep' },
    column(1, block('logo')),
    column(1, block('call-button', { above })),
  );

export interface Promise {
  headline: string;
  line: string;
  ticks: string[];
}

/** The promise with the form beside it: everything the page asks for, above the fold. */
export const promiseAndForm = (
  { headline, line, ticks }: Promise,
  form: { title: string; intro: string },
): MakeBand =>
  band(
    'Promise and form',
    { surface: 'tint' },
    column(
      6,
      heading(headline, 1),
      words(line, 'lead'),
      block('ticks', { items: ticks }),
      block('call-button', { above: 'or call now' }),
    ),
    column(5, block('form', form)),
  );

export const promiseAndDrawing = (
  { headline, line, ticks }: Promise,
  picture: { drawing: Drawing; alt: string },
  button: string,
): MakeBand =>
  band(
    'Promise and picture',
    {},
    column(
      6,
      heading(headline, 1),
      words(line, 'lead'),
      block('ticks', { items: ticks }),
      toForm(button),
    ),
    column(5, drawn(picture.drawing, picture.alt)),
  );

export const promiseCentred = (
  headline: string,
  line: string,
  button: string,
  surface: 'deep' | 'tint' = 'deep',
): MakeBand =>
  band(
    'Promise, centred',
    { surface, width: 'medium', space: spaces.roomy },
    column(
      1,
      heading(headline, 1, 'centre'),
      words(line, 'lead', 'centre'),
      toForm(button, 'centre'),
      block('call-button', { above: 'or call now', align: 'centre' }),
    ),
  );

export const todayLine = (
  text = suggest('Burst pipe, lost key, storm damage? We can come today.'),
): MakeBand =>
  band(
    'We can come today',
    { surface: 'action', space: spaces.snug },
    column(3, heading(text, 3)),
    column(1, block('button', { label: 'Call now', action: { kind: 'call' } })),
  );

export const serviceCards = (
  title: string,
  line: string,
  rows: [title: string, text: string][],
): MakeBand =>
  band(
    'Services',
    {},
    column(
      1,
      heading(title),
      words(line),
      block('cards', {
        items: rows.map(([one, two]) => ({ title: one, text: two, picture: null })),
      }),
    ),
  );

export const figures = (title: string, rows: [what: string, figure: string][]): MakeBand =>
  band(
    'Figures',
    {},
    column(
      1,
      heading(title),
      block('cards', {
        items: rows.map(([what, figure]) => ({ title: what, text: figure, picture: null })),
      }),
    ),
  );

export const tickColumns = (title: string, left: string[], right: string[]): MakeBand =>
  band(
    'What is included',
    { surface: 'tint' },
    column(4, heading(title)),
    column(4, block('ticks', { items: left })),
    column(4, block('ticks', { items: right })),
  );

export const steps = (
  title: string,
  rows: [title: string, text: string][],
  surface: 'paper' | 'tint' = 'paper',
): MakeBand =>
  band(
    'How it goes',
    { surface },
    column(1, heading(title), block('numbered-steps', { items: pairs(['title', 'text'], rows) })),
  );

export const stepsBesideDrawing = (
  title: string,
  rows: [title: string, text: string][],
  picture: { drawing: Drawing; alt: string },
): MakeBand =>
  band(
    'How it goes, with a picture',
    { surface: 'tint' },
    column(5, drawn(picture.drawing, picture.alt, 'square')),
    column(6, heading(title), block('questions', { items: pairs(['question', 'answer'], rows) })),
  );

export const wordsBesideDrawing = (
  title: string,
  text: string,
  button: string,
  picture: { drawing: Drawing; alt: string },
): MakeBand =>
  band(
    'Words and a picture',
    { surface: 'tint' },
    column(6, drawn(picture.drawing, picture.alt)),
    column(5, heading(title), words(text), toForm(button)),
  );

export const reviews = (rows: [said: string, who: string][]): MakeBand =>
  band(
    'Kind words',
    { surface: 'deep' },
    column(1, block('reviews', { items: rows.map(([said, who]) => plainReview(said, who)) })),
  );

export const reviewAndBadges = (said: string, who: string, badges: string[]): MakeBand =>
  band(
    'One review and badges',
    { surface: 'deep' },
    column(6, block('reviews', { items: [plainReview(said, who)] })),
    column(5, block('badges', { items: badges })),
  );

export const team = (
  title: string,
  people: [name: string, role: string, text: string][],
): MakeBand =>
  band(
    'The people',
    {},
    column(
      1,
      heading(title),
      block('team', {
        items: people.map(([name, role, text]) => ({ name, role, text, picture: null })),
      }),
    ),
  );

export const oneFace = (name: string, role: string, text: string): MakeBand =>
  band(
    'Who you talk to',
    { surface: 'tint', width: 'narrow', space: spaces.snug },
    column(1, block('team', { items: [{ name, role, text, picture: null }] })),
  );

export const areasServed = (title = 'We come to you in'): MakeBand =>
  band(
    'Areas served',
    { surface: 'tint' },
    column(1, heading(title), block('areas', { title: '' })),
  );

export const placeAndHours = (title = 'Where we are'): MakeBand =>
  band(
    'Map and hours',
    {},
    column(7, heading(title), block('map')),
    column(4, block('hours'), block('call-button', { above: 'Call us' })),
  );

/** Where a home is: the map shows its own address, not the client's. */
export const whereTheHomeIs = (address: string): MakeBand =>
  band(
    'Where it is',
    {},
    column(1, heading('Where it is'), block('map', { address, height: 380 })),
  );

export const priceAndContents = (
  offer: { above: string; price: string; below: string },
  included: string[],
  button: string,
): MakeBand =>
  band(
    'Price and what is in it',
    { surface: 'tint' },
    column(5, block('offer', offer)),
    column(6, block('ticks', { items: included }), toForm(button)),
  );

export const offerOnColor = (
  offer: { above: string; price: string; below: string },
  button: string,
): MakeBand =>
  band(
    'Offer on color',
    { surface: 'action', width: 'medium' },
    column(1, block('offer', { ...offer, align: 'centre' }), toForm(button, 'centre')),
  );

export const asked = (title: string, rows: [question: string, answer: string][]): MakeBand =>
  band(
    'Questions and answers',
    { width: 'medium' },
    column(1, heading(title), block('questions', { items: pairs(['question', 'answer'], rows) })),
  );

export const work = (title = 'Lately, near you'): MakeBand =>
  band(
    'Pictures of the work',
    {},
    column(1, heading(title), words('Pictures of our own work.'), block('gallery')),
  );

export const film = (title: string, text: string): MakeBand =>
  band(
    'A film',
    { surface: 'deep' },
    column(6, block('video', { title: 'Watch the film' })),
    column(5, heading(title), words(text)),
  );

/** One home at a glance: what it looks like, where it is, what it costs. */
export const homeForSale = (home: {
  address: string;
  about: string;
  price: string;
  size: string;
}): MakeBand =>
  band(
    'The home',
    {},
    column(7, drawn('house', `The home at ${home.address}`)),
    column(
      5,
      heading(home.address, 1),
      words(home.about, 'lead'),
      block('offer', { above: 'Asking', price: home.price, below: home.size }),
      toForm('Ask for a showing'),
    ),
  );

export const eventTime = (above: string, until = '[[starts]]'): MakeBand =>
  band(
    'When and where',
    { surface: 'tint' },
    column(
      6,
      heading('When and where'),
      block('countdown', { until, above, over: 'It has begun. Come in.' }),
      words('{{ client.address }}', 'lead'),
    ),
    column(5, block('map', { height: 260 })),
  );

export const lastCall = (title: string, button: string): MakeBand =>
  band(
    'Last call',
    { width: 'medium' },
    column(
      1,
      heading(title, 2, 'centre'),
      toForm(button, 'centre'),
      block('call-button', { above: 'or call now', align: 'centre' }),
      block('call-bar', { besideLabel: button }),
    ),
  );

export const formAlone = (
  title: string,
  line: string,
  form: { title: string; intro: string },
  level: 1 | 2 = 1,
): MakeBand =>
  band(
    'The form alone',
    { surface: 'tint', width: 'narrow' },
    column(1, heading(title, level, 'centre'), words(line, 'lead', 'centre'), block('form', form)),
  );

export const chooseTime = (title: string, line: string, ticks: string[]): MakeBand =>
  band(
    'Choose a time',
    { surface: 'tint' },
    column(5, heading(title, 1), words(line, 'lead'), block('ticks', { items: ticks })),
    column(6, block('booking', { title: 'Choose a time' })),
  );

export const thanks = (line: string, next: string[]): MakeBand =>
  band(
    'Thanks and what is next',
    { surface: 'tint', width: 'medium' },
    column(
      1,
      heading('Thank you, {{ person.first_name | default: "and welcome" }}.', 1, 'centre'),
      words(line, 'lead', 'centre'),
      block('your-booking'),
      block('ticks', { items: next }),
      block('call-button', { above: 'Rather talk now?', align: 'centre' }),
    ),
  );

export const footer = (): MakeBand =>
  band(
    'Legal footer',
    { space: spaces.snug, surface: 'deep' },
    column(
      1,
      block('legal-footer', {
        text: '{{ client.name }} · {{ client.address }}\n{{ client.hours }} · {{ client.license }}',
      }),
    ),
  );
