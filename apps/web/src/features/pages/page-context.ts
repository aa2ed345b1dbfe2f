import { sampleCode } from '@plumgate/core/emails';
import { noHome, type EditorPage, type ShownHome } from '@plumgate/contract';
import type { FormId } from '@plumgate/core/basics';
import type { Brand } from '@plumgate/core/brand';
import { addressLine, clientFields } from '@plumgate/core/clients';
import type { FormDefinition } from '@plumgate/core/forms';
import { samplePerson } from '@plumgate/core/emails';
import { homeReader, pageWords } from '@plumgate/core/languages';
import { listingFields, localMoment } from '@plumgate/core/listings';
import { fillOrKeep } from '@plumgate/core/messages';
import type { PageDocument } from '@plumgate/core/page';
import type { FreeTimes, PageContext } from '@plumgate/page-kit';
import { Temporal } from 'temporal-polyfill';

const fresh = { kind: 'fresh', typed: {} } as const;
const sampleTime = (hour: number) => ({
  start: `2026-11-10T${hour}:00:00Z`,
  label: `${hour % 12 || 12}:00 ${hour < 12 ? 'AM' : 'PM'}`,
  left: 12,
});
/** Free times to show while a page is made: what a visitor sees depends on the day. */
export const sampleTimes: FreeTimes = {
  days: ['Tuesday, November 10', 'Wednesday, November 11', 'Thursday, November 12'].map(
    (label) => ({ date: label, label, times: [9, 10, 11, 13, 14].map(sampleTime) }),
  ),
  nearest: [],
  seats: false,
  later: null,
  staff: [],
  choosesStaff: false,
  places: [],
  waits: [],
};
const sampleBooking = {
  when: 'Tuesday, November 10 at 9:00 AM',
  where: '',
  file: '#',
  change: '#',
};

type Shown = Pick<EditorPage, 'client' | 'steps' | 'pageId' | 'now'> & {
  home?: ShownHome;
  around: Pick<EditorPage['around'], 'vouchers' | 'calendars'>;
};

/** What a page's views need, drawn from the editor's data instead of a published revision. */
export function pageContext(
  from: Shown,
  forms: Record<FormId, FormDefinition>,
  brand: Brand,
  editing: PageContext['editing'],
  about: Partial<Pick<PageDocument, 'event' | 'language'>> = {},
): PageContext {
  const { client } = from;
  const calendar = from.around.calendars.find(({ id }) => id === about.event);
  const { listing, homes } = from.home ?? noHome;
  const words = pageWords(about.language ?? 'en');
  const now = localMoment(Temporal.Instant.from(from.now), client.facts.zone);
  const event = calendar?.event ?? null;
  const fields = {
    event: event?.fields ?? {},
    listing: listing ? listingFields(listing.content, homeReader(client.facts, words), now) : {},
    client: clientFields(client.name, client.facts),
    person: samplePerson,
    vouchers: Object.fromEntries(from.around.vouchers.map(({ key }) => [key, sampleCode])),
    booking: { when: sampleBooking.when, where: '' },
  };
  const here = from.steps.find((step) => step.pageId === from.pageId);
  return {
    clientName: client.name,
    facts: client.facts,
    brand,
    forms,
    merge: (words) => fillOrKeep(words, fields),
    nextStep: here?.next ? '#' : null,
    pageHref: () => '#',
    fileHref: () => '#',
    picture: ({ id, width, height }) => ({
      width,
      height,
      src: (wide, format) => `/~/pictures/${id}-${wide}.${format}`,
    }),
    tileSrc: (zoom, x, y) => `/~/tiles/${zoom}/${x}/${y}.svg`,
    codeFrame: null,
    formAction: '#',
    revision: '',
    chatAction: null,
    filled: null,
    formState: () => fresh,
    known: null,
    times: () => sampleTimes,
    booking: { ...sampleBooking, where: addressLine(client.facts) },
    formBefore: null,
    ...{ listing, homes, now },
    event: event && { start: Temporal.Instant.from(event.start), zone: event.zone },
    clockAhead: 0,
    editing,
  };
}
