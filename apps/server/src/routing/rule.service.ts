import { Injectable } from '@nestjs/common';
import type { ClientId, RuleId } from '@plumgate/core/basics';
import type { Rule, RuleContent } from '@plumgate/core/routing';
import { and, asc, count, eq } from 'drizzle-orm';
import { Database, type Queries } from '../platform/database/database.ts';
import { IdSource } from '../platform/id-source.ts';
import { routingRules } from './table.ts';

@Injectable()
export class RuleService {
  constructor(
    private readonly database: Database,
    private readonly ids: IdSource,
  ) {}

  /** The rules that are on, in their order. */
  async active(db: Queries, clientId: ClientId): Promise<Rule[]> {
    const rows = await db
      .select()
      .from(routingRules)
      .where(and(eq(routingRules.clientId, clientId), eq(routingRules.on, true)))
      .orderBy(asc(routingRules.position));
    return rows.map((row) => ({ id: row.id, ...row.content }));
  }

  async add(clientId: ClientId, content: RuleContent): Promise<RuleId> {
    const [before] = await this.database.db
      .select({ count: count() })
      .from(routingRules)
      .where(eq(routingRules.clientId, clientId));
    const id = this.ids.next<RuleId>();
    await this.database.db
      .insert(routingRules)
      .values({ id, clientId, position: before?.count ?? 0, on: true, content });
    return id;
  }
}
