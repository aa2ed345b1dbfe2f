import {
  examplePicture,
  plainReview,
  spaces,
  type BlockOf,
  type ExamplePicture,
} from '../page/index.ts';
import { middle, prose } from '../basics/index.ts';
import { suggest, suggestRows } from './suggestions.ts';
import { aligned, band, block, column, toForm, type Align, type MakeBand } from './make.ts';

const heading = (text: string, level: 1 | 2 | 3 = 2, align: Align = 'start') =>
  block('heading', { text, level, look: aligned(align) });
const words = (text: string, size: BlockOf<'text'>['size'] = 'normal', align: Align = 'start') =>
  block('text', { text: prose(text), size, look: aligned(align) });
const photo = (name: ExamplePicture) =>
  block('picture', { picture: examplePicture(name), crop: 'edge' });
/** A picture behind a band, faded so far that words on it can be read. */
const behind = (name: ExamplePicture, fade: number) => ({
  ...examplePicture(name),
  fade,
  focus: middle,
});
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

export const promiseAndPicture = (
  { headline, line, ticks }: Promise,
  picture: ExamplePicture,
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
      block('call-button', { above: 'or call now' }),
    ),
    column(5, photo(picture)),
  );

/** Words and a form on a picture of the place, with the time that is left. */
export const promiseOnPicture = (
  { headline, line, ticks }: Promise,
  picture: ExamplePicture,
  form: { title: string; intro: string },
  until: string,
): MakeBand =>
  band(
    'Promise on a picture',
    { surface: 'deep', picture: behind(picture, 78) },
    column(
      6,
      heading(headline, 1),
      words(line, 'lead'),
      block('countdown', { until, above: 'It begins in', over: 'It has begun. Come in.' }),
      block('ticks', { items: ticks }),
    ),
    column(5, block('form', form)),
  );

/** One thing to do, in large type on a dark picture: call. */
export const callNow = (
  { headline, line, ticks }: Promise,
  picture: ExamplePicture,
  button: string,
): MakeBand =>
  band(
    'Call now',
    { surface: 'deep', picture: behind(picture, 80), space: spaces.roomy },
    column(
      7,
      heading(headline, 1),
      words(line, 'lead'),
      block('button', { label: 'Call now', action: { kind: 'call' } }),
      block('button', {
        label: button,
        shape: 'outline',
        action: { kind: 'scroll', band: 'form' },
      }),
    ),
    column(4, block('ticks', { items: ticks })),
  );

/** A headline in the middle of a wide picture, and the figures that it is about. */
export const headlineOverPicture = (
  headline: string,
  line: string,
  picture: ExamplePicture,
  button: string,
): MakeBand =>
  band(
    'Headline over a picture',
    { surface: 'deep', picture: behind(picture, 66), width: 'medium', space: 170 },
    column(
      1,
      heading(headline, 1, 'center'),
      words(line, 'lead', 'center'),
      toForm(button, 'center'),
    ),
  );

/** A thing that is promised, seen before it is asked for. */
export const thingAndForm = (
  { headline, line, ticks }: Promise,
  picture: ExamplePicture,
  form: { title: string; intro: string },
): MakeBand =>
  band(
    'What you get, and the form',
    { surface: 'tint' },
    column(5, photo(picture)),
    column(
      6,
      heading(headline, 1),
      words(line, 'lead'),
      block('ticks', { items: ticks }),
      block('form', form),
    ),
  );

