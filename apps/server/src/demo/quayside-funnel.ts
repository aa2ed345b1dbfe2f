import { emailFromText } from '@plumgate/core/emails';
import { demoEmail, moveOrCancel, press, title, words } from './demo-email.ts';
import { prose } from '@plumgate/core/basics';
import { noConditions } from '@plumgate/core/conditions';
import type { CalendarId, FormId, PictureRef, SequenceId } from '@plumgate/core/basics';
import { newCalendar, type CalendarContent } from '@plumgate/core/booking';
import { plainEnding, newQuestion, type FormDefinition } from '@plumgate/core/forms';
import { emptySequence, type SequenceContent, type SequenceStep } from '@plumgate/core/followup';
import {
  newBlock,
  type BlockOf,
  type PageDocument,
  plainSettings,
  plainReview,
} from '@plumgate/core/page';
import { band, footer, header } from './bands.ts';

const privacy = 'https://quayside-dental.test/privacy';
const above = 'Nervous? Talk to us first';

export const firstVisitForm: FormDefinition = {
  version: 5,
  name: 'First-visit form',
  questions: [
    newQuestion('full-name', 'ask-name', { key: 'name', label: 'Your name', required: true }),
    newQuestion('email', 'ask-email', { key: 'email', label: 'Email', required: true }),
    newQuestion('phone', 'ask-phone', {
      key: 'phone',
      label: 'Mobile',
      placeholder: '(207) 555-0100',
      required: true,
    }),
    newQuestion('choice', 'ask-worry', {
      key: 'worry',
      label: 'What worries you most?',
      placeholder: 'Choose what fits best',
      options: ['The sound', 'Needles', 'Being told off', 'The cost', 'Something else'],
    }),
  ],
  beforeButton: [],
  button: 'Save my place',
  consent: 'We use this to reach you about your first visit, and for nothing else.',
  after: { kind: 'next-step' },
  afterByAnswer: [],
  ...plainEnding,
  notify: ['desk@quayside-dental.test'],
};

