import {
  answerSubject,
  isAutomaticMail,
  readingOf,
  type InboxReading,
  type InboxWay,
} from './index.ts';

it.each<[InboxWay, string, boolean, InboxReading]>([
  ['text', 'Tuesday suits me', false, 'answer'],
  ['text', 'Stop.', false, 'stop'],
  ['text', 'START', false, 'start'],
  ['text', 'help', false, 'help'],
  ['text', 'Help me choose a day', false, 'answer'],
  ['email', 'Unsubscribe', false, 'stop'],
  ['email', 'Stop by on Friday', false, 'answer'],
  ['email', 'HELP', false, 'answer'],
  ['email', 'START', false, 'answer'],
  ['email', 'stop', true, 'away'],
  ['email', 'I am away until Monday.', true, 'away'],
  ['chat', 'stop', false, 'answer'],
])('by %s, %j (automatic: %s) is read as %s', (kind, words, isAutomatic, as) =>
  expect(readingOf({ kind, words, isAutomatic })).toBe(as),
);

// RFC 3834: the values of Auto-Submitted (section 5), and the null return path (section 3.3).
it.each<[string, Record<string, string>, string, boolean]>([
  ['no header', {}, 'Re: Hello', false],
  ['no', { 'auto-submitted': 'no' }, 'Out of office', false],
  ['a reply', { 'auto-submitted': 'auto-replied' }, 'Re: Hello', true],
  ['with a parameter', { 'auto-submitted': 'auto-generated; owner-email="a@b.test"' }, '', true],
  ['an older header', { 'x-autoreply': 'yes' }, 'Re: Hello', true],
  ['precedence', { precedence: 'auto_reply' }, 'Re: Hello', true],
  ['a precedence that says nothing', { precedence: 'first-class' }, 'Re: Hello', false],
  ['a subject', {}, 'Automatic reply: Hello', true],
  ['a subject in Spanish', {}, 'Respuesta automática: Hola', true],
  ['a subject that speaks of it', {}, 'Your out of office visit', false],
])('mail with %s is automatic or not', (_what, headers, subject, isAutomatic) => {
  const header = (name: string) => headers[name];
  expect(isAutomaticMail({ header, returnPath: 'pat@example.com', subject })).toBe(isAutomatic);
});
it('mail without a return path is automatic', () =>
  expect(isAutomaticMail({ header: () => undefined, returnPath: '', subject: 'Hi' })).toBe(true));

it.each([
  ['Your visit', 'Re: Your visit'],
  ['Re: Your visit', 'Re: Your visit'],
  ['RE: Your visit', 'RE: Your visit'],
  ['', 'Re:'],
])('answers %j under %j', (subject, answer) => expect(answerSubject(subject)).toBe(answer));
