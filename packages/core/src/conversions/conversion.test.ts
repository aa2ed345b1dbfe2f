import type { Cents } from '../basics/index.ts';
import { ConversionContent, isPaidVisit, outcomeValue, type OutcomeValue } from './index.ts';

it.each<[OutcomeValue, number | null]>([
  [{ kind: 'none' }, null],
  [{ kind: 'fixed', amount: 4000 as Cents }, 4000],
  [{ kind: 'person' }, 90_000],
  // A quarter of leads is won, and a job is worth 1,200.00: a lead is worth 300.00.
  [{ kind: 'share', percent: 25, amount: 120_000 as Cents }, 30_000],
])('is worth what was said: %#', (value, worth) =>
  expect(outcomeValue(value, 90_000 as Cents)).toBe(worth),
);

it.each([
  [{}, false],
  [{ source: 'news', medium: 'email' }, false],
  [{ source: 'search', medium: 'cpc' }, true],
  [{ source: 'social', medium: 'paid_social' }, true],
  [{ click: 'gclid', clickId: 'abc' }, true],
])('knows a visit that was paid for: %#', (origin, isPaid) =>
  expect(isPaidVisit(origin)).toBe(isPaid),
);

it('refuses what has no name, and windows that are too long', () => {
  const content = {
    ...{ name: 'Lead', on: { kind: 'lead', form: null }, value: { kind: 'none' } },
    rule: { counts: 'once', windowDays: 30, credit: 'last' },
  };
  expect(ConversionContent.safeParse(content).success).toBe(true);
  for (const bad of [
    { ...content, name: ' ' },
    { ...content, on: { kind: 'stage' } },
    { ...content, rule: { ...content.rule, windowDays: 91 } },
    { ...content, value: { kind: 'share', percent: 101, amount: 1 } },
  ])
    expect(ConversionContent.safeParse(bad).success).toBe(false);
});
