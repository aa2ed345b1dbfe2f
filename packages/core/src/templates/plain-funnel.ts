import { prose } from '../basics/index.ts';
import * as bands from './bands.ts';
import { band, block, column, type TemplatePage } from './make.ts';
import type { ReadyTemplate } from './ready-templates.ts';

const first: TemplatePage = {
  name: '[[name]]',
  title: '[[name]] · {{ client.name }}',
  description: '',
  form: {
    name: '[[name]] form',
    questions: [
      ['full-name', 'name', 'Your name'],
      ['email', 'email', 'Email'],
      ['phone', 'phone', 'Mobile', { required: false }],
    ],
    button: 'Send',
    consent: '',
    after: { kind: 'next-step' },
  },
  bands: [
    bands.header(''),
    band(
      'Promise and form',
      { surface: 'tint' },
      column(1, block('heading', { text: '[[name]]', level: 1 })),
      column(1, block('form')),
    ),
    bands.footer(),
  ],
};

const thanks: TemplatePage = {
  name: 'Thank you',
  hidden: true,
  title: 'Thank you · {{ client.name }}',
  description: '',
  bands: [
    bands.header(''),
    band(
      'Thanks',
      { width: 'medium' },
      column(
        1,
        block('heading', {
          text: 'Thank you, {{ person.first_name | default: "and welcome" }}.',
          level: 1,
          look: { align: 'center' },
        }),
        block('text', {
          text: prose('We have your answers and will be in touch soon.'),
          size: 'lead',
          look: { align: 'center' },
        }),
        block('call-button', { above: 'Rather talk now?', look: { align: 'center' } }),
      ),
    ),
    bands.footer(),
  ],
};

/** Two steps with next to nothing on them: a page with a form, and a thank-you page. */
export const plainFunnel: ReadyTemplate = {
  name: 'plain',
  label: 'Blank',
  about: 'A form page and a thank-you page, almost empty.',
  aims: ['leads'],
  trade: 'any',
  asks: [{ key: 'name', label: 'Name', kind: 'text', example: 'First visit' }],
  pages: [first, thanks],
};
