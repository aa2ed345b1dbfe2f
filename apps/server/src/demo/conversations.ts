import type { NestFastifyApplication } from '@nestjs/platform-fastify';
import type { Instant, PersonId } from '@plumgate/core/basics';
import { emailFromText } from '@plumgate/core/emails';
import { and, desc, eq, isNotNull, isNull } from 'drizzle-orm';
import { ClientService } from '../domains/clients/client.service.ts';
import { chatIdOf } from '../domains/inbox/chat.service.ts';
import { ConversationService } from '../domains/inbox/conversation.service.ts';
import { Receiving } from '../domains/inbox/receiving.service.ts';
import { ReplyAddresses } from '../domains/messages/reply-addresses.ts';
import { WrittenMessages } from '../domains/messages/written-messages.ts';
import { Database } from '../platform/database/database.ts';
import type { CurrentUser } from '../platform/http/bind.ts';
import { clients } from '../records/clients/table.ts';
import { outbox } from '../records/messages/outbox.table.ts';
import { people } from '../records/people/table.ts';
import { fernhill, quayside } from './clients.ts';
import type { Happening } from './happening.ts';

/** Somebody who was sent something, as whoever answers it. */
interface Answering {
  id: PersonId;
  firstName: string;
  email: string;
  phone: string;
  /** The message that they answer. */
  message: string;
  title: string;
  number: string;
}

/** What Quayside's patients answer in the last days, and a runner asks Fernhill: the inboxes of a morning. */
export function answersOfPatients(
  app: NestFastifyApplication,
  until: Instant,
  marketer: CurrentUser,
): Happening[] {
  const receiving = app.get(Receiving);
  const conversations = app.get(ConversationService);
  /** Each mailed last by the time the first of them answers. */
  let mailed: Answering[] = [];
  const byEmail = (
    { id, message, email, firstName, title }: Answering,
    text: string,
    isAway = false,
  ) =>
    receiving.email({
      ...{ id: `${message}.answer@${email.split('@')[1]}`, isAutomatic: isAway, text },
      ...{ from: email, fromName: firstName, thread: [`${message}@plumgate.test`] },
      to: [app.get(ReplyAddresses).of(id) ?? quayside.facts.email],
      subject: `${isAway ? 'Automatic reply' : 'Re'}: ${title}`,
    });
  const before = (minutes: number, happens: () => Promise<void>): Happening => ({
    at: until.subtract({ minutes }),
    happens,
  });
  return [
    before(26 * 60, async () => {
      mailed = await answering(app, 'email', 4);
      await byEmail(
        mailed[0]!,
        'Thank you. My mother drives me and she does not walk well: is there anywhere to park near the blue door?',
      );
    }),
    before(25 * 60 + 20, async () => {
      const { id, firstName } = mailed[0]!;
      const { answers } = await conversations.get(marketer, id);
      const { to, subject } = answers.find(({ kind }) => kind === 'email')!;
      const body = `Hello ${firstName},\n\ntwo places behind the house are ours, and the ramp starts beside them. Ring the bell there and one of us comes to the door.`;
      await app.get(WrittenMessages).send(marketer, id, {
        ...{ id: crypto.randomUUID(), answers: to },
        message: { kind: 'email', ...emailFromText({ subject, body }) },
      });
    }),
    before(23 * 60, async () => {
      await byEmail(mailed[1]!, 'Is it all right to bring my own headphones?');
      await conversations.change(marketer, mailed[1]!.id, { isUnread: false });
    }),
    before(14 * 60, () =>
      byEmail(mailed[2]!, 'I am out at sea until Monday and read mail after that.', true),
    ),
    before(91, () =>
      byEmail(
        mailed[3]!,
        'Could we move it to Friday? The school has called and I have to fetch my son. Any time after two would do.',
      ),
    ),
    before(52, () => askInChat(app)),
    before(14, async () => {
      const [late] = await answering(app, 'text', 1);
      await receiving.text({
        ...{ id: crypto.randomUUID(), from: late!.phone, to: late!.number },
        body: 'The bridge is up, I will be ten minutes late. Is that all right?',
      });
    }),
  ];
}

/** A question in the chat box of Fernhill's page, whose answer somebody still owes. */
async function askInChat(app: NestFastifyApplication): Promise<void> {
  const client = await app.get(ClientService).bySlug(fernhill.slug);
  await app.get(Receiving).chat({
    ...{ clientId: client!.id, once: crypto.randomUUID(), source: 'Direct' },
    chat: { id: chatIdOf(crypto.randomUUID()), page: 'Seat saved', language: 'en' },
    ...{ name: 'Corin Vale', email: 'corin.vale@example.com' },
    body: 'My knee only hurts on the way down from the lighthouse, not on the flat. Is the evening for that too, and may I bring my brother?',
  });
}

/** The people who were sent something last, each by their newest message. */
async function answering(
  app: NestFastifyApplication,
  kind: 'email' | 'text',
  most: number,
): Promise<Answering[]> {
  const rows = await app
    .get(Database)
    .db.select({
      ...{ id: people.id, firstName: people.firstName, email: people.email },
      ...{ phone: people.phoneKey, message: outbox.id, title: outbox.title, number: outbox.from },
    })
    .from(outbox)
    .innerJoin(people, eq(people.id, outbox.personId))
    .innerJoin(clients, and(eq(clients.id, outbox.clientId), eq(clients.slug, quayside.slug)))
    .where(and(eq(outbox.kind, kind), isNotNull(outbox.sentAt), isNull(people.removedAt)))
    .orderBy(desc(outbox.order))
    .limit(200);
  const seen = new Set<string>();
  return rows
    .filter(({ id }) => seen.size !== seen.add(id).size)
    .slice(0, most)
    .map((row) => ({ ...row, phone: row.phone ?? '' }));
}