export const promiseCentred = (headline: string, line: string, button: string): MakeBand =>
  band(
    'Promise, centered',
    { surface: 'deep', width: 'medium', space: spaces.roomy },
    column(
      1,
      heading(headline, 1, 'center'),
      words(line, 'lead', 'center'),
      toForm(button, 'center'),
      block('call-button', { above: 'or call now', look: { align: 'center' } }),
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

export const figures = (title: string, rows: [figure: string, label: string][]): MakeBand =>
  band(
    'Figures',
    { space: spaces.snug },
    column(1, heading(title), block('figures', { items: pairs(['figure', 'label'], rows) })),
  );

/** What there is and what it costs, row by row. */
export const priceTable = (): MakeBand =>
  band(
    'Price list',
    {},
    column(
      1,
      heading('What it costs'),
      words('Price ranges for a usual job. Yours is on paper before we begin.'),
      block('price-list', {
        items: suggestRows<[string, string, string]>([
          ['The lasting one', 'Costs more, outlives the mortgage.', '$0 to $0'],
          ['The quick one', 'Done in days, ready the same week.', '$0 to $0'],
          ['The repair', 'When the rest is still good, we say so.', 'from $0'],
        ]).map(([title, text, price]) => ({ title, text, price })),
      }),
    ),
  );

/** One place before the work and after it. */
export const beforeAndAfter = (): MakeBand =>
  band(
    'Before and after',
    {},
    column(
      1,
      heading('The same place, a week apart'),
      words('Drag across the picture to see what changed.'),
      block('before-after', {
        before: examplePicture('drive-before'),
        after: examplePicture('drive'),
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

export const stepsBesidePicture = (
  title: string,
  rows: [title: string, text: string][],
  picture: ExamplePicture,
): MakeBand =>
  band(
    'How it goes, with a picture',
    { surface: 'tint' },
    column(5, photo(picture)),
    column(6, heading(title), block('questions', { items: pairs(['question', 'answer'], rows) })),
  );

export const wordsBesidePicture = (
  title: string,
  text: string,
  button: string,
  picture: ExamplePicture,
): MakeBand =>
  band(
    'Words and a picture',
    { surface: 'tint' },
    column(6, photo(picture)),
    column(5, heading(title), words(text), toForm(button)),
  );

/** Words on one side, the form on the other, further down a page that began with something else. */
export const formBeside = (
  title: string,
  line: string,
  form: { title: string; intro: string },
): MakeBand =>
  band(
    'Form beside words',
    { surface: 'tint' },
    column(5, heading(title), words(line, 'lead'), block('call-button', { above: 'or call us' })),
    column(6, block('form', form)),
  );

/** The map as wide as the page, the hours below it. */
export const mapAcross = (title: string, line: string): MakeBand =>
  band(
    'Map across the page',
    { space: spaces.snug },
    column(7, heading(title, 1), words(line, 'lead'), block('map', { height: 440 })),
    column(4, block('hours'), block('call-button', { above: 'Call us' })),
  );

export const reviews = (
  rows: [said: string, who: string][],
  surface: 'deep' | 'paper' = 'deep',
): MakeBand =>
  band(
    'Kind words',
    { surface },
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
    column(7, heading(title), block('map', { height: 380 })),
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
    column(1, block('offer', { ...offer, look: { align: 'center' } }), toForm(button, 'center')),
  );

export const asked = (title: string, rows: [question: string, answer: string][]): MakeBand =>
  band(
    'Questions and answers',
    { width: 'medium' },
    column(1, heading(title), block('questions', { items: pairs(['question', 'answer'], rows) })),
  );

/** Pictures side by side, of the crew, the van and the work. */
export const work = (
  title = 'Lately, near you',
  line = 'Pictures of our own work.',
  pictures: ExamplePicture[] = ['brick', 'yard', 'slab'],
): MakeBand =>
  band(
    'Pictures of the work',
    {},
    column(
      1,
      heading(title),
      ...(line ? [words(line)] : []),
      block('gallery', {
        crop: 'wide',
        across: pictures.length % 2 === 0 ? 2 : 3,
        items: pictures.map((name) => ({ picture: examplePicture(name), alt: '' })),
      }),
    ),
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
    { surface: 'tint' },
    column(7, photo('loft')),
    column(
      5,
      heading(home.address, 1),
      block('offer', { above: '', price: home.price, below: home.size }),
      words(home.about, 'lead'),
      toForm('Ask for a showing'),
    ),
  );

/** A tablet by the door: the home on one half, who comes in on the other. */
export const atTheDoor = (
  welcome: string,
  line: string,
  form: { title: string; intro: string },
): MakeBand =>
  band(
    'At the door',
    { surface: 'tint', space: spaces.roomy },
    column(6, photo('loft-living')),
    column(5, block('logo'), heading(welcome, 1), words(line, 'lead'), block('form', form)),
  );

/** One sentence of somebody's, as large as a headline, above what they are asked to read. */
export const quoteFirst = (headline: string, line: string, said: string, who: string): MakeBand =>
  band(
    'A voice first',
    { surface: 'deep' },
    column(5, heading(headline, 1), words(line, 'lead')),
    column(6, block('reviews', { items: [plainReview(said, who)] })),
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
      heading(title, 2, 'center'),
      toForm(button, 'center'),
      block('call-button', { above: 'or call now', look: { align: 'center' } }),
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
    column(1, heading(title, level, 'center'), words(line, 'lead', 'center'), block('form', form)),
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
      heading('Thank you, {{ person.first_name | default: "and welcome" }}.', 1, 'center'),
      words(line, 'lead', 'center'),
      block('your-booking'),
      block('ticks', { items: next }),
      block('call-button', { above: 'Rather talk now?', look: { align: 'center' } }),
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
