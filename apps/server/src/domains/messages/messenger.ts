import { Injectable } from '@nestjs/common';
import {
  truncate,
  type BookingId,
  type Instant,
  type RunId,
  type SubmissionId,
} from '@plumgate/core/basics';
import { namespacesIn, oneLine, withoutLinks, type MergeContext } from '@plumgate/core/messages';
import { emailTexts, type Email } from '@plumgate/core/emails';
import type { NoticeAction } from '../../records/messages/message-content.ts';
import { personFields, phoneWords } from '@plumgate/core/people';
import type { EmailPayload } from '../../platform/mail/email-payload.ts';
import type { Consequences } from '../../records/causes/consequences.ts';
import type { ClientRow } from '../../records/clients/table.ts';
import type { PersonRow } from '../../records/people/person-store.ts';
import { bookingFields, numberOf, fillFor, personIn, textToPerson } from './compose.ts';
import { PersonLinks } from './person-links.ts';

/** A message to a person: to whom, because of what, and when. */
export interface ToPerson {
  client: ClientRow;
  person: PersonRow;
  /** Names the cause: the same one again queues nothing more. */
  key: string;
  at: Instant;
  /** What the record names as its origin: a sequence or a calendar. */
  from: string;
  context: MergeContext;
  runId?: RunId;
  /** The submission that set it off. */
  submission?: SubmissionId | null;
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
  /** The person it is about: their record and their number are one press away, and an answer goes to them. */
  person: Pick<PersonRow, 'id' | 'email' | 'phoneKey'> | null;
  /** What else can be pressed below it. */
  actions?: NoticeAction[];
  /** The submission that set it off. */
  submission?: SubmissionId | null;
}

/**
 * Queues every message that leaves the program, in the transaction of its cause: its template and the values of its merge
 * fields. `Composer` puts it together as it is sent.
 */
@Injectable()
export class Messenger {
  constructor(private readonly links: PersonLinks) {}

  /** An email in a client's words to a person who has an address. */
  emailPerson(
    effects: Consequences,
    to: ToPerson,
    email: Email,
    along: Pick<EmailPayload, 'calendar' | 'thread'> & { address?: string } = {},
  ): void {
    const { title, content } = filledFor(effects, to, email);
    const { address = to.person.email, ...rest } = along;
    effects.enqueue({
      ...{ ...queuedTo(to), kind: 'email', to: address, title },
      content: { ...content, ...rest },
    });
  }

  /** By email to a person who can get any, or else by text where they agreed to that; to nobody else. */
  emailOrText(
    effects: Consequences,
    to: ToPerson,
    email: Email,
    { text, ...along }: { text: string } & Pick<EmailPayload, 'calendar'>,
  ): void {
    const { person } = to;
    if (person.email && !person.mailRefusedAt) this.emailPerson(effects, to, email, along);
    else if (person.phone && person.textConsent) this.textPerson(effects, to, text);
  }

  /** An email to a user as a person would read it, by which nobody's mail can be ended. */
  testEmail(
    effects: Consequences,
    user: Pick<ToPerson, 'client' | 'key' | 'at' | 'context'> & { to: string },
    email: Email,
  ): void {
    const { client, to, key, at } = user;
    effects.enqueue({
      ...{ clientId: client.id, key, dueAt: at, kind: 'email', to },
      ...filledFor(effects, user, email),
    });
  }

  /** A text from a client's template to a person who has a number and has agreed to texts. */
  textPerson(
    effects: Consequences,
    to: ToPerson,
    body: string,
    number: string = to.person.phone,
  ): void {
    const { client, context } = to;
    const text = textToPerson(client, number, body, context);
    effects.enqueue({
      ...queuedTo(to),
      kind: 'text',
      to: text.to,
      from: text.from,
      title: truncate(text.body, 60),
      content: {
        as: 'template',
        template: effects.template(client.id, { body }),
        values: valuesIn([body], context),
      },
    });
  }

