import { Injectable } from '@nestjs/common';
import type { Instant } from '@plumgate/core/basics';
import { emailFromText } from '@plumgate/core/emails';
import type { Consequences } from '../../records/causes/consequences.ts';
import { Messenger } from '../messages/messenger.ts';
import { PersonLinks } from '../messages/person-links.ts';
import { momentWords } from './loaded-booking.ts';
import { waitedForWords, type LoadedWaiting } from './loaded-waiting.ts';

/** What is said to who waits for a seat, and of them on their timeline. */
@Injectable()
export class WaitingMessages {
  constructor(
    private readonly links: PersonLinks,
    private readonly messenger: Messenger,
  ) {}

  joined(effects: Consequences, loaded: LoadedWaiting, at: Instant): void {
    const { entry, calendar, person } = loaded;
    const when = entry.wants ? momentWords(loaded, entry.wants) : '';
    effects.note(person, at, { kind: 'waits-for-seat', calendar: calendar.content.name, when });
    const what = [waitedForWords(loaded), when].filter(Boolean).join(', ');
    this.tell(effects, loaded, `waiting:${entry.id}`, at, {
      subject: `You are on the waiting list: ${calendar.content.name}`,
      lines: [
        `You are on the waiting list for ${what}.`,
        'As soon as a seat is free and it is your turn, we hold it for you and write to you.',
      ],
    });
  }

  offered(effects: Consequences, loaded: LoadedWaiting, at: Instant): void {
    const { entry, calendar, person, client } = loaded;
    const when = momentWords(loaded, entry.offeredStart!);
    const until = momentWords(loaded, entry.offeredUntil!);
    const name = waitedForWords(loaded);
    effects.note(person, at, {
      kind: 'seat-offered',
      calendar: calendar.content.name,
      when,
      until,
    });
    this.tell(effects, loaded, `offer:${entry.id}`, at, {
      subject: `A seat is free: ${name}, ${when}`,
      lines: [
        `A seat is free for ${name} on ${when}.`,
        `It is yours until ${until}. Take it here, or leave it to the next:`,
        this.links.offer(client, entry.id),
      ],
    });
  }

  declined(effects: Consequences, loaded: LoadedWaiting, at: Instant): void {
    const { entry, calendar, person } = loaded;
    if (!entry.offeredStart) return;
    const when = momentWords(loaded, entry.offeredStart);
    effects.note(person, at, { kind: 'no-seat-wanted', calendar: calendar.content.name, when });
  }

  /** By email, or where there is none by text. */
  private tell(
    effects: Consequences,
    { calendar, person, client, entry }: LoadedWaiting,
    key: string,
    at: Instant,
    { subject, lines }: { subject: string; lines: string[] },
  ): void {
    const to = {
      ...{ client, person, key, at, from: calendar.content.name },
      context: this.messenger.personIn(person, client),
      submission: entry.submissionId,
    };
    const body = [
      'Hello {{ person.first_name | default: "there" }},',
      ...lines,
      '{{ client.name }}\n{{ client.phone }}',
    ].join('\n\n');
    const email = emailFromText({ subject, body });
    this.messenger.emailOrText(effects, to, email, { text: lines.join(' ') });
  }
}

/** Which seat somebody waits for or is offered, and until when, in words. */
export function seatWords(loaded: LoadedWaiting): { what: string; until: string } {
  const { entry } = loaded;
  const start = entry.offeredStart ?? entry.wants;
  return {
    what: [waitedForWords(loaded), start && momentWords(loaded, start)].filter(Boolean).join(', '),
    until: entry.offeredUntil ? momentWords(loaded, entry.offeredUntil) : '',
  };
}
