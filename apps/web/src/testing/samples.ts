import {
  noHome,
  type CalendarView,
  type ClientSheet,
  type FunnelSummary,
  type EditorPage,
  type PageChoice,
  type PersonRecord,
  type PersonSummary,
  type PathBoard,
  type PathStep,
} from '@plumgate/contract';
import type { CalendarId, FunnelId, PageId, PersonId } from '@plumgate/core/basics';
import { newCalendar } from '@plumgate/core/booking';
import { plainBrand } from '@plumgate/core/brand';
import { emptyFacts } from '@plumgate/core/clients';
import { idOf, quayside } from './show.tsx';

/** Made-up answers of the server, each as plain as it can be; tests say what matters to them. */
export const sheet: ClientSheet = {
  ...quayside,
  facts: {
    ...emptyFacts(quayside.zone),
    phone: '(207) 555-0142',
    email: 'desk@quayside-dental.test',
    town: 'Port Alder',
  },
  brand: plainBrand,
};

export const calendarOf = (number: number, name: string): CalendarView => ({
  id: idOf<CalendarId>(number),
  clientId: quayside.id,
  content: newCalendar(name, quayside.zone),
  version: 1,
  draft: null,
  staff: [],
});

export const funnelOf = (number: number, changes: Partial<FunnelSummary> = {}): FunnelSummary => ({
  id: idOf<FunnelId>(number),
  clientId: quayside.id,
  name: `Funnel ${number}`,
  folder: '',
  steps: 2,
  pages: stepsNamed('First page', 'Thank you'),
  state: 'live',
  address: null,
  visitors30: 0,
  leads30: 0,
  converted30: 0,
  ...changes,
});

export const stepsNamed = (...names: string[]): FunnelSummary['pages'] =>
  names.map((name, index) => ({ pageId: idOf<PageId>(index + 1), name, visitors30: 0 }));

export const personOf = (number: number, changes: Partial<PersonSummary> = {}): PersonSummary => ({
  id: idOf<PersonId>(number),
  firstName: 'Odalys',
  lastName: `Penhallow ${number}`,
  email: `odalys${number}@example.com`,
  phone: '(207) 555-0117',
  tags: ['first-visit'],
  source: 'Search ads',
  lastSource: 'Search ads',
  assigneeName: null,
  addedAt: '2026-11-05T16:30:00Z',
  lastSeenAt: '2026-11-05T16:30:00Z',
  submissions: 1,
  touchedAt: null,
  town: '',
  ...{ stageName: 'New', stageAt: '2026-11-05T16:30:00Z', lostReason: '', value: null },
  fields: {},
  ...changes,
});

export const recordOf = (number: number, changes: Partial<PersonRecord> = {}): PersonRecord => ({
  ...personOf(number),
  clientId: quayside.id,
  fields: [],
  ...{ files: [], doubles: [], merges: [], alsoGiven: [], comingUp: [], runs: [], edits: [] },
  ...{ tasks: [], bookings: [], consents: [], timeline: [] },
  ...{ language: '', zone: '', eraseAt: null },
  reach: {
    textConsent: false,
    unsubscribed: false,
    mailRefused: false,
    suppressed: false,
    choices: [],
  },
  ...changes,
});

export const stepOf = (number: number, changes: Partial<PathStep> = {}): PathStep => ({
  pageId: idOf<PageId>(number),
  name: `Step ${number}`,
  slug: `step-${number}`,
  address: `${quayside.site}/step-${number}`,
  state: 'live',
  ready: false,
  visitors: 0,
  phoneVisitors: 0,
  leads: 0,
  sections: [],
  books: false,
  next: null,
  movesOnBy: null,
  carriers: [],
  happenings: [],
  ...changes,
});

export const boardOf = (steps: PathStep[], changes: Partial<PathBoard> = {}): PathBoard => ({
  funnel: {
    id: idOf<FunnelId>(900),
    name: 'First visit',
    clientId: quayside.id,
    folder: '',
    head: '',
    body: '',
  },
  weakest: null,
  days: 30,
  leads: 0,
  converted: 0,
  arrivals: [],
  steps,
  ...changes,
});

export const pageOf = (
  draft: EditorPage['draft'],
  changes: Partial<EditorPage> = {},
): EditorPage => {
  const { pageId, name, slug, address, state, next } = stepOf(1);
  return {
    pageId,
    funnel: { id: idOf<FunnelId>(900), name: 'First visit', style: '' },
    brand: sheet.brand,
    steps: [{ pageId, name, state, next }],
    slug,
    address,
    state,
    version: 1,
    draft,
    formUses: {},
    test: null,
    around: {
      ...{ pages: [], calendars: [], files: [], forms: [] },
      ...{ vouchers: [], others: [], copied: [], ads: false, tags: [] },
    },
    now: '2026-11-05T16:30:00Z',
    home: noHome,
    client: sheet,
    ...changes,
  };
};

export const choiceOf = (number: number, changes: Partial<PageChoice> = {}): PageChoice => ({
  pageId: idOf<PageId>(number),
  name: `Page ${number}`,
  funnelId: idOf<FunnelId>(900),
  funnel: 'Winter offer',
  slug: `page-${number}`,
  address: `${quayside.site}/page-${number}`,
  live: true,
  state: 'live',
  leadsEver: 0,
  createdAt: '2026-09-01T12:00:00Z',
  visitors30: 0,
  leads30: 0,
  converted30: 0,
  hasForm: true,
  changedAt: '2026-11-05T16:30:00Z',
  ...changes,
});