/** Step one: the promise, the form, what happens, and a kind word. */
export function firstVisitPage(
  form: FormId,
  room: PictureRef,
  staff: BlockOf<'team'>['items'],
): PageDocument {
  return {
    version: 8,
    ...plainSettings,
    kind: 'landing',
    popups: [],
    sections: [],
    title: 'A first visit without the dread · {{ client.name }}',
    description:
      'Thirty unhurried minutes with a dentist in Port Alder. No drill, no lecture, no charge.',
    bands: [
      header(above),
      band(
        'promise',
        'Promise and form',
        { surface: 'tint' },
        {
          share: 6,
          blocks: [
            newBlock('heading', 'headline', {
              text: 'Dread the dentist?\nCome and just talk.',
              level: 1,
            }),
            newBlock('text', 'supporting', {
              text: prose(
                'Thirty unhurried minutes with a dentist in {{ client.town }}. No drill, no lecture, no charge.',
              ),
              size: 'lead',
            }),
            newBlock('ticks', 'reassurance', {
              items: [
                'Times this week, early and late',
                'Bring someone with you',
                'Stop whenever you like',
              ],
            }),
          ],
        },
        {
          share: 5,
          blocks: [
            newBlock('form', 'first-visit-form', {
              formId: form,
              title: 'Save your place',
              intro: 'Four questions. We call back the same day.',
            }),
          ],
        },
      ),
      band(
        'minutes',
        'What happens in 30 minutes',
        {},
        {
          blocks: [
            newBlock('heading', 'minutes-title', { text: 'What happens in 30 minutes', level: 2 }),
            newBlock('numbered-steps', 'minutes-three', {
              items: [
                { title: 'Tea first', text: 'You talk, we listen. Nothing sharp in the room.' },
                {
                  title: 'A look, if you want one',
                  text: 'A small mirror and a light, nothing more. You hold the hand mirror and watch.',
                },
                {
                  title: 'A plan on paper',
                  text: 'Written down and priced, yours to take home and think over.',
                },
              ],
            }),
          ],
        },
      ),
      band(
        'room',
        'The quiet room',
        { surface: 'tint' },
        {
          share: 6,
          blocks: [
            newBlock('picture', 'room-picture', {
              picture: room,
              alt: 'Two armchairs and a table with tea at a window above the harbor',
              crop: 'edge',
            }),
          ],
        },
        {
          share: 5,
          blocks: [
            newBlock('heading', 'room-title', { text: 'A room with no dentist’s chair', level: 2 }),
            newBlock('text', 'room-words', {
              text: prose(
                'We sit at a table by the window. If you would rather leave after five minutes, you leave after five minutes, and nobody minds.',
              ),
            }),
            newBlock('button', 'room-button', {
              label: 'Save my place',
              action: { kind: 'scroll', band: 'promise' },
            }),
          ],
        },
      ),
      band(
        'who',
        'Who you will meet',
        {},
        {
          blocks: [
            newBlock('heading', 'who-title', { text: 'Who you will meet', level: 2 }),
            newBlock('team', 'who-three', { items: staff }),
          ],
        },
      ),
      band(
        'kind-words',
        'Kind words',
        { surface: 'deep' },
        {
          blocks: [
            newBlock('reviews', 'said', {
              items: [
                {
                  ...plainReview(
                    'Eleven years away. I cried in the car, then I went back in.',
                    'Dana R., Gannet Head',
                  ),
                  stars: 5,
                  source: 'Harbor Pages',
                },
                {
                  ...plainReview(
                    'Nobody told me off. They drew me a picture of my own tooth.',
                    'Joss M., Saltmarsh',
                  ),
                  stars: 5,
                  source: 'Harbor Pages',
                },
                {
                  ...plainReview(
                    'My son asks when we are going again. For the tea.',
                    'Priya K., East Tarn',
                  ),
                  stars: 5,
                  source: 'Harbor Pages',
                },
              ],
            }),
          ],
        },
      ),
      band(
        'asked',
        'What people ask',
        { width: 'medium' },
        {
          blocks: [
            newBlock('heading', 'asked-title', { text: 'What people ask us', level: 2 }),
            newBlock('questions', 'asked-first', {
              items: [
                {
                  question: 'What does the half hour cost?',
                  answer:
                    'Nothing. If you go on, the first treatment has a price on paper before it begins.',
                },
                {
                  question: 'Will anybody put something in my mouth?',
                  answer:
                    'Only if you say so, and then a small mirror. You may stop at any moment.',
                },
                {
                  question: 'I have not been in years. Is that bad?',
                  answer: 'It is common. We begin where you are, and nobody scolds.',
                },
              ],
            }),
            newBlock('areas', 'served', { title: 'People come to us from' }),
          ],
        },
      ),
      band(
        'last-call',
        'Last call',
        { width: 'narrow' },
        {
          blocks: [
            newBlock('heading', 'last-title', {
              text: 'Half an hour. Then decide.',
              level: 2,
              look: { align: 'center' },
            }),
            newBlock('button', 'last-button', {
              label: 'Save my place',
              action: { kind: 'scroll', band: 'promise' },
              look: { align: 'center' },
            }),
            newBlock('call-button', 'last-call-button', {
              above: 'or call now',
              look: { align: 'center' },
            }),
            newBlock('call-bar', 'bar', { besideLabel: 'Save my place', besideBand: 'promise' }),
          ],
        },
      ),
      footer(privacy),
    ],
  };
}

/** What step two asks of somebody it does not know yet; anyone who comes from step one only chooses a time. */
export const bookingForm: FormDefinition = {
  version: 5,
  name: 'Booking form',
  questions: [
    newQuestion('full-name', 'book-name', { key: 'name', label: 'Your name', required: true }),
    newQuestion('email', 'book-email', { key: 'email', label: 'Email', required: true }),
    newQuestion('phone', 'book-phone', { key: 'phone', label: 'Mobile', required: true }),
    newQuestion('consent', 'book-texts', {
      key: 'texts',
      purpose: 'texts',
      label: 'Text me two hours before. Reply STOP and the texts end.',
    }),
  ],
  beforeButton: [],
  button: 'Book this time',
  consent: 'You can move or cancel it until two hours before.',
  after: { kind: 'next-step' },
  afterByAnswer: [],
  ...plainEnding,
};

