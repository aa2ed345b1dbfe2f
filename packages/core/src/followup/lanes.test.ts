import fc from 'fast-check';
import { Temporal } from 'temporal-polyfill';
import { noConditions } from '../conditions/index.ts';
import { emailFromText } from '../emails/index.ts';
import { emptyFacts } from '../clients/index.ts';
import {
  emptySequence,
  planRun,
  rehearseRun,
  SequenceContent,
  stepWhenWords,
  type Delay,
  type Reachable,
  type SequenceStep,
  type Way,
} from './index.ts';

const zone = 'America/New_York';
const at = (text: string) => Temporal.Instant.from(text);
const email = { kind: 'email', ...emailFromText({ subject: 'S', body: 'B' }) } as const;
const wait = {
  kind: 'wait',
  until: { when: 'replied' },
  atMost: { amount: 2, unit: 'days' },
} as const;
const days = (amount: number, more: Partial<Delay> = {}): Delay => ({
  ...{ amount, unit: 'days', at: null },
  ...more,
});
const step = (id: string, delay: Delay, changes: Partial<SequenceStep> = {}): SequenceStep => ({
  ...{ id, anchor: 'joined', side: 'after', delay, late: 'skip', unlessBooked: false },
  ...{ onlyIf: noConditions, action: email },
  ...changes,
});
const inLane = (of: string, way: Way) => ({ lane: { wait: of, way } });
const ana: Reachable = {
  ...{ email: 'ana@example.com', phone: '+12075550117', textConsent: true },
  ...{ unsubscribed: false, mailRefused: false },
};
const { week, closed } = emptyFacts(zone);
/** A Thursday, 9:12 in the morning. */
const joinedAt = at('2026-11-05T14:12:00Z');
const inputs = (steps: SequenceStep[], more: object = {}) => ({
  ...{ sequence: { steps, quiet: null, zone, week, closed, ...more }, joinedAt, now: joinedAt },
  ...{ event: null, person: ana },
});
const spoken = (plan: ReturnType<typeof planRun>) =>
  plan.map(
    ({ step: id, at: when, leftOut }) =>
      `${id} ${when ? when.toZonedDateTimeISO(zone).toPlainDateTime().toString() : leftOut}`,
  );

