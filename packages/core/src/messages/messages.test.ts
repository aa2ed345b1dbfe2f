import {
  escapeHtml,
  fillMergeFields,
  fillOrKeep,
  isPersonal,
  mergeProblem,
  oneLine,
  plainToHtml,
  withoutLinks,
} from './index.ts';

const context = {
  person: { first_name: 'Ana', empty: '' },
  client: { phone: '(207) 555-0142' },
  answers: { worry: 'Needles' },
};

describe('fillMergeFields', () => {
  // The behaviour that LiquidJS documents for output, `default`, `downcase`, `escape`, `if` and undefined variables (from memory).
  it.each([
    ['Hello {{ person.first_name }}', 'Hello Ana'],
    ['Hello {{ person.missing | default: "there" }}', 'Hello there'],
    ['Hello {{ person.empty | default: "there" }}', 'Hello there'],
    ['Hello {{ person.missing }}.', 'Hello .'],
    ['{{ nobody.at.all | default: "x" }}', 'x'],
    ['{{ answers.worry | downcase }}', 'needles'],
    ['{% if answers.worry %}yes{% else %}no{% endif %}', 'yes'],
    ['{% if answers.other %}yes{% else %}no{% endif %}', 'no'],
    ['{{ "<b>" | escape }}', '&lt;b&gt;'],
    ['no fields', 'no fields'],
  ])('fills %j', (template, text) =>
    expect(fillMergeFields(template, context)).toEqual({ ok: true, value: text }),
  );

  it('never reads a value as a template', () => {
    const sly = { person: { first_name: '{{ client.phone }}{% if true %}x{% endif %}' } };
    expect(fillOrKeep('Hi {{ person.first_name }}', sly)).toBe(
      'Hi {{ client.phone }}{% if true %}x{% endif %}',
    );
  });

  it('reaches no inherited property', () => {
    expect(
      fillOrKeep('{{ person.constructor }}{{ person.__proto__ }}{{ person.toString }}', context),
    ).toBe('');
  });

  it.each([
    '{{ person.first_name',
    '{% if x %}',
    '{{ x | no_such_filter }}',
    '{% include "a" %}',
    '{% render "a" %}',
  ])('says what is wrong with %j, and keeps it as typed', (template) => {
    const filled = fillMergeFields(template, context);
    expect(filled.ok).toBe(false);
    expect(!filled.ok && filled.problem).toMatch(/^A merge field can't be read: /);
    expect(fillOrKeep(template, context)).toBe(template);
  });

  it.each([
    '{% for a in (1..9999) %}{{ a }}{% endfor %}',
    '{% capture a %}xxxx{% endcapture %}{% capture a %}{{ a }}{{ a }}{% endcapture %}{{ a }}',
    '{% assign a = "x" %}{{ a }}',
    '{{ "a" | replace: "a", "aaaaaaaaaa" | replace: "a", "aaaaaaaaaa" }}',
    '{{ person.first_name | split: "" | first }}',
    '{% raw %}{{ x }}{% endraw %}',
    'x{{ a }}'.repeat(20_000),
  ])('does not take %.60j, which could work long or grow large', (template) => {
    expect(fillMergeFields(template, context).ok).toBe(false);
    expect(mergeProblem(template)).toContain('merge field');
  });

  it('caps what a template becomes, and what all of a page become', () => {
    const long = { person: { first_name: 'x'.repeat(20_000) } };
    expect(fillMergeFields('{{ person.first_name }}', long).ok).toBe(true);
    expect(fillMergeFields('{{ person.first_name }}{{ person.first_name }}', long).ok).toBe(false);
    const budget = { left: 30_000 };
    const filled = [1, 2, 3].map(() => fillOrKeep('{{ person.first_name }}', long, budget).length);
    expect(filled).toEqual([20_000, 20_000, '{{ person.first_name }}'.length]);
  });

  it('leaves no half of an emoji where a filter cuts one', () => {
    const thumbs = { person: { first_name: '👍👍' } };
    const filled = fillOrKeep('{{ person.first_name | truncate: 1, "" }}', thumbs);
    expect(Buffer.from(filled).toString()).toBe(filled);
  });
});

it.each([
  ['Hello {{ person.first_name }}', true],
  ['{% if answers.worry %}x{% endif %}', true],
  ['Call {{ client.phone }}', false],
  ['a person wrote', false],
  ['{{\n person.first_name\n}}', true],
  ['{{ client.name | append: person.name }}', true],
  ['{% if client.phone %}{{ answers["worry"] }}{% endif %}', true],
  ['{% case booking.when %}{% when "x" %}y{% endcase %}', true],
  ['{{ client["person"] }}', false],
  ['{{ person.first_name', false],
])('isPersonal(%j) is %j', (template, personal) => expect(isPersonal(template)).toBe(personal));

it('finds a mistake at the moment of writing', () => {
  expect(mergeProblem('{{ person.first_name | default: "there" }}')).toBeNull();
  expect(mergeProblem('{{ person.first_name ')).toContain('merge field');
});

describe('withoutLinks', () => {
  const bare = (text: string) => withoutLinks(text).replaceAll('\u200B', '');
  it.each([
    'http://evil.test/win',
    'HTTPS://evil.test',
    'www.evil.test',
    'evil.test/offer',
    'call evil.test now',
    'javascript://x.test',
  ])('breaks %j where a mail program would make a link, and changes no letter', (text) => {
    expect(withoutLinks(text)).not.toBe(text);
    expect(withoutLinks(text)).not.toMatch(/:\/\/|\w\.[a-z]{2}/i);
    expect(plainToHtml(withoutLinks(text))).not.toContain('<a ');
    expect(bare(text)).toBe(text);
  });
  it.each(['Ana Okafor', 'ana@example.com', '$4.50', 'at 9 a.m.', 'Two. Three', '(207) 555-0142'])(
    'leaves %j as it is',
    (text) => expect(withoutLinks(text)).toBe(text),
  );
});

it.each([
  ['{{ "spring-offer" | page_link }}', 'https://q.test/spring-offer'],
  ['{{ "gone" | page_link }}', ''],
  ['{{ "__proto__" | page_link }}', ''],
  ['{{ "constructor" | page_link }}', ''],
])('%s is %j', (template, link) => {
  const links = { spring_offer: 'https://q.test/spring-offer' };
  expect(fillMergeFields(template, { links })).toEqual({ ok: true, value: link });
});

describe('plainToHtml', () => {
  it('makes paragraphs, line breaks and links, and nothing else', () => {
    expect(plainToHtml('Hello\nAna\n\nSee https://example.com/a?b=1&c=2.')).toBe(
      '<p>Hello<br>Ana</p>\n<p>See <a href="https://example.com/a?b=1&amp;c=2">https://example.com/a?b=1&amp;c=2</a>.</p>',
    );
  });
  it('shows markup as text', () => {
    expect(plainToHtml('<script>alert("1")</script> javascript:alert(1)')).toBe(
      '<p>&lt;script&gt;alert(&quot;1&quot;)&lt;/script&gt; javascript:alert(1)</p>',
    );
    expect(escapeHtml(`<>&"'`)).toBe('&lt;&gt;&amp;&quot;&#39;');
  });
});

it('keeps header words on one line', () =>
  expect(oneLine(' New lead:\r\n Bcc: x ')).toBe('New lead: Bcc: x'));
