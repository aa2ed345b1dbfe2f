import type { Instant, SubmissionId } from '@plumgate/core/basics';
import { readFieldValue, type FieldValues } from '@plumgate/core/people';
import { eq, sql } from 'drizzle-orm';
import { toJson } from '../../platform/database/columns.ts';
import type { Queries } from '../../platform/database/database.ts';
import type { Consequences } from '../causes/consequences.ts';
import type { ClientRow } from '../clients/table.ts';
import type { FieldStore } from './field-store.ts';
import type { PersonRow, PersonStore } from './person-store.ts';
import { people } from './table.ts';

/**
 * Sets the client's own fields of a person, by their keys, to what somebody has typed for them; what no longer fits a field
 * that was changed since sets nothing.
 */
export async function setTypedFields(
  tx: Queries,
  effects: Consequences,
  { fields, store }: { fields: FieldStore; store: PersonStore },
  {
    person,
    client,
    typed,
  }: { person: PersonRow; client: ClientRow; typed: Record<string, string> },
  from: { by: string; submission: SubmissionId | null; at: Instant },
): Promise<void> {
  if (Object.keys(typed).length === 0) return;
  const set: FieldValues = {};
  for (const field of await fields.ofClient(tx, client.id)) {
    const words = typed[field.key];
    const read = words === undefined ? null : readFieldValue(field, words, client.facts.currency);
    if (read?.ok && read.value !== null) set[field.key] = read.value;
  }
  await tx
    .update(people)
    .set({ fields: sql`${people.fields} || ${toJson(set)}::jsonb` })
    .where(eq(people.id, person.id));
  for (const write of store.noteFields(tx, person, set, from)) effects.add(write);
}
