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
import type { FormDefinition } from '@plumgate/core/forms';
import { blocksOf, formIdOf, type Block, type PageDocument } from '@plumgate/core/page';

/** The field in which a form's chosen time travels. */
export const slotField = '_slot';

/** A form on its way in: where it stood, as what it was published, and what was typed. */
export interface Incoming {
  clientId: ClientId;
  funnelId: FunnelId;
  pageId: PageId;
  pageName: string;
  /** The client's, by which phones are read. */
  country: Country;
  revisionId: RevisionId;
  /** The block of the page that asked. */
  block: string;
  formId: FormId;
  form: FormDefinition;
  typed: Record<string, string>;
  /** Where the form stands with free times: the calendar, and the start that was chosen; null when none was. */
  booking?: { calendarId: CalendarId; start: Instant | null };
  /** The form's idempotency field; empty where no script filled it. */
  once: string;
  /** The browser's own number; empty where it brought none along. */
  visitorId: string;
  source: string;
  device: 'phone' | 'wide';
}

/** What a visitor sent, apart from the page it was sent on. */
export type Sent = Pick<Incoming, 'typed' | 'once' | 'visitorId' | 'source' | 'device'> & {
  start: Instant | null;
};

/** What a form was published on. */
interface Published {
  clientId: ClientId;
  funnelId: FunnelId;
  pageId: PageId;
  name: string;
  revisionId: RevisionId;
  document: PageDocument;
  forms: Record<FormId, FormDefinition>;
  facts: Pick<Facts, 'country'>;
}

/** A form's block on a page, by its id, or else the first that asks; null on a page that asks nothing. */
export function askingBlock(document: PageDocument, id: string): Block | null {
  const asking = blocksOf(document).filter((block) => formIdOf(block) !== null);
  return asking.find((block) => block.id === id) ?? asking[0] ?? null;
}

/** What was sent, with the form it was sent by; null where the page has no such form. */
export function incomingOf(page: Published, blockId: string, sent: Sent): Incoming | null {
  const block = askingBlock(page.document, blockId);
  const formId = block && formIdOf(block);
  const form = formId && page.forms[formId];
  if (!block || !formId || !form) return null;
  const { start, ...rest } = sent;
  return {
    clientId: page.clientId,
    funnelId: page.funnelId,
    pageId: page.pageId,
    pageName: page.name,
    country: page.facts.country,
    revisionId: page.revisionId,
    block: block.id,
    formId,
    form,
    ...(block.kind === 'booking' && { booking: { calendarId: block.calendarId, start } }),
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
