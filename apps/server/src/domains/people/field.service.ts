import { Injectable } from '@nestjs/common';
import type { FieldView, PersonField } from '@plumgate/contract';
import type { ClientId, FieldId, PersonId } from '@plumgate/core/basics';
import {
  fieldKey,
  isChoice,
  readFieldValue,
  typedValue,
  valueWords,
  type FieldContent,
  type FieldValues,
} from '@plumgate/core/people';
import { and, desc, eq, isNull, ne, sql } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { clients } from '../../records/clients/table.ts';
import { forms } from '../../records/forms/table.ts';
import { FieldStore, type FieldRow } from '../../records/people/field-store.ts';
import { fieldHistory, formFields, ownFields } from '../../records/people/fields.table.ts';
import { PersonStore } from '../../records/people/person-store.ts';
import { people } from '../../records/people/table.ts';

const mostFields = 200;
const mostHistory = 500;

/** The client's own fields of its people: what there is, and what is known of one person. */
@Injectable()
export class FieldService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly store: FieldStore,
    private readonly people: PersonStore,
  ) {}

  /** Every field of a client by name, with the forms that fill it and how many people have a value. */
  async list(clientId: ClientId): Promise<FieldView[]> {
    const { db } = this.database;
    const fields = await this.store.ofClient(db, clientId);
    const filling = await this.formsFilling(db, clientId);
    const known = await db
      .select({ key: sql<string>`k`, count: sql<number>`count(*)`.mapWith(Number) })
      .from(sql`${people}, jsonb_object_keys(${people.fields}) as k`)
      .where(and(eq(people.clientId, clientId), isNull(people.removedAt)))
      .groupBy(sql`k`);
    const counts = new Map(known.map(({ key, count }) => [key, count]));
    return fields.map((field) => ({
      ...contentOf(field),
      id: field.id,
      key: field.key,
      forms: filling.filter(({ fieldId }) => fieldId === field.id).map(({ form }) => form),
      people: counts.get(field.key) ?? 0,
    }));
  }

  async add(clientId: ClientId, content: FieldContent): Promise<FieldRow> {
    const fields = await this.store.ofClient(this.database.db, clientId);
    if (fields.length >= mostFields)
      throw wrong('body.name', `A client can have ${mostFields} fields. Delete one first.`);
    const key = fieldKey(content.name, new Set(fields.map((field) => field.key)));
    const options = isChoice(content.type) ? content.options : [];
    const at = this.clock.now();
    const row = await this.store.add(this.database.db, clientId, { ...content, options, key }, at);
    if (!row) throw nameTaken(content.name);
    return row;
  }

  async change(id: FieldId, { name, options }: Pick<FieldContent, 'name' | 'options'>) {
    await this.database.transaction(async (tx) => {
      const [field] = await tx.select().from(ownFields).where(eq(ownFields.id, id)).for('update');
      if (!field) throw notFound();
      if (isChoice(field.type) && options.length === 0)
        throw wrong('body.options', 'A choice needs at least one answer to choose.');
      const [other] = await tx
        .select({ id: ownFields.id })
        .from(ownFields)
        .where(
          and(
            eq(ownFields.clientId, field.clientId),
            sql`lower(${ownFields.name}) = lower(${name})`,
            ne(ownFields.id, id),
          ),
        );
      if (other) throw nameTaken(name);
      await tx
        .update(ownFields)
        .set({ name, options: isChoice(field.type) ? options : [] })
        .where(eq(ownFields.id, id));
    });
  }

  /**
   * Deletes a field with its values.
   *
   * @throws AppProblem `bad-request` with the names of the forms while any fills it
   */
  async remove(id: FieldId): Promise<void> {
    await this.database.transaction(async (tx) => {
      const [field] = await tx.select().from(ownFields).where(eq(ownFields.id, id)).for('update');
      if (!field) throw notFound();
      const filling = await this.formsFilling(tx, field.clientId);
      const names = filling.filter(({ fieldId }) => fieldId === id).map(({ form }) => form.name);
      if (names.length > 0)
        throw new AppProblem('bad-request', {
          detail: `“${field.name}” is filled by ${names.join(', ')}. Let its question fill another field first.`,
        });
      await tx.delete(ownFields).where(eq(ownFields.id, id));
      await tx
        .delete(fieldHistory)
        .where(and(eq(fieldHistory.clientId, field.clientId), eq(fieldHistory.key, field.key)));
      await tx
        .update(people)
        .set({ fields: sql`${people.fields} - ${field.key}::text` })
        .where(and(eq(people.clientId, field.clientId), sql`${people.fields} ? ${field.key}`));
    });
  }

  /** The fields of a person with what each was before. */
  async ofPerson(person: {
    id: PersonId;
    clientId: ClientId;
    fields: FieldValues;
  }): Promise<PersonField[]> {
    const { db } = this.database;
    const fields = await this.store.ofClient(db, person.clientId);
    if (fields.length === 0) return [];
    const locale = await this.localeOf(person.clientId);
    const history = await db
      .select()
      .from(fieldHistory)
      .where(eq(fieldHistory.personId, person.id))
      .orderBy(desc(fieldHistory.id))
      .limit(mostHistory);
    return fields.map((field) => {
      const value = person.fields[field.key];
      return {
        ...contentOf(field),
        key: field.key,
        words: value === undefined ? '' : valueWords(value, locale),
        typed: value === undefined ? '' : typedValue(value),
        history: history
          .filter(({ key }) => key === field.key)
          .map(({ value, at, by, submissionId }) => ({
            words: value === null ? '' : valueWords(value, locale),
            at: at.toString(),
            by,
            isAnswer: submissionId !== null,
          })),
      };
    });
  }

  /**
   * Fills in a field of a person as somebody types it.
   *
   * @throws AppProblem `bad-request` with a sentence where it does not fit the field
   */
  async set(who: CurrentUser, id: PersonId, key: string, typed: string): Promise<void> {
    await this.database.transaction(async (tx) => {
      const [found] = await tx
        .select({ person: people, facts: clients.facts, field: ownFields })
        .from(people)
        .innerJoin(clients, eq(clients.id, people.clientId))
        .innerJoin(ownFields, and(eq(ownFields.clientId, people.clientId), eq(ownFields.key, key)))
        .where(and(eq(people.id, id), isNull(people.removedAt)))
        .for('update', { of: people });
      if (!found) throw notFound();
      const { person, field, facts } = found;
      const read = readFieldValue(field, typed, facts.currency);
      if (!read.ok) throw wrong('body.typed', read.problem);
      const { value } = read;
      const fields = { ...person.fields };
      delete fields[key];
      await tx
        .update(people)
        .set({ fields: value === null ? fields : { ...fields, [key]: value } })
        .where(eq(people.id, id));
      const from = { by: who.name, submission: null, at: this.clock.now() };
      for (const write of this.people.noteFields(tx, person, { [key]: value }, from))
        await tx.execute(write.getSQL());
    });
  }

  /** Which forms ask what fills which fields, as they are now: a question that was removed fills nothing any more. */
  private async formsFilling(db: Queries, clientId: ClientId) {
    const rows = await db
      .select({
        id: forms.id,
        definition: forms.definition,
        named: formFields.named,
        fieldId: formFields.fieldId,
      })
      .from(formFields)
      .innerJoin(forms, and(eq(forms.id, formFields.formId), isNull(forms.removedAt)))
      .where(eq(formFields.clientId, clientId));
    return rows
      .filter(({ definition, named }) => definition.questions.some(({ field }) => field === named))
      .map(({ id, definition, named, fieldId }) => ({
        fieldId,
        form: { id, name: definition.name, named },
      }));
  }

  private async localeOf(clientId: ClientId): Promise<string> {
    const [client] = await this.database.db
      .select({ facts: clients.facts })
      .from(clients)
      .where(eq(clients.id, clientId));
    return client!.facts.locale;
  }
}

const contentOf = ({ name, type, options }: FieldRow): FieldContent => ({ name, type, options });

const wrong = (field: string, message: string): AppProblem =>
  new AppProblem('bad-request', { detail: message, fields: [{ field, message }] });

const nameTaken = (name: string): AppProblem =>
  wrong('body.name', `There is a field “${name}” already.`);
