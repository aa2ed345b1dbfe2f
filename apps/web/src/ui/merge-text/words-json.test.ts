import { prose, RichText, type RichText as Rich } from '@plumgate/core/basics';
import fc from 'fast-check';
import { nodesOf, wordsIn } from './plain-nodes.ts';
import { docOf, richOf } from './words-json.ts';

it.each([
  'plain',
  '',
  'two\nlines',
  'Hello {{ person.first_name | default: "there" }}, welcome',
  '{{ client.phone }}{{ client.name }}',
  'half a {{ field',
])('plain words %j come back as they were', (words) => expect(wordsIn(nodesOf(words))).toBe(words));

it('makes one piece of a merge field', () =>
  expect(nodesOf('Call {{ client.phone }}')).toEqual([
    { type: 'text', text: 'Call ' },
    { type: 'mergeField', attrs: { code: '{{ client.phone }}' } },
  ]));

const run = fc.record({
  text: fc.stringMatching(/^[a-z {}]{1,12}$/),
  bold: fc.boolean(),
  italic: fc.boolean(),
  href: fc.constantFrom('', 'https://example.com/'),
});
const runs = fc.array(run, { maxLength: 4 });
const rich = fc.array(
  fc.oneof(
    fc.record({ kind: fc.constant('paragraph' as const), runs }),
    fc.record({
      kind: fc.constantFrom('bullets' as const, 'numbers' as const),
      items: fc.array(runs, { minLength: 1, maxLength: 3 }),
    }),
  ),
  { minLength: 1, maxLength: 4 },
);

it('rich text keeps its words and looks on the way through the text editor', () => {
  const letters = (text: Rich) =>
    text
      .map((part) => (part.kind === 'paragraph' ? [part.runs] : part.items))
      .map((lines) =>
        lines.map((line) =>
          line.flatMap(({ text, bold, italic, href }) =>
            [...text].map((letter) => [letter, bold, italic, href]),
          ),
        ),
      );
  fc.assert(
    fc.property(rich, (text) => {
      const back = richOf(docOf(text));
      expect(RichText.safeParse(back).success).toBe(true);
      expect(letters(back)).toEqual(letters(text));
      expect(richOf(docOf(back))).toEqual(back);
    }),
  );
});

it('an empty document is one empty paragraph', () =>
  expect(richOf({ type: 'doc' })).toEqual(prose('')));

it('a list within a list becomes one list', () => {
  const item = (...content: object[]) => ({ type: 'listItem', content });
  const paragraph = (text: string) => ({ type: 'paragraph', content: [{ type: 'text', text }] });
  const inner = { type: 'bulletList', content: [item(paragraph('inner'))] };
  const doc = {
    type: 'doc',
    content: [{ type: 'bulletList', content: [item(paragraph('outer'), inner)] }],
  };
  expect(richOf(doc)).toMatchObject([
    { kind: 'bullets', items: [[{ text: 'outer' }], [{ text: 'inner' }]] },
  ]);
});
