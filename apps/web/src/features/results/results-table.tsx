import type { ClientSummary, ResultFigures, ResultPart, ResultRow } from '@plumgate/contract';
import type { Period } from '@plumgate/core/results';
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
  const columns = useMemo(() => columnsOf({ client, period, by }), [client, period, by]);
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
};

const columnsOf = ({
  client,
  period,
  by,
}: {
  client: ClientSummary;
  period: Period;
  by: keyof typeof labels;
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
  numbers('visitors', 'Visitors'),
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
  {
    id: 'rate',
    header: 'Rate',
    isNumber: true,
    sortBy: ({ rate }) => rate.value ?? -1,
    cell: ({ conversions, visitors }) => <RateDot part={conversions} whole={visitors} />,
  },
  { ...numbers('bookings', 'Booked'), wideOnly: true },
  { ...numbers('came', 'Came'), wideOnly: true },
  { ...numbers('won', 'Won'), wideOnly: true },
  {
    id: 'value',
    header: 'Won value',
    isNumber: true,
    wideOnly: true,
    sortBy: ({ value }) => value,
    cell: ({ value }) => (value === 0 ? none : wholeMoney(value, client.currency)),
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
