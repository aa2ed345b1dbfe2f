import { noConditions } from '../conditions/index.ts';
import { referencesIn } from '../basics/index.ts';
import { CalendarContent, newCalendar } from '../booking/index.ts';
import { emptySequence, SequenceContent } from '../followup/index.ts';
import { RuleContent } from './index.ts';

const id = (end: number) => `00000000-0000-4000-8000-00000000000${end}`;

it('finds all that a rule names', () => {
  const rule = RuleContent.parse({
    name: 'New patients',
    conditions: {
      match: 'all',
      terms: [
        { about: 'form', is: id(1) },
        { about: 'source', is: 'Direct' },
        {
          match: 'any',
          terms: [
            { about: 'page', is: id(2) },
            { about: 'funnel', is: id(3) },
          ],
        },
        { about: 'assignee', is: null },
      ],
    },
    actions: [
      { kind: 'tag', tag: 'new' },
      { kind: 'assign', to: id(4) },
      { kind: 'start', sequence: id(5) },
    ],
  });
  expect(referencesIn(RuleContent, rule)).toEqual([
    { kind: 'form', id: id(1), at: 'conditions.terms.0.is' },
    { kind: 'page', id: id(2), at: 'conditions.terms.2.terms.0.is' },
    { kind: 'funnel', id: id(3), at: 'conditions.terms.2.terms.1.is' },
    { kind: 'user', id: id(4), at: 'actions.1.to' },
    { kind: 'sequence', id: id(5), at: 'actions.2.sequence' },
  ]);
});

it('finds all that a sequence names', () => {
  const sequence = SequenceContent.parse({
    ...emptySequence('After the visit'),
    event: { kind: 'booking', calendar: id(1), each: true },
    steps: [
      {
        id: 'next',
        anchor: 'joined',
        side: 'after',
        delay: { amount: 1, unit: 'days', at: null },
        late: 'skip',
        unlessBooked: false,
        onlyIf: noConditions,
        action: { kind: 'start', sequence: id(2) },
      },
    ],
  });
  expect(referencesIn(SequenceContent, sequence)).toEqual([
    { kind: 'calendar', id: id(1), at: 'event.calendar' },
    { kind: 'sequence', id: id(2), at: 'steps.0.action.sequence' },
  ]);
  expect(referencesIn(SequenceContent, emptySequence('Nothing'))).toEqual([]);
});

it('finds the sequence that a calendar starts', () => {
  const calendar = newCalendar('Visits', 'America/New_York');
  expect(referencesIn(CalendarContent, { ...calendar, sequence: id(1) })).toEqual([
    { kind: 'sequence', id: id(1), at: 'sequence' },
  ]);
  expect(referencesIn(CalendarContent, calendar)).toEqual([]);
});
