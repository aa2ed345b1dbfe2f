import type { Instant } from '@plumgate/core/basics';
import { allTerms, type About, type Facts } from '@plumgate/core/conditions';
import { consentsOf, type Answers } from '@plumgate/core/forms';
import { isOpen } from '@plumgate/core/opening';
import type { Rule } from '@plumgate/core/routing';
import type { Queries } from '../../platform/database/database.ts';
import type { ClientRow } from '../../records/clients/table.ts';
import { behaviorWithBrowser } from '../../records/conditions/behavior-of.ts';
import { factsOf, unitsOf } from '../../records/conditions/facts-of.ts';
import type { PersonRow } from '../../records/people/person-store.ts';
import type { Incoming } from './incoming.ts';

/** What the person's own row does not say: it has to be read, unless they came just now. */
const readApart: ReadonlySet<About> = new Set([
  'tag',
  'contact',
  'booking',
  'sequence',
  'message',
  'consent',
]);
const ofPages: ReadonlySet<About> = new Set(['saw', 'pressed', 'watched', 'left']);

/** What rules may ask about a lead that arrives: of their submissions this one, and of themselves what is known by now. */
export async function arrivalFacts(
  tx: Queries,
  rules: readonly Rule[],
  arrival: {
    incoming: Incoming;
    answers: Answers;
    person: PersonRow & { isNew: boolean };
    client: ClientRow;
    at: Instant;
  },
): Promise<Facts> {
  const { incoming, answers, person, client, at } = arrival;
  const asked = rules.flatMap(({ conditions }) => allTerms(conditions).map(({ about }) => about));
  const known =
    !person.isNew && asked.some((about) => readApart.has(about))
      ? (await factsOf(tx, [person.id], client, at)).get(person.id)
      : null;
  const browser = { person: person.id, visitorId: incoming.visitorId };
  const behavior = asked.some((about) => ofPages.has(about))
    ? await behaviorWithBrowser(tx, client.id, browser, at)
    : [];
  const agreed = consentsOf(incoming.form, answers).map(({ purpose }) => purpose);
  return {
    now: at,
    zone: client.facts.zone,
    isOpen: isOpen(at, client.facts),
    contact: known?.contact ?? person.searchText ?? '',
    tags: known?.tags ?? [],
    town: person.town,
    assignee: person.assigneeId,
    stage: person.stageId,
    value: unitsOf(person.value, client.facts.currency),
    firstSource: person.source,
    lastSource: incoming.source,
    addedAt: person.addedAt,
    lastSeenAt: at,
    isWaiting: person.waitingSince !== null,
    isNew: person.isNew,
    fields: person.fields,
    consents: [...(known?.consents ?? []), ...agreed],
    submissions: [
      { form: incoming.formId, page: incoming.pageId, funnel: incoming.funnelId, answers },
    ],
    bookings: known?.bookings ?? [],
    runs: known?.runs ?? [],
    messages: known?.messages ?? [],
    behavior,
  };
}
