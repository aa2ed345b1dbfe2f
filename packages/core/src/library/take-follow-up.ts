import type { CalendarId, PageId } from '../basics/index.ts';
import type { SequenceContent } from '../followup/index.ts';
import { pageLinkName } from '../messages/merge.ts';
import { answered } from '../templates/asks.ts';
import type { FollowUp } from './follow-up.ts';

/** What is chosen for a follow-up before it is taken. */
export interface FollowUpChoices {
  /** The calendar or the event that it counts from; null for none. */
  calendar: CalendarId | null;
  /** The pages that its words link to, by the key of the need: the end of each one's address. */
  pages: Readonly<Record<string, { id: PageId; slug: string }>>;
}

/** The sequence that a follow-up becomes: its links lead to the chosen pages, its steps count from the chosen calendar. */
export function takeFollowUp(
  followUp: FollowUp,
  { calendar, pages }: FollowUpChoices,
): SequenceContent {
  const links = Object.fromEntries(
    Object.entries(pages).map(([key, { slug }]) => [key, `{{ links.${pageLinkName(slug)} }}`]),
  );
  const counts = followUp.startsBy === 'calendar' || followUp.startsBy === 'event';
  return {
    ...answered(followUp.content, links),
    name: followUp.name,
    event: counts ? { kind: 'booking', calendar, each: true } : { kind: 'none' },
  };
}

/** What is still to be chosen before a follow-up can be taken. */
export function missingChoices(
  followUp: FollowUp,
  chosen: FollowUpChoices & { form: string | null },
): string[] {
  const { startsBy, pages } = followUp;
  return [
    ...(startsBy === 'form' && !chosen.form ? ['the form'] : []),
    ...(startsBy === 'calendar' && !chosen.calendar ? ['the calendar'] : []),
    ...(startsBy === 'event' && !chosen.calendar ? ['the event'] : []),
    ...pages
      .filter(({ key }) => !chosen.pages[key])
      .map(({ label }) => label.replace(/^The/, 'the')),
  ];
}
