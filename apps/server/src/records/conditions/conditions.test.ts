import type { Cents, Instant, PageId, PersonId, SequenceId, UserId } from '@plumgate/core/basics';
import {
  messageTerms,
  conditionsWords,
  matches,
  watchedShares,
  type Conditions,
  type Term,
} from '@plumgate/core/conditions';
import { asc, eq } from 'drizzle-orm';
import fc, { type Arbitrary } from 'fast-check';
import { Temporal } from 'temporal-polyfill';
import { users } from '../accounts/table.ts';
import { bookings } from '../booking/table.ts';
import { sequenceRuns, sequences } from '../followup/table.ts';
import { submissions } from '../intake/table.ts';
import { pages } from '../pages/table.ts';
import { stages } from '../people/stages.table.ts';
import { personVisitors } from '../people/visitors.table.ts';
import { visitEvents } from '../results/table.ts';
import { consents, people, personTags, timeline } from '../people/table.ts';
import { PeopleList } from '../../domains/people/people-list.service.ts';
import { makeMonths } from '../../domains/results/visit-months.ts';
import { addBookingStep, buildWorld, TestApp } from '../../testing/test-app.ts';
import { factsOf } from './facts-of.ts';
import { messageKinds } from './message-facts.ts';

const tags = ['roof', 'first visit', 'ÉTÉ', 'a%b', 'a_b'];
const sources = ['Social ads', 'Email', 'Direct'];
const towns = ['Port Alder', 'ÎLE-D’ORLÉANS', ''];
const words = ['Leak', 'leak in the roof', 'ÜBER', '1,200', '12', '0.5', '-3', '1e3', 'yes', '50%'];
const fieldKeys = ['work', 'size', 'born', 'budget', 'missing'];
const days = ['1984-02-29', '2000-11-05', '2026-11-05', '2026-11-04', '2026-12-24', '2026-3-1'];

const value = fc.oneof(
  fc.constantFrom(...words, ...days),
  fc.integer({ min: -2000, max: 2000 }),
  fc.double({ min: -50, max: 50, noNaN: true }).map((number) => Math.round(number * 100) / 100),
  fc.boolean(),
  fc.subarray(words),
  fc
    .record({
      amount: fc.integer({ min: -5000, max: 500_000 }),
      currency: fc.constantFrom('USD', 'JPY', 'KWD'),
    })
    .map((money) => ({ ...money })),
);
const values = fc.dictionary(fc.constantFrom(...fieldKeys.slice(0, 4)), value, {
  noNullPrototype: true,
});
/** Around the world's clock, 2026-11-05 14:12 UTC, often exactly then. */
const moment = (now: Instant) =>
  fc.oneof(
    fc.constant(now),
    fc.integer({ min: -90 * 24, max: 20 * 24 }).map((hours) => now.add({ hours })),
  );

