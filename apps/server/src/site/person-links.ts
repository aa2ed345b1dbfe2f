import { Injectable } from '@nestjs/common';
import { BookingId, PersonId } from '@plumgate/core/basics';
import { Seal } from '../platform/seal.ts';
import { SiteAddress } from '../platform/site-address.ts';

/** The links in messages by which a person acts without signing in: signed, so that nobody can guess another's. */
@Injectable()
export class PersonLinks {
  constructor(
    private readonly seals: Seal,
    private readonly address: SiteAddress,
  ) {}

  /** Ends mail to the person with one press. */
  unsubscribe(client: { slug: string }, id: PersonId): string {
    return `${this.address.of(client.slug)}/~/unsubscribe/${this.seals.seal('unsubscribe', id)}`;
  }

  /** Where a booking can be moved or cancelled. */
  booking(client: { slug: string }, id: BookingId): string {
    return `${this.address.of(client.slug)}${this.bookingPath(id)}`;
  }

  bookingPath(id: BookingId): string {
    return `/~/booking/${this.seals.seal('booking', id)}`;
  }

  personIn(token: string): PersonId | null {
    return PersonId.safeParse(this.seals.open('unsubscribe', token)).data ?? null;
  }

  bookingIn(token: string): BookingId | null {
    return BookingId.safeParse(this.seals.open('booking', token)).data ?? null;
  }
}