/** Step two: a time to choose, and nothing typed again. */
export const choosePage = (form: FormId, calendar: CalendarId): PageDocument => ({
  version: 8,
  ...plainSettings,
  kind: 'landing',
  popups: [],
  sections: [],
  title: 'Choose your half hour · {{ client.name }}',
  description: 'Choose a time for your first visit.',
  bands: [
    header(above),
    band(
      'choose',
      'Calendar',
      { surface: 'tint' },
      {
        share: 5,
        blocks: [
          newBlock('heading', 'choose-title', {
            text: 'When would you like to come, {{ person.first_name | default: "and talk" }}?',
            level: 1,
          }),
          newBlock('text', 'choose-words', {
            text: prose(
              'Half an hour at a table by the window. Early and late times are there on purpose.',
            ),
            size: 'lead',
          }),
          newBlock('ticks', 'choose-ticks', {
            items: ['Bring someone with you', 'Move or cancel with one click', 'No charge'],
          }),
        ],
      },
      {
        share: 6,
        blocks: [
          newBlock('booking', 'choose-time', {
            calendarId: calendar,
            formId: form,
            title: 'Choose your half hour',
          }),
        ],
      },
    ),
    footer(privacy),
  ],
});

export const thanksPage: PageDocument = {
  version: 8,
  ...plainSettings,
  kind: 'landing',
  popups: [],
  sections: [],
  title: 'Your place is saved · {{ client.name }}',
  description: 'Your visit, and how to change it.',
  bands: [
    header(above),
    band(
      'thanks',
      'Thanks',
      { surface: 'tint', width: 'medium' },
      {
        blocks: [
          newBlock('heading', 'thanks-title', {
            text: 'Thank you, {{ person.first_name | default: "and welcome" }}. Your place is saved.',
            level: 1,
            look: { align: 'center' },
          }),
          newBlock('text', 'thanks-words', {
            text: prose('An email with what to expect is on its way.'),
            size: 'lead',
            look: { align: 'center' },
          }),
          newBlock('your-booking', 'thanks-booking', { title: 'Your half hour' }),
        ],
      },
    ),
    band(
      'next',
      'What happens next',
      { width: 'narrow' },
      {
        blocks: [
          newBlock('heading', 'next-title', { text: 'What happens next', level: 2 }),
          newBlock('ticks', 'next-ticks', {
            items: [
              'Wren opens the door, and knows your name',
              'You say who comes with you, and when to stop',
              'You can change your mind at any moment',
            ],
          }),
          newBlock('call-button', 'next-call', { above: 'Rather talk now?' }),
        ],
      },
    ),
    footer(privacy),
  ],
};

/** Half hours on weekdays and Saturday mornings, at most eight a day. */
export const visitCalendar = (sequence: SequenceId): CalendarContent => {
  const weekday = [
    { from: '08:00', to: '12:30' },
    { from: '13:30', to: '18:00' },
  ];
  const plain = newCalendar('First visit', 'America/New_York');
  return {
    ...plain,
    place: 'ours',
    where: '8 Ropewalk Quay, Port Alder (the blue door)',
    rules: {
      ...plain.rules,
      hours: [weekday, weekday, weekday, weekday, weekday, [{ from: '09:00', to: '13:00' }], []],
      mostPerDay: 8,
    },
    notify: ['desk@quayside-dental.test'],
    sequence,
  };
};

const joined = (
  id: string,
  delay: SequenceStep['delay'],
  action: SequenceStep['action'],
): SequenceStep => ({
  id,
  anchor: 'joined',
  side: 'after',
  delay,
  late: 'skip',
  unlessBooked: false,
  onlyIf: noConditions,
  action,
});

