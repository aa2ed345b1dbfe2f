import { Injectable } from '@nestjs/common';
import { BookingId, ClientId, PersonId } from '@plumgate/core/basics';
import { z } from 'zod';
import { Seal } from '../../platform/seal.ts';
import { SiteAddress } from '../../platform/site-address.ts';

/** Who wants no more mail. */
export type OptOutTarget = { person: PersonId } | { clientId: ClientId; address: string };

const Notices = z.tuple([ClientId, z.string()]);

/** The links in messages by which a person acts without signing in: signed, so that nobody can guess another's. */
@Injectable()
export class PersonLinks {
  constructor(
    private readonly seals: Seal,
    private readonly address: SiteAddress,
  ) {}

  /** Ends mail to the person with one press. */
  unsubscribe(client: { slug: string }, id: PersonId): string {
    return `${this.address.known(client.slug)}/~/unsubscribe/${this.seals.seal('unsubscribe', id)}`;
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

  /** Something on a client's own host. */
  onSite(client: { slug: string }, path: string): string {
    return this.address.known(client.slug) + path;
  }

  bookingPath(id: BookingId): string {
    return `/~/booking/${this.seals.seal('booking', id)}`;
  }

  private personIn(token: string): PersonId | null {
    return PersonId.safeParse(this.seals.open('unsubscribe', token)).data ?? null;
  }

  /** Whose mail a link of an email ends: a person's, or an address's notices; null for a link that is not ours. */
  optOutTargetIn(token: string): OptOutTarget | null {
    const person = this.personIn(token);
    if (person) return { person };
    const notices = this.seals.open('notices', token);
    const read = Notices.safeParse(notices && JSON.parse(notices));
    return read.success ? { clientId: read.data[0], address: read.data[1] } : null;
  }

  bookingIn(token: string): BookingId | null {
    return BookingId.safeParse(this.seals.open('booking', token)).data ?? null;
  }
}
