import { isZone, StaffId } from '@plumgate/core/basics';
import { waitsIn } from '@plumgate/core/booking';
import type {
  CalendarId,
  ClientId,
  FormId,
  FunnelId,
  Instant,
  PageId,
  RevisionId,
} from '@plumgate/core/basics';
import type { Country, Facts } from '@plumgate/core/clients';
import { withHiddenValues, type FormDefinition, type JunkRules } from '@plumgate/core/forms';
import type { Arrival } from '@plumgate/core/results';
import { blocksOf, formIdOf, type Block, type PageDocument } from '@plumgate/core/page';

/** The fields in which a form's chosen time travels, with the member of the staff and the place that are wished for. */
export const slotField = '_slot';
const staffField = '_with';
const placeField = '_place';

/** The field in which the page's script says which zone the browser is in. */
const zoneField = '_zone';

/** A form on its way in: where it stood, as what it was published, and what was typed. */
export interface Incoming extends Arrival {
  clientId: ClientId;
  funnelId: FunnelId;
  pageId: PageId;
  pageName: string;
  /** The page's, in which its sender reads. */
  language: string;
  /** The client's, by which phones are read. */
  country: Country;
  revisionId: RevisionId;
  /** The block of the page that asked. */
  block: string;
  formId: FormId;
  form: FormDefinition;
  /** What the client wants put aside. */
  junkRules: Pick<JunkRules, 'blockedWords' | 'minSeconds'>;
  typed: Record<string, string>;
  /** Where the form stands with free times: the calendar, and the start that was chosen; null when none was. */
  booking?: {
    calendarId: CalendarId;
    start: Instant | null;
    staff: StaffId | null;
    place: string | null;
    /** In the place of a time: a seat on the waiting list, for a date of an event or for any time. Null for a time. */
    waits: { wants: Instant | null } | null;
  };
  /** The form's idempotency field; empty where no script filled it. */
  once: string;
  /** The zone that the browser was in; empty where it did not say. */
  zone: string;
  /** The browser's own number; empty where it brought none along. */
  visitorId: string;
  device: 'phone' | 'wide';
}

/** What a visitor sent, apart from the page it was sent on. */
export type Sent = Pick<Incoming, 'typed' | 'once' | 'visitorId' | 'device'> &
  Arrival & {
    start: Instant | null;
    /** The fields of the address that the page was opened by; null where they are not known any more. */
    query: URLSearchParams | null;
  };

/** What a form was published on. */
interface Published {
  clientId: ClientId;
  funnelId: FunnelId;
  pageId: PageId;
  name: string;
  slug: string;
  revisionId: RevisionId;
  document: PageDocument;
  forms: Record<FormId, FormDefinition>;
  facts: Pick<Facts, 'country'>;
  junkRules: Incoming['junkRules'];
}

/** A form's block on a page, by its id, or else the first that asks; null on a page that asks nothing. */
export function askingBlock(document: PageDocument, id: string): Block | null {
  const asking = blocksOf(document).filter((block) => formIdOf(block) !== null);
  return asking.find((block) => block.id === id) ?? asking[0] ?? null;
}

/** The form that a page asks by a block, or else by the first that asks; null where it has none. */
export function askedBy(
  { document, forms }: Pick<Published, 'document' | 'forms'>,
  blockId: string,
): { block: Block; formId: FormId; form: FormDefinition } | null {
  const block = askingBlock(document, blockId);
  const formId = block && formIdOf(block);
  const form = formId && forms[formId];
  return block && formId && form ? { block, formId, form } : null;
}

/** What was sent, with the form it was sent by; null where the page has no such form. */
export function incomingOf(page: Published, blockId: string, sent: Sent): Incoming | null {
  const asked = askedBy(page, blockId);
  if (!asked) return null;
  const { block, formId, form } = asked;
  const { start, query, typed, ...rest } = sent;
  const filled = withHiddenValues(form, typed, {
    query,
    page: { name: page.name, address: page.slug, language: page.document.language },
    visit: rest,
  });
  return {
    clientId: page.clientId,
    funnelId: page.funnelId,
    pageId: page.pageId,
    pageName: page.name,
    language: page.document.language,
    zone: isZone(typed[zoneField] ?? '') ? typed[zoneField]! : '',
    country: page.facts.country,
    revisionId: page.revisionId,
    block: block.id,
    formId,
    form,
    junkRules: page.junkRules,
    typed: filled,
    ...(block.kind === 'booking' && {
      booking: {
        ...{ calendarId: block.calendarId, start },
        staff: StaffId.safeParse(typed[staffField]).data ?? null,
        place: typed[placeField] || null,
        waits: waitsIn(typed[slotField]),
      },
    }),
    ...rest,
  };
}

/** The form of a block on a page; undefined when the block has none. */
export function formIn(
  page: { document: PageDocument; forms: Record<FormId, FormDefinition> },
  block: string,
): FormDefinition | undefined {
  const found = blocksOf(page.document).find((one) => one.id === block);
  const id = found && formIdOf(found);
  return id ? page.forms[id] : undefined;
}
