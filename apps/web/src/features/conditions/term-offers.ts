import { termNames, type ConditionChoices } from '@plumgate/contract';
import { consentPurposes, type ConsentPurpose } from '@plumgate/core/basics';
import {
  messageTerms,
  phonePart,
  watchedShares,
  Term,
  termKinds,
  termWords,
  turnedRound,
  type About,
  type DayTest,
} from '@plumgate/core/conditions';
import { answerTo, askField } from './term-fields.tsx';

/** A part of a sentence that can be added, in words. */
export interface TermOffer {
  term: Term;
  words: string;
}

const mostOffered = 8;

/**
 * The parts that what is typed may mean, the likeliest first: every word of it begins a word of the part. `not` offers
 * what is turned round, and a number is taken for the days of a date. Nothing typed offers one part of each kind.
 */
export function offersFor(
  typed: string,
  choices: ConditionChoices,
  abouts: readonly About[],
): TermOffer[] {
  const names = termNames(choices);
  const words = typed
    .toLowerCase()
    .split(/[\s,]+/)
    .filter(Boolean);
  const isTurned = words.some((word) => word === 'not' || word === 'no' || word === 'never');
  const number = Number(words.find((word) => /^\d{1,6}$/.test(word)) ?? 30);
  const all = candidates(choices, abouts, number);
  if (words.length === 0)
    return abouts.flatMap((about) => {
      const term = all.find((one) => one.about === about);
      return term ? [{ term, words: termWords(term, names) }] : [];
    });
  const wanted = words.filter((word) => !/^(not|no|never|people|who)$/.test(word));
  return all
    .map((term) => (isTurned ? turnedRound(term) : term))
    .map((term) => ({ term, words: termWords(term, names) }))
    .map((offer) => ({ ...offer, score: scoreOf(offer, wanted) }))
    .filter(({ score }) => score > 0)
    .toSorted((a, b) => b.score - a.score)
    .slice(0, mostOffered)
    .map(({ term, words }) => ({ term, words }));
}

/** How well a part fits what is typed: 0 where a word of it is in none of the part's, more for words that are whole. */
function scoreOf({ term, words }: TermOffer, typed: readonly string[]): number {
  const said = `${words} ${termKinds[term.about].label}`.toLowerCase().split(/[^\p{L}\p{N}%-]+/u);
  let score = 1;
  for (const word of typed) {
    if (said.includes(word)) score += 2;
    else if (said.some((one) => one.startsWith(word))) score += 1;
    else return 0;
  }
  // Of two that say what is typed, the shorter one says less else.
  return score + 1 / said.length;
}

/** Everything that could be asked, with what there is to ask for. */
function candidates(choices: ConditionChoices, abouts: readonly About[], number: number): Term[] {
  const named = (about: 'form' | 'page' | 'funnel') =>
    choices[about].map(({ id }) => ({ about, is: id }));
  const last: DayTest = {
    op: 'in-last',
    amount: Math.min(1000, Math.max(1, number)),
    unit: 'days',
  };
  const ago: DayTest = { ...last, op: 'longer-ago' };
  const of: Record<About, object[]> = {
    tag: choices.tags.map((is) => ({ about: 'tag', is })),
    source: choices.sources.flatMap((is) => [
      { about: 'source', is },
      { about: 'source', is, first: true },
    ]),
    booking: (['booked', 'ahead', 'came', 'missed', 'moved', 'cancelled'] as const).flatMap(
      (is) => [
        { about: 'booking', is },
        ...choices.calendar.map(({ id }) => ({ about: 'booking', is, calendar: id })),
      ],
    ),
    added: [last, ago].map((test) => ({ about: 'added', test })),
    seen: [last, ago].map((test) => ({ about: 'seen', test })),
    waiting: [{ about: 'waiting' }],
    stage: choices.stage.map(({ id }) => ({ about: 'stage', is: id })),
    value: (['is-more-than', 'is-less-than'] as const).map((op) => ({
      ...{ about: 'value', op, value: number },
    })),
    assignee: [{ id: null }, ...choices.user].map(({ id }) => ({ about: 'assignee', is: id })),
    sequence: choices.sequence.flatMap(({ id }) =>
      (['in', 'through', 'ever'] as const).map((state) => ({ about: 'sequence', is: id, state })),
    ),
    form: named('form'),
    page: named('page'),
    funnel: named('funnel'),
    answer: choices.questions.flatMap((question) => [
      { about: 'answer', ...answerTo(question) },
      ...(question.offered ?? []).slice(1).map((value) => ({
        ...{ about: 'answer', form: question.form, question: question.key },
        test: { op: 'is', value },
      })),
    ]),
    field: choices.fields
      .filter(({ type }) => type !== 'date')
      .map(({ key }) => askField(choices, key)),
    date: choices.fields
      .filter(({ type }) => type === 'date')
      .map(({ key }) => askField(choices, key)),
    town: choices.towns.map((is) => ({ about: 'town', is })),
    message: messageTerms.map((is) => ({ about: 'message', is })),
    consent: (Object.keys(consentPurposes) as ConsentPurpose[]).map((is) => ({
      about: 'consent',
      is,
    })),
    saw: choices.page.map(({ id }) => ({ about: 'saw', is: id })),
    pressed: [
      ...choices.parts.filter(({ kind }) => kind === 'button'),
      ...choices.page.map(({ id }) => ({ page: id, id: phonePart })),
    ].map(({ page, id }) => ({ about: 'pressed', page, part: id })),
    watched: choices.parts
      .filter(({ kind }) => kind === 'video')
      .flatMap(({ page, id, isMeasured }) =>
        (isMeasured ? watchedShares : ([0] as const)).map((share) => ({
          ...{ about: 'watched', page, part: id, share },
        })),
      ),
    left: choices.form.map(({ id }) => ({ about: 'left', is: id })),
    known: [{ about: 'known' }],
    open: [{ about: 'open' }],
    contact: [],
  };
  return abouts.flatMap((about) => of[about]).flatMap((term) => Term.safeParse(term).data ?? []);
}
