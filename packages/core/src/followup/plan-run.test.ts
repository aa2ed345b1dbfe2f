import { emailFromText } from '../emails/index.ts';
import { noConditions } from '../conditions/index.ts';
import fc from 'fast-check';
import { Temporal } from 'temporal-polyfill';
import {
  actionWords,
  emptySequence,
  leftOutWords,
  planRun,
  SequenceContent,
  stepWhenWords,
  type Delay,
  type LeftOut,
  type QuietHours,
  type Reachable,
  type SequenceStep,
} from './index.ts';

const zone = 'America/New_York';
const instant = (text: string) => Temporal.Instant.from(text);
const days = (amount: number, at: string | null = null): Delay => ({ amount, unit: 'days', at });
const hours = (amount: number): Delay => ({ amount, unit: 'hours', at: null });
const minutes = (amount: number): Delay => ({ amount, unit: 'minutes', at: null });
const email = { kind: 'email', ...emailFromText({ subject: 'S', body: 'B' }) } as const;
const text = { kind: 'text', body: 'B' } as const;
const step = (id: string, delay: Delay, changes: Partial<SequenceStep> = {}): SequenceStep => ({
  id,
  anchor: 'joined',
  side: 'after',
  delay,
  late: 'skip',
  unlessBooked: false,
  onlyIf: noConditions,
  action: email,
  ...changes,
});
const before = (id: string, delay: Delay, changes: Partial<SequenceStep> = {}) =>
  step(id, delay, { anchor: 'event', side: 'before', ...changes });
const after = (id: string, delay: Delay, changes: Partial<SequenceStep> = {}) =>
  step(id, delay, { anchor: 'event', ...changes });
const ana: Reachable = {
  email: 'ana@example.com',
  phone: '+12075550117',
  textConsent: true,
  unsubscribed: false,
  mailRefused: false,
};

interface Given {
  steps: SequenceStep[];
  joined?: string;
  event?: string | null;
  cancelled?: boolean;
  changed?: string;
  quiet?: QuietHours | null;
  person?: Partial<Reachable>;
  zone?: string;
  now?: string;
  onlyFromEvent?: boolean;
}
const plan = (given: Given) => {
  const joinedAt = instant(given.joined ?? '2026-11-05T14:12:00Z');
  return planRun({
    sequence: { steps: given.steps, quiet: given.quiet ?? null, zone: given.zone ?? zone },
    joinedAt,
    event: given.event ? { at: instant(given.event), cancelled: given.cancelled ?? false } : null,
    person: { ...ana, ...given.person },
    changedAt: given.changed ? instant(given.changed) : null,
    onlyFromEvent: given.onlyFromEvent ?? false,
    now: given.now ? instant(given.now) : joinedAt,
  });
};
const spoken = (given: Given) =>
  plan(given).map(
    ({ step, at, leftOut }) =>
      `${step} ${at ? at.toZonedDateTimeISO(given.zone ?? zone).toString({ timeZoneName: 'never' }) : leftOut}`,
  );

// Clocks in America/New_York go forward on 8 March and back on 1 November 2026, in Europe/London on 29 March and
// 25 October, on Lord Howe Island by half an hour on 4 October (tz database, from memory).
describe('counting from sign-up', () => {
  it.each<[string, string, Delay, string]>([
    ['at once', '2026-11-05T14:12:00Z', minutes(0), '2026-11-05T09:12:00-05:00'],
    ['after ten minutes', '2026-11-05T14:12:00Z', minutes(10), '2026-11-05T09:22:00-05:00'],
    ['after a day', '2026-11-05T14:12:00Z', days(1), '2026-11-06T09:12:00-05:00'],
    ['after a day at nine', '2026-11-05T14:12:00Z', days(1, '09:00'), '2026-11-06T09:00:00-05:00'],
    [
      'late at night, after a day at nine',
      '2026-11-06T04:50:00Z',
      days(1, '09:00'),
      '2026-11-06T09:00:00-05:00',
    ],
    [
      'a day over the autumn change is a calendar day',
      '2026-10-31T16:30:00Z',
      days(1),
      '2026-11-01T12:30:00-05:00',
    ],
    [
      '24 hours over it are real hours',
      '2026-10-31T16:30:00Z',
      hours(24),
      '2026-11-01T11:30:00-05:00',
    ],
    [
      'a time that spring skips moves on',
      '2026-03-07T12:00:00Z',
      days(1, '02:30'),
      '2026-03-08T03:30:00-04:00',
    ],
    [
      'of a time that comes twice the first',
      '2026-10-31T12:00:00Z',
      days(1, '01:30'),
      '2026-11-01T01:30:00-04:00',
    ],
  ])('%s', (_what, joined, delay, at) =>
    expect(spoken({ steps: [step('one', delay)], joined })).toEqual([`one ${at}`]),
  );

  it('orders by time, and keeps the given order where times are equal', () => {
    const steps = [step('late', days(2)), step('first', minutes(0)), step('second', hours(0))];
    expect(plan({ steps }).map((one) => one.step)).toEqual(['first', 'second', 'late']);
  });
});

