import fc from 'fast-check';
import {
  DrawnIcon,
  findIcons,
  iconOfSet,
  mostShapes,
  rebuildIcon,
  type SvgElement,
} from './index.ts';

const element = (
  tag: string,
  attributes: Record<string, string> = {},
  children: SvgElement[] = [],
): SvgElement => ({ tag, attributes, children });
const svg = (...children: SvgElement[]) => element('svg', { viewBox: '0 0 24 24' }, children);
const path = (d: string, more = {}) => element('path', { d, ...more });

describe('an icon from an SVG', () => {
  it('keeps shapes with their place, and lets everything else be', () => {
    const icon = rebuildIcon(
      'Tooth',
      svg(
        element('script', {}, []),
        element('style', {}, []),
        element('image', { href: 'https://evil.test/x.png' }),
        element('foreignObject', {}, [path('M0 0h1')]),
        element('use', { href: '#other' }),
        element('g', { fill: 'none', stroke: '#123', transform: 'translate(2 3)' }, [
          path('M3 3 L9 9', { onclick: 'alert(1)', style: 'stroke-width:3' }),
          element('circle', { cx: '12', cy: '12', r: '4', fill: 'red' }),
        ]),
      ),
    );
    expect(icon).toEqual({
      ok: true,
      value: {
        kind: 'drawn',
        name: 'Tooth',
        box: [0, 0, 24, 24],
        line: 3,
        shapes: [
          { tag: 'path', paint: 'line', transform: 'translate(2 3)', d: 'M3 3 L9 9' },
          { tag: 'circle', paint: 'both', transform: 'translate(2 3)', cx: 12, cy: 12, r: 4 },
        ],
      },
    });
  });

  it.each<[string, SvgElement, string]>([
    ['an HTML page', element('html'), 'not-an-svg'],
    ['what a parser makes of broken XML', element('parsererror'), 'not-an-svg'],
    ['nothing in it', svg(), 'nothing-to-draw'],
    ['a path that is no path', svg(path('url(javascript:alert(1))')), 'nothing-to-draw'],
    ['a shape that is not painted', svg(path('M0 0h9', { fill: 'none' })), 'nothing-to-draw'],
    ['a hidden one', svg(path('M0 0h9', { style: 'display:none' })), 'nothing-to-draw'],
    ['a picture of many', svg(...Array(mostShapes + 1).fill(path('M0 0h9'))), 'too-many-shapes'],
  ])('says of %s why it is none', (_what, root, problem) =>
    expect(rebuildIcon('x', root)).toEqual({ ok: false, problem }),
  );

  it('is as large as it says where it has no view box', () => {
    const icon = rebuildIcon(
      'x',
      element('svg', { width: '48px', height: '32' }, [path('M0 0h9')]),
    );
    expect(icon.ok && icon.value.box).toEqual([0, 0, 48, 32]);
  });

  it('never holds anything but what its schema lets through', () => {
    const value = fc.oneof(
      fc.string(),
      fc.constantFrom('12', 'M0 0h9', 'none', 'url(#x)', '"><script>', 'rotate(45)'),
    );
    const attributes = fc.dictionary(
      fc.constantFrom(
        'd',
        'fill',
        'stroke',
        'transform',
        'cx',
        'r',
        'points',
        'style',
        'href',
        'onload',
      ),
      value,
    );
    const tag = fc.constantFrom('path', 'circle', 'rect', 'polygon', 'script', 'g', 'image');
    const part = fc.record({ tag, attributes, children: fc.constant<SvgElement[]>([]) });
    fc.assert(
      fc.property(fc.array(part, { maxLength: 5 }), (children) => {
        const icon = rebuildIcon('x', svg(...children));
        if (!icon.ok) return;
        expect(DrawnIcon.safeParse(icon.value).success).toBe(true);
        expect(JSON.stringify(icon.value)).not.toMatch(/script|url|http|on[a-z]+=/);
      }),
    );
  });
});

it('draws an icon of the set in lines', () => {
  const icon = iconOfSet('check', [['path', { d: 'M20 6 9 17l-5-5' }]]);
  expect(icon.ok && icon.value).toMatchObject({ line: 2, shapes: [{ paint: 'line' }] });
});

describe('an icon is found by a word', () => {
  const names = ['phone', 'phone-call', 'smartphone', 'tooth', 'heart-pulse'];
  const tags = { tooth: ['dentist', 'dental'], smartphone: ['cell'], 'phone-call': ['ring'] };
  it.each([
    ['phone', 'phone phone-call smartphone'],
    ['dent', 'tooth'],
    ['Phone ring', 'phone-call'],
    ['nothing', ''],
    ['', names.join(' ')],
  ])('%s', (typed, expected) => expect(findIcons(names, tags, typed).join(' ')).toBe(expected));
});
