import { Injectable } from '@nestjs/common';
import type { FormOverview, FormView } from '@plumgate/contract';
import type { ClientId, FormId, PageId } from '@plumgate/core/basics';
import { FormDefinition, partsOf, shortForm } from '@plumgate/core/forms';
import { and, asc, count, eq, inArray, isNull, max, sql } from 'drizzle-orm';
import type { z } from 'zod';
import { Database, type Queries } from '../../platform/database/database.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import { IdSource } from '../../platform/id-source.ts';
import { Causes, type Consequences } from '../../records/causes/consequences.ts';
import { forms } from '../../records/forms/table.ts';
import { funnels } from '../../records/funnels/table.ts';
import { submissions } from '../../records/intake/table.ts';
import { pageForms, pages } from '../../records/pages/table.ts';
import { formChanged } from './form-events.ts';

@Injectable()
export class FormService {
  constructor(
    private readonly database: Database,
    private readonly ids: IdSource,
    private readonly causes: Causes,
  ) {}

  async list(
    clientId: ClientId,
  ): Promise<{ id: FormId; definition: FormDefinition; folder: string }[]> {
    return this.database.db
      .select()
      .from(forms)
      .where(and(eq(forms.clientId, clientId), isNull(forms.removedAt)));
  }

  /** The usual short form, or the one given. */
  async create(
    db: Queries,
    clientId: ClientId,
    name: string,
    given?: FormDefinition,
  ): Promise<{ id: FormId; definition: FormDefinition }> {
    const part = () => this.ids.next<string>().slice(0, 13);
    const form = {
      id: this.ids.next<FormId>(),
      clientId,
      definition: given ?? shortForm(name, [part(), part(), part()]),
    };
    await db.insert(forms).values(form);
    return form;
  }

  /** A client's forms by name, with the pages that show them, how often each was sent and when last. */
  async overview(clientId: ClientId): Promise<FormOverview[]> {
    const { db } = this.database;
    const all = await this.list(clientId);
    const on = await db
      .select({
        form: pageForms.formId,
        page: { pageId: pages.id, name: pages.name, funnel: funnels.name },
      })
      .from(pageForms)
      .innerJoin(pages, and(eq(pages.id, pageForms.pageId), isNull(pages.removedAt)))
      .innerJoin(funnels, eq(funnels.id, pages.funnelId))
      .where(eq(pages.clientId, clientId))
      .orderBy(asc(funnels.name), asc(pages.position));
    const sent = await db
      .select({ form: submissions.formId, count: count(), lastAt: max(submissions.receivedAt) })
      .from(submissions)
      .where(eq(submissions.clientId, clientId))
      .groupBy(submissions.formId);
    const sentBy = new Map(sent.map((row) => [row.form, row]));
    return all
      .map(({ id, definition, folder }) => ({
        id,
        folder,
        name: definition.name,
        questions: definition.questions.length,
        parts: partsOf(definition).length,
        pages: on.filter(({ form }) => form === id).map(({ page }) => page),
        submissions: sentBy.get(id)?.count ?? 0,
        lastAt: sentBy.get(id)?.lastAt?.toString() ?? null,
      }))
      .sort((one, other) => one.name.localeCompare(other.name));
  }

  /** Puts a form into a folder, which is there as long as a form is in it; empty for none. */
  async moveTo(id: FormId, folder: string): Promise<void> {
    await this.database.db.update(forms).set({ folder }).where(eq(forms.id, id));
  }

  /** A second form with the same questions, each with an id of its own: both may stand on one page. */
  async copy(id: FormId, name: string): Promise<FormId> {
    const { db } = this.database;
    const [row] = await db.select().from(forms).where(eq(forms.id, id));
    if (!row) throw notFound();
    const questions = row.definition.questions.map((question) => ({
      ...question,
      id: this.ids.next<string>().slice(0, 13),
    }));
    const copied = { ...row.definition, name, questions };
    const made = await this.create(db, row.clientId, name, copied);
    if (row.folder) await this.moveTo(made.id, row.folder);
    return made.id;
  }

  /** The client's forms with these ids; another client's are not among them. */
  async some(
    db: Queries,
    clientId: ClientId,
    ids: FormId[],
  ): Promise<Record<FormId, FormDefinition>> {
    if (ids.length === 0) return {};
    const rows = await db
      .select()
      .from(forms)
      .where(and(eq(forms.clientId, clientId), inArray(forms.id, ids)));
    return Object.fromEntries(rows.map((row) => [row.id, row.definition]));
  }

  /** A form with its version and the pages that show it, for changing it by itself. */
  async get(id: FormId): Promise<FormView> {
    const [row] = await this.database.db.select().from(forms).where(eq(forms.id, id));
    if (!row) throw notFound();
    const on = await this.database.db
      .select({ pageId: pages.id, name: pages.name })
      .from(pageForms)
      .innerJoin(pages, and(eq(pages.id, pageForms.pageId), isNull(pages.removedAt)))
      .where(eq(pageForms.formId, id))
      .orderBy(asc(pages.name));
    return { id, version: row.version, definition: row.definition, pages: on };
  }

  /**
   * Saves a form that was changed from `version`, and gives its new one.
   *
   * @throws AppProblem `changed-elsewhere` when somebody saved a newer version meanwhile
   */
  async save(id: FormId, version: number, given: unknown): Promise<number> {
    const read = FormDefinition.safeParse(given);
    if (!read.success) throw formProblem(read.error.issues);
    return this.database.transaction(async (tx) => {
      const effects = this.causes.begin();
      const [row] = await tx
        .update(forms)
        .set({ definition: read.data, version: version + 1 })
        .where(and(eq(forms.id, id), eq(forms.version, version)))
        .returning({ version: forms.version });
      if (!row) throw new AppProblem('changed-elsewhere');
      effects.raise(formChanged, { id, with: null });
      await effects.write(tx);
      return row.version;
    });
  }

  /** Saves a form with the draft of a page that shows it, whose version has been checked. */
  async saveWithDraft(
    tx: Queries,
    effects: Consequences,
    page: { id: PageId; clientId: ClientId },
    id: FormId,
    definition: FormDefinition,
  ): Promise<void> {
    await tx
      .update(forms)
      .set({ definition, version: sql`${forms.version} + 1` })
      .where(and(eq(forms.id, id), eq(forms.clientId, page.clientId)));
    effects.raise(formChanged, { id, with: page.id });
  }
}

const formProblem = (issues: z.core.$ZodIssue[]): AppProblem =>
  new AppProblem('bad-request', {
    detail: issues[0]!.message,
    fields: issues.map(({ path, message }) => ({
      field: ['body.definition', ...path].join('.'),
      message,
    })),
  });
