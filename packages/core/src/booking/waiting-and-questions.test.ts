import { Temporal } from 'temporal-polyfill';
import type { FormId, NodeId, StaffId } from '../basics/index.ts';
import { shortForm } from '../forms/index.ts';
import {
  answersOf,
  bookedPlace,
  calendarAnswers,
  CalendarQuestion,
  formsWithQuestions,
  newCalendar,
  newEvent,
  timeOptions,
  waitChoices,
  waitingChoice,
  waitsIn,
  withCalendarQuestions,
} from './index.ts';

const zone = 'America/New_York';
const now = Temporal.Instant.from('2026-11-05T14:12:00Z');
const start = Temporal.Instant.from('2026-11-19T23:30:00Z');

describe('what one can wait for', () => {
  const calendar = { ...newCalendar('Visit', zone), waiting: { hours: 4 } };
  const event = {
    ...newEvent('Evening', zone, { start: '2026-11-19T18:30', minutes: 90 }),
    waiting: { hours: 4 },
  };
  const series = {
    ...event,
    dates: { ...event.dates!, repeat: 'FREQ=WEEKLY;COUNT=3', except: ['2026-11-26T18:30'] },
  };
  it.each([
    ['any time, where nothing is free', calendar, [], ['wait']],
    ['nothing, while something is free', calendar, [{ start: now }], []],
    ['nothing, without a waiting list', { ...calendar, waiting: null }, [], []],
    ['the date of an event that is full', event, [], ['wait 2026-11-19T23:30:00Z']],
    ['no date that has a seat', event, [{ start }], []],
    [
      'of a series, each date that is full and is not left out',
      series,
      [{ start }],
      ['wait 2026-12-03T23:30:00Z'],
    ],
  ] as const)('%s', (_what, content, slots, values) =>
    expect(waitChoices(content, slots, now, 'en-US').map(({ value }) => value)).toEqual(values),
  );

  it('says the date as a visitor reads it', () =>
    expect(waitChoices(event, [], now, 'en-US')[0]!.when).toEqual({
      day: 'Thursday, November 19',
      time: '6:30 PM',
    }));

  it.each([
    [waitingChoice(null), { wants: null }],
    [waitingChoice(start), { wants: start }],
    ['2026-11-19T23:30:00Z', null],
    ['wait tomorrow', null],
    ['waiting', null],
    [undefined, null],
  ])('reads what a form sent: %s', (sent, expected) => expect(waitsIn(sent)).toEqual(expected));
});

describe('what a calendar asks', () => {
  const question = CalendarQuestion.parse({
    ...{ id: '3f2a-1', label: 'Nervous?', kind: 'yes-no', options: [], required: true },
  });
  const form = shortForm('Book', ['a', 'b', 'c'] as [NodeId, NodeId, NodeId]);
  const asked = withCalendarQuestions(form, [question]);

  it('comes after what the form asks', () => {
    expect(asked.questions.map(({ label }) => label)).toEqual([
      'Your name',
      'Email',
      'Mobile',
      'Nervous?',
    ]);
    expect(asked.questions.at(-1)).toMatchObject({ required: true, options: ['Yes', 'No'] });
  });

  it('is told apart among the answers', () =>
    expect(
      calendarAnswers(asked, { name: 'Ana', [asked.questions.at(-1)!.key]: 'Yes' } as never),
    ).toEqual([{ label: 'Nervous?', answer: 'Yes' }]));

  it('belongs to the forms that book, and to no other', () => {
    const [one, other] = ['one', 'other'] as [FormId, FormId];
    const forms = formsWithQuestions({ [one]: form, [other]: form } as never, [
      { formId: one, questions: [question] },
    ]);
    expect([forms[one]!.questions.length, forms[other]!.questions.length]).toEqual([4, 3]);
  });

  it('is answered at the desk as far as somebody was asked', () =>
    expect(answersOf({ questions: [question] }, { '3f2a-1': ' Yes ', constructor: 'x' })).toEqual([
      { label: 'Nervous?', answer: 'Yes' },
    ]));

  it('needs answers to choose from', () =>
    expect(CalendarQuestion.safeParse({ ...question, kind: 'choice' }).success).toBe(false));
});

describe('several places', () => {
  const place = { id: 'mill', name: 'Mill Lane', address: '3 Mill Lane', staff: [] };
  const calendar = { ...newCalendar('Visit', zone), where: 'Here', places: [place] };
  it.each([
    ['the chosen one', 'mill', { place: 'ours', where: 'Mill Lane, 3 Mill Lane' }],
    ['the calendar’s own where none was chosen', null, { place: 'ours', where: 'Here' }],
    ['the calendar’s own where it is gone', 'quay', { place: 'ours', where: 'Here' }],
  ])('%s', (_what, chosen, expected) =>
    expect(bookedPlace(calendar, chosen)).toMatchObject(expected),
  );

  it('are offered only where there is a choice, and staff where one may choose', () => {
    const staff = [
      { id: 'ana', name: 'Ana' },
      { id: 'bo', name: 'Bo' },
    ];
    const who = { by: 'name', staff: staff.map(({ id }) => id as StaffId) } as const;
    const of = (assign: 'choose' | 'in-turn', places = [place]) =>
      timeOptions(
        { ...calendar, places, staffing: { who: { ...who, staff: [...who.staff] }, assign } },
        staff,
      );
    expect(of('choose')).toMatchObject({ choosesStaff: true, places: [] });
    expect(of('in-turn', [place, { ...place, id: 'quay' }])).toMatchObject({
      choosesStaff: false,
      places: [{ id: 'mill' }, { id: 'quay' }],
    });
  });
});