// In Nuuk the clocks jump from 23:00 to 00:00 of the next day, on 28 March 2026 (tz database, from memory).
it('loses no day where the evening of a date is skipped', () => {
  const friday = { joined: '2026-03-28T01:30:00Z', zone: 'America/Nuuk' };
  expect(spoken({ ...friday, steps: [step('one', days(1, '09:00'))] })).toEqual([
    'one 2026-03-28T09:00:00-02:00',
  ]);
  const quiet = { from: '21:00', to: '08:00' };
  expect(spoken({ ...friday, steps: [step('one', minutes(5))], quiet })).toEqual([
    'one 2026-03-28T08:00:00-02:00',
  ]);
});

it('counts the days of an event by the clock of its own zone', () => {
  // Ten in the morning in New York; a calendar in Chicago has nine.
  const event = { at: instant('2026-11-19T15:00:00Z'), zone: 'America/Chicago' };
  const [planned] = planRun({
    sequence: { steps: [before('day', days(1, '08:00'))], quiet: null, zone },
    joinedAt: instant('2026-11-05T14:12:00Z'),
    event,
    person: ana,
    now: instant('2026-11-05T14:12:00Z'),
  });
  expect(planned!.at!.toString()).toBe('2026-11-18T14:00:00Z');
});

describe('counting back from the event', () => {
  // A Thursday evening, 18:30 in Port Alder.
  const event = '2026-11-19T23:30:00Z';
  it.each<[string, SequenceStep, string]>([
    ['4 days before at nine', before('one', days(4, '09:00')), '2026-11-15T09:00:00-05:00'],
    ['2 days before', before('one', days(2)), '2026-11-17T18:30:00-05:00'],
    ['2 hours before is exact', before('one', hours(2)), '2026-11-19T16:30:00-05:00'],
    ['on the day at eight', before('one', days(0, '08:00')), '2026-11-19T08:00:00-05:00'],
    ['as it begins', before('one', minutes(0)), '2026-11-19T18:30:00-05:00'],
    ['1 day after', after('one', days(1)), '2026-11-20T18:30:00-05:00'],
    ['1 day after at ten', after('one', days(1, '10:00')), '2026-11-20T10:00:00-05:00'],
  ])('%s', (_what, one, at) => expect(spoken({ steps: [one], event })).toEqual([`one ${at}`]));

  const now = { late: 'send-now' } as const;
  it.each<[string, SequenceStep, string, string, QuietHours | null]>([
    [
      'on the day, later than the event',
      before('one', days(0, '19:00')),
      '11-05T14:12',
      'event-past',
      null,
    ],
    [
      'on the day, at its moment',
      before('one', days(0, '18:30')),
      '11-05T14:12',
      'event-past',
      null,
    ],
    ['late, as the event is over', before('one', days(2), now), '11-20T12:00', 'event-past', null],
    ['late, as it begins', before('one', hours(2), now), '11-19T23:30', 'event-past', null],
    [
      'as it begins, to somebody who comes half an hour later',
      before('one', minutes(0), now),
      '11-20T00:00',
      '2026-11-19T19:00:00-05:00',
      null,
    ],
    [
      'as it begins, to somebody who comes two hours later',
      before('one', minutes(0), now),
      '11-20T01:30',
      'event-past',
      null,
    ],
    [
      'as it begins in quiet hours',
      before('one', minutes(0)),
      '11-05T14:12',
      'quiet-until-past-event',
      { from: '18:00', to: '08:00' },
    ],
    [
      'after it, late',
      after('one', days(1), now),
      '11-25T15:00',
      '2026-11-25T10:00:00-05:00',
      null,
    ],
  ])('a step before the event does not come after it: %s', (_what, one, joined, expected, quiet) =>
    expect(spoken({ steps: [one], event, joined: `2026-${joined}:00Z`, quiet })).toEqual([
      `one ${expected}`,
    ]),
  );

  it('a late step that quiet hours kept from coming before the event does not come back after it', () => {
    const early = { event: '2026-11-20T12:00:00Z', joined: '2026-11-20T03:00:00Z' };
    const steps = [before('one', days(1), now)];
    const quiet = { from: '21:00', to: '08:00' };
    expect(spoken({ ...early, steps, quiet })).toEqual(['one quiet-until-past-event']);
    expect(spoken({ ...early, steps, quiet, changed: '2026-11-20T15:00:00Z' })).toEqual([
      'one event-past',
    ]);
  });

  it.each<[string, string, string, SequenceStep, string]>([
    [
      'a day back over New York’s autumn',
      zone,
      '2026-11-02T14:00:00Z',
      before('one', days(2, '09:00')),
      '2026-10-31T09:00:00-04:00',
    ],
    [
      '2 hours back over it',
      zone,
      '2026-11-01T07:30:00Z',
      before('one', hours(2)),
      '2026-11-01T01:30:00-04:00',
    ],
    [
      'over London’s spring',
      'Europe/London',
      '2026-03-30T08:00:00Z',
      before('one', days(2)),
      '2026-03-28T09:00:00+00:00',
    ],
    [
      'over Lord Howe’s half hour',
      'Australia/Lord_Howe',
      '2026-10-03T22:00:00Z',
      before('one', hours(24)),
      '2026-10-03T08:30:00+10:30',
    ],
    [
      'without any change',
      'America/Phoenix',
      '2026-11-02T16:00:00Z',
      before('one', days(3)),
      '2026-10-30T09:00:00-07:00',
    ],
  ])('%s', (_what, inZone, at, one, expected) =>
    expect(
      spoken({ steps: [one], event: at, zone: inZone, joined: '2026-01-01T00:00:00Z' }),
    ).toEqual([`one ${expected}`]),
  );

  // Common practice, no source: event reminders 4, 2 and 1 days before; late joiners skip what is past.
  const reminders = [
    before('four', days(4, '09:00')),
    before('two', days(2, '09:00')),
    before('one', days(1, '09:00')),
  ];
  it('somebody who joins 3 days before gets no 4-day reminder, and gets the 2-day and 1-day ones', () => {
    expect(spoken({ steps: reminders, event, joined: '2026-11-16T23:30:00Z' })).toEqual([
      'four late',
      'two 2026-11-17T09:00:00-05:00',
      'one 2026-11-18T09:00:00-05:00',
    ]);
  });
  it('sends now what the late rule says to send now', () => {
    const steps = [before('four', days(4, '09:00'), { late: 'send-now' })];
    expect(spoken({ steps, event, joined: '2026-11-16T18:00:00Z' })).toEqual([
      'four 2026-11-16T13:00:00-05:00',
    ]);
  });
  it('a step at the very moment of joining is not late', () => {
    expect(spoken({ steps: reminders.slice(0, 1), event, joined: '2026-11-15T14:00:00Z' })).toEqual(
      ['four 2026-11-15T09:00:00-05:00'],
    );
  });
  it('keeps what a left-out step would have been', () => {
    const [four] = plan({ steps: reminders, event, joined: '2026-11-16T23:30:00Z' });
    expect(four!.nominalTime!.toString()).toBe('2026-11-15T14:00:00Z');
  });
  it('without an event, and with a cancelled one, what counts on it is left out', () => {
    const steps = [step('hello', minutes(0)), ...reminders.slice(0, 1), after('thanks', days(1))];
    expect(spoken({ steps })).toEqual([
      'hello 2026-11-05T09:12:00-05:00',
      'four no-event',
      'thanks no-event',
    ]);
    expect(spoken({ steps, event, cancelled: true })).toEqual([
      'hello 2026-11-05T09:12:00-05:00',
      'four event-cancelled',
      'thanks event-cancelled',
    ]);
  });
  it('after a move, what the new time has made past follows the late rule from the move on', () => {
    const moved = {
      steps: reminders,
      event: '2026-11-12T23:30:00Z',
      changed: '2026-11-10T20:00:00Z',
    };
    expect(spoken(moved)).toEqual(['four late', 'two late', 'one 2026-11-11T09:00:00-05:00']);
  });
});

