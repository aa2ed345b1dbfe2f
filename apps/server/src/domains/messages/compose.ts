import type { ClientRow } from '../../records/clients/table.ts';
import type { Instant } from '@plumgate/core/basics';
import { addressLine, clientFields } from '@plumgate/core/clients';
import {
  escapeHtml,
  fillOrKeep,
  momentFields,
  oneLine,
  plainToHtml,
  withoutLinks,
  type MergeContext,
} from '@plumgate/core/messages';
import { fullName, phoneKey } from '@plumgate/core/people';
import type { EmailPayload } from '../../platform/mail/email-payload.ts';
import type { TextPayload } from '../../platform/texts/text-payload.ts';

type Sender = Pick<ClientRow, 'name' | 'facts' | 'brand'>;

/** A person as merge fields see them. */
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

/** A booking as merge fields see it. `where` falls back to the client's address. */
export const bookingFields = (
  booking: { startsAt: Instant; zone: string; where: string },
  client: Sender,
  changeLink: string,
): Record<string, string> => ({
  ...momentFields(booking.startsAt, booking.zone, client.facts.zone, client.facts.locale),
  where: booking.where || addressLine(client.facts),
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
const plainFields = (fields: Record<string, string>): Record<string, string> =>
  Object.fromEntries(Object.entries(fields).map(([name, value]) => [name, withoutLinks(value)]));

/** An email from a client's templates to a person; `unsubscribe` is their own link. */
export function emailToPerson(
  client: Sender,
  to: string,
  template: { subject: string; body: string },
  context: MergeContext,
  unsubscribe: string,
): EmailPayload {
  const subject = fillFor(client, template.subject, context);
  const text = fillFor(client, template.body, context);
  return clientEmail(client, to, subject, text, unsubscribe);
}

/** An email in a client's name from words that are final: nothing in them is read as a merge field. */
export function clientEmail(
  client: Sender,
  to: string,
  subject: string,
  text: string,
  unsubscribe: string,
): EmailPayload {
  return {
    kind: 'email',
    fromName: client.name,
    replyTo: client.facts.email,
    to,
    subject: oneLine(subject),
    text: `${text}\n\n--\nNo more emails from ${client.name}: ${unsubscribe}`,
    html: letter(client, plainToHtml(text), unsubscribe),
    unsubscribe,
  };
}

/** A text in a client's name, from the client's number to a person's. */
export function textToPerson(
  client: Sender,
  phone: string,
  template: string,
  context: MergeContext,
): TextPayload {
  return {
    kind: 'text',
    from: phoneKey(client.facts.phone, client.facts.country) ?? client.facts.phone,
    to: phoneKey(phone, client.facts.country) ?? phone,
    body: fillFor(client, template, context).trim(),
  };
}

/** The client's plain letterhead; styles stand in the elements, since mail programs drop style sheets. */
function letter(client: Sender, inner: string, unsubscribe: string): string {
  const { action, ink } = client.brand.colours;
  const foot = [client.name, client.facts.phone].filter(Boolean).map(escapeHtml).join(' · ');
  const leave = `<br><a href="${escapeHtml(unsubscribe)}" style="color:#65605a">No more emails like this</a>`;
  return `<!doctype html><html lang="en"><body style="margin:0;padding:24px;background:#f6f5f2;color:${ink};font:16px/1.6 system-ui,sans-serif"><div style="max-width:560px;margin:0 auto;background:#fff;border-top:4px solid ${action};padding:28px 32px;border-radius:6px;overflow-wrap:anywhere"><p style="margin:0 0 18px;font-weight:700;color:${action}">${escapeHtml(client.name)}</p>${inner}<p style="margin:28px 0 0;padding-top:14px;border-top:1px solid #e3e0da;font-size:13px;color:#65605a">${foot}${leave}</p></div></body></html>`;
}
