import type { Week } from '@plumgate/core/opening';
import { WeekSpans } from '../../ui/spans.tsx';

/** Opening hours by weekday, with a break or two where there is one. */
export function WeekHours({
  week,
  onChange,
  problem,
}: {
  week: Week;
  onChange: (week: Week) => void;
  problem: string | undefined;
}) {
  return (
    <fieldset className="grid gap-1.5">
      <legend className="mb-1 text-xs font-semibold">Opening hours</legend>
      <WeekSpans week={week} onChange={onChange} />
      {problem && (
        <p role="alert" className="text-xs font-semibold text-brick">
          {problem}
        </p>
      )}
    </fieldset>
  );
}
