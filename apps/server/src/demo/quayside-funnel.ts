import type { FormId } from '@plumgate/core/basics';
import { newQuestion, type FormDefinition } from '@plumgate/core/forms';
import type { SequenceContent } from '@plumgate/core/followup';
import { newBlock, type Band, type Block, type PageDocument } from '@plumgate/core/page';

type PictureAt = { id: never; width: number; height: number };

const band = (
  id: string,
  name: string,
  changes: Partial<Band>,
  ...columns: { share?: number; blocks: Block[] }[]
): Band => ({
  id,
  name,
  surface: 'paper',
  space: 'even',
  width: 'wide',
  ...changes,
  columns: columns.map(({ share = 1, blocks }, index) => ({
    id: `${id}-${index + 1}`,
    share,
    blocks,
  })),
});

const header = (): Band =>
  band(
    'header',
    'Header',
    { space: 'bar' },
    { blocks: [newBlock('logo', 'logo')] },
    { blocks: [newBlock('call-button', 'header-call', { above: 'Nervous? Talk to us first' })] },
  );

const footer = (): Band =>
  band(
    'footer',
    'Legal footer',
    { space: 'snug', surface: 'deep' },
    {
      blocks: [
        newBlock('legal-footer', 'legal', {
          text: '{{ client.name }} · {{ client.address }}\n{{ client.hours }} · {{ client.licence }}',
          privacyHref: 'https://quayside-dental.test/privacy',
        }),
      ],
    },
  );

export const firstVisitForm: FormDefinition = {
  version: 1,
  name: 'First-visit form',
  questions: [
    newQuestion('full-name', 'ask-name', { key: 'name', label: 'Your name', must: true }),
    newQuestion('email', 'ask-email', { key: 'email', label: 'Email', must: true }),
    newQuestion('phone', 'ask-phone', {
      key: 'phone',
      label: 'Mobile',
      placeholder: '(207) 555-0100',
      must: true,
    }),
    newQuestion('choice', 'ask-worry', {
      key: 'worry',
      label: 'What worries you most?',
      placeholder: 'Choose what fits best',
      options: ['The sound', 'Needles', 'Being told off', 'The cost', 'Something else'],
    }),
  ],
  button: 'Save my place',
  consent: 'We use this to reach you about your first visit, and for nothing else.',
  after: { kind: 'next-step' },
  tell: ['desk@quayside-dental.test'],
};

/** Step one: the promise, the form, what happens, and a kind word. */
export function firstVisitPage(form: FormId, room: PictureAt): PageDocument {
  const step = (id: string, title: string, words: string): { blocks: Block[] } => ({
    blocks: [
      newBlock('heading', `${id}-title`, { text: title, level: 3 }),
      newBlock('text', `${id}-words`, { text: words }),
    ],
  });
  return {
    version: 1,
    title: 'A first visit without the dread · {{ client.name }}',
    description:
      'Thirty unhurried minutes with a dentist in Port Alder. No drill, no lecture, no charge.',
    bands: [
      header(),
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
              text: 'Thirty unhurried minutes with a dentist in {{ client.town }}. No drill, no lecture, no charge.',
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
        'minutes-title',
        'What happens in 30 minutes',
        { space: 'snug' },
        {
          blocks: [
            newBlock('heading', 'minutes', {
              text: 'What happens in 30 minutes',
              level: 2,
              align: 'centre',
            }),
          ],
        },
      ),
      band(
        'minutes-steps',
        'Tea, a look, a plan',
        { space: 'snug' },
        step('tea', 'Tea first', 'You talk, we listen. Nothing sharp in the room.'),
        step(
          'look',
          'A look, if you want one',
          'A small mirror and a light, nothing more. You hold the hand mirror and watch.',
        ),
        step(
          'plan',
          'A plan on paper',
          'Written down and priced, yours to take home and think over.',
        ),
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
              alt: 'A quiet room with two chairs, a table with tea, and a window on the harbour',
              crop: 'wide',
            }),
          ],
        },
        {
          share: 5,
          blocks: [
            newBlock('heading', 'room-title', { text: 'A room with no dentist’s chair', level: 2 }),
            newBlock('text', 'room-words', {
              text: 'We sit at a table by the window. If you would rather leave after five minutes, you leave after five minutes, and nobody minds.',
            }),
            newBlock('button', 'room-button', {
              label: 'Save my place',
              action: { kind: 'scroll', band: 'promise' },
            }),
          ],
        },
      ),
      band(
        'kind-words',
        'Kind words',
        { surface: 'deep', width: 'medium' },
        {
          blocks: [
            newBlock('heading', 'quote', {
              text: '“Eleven years away. I cried in the car, then I went back in.”',
              level: 2,
              align: 'centre',
            }),
            newBlock('text', 'quoted', { text: 'Dana R., Gannet Head', align: 'centre' }),
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
              align: 'centre',
            }),
            newBlock('button', 'last-button', {
              label: 'Save my place',
              action: { kind: 'scroll', band: 'promise' },
              align: 'centre',
            }),
            newBlock('call-button', 'last-call-button', { above: 'or call now', align: 'centre' }),
          ],
        },
      ),
      footer(),
    ],
  };
}

export const thanksPage: PageDocument = {
  version: 1,
  title: 'Your place is saved · {{ client.name }}',
  description: '',
  bands: [
    header(),
    band(
      'thanks',
      'Thanks',
      { surface: 'tint', width: 'medium' },
      {
        blocks: [
          newBlock('heading', 'thanks-title', {
            text: 'Thank you, {{ person.first_name | default: "and welcome" }}. Your place is saved.',
            level: 1,
            align: 'centre',
          }),
          newBlock('text', 'thanks-words', {
            text: 'We call you today, between 8 and 6, to find a time that suits you. An email with what to expect is on its way.',
            size: 'lead',
            align: 'centre',
          }),
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
              'Imani or Theo calls you; they have both been nervous too',
              'You choose a time, and who comes with you',
              'You can change your mind at any moment',
            ],
          }),
          newBlock('call-button', 'next-call', { above: 'Rather talk now?' }),
        ],
      },
    ),
    footer(),
  ],
};

export const gentleWelcome: SequenceContent = {
  name: 'Gentle welcome',
  steps: [
    {
      id: 'place-saved',
      anchor: 'joined',
      delay: { amount: 0, unit: 'minutes', at: null },
      action: {
        kind: 'email',
        subject: 'Your place is saved, {{ person.first_name | default: "and welcome" }}',
        body: `Hello {{ person.first_name | default: "there" }},

thank you for writing to us. Your half hour is kept for you, and somebody from the front desk calls you today to find a time.

{% if answers.worry %}You told us what worries you most: {{ answers.worry | downcase }}. We will begin there, and go no further than you like.

{% endif %}Rather talk now? Call {{ client.phone }}.

Until soon,
everyone at {{ client.name }}`,
      },
    },
    {
      id: 'what-it-feels-like',
      anchor: 'joined',
      delay: { amount: 1, unit: 'days', at: null },
      action: {
        kind: 'email',
        subject: 'What the half hour feels like',
        body: `Hello {{ person.first_name | default: "there" }},

people ask us what it is like, so here it is.

You ring the bell at {{ client.address }}. Somebody opens who knows your name. There is tea. There is no dentist's chair in the room and nothing sharp. You talk for as long as you like; we listen, and we write down what would help and what it would cost.

That is all of it. If you have a question before then, answer this email or call {{ client.phone }}.

{{ client.name }}`,
      },
    },
  ],
};
