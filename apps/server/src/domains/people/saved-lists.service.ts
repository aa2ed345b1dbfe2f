import { Injectable, type OnModuleInit } from '@nestjs/common';
import type {
  Answered,
  api,
  PeopleListContent,
  PeopleListView,
  PeopleView,
} from '@plumgate/contract';
import type { BinId, ClientId, ListId } from '@plumgate/core/basics';
import { and, eq, isNull, or, sql, type SQL } from 'drizzle-orm';
import { Database } from '../../platform/database/database.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { IdSource } from '../../platform/id-source.ts';
import { Bin } from '../../records/bin/bin.ts';
import { removableRow } from '../../records/bin/removable-row.ts';
import { peopleLists, peopleViews } from '../../records/people/lists.table.ts';
import { PeopleList } from './people-list.service.ts';

export const usualView: PeopleView = {
  columns: ['contact', 'tags', 'source', 'assignee', 'added'],
  sort: { by: 'added', reversed: false },
};

/** Lists of people that are kept under a name, for everybody of a client or for one user, and how each user sees people. */
@Injectable()
export class SavedLists implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly ids: IdSource,
    private readonly bin: Bin,
    private readonly lists: PeopleList,
  ) {}

  onModuleInit(): void {
    this.bin.register('list', removableRow(peopleLists, peopleLists.name));
  }

  /** The lists that a user has, by name, with how many people are in each now; and their own view. */
  async of(clientId: ClientId, who: CurrentUser): Promise<Answered<typeof api.listPeopleLists>> {
    const { db } = this.database;
    const rows = await db
      .select()
      .from(peopleLists)
      .where(and(eq(peopleLists.clientId, clientId), isTheirs(who)))
      .orderBy(sql`lower(${peopleLists.name})`);
    const lists: PeopleListView[] = [];
    for (const { id, name, conditions, columns, sort, isPinned, userId, version } of rows)
      lists.push({
        ...{ id, name, conditions, columns, sort, isPinned, version },
        isShared: userId === null,
        ...(await this.lists.count(clientId, conditions)),
      });
    const [view] = await db
      .select({ columns: peopleViews.columns, sort: peopleViews.sort })
      .from(peopleViews)
      .where(and(eq(peopleViews.clientId, clientId), eq(peopleViews.userId, who.id)));
    return { lists, view: view ?? usualView };
  }

  async add(clientId: ClientId, who: CurrentUser, content: PeopleListContent): Promise<ListId> {
    const id = this.ids.next<ListId>();
    await this.database.db.insert(peopleLists).values({ id, clientId, ...rowOf(content, who) });
    return id;
  }

  /** Changes a list when nobody else did since `version`. */
  async save(
    id: ListId,
    who: CurrentUser,
    version: number,
    content: PeopleListContent,
  ): Promise<void> {
    const { db } = this.database;
    const mine = and(eq(peopleLists.id, id), isTheirs(who));
    const [saved] = await db
      .update(peopleLists)
      .set({ ...rowOf(content, who), version: version + 1 })
      .where(and(mine, eq(peopleLists.version, version)))
      .returning({ id: peopleLists.id });
    if (saved) return;
    const [other] = await db.select({ id: peopleLists.id }).from(peopleLists).where(mine);
    throw other ? new AppProblem('changed-elsewhere') : notFound();
  }

  async remove(id: ListId, who: CurrentUser): Promise<BinId> {
    const [found] = await this.database.db
      .select({ id: peopleLists.id })
      .from(peopleLists)
      .where(and(eq(peopleLists.id, id), isTheirs(who)));
    if (!found) throw notFound();
    return this.bin.remove('list', id, who);
  }

  /** Keeps how a user sees a client's people where no list says it. */
  async setView(clientId: ClientId, { id: userId }: CurrentUser, view: PeopleView): Promise<void> {
    await this.database.db
      .insert(peopleViews)
      .values({ clientId, userId, ...view })
      .onConflictDoUpdate({ target: [peopleViews.clientId, peopleViews.userId], set: view });
  }
}

/** Lists that a user may see and change: those of everybody, and their own. */
const isTheirs = ({ id }: CurrentUser): SQL | undefined =>
  and(isNull(peopleLists.removedAt), or(isNull(peopleLists.userId), eq(peopleLists.userId, id)));

const rowOf = ({ isShared, ...content }: PeopleListContent, { id }: CurrentUser) => ({
  ...content,
  userId: isShared ? null : id,
});
