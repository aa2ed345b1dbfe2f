import type { ClientRow } from '../../records/clients/table.ts';
import { truncate, type Instant } from '@plumgate/core/basics';
import { addressLine, clientFields } from '@plumgate/core/clients';
import {
  fillOrKeep,
  momentFields,
  oneLine,
  letterHtml,
  withoutLinks,
  type LetterAction,
  type Letterhead,
  type MergeContext,
  type PersonFields,
} from '@plumgate/core/messages';
import { fullName, phoneKey } from '@plumgate/core/people';
import type { EmailPayload } from '../../platform/mail/email-payload.ts';
import type { TextPayload } from '../../platform/texts/text-payload.ts';

type Sender = Pick<ClientRow, 'name' | 'facts' | 'brand'>;

/** A person as merge fields see them, without the client's own fields. */
export const personFields = (person: {
  firstName: string;
  lastName: string;
  email: string;
  phone: string;
}) => ({
  first_name: person.firstName,
  last_name: person.lastName,
  name: fullName(person),
  email: person.email,
  phone: person.phone,
});

/** A booking as merge fields see it; `where` is its place in words. */
export const bookingFields = (
  booking: { startsAt: Instant; zone: string; where: string },
  client: Sender,
  changeLink: string,
): Record<string, string> => ({
  ...momentFields(booking.startsAt, booking.zone, client.facts.zone, client.facts.locale),
  where: booking.where,
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

/** Words that are final: nothing in them is read as a merge field. */
interface FinalWords {
  to: string;
  subject: string;
  text: string;
  actions?: readonly LetterAction[];
  unsubscribe: string;
}

/** An email in a client's name and look. */
export function clientEmail(
  client: Sender,
  logo: Letterhead['logo'],
  { to, subject, text, actions = [], unsubscribe }: FinalWords,
): EmailPayload {
  const listed = actions.map(({ label, href }) => `${label}: ${href}`).join('\n');
  const words = [text, listed].filter(Boolean).join('\n\n');
  return {
    kind: 'email',
    fromName: client.name,
    replyTo: client.facts.email,
    to,
    subject: oneLine(subject),
    text: `${words}\n\n--\nNo more emails from ${client.name}: ${unsubscribe}`,
    html: letterHtml(text, letterhead(client, logo), actions, unsubscribe),
    unsubscribe,
  };
}

/** An email of the agency to one of its own people, in the look of the app. */
export function accountEmail(
  agency: string,
  to: string,
  { subject, body, actions }: { subject: string; body: string; actions: readonly LetterAction[] },
): EmailPayload {
  const listed = actions.map(({ label, href }) => `${label}: ${href}`).join('\n');
  return {
    ...{ kind: 'email', fromName: agency, replyTo: '', to, subject: oneLine(subject) },
    text: `${body}\n\n${listed}`,
    html: letterHtml(body, agencyHead(agency), actions, null),
    unsubscribe: null,
  };
}

/** The app's own plum and ink. */
const agencyHead = (name: string): Letterhead => ({
  ...{ name, contact: [], corner: 8, mark: truncate(name, 1), logo: null },
  colours: { action: '#7A2E62', ink: '#2A2226' },
});

const letterhead = ({ name, facts, brand }: Sender, logo: Letterhead['logo']): Letterhead => ({
  name,
  contact: [addressLine(facts), facts.phone],
  colours: brand.colours,
  corner: cornerPixels[brand.corners],
  mark: brand.mark || truncate(name, 1),
  logo,
});
const cornerPixels = { square: 0, soft: 8, round: 22 };

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
