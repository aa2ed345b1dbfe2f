import { Injectable } from '@nestjs/common';
import type { ClientId, FieldId, FormId, Instant } from '@plumgate/core/basics';
import type { FormDefinition, Question } from '@plumgate/core/forms';
import {
  fieldFor,
  fieldFrom,
  fieldTypesFor,
  type FilledField,
  type OwnField,
} from '@plumgate/core/people';
import { asc, eq } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database.ts';
import { IdSource } from '../../platform/id-source.ts';
import { forms } from '../forms/table.ts';
import { formFields, ownFields } from './fields.table.ts';

export type FieldRow = typeof ownFields.$inferSelect;

/** A form whose questions fill fields of a client's people, at a moment. */
interface FillingForm {
  clientId: ClientId;
  formId: FormId;
  form: FormDefinition;
  at: Instant;
}

/** Keeps the client's own fields of people, and which question of which form fills which. */
@Injectable()
export class FieldStore {
  constructor(private readonly ids: IdSource) {}

  /** A client's fields by name. */
  ofClient(db: Queries, clientId: ClientId): Promise<FieldRow[]> {
    return db
      .select()
      .from(ownFields)
      .where(eq(ownFields.clientId, clientId))
      .orderBy(asc(ownFields.name));
  }

  /** Adds a field; null where the client has one of its name or key. */
  async add(
    tx: Queries,
    clientId: ClientId,
    field: OwnField,
    addedAt: Instant,
  ): Promise<FieldRow | null> {
    const [row] = await tx
      .insert(ownFields)
      .values({ id: this.ids.next<FieldId>(), clientId, ...field, addedAt })
      .onConflictDoNothing()
      .returning();
    return row ?? null;
  }

  /**
   * The fields that a form's questions fill, by the name that the form has for each. `known` are those that are settled
   * already: a question without one fills the field of its name or, where there is none, a new one.
   */
  async settled(
    tx: Queries,
    filling: FillingForm,
    known: ReadonlyMap<string, FilledField>,
  ): Promise<ReadonlyMap<string, FilledField>> {
    const unknown = filling.form.questions.filter(
      (question) => question.field !== null && !isFilled(question, known.get(question.field)),
    );
    if (unknown.length === 0 || !(await this.isKept(tx, filling.formId))) return known;
    const all = new Map(known);
    for (const question of unknown)
      all.set(question.field!, await this.settle(tx, filling, question));
    return all;
  }

  /** Settles the fields of a form that is published. */
  async settleForm(tx: Queries, filling: FillingForm): Promise<void> {
    const rows = await tx
      .select({ named: formFields.named, key: ownFields.key, type: ownFields.type })
      .from(formFields)
      .innerJoin(ownFields, eq(ownFields.id, formFields.fieldId))
      .where(eq(formFields.formId, filling.formId));
    await this.settled(tx, filling, new Map(rows.map((row) => [row.named, row])));
  }

  /** A form that was deleted for good is still filled in by what was held back then. */
  private async isKept(tx: Queries, id: FormId): Promise<boolean> {
    return (await tx.select({ id: forms.id }).from(forms).where(eq(forms.id, id))).length > 0;
  }

  private async settle(
    tx: Queries,
    { clientId, formId, at }: FillingForm,
    question: Question,
  ): Promise<FilledField> {
    let field: FieldRow | null = null;
    // Whoever else adds a field of that name meanwhile is seen the next time round.
    while (!field) {
      const fields = await this.ofClient(tx, clientId);
      field =
        fieldFor(question, fields) ??
        (await this.add(tx, clientId, fieldFrom(question, fields), at));
    }
    await tx
      .insert(formFields)
      .values({ formId, clientId, named: question.field!, fieldId: field.id })
      .onConflictDoUpdate({
        target: [formFields.formId, formFields.named],
        set: { fieldId: field.id },
      });
    return field;
  }
}

/** A question that asks for something else since fills another field. */
const isFilled = (question: Question, field: FilledField | undefined): boolean =>
  field !== undefined && fieldTypesFor(question).includes(field.type);
