import { Temporal } from 'temporal-polyfill';
import { openSlots, plainCalendar } from '../packages/core/dist/booking/index.js';
import { emptyFacts } from '../packages/core/dist/clients/index.js';
import { planRun } from '../packages/core/dist/followup/index.js';
import { noConditions } from '../packages/core/dist/conditions/index.js';

/** Milliseconds of the middle one of many tries, the first of which are not counted. */
function middleOf(work, { tries = 40, unmeasured = 20 } = {}) {
  const took = Array.from({ length: tries + unmeasured }, () => {
    const begun = performance.now();
    work();
    return performance.now() - begun;
  });
  return took.slice(unmeasured).sort((a, b) => a - b)[Math.floor(tries / 2)];
}

/** Milliseconds for the free times of 20 people in 60 days who have 5,000 bookings between them, hours of their own and a lunch. */
export function timeStaffSlots() {
  const calendar = { ...plainCalendar('America/New_York'), ahead: 60 };
  const from = Temporal.Instant.from('2026-10-20T04:00:00Z');
  const until = from.add({ hours: 24 * 60 });
  const day = [{ from: '09:00', to: '17:00' }];
  const hours = [day, day, day, day, day, [], []];
  const booked = (number, minutes) => {
    const start = from.add({ minutes: number * 17 });
    return { start, end: start.add({ minutes }) };
  };
  const staff = Array.from({ length: 20 }, (_, one) => ({
    id: `staff-${one}`,
    hours,
    bookings: Array.from({ length: 250 }, (_, index) => booked(index * 20 + one, 30)),
    busy: Array.from({ length: 60 }, (_, index) => booked(index * 84 + one, 60)),
  }));
  const bookings = staff.flatMap(({ id, bookings }) =>
    bookings.map((one) => ({ ...one, staff: id })),
  );
  return middleOf(() =>
    openSlots({ calendar, closed: [], bookings, staff, from, until, now: from }),
  );
}

/** Milliseconds for the plan of a sequence of 50 steps, of which five wait and every other lies in a lane. */
export function timeDryRun() {
  const zone = 'America/New_York';
  const joinedAt = Temporal.Instant.from('2026-11-05T14:12:00Z');
  const wait = { kind: 'wait', until: { when: 'replied' }, atMost: { amount: 2, unit: 'days' } };
  const steps = Array.from({ length: 50 }, (_, number) => {
    const waits = number % 10 === 0;
    return {
      ...{ id: `step-${number}`, anchor: 'joined', side: 'after', late: 'skip' },
      ...{ unlessBooked: false, onlyIf: noConditions },
      delay: { amount: number % 10, unit: number % 2 ? 'business-days' : 'hours', at: null },
      action: waits ? wait : { kind: 'text', body: 'Hello' },
      ...(!waits && {
        lane: { wait: `step-${number - (number % 10)}`, way: number % 2 ? 'happened' : 'in-vain' },
      }),
    };
  });
  const { week, closed } = emptyFacts(zone);
  const quiet = { from: '21:00', to: '08:00' };
  const decided = Object.fromEntries(
    steps
      .filter(({ action }) => action === wait)
      .map(({ id }) => [id, { at: joinedAt.add({ hours: 30 }), way: 'happened' }]),
  );
  const person = {
    ...{ email: 'ana@example.com', phone: '+12075550117', textConsent: true },
    ...{ unsubscribed: false, mailRefused: false },
  };
  const sequence = { steps, quiet, zone, week, closed };
  return middleOf(() =>
    planRun({ sequence, joinedAt, now: joinedAt, event: null, person, decided }),
  );
}
