import fc from 'fast-check';
import { prose, type NodeId, type PageId } from '../basics/index.ts';
import { mergeFieldsOf } from '../messages/index.ts';
import {
  addBlock,
  bookingLink,
  changeBlock,
  checkEmail,
  copyBlock,
  Email,
  emailFromText,
  emailHref,
  emailText,
  emailTexts,
  findBlock,
  mostEmailBytes,
  moveBlock,
  newEmailBlock,
  placeOf,
  removeBlock,
  spamHabits,
  type EmailBlock,
  type EmailFacts,
  type EmailPlaces,
} from './index.ts';

const places: EmailPlaces = {
  ...{ page: () => null, file: () => null, phone: '2075550142' },
  voucher: (code) => `https://q.test/~/voucher/${code}`,
  code: (code, as) => `https://q.test/~/code/${as}/${code}.png`,
};
const asIs = (words: string) => words;
const text = (id: string, words: string) =>
  ({ ...newEmailBlock('text', id), text: prose(words) }) as EmailBlock;
const heading = (id: string, words: string) =>
  ({ ...newEmailBlock('heading', id), text: words }) as EmailBlock;
const button = (id: string, link: Extract<EmailBlock, { kind: 'button' }>['link']) =>
  ({ ...newEmailBlock('button', id), label: 'Book', link }) as EmailBlock;
const columns = (id: string, left: EmailBlock[], right: EmailBlock[]) =>
  ({ ...newEmailBlock('columns', id), sides: [left, right] }) as EmailBlock;

describe('plain words as an email', () => {
  it('parts paragraphs, and makes buttons of lines that are links', () => {
    const { blocks } = emailFromText({
      subject: 'Hi',
      body: 'One\n\nTwo\nlines\nhttps://example.com/a\n{{ booking.change_link }}\n\nBye {{ links.first_visit }}',
    });
    expect(blocks.map(({ kind }) => kind)).toEqual(['text', 'button', 'button', 'text']);
    expect(emailText(blocks, { merge: asIs, places })).toBe(
      'One\n\nTwo\nlines\n\nOpen example.com/a: https://example.com/a\n\nBye {{ links.first_visit }}',
    );
    expect(blocks[2]).toMatchObject({ label: 'Move or cancel', link: bookingLink });
  });
  it('keeps words in one piece where merge code reaches over paragraphs', () => {
    const body = 'Hello\n\n{% if person.name %}You\n\n{% endif %}Bye';
    const { blocks } = emailFromText({ subject: 'Hi', body });
    expect(blocks).toHaveLength(1);
    expect(emailText(blocks, { merge: asIs, places })).toBe(body);
  });
  it.each(['', 'x', 'a\n\n\n\nb', '{{ x', '{{ links.a }}', 'http://', '  \n https://a.b \n'])(
    'reads %j as an email that can be saved, or as an empty one',
    (body) => {
      const email = emailFromText({ subject: 'S', body });
      const isRefused = !Email.safeParse(email).success;
      expect(isRefused).toBe(email.blocks.length === 0 || body === '{{ x');
    },
  );
  it('loses no word, whatever they are', () =>
    fc.assert(
      fc.property(fc.array(fc.stringMatching(/^[a-z ]{1,12}$/), { minLength: 1 }), (lines) => {
        const { blocks } = emailFromText({ subject: 'S', body: lines.join('\n') });
        const words = (all: string) => all.split(/\s+/).filter(Boolean);
        expect(words(emailText(blocks, { merge: asIs, places }))).toEqual(words(lines.join(' ')));
      }),
    ));
});