/** A client with forty people with all kinds of facts. */
async function buildPeople(app: TestApp) {
  const world = await buildWorld(app);
  const other = await addBookingStep(app, world);
  const { db } = app.database;
  const now = app.clock.now();
  await makeMonths(app.database.db, [now.subtract({ hours: 24 * 31 }), now]);
  const clientId = world.client.id as never;
  const [assignee] = await db
    .select({ id: users.id })
    .from(users)
    .orderBy(asc(users.name))
    .limit(1);
  const [sequence] = await db.select({ id: sequences.id }).from(sequences);
  const form = world.formId;
  const page = world.first.pageId;
  const [onPage] = await db
    .select({ funnelId: pages.funnelId })
    .from(pages)
    .where(eq(pages.id, page as PageId));
  const { funnelId } = onPage!;
  const known = await db.select({ id: stages.id }).from(stages).limit(2);
  const person = fc.record({
    name: fc.constantFrom('Ana', 'Bo', 'ÉMILE', 'O’Neil_50%'),
    tags: fc.subarray(tags.map((tag) => tag.toLowerCase())),
    town: fc.constantFrom(...towns),
    source: fc.constantFrom(...sources),
    lastSource: fc.constantFrom(...sources),
    assigneeId: fc.constantFrom(assignee!.id, null),
    addedAt: moment(now),
    lastSeenAt: moment(now),
    stageId: fc.option(fc.constantFrom(...known.map(({ id }) => id))),
    value: fc.option(fc.integer({ min: 0, max: 500_000 })) as Arbitrary<Cents | null>,
    touchedAt: fc.option(moment(now)),
    submissionCount: fc.integer({ min: 0, max: 3 }),
    fields: values,
    answers: fc.array(values, { maxLength: 2 }),
    bookings: fc.uniqueArray(
      fc.record({
        state: fc.constantFrom('booked', 'came', 'missed', 'cancelled' as const),
        startsAt: moment(now),
      }),
      { maxLength: 1 },
    ),
    run: fc.option(fc.constantFrom('running', 'finished', 'ended' as const)),
    consents: fc.array(
      fc.record({
        purpose: fc.constantFrom('texts', 'emails' as const),
        mustConfirm: fc.boolean(),
        confirmedAt: fc.option(moment(now)),
        withdrawnAt: fc.option(moment(now)),
      }),
      { maxLength: 2 },
    ),
    facts: fc.subarray([...messageKinds]),
    changes: fc.integer({ min: 0, max: 2 }),
    events: fc.array(
      fc.record({
        kind: fc.constantFrom('view', 'section', 'press', 'begin', 'watch' as const),
        target: fc.constantFrom('ask', 'film', 'tel:+12075550117'),
        share: fc.constantFrom(...watchedShares),
        minutesAgo: fc.constantFrom(10, 29, 30, 31, 600),
      }),
      { maxLength: 4 },
    ),
  });
  const ids: PersonId[] = [];
  for (const [n, one] of fc.sample(person, { numRuns: 40, seed: 17 }).entries()) {
    const id = `00000000-0000-4000-8000-${String(n).padStart(12, '0')}` as PersonId;
    const {
      name,
      tags: tagged,
      answers,
      bookings: booked,
      run,
      consents: given,
      facts,
      changes,
      events,
      ...row
    } = one;
    ids.push(id);
    const [addedAt, lastSeenAt] = [row.addedAt, row.lastSeenAt].toSorted(Temporal.Instant.compare);
    await db.insert(people).values({
      ...{
        ...row,
        addedAt: addedAt!,
        lastSeenAt: lastSeenAt!,
        id,
        clientId,
        firstName: name,
        lastName: String(n),
      },
      ...{ email: `p${n}@example.com`, phone: '' },
    });
    const of = { clientId, personId: id };
    for (const tag of tagged) await db.insert(personTags).values({ ...of, tag });
    for (const [m, answered] of answers.entries())
      await db.insert(submissions).values({
        ...{ ...of, id: crypto.randomUUID() as never, formId: form, pageId: page, funnelId },
        ...{ revisionId: crypto.randomUUID() as never, answers: answered as never },
        ...{
          source: 'Direct',
          rulesMatched: [],
          once: `${n} ${m}`,
          receivedAt: now.subtract({ minutes: m * 30 }),
        },
      });
    for (const { state, startsAt } of booked) {
      const start = startsAt.add({ minutes: n * 61 });
      await db.insert(bookings).values({
        ...{ ...of, id: crypto.randomUUID() as never, calendarId: other.calendar.id },
        holder: other.calendar.id,
        ...{
          startsAt: start,
          endsAt: start.add({ minutes: 1 }),
          heldUntil: start.add({ minutes: 1 }),
        },
        ...{ state, exclusive: false, changes, madeAt: now },
      });
    }
    // Two of them write from one browser.
    const visitorId = `browser ${Math.floor(n / 2)}`;
    await db.insert(personVisitors).values({ ...of, visitorId });
    for (const { minutesAgo, kind, ...event } of events)
      await db.insert(visitEvents).values({
        ...{ clientId, pageId: page as PageId, revisionId: crypto.randomUUID() as never },
        ...{ visitorId, kind, device: 'phone', source: 'Direct', firstSource: 'Direct' },
        ...{ ...event, formId: kind === 'begin' ? form : null },
        ...{ origin: {}, at: now.subtract({ minutes: minutesAgo }) },
      });
    if (run)
      await db.insert(sequenceRuns).values({
        ...{ ...of, id: crypto.randomUUID() as never, sequenceId: sequence!.id },
        ...{ joinedAt: now, state: run },
      });
    for (const consent of given)
      await db.insert(consents).values({
        ...{ ...of, ...consent, words: 'Yes', page: 'First visit', givenAt: now },
        submissionId: crypto.randomUUID() as never,
      });
    for (const kind of facts)
      await db.insert(timeline).values({ ...of, at: now, fact: { kind } as never });
  }
  const named = { form, page, funnel: funnelId, calendar: other.calendar.id };
  return {
    world,
    ids,
    ...named,
    stage: known[0]!.id,
    assignee: assignee!.id,
    sequence: sequence!.id,
  };
}