describe('quiet hours', () => {
  const quiet = { from: '21:00', to: '08:00' };
  it.each<[string, SequenceStep, string, QuietHours, string]>([
    [
      'in the evening, until the morning',
      step('one', hours(1)),
      '2026-11-06T02:30:00Z',
      quiet,
      '2026-11-06T08:00:00-05:00',
    ],
    [
      'after midnight, until the same morning',
      step('one', hours(1)),
      '2026-11-06T07:00:00Z',
      quiet,
      '2026-11-06T08:00:00-05:00',
    ],
    [
      'as they begin they hold',
      step('one', hours(1)),
      '2026-11-06T01:00:00Z',
      quiet,
      '2026-11-06T08:00:00-05:00',
    ],
    [
      'as they end they do not',
      step('one', hours(1)),
      '2026-11-06T12:00:00Z',
      quiet,
      '2026-11-06T08:00:00-05:00',
    ],
    [
      'within a day',
      step('one', hours(1)),
      '2026-11-05T17:00:00Z',
      { from: '12:00', to: '14:00' },
      '2026-11-05T14:00:00-05:00',
    ],
    [
      'a direct answer is never held',
      step('one', minutes(0)),
      '2026-11-06T03:00:00Z',
      quiet,
      '2026-11-05T22:00:00-05:00',
    ],
    [
      'a tag is no message',
      step('one', hours(1), { action: { kind: 'tag', tag: 'x' } }),
      '2026-11-06T03:00:00Z',
      quiet,
      '2026-11-05T23:00:00-05:00',
    ],
    [
      'over the autumn change',
      step('one', hours(1)),
      '2026-11-01T02:00:00Z',
      quiet,
      '2026-11-01T08:00:00-05:00',
    ],
  ])('%s', (_what, one, joined, quiet, at) =>
    expect(spoken({ steps: [one], joined, quiet })).toEqual([`one ${at}`]),
  );

  it.each<[string, SequenceStep, string]>([
    [
      'a time of the same day is no answer at that moment',
      step('one', days(0, '22:00')),
      '2026-11-05T08:00:00-05:00',
    ],
    [
      'nor is one that a later edit sends now',
      step('one', minutes(0), { late: 'send-now' }),
      '2026-11-06T08:00:00-05:00',
    ],
  ])('%s, so it is held', (_what, one, at) => {
    const isEdit = one.late === 'send-now';
    // Joined on the 5th at five in the morning; the edit comes at eleven at night.
    const given = isEdit
      ? { joined: '2026-11-05T10:00:00Z', changed: '2026-11-06T04:00:00Z' }
      : { joined: '2026-11-04T18:00:00Z' };
    expect(spoken({ steps: [one], quiet, ...given })).toEqual([`one ${at}`]);
  });

  it('keeps what it holds when anything else changes meanwhile', () => {
    // Meant for 22:30, held until 08:00; an edit at 23:00, and one at 09:00 the next day.
    const given = { steps: [step('one', hours(8))], joined: '2026-11-05T19:30:00Z', quiet };
    const held = ['one 2026-11-06T08:00:00-05:00'];
    expect(spoken(given)).toEqual(held);
    expect(spoken({ ...given, changed: '2026-11-06T04:00:00Z' })).toEqual(held);
    expect(spoken({ ...given, changed: '2026-11-06T14:00:00Z' })).toEqual(['one late']);
  });

  it('never ends before a message is due, where their end comes twice', () => {
    // New York, 1 November 2026: 01:15 for the second time; the first 01:30 was 45 minutes ago.
    const given = {
      steps: [step('one', minutes(15))],
      joined: '2026-11-01T06:00:00Z',
      quiet: { from: '22:00', to: '01:30' },
    };
    expect(spoken(given)).toEqual(['one 2026-11-01T01:30:00-05:00']);
  });

  it('puts what it holds until one moment in the order it was nominalTime', () => {
    const steps = [step('eleven', hours(9)), step('ten', hours(8))];
    expect(spoken({ steps, joined: '2026-11-05T19:00:00Z', quiet })).toEqual([
      'ten 2026-11-06T08:00:00-05:00',
      'eleven 2026-11-06T08:00:00-05:00',
    ]);
  });

  it('leaves out what would wait until past the event', () => {
    // An event at 07:30 in the morning; two hours before is half past five.
    const event = '2026-11-19T12:30:00Z';
    expect(spoken({ steps: [before('two', hours(2))], event, quiet })).toEqual([
      'two quiet-until-past-event',
    ]);
    expect(spoken({ steps: [before('day', days(1, '22:00'))], event, quiet })).toEqual([
      'day quiet-until-past-event',
    ]);
    expect(spoken({ steps: [after('thanks', minutes(10))], event, quiet })).toEqual([
      'thanks 2026-11-19T08:00:00-05:00',
    ]);
  });
});

