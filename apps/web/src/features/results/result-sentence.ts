import type { ResultFigures } from '@plumgate/contract';
import { comparedTimes, compareRates, shareText, type ComparedTime } from '@plumgate/core/results';
import { fewestForRate } from '@plumgate/core/statistics';

/** What may be said of a rate, and of how it compares with that of another time, such as `the 30 days before`. */
export function resultSentence(now: ResultFigures, before: ResultFigures, time: string): string {
  if (now.visitors < fewestForRate)
    return `Fewer than ${fewestForRate} visitors came: too few to say how many of them become leads.`;
  const { low, high } = now.rate;
  const share = `Between ${shareText(low, 1)} and ${shareText(high, 1)} of visitors become leads.`;
  const compared = compareRates(rateCounts(now), rateCounts(before));
  if (compared.kind === 'too-few') return `${share} In ${time} too few came to compare it with.`;
  const { points, byChance } = compared;
  if (points === 0) return `${share} That is as many as in ${time}.`;
  const change = `${Math.abs(points).toFixed(1)} points ${points > 0 ? 'more' : 'less'} than in ${time}`;
  return byChance
    ? `${share} That is ${change}, which chance alone could do.`
    : `${share} That is ${change}, more than chance does.`;
}

const rateCounts = ({ conversions, visitors }: ResultFigures) => ({
  converted: conversions,
  visitors,
});

/** The time that results are compared with, in words: `the 30 days before`, `the same days a year before`. */
export function comparedWords(time: ComparedTime, days: number): string {
  if (time !== 'before') return `the same ${days === 1 ? 'day' : 'days'} ${comparedTimes[time]}`;
  return days === 1 ? 'the day before' : `the ${days} days before`;
}