const text = fc.constantFrom(...words, 'l', '', ' LEAK ');
const test = fc.oneof(
  text.map((value) => ({ op: 'is' as const, value })),
  text.map((value) => ({ op: 'contains' as const, value })),
  fc.subarray(words).map((values) => ({ op: 'is-one-of' as const, values })),
  fc.constant({ op: 'is-answered' as const }),
  fc
    .tuple(
      fc.constantFrom('is-more-than', 'is-less-than' as const),
      fc.constantFrom(-3, 0.5, 12, 1200),
    )
    .map(([op, value]) => ({ op, value })),
);
const span = fc.record({
  op: fc.constantFrom('in-last', 'longer-ago', 'in-next' as const),
  amount: fc.integer({ min: 1, max: 40 }),
  unit: fc.constantFrom('days', 'weeks', 'months' as const),
});
const day = fc.constantFrom(...days.slice(0, 5));
const dayTest = fc.oneof(
  span,
  day.map((day) => ({ op: 'since' as const, day })),
  day.map((day) => ({ op: 'before' as const, day })),
  fc.tuple(day, day).map(([day, until]) => ({ op: 'between' as const, day, until })),
  fc.integer({ min: 1, max: 90 }).map((days) => ({ op: 'comes-round' as const, days })),
);

function termOf(known: Awaited<ReturnType<typeof buildPeople>>): Arbitrary<Term> {
  const gone = crypto.randomUUID() as never;
  const key = fc.constantFrom(...fieldKeys);
  const term = fc.oneof(
    fc.record({
      about: fc.constant('tag'),
      is: fc.constantFrom(...tags.map((one) => one.toLowerCase())),
    }),
    fc.record({ about: fc.constant('source'), is: fc.constantFrom(...sources) }),
    fc.record({
      about: fc.constant('source'),
      is: fc.constantFrom(...sources),
      first: fc.constant(true),
    }),
    ...(['form', 'page', 'funnel'] as const).map((about) =>
      fc.record({ about: fc.constant(about), is: fc.constantFrom(known[about], gone) }),
    ),
    fc.record({
      about: fc.constant('answer'),
      form: fc.constantFrom(known.form, gone),
      question: key,
      test,
    }),
    fc.record({ about: fc.constant('field'), field: key, test }),
    fc.record({ about: fc.constant('date'), field: key, test: dayTest }),
    fc.record({
      about: fc.constant('town'),
      is: fc.constantFrom('port alder', 'île-d’orléans', 'Else'),
    }),
    fc.record({
      about: fc.constant('assignee'),
      is: fc.constantFrom<UserId | null>(known.assignee, null, gone),
    }),
    fc.record({
      about: fc.constant('booking'),
      is: fc.constantFrom('booked', 'ahead', 'came', 'missed', 'moved', 'cancelled'),
      calendar: fc.constantFrom(known.calendar, gone, null),
    }),
    fc.record({
      about: fc.constant('sequence'),
      is: fc.constantFrom<SequenceId>(known.sequence, gone),
      state: fc.constantFrom('in', 'through', 'ever'),
    }),
    fc.record({ about: fc.constant('saw'), is: fc.constantFrom(known.page, gone) }),
    fc.record({
      ...{ about: fc.constant('pressed'), page: fc.constantFrom(known.page, gone) },
      part: fc.constantFrom('ask', 'phone', 'film'),
    }),
    fc.record({
      ...{ about: fc.constant('watched'), page: fc.constant(known.page) },
      ...{ part: fc.constantFrom('film', 'ask'), share: fc.constantFrom(...watchedShares) },
    }),
    fc.record({ about: fc.constant('left'), is: fc.constantFrom(known.form, gone) }),
    fc.record({
      about: fc.constant('message'),
      is: fc.constantFrom(...messageTerms),
    }),
    fc.record({ about: fc.constant('consent'), is: fc.constantFrom('texts', 'emails', 'terms') }),
    fc.record({ about: fc.constantFrom('added', 'seen'), test: dayTest }),
    fc.record({ about: fc.constant('stage'), is: fc.constantFrom(known.stage, gone) }),
    fc.record({
      ...{ about: fc.constant('value'), op: fc.constantFrom('is-more-than', 'is-less-than') },
      value: fc.constantFrom(0, 1200, 2500.5),
    }),
    fc.record({ about: fc.constantFrom('waiting', 'known', 'open') }),
    fc.record({
      about: fc.constant('contact'),
      contains: fc.constantFrom('ana', 'émile p1', '50%', '_', 'roof', 'a%b'),
    }),
  );
  return fc
    .tuple(term, fc.boolean())
    .map(([one, turned]) => ({ ...one, ...(turned && { not: true }) }) as Term);
}

