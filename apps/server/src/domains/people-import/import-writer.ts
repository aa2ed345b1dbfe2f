import { Injectable } from '@nestjs/common';
import type { Instant, PersonId, StageId } from '@plumgate/core/basics';
import { matchKeys, type ImportedPerson } from '@plumgate/core/people';
import { and, eq, isNotNull, isNull, or, sql } from 'drizzle-orm';
import { insertMany, isAnyKey, isAnyOf } from '../../platform/database/bulk.ts';
import type { Queries } from '../../platform/database/database.ts';
import { IdSource } from '../../platform/id-source.ts';
import type { ClientRow } from '../../records/clients/table.ts';
import { bulkPeople } from '../../records/people/bulk.table.ts';
import { PersonStore, type PersonRow } from '../../records/people/person-store.ts';
import { people, personTags, timeline } from '../../records/people/table.ts';

/** An import under way. */
export interface Importing {
  jobId: string;
  client: ClientRow;
  at: Instant;
  /** What the file is called, and who brought it. */
  file: string;
  by: string;
  /** The stages by their names in lower case, and the one that people begin in. */
  stages: ReadonlyMap<string, StageId>;
  firstStage: StageId | null;
}

/** How somebody was before an import, for its undoing: they were made by it, or had these values and lacked these tags. */
export type BeforeImport = { made: true } | { made: false; values: Partial<Kept>; tags: string[] };

type Kept = Pick<
  PersonRow,
  | 'firstName'
  | 'lastName'
  | 'email'
  | 'emailKey'
  | 'phone'
  | 'phoneKey'
  | 'town'
  | 'fields'
  | 'value'
  | 'stageId'
>;

/** Somebody of a file together with the record that they are, or will be. */
interface Met {
  imported: ImportedPerson;
  known: PersonRow | null;
}

/** Writes the people of a portion of a file: new ones are made, known ones get what they lack. */
@Injectable()
export class ImportWriter {
  constructor(
    private readonly ids: IdSource,
    private readonly store: PersonStore,
  ) {}

  /** Gives how many people were made, and how many known ones were changed. */
  async write(
    tx: Queries,
    importing: Importing,
    rows: readonly ImportedPerson[],
  ): Promise<{ made: number; changed: number }> {
    const met = await this.meet(tx, importing, mergedRows(rows, importing.client));
    const made = met.filter(({ known }) => known === null).map(({ imported }) => imported);
    const asked = made.map((imported) => ({
      imported,
      row: rowOf(imported, importing, this.ids.next<PersonId>()),
    }));
    const there = await insertPeople(
      tx,
      asked.map(({ row }) => row),
    );
    const fresh = asked.filter(({ row }) => there.has(row.id));
    const changes = met.flatMap(({ imported, known }) =>
      known ? [{ known, imported, values: whatTheyLack(known, imported, importing) }] : [],
    );
    await update(
      tx,
      changes.filter(({ values }) => Object.keys(values).length > 0),
    );
    const tagged = await tagAll(tx, importing, [
      ...fresh.map(({ row, imported }) => ({ id: row.id, tags: imported.tags })),
      ...changes.map(({ known, imported }) => ({ id: known.id, tags: imported.tags })),
    ]);
    const changed = changes.filter(
      ({ known, values }) => Object.keys(values).length > 0 || tagged.has(known.id),
    );
    await this.note(
      tx,
      importing,
      fresh.map(({ row }) => row),
      changed,
      tagged,
    );
    return { made: fresh.length, changed: changed.length };
  }

