import { shareText } from '@plumgate/core/results';
import type { Column } from '../../ui/data-table.tsx';

interface Counted {
  visitors30: number;
  leads30: number;
  converted30: number;
  /** Nobody becomes a lead where there is no form: then there is no number, not a zero. */
  hasForm?: boolean;
}

/** The columns of the last 30 days' numbers, of pages and funnels alike. */
export const countColumns = <Row extends Counted>(rate: string): Column<Row>[] => [
  {
    id: 'visitors',
    header: 'Visitors, 30 days',
    isNumber: true,
    wideOnly: true,
    sortBy: ({ visitors30 }) => visitors30,
    cell: ({ visitors30 }) => visitors30.toLocaleString('en-US'),
  },
  {
    id: 'leads',
    header: 'Leads',
    isNumber: true,
    sortBy: ({ leads30 }) => leads30,
    cell: ({ hasForm = true, leads30 }) => (hasForm ? leads30.toLocaleString('en-US') : '–'),
  },
  {
    id: 'rate',
    header: rate,
    isNumber: true,
    wideOnly: true,
    className: 'font-semibold',
    sortBy: ({ converted30, visitors30 }) => converted30 / Math.max(1, visitors30),
    cell: ({ hasForm = true, converted30, visitors30 }) =>
      hasForm ? shareText(converted30, visitors30) : '–',
  },
];