describe('a step that waits', () => {
  const steps = [
    step('first', days(0)),
    step('wait', days(0), { action: wait }),
    step('thanks', days(0), inLane('wait', 'happened')),
    step('again', days(0), inLane('wait', 'in-vain')),
    step('last', days(1), inLane('wait', 'in-vain')),
    step('week', days(7)),
  ];
  it('leads on to none of its lanes as long as it is not over', () => {
    expect(spoken(planRun(inputs(steps)))).toEqual([
      ...['first 2026-11-05T09:12:00', 'wait 2026-11-05T09:12:00', 'week 2026-11-12T09:12:00'],
    ]);
  });
  it('leads on to the one lane that was taken, counting from then', () => {
    const decided = { wait: { at: at('2026-11-06T15:30:00Z'), way: 'happened' as const } };
    expect(spoken(planRun({ ...inputs(steps), decided }))).toEqual([
      ...['first 2026-11-05T09:12:00', 'wait 2026-11-05T09:12:00'],
      ...['thanks 2026-11-06T10:30:00', 'week 2026-11-12T09:12:00'],
    ]);
    const other = { wait: { at: at('2026-11-07T14:12:00Z'), way: 'in-vain' as const } };
    expect(spoken(planRun({ ...inputs(steps), decided: other })).slice(2, 4)).toEqual([
      ...['again 2026-11-07T09:12:00', 'last 2026-11-08T09:12:00'],
    ]);
  });
  it('an answer is answered at once also in quiet hours, and what was waited for in vain is not followed up in them', () => {
    const quiet = { quiet: { from: '21:00', to: '08:00' } };
    const night = at('2026-11-06T04:00:00Z');
    const of = (way: Way) =>
      spoken(planRun({ ...inputs(steps, quiet), decided: { wait: { at: night, way } } }))[2];
    expect(of('happened')).toBe('thanks 2026-11-05T23:00:00');
    expect(of('in-vain')).toBe('again 2026-11-06T08:00:00');
  });
  it('an end in its lane ends the whole', () => {
    const ends = [
      ...steps.slice(0, 2),
      step('end', days(0), { ...inLane('wait', 'happened'), action: { kind: 'end' } }),
      step('week', days(7)),
    ];
    const decided = { wait: { at: at('2026-11-06T15:30:00Z'), way: 'happened' as const } };
    expect(spoken(planRun({ ...inputs(ends), decided })).at(-1)).toBe('week ended');
  });
  it('is rehearsed both ways, and lanes within lanes with it', () => {
    const deep = [
      ...steps,
      step('second', days(1), { ...inLane('wait', 'in-vain'), action: wait }),
      step('deepest', days(0), inLane('second', 'in-vain')),
    ];
    expect(spoken(rehearseRun(inputs(deep), { wait: 'happened' }).plan)).toContain(
      'thanks 2026-11-05T09:12:00',
    );
    // Two days in vain, a day, and two days in vain again.
    expect(spoken(rehearseRun(inputs(deep), {}).plan)).toContain('deepest 2026-11-10T09:12:00');
  });
  it.each<[string, SequenceStep[], string]>([
    ['a lane of nothing', [step('a', days(0), inLane('none', 'happened'))], 'waits for nothing'],
    [
      'a lane of an email',
      [step('a', days(0)), step('b', days(0), inLane('a', 'happened'))],
      'waits for nothing',
    ],
    [
      'lanes three deep',
      ['a', 'b', 'c']
        .map((id, index) =>
          step(id, days(0), {
            action: wait,
            ...(index > 0 && inLane('abc'[index - 1]!, 'happened')),
          }),
        )
        .concat(step('d', days(0), inLane('c', 'happened'))),
      'two deep',
    ],
    [
      'lanes in a ring',
      [
        step('a', days(0), { action: wait, ...inLane('b', 'happened') }),
        step('b', days(0), { action: wait, ...inLane('a', 'happened') }),
      ],
      'two deep',
    ],
  ])('%s is refused', (_what, steps, words) => {
    const read = SequenceContent.safeParse({ ...emptySequence('S'), steps });
    expect(read.error?.issues.map(({ message }) => message).join()).toContain(words);
  });
});

it('plans fifty steps with lanes in far less than people notice', () => {
  const many = Array.from({ length: 48 }, (_, n) =>
    step(
      `s${n}`,
      days(n % 9),
      n % 3 === 0 ? {} : inLane('wait', n % 3 === 1 ? 'happened' : 'in-vain'),
    ),
  );
  const { plan } = rehearseRun(inputs([...many, step('wait', days(0), { action: wait })]), {});
  expect(plan).toHaveLength(16 + 16 + 1);
});