  /** Finds who of a portion is known already, by the client's rule. */
  async meet(
    tx: Queries,
    { client }: Pick<Importing, 'client'>,
    rows: readonly ImportedPerson[],
  ): Promise<Met[]> {
    const keysOf = (one: Pick<PersonRow, 'emailKey' | 'phoneKey'>) =>
      matchKeys(client.matching, one);
    const keys = [...new Set(rows.flatMap(keysOf))];
    const isEither = client.matching === 'either';
    const emails = isEither ? rows.flatMap(({ emailKey }) => emailKey ?? []) : [];
    const phones = isEither ? rows.flatMap(({ phoneKey }) => phoneKey ?? []) : [];
    const found = await tx
      .select()
      .from(people)
      .where(
        and(
          eq(people.clientId, client.id),
          or(isNull(people.removedAt), isNotNull(people.mergedInto)),
          or(
            and(isNotNull(people.matchKey), isAnyKey(people.matchKey, keys)),
            emails.length > 0 ? isAnyKey(people.emailKey, emails) : undefined,
            phones.length > 0 ? isAnyKey(people.phoneKey, phones) : undefined,
          ),
        ),
      )
      .for('update');
    const byKey = new Map<string, PersonRow>();
    for (const row of found) {
      const person = await this.store.mergedInto(tx, row);
      if (person.removedAt) continue;
      for (const key of [row.matchKey ?? '', ...(isEither ? keysOf(row) : [])])
        if (key && !byKey.has(key)) byKey.set(key, person);
    }
    return rows.map((imported) => ({
      imported,
      known: keysOf(imported).flatMap((key) => byKey.get(key) ?? [])[0] ?? null,
    }));
  }

  private async note(
    tx: Queries,
    { jobId, client, at, file, by }: Importing,
    fresh: readonly { id: PersonId }[],
    changed: readonly { known: PersonRow; values: Partial<Kept> }[],
    tagged: ReadonlyMap<PersonId, string[]>,
  ): Promise<void> {
    const of = (personId: PersonId, before: BeforeImport) => ({
      ...{ jobId, personId, clientId: client.id, isDone: true },
      before: before as unknown as Record<string, unknown>,
    });
    const rows = [
      ...fresh.map(({ id }) => of(id, { made: true })),
      ...changed.map(({ known, values }) =>
        of(known.id, {
          made: false,
          values: Object.fromEntries(
            Object.keys(values).map((key) => [key, known[key as keyof Kept]]),
          ),
          tags: tagged.get(known.id) ?? [],
        }),
      ),
    ];
    if (rows.length === 0) return;
    await tx.execute(insertMany(bulkPeople, rows, sql` on conflict do nothing`).getSQL());
    const fact = { kind: 'imported' as const, file, by };
    const lines = rows.map(({ personId }) => ({ personId, clientId: client.id, at, fact }));
    await tx.execute(insertMany(timeline, lines).getSQL());
  }
}

/** Rows that are one person become one: what comes first stays, and what it lacks is filled. */
function mergedRows(rows: readonly ImportedPerson[], { matching }: ClientRow): ImportedPerson[] {
  const byKey = new Map<string, ImportedPerson>();
  const all: ImportedPerson[] = [];
  for (const row of rows) {
    const keys = matchKeys(matching, row);
    const earlier = keys.flatMap((key) => byKey.get(key) ?? [])[0];
    const one = earlier ?? { ...row, tags: [...row.tags], fields: { ...row.fields } };
    if (earlier) {
      for (const key of ['firstName', 'lastName', 'town', 'source', 'stage'] as const)
        earlier[key] ||= row[key];
      if (!earlier.email) Object.assign(earlier, { email: row.email, emailKey: row.emailKey });
      if (!earlier.phone) Object.assign(earlier, { phone: row.phone, phoneKey: row.phoneKey });
      earlier.value ??= row.value;
      earlier.tags = [...new Set([...earlier.tags, ...row.tags])];
      earlier.fields = { ...row.fields, ...earlier.fields };
    } else all.push(one);
    for (const key of keys) byKey.set(key, one);
  }
  return all;
}

/** Makes people; gives the ids of those that nobody else has made at the same moment. */
async function insertPeople(
  tx: Queries,
  rows: readonly ReturnType<typeof rowOf>[],
): Promise<Set<PersonId>> {
  if (rows.length === 0) return new Set();
  const { rows: written } = await tx.execute<{ id: PersonId }>(
    insertMany(people, rows, sql` on conflict do nothing returning id`).getSQL(),
  );
  return new Set(written.map(({ id }) => id));
}

