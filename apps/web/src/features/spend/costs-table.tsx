import type { ResultRow } from '@plumgate/contract';
import { minorDigits } from '@plumgate/core/basics';
import { costOfOne, returnOn } from '@plumgate/core/spend';
import { useMemo } from 'react';
import { DataTable, type Column } from '../../ui/data-table.tsx';
import { wholeMoney } from '../../ui/whole-money.ts';

/** What a lead, a booking and a won job cost, by source. */
export function CostsTable({ rows, currency }: { rows: readonly ResultRow[]; currency: string }) {
  const columns = useMemo(() => columnsOf(currency), [currency]);
  return (
    <div className="overflow-x-auto rounded-card border border-line bg-sheet">
      <DataTable label="Cost by source" columns={columns} rows={rows} keyOf={({ key }) => key} />
    </div>
  );
}

const none = <span className="text-muted">–</span>;

function columnsOf(currency: string): Column<ResultRow>[] {
  const money = (amount: number | null) => (amount === null ? none : wholeMoney(amount, currency));
  const costOf = (id: 'leads' | 'bookings' | 'won', header: string): Column<ResultRow> => ({
    ...{ id: `cost-of-${id}`, header, isNumber: true },
    sortBy: (row) => costOfOne(row.cost ?? 0, row[id]) ?? Infinity,
    cell: (row) => money(costOfOne(row.cost ?? 0, row[id])),
  });
  const count = (id: 'leads' | 'bookings' | 'won', header: string): Column<ResultRow> => ({
    ...{ id, header, isNumber: true, wideOnly: true },
    sortBy: (row) => row[id],
    cell: (row) => row[id] || none,
  });
  return [
    {
      ...{ id: 'label', header: 'Source', className: 'max-w-60 py-2.5' },
      sortBy: ({ label }) => label,
      cell: ({ label }) => <span className="block truncate font-semibold">{label}</span>,
    },
    {
      ...{ id: 'cost', header: 'Cost', isNumber: true },
      sortBy: ({ cost }) => cost ?? 0,
      cell: ({ cost }) => money(cost),
    },
    count('leads', 'Leads'),
    costOf('leads', 'A lead'),
    count('bookings', 'Booked'),
    costOf('bookings', 'A booking'),
    count('won', 'Won'),
    costOf('won', 'A won job'),
    {
      ...{
        id: 'return',
        header: `Back for each ${wholeMoney(10 ** minorDigits(currency), currency)}`,
        isNumber: true,
        wideOnly: true,
      },
      sortBy: ({ cost, value }) => returnOn(cost ?? 0, value) ?? 0,
      cell: ({ cost, value }) => returnOn(cost ?? 0, value)?.toFixed(1) ?? none,
    },
  ];
}
