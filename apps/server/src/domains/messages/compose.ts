import type { ClientRow } from '../../records/clients/table.ts';
import type { PersonRow } from '../../records/people/person-store.ts';
import { truncate, type Instant } from '@plumgate/core/basics';
import { clientFields } from '@plumgate/core/clients';
import {
  emailFromText,
  letterheadOf,
  type Email,
  type EmailBlock,
  type Letterhead,
} from '@plumgate/core/emails';
import {
  fillOrKeep,
  momentFields,
  withoutLinks,
  type MergeContext,
  type PersonFields,
} from '@plumgate/core/messages';
import { fieldWordsOf, personFields, phoneKey } from '@plumgate/core/people';
import type { EmailView } from '@plumgate/email-kit';
import { renderEmail } from '@plumgate/email-kit/render';
import type { NoticeAction } from '../../records/messages/message-content.ts';
import type { EmailPayload } from '../../platform/mail/email-payload.ts';
import type { TextPayload } from '../../platform/texts/text-payload.ts';

type Sender = Pick<ClientRow, 'name' | 'facts' | 'brand'>;

/** A person as a client's messages speak of them. */
export const personIn = (person: PersonRow, { facts }: Pick<Sender, 'facts'>): MergeContext => ({
  person: { ...personFields(person), fields: fieldWordsOf(person.fields, facts.locale) },
});

/** A booking as merge fields see it: `where` is its place in words, `with` the name of the member of the staff, if any. */
export const bookingFields = (
  booking: { startsAt: Instant; zone: string; where: string; with: string },
  client: Sender,
  changeLink: string,
): Record<string, string> => ({
  ...momentFields(booking.startsAt, booking.zone, client.facts.zone, client.facts.locale),
  where: booking.where,
  with: booking.with,
  change_link: changeLink,
});

/**
 * Fills a client's template. The merge fields are filled in plain text first and the whole is escaped after, so that
 * nothing anybody typed can become markup.
 */
export const fillFor = (client: Sender, template: string, context: MergeContext): string =>
  fillOrKeep(template, {
    client: clientFields(client.name, client.facts),
    ...context,
    ...(context.person && { person: plainFields(context.person) }),
    ...(context.answers && { answers: plainFields(context.answers) }),
  });

/** What people typed, as it may stand in a message: no part of it becomes a link. */
const plainFields = <Fields extends PersonFields>(fields: Fields): Fields =>
  Object.fromEntries(
    Object.entries(fields).map(([name, value]) => [
      name,
      typeof value === 'string' ? withoutLinks(value) : plainFields(value),
    ]),
  ) as Fields;

/** Whom an email goes to, and what is needed to draw it. */
interface Addressed {
  to: string;
  email: Email;
  view: Omit<EmailView, 'head'>;
}

/** An email in a client's name and look. */
export function clientEmail(
  client: Sender,
  logo: Letterhead['logo'],
  { to, email, view }: Addressed,
): EmailPayload {
  return {
    ...{ kind: 'email', fromName: client.name, replyTo: client.facts.email, to },
    ...renderEmail(email, { ...view, head: letterheadOf(client, logo) }),
    unsubscribe: view.unsubscribe,
  };
}

/** An email of the agency to one of its own people, in the look of the app. */
export function accountEmail(agency: string, to: string, words: FinalWords): EmailPayload {
  const view = { ...finalView, head: agencyHead(agency), unsubscribe: null };
  return {
    ...{ kind: 'email', fromName: agency, replyTo: '', to },
    ...renderEmail(finalEmail(words), view),
    unsubscribe: null,
  };
}

/** Words that are final: nothing in them is read as a merge field. */
interface FinalWords {
  subject: string;
  body: string;
  actions?: readonly NoticeAction[];
}

/** Final words as an email, what may be pressed below them. */
export function finalEmail({ subject, body, actions = [] }: FinalWords): Email {
  const { blocks } = emailFromText({ subject, body });
  const buttons = actions.map(({ label, href }, index): EmailBlock => {
    const id = `action-${index}`;
    return { id, kind: 'button', label, link: { kind: 'address', href }, align: 'left' };
  });
  return { subject, preview: '', blocks: [...blocks, ...buttons] };
}

/** How final words are read: as they are. They show no pictures and lead to no pages by name. */
export const finalView: Omit<EmailView, 'head' | 'unsubscribe'> = {
  reading: {
    merge: (words) => words,
    places: { page: () => null, file: () => null, voucher: () => '', code: () => '', phone: '' },
  },
  pictureSrc: () => null,
};

/** The app's own plum and ink. */
const agencyHead = (name: string): Letterhead => ({
  ...{ name, contact: [], corner: 8, mark: truncate(name, 1), logo: null },
  colours: { action: '#7A2E62', ink: '#2A2226' },
});

/** The number that a client's texts come from. */
export const numberOf = ({ facts }: Pick<Sender, 'facts'>): string =>
  phoneKey(facts.phone, facts.country) ?? facts.phone;

/** A text in a client's name, from the client's number to a person's. */
export function textToPerson(
  client: Sender,
  phone: string,
  template: string,
  context: MergeContext,
): TextPayload {
  return {
    kind: 'text',
    from: numberOf(client),
    to: phoneKey(phone, client.facts.country) ?? phone,
    body: fillFor(client, template, context).trim(),
  };
}
