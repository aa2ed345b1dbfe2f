import type { NestFastifyApplication } from '@nestjs/platform-fastify';
import type { Cents, ClientId, Instant, StageId, TaskId, UserId } from '@plumgate/core/basics';
import { and, asc, eq } from 'drizzle-orm';
import { SavedLists } from '../domains/people/saved-lists.service.ts';
import { StageService } from '../domains/people/stage.service.ts';
import { Database, type Queries } from '../platform/database/database.ts';
import { clients } from '../records/clients/table.ts';
import { people, timeline } from '../records/people/table.ts';
import { tasks } from '../records/people/tasks.table.ts';
import { Chance } from './chance.ts';

/** What a won customer of a trade brings, in whole dollars: from, to. Common practice, no source. */
const worth: Record<string, [number, number]> = {
  Dentist: [180, 2400],
  Physiotherapist: [90, 620],
  Realtor: [6200, 14_500],
  'Paving contractor': [2800, 18_400],
};
const reasons = ['Price', 'Went elsewhere', 'Not now', 'Could not be reached'];

/** Puts the people of every client where sixty days of work would have brought them, with what they are worth. */
export async function sortIntoStages(
  app: NestFastifyApplication,
  until: Instant,
  by: { id: UserId; name: string },
): Promise<void> {
  const { db } = app.get(Database);
  const chance = new Chance(41);
  for (const client of await db.select().from(clients)) {
    const stages = await app.get(StageService).rows(db, client.id);
    const named = (name: string) => stages.find((stage) => stage.name === name)!;
    const [least, most] = worth[client.facts.trade] ?? [200, 2000];
    const rows = await db
      .select()
      .from(people)
      .where(eq(people.clientId, client.id))
      .orderBy(asc(people.addedAt), asc(people.id));
    for (const person of rows) {
      const age = person.addedAt.until(until).total('days');
      const draw = chance.next();
      const name = stageAt(age, draw, person.touchedAt !== null);
      if (name === 'New') continue;
      const stage = named(name);
      const since = until.subtract({ hours: Math.round(age * 24 * (0.2 + 0.6 * chance.next())) });
      const reason = name === 'Lost' ? chance.pick(reasons) : '';
      const isCounted = name === 'Quoted' || name === 'Won';
      const amount = Math.round((least + (most - least) * chance.next() ** 2) / 10) * 1000;
      await db
        .update(people)
        .set({
          ...{ stageId: stage.id as StageId, stageAt: since, lostReason: reason },
          ...(isCounted && { value: amount as Cents }),
          assigneeId: person.assigneeId ?? by.id,
        })
        .where(eq(people.id, person.id));
      await db.insert(timeline).values({
        ...{ personId: person.id, clientId: client.id, at: since },
        fact: { kind: 'stage', to: stage.name, reason, by: by.name },
      });
    }
    await addTasks(db, { clientId: client.id, stage: named('Quoted').id, until, by });
    await addLists(app, client.id, by, named('Quoted').id);
  }
}

/** The longer ago somebody wrote, the likelier it is settled. */
function stageAt(days: number, draw: number, isTouched: boolean): string {
  if (days < 2) return isTouched ? 'Contacted' : 'New';
  if (days < 10) return draw < 0.25 ? 'New' : draw < 0.8 ? 'Contacted' : 'Quoted';
  if (draw < 0.3) return 'Won';
  if (draw < 0.55) return 'Lost';
  return draw < 0.75 ? 'Quoted' : 'Contacted';
}

/** Four quotes are followed up: one is overdue, one is for today, one is to come, and one comes back every week. */
async function addTasks(
  db: Queries,
  {
    clientId,
    stage,
    until,
    by,
  }: { clientId: ClientId; stage: StageId; until: Instant; by: { id: UserId; name: string } },
): Promise<void> {
  const quoted = await db
    .select({ id: people.id })
    .from(people)
    .where(and(eq(people.clientId, clientId), eq(people.stageId, stage)))
    .orderBy(asc(people.addedAt), asc(people.id))
    .limit(4);
  const planned = [
    ['Ask whether the quote came through', -20, null],
    ['Call about the quote', 3, null],
    ['Send the photographs they asked for', 50, null],
    ['Ask how things stand', 5, 'weekly'],
  ] as const;
  for (const [index, { id: personId }] of quoted.entries()) {
    const [text, hours, repeats] = planned[index]!;
    await db.insert(tasks).values({
      ...{ id: crypto.randomUUID() as TaskId, clientId, personId, text, repeats },
      ...{ dueAt: until.add({ hours }), assigneeId: by.id, madeBy: by.name },
    });
  }
}

async function addLists(
  app: NestFastifyApplication,
  clientId: ClientId,
  by: { id: UserId; name: string },
  quoted: StageId,
): Promise<void> {
  const lists = app.get(SavedLists);
  const shared = { isShared: true, isPinned: true };
  const sort = { by: 'added' as const, reversed: false };
  const who = { ...by, email: '', role: 'marketer' as const, clientIds: null };
  await lists.add(clientId, who, {
    ...{ ...shared, sort, name: 'Not booked, last 30 days' },
    columns: ['contact', 'tags', 'source', 'stage', 'waiting', 'added'],
    conditions: {
      match: 'all',
      terms: [
        { about: 'booking', is: 'booked', calendar: null, not: true },
        { about: 'added', test: { op: 'in-last', amount: 30, unit: 'days' } },
      ],
    },
  });
  await lists.add(clientId, who, {
    ...{ ...shared, sort, name: 'Open quotes' },
    columns: ['contact', 'value', 'assignee', 'source', 'added'],
    conditions: { match: 'all', terms: [{ about: 'stage', is: quoted }] },
  });
}
