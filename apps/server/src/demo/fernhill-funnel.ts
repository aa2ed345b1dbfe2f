import { emailFromText } from '@plumgate/core/emails';
import { prose } from '@plumgate/core/basics';
import { noConditions } from '@plumgate/core/conditions';
import type { CalendarId, FormId, PictureRef } from '@plumgate/core/basics';
import { newEvent, type CalendarContent } from '@plumgate/core/booking';
import { emptySequence, type SequenceContent, type SequenceStep } from '@plumgate/core/followup';
import { plainEnding, newQuestion, type FormDefinition } from '@plumgate/core/forms';
import { newBlock, type BlockOf, type PageDocument, plainSettings } from '@plumgate/core/page';
import { band, footer, header } from './bands.ts';

const name = 'Runner’s knee evening';
const privacy = 'https://fernhill.test/privacy';
const above = 'A question first?';
const begins = '18:30';

/** The evening's local date and time, `2026-11-19T18:30`: two weeks after the day the demo begins. */
export const eveningOn = (date: string): string => `${date}T${begins}`;

export const eveningForm: FormDefinition = {
  version: 5,
  name: 'Evening sign-up',
  questions: [
    newQuestion('full-name', 'eve-name', { key: 'name', label: 'Your name', required: true }),
    newQuestion('email', 'eve-email', { key: 'email', label: 'Email', required: true }),
    newQuestion('phone', 'eve-phone', { key: 'phone', label: 'Mobile' }),
    newQuestion('choice', 'eve-where', {
      key: 'hurts',
      label: 'Where does it hurt?',
      placeholder: 'Choose what fits best',
      options: ['Front of the knee', 'Outside of the knee', 'Under the kneecap', 'Nowhere yet'],
    }),
    newQuestion('consent', 'eve-texts', {
      key: 'texts',
      purpose: 'texts',
      label: 'Text me two hours before. Reply STOP and the texts end.',
    }),
  ],
  beforeButton: [],
  button: 'Save my seat',
  consent: 'We write to you about this evening, and for nothing else.',
  after: { kind: 'next-step' },
  afterByAnswer: [],
  ...plainEnding,
  notify: ['desk@fernhill.test'],
};

/** The whole offer on one page: when, how long until then, what happens, and a seat. */
export const eveningPage = (
  form: FormId,
  calendar: CalendarId,
  hall: PictureRef,
  staff: BlockOf<'team'>['items'],
): PageDocument => ({
  version: 8,
  ...plainSettings,
  kind: 'landing',
  popups: [],
  sections: [],
  event: calendar,
  title: `${name} · {{ client.name }}`,
  description:
    'Ninety minutes on why knees hurt when you run, and what to do about it. Free, 24 seats.',
  bands: [
    header(above),
    band(
      'offer',
      'Offer and seat',
      { surface: 'deep', picture: { ...hall, fade: 78, focus: { x: 50, y: 50 } } },
      {
        share: 6,
        blocks: [
          newBlock('heading', 'headline', {
            text: 'Run again\nwithout the knee talking back',
            level: 1,
          }),
          newBlock('text', 'supporting', {
            text: prose(
              'Ninety minutes with two physical therapists who run. Bring your shoes, and the question nobody answers.',
            ),
            size: 'lead',
          }),
          newBlock('countdown', 'until-then', {
            counts: 'event',
            above: 'We begin in',
            over: 'The evening has begun. Call us to hear about the next one.',
          }),
          newBlock('ticks', 'go-home-with', {
            items: [
              'A film of your own stride, to take home',
              'Six weeks of exercises on one card',
              'Tea, and nobody selling shoes',
            ],
          }),
        ],
      },
      {
        share: 5,
        blocks: [
          newBlock('booking', 'seat', {
            calendarId: calendar,
            formId: form,
            title: 'Save your seat',
            intro: 'Free. Twenty-four chairs, no more.',
          }),
        ],
      },
    ),
    band(
      'evening',
      'What the evening is',
      {},
      {
        blocks: [
          newBlock('heading', 'evening-title', { text: 'What the evening is', level: 2 }),
          newBlock('numbered-steps', 'evening-parts', {
            items: [
              {
                title: 'Why it hurts',
                text: 'Half an hour, a model of a knee, and no Latin.',
              },
              {
                title: 'A look at how you run',
                text: 'Ten steps on the mat, filmed from behind. You take the film home.',
              },
              {
                title: 'Six weeks on a card',
                text: 'What to do, how often, and when to stop and call.',
              },
            ],
          }),
        ],
      },
    ),
    band(
      'who',
      'Who is there',
      { surface: 'tint' },
      {
        share: 5,
        blocks: [
          newBlock('heading', 'who-title', {
            text: 'Two people who run, badly and happily',
            level: 2,
          }),
        ],
      },
      {
        share: 7,
        blocks: [newBlock('team', 'who-two', { items: staff })],
      },
    ),
    band(
      'asked',
      'Before you come',
      { width: 'medium' },
      {
        blocks: [
          newBlock('heading', 'asked-title', { text: 'Before you come', level: 2 }),
          newBlock('questions', 'asked-first', {
            items: [
              {
                question: 'I only walk. Is it for me?',
                answer: 'Yes. Half of the chairs went to walkers last time, and stairs count.',
              },
              {
                question: 'Where do I park?',
                answer: 'Behind the house, free after six. The door with the lamp is ours.',
              },
              {
                question: 'What if I can’t come after all?',
                answer: 'One click in our email gives your seat to someone else.',
              },
            ],
          }),
        ],
      },
    ),
    band(
      'last-call',
      'Last call',
      { surface: 'tint', width: 'narrow' },
      {
        blocks: [
          newBlock('heading', 'last-title', {
            text: 'One evening. Then decide.',
            level: 2,
            look: { align: 'center' },
          }),
          newBlock('button', 'last-button', {
            label: 'Save my seat',
            action: { kind: 'scroll', band: 'offer' },
            look: { align: 'center' },
          }),
          newBlock('call-button', 'last-call-button', {
            above: 'or call now',
            look: { align: 'center' },
          }),
          newBlock('call-bar', 'bar', { besideLabel: 'Save my seat', besideBand: 'offer' }),
        ],
      },
    ),
    footer(privacy),
  ],
});

