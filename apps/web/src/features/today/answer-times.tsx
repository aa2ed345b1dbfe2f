import { api, type AnswerTimes as Week } from '@plumgate/contract';
import { useEndpoint } from '../../api/hooks.ts';
import { minuteWords } from './minute-words.ts';

/** How long people waited for a first call or message, week by week; left out while nobody was answered. */
export function AnswerTimes({ clientId }: { clientId: string }) {
  const { data } = useEndpoint(api.getAnswerTimes, { params: { clientId } });
  const weeks = data?.weeks ?? [];
  if (weeks.every(({ answered }) => answered === 0)) return null;
  return (
    <details className="mt-6">
      <summary className="cursor-pointer font-semibold">How long people waited</summary>
      <p className="my-2 text-xs text-muted">
        From what they sent to the first call or message, in opening hours. Half waited no longer
        than the median, nine of ten no longer than the other figure.
      </p>
      <table aria-label="How long people waited, by week" className="w-full tabular-nums">
        <thead className="text-left text-xs text-muted">
          <tr className="border-b border-line">
            <th className="py-1 font-semibold">Week from</th>
            <th className="text-right font-semibold">Answered</th>
            <th className="text-right font-semibold">As promised</th>
            <th className="text-right font-semibold">Median</th>
            <th className="text-right font-semibold">9 of 10 within</th>
          </tr>
        </thead>
        <tbody>
          {weeks.toReversed().map((week) => (
            <Row key={week.week} week={week} />
          ))}
        </tbody>
      </table>
    </details>
  );
}

const Row = ({ week: { week, answered, kept, open, all } }: { week: Week }) => (
  <tr className="border-b border-line last:border-0">
    <td className="py-1">
      {new Date(`${week}T12:00:00Z`).toLocaleDateString('en-US', {
        ...{ month: 'short', day: 'numeric', timeZone: 'UTC' },
      })}
    </td>
    <td className="text-right">{answered}</td>
    <td className="text-right">{answered > 0 ? `${kept} of ${answered}` : '–'}</td>
    <td className="text-right" title={all ? `${minuteWords(all.median)} in all` : ''}>
      {open ? minuteWords(open.median) : '–'}
    </td>
    <td className="text-right" title={all ? `${minuteWords(all.p90)} in all` : ''}>
      {open ? minuteWords(open.p90) : '–'}
    </td>
  </tr>
);
