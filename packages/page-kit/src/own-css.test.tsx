import fc from 'fast-check';
import { plainBrand, surfaceRoles } from '@plumgate/core/brand';
import {
  Box,
  type Column,
  emptyPage,
  examplePicture,
  Look,
  newBand,
  newBlock,
  newColumn,
  type Band,
  type Block,
  type LookPart,
} from '@plumgate/core/page';
import { boxClass, lookClass, ownRules } from './own-css.ts';

const pageOf = (block: Block, band: Partial<Band> = {}, column: Partial<Column> = {}) => ({
  ...emptyPage('Page'),
  bands: [newBand('band', [newColumn('column', [block], column)], band)],
});
const rules = (look: Look) => ownRules(pageOf(newBlock('heading', 'h', { look })), plainBrand);

it('says nothing of a page that is as the brand says', () => {
  expect(ownRules(pageOf(newBlock('heading', 'h')), plainBrand)).toBe('');
  expect(lookClass(newBlock('heading', 'h'))).toBe('');
});

it('gives parts that look the same one class and one rule', () => {
  const look: Look = { color: 'action', size: 125 };
  const [one, two] = [
    newBlock('heading', 'a', { look }),
    newBlock('heading', 'b', { look: { ...look } }),
  ];
  expect(lookClass(one)).toBe(lookClass(two));
  const page = { ...emptyPage('Page'), bands: [newBand('band', [newColumn('c', [one, two])])] };
  expect(ownRules(page, plainBrand)).toBe(
    `.${lookClass(one)}.${lookClass(one)}{color:var(--action);--size:1.25}`,
  );
});

it.each<[Look, string]>([
  [{ color: '#AA3300' }, 'color:#AA3300'],
  [{ weight: 800 }, '--weight:800'],
  [{ letterCase: 'upper' }, 'text-transform:uppercase'],
  [{ align: 'center' }, 'text-align:center;--justify:center;--from:auto;--to:auto'],
  [{ above: 0 }, 'margin-top:calc(0px - 20px)'],
  [{ below: 24 }, 'margin-bottom:calc(24px - 20px)'],
  [{ above: 80 }, 'clamp(40px,6.25cqi,80px)'],
  [{ edge: { width: 3, color: 'ink' } }, '--edge:3px;--edge-color:var(--ink)'],
  [{ corners: 12 }, '--corners:12px'],
  [{ fill: '#C2410C' }, '--fill:#C2410C;--on-fill:#FFFFFF'],
  [{ width: 'full' }, '{display:block;width:100%}'],
  [{ hover: 'lift' }, ':is(:hover,:focus-visible){filter:none;transform:translateY(-2px)'],
  [{ overlap: { edge: 'bottom', step: 1, order: 'front' } }, '--over:24px'],
])('%j becomes %s', (look, css) => expect(rules(look)).toContain(css));

it('pads a box that something can be seen of, and no other', () => {
  expect(boxClass({})).toBe('');
  expect(boxClass({ surface: 'tint' })).toMatch(/^boxed b/);
  const picture = { ...examplePicture('drive'), fade: 60, focus: { x: 1, y: 2 } };
  expect(boxClass({ picture })).toBe('boxed');
  expect(boxClass({ fullHeight: true })).not.toContain('boxed');
});

const breakOut = fc.constantFrom(
  '}',
  '}body{display:none',
  'url(https://evil.test/x)',
  'expression(alert(1))',
  '</style><script>alert(1)</script>',
  ';background:url(x)',
  '#fff}/*',
);
const value = fc.oneof(fc.string(), breakOut, fc.integer({ min: -50, max: 400 }), fc.boolean());
/** Mostly what a part may be, sometimes anything. */
const likely = <Value,>(...good: Value[]) =>
  fc.oneof(
    { weight: 6, arbitrary: fc.constantFrom<unknown>(...good) },
    { weight: 1, arbitrary: value },
  );
const colors = () => likely('paper', 'ink', '#C2410C', '#ffffff');
const edge = fc.record({ width: likely(0, 1, 8), color: colors() });
const anyLook = fc.record(
  {
    color: colors(),
    size: likely(50, 100, 300),
    weight: likely(400, 800),
    letterCase: likely('upper', 'title'),
    align: likely('start', 'center', 'end'),
    above: likely(0, 24, 240),
    below: likely(0, 25, 240),
    overlap: fc.record({
      edge: likely('top', 'bottom'),
      step: likely(1, 2, 3),
      order: likely('front', 'back'),
    }),
    fill: colors(),
    edge,
    corners: likely(0, 60),
    width: likely('fits', 'full'),
    hover: likely('darker', 'lighter', 'swap', 'lift'),
  } satisfies Record<LookPart, unknown>,
  { requiredKeys: [] },
);
const anySurface = fc.oneof(
  likely(...surfaceRoles, '#C2410C'),
  fc.record({ from: likely('deep', 'ink'), to: likely('action'), angle: likely(0, 90, 359) }),
);
const anyBox = fc.record(
  {
    surface: anySurface,
    edge,
    corners: likely(0, 60),
    shadow: likely(0, 1, 2, 3),
    inner: fc.record({
      top: likely(0, 90),
      right: likely(8),
      bottom: likely(160),
      left: likely(24),
    }),
    fullHeight: likely(true),
  },
  { requiredKeys: [] },
);

/** Rules of declarations, one level of blocks deep or two for a query: nothing else can come of a checked value. */
const isContained = (css: string) =>
  !/url\(|expression|<|@import|[\\"']/.test(css) &&
  /^(?:[^{}]+\{[^{}]*\}|@[^{}]+\{(?:[^{}]+\{[^{}]*\})*\})*$/.test(css);

describe('whatever is stored', () => {
  it('no look breaks out of its place in the CSS', () => {
    let read = 0;
    fc.assert(
      fc.property(anyLook, (given) => {
        const look = Look.safeParse(given);
        if (!look.success) return;
        read++;
        expect(isContained(rules(look.data))).toBe(true);
      }),
      { numRuns: 2000 },
    );
    expect(read).toBeGreaterThan(100);
  });

  it('no box does', () => {
    fc.assert(
      fc.property(anyBox, (given) => {
        const box = Box.safeParse(given);
        if (!box.success) return;
        const page = pageOf(newBlock('heading', 'h'), { frame: {} }, { box: box.data });
        expect(isContained(ownRules(page, plainBrand))).toBe(true);
      }),
      { numRuns: 2000 },
    );
  });

  it.each([
    { color: '#fff}body{}' },
    { size: 125.5 },
    { size: '125' },
    { weight: 650 },
    { align: 'center;color:red' },
    { fill: 'url(x)' },
    { unknown: 1 },
  ])('%j is refused', (look) => expect(Look.safeParse(look).success).toBe(false));
});
