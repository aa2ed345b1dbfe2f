import { calendarFormat, CalendarContent, newCalendar } from '../booking/index.ts';
import { emptySequence, SequenceContent, sequenceFormat } from '../followup/index.ts';
import { FormDefinition, formFormat, readForm, shortForm } from '../forms/index.ts';
import { RuleContent, ruleFormat } from '../routing/index.ts';

/** Documents as builds before this one stored them. */
const id = (end: number) => `00000000-0000-4000-8000-00000000000${end}`;

it('reads a rule of version 1', () => {
  const read = ruleFormat.read({
    name: 'New patients',
    meets: 'any',
    conditions: [{ about: 'source', is: 'Direct' }],
    actions: [
      { do: 'tag', tag: 'new' },
      { do: 'give', to: id(1) },
      { do: 'start', sequence: id(2) },
      { do: 'tell', email: 'desk@example.com' },
    ],
  });
  expect(RuleContent.parse(read)).toEqual({
    name: 'New patients',
    conditions: { match: 'any', terms: [{ about: 'source', is: 'Direct' }] },
    actions: [
      { kind: 'tag', tag: 'new' },
      { kind: 'assign', to: id(1) },
      { kind: 'start', sequence: id(2) },
      { kind: 'notify', email: 'desk@example.com' },
    ],
  });
});

it('reads a rule of version 2', () => {
  const terms = [
    { about: 'form', is: id(1) },
    { about: 'source', is: 'Direct' },
  ];
  const read = ruleFormat.read({
    ...{ formatVersion: 2, name: 'New', matches: 'all', conditions: terms, actions: [] },
  });
  expect(RuleContent.parse(read)).toEqual({
    ...{ name: 'New', conditions: { match: 'all', terms }, actions: [] },
  });
});

it('reads a sequence of version 1', () => {
  const step = {
    id: 'desk',
    anchor: 'joined',
    side: 'after',
    delay: { amount: 1, unit: 'days', at: null },
    late: 'leave-out',
    action: { kind: 'tell', email: 'desk@example.com', body: 'Call.' },
  };
  const read = sequenceFormat.read({
    ...emptySequence('Welcome'),
    event: { kind: 'booking', calendar: null },
    steps: [step],
  });
  expect(SequenceContent.parse(read)).toMatchObject({
    event: { each: true },
    steps: [{ late: 'skip', action: { kind: 'notify' } }],
  });
});

it('reads the emails of a sequence of version 5, which were plain text', () => {
  const { steps: _none, ...rest } = emptySequence('Welcome');
  const read = sequenceFormat.read({
    ...rest,
    formatVersion: 5,
    steps: [
      {
        ...{ id: 'one', anchor: 'joined', side: 'after', late: 'skip', unlessBooked: false },
        ...{ delay: { amount: 1, unit: 'days', at: null }, onlyIf: { match: 'all', terms: [] } },
        action: { kind: 'email', subject: 'Hello', body: 'Dear {{ person.first_name }},\n\nBye' },
      },
    ],
  });
  expect(SequenceContent.parse(read).steps[0]!.action).toMatchObject({
    ...{ kind: 'email', subject: 'Hello', preview: '' },
    blocks: [{ kind: 'text' }],
  });
});

it('reads a calendar of version 1', () => {
  const { notify: _notify, ...rest } = newCalendar('Visits', 'Europe/London');
  const confirmation = { subject: 'See you', body: 'Hello\n\n{{ booking.change_link }}' };
  const read = CalendarContent.parse(
    calendarFormat.read({ ...rest, confirmation, tell: ['desk@example.com'] }),
  );
  expect(read.notify).toEqual(['desk@example.com']);
  expect(read.confirmation.subject).toBe('See you');
  expect(read.confirmation.blocks.map(({ kind }) => kind)).toEqual(['text', 'button']);
});

describe('a form of version 1', () => {
  const { notify: _notify, questions, ...rest } = shortForm('Ask', ['a', 'b', 'c']);
  const first = {
    ...rest,
    version: 1,
    tell: ['desk@example.com'],
    questions: questions.map(({ required, ...question }) => ({ ...question, must: required })),
  };
  const now = { ...shortForm('Ask', ['a', 'b', 'c']), notify: ['desk@example.com'] };

  it('is read as one of now', () => expect(formFormat.read(first)).toEqual(now));
  it('gets what questions have had since', () => {
    const { beforeButton: _none, ...old } = shortForm('Ask', ['a', 'b', 'c']);
    const questions = old.questions.map(
      ({ id, key, kind, label, placeholder, help, required, options }) => ({
        ...{ id, key, kind, label, placeholder, help, required, options },
      }),
    );
    const read = formFormat.read({ ...old, version: 2, questions });
    expect(read).toEqual(shortForm('Ask', ['a', 'b', 'c']));
  });

  it('has its agreement to texts as a consent to them', () => {
    const now = shortForm('Ask', ['a', 'b', 'c']);
    const old = { ...now.questions[0]!, kind: 'text-consent', purpose: undefined };
    const read = formFormat.read({
      ...now,
      version: 3,
      questions: [JSON.parse(JSON.stringify(old))],
    });
    expect(read.questions[0]).toMatchObject({ kind: 'consent', purpose: 'texts', showIf: null });
  });

  it('is read with the version that its column had', () =>
    expect(FormDefinition.parse(formFormat.read({ ...first, formatVersion: 1 }))).toEqual(now));
  it('is read where it comes from outside', () =>
    expect(readForm(first)).toEqual({ ok: true, value: now }));
});

it.each<[string, unknown]>([
  ['nothing', null],
  ['a text', 'form'],
  ['one of a later version', { ...shortForm('Ask', ['a', 'b', 'c']), version: 99 }],
  ['one without questions', { version: 1, name: 'Ask', questions: 'none' }],
])('refuses %s as a form from outside, with a sentence', (_what, given) => {
  const read = readForm(given);
  expect(read.ok ? '' : read.problem).toMatch(/\w/);
});
