import {
  junkReason,
  newQuestion,
  openForField,
  repeatableText,
  shortForm,
  trapField,
} from './index.ts';

const form = {
  questions: [
    ...shortForm('Ask', ['a', 'b', 'c']).questions,
    newQuestion('long-text', 'd', { key: 'more' }),
  ],
};
const rules = {
  blockedWords: ['cialis', 'Search engine ranking', '贷款'],
  minSeconds: 3,
  isImpossible: (host: string) => !host.includes('.'),
  isThrowAway: (host: string) => host === 'ten-minutes.example',
};

it.each([
  [{ name: 'Ana Okafor', email: 'ana@example.com' }, null],
  [{ name: 'Ana Okafor', [trapField]: '' }, null],
  [{ name: 'Ana Okafor', [trapField]: 'https://buy.example' }, 'trap'],
  [{ name: 'Buy now https://buy.example' }, 'link-in-name'],
  [{ name: 'WWW.buy.example' }, 'link-in-name'],
  [{ name: '[url=buy]' }, 'link-in-name'],
  // Elsewhere people do write links, and names have dots in them.
  [{ name: 'J. R. Marsh Jr.', phone: 'https://x.example' }, null],
  [{ email: 'ana@Ten-Minutes.example ' }, 'throw-away-address'],
  [{ email: 'no address' }, null],
  [{ email: 'ana@nowhere' }, 'impossible-address'],
  [{ name: 'Ana', [openForField]: '900' }, 'too-fast'],
  [{ name: 'Ana', [openForField]: '3000' }, null],
  [{ name: 'Ana', [openForField]: '' }, null],
  [{ name: 'Ana', [openForField]: '-5' }, null],
  [{ name: 'Ana', [openForField]: 'soon' }, null],
  [{ more: 'We sell CIALIS!' }, 'blocked-words'],
  [{ more: 'I am a specialist.' }, null],
  [{ more: 'search-engine\nranking' }, 'blocked-words'],
  [{ name: 'Cialis Smith' }, 'blocked-words'],
  [{ more: '贷款' }, 'blocked-words'],
  [{ other: 'cialis' }, null],
  [{}, null],
])('takes %j for %j', (typed, reason) => expect(junkReason(form, typed, rules)).toBe(reason));

it('blocks nothing by words that are none', () =>
  expect(junkReason(form, { more: 'Hello' }, { ...rules, blockedWords: [] })).toBeNull());

it('knows a text again by its words, and a short one not at all', () => {
  const text = 'Dear owner, your website could rank much higher than it does.';
  expect(repeatableText(form, { name: 'A', more: text })).toBe(
    repeatableText(form, { name: 'B', more: `${text.toUpperCase()}!!` }),
  );
  expect(repeatableText(form, { name: 'A'.repeat(60), more: 'Please call me.' })).toBeNull();
});
