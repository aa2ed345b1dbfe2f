import { Injectable } from '@nestjs/common';
import type { ClientId, FormId } from '@plumgate/core/basics';
import { shortForm, type FormDefinition } from '@plumgate/core/forms';
import { and, eq, inArray } from 'drizzle-orm';
import { Database, type Queries } from '../../platform/database/database.ts';
import { IdSource } from '../../platform/id-source.ts';
import { forms } from '../../records/forms/table.ts';

@Injectable()
export class FormService {
  constructor(
    private readonly database: Database,
    private readonly ids: IdSource,
  ) {}

  async list(clientId: ClientId): Promise<{ id: FormId; definition: FormDefinition }[]> {
    return this.database.db.select().from(forms).where(eq(forms.clientId, clientId));
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

  async keep(
    tx: Queries,
    clientId: ClientId,
    id: FormId,
    definition: FormDefinition,
  ): Promise<void> {
    await tx
      .update(forms)
      .set({ definition })
      .where(and(eq(forms.id, id), eq(forms.clientId, clientId)));
  }
}
