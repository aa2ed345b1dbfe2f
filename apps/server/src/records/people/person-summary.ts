import type { PersonSummary } from '@plumgate/contract';
import { fullName, type ContactDetails } from '@plumgate/core/people';
import { sql } from 'drizzle-orm';
import { users } from '../accounts/table.ts';
import { stages } from './stages.table.ts';
import { people, personTags } from './table.ts';

/** The columns of a person in a list; the query joins the owner's account. */
export const summary = {
  id: people.id,
  clientId: people.clientId,
  firstName: people.firstName,
  lastName: people.lastName,
  email: people.email,
  phone: people.phone,
  source: people.source,
  lastSource: people.lastSource,
  submissions: people.submissionCount,
  addedAt: people.addedAt,
  lastSeenAt: people.lastSeenAt,
  touchedAt: people.touchedAt,
  town: people.town,
  stageName: sql<
    string | null
  >`(select ${stages.name} from ${stages} where ${stages.id} = ${people.stageId})`,
  stageAt: people.stageAt,
  lostReason: people.lostReason,
  value: people.value,
  fields: people.fields,
  assigneeName: users.name,
  tags: sql<
    string[]
  >`coalesce((select array_agg(${personTags.tag} order by ${personTags.tag}) from ${personTags} where ${personTags.personId} = ${people.id}), '{}')`,
};

/** Who somebody is, in a few words: their name, or what else is known. */
export const shownName = (
  person: Pick<ContactDetails, 'firstName' | 'lastName' | 'email' | 'phone'>,
): string => fullName(person) || person.email || person.phone || 'Person without a name';

/** A person of a list on the wire. */
export function wire(row: {
  [Key in keyof typeof summary]: Key extends 'addedAt' | 'lastSeenAt'
    ? { toString(): string }
    : Key extends 'touchedAt' | 'stageAt'
      ? { toString(): string } | null
      : unknown;
}) {
  return {
    ...row,
    addedAt: row.addedAt.toString(),
    lastSeenAt: row.lastSeenAt.toString(),
    touchedAt: row.touchedAt?.toString() ?? null,
    stageAt: row.stageAt?.toString() ?? null,
  } as PersonSummary;
}