  /** An email to an address of the business, from which one press stops such notices. */
  notify(effects: Consequences, notice: Notice): void {
    const { client, to, key, at, subject, body, person, submission = null } = notice;
    const actions = [...this.actionsFor(client, person), ...(notice.actions ?? [])];
    const replyTo = person?.email || client.facts.email;
    effects.enqueue({
      clientId: client.id,
      key,
      dueAt: at,
      kind: 'email',
      to,
      title: oneLine(subject),
      aboutId: person?.id ?? null,
      submissionId: submission,
      content: { as: 'notice', subject, body, actions, replyTo },
    });
  }

  /** An email to somebody of the team about a person, in the agency's name. Its words are final. */
  tellUser(effects: Consequences, notice: Omit<Notice, 'submission'>): void {
    const { client, to, key, at, subject, body, person } = notice;
    effects.enqueue({
      ...{ clientId: client.id, key, dueAt: at, kind: 'email', to },
      title: oneLine(subject),
      aboutId: person?.id ?? null,
      content: { as: 'account', subject, body, actions: this.actionsFor(client, person) },
    });
  }

  /** A text to a number of the business, in E.164, with a link to the person's record. */
  notifyByText(effects: Consequences, notice: Omit<Notice, 'subject'>): void {
    const { client, to, key, at, body, person, submission = null } = notice;
    effects.enqueue({
      clientId: client.id,
      key,
      dueAt: at,
      kind: 'text',
      to,
      from: numberOf(client),
      title: truncate(oneLine(body), 60),
      aboutId: person?.id ?? null,
      submissionId: submission,
      content: {
        as: 'notice',
        subject: '',
        body: [body, person && this.links.record(client, person.id)].filter(Boolean).join('\n'),
        replyTo: '',
      },
    });
  }

  private actionsFor(client: ClientRow, person: Notice['person']): NoticeAction[] {
    if (!person) return [];
    const { phoneKey } = person;
    return [
      ...(phoneKey
        ? [{ label: `Call ${phoneWords(phoneKey, client.facts.country)}`, href: `tel:${phoneKey}` }]
        : []),
      { label: 'Open the record', href: this.links.record(client, person.id) },
    ];
  }

  /** A client's words to its own people, with the fields of the message filled. */
  fill(client: ClientRow, template: string, context: MergeContext): string {
    return fillFor(client, template, context);
  }

  /** A person as messages speak of them. */
  personIn(person: PersonRow, client: Pick<ClientRow, 'facts'>): MergeContext {
    return personIn(person, client);
  }

  /** A booking as messages speak of it, with the link by which it can be changed. */
  bookingIn(
    booking: { id: BookingId; startsAt: Instant; zone: string; where: string; with: string },
    client: ClientRow,
  ): MergeContext {
    return { booking: bookingFields(booking, client, this.links.booking(client, booking.id)) };
  }
}

/** Who wrote or booked, for the subject of a notice: nothing in it becomes a link. */
export const nameFor = (person: PersonRow): string =>
  withoutLinks(personFields(person).name || person.email || person.phone || 'no name given');

/** An email with the values of its merge fields, and what lists call it. */
const filledFor = (
  effects: Consequences,
  { client, context }: Pick<ToPerson, 'client' | 'context'>,
  email: Email,
) => ({
  title: oneLine(fillFor(client, email.subject, context)),
  content: {
    as: 'template' as const,
    template: effects.template(client.id, { email }),
    values: valuesIn(emailTexts(email), context),
  },
});

/** Of the values, those that some words name anything of. */
function valuesIn(words: readonly string[], context: MergeContext): MergeContext {
  const named = namespacesIn(words.join('\n'));
  const values = Object.entries(context).filter(([name]) => named.has(name));
  if (named.has('fields') || !context.person) return Object.fromEntries(values);
  const { fields: _unnamed, ...person } = context.person;
  return Object.fromEntries(
    values.map(([name, value]) => [name, name === 'person' ? person : value]),
  ) as MergeContext;
}

const queuedTo = ({
  client,
  person,
  key,
  at,
  from,
  runId,
  submission = null,
  expiresAt,
}: ToPerson) => ({
  clientId: client.id,
  personId: person.id,
  key,
  dueAt: at,
  origin: from,
  ...(runId && { runId }),
  submissionId: submission,
  expiresAt: expiresAt ?? null,
});