export const eveningThanks: PageDocument = {
  version: 8,
  ...plainSettings,
  kind: 'landing',
  popups: [],
  sections: [],
  title: 'Your seat is saved · {{ client.name }}',
  description: 'Your seat, and what to bring.',
  bands: [
    header(above),
    band(
      'thanks',
      'Thanks',
      { surface: 'tint', width: 'medium' },
      {
        blocks: [
          newBlock('heading', 'thanks-title', {
            text: 'See you there, {{ person.first_name | default: "runner" }}.',
            level: 1,
            look: { align: 'center' },
          }),
          newBlock('your-booking', 'thanks-booking', { title: 'Your seat' }),
          newBlock('text', 'thanks-words', {
            text: prose(
              'Bring your running shoes. We write to you four days, two days and one day before.',
            ),
            look: { align: 'center' },
          }),
          newBlock('chat', 'chat', {
            label: 'Ask us before the evening',
            greeting:
              'Anything unclear before you come? Ask us. We answer here, or by email if you have left.',
          }),
        ],
      },
    ),
    footer(privacy),
  ],
};

/** One gathering of ninety minutes at Fernhill's. */
export function gathering(name: string, start: string, seats: number): CalendarContent {
  const plain = newEvent(name, 'America/New_York', { start, minutes: 90 });
  return { ...plain, rules: { ...plain.rules, seats }, notify: ['desk@fernhill.test'] };
}

/** The evening, with twenty-four seats. */
export const eveningEvent = (start: string): CalendarContent => ({
  ...gathering(name, start, 24),
  confirmation: emailFromText({
    subject: 'Your seat: {{ booking.when }}',
    body: `Hello {{ person.first_name | default: "there" }},

your seat at the ${name} is saved: {{ booking.when }}, at {{ booking.where }}.

Bring your running shoes. The calendar file is attached. If you can't come after all, give your seat back here. Someone else will be glad to have it:
{{ booking.change_link }}

{{ client.name }}
{{ client.phone }}`,
  }),
});

const reminder = (id: string, days: number, subject: string, body: string): SequenceStep => ({
  id,
  anchor: 'event',
  side: 'before',
  delay: { amount: days, unit: 'days', at: '09:00' },
  late: 'skip',
  unlessBooked: false,
  onlyIf: noConditions,
  action: {
    kind: 'email',
    ...emailFromText({
      subject,
      body: `Hello {{ person.first_name | default: "there" }},\n\n${body}\n\n{{ client.name }}`,
    }),
  },
});

/** Counts from the evening: 4, 2 and 1 days and 2 hours before; a thank-you the day after. */
export const eveningSequence = (calendar: CalendarId): SequenceContent => ({
  ...emptySequence(name),
  event: { kind: 'booking', calendar, each: true },
  steps: [
    reminder(
      'four-days',
      4,
      'Four days to go: what to bring',
      'on {{ event.when }} we see you at {{ client.address }}. Bring the shoes you run in, however old they are; the soles tell us more than you think.',
    ),
    reminder(
      'two-days',
      2,
      'In two days: one thing to notice',
      'before {{ event.day }}, notice one thing: on which step of a run does it begin to hurt? That one answer saves us ten minutes.',
    ),
    reminder(
      'one-day',
      1,
      'Tomorrow at {{ event.time }}',
      'tomorrow at {{ event.time }}, {{ client.address }}. The door is open from six. There is soup.',
    ),
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
        body: '{{ client.name }}: see you at {{ event.time }}, {{ client.address }}. Soup from six. Reply STOP to end texts.',
      },
    },
    {
      id: 'thanks',
      anchor: 'event',
      side: 'after',
      delay: { amount: 1, unit: 'days', at: '10:00' },
      late: 'skip',
      unlessBooked: false,
      onlyIf: noConditions,
      action: {
        kind: 'email',
        ...emailFromText({
          subject: 'Thank you for running by',
          body: `Hello {{ person.first_name | default: "there" }},

thank you for yesterday. Your film and your card are yours. If the knee still talks after six weeks, call {{ client.phone }} and say you were there; the first look is free.

{{ client.name }}`,
        }),
      },
    },
  ],
});
