import { Temporal } from 'temporal-polyfill';
import { planRun, SequenceContent, type Delay, type SequenceStep } from './index.ts';

const step = (id: string, delay: Delay): SequenceStep => ({
  id,
  anchor: 'joined',
  delay,
  action: { kind: 'email', subject: 'S', body: 'B' },
});
const plan = (joined: string, delay: Delay, zone = 'America/New_York') =>
  planRun({ steps: [step('one', delay)], joinedAt: Temporal.Instant.from(joined), zone })[0]!
    .at.toZonedDateTimeISO(zone)
    .toString({ timeZoneName: 'never' });
const days = (amount: number, at: string | null = null): Delay => ({ amount, unit: 'days', at });

describe('planRun', () => {
  // Clocks in America/New_York go forward on 8 March and back on 1 November 2026 (tz database, from memory).
  it.each<[string, string, Delay, string]>([
    [
      'at once',
      '2026-11-05T14:12:00Z',
      { amount: 0, unit: 'minutes', at: null },
      '2026-11-05T09:12:00-05:00',
    ],
    [
      'after ten minutes',
      '2026-11-05T14:12:00Z',
      { amount: 10, unit: 'minutes', at: null },
      '2026-11-05T09:22:00-05:00',
    ],
    ['after a day', '2026-11-05T14:12:00Z', days(1), '2026-11-06T09:12:00-05:00'],
    ['after a day at nine', '2026-11-05T14:12:00Z', days(1, '09:00'), '2026-11-06T09:00:00-05:00'],
    [
      'late in the evening, after a day at nine',
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
      '24 hours over the autumn change are real hours',
      '2026-10-31T16:30:00Z',
      { amount: 24, unit: 'hours', at: null },
      '2026-11-01T11:30:00-05:00',
    ],
    [
      'a time that spring skips moves on',
      '2026-03-07T12:00:00Z',
      days(1, '02:30'),
      '2026-03-08T03:30:00-04:00',
    ],
  ])('%s', (_what, joined, delay, at) => expect(plan(joined, delay)).toBe(at));

  it('orders by time, and keeps the given order where times are equal', () => {
    const steps = [
      step('late', days(2)),
      step('first', { amount: 0, unit: 'minutes', at: null }),
      step('second', { amount: 0, unit: 'hours', at: null }),
    ];
    const planned = planRun({
      steps,
      joinedAt: Temporal.Instant.from('2026-11-05T14:12:00Z'),
      zone: 'UTC',
    });
    expect(planned.map((one) => one.step)).toEqual(['first', 'second', 'late']);
  });
});

describe('SequenceContent', () => {
  const content = { name: 'Welcome', steps: [step('one', days(1))] };
  const withStep = (changes: object) =>
    SequenceContent.safeParse({ ...content, steps: [{ ...content.steps[0], ...changes }] });
  it('takes a plain sequence', () => expect(SequenceContent.safeParse(content).success).toBe(true));
  it('refuses a time of day without whole days', () =>
    expect(withStep({ delay: { amount: 2, unit: 'hours', at: '09:00' } }).success).toBe(false));
  it('refuses merge fields that can’t be read, with the reason', () => {
    const read = withStep({
      action: { kind: 'email', subject: 'Hi {{ person.first_name', body: 'B' },
    });
    expect(read.error?.issues[0]?.message).toContain('merge field');
  });
  it('refuses two steps of one id', () =>
    expect(
      SequenceContent.safeParse({ ...content, steps: [content.steps[0], content.steps[0]] })
        .success,
    ).toBe(false));
});