describe('an email', () => {
  const valid = { subject: 'S', preview: '', blocks: [text('a', 'Hello')] };
  it.each<[string, object, string]>([
    ['no words', { blocks: [newEmailBlock('text', 'a')] }, 'Write the message.'],
    ['no blocks', { blocks: [] }, 'Write the message.'],
    ['no subject', { subject: ' ' }, 'Give the email a subject.'],
    [
      'one id twice',
      { blocks: [text('a', 'x'), columns('b', [text('a', 'y')], [])] },
      'Two blocks',
    ],
    ['merge code that can’t be read', { blocks: [text('a', '{{ x')] }, "can't be read"],
    ['a loop', { blocks: [text('a', '{% for a in b %}{% endfor %}')] }, "can't be read"],
    [
      'too many blocks',
      { blocks: Array.from({ length: 61 }, (_, i) => text(`t${i}`, 'x')) },
      'Keep it to 60',
    ],
  ])('is refused with %s', (_why, changes, words) =>
    expect(Email.safeParse({ ...valid, ...changes }).error?.issues[0]?.message).toContain(words),
  );
  it('names everything whose merge fields are filled', () =>
    expect(
      emailTexts({
        ...valid,
        preview: 'P',
        blocks: [heading('h', 'H'), columns('c', [text('l', 'L')], [button('b', bookingLink)])],
      }),
    ).toEqual(['S', 'P', 'H', 'L', 'Book', '{{ booking.change_link }}']));
});

it.each<[Parameters<typeof emailHref>[0], string | null]>([
  [{ kind: 'call' }, 'tel:2075550142'],
  [{ kind: 'page', page: 'gone' as PageId }, null],
  [{ kind: 'address', href: 'https://example.com/x' }, 'https://example.com/x'],
  [{ kind: 'address', href: 'https://' }, null],
  [{ kind: 'address', href: '/first-visit' }, null],
  [{ kind: 'address', href: 'mailto:desk@example.com' }, 'mailto:desk@example.com'],
])('%j leads to %j', (link, href) => expect(emailHref(link, places, asIs)).toBe(href));
it('leads nowhere where a merge field gives no address', () => {
  expect(emailHref(bookingLink, places, () => 'javascript:alert(1)')).toBeNull();
  expect(emailHref(bookingLink, places, () => '')).toBeNull();
});

describe('editing', () => {
  const blocks = [text('a', 'A'), columns('c', [text('l', 'L')], [text('r', 'R')]), text('z', 'Z')];
  const ids = (list: readonly EmailBlock[]): unknown[] =>
    list.map((block) =>
      block.kind === 'columns' ? [block.id, ...block.sides.map(ids)] : block.id,
    );
  it.each<[string, EmailBlock[], unknown[]]>([
    ['moves up', moveBlock(blocks, 'z', -1), ['a', 'z', ['c', ['l'], ['r']]]],
    ['stays at the end', moveBlock(blocks, 'z', 1), ['a', ['c', ['l'], ['r']], 'z']],
    ['stays in its column', moveBlock(blocks, 'l', 1), ['a', ['c', ['l'], ['r']], 'z']],
    ['removes from a column', removeBlock(blocks, 'r'), ['a', ['c', ['l'], []], 'z']],
    ['removes what is not there', removeBlock(blocks, 'q'), ['a', ['c', ['l'], ['r']], 'z']],
    [
      'adds to a column',
      addBlock(blocks, text('n', 'N'), { place: { in: 'c', side: 1 }, index: 1 }),
      ['a', ['c', ['l'], ['r', 'n']], 'z'],
    ],
    [
      'adds no columns to a column',
      addBlock(blocks, columns('n', [], []), { place: { in: 'c', side: 0 }, index: 0 }),
      ['a', ['c', ['l'], ['r']], 'z'],
    ],
  ])('%s', (_what, made, expected) => expect(ids(made)).toEqual(expected));
  it('changes one block and leaves the others the objects that they were', () => {
    const changed = changeBlock(blocks, text('r', 'New'));
    expect(findBlock(changed, 'r')).toEqual(text('r', 'New'));
    expect(changed[0]).toBe(blocks[0]);
    expect(changed[2]).toBe(blocks[2]);
  });
  it('finds where a block lies', () => {
    expect(placeOf(blocks, 'r')).toEqual({ place: { in: 'c', side: 1 }, index: 0 });
    expect(placeOf(blocks, 'z')).toEqual({ place: null, index: 2 });
    expect(placeOf(blocks, 'q')).toBeNull();
  });
  it('copies with ids of its own', () => {
    let next = 0;
    const copied = copyBlock(blocks[1]!, () => `n${next++}` as NodeId);
    expect(ids([copied])).toEqual([['n0', ['n1'], ['n2']]]);
  });
});

