import { plainBrand } from '@plumgate/core/brand';
import { emptyFacts, type Facts } from '@plumgate/core/clients';
import { fillOrKeep } from '@plumgate/core/messages';
import type { PageContext } from '../page-context.ts';

const facts: Facts = {
  ...emptyFacts('America/New_York'),
  areas: ['Port Alder', 'Gannet Head'],
  phone: '(207) 555-0142',
  email: 'desk@quayside-dental.test',
};

/** A client with facts and no forms, as views see it; `about` changes facts. */
export const sampleContext = (
  changes: Partial<PageContext> = {},
  about: Partial<Facts> = {},
): PageContext => ({
  clientName: 'Quayside Dental',
  facts: { ...facts, ...about },
  brand: plainBrand,
  forms: {},
  merge: (words) => fillOrKeep(words, { client: { phone: facts.phone } }),
  nextStep: '/thanks',
  pageHref: () => '/other',
  fileHref: (id) => `/files/${id}`,
  picture: ({ id, width, height }) => ({
    width,
    height,
    src: (wide, format) => `/p/${id}-${wide}.${format}`,
  }),
  tileSrc: (zoom, x, y) => `/t/${zoom}/${x}/${y}`,
  codeFrame: (block) => `/code/${block}`,
  formAction: '/first-visit',
  revision: 'r1',
  chatAction: (block) => `/~/chat/first-visit/${block}`,
  formState: () => ({ kind: 'fresh', typed: {} }),
  known: null,
  filled: null,
  times: () => null,
  booking: null,
  formBefore: null,
  event: null,
  listing: null,
  homes: [],
  now: { day: '2026-11-05', time: '09:12' },
  clockAhead: 0,
  editing: null,
  ...changes,
});
