import type { ClientRow } from '../clients/client.service.ts';
import { clientFields } from '@plumgate/core/clients';
import {
  escapeHtml,
  fillOrKeep,
  oneLine,
  plainToHtml,
  type MergeContext,
} from '@plumgate/core/messages';
import type { EmailPayload } from '../platform/outbox/table.ts';

/** A person as merge fields see them. */
export const personFields = (person: {
  firstName: string;
  lastName: string;
  email: string;
  phone: string;
}) => ({
  first_name: person.firstName,
  last_name: person.lastName,
  name: [person.firstName, person.lastName].filter(Boolean).join(' '),
  email: person.email,
  phone: person.phone,
});

/**
 * An email from a client's templates. The merge fields are filled in plain text first and the whole is escaped after,
 * so that nothing anybody typed can become markup.
 */
export function composeEmail(
  client: Pick<ClientRow, 'name' | 'facts' | 'brand'>,
  to: string,
  template: { subject: string; body: string },
  context: MergeContext,
): EmailPayload {
  const all = { client: clientFields(client.name, client.facts), ...context };
  return clientEmail(client, to, fillOrKeep(template.subject, all), fillOrKeep(template.body, all));
}

/** An email in a client's name from words that are final: nothing in them is read as a merge field. */
export function clientEmail(
  client: Pick<ClientRow, 'name' | 'facts' | 'brand'>,
  to: string,
  subject: string,
  text: string,
): EmailPayload {
  return {
    kind: 'email',
    fromName: client.name,
    replyTo: client.facts.email,
    to,
    subject: oneLine(subject),
    text,
    html: letter(client, plainToHtml(text)),
  };
}

/** The client's plain letterhead; styles stand in the elements, since mail programs drop style sheets. */
function letter(client: Pick<ClientRow, 'name' | 'facts' | 'brand'>, inner: string): string {
  const { action, ink } = client.brand.colours;
  const foot = [client.name, client.facts.phone].filter(Boolean).map(escapeHtml).join(' · ');
  return `<!doctype html><html lang="en"><body style="margin:0;padding:24px;background:#f6f5f2;color:${ink};font:16px/1.6 system-ui,sans-serif"><div style="max-width:560px;margin:0 auto;background:#fff;border-top:4px solid ${action};padding:28px 32px;border-radius:6px"><p style="margin:0 0 18px;font-weight:700;color:${action}">${escapeHtml(client.name)}</p>${inner}<p style="margin:28px 0 0;padding-top:14px;border-top:1px solid #e3e0da;font-size:13px;color:#65605a">${foot}</p></div></body></html>`;
}
