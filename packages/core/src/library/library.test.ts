import { SequenceContent } from '../followup/index.ts';
import type { CalendarId, PageId, SequenceId, UserId } from '../basics/index.ts';
import { planRun } from '../followup/index.ts';
import { Temporal } from 'temporal-polyfill';
import { unknownMergeFields, mergeFieldsOf } from '../messages/index.ts';
import { sequenceMergeGroups } from '../followup/index.ts';
import { emailTexts, emailFromText } from '../emails/index.ts';
import {
  followUpOf,
  missingChoices,
  readyFollowUps,
  takeFollowUp,
  type FollowUp,
} from './index.ts';
import { after } from './steps.ts';

const calendar = '00000000-0000-4000-8000-000000000001' as CalendarId;
const page = { id: '00000000-0000-4000-8000-000000000002' as PageId, slug: 'choose-time' };
const chosenFor = ({ pages }: FollowUp) => ({
  calendar,
  pages: Object.fromEntries(pages.map(({ key }) => [key, page])),
});
const wordsOf = ({ steps }: SequenceContent) =>
  steps
    .flatMap(({ action }) =>
      action.kind === 'email' ? emailTexts(action) : action.kind === 'text' ? [action.body] : [],
    )
    .join('\n');

it.each(readyFollowUps.map((one) => [one.name, one] as const))(
  '“%s” becomes a sequence that can be used as it is, with no gap in its words',
  (_name, followUp) => {
    const taken = takeFollowUp(followUp, chosenFor(followUp));
    expect(SequenceContent.safeParse(taken).error?.issues).toBeUndefined();
    const words = wordsOf(taken);
    expect(words).not.toContain('[[');
    const known = mergeFieldsOf(
      sequenceMergeGroups(taken.event),
      [],
      followUp.fields,
      followUp.pages.length > 0 ? [{ slug: page.slug, name: 'Choose a time' }] : [],
    );
    expect(unknownMergeFields(words, known)).toEqual([]);
    // Every text says how texts end.
    for (const { action } of taken.steps)
      if (action.kind === 'text') expect(action.body).toMatch(/STOP/);
  },
);

it('says what is still to be chosen, each need by its own words', () => {
  const missing = (key: string) =>
    missingChoices(
      readyFollowUps.find((one) => one.key === key)!,
      {
        ...{ calendar: null, pages: {}, form: null },
      },
    );
  expect(missing('guide')).toEqual([
    'the form',
    'the page where the guide is',
    'the page where they choose a time',
  ]);
  expect(missing('before-the-visit')).toEqual(['the calendar']);
  expect(missing('event')).toEqual(['the event']);
  expect(missing('three-tries')).toEqual([]);
});

// The practice rule of reminders: 4, 2 and 1 days before; whoever joins later gets none whose time is past.
it.each([
  ['America/New_York', '2026-11-19T18:30'],
  ['America/Halifax', '2026-11-03T18:30'],
  ['America/Los_Angeles', '2026-03-09T18:30'],
  ['America/Phoenix', '2026-03-09T18:30'],
  ['Europe/London', '2026-10-26T18:30'],
  ['Europe/Berlin', '2026-03-30T18:30'],
  ['Asia/Kolkata', '2026-11-19T18:30'],
  ['Asia/Kathmandu', '2026-11-19T18:30'],
  ['Australia/Lord_Howe', '2026-04-06T18:30'],
  ['Pacific/Auckland', '2026-09-28T18:30'],
  ['America/Sao_Paulo', '2026-11-19T18:30'],
  ['Pacific/Apia', '2026-11-19T18:30'],
])(
  'the event’s reminders in %s: who joins three days before skips the four-day one',
  (zone, at) => {
    const followUp = readyFollowUps.find(({ key }) => key === 'event')!;
    const sequence = takeFollowUp(followUp, chosenFor(followUp));
    const evening = Temporal.PlainDateTime.from(at).toZonedDateTime(zone);
    const joins = evening.subtract({ days: 3 });
    const plan = planRun({
      sequence: { ...sequence, zone },
      joinedAt: joins.toInstant(),
      now: joins.toInstant(),
      event: { at: evening.toInstant(), cancelled: false },
      person: {
        ...{ email: 'ana@example.com', phone: '+12075550117', textConsent: true },
        ...{ unsubscribed: false, mailRefused: false },
      },
    });
    const local = plan.map(({ step, at: due, leftOut }) => [
      step,
      leftOut ?? due!.toZonedDateTimeISO(zone).toPlainDateTime().toString(),
    ]);
    const day = (days: number, time: string) =>
      evening.toPlainDate().add({ days }).toPlainDateTime(time).toString();
    expect(local).toEqual([
      ['four-days', 'late'],
      ['two-days', day(-2, '09:00')],
      ['one-day', day(-1, '09:00')],
      ['two-hours', evening.subtract({ hours: 2 }).toPlainDateTime().toString()],
      ['thanks', day(1, '10:00')],
    ]);
  },
);