/** For anyone who has written and not chosen a time yet: it ends when they book. */
export const gentleWelcome: SequenceContent = {
  ...emptySequence('Gentle welcome'),
  quiet: null,
  endsWhen: [{ when: 'booked' }, { when: 'unsubscribed' }],
  steps: [
    joined(
      'place-saved',
      { amount: 0, unit: 'minutes', at: null },
      {
        kind: 'email',
        ...demoEmail(
          'Your place is saved, {{ person.first_name | default: "and welcome" }}',
          'Half an hour, tea, and no chair',
          title('Your half hour is kept for you'),
          words(`Hello {{ person.first_name | default: "there" }},

thank you for writing to us. If you have not chosen a time yet, somebody from the front desk calls you today to find one.

{% if answers.worry %}You told us what worries you most: {{ answers.worry | downcase }}. We will begin there, and go no further than you like.{% endif %}`),
          press('Call us now', { kind: 'call' }),
          words(`Until soon,
everyone at {{ client.name }}`),
        ),
      },
    ),
    joined(
      'what-it-feels-like',
      { amount: 1, unit: 'days', at: null },
      {
        kind: 'email',
        ...emailFromText({
          subject: 'What the half hour feels like',
          body: `Hello {{ person.first_name | default: "there" }},

people ask us what it is like, so here it is.

You ring the bell at {{ client.address }}. Somebody opens who knows your name. There is tea. There is no dentist's chair in the room and nothing sharp. You talk for as long as you like; we listen, and we write down what would help and what it would cost.

That is all of it. If you have a question before then, reply to this email or call {{ client.phone }}.

{{ client.name }}`,
        }),
      },
    ),
    joined(
      'still-no-time',
      { amount: 3, unit: 'days', at: '09:00' },
      {
        kind: 'notify',
        email: 'desk@quayside-dental.test',
        body: `{{ person.name }} wrote three days ago and has not chosen a time. {{ person.phone }}, {{ person.email }}`,
      },
    ),
  ],
};

/** Counts from the booking. */
export const beforeYourVisit: SequenceContent = {
  ...emptySequence('Before your visit'),
  event: { kind: 'booking', calendar: null, each: true },
  again: true,
  steps: [
    {
      id: 'tomorrow',
      anchor: 'event',
      side: 'before',
      delay: { amount: 1, unit: 'days', at: '09:00' },
      late: 'skip',
      unlessBooked: false,
      onlyIf: noConditions,
      action: {
        kind: 'email',
        ...demoEmail(
          'Tomorrow at {{ event.time }}',
          'The blue door on Ropewalk Quay',
          title('See you tomorrow at {{ event.time }}'),
          words(`Hello {{ person.first_name | default: "there" }},

tomorrow at {{ event.time }} we have tea ready for you at {{ booking.where }}.

If tomorrow is not the day after all, move it to another one.`),
          moveOrCancel,
        ),
      },
    },
    {
      id: 'two-hours',
      anchor: 'event',
      side: 'before',
      delay: { amount: 2, unit: 'hours', at: null },
      late: 'skip',
      unlessBooked: false,
      onlyIf: noConditions,
      action: {
        kind: 'text',
        body: '{{ client.name }}: see you today at {{ event.time }}, the blue door on Ropewalk Quay. Questions? {{ client.phone }}. Reply STOP to end texts.',
      },
    },
    {
      id: 'day-after',
      anchor: 'event',
      side: 'after',
      delay: { amount: 1, unit: 'days', at: '10:00' },
      late: 'skip',
      unlessBooked: false,
      onlyIf: noConditions,
      action: {
        kind: 'email',
        ...emailFromText({
          subject: 'Thank you for coming',
          body: `Hello {{ person.first_name | default: "there" }},

thank you for sitting down with us. Your plan on paper is yours to keep and think over. When you want to go on, or have a question, reply to this email or call {{ client.phone }}.

{{ client.name }}`,
        }),
      },
    },
  ],
};