describe('the check', () => {
  const facts: EmailFacts = {
    fields: mergeFieldsOf(['person', 'client']),
    livePages: new Set(),
    files: new Set(),
    phone: '(207) 555-0142',
    address: '8 Ropewalk Quay',
    emptyFor: [],
    bytes: 4000,
  };
  const found = (blocks: EmailBlock[], changes: Partial<EmailFacts> = {}, subject = 'Tomorrow') =>
    checkEmail({ subject, preview: '', blocks }, { ...facts, ...changes }).map(
      ({ words }) => words,
    );
  const picture = (changes: object) =>
    ({ ...newEmailBlock('picture', 'p'), ...changes }) as EmailBlock;
  const linked = (shown: string, href: string): EmailBlock => ({
    id: 't',
    kind: 'text',
    text: [{ kind: 'paragraph', runs: [{ text: shown, bold: false, italic: false, href }] }],
  });
  const shown = { id: 'x' as never, width: 10, height: 10 };
  it.each<[string, EmailBlock[], Partial<EmailFacts>, string]>([
    [
      'a field that is empty',
      [text('a', 'x')],
      { emptyFor: [{ field: 'person.phone', people: 12 }] },
      '“Phone” is empty for 12 people',
    ],
    [
      'a field that does not exist',
      [text('a', '{{ person.shoe }}')],
      {},
      'There is no merge field “person.shoe”',
    ],
    [
      'a page that is not live',
      [button('b', { kind: 'page', page: 'p' as PageId })],
      {},
      'not published',
    ],
    [
      'a file that is gone',
      [button('b', { kind: 'file', file: 'f' as never })],
      {},
      'a file that is gone',
    ],
    [
      'no number to call',
      [button('b', { kind: 'call' })],
      { phone: '' },
      'the fact sheet has none',
    ],
    [
      'an address not given',
      [button('b', { kind: 'address', href: 'https://' })],
      {},
      'leads nowhere',
    ],
    ['a link in words that leads nowhere', [linked('here', 'http://')], {}, 'leads nowhere'],
    [
      'a link that shows another address',
      [linked('www.quayside.test', 'https://other.test/x')],
      {},
      'as fraud does',
    ],
    ['a missing picture', [text('a', 'x'), picture({})], {}, 'A picture is missing'],
    [
      'a picture without a description',
      [text('a', 'x'), picture({ picture: shown })],
      {},
      'has no description',
    ],
    ['no postal address', [text('a', 'x')], { address: ' ' }, 'no postal address'],
    ['too much', [text('a', 'x')], { bytes: mostEmailBytes + 1 }, 'cut it off at 102 KB'],
    ['no words', [button('b', { kind: 'call' })], {}, 'no words besides pictures and buttons'],
    [
      'what is in a column',
      [text('a', 'x'), columns('c', [picture({})], [])],
      {},
      'A picture is missing',
    ],
  ])('names %s', (_what, blocks, changes, words) =>
    expect(found(blocks, changes).join(' ')).toContain(words),
  );
  it('finds nothing in an ordinary email', () =>
    expect(
      found([
        text('a', 'Hello {{ person.first_name | default: "there" }}, see you at nine.'),
        linked('www.quayside.test/x', 'https://quayside.test/y'),
        button('b', { kind: 'call' }),
      ]),
    ).toEqual([]));
  it('puts what misleads first', () =>
    expect(
      checkEmail(
        {
          subject: 'S',
          preview: '',
          blocks: [picture({}), button('b', { kind: 'address', href: 'https://' })],
        },
        facts,
      ).map(({ level }) => level),
    ).toEqual(['wrong', 'unwise', 'unwise']));
});

it.each([
  ['LAST CHANCE TODAY', '', 'all capitals'],
  ['Last chance!!!', '', 'several marks'],
  ['Save $$$', '', 'currency signs'],
  ['Re: your visit', '', 'pretends to be an answer'],
  ['Hello', 'You can act now.', '“act now”'],
])('names the habit in %j %j', (subject, body, words) =>
  expect(spamHabits(subject, body).join(' ')).toContain(words),
);
it.each(['Tomorrow at 9:00 AM', 'Your X-RAY is ready', 'Ready? See you at nine', 'Only $90'])(
  'has nothing against %j',
  (subject) => expect(spamHabits(subject, 'We kept it for you.')).toEqual([]),
);