describe('who can be reached', () => {
  it.each<[string, Partial<Reachable>, SequenceStep['action'], LeftOut | null]>([
    ['an email', {}, email, null],
    ['no address', { email: '' }, email, 'no-email'],
    ['unsubscribed', { unsubscribed: true }, email, 'unsubscribed'],
    ['refused mail', { mailRefused: true }, email, 'mail-refused'],
    ['a text with consent', { unsubscribed: true }, text, null],
    ['a text without consent', { textConsent: false }, text, 'no-text-consent'],
    ['no number', { phone: '' }, text, 'no-phone'],
    ['a tag asks for nothing', { email: '', phone: '' }, { kind: 'tag', tag: 'x' }, null],
    [
      'telling the business neither',
      { unsubscribed: true },
      { kind: 'notify', email: 'desk@example.com', body: 'B' },
      null,
    ],
  ])('%s', (_what, person, action, leftOut) =>
    expect(plan({ steps: [step('one', hours(1), { action })], person })[0]!.leftOut).toBe(leftOut),
  );
});

it('does nothing after its end', () => {
  const steps = [
    step('hello', minutes(0)),
    step('end', hours(2), { action: { kind: 'end' } }),
    step('later', days(1)),
  ];
  expect(plan({ steps }).map(({ leftOut }) => leftOut)).toEqual([null, null, 'ended']);
});

