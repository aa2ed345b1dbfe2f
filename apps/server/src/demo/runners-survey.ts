import { prose } from '@plumgate/core/basics';
import type { FormId } from '@plumgate/core/basics';
import { plainEnding, newQuestion, type FormDefinition, type ShowIf } from '@plumgate/core/forms';
import { newBlock, plainSettings, type PageDocument } from '@plumgate/core/page';
import { band, footer, header } from './bands.ts';
import type { Chance } from './chance.ts';

export const surveyName = 'Runners’ survey';
const privacy = 'https://fernhill.test/privacy';

const hurtsAtTimes: ShowIf = {
  match: 'all',
  terms: [
    { question: 'hurts', test: { op: 'is-one-of', values: ['Now and then', 'On every run'] } },
  ],
};
const hasSeenSomebody: ShowIf = {
  match: 'all',
  terms: [{ question: 'seen', test: { op: 'is', value: 'Yes' } }],
};

/** Three parts, of which the second is for those whom something hurts. */
export const surveyForm: FormDefinition = {
  version: 5,
  name: surveyName,
  questions: [
    newQuestion('number', 'run-miles', {
      key: 'miles',
      label: 'How many miles do you run in a week?',
      required: true,
      limits: { least: 0, most: 150, pattern: null },
      startsPart: { title: 'Your running', showIf: null },
    }),
    newQuestion('choices', 'run-where', {
      key: 'where',
      label: 'Where do you run?',
      display: 'buttons',
      options: ['Roads', 'Trails', 'Track', 'Treadmill'],
    }),
    newQuestion('choice', 'run-hurts', {
      key: 'hurts',
      label: 'Does anything hurt when you run?',
      required: true,
      display: 'buttons',
      options: ['Nothing', 'Now and then', 'On every run'],
    }),
    newQuestion('choices', 'run-what', {
      key: 'what',
      label: 'What hurts?',
      required: true,
      options: ['Knee', 'Hip', 'Ankle or foot', 'Back'],
      startsPart: { title: 'What hurts', showIf: hurtsAtTimes },
    }),
    newQuestion('rating', 'run-how-much', {
      key: 'how_much',
      label: 'How much, at its worst?',
      required: true,
      scale: { steps: '0-10', low: 'I notice it', high: 'I have to stop' },
    }),
    newQuestion('choice', 'run-seen', {
      key: 'seen',
      label: 'Have you seen anyone about it?',
      display: 'list',
      options: ['Yes', 'Not yet'],
    }),
    newQuestion('short-text', 'run-who', {
      key: 'helped',
      label: 'What helped, and what did not?',
      showIf: hasSeenSomebody,
    }),
    newQuestion('file', 'run-shoes', {
      key: 'shoes',
      label: 'The soles of your running shoes',
      help: 'Where they are worn says a lot. One or two photos.',
      upload: { takes: 'pictures', most: 2, megabytes: 10 },
    }),
    newQuestion('rating', 'run-come', {
      key: 'come',
      label: 'How gladly would you come to an evening about it?',
      required: true,
      scale: { steps: '1-5', low: 'Not at all', high: 'Save me a chair' },
      startsPart: { title: 'You', showIf: null },
    }),
    newQuestion('full-name', 'run-name', { key: 'name', label: 'Your name', required: true }),
    newQuestion('email', 'run-email', {
      key: 'email',
      label: 'Email',
      required: true,
      width: 'half',
    }),
    newQuestion('phone', 'run-phone', { key: 'phone', label: 'Mobile', width: 'half' }),
    newQuestion('consent', 'run-letters', {
      key: 'letters',
      purpose: 'emails',
      label: 'Write to me about running evenings. One email a month at most.',
    }),
    newQuestion('hidden', 'run-from', {
      key: 'from',
      label: 'Came from',
      fill: { from: 'visit', what: 'source' },
    }),
  ],
  beforeButton: [],
  button: 'Send my answers',
  consent: 'Two of us read every answer. Nobody else does.',
  after: { kind: 'next-step' },
  afterByAnswer: [],
  ...plainEnding,
  notify: ['desk@fernhill.test'],
};

export const surveyPage = (form: FormId): PageDocument => ({
  version: 8,
  ...plainSettings,
  kind: 'landing',
  popups: [],
  sections: [],
  title: `${surveyName} · {{ client.name }}`,
  description: 'Two minutes on how you run and what hurts. We plan the next evening by it.',
  bands: [
    header('Rather tell us?'),
    band(
      'survey',
      'The survey',
      { surface: 'tint' },
      {
        share: 5,
        blocks: [
          newBlock('heading', 'survey-title', {
            text: 'How do you run,\nand what hurts?',
            level: 1,
          }),
          newBlock('text', 'survey-words', {
            text: prose(
              'Two minutes, three parts. We plan the next evening by what you answer, and write to you about what helps.',
            ),
            size: 'lead',
          }),
          newBlock('ticks', 'survey-for', {
            items: ['Read by the two of us', 'A card of exercises for what hurts', 'No calls'],
          }),
        ],
      },
      {
        share: 6,
        blocks: [newBlock('form', 'survey-form', { formId: form, title: '', intro: '' })],
      },
    ),
    footer(privacy),
  ],
});

export const surveyThanks: PageDocument = {
  version: 8,
  ...plainSettings,
  kind: 'landing',
  popups: [],
  sections: [],
  title: 'Thank you · {{ client.name }}',
  description: 'What happens with your answers.',
  bands: [
    header('Rather tell us?'),
    band(
      'thanks',
      'Thanks',
      { surface: 'tint', width: 'medium' },
      {
        blocks: [
          newBlock('heading', 'survey-thanks-title', {
            text: 'Thank you, {{ person.first_name | default: "runner" }}.',
            level: 1,
            look: { align: 'center' },
          }),
          newBlock('text', 'survey-thanks-words', {
            text: prose('The card for what hurts comes by email within a day.'),
            look: { align: 'center' },
          }),
        ],
      },
    ),
    footer(privacy),
  ],
};

/** What one runner answers besides who they are. Those whom nothing hurts are not asked what does. */
export function surveyAnswers(chance: Chance): Record<string, string> {
  const hurts = chance.weighted([
    ['Nothing', 3],
    ['Now and then', 6],
    ['On every run', 3],
  ] as const);
  const seen = chance.next() < 0.4;
  return {
    miles: String(chance.between(3, 45)),
    where: chance.next() < 0.5 ? 'Roads' : 'Roads\nTrails',
    hurts,
    come: String(chance.between(2, 5)),
    ...(chance.next() < 0.5 && { letters: 'yes' }),
    ...(hurts !== 'Nothing' && {
      what: chance.weighted([
        ['Knee', 6],
        ['Ankle or foot', 3],
        ['Knee\nHip', 2],
        ['Back', 1],
      ] as const),
      how_much: String(hurts === 'On every run' ? chance.between(5, 9) : chance.between(1, 6)),
      seen: seen ? 'Yes' : 'Not yet',
      ...(seen && {
        helped: chance.pick([
          'Shorter steps helped. Rest did not.',
          'New shoes, for a month.',
          'The exercises, when I do them.',
        ]),
      }),
    }),
  };
}
