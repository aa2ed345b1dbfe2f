import { Injectable } from '@nestjs/common';
import { emailFromText } from '@plumgate/core/emails';
import { eventFactsOf, eventFields } from '@plumgate/core/booking';
import type { Instant } from '@plumgate/core/basics';
import { withoutLinks, type MergeContext } from '@plumgate/core/messages';
import { personFields } from '@plumgate/core/people';
import { Clock } from '../../platform/clock.ts';
import type { Consequences } from '../../records/causes/consequences.ts';
import { Messenger, nameFor } from '../messages/messenger.ts';
import { PersonLinks } from '../messages/person-links.ts';
import { calendarFile } from './calendar-file.ts';
import { placeOf, whenOf, type LoadedBooking } from './loaded-booking.ts';
import type { By } from './slot.service.ts';

/** What became of a booking. */
export type Happened = 'booked' | 'moved' | 'cancelled';

/** What is said of a booking: to its person, to the business, and on the timeline. */
@Injectable()
export class BookingMessages {
  constructor(
    private readonly clock: Clock,
    private readonly links: PersonLinks,
    private readonly messenger: Messenger,
  ) {}

  file(loaded: LoadedBooking) {
    const { booking, calendar, person, client } = loaded;
    const { name, email } = personFields(person);
    return calendarFile(
      {
        ...booking,
        calendarName: calendar.content.name,
        where: placeOf(loaded),
        person: { name: name!, email: email! },
      },
      client,
      { changeLink: this.links.booking(client, booking.id), now: this.clock.now() },
    );
  }

  inWords({ booking, calendar, client }: LoadedBooking) {
    return {
      calendar: calendar.content.name,
      when: whenOf({ booking, calendar, client }),
    };
  }

  /** The timeline's line, the message to the person, and the notice to the business where the person did it. */
  noteAndTell(
    effects: Consequences,
    loaded: LoadedBooking,
    what: Happened,
    by: By,
    now: Instant,
    formerStaff: string | null = null,
  ): void {
    const { booking, person } = loaded;
    effects.note(person, now, { kind: what, by, ...this.inWords(loaded) });
    const key = `booking:${booking.id}:${booking.changes}`;
    this.tellPerson(effects, loaded, what, key, now);
    const staff = [loaded.staffEmail, formerStaff].flatMap((one) => one || []);
    const business = by === 'visitor' ? loaded.calendar.content.notify : [];
    this.tellBusiness(effects, loaded, what, { key, at: now, to: [...business, ...staff] });
  }

  /** By email, or where there is none by text. */
  private tellPerson(
    effects: Consequences,
    loaded: LoadedBooking,
    what: Happened,
    key: string,
    at: Instant,
  ): void {
    const { booking, calendar, person, client } = loaded;
    const { confirmation, name } = calendar.content;
    const words = what === 'booked' ? confirmation : emailFromText(changeWords[what]);
    const context = this.contextOf(loaded);
    const submission = booking.submissionId;
    const to = { client, person, key, at, from: name, context, submission };
    this.messenger.emailOrText(effects, to, words, {
      text: words.subject,
      calendar: this.file(loaded),
    });
  }

  /** What the words of a message about a booking may name. */
  private contextOf(loaded: LoadedBooking): MergeContext {
    const { booking, calendar, person, client, staff } = loaded;
    const event = eventFactsOf(calendar.content);
    const where = placeOf(loaded);
    const { zone } = calendar.content.rules;
    return {
      ...this.messenger.personIn(person, client),
      ...this.messenger.bookingIn({ ...booking, zone, where, with: staff?.name ?? '' }, client),
      ...(event && { event: eventFields(event, booking.startsAt, client.facts, where) }),
    };
  }

  private tellBusiness(
    effects: Consequences,
    loaded: LoadedBooking,
    what: Happened,
    { key, at, to: addresses }: { key: string; at: Instant; to: readonly string[] },
  ): void {
    const { calendar, person, client, staff } = loaded;
    const name = nameFor(person);
    const { when } = this.inWords(loaded);
    const subject = withoutLinks(`${headline[what]}: ${name}, ${when}`);
    const lines = [
      `${name} ${sentence[what]} ${calendar.content.name}: ${when}.`,
      staff && `With: ${staff.name}`,
      person.phone && `Phone: ${person.phone}`,
      person.email && `Email: ${person.email}`,
    ];
    const body = withoutLinks(lines.filter(Boolean).join('\n'));
    for (const to of new Set(addresses))
      this.messenger.notify(effects, {
        client,
        to,
        key: `${key}:tell:${to}`,
        at,
        subject,
        body,
        person,
        submission: loaded.booking.submissionId,
      });
  }

  /** Sends the recording of an event to somebody who was signed up. */
  sendRecording(effects: Consequences, loaded: LoadedBooking, at: Instant): void {
    const { calendar, person, client, booking } = loaded;
    const { dates, name } = calendar.content;
    if (!dates || !person.email || person.mailRefusedAt) return;
    const key = `recording:${booking.id}`;
    const submission = booking.submissionId;
    const to = { client, person, key, at, from: name, submission };
    this.messenger.emailPerson(
      effects,
      { ...to, context: this.contextOf(loaded) },
      dates.recordingEmail,
    );
  }
}

const headline = { booked: 'New booking', moved: 'Booking moved', cancelled: 'Booking canceled' };
const sentence = { booked: 'has booked', moved: 'has moved', cancelled: 'has canceled' };

const changeWords = {
  moved: {
    subject: 'New time: {{ booking.when }}',
    body: `Hello {{ person.first_name | default: "there" }},

Your booking has a new time: {{ booking.when }}.
Where: {{ booking.where }}

Please ignore the earlier time. To move or cancel again:
{{ booking.change_link }}

{{ client.name }}
{{ client.phone }}`,
  },
  cancelled: {
    subject: 'Canceled: {{ booking.when }}',
    body: `Hello {{ person.first_name | default: "there" }},

Your booking on {{ booking.when }} is canceled. You don’t need to do anything else.

If you would like another time, reply to this email or call {{ client.phone }}.

{{ client.name }}`,
  },
};