describe('a sequence that is kept for other clients', () => {
  const user = '00000000-0000-4000-8000-000000000003' as UserId;
  const other = '00000000-0000-4000-8000-000000000004' as SequenceId;
  const message = {
    kind: 'email' as const,
    ...emailFromText({
      subject: 'Hello',
      body: 'See {{ links.choose_time }} or {{links.about_us}}',
    }),
  };
  const sequence: SequenceContent = {
    name: 'Ours',
    event: { kind: 'booking', calendar, each: true },
    onlyFor: { match: 'all', terms: [{ about: 'booking', is: 'booked', calendar }] },
    quiet: null,
    again: true,
    endsWhen: [],
    steps: [
      after('a', '1 day', message),
      after('b', '2 days', { kind: 'assign', to: user }),
      after('c', '2 days', { kind: 'start', sequence: other }),
      after('w', '3 days', {
        kind: 'wait',
        until: { when: 'replied' },
        atMost: { amount: 1, unit: 'days' },
      }),
      after('d', '1 day', { kind: 'tag', tag: 'quiet' }, { lane: { wait: 'w', way: 'in-vain' } }),
    ],
  };
  const pages = [
    { slug: 'choose-time', name: 'Choose a time' },
    { slug: 'about-us', name: 'About us' },
    { slug: 'unlinked', name: 'Unlinked' },
  ];

  it('lets go of what belongs to its client, and asks for pages anew', () => {
    const kept = followUpOf('x', sequence, pages, false);
    expect(kept).toMatchObject({ name: 'Ours', startsBy: 'calendar' });
    expect(kept.pages.map(({ key }) => key)).toEqual(['choose_time', 'about_us']);
    expect(kept.content.steps.map(({ id }) => id)).toEqual(['a', 'w', 'd']);
    expect(kept.content.onlyFor.terms).toEqual([]);
    expect(JSON.stringify(kept)).not.toMatch(new RegExp(`${calendar}|${user}|${other}`));
    const taken = takeFollowUp(kept, {
      calendar,
      pages: { choose_time: page, about_us: { ...page, slug: 'team' } },
    });
    expect(wordsOf(taken)).toContain('See {{ links.choose_time }} or {{ links.team }}');
    expect(SequenceContent.safeParse(taken).success).toBe(true);
  });

  it('asks for an event where it counted from one', () => {
    expect(followUpOf('x', sequence, pages, true).startsBy).toBe('event');
    const fixed = {
      ...sequence,
      event: { kind: 'fixed', name: 'E', at: '2026-11-19T18:30' },
    } as const;
    expect(followUpOf('x', fixed, pages, false).startsBy).toBe('event');
    expect(followUpOf('x', { ...sequence, event: { kind: 'none' } }, [], false).startsBy).toBe(
      'hand',
    );
  });
});
