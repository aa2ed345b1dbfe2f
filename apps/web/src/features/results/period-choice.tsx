import { periodCalled, periodNames, type Period, type PeriodName } from '@plumgate/core/results';
import { useSearchParams } from 'react-router';
import { z } from 'zod';
import { InlineField, InlineSelect } from '../../ui/field.tsx';

/** A time chosen in the address, by its name or from one day to another. */
export interface ChosenPeriod {
  name: PeriodName | 'own';
  period: Period;
  search: URLSearchParams;
  /** Changes fields of the address. */
  set: (changes: Record<string, string>) => void;
}

/** The time that the address asks for. */
export function usePeriod(today: string): ChosenPeriod {
  const [search, setSearch] = useSearchParams();
  const set = (changes: Record<string, string>) =>
    setSearch({ ...Object.fromEntries(search), ...changes }, { replace: true });
  return { ...periodIn(search, today), search, set };
}

/** Chooses the time that is shown. */
export function PeriodChoice({
  chosen: { name, period, set },
  today,
}: {
  chosen: ChosenPeriod;
  today: string;
}) {
  const setOwn = (changes: Partial<Period>) => {
    const { from, to } = { ...period, ...changes };
    if (from && to) set({ time: 'own', ...(from <= to ? { from, to } : { from: to, to: from }) });
  };
  return (
    <>
      <InlineSelect
        label="Time"
        options={{ ...periodNames, own: 'Own days' }}
        value={name}
        onChange={(time) => set({ time, ...(time === 'own' && period) })}
      />
      {name === 'own' && (
        <>
          <InlineField
            label="From"
            type="date"
            value={period.from}
            max={today}
            onChange={(from) => setOwn({ from })}
          />
          <InlineField
            label="To"
            type="date"
            value={period.to}
            max={today}
            onChange={(to) => setOwn({ to })}
          />
        </>
      )}
    </>
  );
}

function periodIn(
  search: URLSearchParams,
  today: string,
): { name: PeriodName | 'own'; period: Period } {
  const [time, from, to] = ['time', 'from', 'to'].map((field) => search.get(field) ?? '');
  if (time === 'own' && isDay(from!) && isDay(to!) && from! <= to!)
    return { name: 'own', period: { from: from!, to: to! } };
  const name = Object.hasOwn(periodNames, time!) ? (time as PeriodName) : 'last-30';
  return { name, period: periodCalled(name, today) };
}

const isDay = (text: string): boolean => z.iso.date().safeParse(text).success;
