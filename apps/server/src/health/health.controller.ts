import { Controller } from '@nestjs/common';
import { api, type Answer } from '@plumgate/contract';
import { sql } from 'drizzle-orm';
import { Database } from '../platform/database/database.ts';
import { AppProblem } from '../platform/http/app-problem.ts';
import { Bind } from '../platform/http/bind.ts';

@Controller()
export class HealthController {
  constructor(private readonly database: Database) {}

  @Bind(api.health)
  async health(): Promise<Answer<typeof api.health>> {
    try {
      await this.database.db.execute(sql`select 1`);
    } catch {
      throw new AppProblem('not-ready');
    }
    return { status: 'ok' };
  }
}
