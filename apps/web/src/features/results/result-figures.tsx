import type { ClientSummary, ResultFigures } from '@plumgate/contract';
import { shareText, type Period } from '@plumgate/core/results';
import { costOfOne } from '@plumgate/core/spend';
import { Link } from 'react-router';
import { wholeMoney } from '../../ui/whole-money.ts';
import { peopleAddress } from './people-address.ts';

/** The figures of a time in a row; the rate stands out, since pages are made for it. */
export function ResultFiguresRow({
  total,
  client,
  period,
}: {
  total: ResultFigures;
  client: ClientSummary;
  period: Period;
}) {
  const { visitors, leads, conversions, bookings, came, won, value, cost } = total;
  const costOfLead = costOfOne(cost ?? 0, leads);
  return (
    <dl className="flex flex-wrap items-end gap-x-8 gap-y-3 tabular-nums">
      <Figure label={visitors === 1 ? 'visitor' : 'visitors'} value={count(visitors)} />
      <Figure
        label={leads === 1 ? 'lead' : 'leads'}
        value={count(leads)}
        to={peopleAddress(client.slug, period)}
      />
      <Figure label="become leads" value={shareText(conversions, visitors)} isLarge />
      <Figure label="booked" value={count(bookings)} />
      <Figure label="came" value={count(came)} />
      <Figure label="won" value={count(won)} />
      <Figure label="won value" value={wholeMoney(value, client.currency)} />
      {cost !== null && cost > 0 && (
        <>
          <Figure label="cost" value={wholeMoney(cost, client.currency)} />
          <Figure
            label="a lead"
            value={costOfLead === null ? '–' : wholeMoney(costOfLead, client.currency)}
          />
        </>
      )}
    </dl>
  );
}

function Figure({
  label,
  value,
  to,
  isLarge = false,
}: {
  label: string;
  value: string;
  to?: string;
  isLarge?: boolean;
}) {
  return (
    <div className="flex flex-col-reverse">
      <dt className="text-xs text-muted">{label}</dt>
      <dd className={`font-title ${isLarge ? 'text-[32px]' : 'text-2xl'} leading-tight`}>
        {to ? (
          <Link className="underline decoration-dashed underline-offset-4" to={to}>
            {value}
          </Link>
        ) : (
          value
        )}
      </dd>
    </div>
  );
}

const count = (number: number): string => number.toLocaleString('en-US');
