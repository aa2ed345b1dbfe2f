import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { ClientId, Instant, PersonId, RuleId } from '@plumgate/core/basics';
import { leftAfterMinutes, phonePart } from '@plumgate/core/conditions';
import {
  setsOff,
  type BookingTurn,
  type Happening,
  type RuleTrigger,
} from '@plumgate/core/routing';
import { and, eq, inArray, isNull, lt, lte, min, sql } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { toJson } from '../../platform/database/columns.ts';
import { insertMany, isAnyKey, isAnyOf } from '../../platform/database/bulk.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { deleteSome } from '../../platform/database/delete-some.ts';
import { Housekeeping } from '../../platform/housekeeping.ts';
import { Worker } from '../../platform/worker.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { isLeftSql } from '../../records/conditions/behavior-of.ts';
import { personVisitors } from '../../records/people/visitors.table.ts';
import { begunForms, ruleStarts } from '../../records/routing/starts.table.ts';
import { routingRules } from '../../records/routing/table.ts';
import {
  bookingChanged,
  bookingKept,
  bookingMade,
  bookingMissed,
  type BookingHappening,
} from '../booking/booking-events.ts';
import { visited, type VisitEvent } from '../results/visit-events.ts';

/** A page that is looked at again and again is one visit: a rule starts at most once in so many minutes (common practice, no source). */
const visitMinutes = 30;

/** How long it is kept that a rule started that starts each time. */
const keptDays = 90;

const batch = 200;

/** Something that somebody did, and its name among the times that they did it. */
interface Done {
  clientId: ClientId;
  personId: PersonId;
  happening: Happening;
  at: Instant;
  time: string;
}

/** Notes which rules people have set off by what they did on pages and with bookings; `StartWorker` carries them out. */
@Injectable()
export class RuleStarts implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly causes: Causes,
    private readonly worker: Worker,
    private readonly housekeeping: Housekeeping,
  ) {}

  onModuleInit(): void {
    this.causes.on(visited, (events, tx) => this.noteVisits(tx, events));
    this.causes.on(bookingMade, (made, tx) => this.noteBooking(tx, made, 'booked'));
    this.causes.on(bookingChanged, (changed, tx) =>
      this.noteBooking(tx, changed, changed.booking.state === 'cancelled' ? 'cancelled' : 'moved'),
    );
    this.causes.on(bookingKept, (kept, tx) => this.noteBooking(tx, kept, 'came'));
    this.causes.on(bookingMissed, (missed, tx) => this.noteBooking(tx, missed, 'missed'));
    this.worker.register({
      name: 'left forms',
      firstDue: () => this.database.db.select({ at: min(begunForms.leftAt) }).from(begunForms),
      doDue: (now) => this.noteLeftForms(now),
    });
    this.housekeeping.register('rules that started', (most) => {
      const isOld = lt(ruleStarts.at, this.clock.now().subtract({ hours: keptDays * 24 }));
      // Of a rule that starts once per person it has to be known forever.
      const isDone = and(isNull(ruleStarts.dueAt), sql`${ruleStarts.time} <> ''`);
      return deleteSome(this.database.db, ruleStarts, and(isDone, isOld)!, most);
    });
  }

  private async noteVisits(tx: Queries, events: readonly VisitEvent[]): Promise<void> {
    const owners = [...new Set(events.map(({ clientId }) => clientId))];
    const rules = await triggered(tx, owners);
    if (rules.length === 0) return;
    const begun = events.filter(
      ({ kind, formId }) =>
        kind === 'begin' && rules.some(({ trigger: t }) => t.kind === 'left' && t.form === formId),
    );
    if (begun.length > 0)
      await tx.insert(begunForms).values(
        begun.map(({ clientId, pageId, formId, visitorId, at }) => ({
          ...{ clientId, pageId, formId: formId!, visitorId, at },
          leftAt: at.add({ minutes: leftAfterMinutes }),
        })),
      );
    const mayStart = events.flatMap((event) => {
      const happening = happeningOf(event);
      return happening && rules.some(({ trigger }) => setsOff(trigger, happening))
        ? [{ ...event, happening }]
        : [];
    });
    if (mayStart.length === 0) return;
    const ids = [...new Set(mayStart.map(({ visitorId }) => visitorId))];
    const known = await tx
      .select()
      .from(personVisitors)
      .where(
        and(isAnyOf(personVisitors.clientId, owners), isAnyKey(personVisitors.visitorId, ids)),
      );
    const done = mayStart.flatMap((event) =>
      known
        .filter((one) => one.clientId === event.clientId && one.visitorId === event.visitorId)
        .map(({ personId }) => ({ ...event, personId, time: visitAt(event.at) })),
    );
    await note(tx, done, rules);
  }

  private async noteBooking(
    tx: Queries,
    { booking, at }: BookingHappening,
    did: BookingTurn,
  ): Promise<void> {
    const { clientId, personId, calendarId } = booking;
    const done = {
      ...{ clientId, personId, at, happening: { did, calendar: calendarId } },
      time: `${booking.id} ${did} ${booking.changes}`,
    };
    await note(tx, [done], await triggered(tx, [clientId]));
  }

  /** Looks at forms that were begun long enough ago, each once, and notes those that nobody has sent. */
  private noteLeftForms(now: Instant): Promise<number> {
    return this.database.transaction(async (tx) => {
      const due = tx
        .select({ id: begunForms.id })
        .from(begunForms)
        .where(lte(begunForms.leftAt, now))
        .orderBy(begunForms.leftAt)
        .limit(batch)
        .for('update', { skipLocked: true });
      const begun = await tx.delete(begunForms).where(inArray(begunForms.id, due)).returning();
      if (begun.length === 0) return 0;
      const { rows } = await tx.execute<{ index: number; person: PersonId }>(sql`
        select v.index, w.person_id as person
        from jsonb_to_recordset(${toJson(begun.map(asEvent))}::jsonb) as v(index int, client_id uuid, visitor_id text, form_id uuid, at timestamptz)
        inner join ${personVisitors} as w on w.client_id = v.client_id and w.visitor_id = v.visitor_id
        where ${isLeftSql(now, sql`w.person_id`)}`);
      const done = rows.map(({ index, person }): Done => {
        const { clientId, formId, at } = begun[index]!;
        const happening = { did: 'left', form: formId } as const;
        return { clientId, personId: person, happening, at, time: visitAt(at) };
      });
      const owners = [...new Set(done.map(({ clientId }) => clientId))];
      await note(tx, done, await triggered(tx, owners));
      return begun.length;
    });
  }
}

