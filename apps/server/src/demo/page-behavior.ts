import { blocksOf, formIdOf } from '@plumgate/core/page';
import type { WatchedShare } from '@plumgate/core/conditions';
import type { LivePage } from '../domains/live-pages/live-page.ts';
import type { VisitEvent } from '../domains/results/visit-events.ts';
import { Chance } from './chance.ts';

/** Of the visitors of a page with a form, so many begin it and do not send it. */
const givesUp = 0.11;

/** What else somebody did on a page: how far they came down it, and whether they began its form. A source of chance of its own keeps the rest of the demo as it is. */
export function behaviorOn(page: LivePage, visit: Visit): VisitEvent[] {
  const chance = new Chance(seedOf(`${visit.visitorId} ${page.slug}`));
  const share = chance.weighted<WatchedShare>([
    ...[[25, 3] as const, [50, 3] as const, [75, 2] as const, [100, 4] as const],
  ]);
  const seconds = Math.round(4 + 90 * chance.next() ** 2 + share * chance.next());
  const seen: VisitEvent = { ...visit, kind: 'seen', share, seconds };
  const begun = begunOn(page, visit);
  if (!begun || chance.next() >= givesUp) return [seen];
  const { questions } = page.forms[begun.formId!]!;
  // Phones and long answers are where people stop.
  const left = chance.weighted(
    questions.map(({ key, kind }) => [key, kind === 'phone' || kind === 'long-text' ? 4 : 1]),
  );
  const at = visit.at.add({ seconds });
  return [seen, begun, { ...visit, kind: 'leave', target: left, formId: begun.formId!, at }];
}

/** That a visitor begins the form of a page; null where it has none. */
export function begunOn(page: LivePage, visit: Visit): VisitEvent | null {
  const block = blocksOf(page.document).find((one) => formIdOf(one) !== null);
  const formId = block && formIdOf(block);
  return block && formId ? { ...visit, kind: 'begin', target: block.id, formId } : null;
}

/** How long a visitor takes for a form. */
export const secondsToSend = (visitorId: string): number =>
  new Chance(seedOf(visitorId)).between(35, 240);

type Visit = Omit<VisitEvent, 'kind'>;

const seedOf = (text: string): number =>
  [...text].reduce((sum, letter) => (Math.imul(sum, 31) + letter.codePointAt(0)!) | 0, 7);
