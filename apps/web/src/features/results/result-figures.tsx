import type { ClientSummary, ResultFigures } from '@plumgate/contract';
import { shareText, type Period } from '@plumgate/core/results';
import { costOfOne } from '@plumgate/core/spend';
import { Link } from 'react-router';
import { wholeMoney } from '../../ui/whole-money.ts';
import { peopleAddress } from './people-address.ts';

/** The figures of a time in a row; the rate stands out, since pages are made for it. */
export function ResultFiguresRow({
  total,
  before,
  client,
  period,
}: {
  total: ResultFigures;
  /** Those of the time that it is compared with. */
  before: ResultFigures;
  client: ClientSummary;
  period: Period;
}) {
  const { visitors, leads, conversions, bookings, came, won, value, cost } = total;
  const money = (amount: number) => wholeMoney(amount, client.currency);
  const moneyOrNone = (spent: number, many: number) => {
    const one = costOfOne(spent, many);
    return one === null ? '–' : money(one);
  };
  return (
    <dl className="flex flex-wrap items-end gap-x-8 gap-y-3 tabular-nums">
      <Figure
        label={visitors === 1 ? 'visitor' : 'visitors'}
        value={count(visitors)}
        before={count(before.visitors)}
      />
      <Figure
        label={leads === 1 ? 'lead' : 'leads'}
        value={count(leads)}
        before={count(before.leads)}
        to={peopleAddress(client.slug, period)}
      />
      <Figure
        label="become leads"
        value={shareText(conversions, visitors)}
        before={shareText(before.conversions, before.visitors)}
        isLarge
      />
      <Figure label="booked" value={count(bookings)} before={count(before.bookings)} />
      <Figure label="came" value={count(came)} before={count(before.came)} />
      <Figure label="won" value={count(won)} before={count(before.won)} />
      <Figure label="won value" value={money(value)} before={money(before.value)} />
      {cost !== null && cost > 0 && (
        <>
          <Figure label="cost" value={money(cost)} before={money(before.cost ?? 0)} />
          <Figure
            label="cost a lead"
            value={moneyOrNone(cost, leads)}
            before={moneyOrNone(before.cost ?? 0, before.leads)}
          />
        </>
      )}
    </dl>
  );
}

function Figure({
  label,
  value,
  before,
  to,
  isLarge = false,
}: {
  label: string;
  value: string;
  before: string;
  to?: string;
  isLarge?: boolean;
}) {
  return (
    <div className="flex flex-col-reverse">
      <dt className="text-xs text-muted">
        {label}
        <span className="block">{before} before</span>
      </dt>
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
