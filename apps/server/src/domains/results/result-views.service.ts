import { Injectable } from '@nestjs/common';
import type { ResultView } from '@plumgate/contract';
import type { ClientId, ResultViewId } from '@plumgate/core/basics';
import { asc, eq } from 'drizzle-orm';
import { Database } from '../../platform/database/database.ts';
import { AppProblem } from '../../platform/http/app-problem.ts';
import { IdSource } from '../../platform/id-source.ts';
import { resultViews } from '../../records/results/views.table.ts';

const mostViews = 30;

/** Ways to look at a client's results that the team keeps by a name. */
@Injectable()
export class ResultViewsService {
  constructor(
    private readonly database: Database,
    private readonly ids: IdSource,
  ) {}

  async of(clientId: ClientId): Promise<ResultView[]> {
    const rows = await this.database.db
      .select()
      .from(resultViews)
      .where(eq(resultViews.clientId, clientId))
      .orderBy(asc(resultViews.name), asc(resultViews.id));
    return rows.map(({ id, name, fields }) => ({ viewId: id, name, fields }));
  }

  async keep(clientId: ClientId, view: Omit<ResultView, 'viewId'>): Promise<ResultViewId> {
    const { db } = this.database;
    if ((await db.$count(resultViews, eq(resultViews.clientId, clientId))) >= mostViews)
      throw new AppProblem('bad-request', { detail: `A client has ${mostViews} views at most.` });
    const id = this.ids.next<ResultViewId>();
    await db.insert(resultViews).values({ id, clientId, ...view });
    return id;
  }

  async remove(id: ResultViewId): Promise<void> {
    await this.database.db.delete(resultViews).where(eq(resultViews.id, id));
  }
}