function rowOf(imported: ImportedPerson, importing: Importing, id: PersonId) {
  const { client, at, stages, firstStage } = importing;
  const { tags: _tags, stage, source, ...details } = imported;
  const [matchKey = null] = matchKeys(client.matching, details);
  return {
    ...{ id, clientId: client.id, ...details, matchKey },
    ...{ source: source || 'Import', lastSource: source || 'Import' },
    stageId: stages.get(stage.toLowerCase()) ?? firstStage,
    // The business knows them: they don't wait for a first call.
    ...{ stageAt: at, addedAt: at, lastSeenAt: at, touchedAt: at },
  };
}

/** What a file says of somebody that is not known of them yet; what is known stays, but for the client's own fields. */
function whatTheyLack(
  known: PersonRow,
  imported: ImportedPerson,
  { stages }: Importing,
): Partial<Kept> {
  const values: Partial<Kept> = {};
  if (!known.firstName && !known.lastName && (imported.firstName || imported.lastName))
    Object.assign(values, { firstName: imported.firstName, lastName: imported.lastName });
  if (!known.email && imported.email)
    Object.assign(values, { email: imported.email, emailKey: imported.emailKey });
  if (!known.phone && imported.phone)
    Object.assign(values, { phone: imported.phone, phoneKey: imported.phoneKey });
  if (!known.town && imported.town) values.town = imported.town;
  if (known.value === null && imported.value !== null) values.value = imported.value;
  const stage = stages.get(imported.stage.toLowerCase());
  if (stage && stage !== known.stageId) values.stageId = stage;
  const isNews = Object.entries(imported.fields).some(
    ([key, value]) => JSON.stringify(known.fields[key]) !== JSON.stringify(value),
  );
  if (isNews) values.fields = { ...known.fields, ...imported.fields };
  return values;
}

/** Writes what changes of people, each their own. */
export async function update(
  tx: Queries,
  changes: readonly { known: Pick<PersonRow, 'id'>; values: Partial<Kept> }[],
): Promise<void> {
  for (const { known, values } of changes)
    await tx.update(people).set(values).where(eq(people.id, known.id));
}

/** Tags people; gives the tags that are new to each. */
async function tagAll(
  tx: Queries,
  { client }: Importing,
  wanted: readonly { id: PersonId; tags: string[] }[],
): Promise<Map<PersonId, string[]>> {
  const rows = wanted.flatMap(({ id, tags }) =>
    tags.map((tag) => ({ personId: id, clientId: client.id, tag })),
  );
  const added = new Map<PersonId, string[]>();
  if (rows.length === 0) return added;
  const { rows: written } = await tx.execute<{ person_id: PersonId; tag: string }>(
    insertMany(personTags, rows, sql` on conflict do nothing returning person_id, tag`).getSQL(),
  );
  for (const { person_id: id, tag } of written) added.set(id, [...(added.get(id) ?? []), tag]);
  return added;
}

/** Takes back what an import did to people: those it made go, the others are as they were. */
export async function takeBack(
  tx: Queries,
  rows: readonly { person: PersonRow; before: BeforeImport }[],
): Promise<void> {
  const made = rows.filter(({ before }) => before.made).map(({ person }) => person.id);
  // Somebody who has written meanwhile is here by themselves.
  await tx.delete(people).where(and(isAnyOf(people.id, made), eq(people.submissionCount, 0)));
  for (const { person, before } of rows) {
    if (before.made) continue;
    if (Object.keys(before.values).length > 0)
      await update(tx, [{ known: person, values: before.values }]);
    if (before.tags.length > 0)
      await tx
        .delete(personTags)
        .where(and(eq(personTags.personId, person.id), isAnyKey(personTags.tag, before.tags)));
  }
}
