import fc from 'fast-check';
import { Temporal } from 'temporal-polyfill';
import type { StaffId } from '../basics/index.ts';
import {
  openSlots,
  pickStaff,
  plainCalendar,
  staffOf,
  type Calendar,
  type StaffTime,
  type TakenTime,
} from './index.ts';

const instant = (text: string) => Temporal.Instant.from(text);
const [ana, bo, cy] = ['ana', 'bo', 'cy'] as unknown as [StaffId, StaffId, StaffId];
const nineToOne = [{ from: '09:00', to: '13:00' }];
const calendar = (changes: Partial<Calendar> = {}): Calendar => ({
  ...plainCalendar('America/New_York'),
  hours: Array.from({ length: 7 }, () => nineToOne),
  length: 60,
  startEvery: 60,
  notice: 0,
  ahead: 365,
  ...changes,
});
// 10 November 2026 is a Tuesday; New York is at UTC-5 then.
const at = (hour: number, minute = 0) =>
  instant(`2026-11-10T${String(hour + 5).padStart(2, '0')}:${String(minute).padStart(2, '0')}:00Z`);
const span = (from: number, to: number): TakenTime => ({ start: at(from), end: at(to) });
const member = (id: StaffId, changes: Partial<StaffTime> = {}): StaffTime => ({
  ...{ id, hours: null, bookings: [], busy: [] },
  ...changes,
});
const offered = (
  staff: StaffTime[],
  { changes = {}, bookings = [] }: { changes?: Partial<Calendar>; bookings?: TakenTime[] } = {},
) =>
  Object.fromEntries(
    openSlots({
      ...{ calendar: calendar(changes), closed: [], bookings, staff },
      ...{ from: at(0), until: at(18), now: instant('2026-01-01T00:00:00Z') },
    }).map((slot) => [slot.local.slice(11), slot.staff!.join(' ')]),
  );

