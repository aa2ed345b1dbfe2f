import type { StaffId } from '@plumgate/core/basics';
import type { CalendarRow } from '../../records/booking/table.ts';
import { AppProblem } from '../../platform/http/app-problem.ts';

/** What somebody wishes of a start, besides its time. */
export interface Wish {
  /** Who of the staff; null or left out for anybody. */
  staff?: StaffId | null | undefined;
  /** Which of several places; null or left out where there is one. */
  place?: string | null | undefined;
}

/** The place of a calendar that was chosen; the first of several where none was, or one that it has no more. */
export const placeIn = (
  { content: { places } }: CalendarRow,
  chosen: string | null | undefined,
): string | null => (places.find(({ id }) => id === chosen) ?? places[0])?.id ?? null;

/** Whether a calendar has the place that was chosen, if one was. */
export const hasPlace = (
  { content: { places } }: CalendarRow,
  chosen: string | null | undefined,
): boolean => !chosen || places.some(({ id }) => id === chosen);

/**
 * For what is typed by hand, where there is somebody who can choose another.
 *
 * @throws AppProblem `bad-request` for a place that the calendar doesn't have
 */
export function checkPlace(calendar: CalendarRow, chosen: string | null | undefined): void {
  if (hasPlace(calendar, chosen)) return;
  const names = calendar.content.places.map(({ name }) => name);
  const message =
    names.length > 0
      ? `Choose one of its places: ${names.join(', ')}.`
      : 'It has one place only: leave this out.';
  throw new AppProblem('bad-request', { fields: [{ field: 'place', message }] });
}

/** Whom a visitor may wish to see: somebody, where the calendar lets them choose. */
export const staffWishedIn = (
  { content: { staffing } }: CalendarRow,
  staff: StaffId | null | undefined,
): StaffId | null => (staffing?.assign === 'choose' && staff ? staff : null);