describe('for any inputs', () => {
  const moment = fc
    .integer({ min: 0, max: 600 })
    .map((hour) => instant('2026-10-20T00:00:00Z').add({ hours: hour }));
  const delay = fc.oneof(
    fc.integer({ min: 0, max: 300 }).map(minutes),
    fc.integer({ min: 0, max: 60 }).map(hours),
    fc
      .tuple(fc.integer({ min: 0, max: 6 }), fc.constantFrom(null, '01:30', '09:00', '22:00'))
      .map(([n, at]) => days(n, at)),
  );
  const steps = fc.array(
    fc.tuple(
      fc.constantFrom(step, before, after),
      delay,
      fc.constantFrom('skip' as const, 'send-now' as const),
    ),
    { maxLength: 8 },
  );
  const given = fc.record({ steps, joined: moment, event: fc.option(moment), quiet: fc.boolean() });
  const inputs = (one: typeof given extends fc.Arbitrary<infer T> ? T : never) => ({
    sequence: {
      steps: one.steps.map(([make, delay, late], index) => make(`s${index}`, delay, { late })),
      quiet: one.quiet ? { from: '21:00', to: '08:00' } : null,
      zone,
    },
    joinedAt: one.joined,
    event: one.event ? { at: one.event } : null,
    person: ana,
  });

  it('a plan is the same however often and whenever it is worked out', () =>
    fc.assert(
      fc.property(given, moment, moment, (one, now, later) => {
        const first = planRun({ ...inputs(one), now });
        expect(planRun({ ...inputs(one), now: later })).toEqual(first);
      }),
    ));

  it('every step has a time or a reason, none lies before joining, and no message in quiet hours unless it answers', () =>
    fc.assert(
      fc.property(given, (one) => {
        const sequence = inputs(one).sequence;
        const planned = planRun({ ...inputs(one), now: one.joined });
        expect(planned).toHaveLength(sequence.steps.length);
        for (const { step: id, at, leftOut } of planned) {
          expect(at === null).toBe(leftOut !== null);
          if (!at) continue;
          expect(Temporal.Instant.compare(at, one.joined)).toBeGreaterThanOrEqual(0);
          const { anchor, delay } = sequence.steps.find((step) => step.id === id)!;
          const { hour } = at.toZonedDateTimeISO(zone);
          if (sequence.quiet && !(anchor === 'joined' && delay.amount === 0))
            expect(hour >= 8 && hour < 21).toBe(true);
        }
      }),
    ));
});

