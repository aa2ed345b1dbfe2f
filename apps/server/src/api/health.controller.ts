import { Controller } from '@nestjs/common';
import { api, type Answer } from '@plumgate/contract';
import { Database } from '../platform/database/database.ts';
import { AppProblem } from '../platform/http/app-problem.ts';
import { Bind } from '../platform/http/bind.ts';

@Controller()
export class HealthController {
  constructor(private readonly database: Database) {}

  @Bind(api.health)
  async health(): Promise<Answer<typeof api.health>> {
    const trouble = await this.database.trouble();
    if (trouble) throw new AppProblem('not-ready', { detail: trouble });
    return { status: 'ok' };
  }
}
