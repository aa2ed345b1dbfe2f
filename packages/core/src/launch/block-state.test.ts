import { emptyFacts } from '../clients/index.ts';
import {
  examplePicture,
  newBand,
  newBlock,
  type Block,
  type BlockKindName,
  type BlockOf,
} from '../page/index.ts';
import { blockState, type BlockState } from './index.ts';

const own = { id: '00000000-0000-4000-8000-000000000001' as never, width: 800, height: 600 };
const example = examplePicture('drive');
const facts = { ...emptyFacts('America/New_York'), phone: '(207) 555-0142' };
const block = <Kind extends BlockKindName>(kind: Kind, settings: Partial<BlockOf<Kind>> = {}) =>
  newBlock(kind, 'block', settings) as Block;

it.each<[string, Block, BlockState]>([
  ['words of the client’s', block('heading', { text: 'A driveway that drains' }), 'ready'],
  ['words that are suggested', block('heading', { text: 'Say what they get' }), 'needs'],
  ['a picture', block('picture', { picture: own, alt: 'A drive' }), 'ready'],
  ['an example of a picture', block('picture', { picture: example }), 'hidden'],
  ['no picture', block('picture'), 'hidden'],
  [
    'a gallery with one example among its own',
    block('gallery', { items: [own, example].map((picture) => ({ picture, alt: '' })) }),
    'needs',
  ],
  [
    'a person with an example of a face',
    block('team', { items: [{ name: 'Joss', role: '', text: '', picture: example }] }),
    'needs',
  ],
  ['a number that is on the fact sheet', block('call-button'), 'ready'],
  ['hours that are not', block('hours'), 'hidden'],
])('%s', (_what, one, expected) => {
  const band = newBand('band', [{ id: 'column', share: 1, blocks: [one] }], {
    suggested: ['Say what they get'],
  });
  expect(blockState(one, [band], facts)).toBe(expected);
});
