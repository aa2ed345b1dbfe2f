import type { NestFastifyApplication } from '@nestjs/platform-fastify';
import type { ClientId, StaffId } from '@plumgate/core/basics';
import { newCalendar } from '@plumgate/core/booking';
import { and, asc, eq, isNotNull, isNull, ne } from 'drizzle-orm';
import { BookingService } from '../domains/booking/booking.service.ts';
import { BusyFeedService } from '../domains/booking/busy-feed.service.ts';
import { CalendarService } from '../domains/booking/calendar.service.ts';
import { SlotService } from '../domains/booking/slot.service.ts';
import { StaffTimesService } from '../domains/booking/staff-times.service.ts';
import { ClientRecordsService } from '../domains/clients/client-records.service.ts';
import { Clock } from '../platform/clock.ts';
import { Database } from '../platform/database/database.ts';
import { seesAll } from '../records/accounts/users-of.ts';
import { people } from '../records/people/table.ts';

const zone = 'America/New_York';
const days = (...hours: [from: string, to: string][]) => hours.map(([from, to]) => ({ from, to }));

/** Quayside's second calendar: visits to either of two dentists; one of them keeps a calendar of his own elsewhere. */
export async function addHygieneVisits(
  app: NestFastifyApplication,
  clientId: ClientId,
): Promise<void> {
  const records = await app.get(ClientRecordsService).get(clientId);
  const [ines, tom] = records.staff.map(({ id }) => id) as [StaffId, StaffId];
  await setUpStaff(app, ines, tom);
  const weekday = days(['08:00', '12:30'], ['13:30', '17:00']);
  const plain = newCalendar('Hygiene visit', zone);
  const { id } = await app.get(CalendarService).create(clientId, {
    ...plain,
    staffing: { who: { by: 'name', staff: [ines, tom] }, assign: 'choose' },
    rules: {
      ...plain.rules,
      hours: [weekday, weekday, weekday, weekday, weekday, [], []],
      ...{ length: 45, startEvery: 45, ahead: 60 },
    },
    questions: [
      {
        ...{ id: 'since', label: 'How long is it since your last visit?', kind: 'choice' },
        options: ['Less than a year', 'One or two years', 'Longer'],
        required: false,
      },
    ],
    notify: ['desk@quayside-dental.test'],
    waiting: { hours: 4 },
  });
  const calendar = await app.get(CalendarService).row(id, seesAll);
  const now = app.get(Clock).now();
  const known = await app
    .get(Database)
    .db.select({ id: people.id })
    .from(people)
    .where(
      and(
        eq(people.clientId, clientId),
        isNull(people.removedAt),
        isNotNull(people.touchedAt),
        ne(people.email, ''),
      ),
    )
    .orderBy(asc(people.addedAt))
    .limit(7);
  const nobody = { name: '', email: '', phone: '' };
  for (const [index, person] of known.entries()) {
    const from = now.add({ hours: 24 * (1 + index) });
    const free = await app.get(SlotService).slots(calendar, from, now.add({ hours: 24 * 14 }));
    const slot = free[(index * 3) % 8]!;
    const booking = await app
      .get(BookingService)
      .bookByHand(
        calendar,
        slot.start,
        { ...nobody, personId: person.id },
        index % 2 === 0
          ? { answers: [{ label: calendar.content.questions[0]!.label, answer: 'Longer' }] }
          : {},
      );
    if (index === 2)
      await app
        .get(BookingService)
        .noteDeposit(booking.id, { amount: 4000, note: 'Card, by phone' }, seesAll);
  }
}

async function setUpStaff(app: NestFastifyApplication, ines: StaffId, tom: StaffId): Promise<void> {
  const times = app.get(StaffTimesService);
  const long = days(['08:00', '16:00']);
  await times.save(ines, {
    version: 0,
    content: {
      hours: [long, long, long, long, [], [], []],
      skills: ['Anxious patients', 'Crowns'],
      email: '',
    },
  });
  await times.save(tom, {
    version: 0,
    content: { hours: null, skills: ['Children'], email: '' },
  });
  const course = app
    .get(Clock)
    .now()
    .toZonedDateTimeISO(zone)
    .toPlainDate()
    .add({ days: 12 })
    .toZonedDateTime({ timeZone: zone, plainTime: '13:00' });
  await times.addTimeOff(tom, {
    from: course.toInstant(),
    until: course.add({ hours: 4 }).toInstant(),
    note: 'Course in Bellhaven',
  });
  await app.get(BusyFeedService).add(tom, 'https://calendars.port-alder.test/tom-aldous.ics');
}
