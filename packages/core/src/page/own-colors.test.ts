import { plainBrand, type Surface } from '../brand/index.ts';
import { colorProblems, newBlock, ratioWords, type Block, type Look } from './index.ts';

const heading = (look: Look, level: 1 | 3 = 1) => newBlock('heading', 'h', { level, look });
const button = (look: Look, shape: 'solid' | 'outline' = 'solid') =>
  newBlock('button', 'b', { look, shape });

/** Ratios by the formula of WCAG 2.2 (`culori`), for #767676 on white: 4.54, the standard's own example of a pass. */
it.each<[string, Block, Surface, string[]]>([
  ['as the brand says', heading({}), 'paper', []],
  ['grey that just reaches it', heading({ color: '#767676' }, 3), 'paper', []],
  ['grey that just does not', heading({ color: '#777777' }, 3), 'paper', ['words 4.4 of 4.5']],
  ['the same grey, large', heading({ color: '#777777' }), 'paper', []],
  [
    'large words made small',
    heading({ color: '#777777', size: 60 }),
    'paper',
    ['words 4.4 of 4.5'],
  ],
  ['white on the dark surface', heading({ color: '#FFFFFF' }), 'deep', []],
  ['paper on paper', heading({ color: 'paper' }), 'paper', ['words 1.0 of 3']],
  ['an orange button', button({ fill: '#C2410C' }), 'paper', []],
  ['a pale one', button({ fill: '#FFE9B0' }), 'paper', ['button 1.1 of 3']],
  [
    'yellow words on an orange one',
    button({ fill: '#C2410C', color: '#FFD24D' }),
    'paper',
    ['words-on-button 3.5 of 4.5'],
  ],
  ['an outline in grey', button({ color: '#777777' }, 'outline'), 'paper', ['words 4.4 of 4.5']],
  [
    'words of cards',
    newBlock('cards', 'c', { look: { color: '#777777' } }),
    'deep',
    ['words 4.4 of 4.5'],
  ],
  [
    'a form in a box of its own',
    newBlock('form', 'f', { look: { color: '#FFFFFF' }, box: { surface: 'deep' } }),
    'paper',
    [],
  ],
  [
    'its pale button',
    newBlock('form', 'f', { press: { fill: '#EEEEEE' } }),
    'deep',
    ['button 1.1 of 3'],
  ],
])('%s', (_what, block, under, expected) =>
  expect(
    colorProblems(block, under, plainBrand).map(
      ({ what, ratio, wanted }) => `${what} ${ratioWords(ratio)} of ${wanted}`,
    ),
  ).toEqual(expected),
);
