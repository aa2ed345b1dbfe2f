import { Injectable } from '@nestjs/common';
import type { BookingId, Instant, RunId } from '@plumgate/core/basics';
import { withoutLinks, type MergeContext } from '@plumgate/core/messages';
import type { EmailPayload } from '../../platform/mail/email-payload.ts';
import type { Consequences } from '../../records/causes/consequences.ts';
import type { ClientRow } from '../../records/clients/table.ts';
import type { PersonRow } from '../../records/people/person-store.ts';
import {
  bookingFields,
  clientEmail,
  emailToPerson,
  fillFor,
  personFields,
  textToPerson,
} from './compose.ts';
import { PersonLinks } from './person-links.ts';

/** A message to a person: to whom, because of what, and when. */
export interface ToPerson {
  client: ClientRow;
  person: PersonRow;
  /** Names the cause: the same one again owes nothing more. */
  key: string;
  at: Instant;
  /** What the record names as its origin: a sequence or a calendar. */
  from: string;
  context: MergeContext;
  runId?: RunId;
  /** After this moment it makes no sense any more. */
  expiresAt?: Instant | null;
}

/** A notice to somebody of the business. Its words are final: nothing in them is read as a merge field. */
export interface Notice {
  client: ClientRow;
  to: string;
  key: string;
  at: Instant;
  subject: string;
  body: string;
  /** An answer to the notice goes to them. */
  person: Pick<PersonRow, 'email'> | null;
}

/**
 * Composes and owes every message that leaves the program, in the transaction of its cause, and notes on the person's
 * record what they are sent.
 */
@Injectable()
export class Messenger {
  constructor(private readonly links: PersonLinks) {}

  /** An email from a client's template to a person who has an address. */
  emailPerson(
    effects: Consequences,
    to: ToPerson,
    template: { subject: string; body: string },
    calendar?: EmailPayload['calendar'],
  ): void {
    const { client, person, context } = to;
    const unsubscribe = this.links.unsubscribe(client, person.id);
    const email = emailToPerson(client, person.email, template, context, unsubscribe);
    effects.enqueue({ ...queuedTo(to), payload: { ...email, ...(calendar && { calendar }) } });
    effects.note(person, to.at, { kind: 'sent', subject: email.subject, sequence: to.from });
  }

  /** A text from a client's template to a person who has a number and has agreed to texts. */
  textPerson(effects: Consequences, to: ToPerson, template: string): void {
    const text = textToPerson(to.client, to.person.phone, template, to.context);
    effects.enqueue({ ...queuedTo(to), payload: text });
    effects.note(to.person, to.at, { kind: 'texted', body: text.body, sequence: to.from });
  }

  /** An email to an address of the business, from which one press stops such notices. */
  notify(effects: Consequences, { client, to, key, at, subject, body, person }: Notice): void {
    const stop = this.links.stopNotices(client, to);
    const email = clientEmail(client, to, subject, body, stop);
    const replyTo = person?.email || email.replyTo;
    effects.enqueue({ clientId: client.id, key, dueAt: at, payload: { ...email, replyTo } });
  }

  /** A client's words to its own people, with the fields of the message filled. */
  fill(client: ClientRow, template: string, context: MergeContext): string {
    return fillFor(client, template, context);
  }

  /** A person as messages speak of them. */
  personIn(person: PersonRow): MergeContext {
    return { person: personFields(person) };
  }

  /** A booking as messages speak of it, with the link by which it can be changed. */
  bookingIn(
    booking: { id: BookingId; startsAt: Instant; zone: string; where: string },
    client: ClientRow,
  ): MergeContext {
    return { booking: bookingFields(booking, client, this.links.booking(client, booking.id)) };
  }
}

/** Who wrote or booked, for the subject of a notice: nothing in it becomes a link. */
export const nameFor = (person: PersonRow): string =>
  withoutLinks(personFields(person).name || person.email || person.phone || 'no name given');

const queuedTo = ({ client, person, key, at, runId, expiresAt }: ToPerson) => ({
  clientId: client.id,
  personId: person.id,
  key,
  dueAt: at,
  ...(runId && { runId }),
  expiresAt: expiresAt ?? null,
});
