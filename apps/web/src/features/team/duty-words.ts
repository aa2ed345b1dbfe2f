import { weekdays, type Week } from '@plumgate/core/opening';
import { timeOfDay } from '../../ui/when.ts';

/** When somebody is on duty, in a few words: "Mon to Fri 9:00 AM–5:00 PM"; days alike stand together. */
export function dutyWords(week: Week | null): string {
  if (week === null) return 'Any time';
  const hoursOf = (day: number) =>
    week[day]!.map(({ from, to }) => `${timeOfDay(from)}–${timeOfDay(to)}`).join(' and ');
  const runs: { from: number; to: number; hours: string }[] = [];
  for (const day of week.keys()) {
    const last = runs.at(-1);
    if (last?.hours === hoursOf(day)) last.to = day;
    else runs.push({ from: day, to: day, hours: hoursOf(day) });
  }
  const short = (day: number) => weekdays[day]!.slice(0, 3);
  const words = runs
    .filter(({ hours }) => hours)
    .map(({ from, to, hours }) => {
      const days = from === to ? short(from) : `${short(from)} to ${short(to)}`;
      return `${days} ${hours}`;
    });
  return words.join(', ') || 'Never';
}
