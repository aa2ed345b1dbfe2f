import { noConditions } from '../conditions/index.ts';
import type { EndsWhen } from '../followup/index.ts';
import type { FollowUp } from './follow-up.ts';
import { after, afterEvent, before, email, happened, inVain, task, text } from './steps.ts';

const ends = (...when: ('replied' | 'booked')[]): EndsWhen[] => [
  ...when.map((one) => ({ when: one })),
  { when: 'unsubscribed' },
];
const shared: Pick<FollowUp, 'pages' | 'fields' | 'list'> = { pages: [], fields: [], list: null };
const content = (
  steps: FollowUp['content']['steps'],
  endsWhen: EndsWhen[],
  more: Partial<FollowUp['content']> = {},
): FollowUp['content'] => ({
  onlyFor: noConditions,
  quiet: { from: '21:00', to: '08:00' },
  again: false,
  steps,
  endsWhen,
  ...more,
});
const bookingPage = {
  key: 'booking_page',
  label: 'The page where they choose a time',
  template: 'choose-time',
} as const;

/**
 * The follow-ups that come with the program. Their times are common practice, no source: an answer at once, three tries over
 * about a week, reminders of an event 4, 2 and 1 days and 2 hours before it.
 */
export const readyFollowUps: readonly FollowUp[] = [
  {
    ...shared,
    key: 'answered-at-once',
    name: 'New lead answered at once',
    about:
      'Thanks them within a minute, texts if they agreed to it, and after two quiet days asks once more and reminds you to call.',
    aim: 'lead',
    trade: 'any',
    startsBy: 'form',
    content: content(
      [
        after(
          'thanks',
          '0 minutes',
          email(
            'We have your message',
            'thank you for writing to us. Somebody here reads it today and gets back to you.\n\nIf it is urgent, call {{ client.phone }}.',
          ),
        ),
        after('text', '5 minutes', text('thank you for your message. We get back to you today.')),
        after('waits', '6 minutes', {
          kind: 'wait',
          until: { when: 'replied' },
          atMost: { amount: 2, unit: 'days' },
        }),
        after(
          'again',
          '1 hour',
          email(
            'Did our answer reach you?',
            'we have not heard from you since you wrote. Is there anything that we can still tell you? A short answer to this email is enough.',
          ),
          inVain('waits'),
        ),
        after('call', '1 business day', task('Call them: no answer in two days'), inVain('waits')),
      ],
      ends('booked'),
    ),
  },
  {
    ...shared,
    key: 'three-tries',
    name: 'Nobody answered: three tries',
    about:
      'You called and nobody answered. It says so at once, tries again after one and three business days, and then lets them be.',
    aim: 'lead',
    trade: 'any',
    startsBy: 'hand',
    content: content(
      [
        after(
          'text',
          '0 minutes',
          text('we just tried to call you about your message. When is a good time?'),
        ),
        after(
          'first',
          '10 minutes',
          email(
            'We tried to call you',
            'we just tried to reach you by phone about your message. When would be a good time? Answer with a time, and we call then.',
          ),
        ),
        after('second-call', '1 business day at 10:00', task('Second call')),
        after(
          'second',
          '1 business day at 16:00',
          email(
            'Still here for you',
            'we have not reached you yet. If writing is easier, tell us here what you need, and we answer in writing.',
          ),
        ),
        after('third-call', '3 business days at 10:00', task('Third and last call')),
        after(
          'last',
          '3 business days at 16:00',
          email(
            'We leave it with you',
            'we don’t want to bother you, so this is our last message about it. Whenever you are ready, call {{ client.phone }} or answer this email.',
          ),
        ),
      ],
      ends('replied', 'booked'),
    ),
  },
  {
    ...shared,
    key: 'before-the-visit',
    name: 'Booked: before the visit',
    about: 'Says what to bring two days before, reminds the day before and two hours before.',
    aim: 'booking',
    trade: 'any',
    startsBy: 'calendar',
    content: content(
      [
        before(
          'bring',
          '2 days at 09:00',
          email(
            'See you on {{ booking.day }}',
            'we look forward to seeing you on {{ booking.when }}.\nWhere: {{ booking.where }}\n\nIf you have papers or photos that belong to it, please bring them. To move or cancel:\n{{ booking.change_link }}',
          ),
        ),
        before(
          'day-before',
          '1 day at 10:00',
          email(
            'Tomorrow at {{ booking.time }}',
            'a short reminder: we see each other tomorrow at {{ booking.time }}.\nWhere: {{ booking.where }}\n\nSomething came up? Move it here:\n{{ booking.change_link }}',
          ),
        ),
        before(
          'soon',
          '2 hours',
          text('see you today at {{ booking.time }}, {{ booking.where }}.'),
        ),
      ],
      ends(),
    ),
  },
  {
    ...shared,
    key: 'did-not-come',
    name: 'Did not come',
    about: 'Writes kindly an hour later, offers a new time, and asks once more after three days.',
    aim: 'booking',
    trade: 'any',
    startsBy: 'missed',
    pages: [bookingPage],
    content: content(
      [
        after(
          'kindly',
          '1 hour',
          email(
            'Sorry we missed you',
            'we had hoped to see you today. These things happen. Choose another time whenever it suits you:\n[[booking_page]]',
          ),
        ),
        after(
          'text',
          '1 day at 10:00',
          text('sorry we missed you. Choose a new time: [[booking_page]]'),
        ),
        after(
          'once-more',
          '3 days at 10:00',
          email(
            'Would another time be better?',
            'your place with us is still open. Here are the free times:\n[[booking_page]]\n\nIf you no longer need it, a short answer helps us.',
          ),
        ),
      ],
      ends('replied', 'booked'),
      { again: true },
    ),
  },
  {
    ...shared,
    key: 'event',
    name: 'Event with reminders',
    about:
      'Counts back from the event: 4, 2 and 1 days and 2 hours before; who signs up late skips what is past. Thanks them the day after.',
    aim: 'event',
    trade: 'any',
    startsBy: 'event',
    content: content(
      [
        before(
          'four-days',
          '4 days at 09:00',
          email(
            '{{ event.name }}: four days to go',
            'in four days, on {{ event.when }}, {{ event.name }} takes place.\nWhere: {{ event.where }}\n\nDo you know somebody who would like to come along? Forward this email.',
          ),
        ),
        before(
          'two-days',
          '2 days at 09:00',
          email(
            'In two days: your question',
            'on {{ event.day }} we see each other at {{ event.name }}. Is there one thing that you would like to have answered? Write it back to us, and we prepare it.',
          ),
        ),
        before(
          'one-day',
          '1 day at 09:00',
          email(
            'Tomorrow at {{ event.time }}',
            'tomorrow at {{ event.time }} we begin.\nWhere: {{ event.where }}\n\nIf you can’t come, please give your seat back:\n{{ booking.change_link }}',
          ),
        ),
        before(
          'two-hours',
          '2 hours',
          text('{{ event.name }} begins at {{ event.time }}, {{ event.where }}.'),
        ),
        afterEvent(
          'thanks',
          '1 day at 10:00',
          email(
            'Thank you for coming',
            'thank you for being at {{ event.name }}. What was missing, and what should we do again? A line back to us is worth a lot.',
          ),
        ),
      ],
      ends(),
    ),
  },
  {
    ...shared,
    key: 'guide',
    name: 'Guide delivered and followed',
    about: 'Sends the link at once, asks after two days whether it helped, and offers to talk.',
    aim: 'guide',
    trade: 'any',
    startsBy: 'form',
    pages: [
      { key: 'guide_page', label: 'The page where the guide is', template: null },
      bookingPage,
    ],
    content: content(
      [
        after(
          'here',
          '0 minutes',
          email(
            'Your guide is here',
            'here is what you asked for:\n[[guide_page]]\n\nKeep this email, and you find it again.',
          ),
        ),
        after('read', '5 minutes', {
          kind: 'wait',
          until: { when: 'clicked' },
          atMost: { amount: 2, unit: 'days' },
        }),
        after(
          'helped',
          '2 days at 10:00',
          email(
            'Did it help?',
            'you have had a look at the guide. What is still open? Answer here, or choose a time to talk:\n[[booking_page]]',
          ),
          happened('read'),
        ),
        after(
          'unread',
          '1 hour',
          email(
            'In case it got lost',
            'you asked for our guide and have not opened it yet. Here is the link again:\n[[guide_page]]',
          ),
          inVain('read'),
        ),
      ],
      ends('replied', 'booked'),
    ),
  },
  {
    ...shared,
    key: 'viewing',
    name: 'Visitors of a viewing',
    about:
      'Thanks them before they are home, asks the next day what they thought, and offers a second look.',
    aim: 'listing',
    trade: 'property',
    startsBy: 'form',
    pages: [bookingPage],
    content: content(
      [
        after(
          'thanks',
          '15 minutes',
          email(
            'Thank you for coming by',
            'thank you for looking at the home today. If a question comes to you on the way home, just answer this email.',
          ),
        ),
        after(
          'thoughts',
          '1 day at 10:00',
          email(
            'What did you think of it?',
            'now that you have slept on it: what did you like, and what would have to be different? Your answer helps us find the right one.',
          ),
        ),
        after('call', '2 business days at 11:00', task('Call: what did they think of the home?')),
        after(
          'second-look',
          '4 days at 10:00',
          email(
            'A second look?',
            'many people see a home properly only the second time. Choose a time that suits you:\n[[booking_page]]',
          ),
        ),
      ],
      ends('replied', 'booked'),
      { again: true },
    ),
  },
  {
    ...shared,
    key: 'quote',
    name: 'Quote given',
    about:
      'Asks after two business days whether it is clear, waits for an answer, and reminds you to call.',
    aim: 'quote',
    trade: 'any',
    startsBy: 'hand',
    fields: [{ key: 'quote_for', name: 'Quote for' }],
    content: content(
      [
        after(
          'clear',
          '2 business days at 10:00',
          email(
            'Is our quote clear?',
            'two days ago you got our quote for {{ person.fields.quote_for | default: "the work" }}. Is everything in it clear, or is there something that we should change?',
          ),
        ),
        after('waits', '2 business days at 11:00', {
          kind: 'wait',
          until: { when: 'replied' },
          atMost: { amount: 5, unit: 'days' },
        }),
        after('call', '0 minutes', task('Call about the quote: no answer yet'), inVain('waits')),
        after(
          'last',
          '3 business days at 10:00',
          email(
            'Shall we keep the date free?',
            'our quote for {{ person.fields.quote_for | default: "the work" }} still stands. If you would like to go ahead, tell us, and we plan you in. If not, that is fine, too: a short no helps us.',
          ),
          inVain('waits'),
        ),
      ],
      ends('booked'),
      { again: true },
    ),
  },
  {
    ...shared,
    key: 'review',
    name: 'Job done: ask for a review',
    about: 'Asks the day after, and once more only if they have not followed the link.',
    aim: 'after',
    trade: 'any',
    startsBy: 'came',
    pages: [
      { key: 'review_page', label: 'The page where they write a review', template: 'reviews' },
    ],
    content: content(
      [
        after(
          'ask',
          '1 day at 10:00',
          email(
            'How did we do?',
            'we hope that everything is as you wanted it. If you have two minutes, tell others about it here:\n[[review_page]]\n\nIf something is not right, answer this email first: we put it right.',
          ),
        ),
        after('waits', '1 day at 10:05', {
          kind: 'wait',
          until: { when: 'clicked' },
          atMost: { amount: 4, unit: 'days' },
        }),
        after(
          'again',
          '1 hour',
          email(
            'Two minutes for us?',
            'people near you read reviews before they call. Yours would help us, and them:\n[[review_page]]\n\nWe don’t ask again.',
          ),
          inVain('waits'),
        ),
      ],
      ends('replied'),
    ),
  },
  {
    ...shared,
    key: 'lapsed',
    name: 'Not seen for a year',
    about:
      'Writes to those who have not been in touch for a year, and once more with the free times after a week.',
    aim: 'after',
    trade: 'any',
    startsBy: 'list',
    pages: [bookingPage],
    list: {
      name: 'Not seen for a year',
      conditions: {
        match: 'all',
        terms: [{ about: 'seen', test: { op: 'longer-ago', amount: 12, unit: 'months' } }],
      },
    },
    content: content(
      [
        after(
          'hello',
          '0 minutes',
          email(
            'It has been a while',
            'it is about a year since we last heard from each other. Is everything still as it should be? If there is something we can look at, just answer.',
          ),
        ),
        after('waits', '5 minutes', {
          kind: 'wait',
          until: { when: 'replied' },
          atMost: { amount: 7, unit: 'days' },
        }),
        after(
          'times',
          '1 hour',
          email(
            'Times that are free',
            'if you would like to come by, these times are still free:\n[[booking_page]]\n\nIf you no longer want to hear from us, the link below ends it.',
          ),
          inVain('waits'),
        ),
      ],
      ends('booked'),
    ),
  },
];
