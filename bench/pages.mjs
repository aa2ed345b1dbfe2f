import { randomUUID } from 'node:crypto';
import { prose } from '../packages/core/dist/basics/index.js';
import { emptyPage, newBand, newBlock } from '../packages/core/dist/page/index.js';
import {
  exampleAnswers,
  readyBands,
  readyTemplates,
  takeTemplate,
} from '../packages/core/dist/templates/index.js';

const make = { part: () => randomUUID().slice(0, 13), form: () => randomUUID() };

/** Twelve bands with a form, pictures, reviews, questions, a map and a call bar. */
export function richPage() {
  const service = readyTemplates.find(({ name }) => name === 'first-visit');
  const [{ draft }] = takeTemplate(service, [0], exampleAnswers(service.asks), make);
  const more = ['service-cards', 'questions', 'price', 'areas', 'tick-columns'].map((wanted) =>
    readyBands.find(({ name }) => name === wanted).make(make),
  );
  const bands = draft.page.bands.toSpliced(-1, 0, ...more).slice(0, 12);
  const asks = bands.find((band) => JSON.stringify(band).includes('"kind":"form"'));
  // The shelf leads a new band's button to the page's form; here nobody took them from the shelf.
  const led = JSON.parse(JSON.stringify(bands), (key, value) =>
    key === 'action' && value?.kind === 'scroll' ? { ...value, band: asks.id } : value,
  );
  return { ...draft, page: { ...draft.page, bands: led.map(written) } };
}

/** A band as its taker leaves it: nothing is only suggested, and reviews and people are written. */
const written = (band) => ({
  ...band,
  suggested: [],
  columns: band.columns.map((column) => ({
    ...column,
    blocks: column.blocks.map((block) =>
      ['reviews', 'team'].includes(block.kind)
        ? { ...block, items: block.items.map(inOwnWords) }
        : block,
    ),
  })),
});
const inOwnWords = (item) =>
  Object.fromEntries(
    Object.entries(item).map(([field, value]) => [
      field,
      typeof value === 'string' && value ? `Dana listened first, as ${field} says.` : value,
    ]),
  );

/** Sixty blocks of words in twenty bands. */
export function longPage() {
  const block = (index) =>
    index % 3 === 0
      ? newBlock('heading', make.part(), { text: `Heading ${index}`, level: index === 0 ? 1 : 2 })
      : index % 3 === 1
        ? newBlock('text', make.part(), {
            text: prose('Two or three plain sentences, as a page has them. '.repeat(3)),
          })
        : newBlock('ticks', make.part(), { items: ['On time', 'In writing', 'With care'] });
  const bands = Array.from({ length: 20 }, (_, band) =>
    newBand(
      make.part(),
      [{ id: make.part(), share: 1, blocks: [0, 1, 2].map((at) => block(band * 3 + at)) }],
      { name: `Band ${band + 1}`, space: 40 },
    ),
  );
  return { page: { ...emptyPage('Sixty blocks'), bands }, forms: {} };
}
