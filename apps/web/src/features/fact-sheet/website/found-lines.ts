import { addressLine, type Facts } from '@plumgate/core/clients';
import { minuteOf, wallClock, weekdays, type Week } from '@plumgate/core/opening';
import type { FoundFacts, HowFound } from '@plumgate/core/website';

/** What the fact sheet holds under a found fact, or would hold if it were taken. */
export type SheetChange = Partial<Facts> & { name?: string };

/** A found fact as it is offered: what it is called, what was found, what the fact sheet has now, and what taking it changes. */
export interface FoundLine {
  fact: keyof FoundFacts;
  label: string;
  found: string;
  now: string;
  how: HowFound;
  page: string;
  change: SheetChange;
}

/** A week in a line: days with the same hours together, `Mon–Thu 7:30 AM – 5 PM, Sat 8 AM – 12 PM`. */
export function weekLine(week: Week, locale: string): string {
  const clock = (time: string) => wallClock(minuteOf(time), locale, true);
  const days = week.map((spans) =>
    spans.map(({ from, to }) => `${clock(from)} – ${clock(to)}`).join(' and '),
  );
  const groups: string[] = [];
  for (let day = 0; day < 7; day++) {
    const hours = days[day]!;
    if (hours === '') continue;
    const first = day;
    while (days[day + 1] === hours) day++;
    const name = (index: number) => weekdays[index]!.slice(0, 3);
    groups.push(`${first === day ? name(day) : `${name(first)}–${name(day)}`} ${hours}`);
  }
  return groups.join(', ');
}

const labels: Record<keyof FoundFacts, string> = {
  name: 'Name',
  phone: 'Phone',
  email: 'Email',
  address: 'Address',
  week: 'Opening hours',
  social: 'Social links',
  areas: 'Areas served',
  services: 'Services',
};

/** Every found fact that the fact sheet does not already say, in the order of the sheet. */
export function foundLines(found: FoundFacts, name: string, facts: Facts): FoundLine[] {
  const sheet = { ...facts, name };
  return (Object.keys(labels) as (keyof FoundFacts)[]).flatMap((fact) => {
    const finding = found[fact];
    if (!finding) return [];
    const change = changeOf(fact, finding.value);
    const line = {
      label: labels[fact],
      found: wordsOf(change, facts),
      now: wordsOf(pick(sheet, Object.keys(change) as (keyof SheetChange)[]), facts),
    };
    return line.found === line.now
      ? []
      : [{ fact, ...line, how: finding.how, page: finding.page, change }];
  });
}

const changeOf = (fact: keyof FoundFacts, value: unknown): SheetChange =>
  fact === 'address' ? (value as SheetChange) : { [fact]: value };

const pick = (sheet: SheetChange, keys: (keyof SheetChange)[]): SheetChange =>
  Object.fromEntries(keys.map((key) => [key, sheet[key]]));

function wordsOf({ week, ...rest }: SheetChange, facts: Facts): string {
  if (week) return weekLine(week, facts.locale);
  if (rest.street !== undefined) return addressLine({ ...facts, ...rest });
  return Object.values(rest)
    .map((value) => (Array.isArray(value) ? value.join(', ') : String(value ?? '')))
    .filter(Boolean)
    .join(', ');
}
