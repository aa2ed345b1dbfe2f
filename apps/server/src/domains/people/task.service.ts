import { Injectable } from '@nestjs/common';
import type { TaskView } from '@plumgate/contract';
import type { ClientId, Instant, PersonId, TaskId } from '@plumgate/core/basics';
import { nextDue, type TaskContent } from '@plumgate/core/people';
import { and, asc, desc, eq, isNotNull, isNull, lt, type SQL } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { Clock } from '../../platform/clock.ts';
import { Database } from '../../platform/database/database.ts';
import { notFound } from '../../platform/http/app-problem.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { IdSource } from '../../platform/id-source.ts';
import { users } from '../../records/accounts/table.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { clients } from '../../records/clients/table.ts';
import { checkReferences } from '../../records/references/check-references.ts';
import { shownName } from '../../records/people/person-summary.ts';
import { people } from '../../records/people/table.ts';
import { tasks } from '../../records/people/tasks.table.ts';

const mostShown = 200;
const doneShown = 20;

/** Tasks about people: what, for which user, and when it is due. */
@Injectable()
export class TaskService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly causes: Causes,
  ) {}

  /** A person's tasks: what is open by when it is due, then what was done last. */
  async ofPerson(id: PersonId): Promise<TaskView[]> {
    const mine = eq(tasks.personId, id);
    const open = await this.load(and(mine, isNull(tasks.doneAt)));
    const done = await this.load(and(mine, isNotNull(tasks.doneAt)), doneShown, desc(tasks.doneAt));
    return [...open, ...done];
  }

  /** What a client's day asks for: everything that is due before a moment. */
  dueBefore(clientId: ClientId, before: Instant): Promise<TaskView[]> {
    const open = and(isNull(tasks.doneAt), isNull(people.removedAt), lt(tasks.dueAt, before));
    return this.load(and(eq(tasks.clientId, clientId), open));
  }

  async add(who: CurrentUser, personId: PersonId, content: TaskContent): Promise<TaskId> {
    const id = this.ids.next<TaskId>();
    await this.database.transaction(async (tx) => {
      const [person] = await tx
        .select({ clientId: people.clientId })
        .from(people)
        .where(and(eq(people.id, personId), isNull(people.removedAt)));
      if (!person) throw notFound();
      const row = { id, personId, clientId: person.clientId, madeBy: who.name, ...rowOf(content) };
      await checkAssignee(tx, person.clientId, content);
      await tx.insert(tasks).values(row);
    });
    return id;
  }

  async change(id: TaskId, content: TaskContent): Promise<void> {
    await this.database.transaction(async (tx) => {
      const [task] = await tx
        .update(tasks)
        .set(rowOf(content))
        .where(and(eq(tasks.id, id), isNull(tasks.doneAt)))
        .returning({ clientId: tasks.clientId });
      if (!task) throw notFound();
      await checkAssignee(tx, task.clientId, content);
    });
  }

  /** Marks a task as done, or as open again; one that comes back is due anew. */
  async mark(who: CurrentUser, id: TaskId, isDone: boolean): Promise<void> {
    const at = this.clock.now();
    await this.database.transaction(async (tx) => {
      const state = isDone ? isNull(tasks.doneAt) : isNotNull(tasks.doneAt);
      const [task] = await tx
        .update(tasks)
        .set(isDone ? { doneAt: at, doneBy: who.name } : { doneAt: null, doneBy: null })
        .where(and(eq(tasks.id, id), state))
        .returning();
      // Pressed twice, it is as it is wanted.
      if (!task || !isDone) return;
      const { personId, clientId, repeats } = task;
      const effects = this.causes.begin();
      effects.note({ id: personId, clientId }, at, {
        ...{ kind: 'task-done', text: task.text, by: who.name },
      });
      await effects.write(tx);
      if (!repeats) return;
      const [client] = await tx
        .select({ facts: clients.facts })
        .from(clients)
        .where(eq(clients.id, clientId));
      await tx.insert(tasks).values({
        ...{ ...task, id: this.ids.next<TaskId>(), doneAt: null, doneBy: null },
        dueAt: nextDue(task.dueAt, repeats, at, client!.facts.zone),
      });
    });
  }

  async remove(id: TaskId): Promise<void> {
    await this.database.db.delete(tasks).where(eq(tasks.id, id));
  }

  private async load(which: SQL | undefined, most = mostShown, order = asc(tasks.dueAt)) {
    const rows = await this.database.db
      .select({ task: tasks, assignee: users.name, person: people })
      .from(tasks)
      .innerJoin(people, eq(people.id, tasks.personId))
      .leftJoin(users, eq(users.id, tasks.assigneeId))
      .where(which)
      .orderBy(order, asc(tasks.id))
      .limit(most);
    const now = this.clock.now();
    return rows.map(({ task, assignee, person }): TaskView => ({
      ...{ id: task.id, text: task.text, repeats: task.repeats, madeBy: task.madeBy },
      ...{ personId: task.personId, personName: shownName(person), doneBy: task.doneBy },
      dueAt: task.dueAt.toString(),
      assignee: task.assigneeId,
      assigneeName: assignee,
      doneAt: task.doneAt?.toString() ?? null,
      isOverdue: task.doneAt === null && Temporal.Instant.compare(task.dueAt, now) < 0,
    }));
  }
}

const rowOf = ({ text, dueAt, assignee, repeats }: TaskContent) => ({
  ...{ text, repeats, assigneeId: assignee, dueAt: Temporal.Instant.from(dueAt) },
});

const checkAssignee = (
  tx: Parameters<typeof checkReferences>[0],
  clientId: ClientId,
  { assignee }: TaskContent,
) =>
  checkReferences(
    tx,
    clientId,
    assignee ? [{ kind: 'user', id: assignee, at: 'assignee' }] : [],
    'body',
  );