// Open from Monday to Friday, nine to five; Thanksgiving, Thursday 26 November 2026, is a day off.
const open = {
  week: Array.from({ length: 7 }, (_, day) => (day < 5 ? [{ from: '09:00', to: '17:00' }] : [])),
  closed: [{ from: '2026-11-26', to: '2026-11-26', name: 'Thanksgiving' }],
};
describe('business days, business hours and days of the week', () => {
  it.each<[string, string, Delay, string]>([
    [
      'Friday and one is Monday',
      '2026-11-06T15:00',
      days(1, { unit: 'business-days', at: '09:30' }),
      '2026-11-09T09:30',
    ],
    [
      'of none on a Saturday is Monday',
      '2026-11-07T15:00',
      days(0, { unit: 'business-days', at: '09:30' }),
      '2026-11-09T09:30',
    ],
    ['over a holiday', '2026-11-25T15:00', days(1, { unit: 'business-days' }), '2026-11-27T15:00'],
    [
      'three open hours late on Friday',
      '2026-11-06T15:00',
      days(3, { unit: 'business-hours' }),
      '2026-11-09T10:00',
    ],
    [
      'on the next Tuesday',
      '2026-11-05T09:12',
      days(0, { weekday: 2, at: '10:00' }),
      '2026-11-10T10:00',
    ],
    [
      'a day that is the right one already',
      '2026-11-09T09:12',
      days(1, { weekday: 2 }),
      '2026-11-10T09:12',
    ],
  ])('%s', (_what, joined, delay, expected) => {
    const from = Temporal.PlainDateTime.from(joined).toZonedDateTime(zone).toInstant();
    const [planned] = planRun({ ...inputs([step('one', delay)], open), joinedAt: from });
    expect(planned!.at!.toZonedDateTimeISO(zone).toPlainDateTime().toString().slice(0, 16)).toBe(
      expected,
    );
  });

  it('before an event they go back', () => {
    const event = { at: at('2026-11-30T19:00:00Z') };
    const before = (delay: Delay) => {
      const one = step('one', delay, { anchor: 'event', side: 'before' });
      const [planned] = planRun({ ...inputs([one], open), event });
      return planned!.at!.toZonedDateTimeISO(zone).toPlainDate().toString();
    };
    // The Monday after Thanksgiving: Friday, Wednesday.
    expect(before(days(2, { unit: 'business-days' }))).toBe('2026-11-25');
    expect(before(days(1, { weekday: 3 }))).toBe('2026-11-25');
  });

  it('are as many as counting every day by hand finds', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 400 }),
        fc.integer({ min: 1, max: 30 }),
        (offset, amount) => {
          const start = Temporal.PlainDate.from('2026-01-01').add({ days: offset });
          const isOpen = (date: Temporal.PlainDate) =>
            date.dayOfWeek <= 5 && date.toString() !== '2026-11-26';
          let expected = start;
          for (let left = amount; left > 0;) {
            expected = expected.add({ days: 1 });
            if (isOpen(expected)) left--;
          }
          const from = start.toZonedDateTime({ timeZone: zone, plainTime: '12:00' }).toInstant();
          const one = step('one', days(amount, { unit: 'business-days' }));
          const [planned] = planRun({ ...inputs([one], open), joinedAt: from });
          expect(planned!.at!.toZonedDateTimeISO(zone).toPlainDate().toString()).toBe(
            expected.toString(),
          );
        },
      ),
    );
  });

  it('who says no hours works from Monday to Friday', () => {
    const one = step('one', days(1, { unit: 'business-days' }));
    const friday = at('2026-11-06T15:00:00Z');
    const [planned] = planRun({ ...inputs([one]), joinedAt: friday });
    expect(planned!.at!.toString()).toBe('2026-11-09T15:00:00Z');
  });

  it.each<[Delay, string]>([
    [days(2, { unit: 'business-days', at: '09:00' }), 'after 2 business days, at 9:00 AM'],
    [days(1, { unit: 'business-hours' }), 'after 1 business hour'],
    [days(3, { weekday: 2 }), 'after 3 days, on a Tuesday'],
    [days(0, { weekday: 2, at: '10:00' }), 'on the next Tuesday, at 10:00 AM'],
  ])('are said as people say them: %j', (delay, words) =>
    expect(stepWhenWords({ anchor: 'joined', side: 'after', delay })).toBe(words),
  );
});

it('quiet hours are those of the person where their zone is known', () => {
  const quiet = { quiet: { from: '21:00', to: '08:00' } };
  // Nine in New York is six in Los Angeles.
  const steps = [step('one', days(1, { at: '09:00' }))];
  const plan = (zoneOf: string) =>
    planRun({ ...inputs(steps, quiet), person: { ...ana, zone: zoneOf } })[0]!.at!.toString();
  expect(plan('')).toBe('2026-11-06T14:00:00Z');
  expect(plan('America/Los_Angeles')).toBe('2026-11-06T16:00:00Z');
});