describe('the free starts of several people', () => {
  it.each<[string, Record<string, string>, Record<string, string>]>([
    [
      'either of two',
      offered([member(ana), member(bo)]),
      { '09:00': 'ana bo', '10:00': 'ana bo', '11:00': 'ana bo', '12:00': 'ana bo' },
    ],
    [
      'one is booked, in whatever calendar',
      offered([member(ana, { bookings: [span(9, 11)] }), member(bo)]),
      { '09:00': 'bo', '10:00': 'bo', '11:00': 'ana bo', '12:00': 'ana bo' },
    ],
    [
      'the space is kept from their bookings, not from what else keeps them',
      offered([member(ana, { bookings: [span(9, 10)] }), member(bo, { busy: [span(11, 12)] })], {
        changes: { after: 30 },
      }),
      { '09:00': 'bo', '10:00': 'bo', '11:00': 'ana', '12:00': 'ana bo' },
    ],
    [
      'only in their own hours, and only while the calendar is open',
      offered([
        member(ana, { hours: Array.from({ length: 7 }, () => [{ from: '10:30', to: '18:00' }]) }),
      ]),
      { '11:00': 'ana', '12:00': 'ana' },
    ],
    ['nobody at all', offered([]), {}],
    [
      'what is with nobody takes a seat from all together',
      offered([member(ana), member(bo, { busy: [span(9, 10)] })], { bookings: [span(9, 11)] }),
      { '10:00': 'ana bo', '11:00': 'ana bo', '12:00': 'ana bo' },
    ],
  ])('%s', (_what, found, expected) => expect(found).toEqual(expected));

  it('gives the seats of each, so many at once', () => {
    const [first] = openSlots({
      ...{ calendar: calendar({ seats: 3 }), closed: [], bookings: [] },
      staff: [member(ana, { bookings: [span(9, 10), span(9, 10)] }), member(bo)],
      ...{ from: at(9), until: at(10), now: instant('2026-01-01T00:00:00Z') },
    });
    expect(first).toMatchObject({ left: 4, staff: [ana, bo] });
  });

  it('is what looking at every minute gives', () => {
    const stretch = fc
      .tuple(fc.integer({ min: 8 * 12, max: 14 * 12 }), fc.integer({ min: 1, max: 30 }))
      .map(([start, length]) => ({ start: at(0, 0).add({ minutes: start * 5 }), length }))
      .map(({ start, length }) => ({ start, end: start.add({ minutes: length * 5 }) }));
    const person = fc.record({
      bookings: fc.array(stretch, { maxLength: 3 }),
      busy: fc.array(stretch, { maxLength: 3 }),
      late: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(person, { maxLength: 3 }), fc.nat({ max: 4 }), (people, space) => {
        const plan = calendar({ startEvery: 15, length: 45, after: space * 10 });
        const staff = people.map(({ bookings, busy, late }, index) =>
          member(`p${index}` as StaffId, {
            ...{ bookings, busy },
            hours: late ? Array.from({ length: 7 }, () => [{ from: '10:05', to: '12:55' }]) : null,
          }),
        );
        const found = new Map(
          openSlots({
            ...{ calendar: plan, closed: [], bookings: [], staff, from: at(0), until: at(18) },
            now: instant('2026-01-01T00:00:00Z'),
          }).map((slot) => [slot.local.slice(11), slot.staff]),
        );
        for (let minute = 9 * 60; minute + 45 <= 13 * 60; minute += 15) {
          const start = at(0).add({ minutes: minute });
          const minutes = Array.from({ length: 45 }, (_, index) => start.add({ minutes: index }));
          const isIn = (moment: Temporal.Instant, { start, end }: TakenTime, more = 0) =>
            Temporal.Instant.compare(moment, start.subtract({ minutes: more })) >= 0 &&
            Temporal.Instant.compare(moment, end.add({ minutes: more })) < 0;
          const able = staff.filter(({ bookings, busy, hours }) =>
            minutes.every((moment) => {
              const wall = moment.toZonedDateTimeISO(plan.zone).toPlainTime();
              const works =
                !hours ||
                (Temporal.PlainTime.compare(wall, '10:05') >= 0 &&
                  Temporal.PlainTime.compare(wall, '12:55') < 0);
              return (
                works &&
                !busy.some((one) => isIn(moment, one)) &&
                !bookings.some((one) => isIn(moment, one, space * 10))
              );
            }),
          );
          const local = start.toZonedDateTimeISO(plan.zone).toPlainTime().toString().slice(0, 5);
          expect([local, found.get(local) ?? []]).toEqual([local, able.map(({ id }) => id)]);
        }
      }),
    );
  });
});

describe('who takes a booking', () => {
  const loads = new Map([
    [ana, { last: instant('2026-11-02T00:00:00Z'), onDay: 1 }],
    [bo, { last: instant('2026-11-01T00:00:00Z'), onDay: 3 }],
    [cy, { last: null, onDay: 1 }],
  ]);
  it.each([
    ['in turn: who never had one', 'in-turn', [ana, bo, cy], cy],
    ['in turn: whose turn was the longest ago', 'in-turn', [ana, bo], bo],
    ['anybody: who has the fewest that day, in order', 'anybody', [bo, ana, cy], ana],
    ['anybody: the only one', 'anybody', [bo], bo],
    ['nobody', 'anybody', [], null],
  ] as const)('%s', (_what, how, free, who) => expect(pickStaff(how, free, loads)).toBe(who));
});

describe('who takes bookings of a calendar', () => {
  const everybody = [
    { id: ana, skills: ['Crowns', 'Children'] },
    { id: bo, skills: [] },
    { id: cy, skills: ['crowns'] },
  ];
  const named = { by: 'name', staff: [cy, ana, 'gone' as StaffId] } as const;
  it.each([
    ['those who are named and still there, in that order', named, null, [cy, ana]],
    ['all who have a skill, in any case', { by: 'skill', skill: 'CROWNS' }, null, [ana, cy]],
    ['of a place, those who work there', named, { staff: [ana, bo] }, [ana]],
    ['of a place that says nobody, all', named, { staff: [] }, [cy, ana]],
  ] as const)('%s', (_what, who, place, expected) =>
    expect(
      staffOf(
        { who: who.by === 'name' ? { ...who, staff: [...who.staff] } : who },
        everybody,
        place && { staff: [...place.staff] },
      ),
    ).toEqual(expected),
  );
});
