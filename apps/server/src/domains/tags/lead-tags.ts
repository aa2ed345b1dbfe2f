import { Injectable } from '@nestjs/common';
import type { ClientId, SubmissionId } from '@plumgate/core/basics';
import { and, eq } from 'drizzle-orm';
import { Database } from '../../platform/database/database.ts';
import { submissions } from '../../records/intake/table.ts';

/** The tags that count a lead run once for each. */
@Injectable()
export class LeadTags {
  constructor(private readonly database: Database) {}

  /** Whether they are to run for a submission now: true for the first to ask, whatever is opened again and wherever. */
  async take(clientId: ClientId, id: SubmissionId): Promise<boolean> {
    const taken = await this.database.db
      .update(submissions)
      .set({ ranLeadTags: true })
      .where(
        and(
          eq(submissions.id, id),
          eq(submissions.clientId, clientId),
          eq(submissions.ranLeadTags, false),
        ),
      )
      .returning({ id: submissions.id });
    return taken.length > 0;
  }
}
