import { Injectable } from '@nestjs/common';
import {
  BookingId,
  ClientId,
  InstantText,
  PersonId,
  WaitingEntryId,
  type Instant,
} from '@plumgate/core/basics';
import { Temporal } from 'temporal-polyfill';
import type { ConfirmationId } from '../../records/intake/confirmations.table.ts';
import { z } from 'zod';
import { Clock } from '../../platform/clock.ts';
import { Seal } from '../../platform/seal.ts';
import { SiteAddress } from '../../platform/site-address.ts';

/** Who wants no more mail. */
export type OptOutTarget = { person: PersonId } | { clientId: ClientId; address: string };

/** The field of an address that says for whom it was made. */
export const personalLinkField = '_for';
const personalLinkLasts = { hours: 24 * 30 };
const Personal = z.tuple([PersonId, InstantText]);

const Notices = z.tuple([ClientId, z.string()]);

/** The links in messages by which a person acts without signing in: signed, so that nobody can guess another's. */
@Injectable()
export class PersonLinks {
  constructor(
    private readonly seals: Seal,
    private readonly address: SiteAddress,
    private readonly clock: Clock,
  ) {}

  /** Ends mail to the person with one press. */
  unsubscribe(client: { slug: string }, id: PersonId): string {
    return `${this.address.known(client.slug)}/~/unsubscribe/${this.seals.seal('unsubscribe', id)}`;
  }

  /** The page of a code, to be shown at the desk. */
  voucher(client: { slug: string }, code: string): string {
    return this.onSite(client, `/~/voucher/${this.seals.seal('voucher', code)}`);
  }

  /** The code that a link was made for; null for one that is not ours. */
  voucherIn(token: string): string | null {
    return this.seals.open('voucher', token);
  }

  /** Where a person chooses what they get by mail; known by the same seal as the link that ends it. */
  preferences(client: { slug: string }, id: PersonId): string {
    return `${this.address.known(client.slug)}${this.preferencesPath(id)}`;
  }

  preferencesPath(id: PersonId): string {
    return `/~/preferences/${this.seals.seal('unsubscribe', id)}`;
  }

  /** Ends a client's notices to one address of the business, in the same way. */
  stopNotices(client: { id: ClientId; slug: string }, address: string): string {
    const text = JSON.stringify([client.id, address.toLowerCase()]);
    return `${this.address.known(client.slug)}/~/unsubscribe/${this.seals.seal('notices', text)}`;
  }

  /** Where a booking can be moved or cancelled. */
  booking(client: { slug: string }, id: BookingId): string {
    return `${this.address.known(client.slug)}${this.bookingPath(id)}`;
  }

  /** A person's record, for anyone of the business who may see it. */
  record(client: { slug: string }, id: PersonId): string {
    return `${this.address.app()}/${client.slug}/people/${id}`;
  }

  /** The picture that an email fetches when it is opened. */
  opened(client: { slug: string }, message: string): string {
    return this.onSite(client, `/~/opened/${this.seals.seal('opened', message)}.gif`);
  }

  openedMessage(token: string): string | null {
    return z.uuid().safeParse(this.seals.open('opened', token)).data ?? null;
  }

  /** Something on a client's own host. */
  onSite(client: { slug: string }, path: string): string {
    return this.address.known(client.slug) + path;
  }

  /** Where a seat that came free is taken or left to the next. */
  offer(client: { slug: string }, id: WaitingEntryId): string {
    return this.onSite(client, this.offerPath(id));
  }

  offerPath(id: WaitingEntryId): string {
    return `/~/offer/${this.seals.seal('offer', id)}`;
  }

  offerIn(token: string): WaitingEntryId | null {
    return WaitingEntryId.safeParse(this.seals.open('offer', token)).data ?? null;
  }

  bookingPath(id: BookingId): string {
    return `/~/booking/${this.seals.seal('booking', id)}`;
  }

  /** Whose mail a link of an email ends: a person's, or an address's notices; null for a link that is not ours. */
  optOutTargetIn(token: string): OptOutTarget | null {
    const person = PersonId.safeParse(this.seals.open('unsubscribe', token)).data;
    if (person) return { person };
    const notices = this.seals.open('notices', token);
    const read = Notices.safeParse(notices && JSON.parse(notices));
    return read.success ? { clientId: read.data[0], address: read.data[1] } : null;
  }

  /** A page of the client for one person: its forms know them for a month. */
  personal(client: { slug: string }, id: PersonId, path: string): string {
    const until = this.clock.now().add(personalLinkLasts).round('second');
    const token = this.seals.seal('personal', JSON.stringify([id, until.toString()]));
    return `${this.onSite(client, path)}?${personalLinkField}=${token}`;
  }

  /** Whom a personal link was made for; null for one that is over or not ours. */
  personIn(token: string): PersonId | null {
    const text = this.seals.open('personal', token);
    const read = Personal.safeParse(text && JSON.parse(text)).data;
    if (!read || isBefore(Temporal.Instant.from(read[1]), this.clock.now())) return null;
    return read[0];
  }

  /** Where the owner of an email address confirms it. */
  confirmation(client: { slug: string }, id: ConfirmationId): string {
    return this.onSite(client, `/~/confirm/${this.seals.seal('confirm', id)}`);
  }

  confirmationIn(token: string): ConfirmationId | null {
    return this.seals.open('confirm', token) as ConfirmationId | null;
  }

  bookingIn(token: string): BookingId | null {
    return BookingId.safeParse(this.seals.open('booking', token)).data ?? null;
  }
}

const isBefore = (one: Instant, other: Instant): boolean =>
  Temporal.Instant.compare(one, other) < 0;
