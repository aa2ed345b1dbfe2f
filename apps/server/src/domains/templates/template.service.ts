import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { TemplateContent, TemplateKind, TemplateView } from '@plumgate/contract';
import type { TemplateId } from '@plumgate/core/basics';
import { formFormat } from '@plumgate/core/forms';
import { Draft, readPageDocument } from '@plumgate/core/page';
import { asc, desc, isNull } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { AppProblem } from '../../platform/http/app-problem.ts';
import { IdSource } from '../../platform/id-source.ts';
import { Bin } from '../../records/bin/bin.ts';
import { removableRow } from '../../records/bin/removable-row.ts';
import { templates } from '../../records/templates/table.ts';

@Injectable()
export class TemplateService implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly bin: Bin,
  ) {}

  onModuleInit(): void {
    this.bin.register('template', removableRow(templates, templates.name));
  }

  async list(): Promise<TemplateView[]> {
    const rows = await this.database.db
      .select()
      .from(templates)
      .where(isNull(templates.removedAt))
      .orderBy(desc(templates.keptAt), asc(templates.id));
    return rows.map(({ id, kind, name, content }) => ({
      id,
      kind,
      name,
      content: upToDate(content),
    }));
  }

  async keep(
    kind: TemplateKind,
    name: string,
    content: TemplateContent,
    db: Queries = this.database.db,
  ): Promise<TemplateId> {
    for (const { draft } of content.pages) {
      const read = Draft.safeParse(draft);
      if (!read.success)
        throw new AppProblem('bad-request', { detail: read.error.issues[0]!.message });
    }
    const id = this.ids.next<TemplateId>();
    const keptAt = this.clock.now();
    await db.insert(templates).values({ id, kind, name, content, keptAt });
    return id;
  }
}

/** A template kept by an earlier version of the program, as this one reads it. */
const upToDate = ({ pages }: TemplateContent): TemplateContent => ({
  pages: pages.map(({ name, draft }) => {
    const read = readPageDocument(draft.page);
    if (!read.ok) throw new Error(read.problem);
    const forms = Object.entries(draft.forms).map(([id, form]) => [id, formFormat.read(form)]);
    return {
      name,
      draft: { page: read.value, forms: Object.fromEntries(forms) as Record<string, unknown> },
    };
  }),
});
