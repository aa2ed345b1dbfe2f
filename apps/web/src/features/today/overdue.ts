import { Temporal } from 'temporal-polyfill';
import { dayText, timeText } from '../../ui/when.ts';

/** Until when: the time alone for today, with its day for any other. */
export const byText = (at: string, now: string, zone: string): string =>
  dayText(at, zone) === dayText(now, zone)
    ? timeText(at, zone)
    : `${dayText(at, zone)}, ${timeText(at, zone)}`;

const dateOf = (at: string, zone: string) =>
  Temporal.Instant.from(at).toZonedDateTimeISO(zone).toPlainDate();

/** Those who wait beyond what was promised, by how long ago they wrote; a group without anybody is left out. */
export function overdueGroups<Person extends { waitingSince: string }>(
  people: readonly Person[],
  now: string,
  zone: string,
): [name: string, people: Person[]][] {
  const daysAgo = ({ waitingSince }: Person) =>
    dateOf(waitingSince, zone).until(dateOf(now, zone), { largestUnit: 'days' }).days;
  const among = (least: number, most: number) =>
    people.filter((person) => daysAgo(person) >= least && daysAgo(person) <= most);
  const groups: [string, Person[]][] = [
    ['Overdue since today', among(-1, 0)],
    ['Overdue since yesterday', among(1, 1)],
    ['Overdue, from the last 7 days', among(2, 7)],
    ['Overdue for longer', among(8, Infinity)],
  ];
  return groups.filter(([, those]) => those.length > 0);
}
