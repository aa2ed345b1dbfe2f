import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { FormId } from '@plumgate/core/basics';
import { eq, sql } from 'drizzle-orm';
import { AppProblem } from '../../platform/http/app-problem.ts';
import { Bin } from '../../records/bin/bin.ts';
import { removableRow } from '../../records/bin/removable-row.ts';
import { forms } from '../../records/forms/table.ts';
import { pageForms, pages } from '../../records/pages/table.ts';
import { usesOf } from '../../records/references/uses-of.ts';

/** How forms are deleted: none that a page shows, since the page would have a hole. */
@Injectable()
export class FormRemoval implements OnModuleInit {
  constructor(private readonly bin: Bin) {}

  onModuleInit(): void {
    const row = removableRow(forms, sql<string>`${forms.definition}->>'name'`);
    this.bin.register('form', {
      ...row,
      remove: async (tx, id, at) => {
        const on = await tx
          .select({ name: pages.name, removedAt: pages.removedAt })
          .from(pageForms)
          .innerJoin(pages, eq(pages.id, pageForms.pageId))
          .where(eq(pageForms.formId, id as FormId));
        if (on.length > 0) {
          const names = on.map((page) =>
            page.removedAt ? `${page.name} (in the bin)` : page.name,
          );
          throw new AppProblem('bad-request', {
            detail: `The form is on ${names.join(', ')}. Remove it from there first.`,
          });
        }
        return row.remove(tx, id, at);
      },
    });
    this.bin.addLosses('form', (db, id, clientId) => usesOf(db, clientId, [id]));
  }
}