it('names the same people in memory and in the database, for 500 random conditions', async () => {
  const app = await TestApp.start();
  try {
    const known = await buildPeople(app);
    const { db } = app.database;
    const clientId = known.world.client.id as never;
    const facts = await factsOf(db, known.ids, known.world.client, app.clock.now());
    const term = termOf(known);
    const match = fc.constantFrom('all', 'any', 'none' as const);
    const terms = (one: Arbitrary<unknown>, least = 0) =>
      fc.array(one, { minLength: least, maxLength: 3 });
    const conditions = fc.record({
      match,
      terms: terms(
        fc.oneof({ weight: 4, arbitrary: term }, fc.record({ match, terms: terms(term) })),
        1,
      ),
    }) as Arbitrary<Conditions>;
    const page = { search: '', sort: { by: 'added', reversed: false }, limit: 200 } as const;
    let named = 0;
    await fc.assert(
      fc.asyncProperty(conditions, async (asked) => {
        const where = await app.get(PeopleList).among(clientId, asked);
        const rows = await db.select({ id: people.id }).from(people).where(where);
        const listed = await app.get(PeopleList).query(clientId, { ...page, conditions: asked });
        const inMemory = known.ids.filter((id) => matches(asked, facts.get(id)!));
        expect(rows.map(({ id }) => id).toSorted()).toEqual(inMemory);
        // The list asks the index of people.
        expect(listed.people.map(({ id }) => id).toSorted()).toEqual(inMemory);
        expect(listed).toMatchObject({ total: inMemory.length, about: false });
        expect(conditionsWords(asked, () => 'x')).not.toContain('undefined');
        if (inMemory.length > 0 && inMemory.length < known.ids.length) named++;
      }),
      { numRuns: 500, seed: 2026 },
    );
    // Most of them tell people apart, so that the comparison says something.
    expect(named).toBeGreaterThan(250);
  } finally {
    await app.stop();
  }
});