describe('SequenceContent', () => {
  const content = { ...emptySequence('Welcome'), steps: [step('one', days(1))] };
  const withStep = (changes: object) =>
    SequenceContent.safeParse({ ...content, steps: [{ ...content.steps[0], ...changes }] });
  it('takes a plain sequence', () => expect(SequenceContent.safeParse(content).success).toBe(true));
  it('refuses a time of day without whole days', () =>
    expect(withStep({ delay: { amount: 2, unit: 'hours', at: '09:00' } }).success).toBe(false));
  it('refuses merge fields that can’t be read, with the reason', () => {
    const read = withStep({ action: { ...email, subject: 'Hi {{ person.first_name' } });
    expect(read.error?.issues[0]?.message).toContain('merge field');
  });
  it('refuses to count from an event that there is not', () => {
    const read = withStep({ anchor: 'event', side: 'before' });
    expect(read.error?.issues[0]?.message).toContain('Choose the event first');
  });
  it('refuses to lie before sign-up', () =>
    expect(withStep({ side: 'before' }).success).toBe(false));
  it.each<[string, object]>([
    ['two steps of one id', { steps: [content.steps[0], content.steps[0]] }],
    ['quiet hours without an end', { quiet: { from: '08:00', to: '08:00' } }],
    ['an event on no date', { event: { kind: 'fixed', name: 'Evening', at: '2026-02-30T18:00' } }],
  ])('refuses %s', (_what, changes) =>
    expect(SequenceContent.safeParse({ ...content, ...changes }).success).toBe(false),
  );
});

it.each<[SequenceStep, string]>([
  [step('s', minutes(0)), 'at once'],
  [step('s', minutes(10)), 'after 10 minutes'],
  [step('s', days(1, '09:00')), 'after 1 day, at 9:00 AM'],
  [step('s', days(0, '17:00')), 'the same day, at 5:00 PM'],
  [before('s', days(4, '09:00')), '4 days before, at 9:00 AM'],
  [before('s', hours(2)), '2 hours before'],
  [before('s', days(0, '08:00')), 'on the day, at 8:00 AM'],
  [before('s', minutes(0)), 'as the event begins'],
  [after('s', days(1)), '1 day after'],
])('says when a step happens: %#', (one, words) => expect(stepWhenWords(one)).toBe(words));

it('has words for every reason', () => {
  const reasons: LeftOut[] = [
    'late',
    'no-event',
    'event-cancelled',
    'quiet-until-past-event',
    'ended',
    'event-past',
    'no-email',
    'mail-refused',
    'unsubscribed',
    'no-phone',
    'no-text-consent',
  ];
  expect(new Set(reasons.map(leftOutWords)).size).toBe(reasons.length);
});

it.each<[SequenceStep['action'], string]>([
  [email, 'Email “S”'],
  [text, 'Text “B”'],
  [{ kind: 'tag', tag: 'warm' }, 'Tag warm'],
  [{ kind: 'untag', tag: 'warm' }, 'Remove tag warm'],
  [{ kind: 'notify', email: 'desk@example.com', body: 'B' }, 'Notify desk@example.com'],
  [{ kind: 'end' }, 'End: nothing happens after this'],
])('says what a step does: %#', (action, words) => expect(actionWords(action)).toBe(words));

it('leaves out what counts from sign-up in a run for a further booking', () => {
  const steps = [step('welcome', minutes(0)), before('soon', hours(2))];
  expect(spoken({ steps, event: '2026-11-20T15:00:00Z', onlyFromEvent: true })).toEqual([
    'welcome first-run-only',
    'soon 2026-11-20T08:00:00-05:00',
  ]);
});