/** Notes the starts of the rules that wait for what was done; what is noted already stays. */
async function note(
  tx: Queries,
  done: readonly Done[],
  rules: readonly Triggered[],
): Promise<void> {
  const starts = done.flatMap(({ clientId, personId, happening, at, time }) =>
    rules
      .filter((rule) => rule.clientId === clientId && setsOff(rule.trigger, happening))
      .map(({ id: ruleId, trigger }) => ({
        ...{ clientId, ruleId, personId, happening, at, dueAt: at },
        time: trigger.each ? time : '',
      })),
  );
  if (starts.length > 0)
    await tx.execute(insertMany(ruleStarts, starts, sql` on conflict do nothing`).getSQL());
}

/** The rules of clients that wait for what somebody does. */
async function triggered(tx: Queries, of: readonly ClientId[]): Promise<Triggered[]> {
  const rows = await tx
    .select({ id: routingRules.id, clientId: routingRules.clientId, content: routingRules.content })
    .from(routingRules)
    .where(
      and(
        isAnyOf(routingRules.clientId, [...of]),
        eq(routingRules.on, true),
        isNull(routingRules.removedAt),
        sql`${routingRules.content} ? 'trigger'`,
      ),
    );
  return rows.flatMap(({ content: { trigger }, ...rule }) => (trigger ? { ...rule, trigger } : []));
}

interface Triggered {
  id: RuleId;
  clientId: ClientId;
  trigger: RuleTrigger;
}

/** What an event tells at once; whether a form was left is known later. */
function happeningOf({ kind, pageId, target, share }: VisitEvent): Happening | null {
  if (kind === 'view') return { did: 'saw', page: pageId };
  if (kind === 'press')
    return { did: 'pressed', page: pageId, part: target!.startsWith('tel:') ? phonePart : target! };
  if (kind === 'watch') return { did: 'watched', page: pageId, part: target!, share: share! };
  return null;
}

/** A form that was begun as the event that it was. */
const asEvent = (begun: typeof begunForms.$inferSelect, index: number) => ({
  ...{ index, client_id: begun.clientId, visitor_id: begun.visitorId },
  ...{ form_id: begun.formId, at: begun.at.toString() },
});

/** The name of a visit by its moment. */
const visitAt = (at: Instant): string =>
  `visit ${Math.floor(at.epochMilliseconds / (visitMinutes * 60_000))}`;
