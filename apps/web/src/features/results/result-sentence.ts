import type { ResultFigures } from '@plumgate/contract';
import { compareRates, shareText } from '@plumgate/core/results';
import { fewestForRate } from '@plumgate/core/statistics';

/** What may be said of a rate, and of how it compares with that of as many days before. */
export function resultSentence(now: ResultFigures, before: ResultFigures, days: number): string {
  if (now.visitors < fewestForRate)
    return `Fewer than ${fewestForRate} visitors came: too few to say how many of them become leads.`;
  const { low, high } = now.rate;
  const share = `Between ${shareText(low, 1)} and ${shareText(high, 1)} of visitors become leads.`;
  const compared = compareRates(rateCounts(now), rateCounts(before));
  const time = days === 1 ? 'the day before' : `the ${days} days before`;
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
