import {
  isPartOfPeople,
  type ClientSummary,
  type ResultFigures,
  type ResultPart,
  type ResultRow,
} from '@plumgate/contract';
import type { Period } from '@plumgate/core/results';
import { costOfOne } from '@plumgate/core/spend';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { DataTable, type Column } from '../../ui/data-table.tsx';
import { RateDot } from '../../ui/rate-dot.tsx';
import { wholeMoney } from '../../ui/whole-money.ts';
import { peopleAddress } from './people-address.ts';

/** Results taken apart, a row for each part. */
export function ResultsTable({
  client,
  period,
  by,
  rows,
}: {
  client: ClientSummary;
  period: Period;
  by: Exclude<ResultPart, 'day' | 'hour'>;
  rows: readonly ResultRow[];
}) {
  const columns = useMemo(
    () => columnsOf({ client, period, by, rows }),
    [client, period, by, rows],
  );
  return (
    <div className="overflow-x-auto rounded-card border border-line bg-sheet">
      <DataTable label={labels[by]} columns={columns} rows={rows} keyOf={({ key }) => key} />
    </div>
  );
}

const labels = {
  source: 'Source',
  campaign: 'Campaign',
  page: 'Page',
  device: 'Device',
  variation: 'Variation',
  form: 'Form',
  town: 'Town',
  assignee: 'Assignee',
};

const columnsOf = ({
  client,
  period,
  by,
  rows,
}: {
  client: ClientSummary;
  period: Period;
  by: keyof typeof labels;
  rows: readonly ResultRow[];
}): Column<ResultRow>[] => [
  {
    id: 'label',
    header: labels[by],
    className: 'max-w-60 py-2.5',
    sortBy: ({ label }) => label,
    cell: ({ key, label }) =>
      by === 'page' && key ? (
        <Link
          className="block truncate font-semibold hover:underline"
          to={`/${client.slug}/pages/${key}`}
        >
          {label}
        </Link>
      ) : (
        <span className="block truncate font-semibold">{label}</span>
      ),
  },
  ...(isPartOfPeople(by) ? [] : [numbers('visitors', 'Visitors')]),
  {
    ...numbers('leads', 'Leads'),
    cell: ({ key, leads }) =>
      by === 'source' && leads > 0 ? (
        <Link
          className="font-semibold text-plum-dark underline decoration-dashed underline-offset-4"
          to={peopleAddress(client.slug, period, key)}
        >
          {leads.toLocaleString('en-US')}
        </Link>
      ) : (
        leads.toLocaleString('en-US')
      ),
  },
  ...(isPartOfPeople(by) ? [] : [rateColumn]),
  { ...numbers('bookings', 'Booked'), wideOnly: true },
  { ...numbers('came', 'Came'), wideOnly: true },
  { ...numbers('won', 'Won'), wideOnly: true },
  ...(rows.some(({ cost }) => cost) ? costColumns(client.currency) : []),
  {
    id: 'value',
    header: 'Won value',
    isNumber: true,
    wideOnly: true,
    sortBy: ({ value }) => value,
    cell: ({ value }) => (value === 0 ? none : wholeMoney(value, client.currency)),
  },
];

const rateColumn: Column<ResultRow> = {
  ...{ id: 'rate', header: 'Rate', isNumber: true },
  sortBy: ({ rate }) => rate.value ?? -1,
  cell: ({ conversions, visitors }) => <RateDot part={conversions} whole={visitors} />,
};

/** Shown once somebody has written down what ads cost. */
const costColumns = (currency: string): Column<ResultRow>[] => [
  {
    ...{ id: 'cost', header: 'Cost', isNumber: true, wideOnly: true },
    sortBy: ({ cost }) => cost ?? 0,
    cell: ({ cost }) => (cost ? wholeMoney(cost, currency) : none),
  },
  {
    ...{ id: 'cost-of-lead', header: 'Cost a lead', isNumber: true, wideOnly: true },
    sortBy: ({ cost, leads }) => costOfOne(cost ?? 0, leads) ?? 0,
    cell: ({ cost, leads }) => {
      const one = cost ? costOfOne(cost, leads) : null;
      return one === null ? none : wholeMoney(one, currency);
    },
  },
];

const none = <span className="text-muted">–</span>;

const numbers = (
  id: keyof { [Key in keyof ResultFigures as ResultFigures[Key] extends number ? Key : never]: 0 },
  header: string,
): Column<ResultRow> => ({
  ...{ id, header, isNumber: true },
  sortBy: (row) => row[id],
  cell: (row) => (row[id] === 0 ? none : row[id].toLocaleString('en-US')),
});
