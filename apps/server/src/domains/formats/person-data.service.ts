import { Injectable } from '@nestjs/common';
import { slugFrom, type PersonId } from '@plumgate/core/basics';
import { fullName } from '@plumgate/core/people';
import { and, asc, eq, isNotNull } from 'drizzle-orm';
import { Database } from '../../platform/database/database.ts';
import { FileStore } from '../../platform/files/file-store.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { inboxMessages } from '../../records/messages/inbox.table.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { BookingService } from '../booking/booking.service.ts';
import { Composer } from '../messages/composer.ts';
import { PeopleService } from '../people/people.service.ts';
import type { Zipped } from './export.service.ts';
import { pack, type ZipContent } from './zip.ts';

/** Everything that is kept of one person, for them to take along: who asks for it has a right to it in many countries. */
@Injectable()
export class PersonData {
  constructor(
    private readonly database: Database,
    private readonly people: PeopleService,
    private readonly bookings: BookingService,
    private readonly composer: Composer,
    private readonly store: FileStore,
  ) {}

  /** A zip of `data.json` and the files that they sent. */
  async zip(who: CurrentUser, id: PersonId): Promise<Zipped> {
    const { doubles: _others, ...record } = await this.people.get(who, id);
    const sent = record.files.map((file, index) => ({
      ...{ upload: file.upload, name: file.name, at: file.at },
      path: `files/${index + 1} ${file.name.replace(/[^\p{L}\p{N}._ -]/gu, '_')}`,
    }));
    const data = {
      ...record,
      bookings: await this.bookings.ofPerson(id),
      messages: await this.messagesTo(id),
      wrote: await this.writtenBy(id),
      files: sent.map(({ name, at, path }) => ({ name, at, path })),
    };
    const files: Record<string, ZipContent> = { 'data.json': JSON.stringify(data, null, 2) };
    for (const { upload, path } of sent)
      files[path] = async () => (await this.store.read(`uploads/${upload}`)) ?? new Uint8Array();
    return { name: `${slugFrom(fullName(record)) || 'person'}.zip`, zip: pack(files) };
  }

  /** Every message to them in its own words, as it was sent. */
  private async messagesTo(id: PersonId) {
    const { db } = this.database;
    const rows = await db
      .select()
      .from(outbox)
      .where(and(eq(outbox.personId, id), isNotNull(outbox.sentAt)))
      .orderBy(asc(outbox.order));
    const sources = await this.composer.sourcesOf(db, rows, { isSending: false });
    return rows.map((row) => {
      const words = this.composer.compose(row, sources);
      return {
        ...{ at: row.sentAt!.toString(), as: row.kind, to: row.to, state: row.state },
        ...(words.kind === 'email'
          ? { subject: words.subject, text: words.text }
          : { text: words.body }),
      };
    });
  }

  /** Everything that they wrote by email, text or in a chat box. */
  private async writtenBy(id: PersonId) {
    const rows = await this.database.db
      .select()
      .from(inboxMessages)
      .where(and(eq(inboxMessages.personId, id), eq(inboxMessages.by, '')))
      .orderBy(asc(inboxMessages.at));
    return rows.map(({ at, kind, from, subject, body, whole }) => ({
      ...{ at: at.toString(), as: kind, from, subject, text: whole || body },
    }));
  }
}
